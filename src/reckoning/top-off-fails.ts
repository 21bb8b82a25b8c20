import { topOff, type TopOffValues } from '@/chemistry/evaporation/top-off';
import { PARAMETERS } from '@/chemistry/parameters';
import { attempt } from '@/chemistry/refusal';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import type { AwayInput } from '@/chemistry/top-off/away';
import type { FailureInput } from '@/chemistry/top-off/failure';
import { topOffUpkeep, UPKEEP, type UpkeepItem } from '@/chemistry/top-off/upkeep';
import { netVolumeL, type Book, type EntryOf, type Tank } from '@/record/schema';
import { changeHabit } from './change-habit';
import { standingAt } from './standing';
import { litresOf, roomToRiseL, topOffQuestion } from './top-off-question';

/** The loss of a tank by its record; undefined where the record allows none. */
export function lossOf(book: Book, tank: Tank, now: number): TopOffValues | undefined {
  return attempt(() => topOff.run(topOffQuestion(book, tank, now))).outcome?.values;
}

/** What the record says of how a top-off can fail. */
export function failureQuestion(book: Book, tank: Tank, now: number): FailureInput {
  const question = topOffQuestion(book, tank, now);
  const loss = attempt(() => topOff.run(question)).outcome?.values;
  const row = tank.topOff ?? {};
  const [low, high] = tank.targets.salinity ?? PARAMETERS.salinity.band;
  const { reservoir, outletCm, rises, sensors = [] } = row;
  const spareL = roomToRiseL(tank);
  return {
    netVolumeL: netVolumeL(tank),
    salinity: question.salinity,
    band: { low, high },
    litresPerDay: loss?.litresPerDay ?? 0,
    reservoirL: tank.reservoirL,
    liftCm: 0,
    sensors: [...sensors],
    ...(spareL !== undefined && { spareL }),
    ...(row.floorSalinity !== undefined && { floorSalinity: row.floorSalinity }),
    ...(row.runsBackL !== undefined && { runsBackL: row.runsBackL }),
    ...(row.returnReserveL !== undefined && { returnReserveL: row.returnReserveL }),
    ...(row.pump && { pump: row.pump }),
    ...(row.hose && { hose: row.hose }),
    ...(row.runLimitDays !== undefined && { runLimitDays: row.runLimitDays }),
    ...(sensors.length === 2 && rises && { cutOffL: litresOf(rises, row.cutOffCm ?? USUAL_CUT_OFF_CM) }),
    ...(reservoir &&
      outletCm !== undefined && {
        heights: {
          fullCm: reservoir.standsCm + reservoir.heightCm,
          bottomCm: reservoir.standsCm,
          outletCm,
          broken: row.siphonBroken ?? false,
          ...(rises && { sumpWaterCm: rises.standsCm + rises.levelCm }),
        },
      }),
  };
}

/** A second sensor is set about this far above the first. Chosen. */
export const USUAL_CUT_OFF_CM = 2;

/** What of a tank's top-off is kept up: its sensors by kind, then pump, hose and reservoir. */
export function upkeepQuestion(book: Book, tank: Tank, now: number) {
  const { sensors = [], everyDays = {} } = tank.topOff ?? {};
  const items: UpkeepItem[] = [
    ...new Set<UpkeepItem>([
      ...sensors,
      ...(sensors.length === 2 ? (['fail-safe'] as const) : []),
      ...(sensors.length > 0 ? (['look'] as const) : []),
      ...(tank.reservoirL > 0 ? (['pump', 'tubing', 'reservoir'] as const) : []),
    ]),
  ];
  const changedAt = book.entries.findLast(
    ({ kind, tankId, at }) => kind === 'water-change' && tankId === tank.id && at <= now,
  )?.at;
  return {
    now,
    items: items.map((item) => ({
      item,
      lastAt: book.entries.findLast(
        (entry): entry is EntryOf<'upkeep'> =>
          entry.kind === 'upkeep' && entry.item === item && entry.tankId === tank.id && entry.at <= now,
      )?.at,
      everyDays: everyDays[item],
    })),
    changedAt,
  };
}

