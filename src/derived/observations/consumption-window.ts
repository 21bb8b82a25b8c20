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
 * How far back readings of an ion speak for its trend: a laboratory is asked every month or two. Chosen. (Alkalinity, calcium and
 * magnesium need no window: their estimate forgets by itself.)
 */
export const TREND_WINDOW_DAYS = 120;
/** Of a parameter not read for so long nothing is told. Chosen. */
export const LONGEST_DAYS = 60;
