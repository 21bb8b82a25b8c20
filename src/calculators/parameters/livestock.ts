import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import type { ParameterId } from './parameters';

/** What lives in a tank, as keepers class it. */
export const LIVESTOCK_CLASSES = [
  'fish only',
  'soft',
  'large-polyp',
  'small-polyp',
  'mixed',
  'other invertebrates',
] as const;
export type LivestockClass = (typeof LIVESTOCK_CLASSES)[number];

interface ClassFacts {
  readonly words: string;
  /** Bands proposed for it; of what is not here the band that all keepers hold. */
  readonly bands: Partial<Record<ParameterId, readonly [number, number]>>;
  /** Which salt's profile suits it, and why. */
  readonly salt: string;
  /** Fastest change of alkalinity and salinity a day that it is held to: dKH in mmol/L, ppt. */
  readonly alkalinityPerDay: number;
  readonly salinityPerDay: number;
}

/** Common practice, all of it: bands keepers hold for each class, and how fast a level may move there. */
export const LIVESTOCK: Readonly<Record<LivestockClass, ClassFacts>> = {
  'fish only': {
    words: 'Fish only',
    bands: { alkalinity: [7 * DKH, 11 * DKH], nitrate: [0, 40], phosphate: [0, 0.5], salinity: [31, 35.5] },
    salt: 'A plain salt does: fish ask for steady salinity, not for calcium.',
    alkalinityPerDay: 1 * DKH,
    salinityPerDay: 1,
  },
  soft: {
    words: 'Soft corals',
    bands: { alkalinity: [7 * DKH, 9 * DKH], nitrate: [2, 15], phosphate: [0.03, 0.12] },
    salt: 'A near-natural profile does; water changes alone usually hold its calcium.',
    alkalinityPerDay: 1 * DKH,
    salinityPerDay: 1,
  },
  'large-polyp': {
    words: 'Large-polyp stony corals',
    bands: { alkalinity: [7.5 * DKH, 9.5 * DKH], nitrate: [2, 10], phosphate: [0.03, 0.1] },
    salt: 'Either profile: near-natural where you dose, elevated where water changes replace what is consumed.',
    alkalinityPerDay: 0.7 * DKH,
    salinityPerDay: 0.7,
  },
  'small-polyp': {
    words: 'Small-polyp stony corals',
    bands: {
      alkalinity: [7.5 * DKH, 8.5 * DKH],
      nitrate: [1, 5],
      phosphate: [0.02, 0.08],
      salinity: [34.3, 35.5],
    },
    salt: 'A near-natural profile: an elevated one makes alkalinity step at each change, which they bear badly.',
    alkalinityPerDay: 0.5 * DKH,
    salinityPerDay: 0.5,
  },
  mixed: {
    words: 'Mixed reef',
    bands: { alkalinity: [7.5 * DKH, 9 * DKH], nitrate: [2, 10], phosphate: [0.03, 0.1] },
    salt: 'A near-natural profile where you dose; the most delicate animal sets the pace of any change.',
    alkalinityPerDay: 0.5 * DKH,
    salinityPerDay: 0.7,
  },
  'other invertebrates': {
    words: 'Other invertebrates',
    bands: { alkalinity: [7 * DKH, 10 * DKH], nitrate: [0, 20], salinity: [31, 35.5] },
    salt: 'A plain salt, at 32 ppt in some systems; copper in any of it kills them.',
    alkalinityPerDay: 0.7 * DKH,
    salinityPerDay: 0.5,
  },
};
