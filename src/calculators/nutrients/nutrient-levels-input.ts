import * as z from 'zod';
import { NUTRIENT_SCHOOLS } from '../parameters/parameter';
import { readingExpectation } from '../parameters/parameters';
import { SIGN_IDS } from '../signs/signs';
import { amount, figure, moment } from '../calculator/calculator-input';
import { movedInput } from '../calculator/certainty';

type Nutrient = 'nitrate' | 'phosphate';

/** Readings of one nutrient, where it should be, and how it moves. */
const nutrientOf = (nutrient: Nutrient) =>
  z.strictObject({
    readings: z
      .array(
        z.strictObject({
          at: moment('time of the test'),
          value: amount(readingExpectation(nutrient)),
          /** One standard deviation; a careful test's when left out. */
          sd: figure('error of a reading', 1e-9, 1e6).optional(),
        }),
      )
      .max(20_000)
      .default([]),
    band: z.tuple([amount(readingExpectation(nutrient)), amount(readingExpectation(nutrient))]).optional(),
    moved: movedInput.optional(),
  });

export const nutrientLevelsInput = z.strictObject({
  now: moment('now'),
  nitrate: nutrientOf('nitrate').prefault({}),
  phosphate: nutrientOf('phosphate').prefault({}),
  /** The bands of this school where no own band is given. */
  school: z.enum(NUTRIENT_SCHOOLS).default('low'),
  alkalinity: amount(readingExpectation('alkalinity')).optional(),
  /** Days since water was first in it; left out where nobody knows. */
  ageDays: figure('age of the tank', 0, 40_000, 'days').optional(),
  /** Days since fish were last added. */
  fishAddedDaysAgo: figure('days since fish were added', 0, 40_000, 'days').optional(),
  /** What is fed now against before, and since when. */
  feedingRaised: z
    .strictObject({
      daysAgo: figure('days since feeding was changed', 0, 40_000, 'days'),
      times: figure('feeding, times what it was', 0.001, 1000),
    })
    .optional(),
  /** A broadcast food for corals is fed. */
  broadcast: z.boolean().default(false),
  /** What was seen in the last weeks, and is not gone. */
  signs: z
    .array(z.strictObject({ sign: z.enum(SIGN_IDS), at: moment('when it was seen') }))
    .max(200)
    .default([]),
  /** What takes nutrients out besides changes of water, in words. */
  exporters: z.array(z.string().max(80)).max(20).default([]),
});
export type NutrientLevelsInput = z.output<typeof nutrientLevelsInput>;
