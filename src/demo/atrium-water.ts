import { expectedEvaporationLPerDay } from '@/chemistry/evaporation/surfaces';
import type { UpkeepItem } from '@/calculators/top-off/upkeep';
import type { Entry, Tank, TopOffRow } from '@/record/schema';
import type { Calendar } from './calendar';
import { gaussian, seeded } from '@/numerics/seeded';

/** Sump, reservoir and what joins them in the cupboard under the Atrium's tank. */
export const ATRIUM_TOP_OFF: TopOffRow = {
  places: [
    { place: 'display', areaM2: 0.8, cover: 'open' },
    { place: 'sump', areaM2: 0.45, cover: 'canopy' },
  ],
  moved: 'rippled',
  rises: { lengthCm: 90, widthCm: 50, heightCm: 45, levelCm: 38, standsCm: 10 },
  reservoir: { heightCm: 40, standsCm: 12 },
  outletCm: 58,
  pump: { litresPerHour: 60, greatestLiftCm: 120 },
  hose: { boreCm: 0.6, lengthCm: 150 },
  sensors: ['float', 'optical'],
  cutOffCm: 2,
  runsBackL: 24,
  returnReserveL: 7,
  floorSalinity: 33.5,
  fromReservoir: ['limewater'],
};

/** What the float let in the night it stuck; evaporation took it back while the top-off was off. */
export const FLOAT_STUCK_L = 16;
const STUCK = -97;
const ON_AGAIN = -93;
/** The tank loses a little less than the formula says. */
const OWN_FACTOR = 0.97;

/** How far the reading-room windows are shut, 0 to 1. */
export function windowsShut(day: number): number {
  return 1 / (1 + Math.exp(-(day + 38) / 9));
}

/** The room by the day: open windows let the summer's damp in, and the heating dries the autumn. */
function roomOf(day: number): { readonly airC: number; readonly humidity: number } {
  const shut = windowsShut(day);
  return { airC: 22.4 - 1.3 * shut, humidity: 0.57 - 0.11 * shut };
}

/** What truly evaporates a day. */
export function atriumEvaporation(day: number): number {
  return (
    OWN_FACTOR *
    expectedEvaporationLPerDay({
      places: ATRIUM_TOP_OFF.places ?? [],
      moved: 'rippled',
      airMPerS: 0,
      waterC: 25.5,
      salinity: 35,
      ...roomOf(day),
    })
  );
}

function drawn(day: number): number {
  if (day === STUCK) return FLOAT_STUCK_L;
  return day > STUCK && day < ON_AGAIN ? 0 : atriumEvaporation(day);
}

const SEEN_TO: readonly [day: number, item: UpkeepItem][] = [
  [-140, 'tubing'],
  [-100, 'pump'],
  [-93, 'float'],
  [-88, 'reservoir'],
  [-70, 'optical'],
  [-60, 'float'],
  [-26, 'float'],
  [-26, 'fail-safe'],
  [-26, 'look'],
];

const BOTTLES: readonly [day: number, solutionId: string, ml: number][] = [
  [-57, 'carbonate', 2500],
  [-33, 'calcium', 2500],
  [-60, 'magnesium', 1500],
];

/** Refills as they were logged, looks at the reservoir, the room and the bottles, and what was seen to. */
export function atriumRefills(
  tank: Tank,
  { at, weekday }: Pick<Calendar, 'at' | 'weekday'>,
  firstDay: number,
  random: () => number,
  noise: (sd: number) => number,
): Entry[] {
  const own = gaussian(seeded(4545));
  const entries: Entry[] = [];
  const file = (entry: Entry) => entries.push(entry);
  let days = 0;
  let gone = 0;
  for (let day = firstDay; day <= 0; day++) {
    days += 1;
    gone += drawn(day - 1);
    if (days >= 8 || (days >= 6 && random() < 0.3)) {
      const volumeL = Math.min(42, Math.round((gone + noise(0.8)) * 2) / 2);
      file({ id: `atrium-refill${day}`, tankId: tank.id, at: at(day, 9, 30), kind: 'refill', volumeL });
      days = 0;
      gone = 0;
    } else if (weekday(day) === 3 && days >= 2) {
      const litres = Math.max(1, Math.round((tank.reservoirL - gone + own(0.5)) * 2) / 2);
      file({ id: `atrium-level${day}`, tankId: tank.id, at: at(day, 9, 30), kind: 'reservoir-level', litres });
    }
    if (weekday(day) === 6) {
      const { airC, humidity } = roomOf(day);
      file({
        id: `atrium-room${day}`,
        tankId: tank.id,
        at: at(day, 10),
        kind: 'room',
        airC: Math.round((airC + own(0.3)) * 10) / 10,
        humidityPercent: Math.round(100 * humidity + own(1.5)),
      });
    }
  }
  for (const [day, item] of SEEN_TO)
    file({ id: `atrium-upkeep${day}-${item}`, tankId: tank.id, at: at(day, 8, 30), kind: 'upkeep', item });
  for (const [day, solutionId, volumeMl] of BOTTLES)
    file({
      id: `atrium-bottle-${solutionId}`,
      tankId: tank.id,
      at: at(day, 19, 30),
      kind: 'bottle-level',
      solutionId,
      volumeMl,
    });
  return entries;
}
