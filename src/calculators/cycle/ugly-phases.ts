export interface UglyPhase {
  readonly name: string;
  readonly fromDay: number;
  readonly toDay: number;
  readonly says: string;
}

/** What grows on new rock and glass, in the order it comes. Common practice for the order; the days are chosen around what keepers tell. */
export const UGLY_PHASES: readonly UglyPhase[] = [
  {
    name: 'Clouded water',
    fromDay: 0,
    toDay: 6,
    says: 'Dust of sand, then a bloom of bacteria: milky for days. It settles by itself.',
  },
  {
    name: 'Brown film (diatoms)',
    fromDay: 7,
    toDay: 42,
    says: 'On sand and glass, wiped off with a finger: it lives on the silicate of new sand and rock, and goes when that is used up.',
  },
  {
    name: 'Red or dark slime (cyanobacteria)',
    fromDay: 28,
    toDay: 120,
    says: 'In sheets with bubbles, where flow is weak. Feed less, point a pump at it, siphon it at a change.',
  },
  {
    name: 'Green threads and film',
    fromDay: 42,
    toDay: 200,
    says: 'Shorter light, a clean-up crew, pull it by hand. Phosphate from dry rock feeds it for months.',
  },
  {
    name: 'Purple crusts (coralline)',
    fromDay: 75,
    toDay: 400,
    says: 'The good sign: it takes the place of what was ugly.',
  },
];

/** Pictures that are no phase. Common practice. */
export const NOT_NORMAL: readonly string[] = [
  'White threads or a grey slick with a smell of rotten eggs: something has died. Find it and take it out.',
  'Water that stays milky for more than two weeks, or fish at the surface gasping: more air at once, less food.',
  'Brown snot with bubbles that comes back within a day of siphoning, with snails dying: a dinoflagellate bloom. Do not starve it; raise nutrients, and ask before treating.',
  'Ammonia or nitrite that reads again with nothing new in the tank.',
];
