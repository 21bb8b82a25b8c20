import type { ParameterId } from '../parameters/parameters';

/** What the eye sees that bears on the water, by the word keepers have for it. Common practice. */
interface SignFacts {
  /** The words it is jotted by; the first is the one the product writes. */
  readonly words: readonly [name: string, ...more: string[]];
  /** Whether it is good news, which is what a trial may be after. */
  readonly good?: true;
  /** What of the water it hangs on, the likeliest first: these are looked at beside it. */
  readonly looksAt: readonly ParameterId[];
}

export const SIGNS = {
  'polyps-out': {
    words: ['polyps out', 'polyps open', 'polyps are out', 'polyps are open', 'good polyp extension'],
    good: true,
    looksAt: ['alkalinity', 'nitrate', 'phosphate'],
  },
  'polyps-in': {
    words: ['polyps in', 'polyps closed', 'closed up', 'polyps are in', 'polyps are closed'],
    looksAt: ['alkalinity', 'salinity', 'temperature'],
  },
  paling: {
    words: ['paling', 'pale', 'pale corals', 'paled', 'bleaching', 'bleached', 'lightening'],
    looksAt: ['nitrate', 'phosphate', 'alkalinity', 'temperature'],
  },
  'colour-back': {
    words: ['colour back', 'color back', 'colour returning', 'color returning', 'coloured up', 'colored up'],
    good: true,
    looksAt: ['nitrate', 'phosphate', 'alkalinity'],
  },
  'tissue-loss': {
    words: ['tissue loss', 'losing tissue', 'recession', 'stn', 'rtn'],
    looksAt: ['alkalinity', 'salinity', 'temperature', 'calcium'],
  },
  diatoms: { words: ['diatoms', 'diatom', 'brown dust'], looksAt: ['phosphate', 'nitrate'] },
  film: { words: ['film', 'film algae', 'glass film'], looksAt: ['phosphate', 'nitrate'] },
  cyanobacteria: { words: ['cyanobacteria', 'cyano', 'red film', 'red slime'], looksAt: ['nitrate', 'phosphate'] },
  dinoflagellates: { words: ['dinoflagellates', 'dinos', 'dino', 'brown snot'], looksAt: ['nitrate', 'phosphate'] },
  'hair-algae': { words: ['hair algae', 'gha', 'green filaments'], looksAt: ['phosphate', 'nitrate'] },
  'bubble-algae': { words: ['bubble algae', 'bubbles algae'], looksAt: ['nitrate', 'phosphate'] },
  coralline: { words: ['coralline', 'coralline algae'], good: true, looksAt: ['alkalinity', 'calcium', 'magnesium'] },
  flatworms: { words: ['flatworms', 'flatworm', 'planaria', 'red flatworms'], looksAt: ['nitrate', 'phosphate'] },
  'glass-anemones': {
    words: ['glass anemones', 'aiptasia', 'pest anemones', 'majano'],
    looksAt: ['nitrate', 'phosphate'],
  },
  'snails-multiply': {
    words: ['snails multiply', 'snails everywhere', 'snail bloom', 'too many snails', 'snails multiplying'],
    looksAt: ['nitrate', 'phosphate'],
  },
  pests: { words: ['pests', 'pest', 'nudibranchs'], looksAt: ['nitrate', 'phosphate'] },
  'cloudy-water': { words: ['cloudy water', 'cloudy', 'cloudiness'], looksAt: ['alkalinity', 'ammonia', 'ph'] },
} as const satisfies Record<string, SignFacts>;

export type Sign = keyof typeof SIGNS;
export const SIGN_IDS = Object.keys(SIGNS) as [Sign, ...Sign[]];

export function isSign(text: string): text is Sign {
  return text in SIGNS;
}

/** As it is written: "tissue loss". */
export function signWords(sign: Sign): string {
  return SIGNS[sign].words[0];
}

/** What of the water a sign hangs on. */
export function signLooksAt(sign: Sign): readonly ParameterId[] {
  return SIGNS[sign].looksAt;
}
