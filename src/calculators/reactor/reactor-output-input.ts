import * as z from 'zod';
import { howSureInput } from '../calculator/certainty';
import type { HalfwayFlow } from '@/chemistry/reactor/halfway-flow';
import { AMOUNTS } from '../calculator/amounts';
import { amount, figure } from '../calculator/calculator-input';
import { demandBasis } from '../dosing/demand-basis';
import { KEEPS } from '../dosing/dose-cost';
import { readingExpectation } from '../parameters/parameters';
import { measuredEffluent, reactorWater, tankAlkalinity } from './reactor-input';

/** A hobby chamber's steady feed rarely runs beyond this. Common practice. */
const MOST_ML_PER_MIN = 120;

export const reactorOutputInput = z.strictObject({
  netVolumeL: amount(AMOUNTS.netVolume),
  /** Of demand, effluent and flow, the one that is asked for; the other two are given. */
  find: z.enum(['flow', 'effluent', 'demand']).default('flow'),
  /** Alkalinity consumed a day. */
  demandPerDay: amount({ field: 'consumption a day', kind: 'alkalinityRate', low: -5, high: 5 }).optional(),
  /** Its standard deviation, mmol/L a day. */
  demandSd: figure('doubt of the consumption', 0, 100, 'mmol/L a day').default(0),
  demandBasis,
  /** What other sources supply, mmol a day in the whole tank. */
  carriedMmolPerDay: figure('supplied by others', -1e9, 1e9, 'mmol a day').default(0),
  carriedBy: z.array(z.string().max(200)).max(100).default([]),
  /** A part that runs now and that this flow takes the place of. */
  replaces: z.string().max(200).optional(),
  effluentAlkalinity: amount(AMOUNTS.effluent).optional(),
  mlPerMin: amount(AMOUNTS.reactorFlow).optional(),
  tankAlkalinity,
  tankAlkalinityOrigin: z.enum(['log', 'yours']).default('yours'),
  /** The chamber's pH, with which its ceiling is known. */
  chamberPh: amount(AMOUNTS.chamberPh).optional(),
  tankPh: amount(readingExpectation('ph')).default(8.2),
  water: reactorWater,
  /** This reactor's effluents since its media were filled. */
  measured: z.array(measuredEffluent).max(500).default([]),
  mostMlPerMin: amount(AMOUNTS.reactorFlow).default(MOST_ML_PER_MIN),
  /** As it runs now, with where the tank's alkalinity stands and should be: whether its flow is worth a change is then decided. */
  runs: z
    .strictObject({
      mlPerMin: figure('reactor flow', 0, 1e4, 'mL/min'),
      level: figure('level', 0, 1e5),
      target: figure('target', 0, 1e5),
      testEveryDays: figure('days between tests', 1, 60, 'days').default(7),
      keeps: z.enum(KEEPS).default('few changes'),
    })
    .optional(),
  ...howSureInput,
});
export type ReactorOutputInput = z.output<typeof reactorOutputInput>;

export interface ReactorOutputValues {
  /** Supplied by the reactor, mmol a day. */
  readonly mmolPerDay: number;
  readonly effluentAlkalinity: number;
  readonly mlPerMin: number;
  readonly litresPerDay: number;
  readonly mlPerMinLow: number;
  readonly mlPerMinHigh: number;
  readonly suppliesPerDay: number;
  readonly ceiling: number | undefined;
  readonly shareOfCeiling: number | undefined;
  readonly mediaGPerDay: number;
  readonly co2LeastGPerDay: number;
  readonly fit: HalfwayFlow | undefined;
  readonly byOwnRate: OwnRate | undefined;
  /** Its flow is left as it runs: where the level is foreseen then, and in how many days. */
  readonly stays: { readonly mlPerMin: number; readonly level: number; readonly inDays: number } | undefined;
}

/** What this chamber would do by its own measured effluents. */
export interface OwnRate {
  /** The effluent it would give at the flow that was found or given. */
  readonly effluentAlkalinity: number;
  /** The flow at which it would supply as much; undefined where no flow does. */
  readonly mlPerMin: number | undefined;
  readonly low: number | undefined;
  readonly high: number | undefined;
}
