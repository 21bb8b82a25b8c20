import * as z from 'zod';
import { amount, figure, moment } from '../calculator/calculator-input';
import { AMOUNTS } from '../calculator/amounts';
import { type PARAMETERS, readingExpectation } from '../parameters/parameters';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import type { TankEvent } from '@/chemistry/tank-model/events';
import type { Water } from '@/chemistry/tank-model/water';
import { CYCLE_SCHOOL_IDS, CYCLE_SCHOOLS } from './cycle-schools';
import type { FirstSteps } from '@/chemistry/cycle/stage';

/** What goes into a new tank that lives, or carries life. */
export const ADDED_KINDS = [
  'bacteria',
  'live rock',
  'dry rock',
  'sand',
  'clean-up crew',
  'fish',
  'soft coral',
  'stony coral',
] as const;
export type AddedKind = (typeof ADDED_KINDS)[number];

/** Animals that breathe the water. */
export const ANIMALS: readonly AddedKind[] = ['clean-up crew', 'fish', 'soft coral', 'stony coral'];

export const school = z.enum(CYCLE_SCHOOL_IDS);

/** The pH taken where none was tested. */
export const AMMONIA_READ_AT = 8.1;

/** Steps of the usual kits. Common practice. */
export const USUAL_STEPS: FirstSteps = { ammonia: 0.25, nitrite: 0.25 };

/** The first step of a kit's scale: less than it the kit cannot show from zero. */
export const stepsInput = z
  .strictObject({
    ammonia: amount(AMOUNTS.kitStepAmmonia),
    nitrite: amount(AMOUNTS.kitStepNitrite),
  })
  .default(USUAL_STEPS);

const read = (id: keyof typeof PARAMETERS) => amount(readingExpectation(id)).optional();

export const cycleReadingInput = z.strictObject({
  at: moment('time of the test'),
  ammonia: read('ammonia'),
  nitrite: read('nitrite'),
  nitrate: read('nitrate'),
  ph: read('ph'),
  alkalinity: read('alkalinity'),
  salinity: read('salinity'),
  temperature: read('temperature'),
});
export type FullReading = z.output<typeof cycleReadingInput>;

/** What was done to the tank. */
export const deedInput = z.discriminatedUnion('did', [
  z.strictObject({
    did: z.literal('dosed ammonia'),
    at: moment('time of the dose'),
    /** What it raised the whole tank by. */
    ammonia: amount({ field: 'ammonia dosed', kind: 'ammonia', low: 0, high: 100, usual: [0.2, 6] }),
  }),
  z.strictObject({ did: z.literal('changed'), at: moment('time of the change'), litres: amount(AMOUNTS.waterChange) }),
  z.strictObject({
    did: z.literal('put in'),
    at: moment('time it went in'),
    what: z.enum(ADDED_KINDS),
    count: figure('how many', 1, 1000).default(1),
  }),
]);
export type Deed = z.output<typeof deedInput>;

/** Water that brings nothing of the cycle. */
const CLEAN: Water = { salinity: 35, alkalinity: 2.5, dic: 2.2, calcium: 0, magnesium: 0, nitrate: 0, phosphate: 0 };

/** Ammonia that a small fish and its food give a day, mg. From memory: of 0.3 g of dry food, a third of its nitrogen is breathed out so. */
export const AMMONIA_MG_PER_FISH_PER_DAY = 8;
/** Bacteria put in later bring what they bring at the start; a piece of live rock among dry a share of a tank full of it. Chosen. */
const LATER_ROCK = 0.2;
/** Fish put in with the rock are the school's own, and counted there. */
const AT_THE_START_MS = 2 * DAY_MS;

/** Deeds as events of the tank model. What was put in as the tank was begun belongs to the way it was begun. */
export function deedEvents(deeds: readonly Deed[], volumeL: number, startedAt: number): TankEvent[] {
  let fish = 0;
  return deeds
    .filter(({ at }) => at >= startedAt)
    .toSorted((a, b) => a.at - b.at)
    .flatMap((deed): TankEvent[] => {
      if (deed.did === 'dosed ammonia')
        return [{ kind: 'addition', at: deed.at, amounts: { ammonia: deed.ammonia * volumeL } }];
      if (deed.did === 'changed')
        return [{ kind: 'exchange', at: deed.at, volumeL: Math.min(deed.litres, volumeL), water: CLEAN }];
      if (deed.at - startedAt < AT_THE_START_MS) return [];
      const seeds = (of: 'starter' | 'ocean-rock', share: number): TankEvent => ({
        kind: 'bacteria',
        at: deed.at,
        ammoniaPerDay: CYCLE_SCHOOLS[of].prior.seeds[0] * volumeL * share,
        nitritePerDay: CYCLE_SCHOOLS[of].prior.seeds[1] * volumeL * share,
      });
      if (deed.what === 'bacteria') return [seeds('starter', 1)];
      if (deed.what === 'live rock') return [seeds('ocean-rock', LATER_ROCK)];
      if (deed.what !== 'fish') return [];
      fish += deed.count;
      return [{ kind: 'rate', at: deed.at, source: 'fish', perDay: { ammonia: fish * AMMONIA_MG_PER_FISH_PER_DAY } }];
    });
}
