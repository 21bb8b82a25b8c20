import * as z from 'zod';
import { AMOUNTS } from '../calculator/amounts';
import { amount, figure, given } from '../calculator/calculator-input';
import { TYPICAL_GRAMS_PER_L_AT_35 } from '@/chemistry/mixing/salt-strength';
import { Refusal } from '@/chemistry/refusal';
import { FOLLOWED, type Followed } from '@/chemistry/water-change/followed';
import { levelsInput, takesInput } from './change-input';
import { waterOriginsInput } from './new-water-from';
import { carries, settledAt, settledOnFlow, type Routine } from '@/chemistry/water-change/routine';

const routine = z.discriminatedUnion('by', [
  z.strictObject({
    by: z.literal('changes'),
    changeL: amount(AMOUNTS.waterChange),
    everyDays: figure('days between changes', 0.04, 366, 'days'),
  }),
  /** New water dripped in without end, and as much running off. */
  z.strictObject({
    by: z.literal('flow'),
    litresPerDay: amount(AMOUNTS.exchange),
  }),
]);

/** What is asked of a routine of changes. */
export const routineInput = z.strictObject({
  netVolumeL: amount(AMOUNTS.netVolume),
  routine,
  tank: levelsInput,
  newWater: levelsInput,
  newWaterFrom: waterOriginsInput,
  consumptionPerDay: takesInput,
  /** The lowest level that is wanted of what is taken. */
  floor: levelsInput.default({}),
  gramsPerLAt35: amount(AMOUNTS.saltPerL).default(TYPICAL_GRAMS_PER_L_AT_35),
  boxG: amount(AMOUNTS.boxMass).optional(),
  boxPrice: amount(AMOUNTS.price).optional(),
  /** Which of the levels the answer speaks of; alkalinity where it is followed. */
  about: given(
    (value): Followed | undefined => {
      if (value === undefined || (FOLLOWED as readonly unknown[]).includes(value)) return value as Followed | undefined;
      throw new Refusal({ field: 'about', value: String(value).slice(0, 40), allowed: FOLLOWED.join(', ') });
    },
    { title: 'about', enum: [...FOLLOWED] },
  ).optional(),
});
export type RoutineAsked = z.output<typeof routineInput>;

/** One level under the routine. */
export interface Row {
  readonly id: Followed;
  readonly newWater: number;
  readonly consumptionPerDay: number;
  /** Undefined where the tank takes more than the routine brings. */
  readonly before: number | undefined;
  readonly after: number | undefined;
  readonly supportsPerDay: number | undefined;
}

export function rowOf(
  id: Followed,
  { netVolumeL, routine: by, newWater: water, consumptionPerDay, floor }: RoutineAsked,
): Row {
  const newWater = water[id] ?? 0;
  const takes = consumptionPerDay[id] ?? 0;
  const least = floor[id];
  if (by.by === 'changes') {
    const settled = settledAt(netVolumeL, by, newWater, takes);
    return {
      id,
      newWater,
      consumptionPerDay: takes,
      before: settled?.before,
      after: settled?.after,
      supportsPerDay: least === undefined ? undefined : carries(netVolumeL, by, newWater, least),
    };
  }
  const level = settledOnFlow(netVolumeL, by.litresPerDay, newWater, takes);
  // A flow carries what a change of as many litres once a day does.
  const daily: Routine = { changeL: by.litresPerDay, everyDays: 1 };
  return {
    id,
    newWater,
    consumptionPerDay: takes,
    before: level,
    after: level,
    supportsPerDay: least === undefined ? undefined : carries(netVolumeL, daily, newWater, least),
  };
}
