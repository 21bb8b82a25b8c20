import type { PARAMETERS } from '@/calculators/parameters/parameters';
import { DOSED_PARAMETERS, type DosedParameter } from '@/calculators/dosing/dosed-parameters';

/** What of a laboratory's panel the tank model keeps account of: ions of the sea's salt, which changes and doses bring. */
export const ION_IDS = [
  'potassium',
  'strontium',
  'boron',
  'bromide',
  'fluoride',
  'sulfate',
  'sodium',
  'chloride',
] as const satisfies readonly (keyof typeof PARAMETERS)[];
type IonId = (typeof ION_IDS)[number];

/** What consumption and outlook are worked out of. */
export type FollowedParameter = DosedParameter | IonId;

export function isFollowed(name: string): name is FollowedParameter {
  return ([...DOSED_PARAMETERS, ...ION_IDS] as readonly string[]).includes(name);
}

/**
 * How far back readings speak for what the tank takes now. Consumption moves by the month; calcium and magnesium are
 * tested more coarsely, so they need longer to tell a rate from test error. Common practice. A laboratory is asked every month or
 * two: chosen.
 */
export function windowDaysOf(parameter: FollowedParameter): number {
  return { alkalinity: 21, calcium: 42, magnesium: 42 }[parameter as DosedParameter] ?? 120;
}
/** When the window holds fewer than two readings, the last two are used if they are not older than this. */
export const LONGEST_DAYS = 60;
