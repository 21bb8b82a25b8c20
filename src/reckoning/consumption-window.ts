import type { DosedParameter } from '@/calculators/dosing/dosed-parameters';

/**
 * How far back readings speak for what the tank takes now. Consumption moves by the month; calcium and magnesium are
 * tested more coarsely, so they need longer to tell a rate from test error. Common practice.
 */
export const WINDOW_DAYS: Record<DosedParameter, number> = { alkalinity: 21, calcium: 42, magnesium: 42 };
/** When the window holds fewer than two readings, the last two are used if they are not older than this. */
export const LONGEST_DAYS = 60;
