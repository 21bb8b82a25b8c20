import { GRAMS_PER_L_RANGE } from './mixing/salt-strength';
import { MMOL_PER_L_PER_DKH } from './units/kinds';
import type { Expectation } from './units/parse-quantity';

/** What each amount accepts, wherever it is given: the line, a field, a grid, a calculator. Canonical units. */
export const AMOUNTS = {
  displayVolume: { field: 'display', kind: 'volume', low: 1, high: 100_000, usual: [20, 5000] },
  sumpVolume: { field: 'sump', kind: 'volume', low: 0, high: 100_000, usual: [0, 2000] },
  netVolume: { field: 'net volume', kind: 'volume', low: 0.1, high: 100_000, usual: [20, 5000] },
  reservoir: { field: 'reservoir', kind: 'volume', low: 0, high: 10_000, usual: [0, 500] },
  openSurface: { field: 'open surface', kind: 'area', low: 0.01, high: 100, usual: [0.05, 5] },
  roomTemperature: { field: 'room temperature', kind: 'temperature', low: -10, high: 45, usual: [15, 32] },
  humidity: { field: 'room humidity', kind: 'percent', low: 0, high: 100, usual: [20, 80] },
  waterChange: { field: 'water change', kind: 'volume', low: 0.05, high: 100_000, usual: [1, 2000] },
  newWaterSalinity: { field: 'salinity of the new water', kind: 'salinity', low: 5, high: 42, usual: [28, 38] },
  refill: { field: 'refill', kind: 'volume', low: 0.05, high: 10_000, usual: [0.2, 200] },
  dose: { field: 'dose', kind: 'dose', low: 0.01, high: 100_000, usual: [0.5, 2000] },
  standingDose: { field: 'dose a day', kind: 'doseRate', low: 0, high: 1_000_000, usual: [0.5, 5000] },
  reactorFlow: { field: 'reactor flow', kind: 'flow', low: 0, high: 1000, usual: [1, 120] },
  effluent: {
    field: 'effluent alkalinity',
    kind: 'alkalinity',
    low: 0,
    high: 60,
    usual: [12 * MMOL_PER_L_PER_DKH, 60 * MMOL_PER_L_PER_DKH],
  },
  batchVolume: { field: 'saltwater wanted', kind: 'volume', low: 0.1, high: 100_000, usual: [5, 2000] },
  batchSalinity: { field: 'target salinity', kind: 'salinity', low: 5, high: 42, usual: [28, 38] },
  measuredSalinity: { field: 'measured salinity', kind: 'salinity', low: 5, high: 42, usual: [28, 38] },
  saltMass: { field: 'salt', kind: 'mass', low: 1, high: 1e7, usual: [100, 100_000] },
  saltPerL: {
    field: 'salt at 35 ppt',
    kind: 'strength',
    low: GRAMS_PER_L_RANGE[0],
    high: GRAMS_PER_L_RANGE[1],
    usual: GRAMS_PER_L_RANGE,
    otherwise: 'Seawater at 35 ppt holds 36 g of dry salt a litre; boxed salts carry a little water besides.',
  },
  claimMl: { field: 'millilitres', kind: 'dose', low: 0.001, high: 100_000, usual: [0.1, 1000] },
  claimLitres: { field: 'litres of tank', kind: 'volume', low: 0.1, high: 100_000, usual: [1, 5000] },
  claimAlkalinity: { field: 'rise of alkalinity', kind: 'alkalinity', low: 0, high: 50, usual: [0.001, 5] },
  claimCalcium: { field: 'rise of calcium', kind: 'calcium', low: 0, high: 5000, usual: [0.1, 200] },
  claimMagnesium: { field: 'rise of magnesium', kind: 'magnesium', low: 0, high: 5000, usual: [0.1, 500] },
  purity: { field: 'purity', kind: 'percent', low: 20, high: 100, usual: [70, 100] },
  solutionPart: { field: 'salt in a litre', kind: 'strength', low: 0.001, high: 2000, usual: [1, 1000] },
} as const satisfies Record<string, Expectation>;
