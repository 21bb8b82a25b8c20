import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { salinityFromSpecificGravity } from '@/chemistry/seawater/specific-gravity';
import type { ParameterId } from './parameters';

type Bands = Readonly<Partial<Record<ParameterId, readonly [low: number, high: number]>>>;

/** Bands that schools of keepers hold, to begin from; every figure is the keeper's own afterwards. Common practice, all of them. */
export const BAND_SCHOOLS: readonly { readonly words: string; readonly bands: Bands }[] = [
  { words: 'alkalinity near the sea’s', bands: { alkalinity: [7 * DKH, 9 * DKH] } },
  { words: 'alkalinity of elevated salts', bands: { alkalinity: [8 * DKH, 12 * DKH] } },
  { words: 'salinity of 35 ppt', bands: { salinity: [34, 36] } },
  {
    words: 'salinity of 1.023 to 1.026',
    bands: { salinity: [salinityFromSpecificGravity(1.023), salinityFromSpecificGravity(1.026)] },
  },
];
