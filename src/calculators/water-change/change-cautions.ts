import { quantity } from '@/quantities/quantity';
import type { Caution } from '../calculator/calculator';

/** Said wherever water leaves a tank. */
export const OFF_FIRST: Caution = {
  severity: 'danger',
  usual: true,
  says: [
    'Heater, return, skimmer and top-off off before the level falls, and on again in the opposite order. Drip loops, a residual-current device; wiring is for a licensed electrician, by local codes.',
  ],
};
export const HEAVY: Caution = {
  severity: 'caution',
  usual: true,
  says: [
    quantity('volume', 20),
    'of water weigh',
    quantity('mass', 20_000),
    ': pump it, or carry less at a time; wet floors are slippery.',
  ],
};
export const DRAIN: Caution = {
  severity: 'note',
  usual: true,
  says: [
    'Used saltwater goes down an indoor drain where local rules allow it; it and livestock never go to a storm drain or local water.',
  ],
};
