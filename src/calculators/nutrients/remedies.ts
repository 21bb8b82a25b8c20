/** What is done against algae, films and pests, by the words it is called by; the first is the one the product writes. Common practice. */
export const REMEDIES = {
  'less-food': { words: ['less food', 'feeding less'] },
  siphon: { words: ['siphoning', 'siphon'] },
  'by-hand': { words: ['pulling by hand', 'manual removal', 'scraping'] },
  'more-flow': { words: ['more flow'] },
  'shorter-light': { words: ['shorter light', 'shorter photoperiod'] },
  blackout: { words: ['blackout', 'three dark days', 'lights out'] },
  'clean-up-crew': { words: ['clean-up crew', 'cleanup crew', 'more snails'] },
  grazer: { words: ['a grazing fish', 'grazing fish', 'tang', 'rabbitfish', 'urchin', 'sea hare'] },
  'pest-eater': { words: ['an animal that eats them', 'wrasse', 'peppermint shrimp', 'nudibranch'] },
  'phosphate-media': { words: ['phosphate media', 'phosphate remover', 'gfo'] },
  'carbon-source': { words: ['a carbon source', 'carbon source', 'carbon dosing'] },
  'raise-nutrients': { words: ['raising nitrate and phosphate', 'dosing nitrate'] },
  bacteria: { words: ['bottled bacteria', 'bacteria'] },
  peroxide: { words: ['peroxide', 'hydrogen peroxide'] },
  antibiotic: { words: ['an antibiotic', 'antibiotic', 'chemical cyano remover', 'red slime remover'] },
  algaecide: { words: ['an algaecide', 'algaecide', 'algae remover', 'fluconazole'] },
  'flatworm-remedy': { words: ['a flatworm medicine', 'flatworm medicine', 'flatworm remedy'] },
  dip: { words: ['a dip', 'dip', 'coral dip'] },
  uv: { words: ['a UV lamp', 'uv lamp', 'uv'] },
} as const satisfies Record<string, { readonly words: readonly [name: string, ...more: string[]] }>;

export type Remedy = keyof typeof REMEDIES;
export const REMEDY_IDS = Object.keys(REMEDIES) as [Remedy, ...Remedy[]];

/** As it is written: "a flatworm medicine". */
export function remedyWords(remedy: Remedy): string {
  return REMEDIES[remedy].words[0];
}