/** When the house is left, and for how long. */
export interface Absence {
  readonly leavesAt: number;
  readonly days: number;
}

/** What the record says of leaving a tank alone. */
export function awayQuestion(book: Book, tank: Tank, now: number, { leavesAt, days }: Absence): AwayInput {
  const question = topOffQuestion(book, tank, now);
  const loss = attempt(() => topOff.run(question)).outcome?.values;
  const high = (tank.targets.salinity ?? PARAMETERS.salinity.band)[1];
  const { nextAt } = changeHabit(book, tank, now);
  const due = topOffUpkeep
    .run(upkeepQuestion(book, tank, now))
    .values.due.filter(({ dueAt }) => dueAt < leavesAt + days * DAY_MS);
  return {
    leavesAt,
    days,
    netVolumeL: netVolumeL(tank),
    salinity: question.salinity,
    bandHigh: Math.max(high, question.salinity),
    drawnLPerDay: loss?.drawnLPerDay ?? 0,
    drawnAtMostLPerDay: loss?.drawnHigh ?? 0,
    lossLPerDay: loss?.litresPerDay ?? 0,
    reservoirL: tank.reservoirL,
    bottles: bottlesOf(book, tank, now).map(({ name, mlPerDay, leftMl }) => ({
      name,
      mlPerDay,
      // What it will hold on leaving, not now.
      ...(leftMl !== undefined && { holdsMl: Math.max(0, leftMl - (mlPerDay * (leavesAt - now)) / DAY_MS) }),
    })),
    ...(tank.feeder && { feeder: tank.feeder }),
    ...(nextAt !== undefined && { changeAt: nextAt }),
    upkeep: due.map(({ item }) => UPKEEP[item].does),
  };
}

export interface Bottle {
  readonly solutionId: string;
  readonly name: string;
  readonly mlPerDay: number;
  /** By the last look at it and what was dosed since; undefined until it was looked at. */
  readonly leftMl: number | undefined;
}

/** Bottles that standing doses draw on; those made with the reservoir's water have none of their own. */
export function bottlesOf(book: Book, tank: Tank, now: number): Bottle[] {
  const { doses } = standingAt(book, tank, now);
  const fromReservoir = tank.topOff?.fromReservoir ?? [];
  return [...doses].flatMap(([solutionId, mlPerDay]): Bottle[] => {
    const solution = book.solutions.find(({ id }) => id === solutionId);
    return solution && !fromReservoir.includes(solutionId)
      ? [{ solutionId, name: solution.name, mlPerDay, leftMl: bottleLeftMl(book, tank, solutionId, now) }]
      : [];
  });
}

/** What stands in a bottle: what was seen in it, less what was dosed from it since. */
function bottleLeftMl(book: Book, tank: Tank, solutionId: string, now: number): number | undefined {
  const ofIt = book.entries.filter(
    (entry) => entry.tankId === tank.id && 'solutionId' in entry && entry.solutionId === solutionId && entry.at <= now,
  );
  const seen = ofIt.findLast((entry): entry is EntryOf<'bottle-level'> => entry.kind === 'bottle-level');
  if (!seen) return undefined;
  let mlPerDay = 0;
  let left = seen.volumeMl;
  let at = seen.at;
  for (const entry of ofIt) {
    if (entry.kind === 'standing-dose') {
      if (entry.at > at) {
        left -= (mlPerDay * (entry.at - at)) / DAY_MS;
        at = entry.at;
      }
      mlPerDay = entry.mlPerDay;
    }
    if (entry.kind === 'dose' && entry.at > seen.at) left -= entry.volumeMl;
  }
  return Math.max(0, left - (mlPerDay * (now - at)) / DAY_MS);
}
