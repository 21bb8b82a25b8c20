import type { Entry, Instrument, Tank } from '@/record/schema';
import type { Calendar } from './calendar';

/** The Saturday two weeks back on which a new magnesium kit was tried on every tank, beside samples for the laboratory. */
export function triedOn({ weekday }: Pick<Calendar, 'weekday'>): number {
  return [-13, -12, -11, -10, -9, -8, -7].find((day) => weekday(day) === 6) ?? -7;
}

const NEW_KIT = 'new-magnesium-kit';
const PANEL = ['calcium', 'magnesium', 'potassium', 'strontium'] as const;

/** What the volunteers read by, where they say so. */
export function demoInstruments({ at, weekday }: Pick<Calendar, 'at' | 'weekday'>): Instrument[] {
  return [
    {
      id: NEW_KIT,
      name: 'New magnesium kit',
      parameter: 'magnesium',
      by: 'kit',
      resolution: 10,
      reagents: [{ openedAt: at(triedOn({ weekday }), 9), lot: 'M-208', expiresAt: at(300, 0) }],
    },
    ...PANEL.map((parameter): Instrument => ({
      id: `panel-${parameter}`,
      name: 'Laboratory panel',
      parameter,
      by: 'laboratory',
    })),
    {
      id: 'ph-pen',
      name: 'pH pen',
      parameter: 'ph',
      by: 'probe',
      resolution: 0.01,
      calibrations: [-150, -100, -48].map((day) => ({ at: at(day, 18), correction: 0 })),
    },
  ];
}

/** What the new kit showed on each tank, and what the laboratory found in a sample of the same hour. */
const EVENING: readonly (readonly [
  tank: string,
  kit: number,
  panel: Readonly<Record<(typeof PANEL)[number], number>>,
])[] = [
  ['atrium', 1500, { calcium: 421, magnesium: 1295, potassium: 396, strontium: 7.4 }],
  ['story-corner', 1490, { calcium: 419, magnesium: 1302, potassium: 401, strontium: 7.7 }],
  ['back-room', 1510, { calcium: 426, magnesium: 1288, potassium: 404, strontium: 7.9 }],
];

/** Samples and the new kit, in one evening; the panel of two months before, of the large tank alone. */
export function panelEntries(tanks: readonly Pick<Tank, 'id'>[], calendar: Pick<Calendar, 'at' | 'weekday'>): Entry[] {
  const day = triedOn(calendar);
  const there = new Set(tanks.map(({ id }) => id));
  const evening = EVENING.filter(([tank]) => there.has(tank)).flatMap(([tankId, kit, panel], i): Entry[] => [
    {
      id: `${tankId}-panel`,
      tankId,
      at: calendar.at(day, 18, 15 + i * 10),
      kind: 'reading',
      values: { ...panel },
      instruments: Object.fromEntries(PANEL.map((parameter) => [parameter, `panel-${parameter}`])),
      note: 'Sample posted; the result came nine days later.',
    },
    {
      id: `${tankId}-new-kit`,
      tankId,
      at: calendar.at(day, 18, 10 + i * 10),
      kind: 'reading',
      values: { magnesium: kit },
      instruments: { magnesium: NEW_KIT },
    },
  ]);
  return [
    ...evening,
    {
      id: 'atrium-panel-before',
      tankId: 'atrium',
      at: calendar.at(day - 63, 18, 10),
      kind: 'reading',
      values: { calcium: 424, magnesium: 1301, potassium: 391, strontium: 7.6 },
      instruments: Object.fromEntries(PANEL.map((parameter) => [parameter, `panel-${parameter}`])),
    },
  ];
}
