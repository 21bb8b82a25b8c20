import type { Expectation } from '@/chemistry/units/parse-quantity';

/** What each figure of a top-off accepts, wherever it is given. Canonical units. */
export const TOP_OFF_AMOUNTS = {
  loss: { field: 'loss a day', kind: 'waterRate', low: 0, high: 10_000, usual: [0.1, 50] },
  drip: { field: 'water by doses', kind: 'waterRate', low: 0, high: 10_000, usual: [0.01, 20] },
  spare: { field: 'room to rise', kind: 'volume', low: 0, high: 10_000, usual: [1, 200] },
  runsBack: { field: 'runs back', kind: 'volume', low: 0, high: 10_000, usual: [1, 100] },
  returnReserve: { field: 'what the return may lose', kind: 'volume', low: 0, high: 10_000, usual: [0.5, 60] },
  pump: { field: 'pump', kind: 'pumpRate', low: 0, high: 20_000, usual: [2, 2000] },
  greatestLift: { field: 'greatest lift', kind: 'length', low: 5, high: 1000, usual: [50, 400] },
  lift: { field: 'lift', kind: 'length', low: 0, high: 1000, usual: [10, 250] },
  bore: { field: 'bore of the hose', kind: 'length', low: 0.2, high: 10, usual: [0.3, 3] },
  hoseLength: { field: 'length of the hose', kind: 'length', low: 1, high: 5000, usual: [50, 1000] },
  height: { field: 'height above the floor', kind: 'length', low: 0, high: 500, usual: [0, 250] },
  cutOff: { field: 'let in before the second sensor', kind: 'volume', low: 0, high: 10_000, usual: [0.5, 50] },
  runLimit: { field: 'longest run', kind: 'days', low: 1 / 1440, high: 1, usual: [1 / 1440, 1 / 24] },
  air: { field: 'air over the water', kind: 'airSpeed', low: 0, high: 5, usual: [0, 2] },
  minutesRun: { field: 'time the pump ran', kind: 'days', low: 0, high: 31, usual: [1 / 1440, 0.5] },
  runOver: { field: 'days it was counted over', kind: 'days', low: 0.25, high: 62, usual: [0.5, 31] },
  reservoirLevel: { field: 'reservoir', kind: 'volume', low: 0, high: 10_000, usual: [0.2, 500] },
  away: { field: 'days away', kind: 'days', low: 0.5, high: 120, usual: [1, 40] },
  bottle: { field: 'bottle', kind: 'dose', low: 0, high: 1e6, usual: [20, 20_000] },
  portions: { field: 'portions', kind: 'ratio', low: 0, high: 1000, usual: [1, 60] },
  perDay: { field: 'portions a day', kind: 'ratio', low: 0.1, high: 24, usual: [0.3, 6] },
  everyDays: { field: 'days between', kind: 'days', low: 1, high: 800, usual: [7, 400] },
} as const satisfies Record<string, Expectation>;
