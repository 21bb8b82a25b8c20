import * as z from 'zod';
import { AMOUNTS } from '../calculator/amounts';
import { amount, figure, moment } from '../calculator/calculator-input';
import type { Phrase } from '../calculator/calculator';
import { readingExpectation } from '../parameters/parameters';
import { reactorWater, tankAlkalinity } from './reactor-input';
import type { Symptom } from './symptoms';

const test = z.strictObject({
  at: moment('the test'),
  effluentAlkalinity: amount(AMOUNTS.effluent).optional(),
  chamberPh: amount(AMOUNTS.chamberPh).optional(),
  mlPerMin: amount(AMOUNTS.reactorFlow).optional(),
  bubblesPerMin: amount(AMOUNTS.bubblesPerMin).optional(),
});

export const dialInInput = z.strictObject({
  now: moment('now'),
  netVolumeL: amount(AMOUNTS.netVolume),
  tankAlkalinity,
  water: reactorWater,
  /** Alkalinity consumed a day, less what other sources supply. */
  demandPerDay: amount({ field: 'demand a day', kind: 'alkalinityRate', low: -5, high: 5 }),
  demandSd: figure('doubt of the demand', 0, 100, 'mmol/L a day').default(0),
  /** How it was set, oldest first. */
  settings: z
    .array(
      z.strictObject({
        at: moment('the setting'),
        mlPerMin: amount(AMOUNTS.reactorFlow),
        chamberPh: amount(AMOUNTS.chamberPh).optional(),
        effluentAlkalinity: amount(AMOUNTS.effluent).optional(),
      }),
    )
    .max(500),
  tests: z.array(test).max(1000).default([]),
  /** The tank's alkalinity as it was tested since the last setting, with the error of the test. */
  tank: z
    .array(
      z.strictObject({
        at: moment('the tank’s test'),
        alkalinity: amount(readingExpectation('alkalinity')),
        sd: figure('error of the test', 0.001, 10),
      }),
    )
    .max(1000)
    .default([]),
  /** When media were last filled, and the share that is left of them. */
  mediaFilledAt: moment('when media were filled').optional(),
  mediaLeftShare: figure('share of the media left', 0, 1).optional(),
  chamberL: amount(AMOUNTS.chamber).optional(),
  mostMlPerMin: amount(AMOUNTS.reactorFlow).default(120),
});
export type DialInInput = z.output<typeof dialInInput>;

/** Where dialling in stands. */
export type DialInStage =
  | 'not set'
  | 'see to this first'
  | 'two things changed'
  | 'wait'
  | 'test the effluent'
  | 'leave it'
  | 'change one thing';

export interface DialIn {
  readonly stage: DialInStage;
  readonly says: Phrase[];
  readonly because: Phrase[];
  /** Supplied by the newest effluent and flow, mmol/L of the tank a day. */
  readonly suppliesPerDay: number | undefined;
  readonly retestEffluentAt: number | undefined;
  readonly retestTankAt: number | undefined;
  /** How the tank's alkalinity should move a day as the reactor is set. */
  readonly shouldMovePerDay: number | undefined;
  /** How it moved by its tests since, with one standard deviation. */
  readonly moved: { readonly perDay: number; readonly sd: number } | undefined;
  readonly toMlPerMin: number | undefined;
  readonly toChamberPh: number | undefined;
  readonly symptoms: readonly Symptom[];
}
