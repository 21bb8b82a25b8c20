import type { CycleStart } from '@/chemistry/cycle/prior';

/** The ways keepers begin a tank, as the product knows them. */
export const CYCLE_SCHOOL_IDS = ['starter', 'fishless', 'ocean-rock', 'hardy-fish', 'unaided'] as const;
export type CycleSchoolId = (typeof CYCLE_SCHOOL_IDS)[number];

export interface CycleSchool extends CycleStart {
  readonly name: string;
  /** Days on which bottled bacteria go in, from the first. */
  readonly bacteriaDays: number;
  readonly rock: 'dry' | 'live';
  readonly says: string;
  readonly against: string;
  /** Days it takes, as keepers see it, and where that is known from. */
  readonly lasts: readonly [number, number];
  readonly lastsFrom: 'common practice' | 'assumed';
}

/**
 * The seeds are chosen so that the tank model ends each way when keepers see it end. Common practice: about eight weeks unaided, under
 * four with a starter programme, 13 days to both at zero on fresh ocean rock (in another such tank ammonia alone was gone in five days,
 * and nitrite was not reported again: that is no end). Chosen where practice gives none: plain fishless between
 * the starter programme and nothing at all; bottled bacteria with fish about as long as the starter programme.
 */
export const CYCLE_SCHOOLS: Record<CycleSchoolId, CycleSchool> = {
  starter: {
    name: 'Starter programme',
    source: 'measured',
    doseMgPerL: 2,
    bacteriaDays: 1,
    rock: 'dry',
    says: 'Dry rock, bottled bacteria and a measured dose of ammonia: no animal is put through it, and the dose is known.',
    against: 'Dry rock is not dependable for months yet, however fast the cycle was.',
    lasts: [18, 28],
    lastsFrom: 'common practice',
    prior: { seeds: [0.032, 0.008], seedsDiffer: 0.7, dieOff: 0.15, dieOffDiffers: 0.8, food: 0 },
  },
  fishless: {
    name: 'Fishless, ammonia alone',
    source: 'measured',
    doseMgPerL: 2,
    bacteriaDays: 0,
    rock: 'dry',
    says: 'A measured dose of ammonia and what bacteria come by themselves or with a handful of sand: nothing to buy but the ammonia.',
    against: 'Two weeks longer than with bacteria from a bottle or a running tank.',
    lasts: [28, 46],
    lastsFrom: 'assumed',
    prior: { seeds: [0.0045, 0.00085], seedsDiffer: 0.9, dieOff: 0.15, dieOffDiffers: 0.8, food: 0 },
  },
  'ocean-rock': {
    name: 'Fresh ocean rock',
    source: 'die-off',
    doseMgPerL: 0,
    bacteriaDays: 0,
    rock: 'live',
    says: 'Rock from the sea, shipped damp, brings its bacteria and much other life: two weeks or so instead of a month or two.',
    against: 'Pests come with the life. What dies on the way feeds the cycle by no measure.',
    lasts: [9, 17],
    lastsFrom: 'common practice',
    prior: { seeds: [0.25, 0.12], seedsDiffer: 0.7, dieOff: 1.6, dieOffDiffers: 0.6, food: 0 },
  },
  'hardy-fish': {
    name: 'Bottled bacteria with hardy fish',
    source: 'fish',
    doseMgPerL: 0,
    bacteriaDays: 7,
    rock: 'dry',
    says: 'Fish feed the bacteria from the first day, bottled bacteria go in daily for a week.',
    against:
      'Hard on the fish, which breathe what is not oxidised yet: fishless or live rock do the same without them.',
    lasts: [14, 28],
    lastsFrom: 'assumed',
    prior: { seeds: [0.14, 0.05], seedsDiffer: 0.7, dieOff: 0.15, dieOffDiffers: 0.8, food: 0.12 },
  },
  unaided: {
    name: 'Nothing added',
    source: 'die-off',
    doseMgPerL: 0,
    bacteriaDays: 0,
    rock: 'dry',
    says: 'Rock, water and time: whatever rots feeds whatever comes.',
    against:
      'Two months, and no measure of what was fed. A shrimp or a lump of food in it gives as much as it happens to.',
    lasts: [46, 66],
    lastsFrom: 'common practice',
    prior: { seeds: [0.0005, 0.00004], seedsDiffer: 0.8, dieOff: 1.2, dieOffDiffers: 0.8, food: 0.02 },
  },
};

/** Lights over a new tank: both schools, each with its price. Common practice. */
export const LIGHTS_MEANWHILE: readonly { readonly name: string; readonly says: string }[] = [
  {
    name: 'Short from day one',
    says: 'Four hours or so: what lives on rock goes on living and the film that snails eat comes sooner. Its price is more algae in the first weeks.',
  },
  {
    name: 'Dark until it is through',
    says: 'Less algae meanwhile. Its price: what lives by light on fresh rock suffers, and the diatoms come once it is lit.',
  },
];

/** A packaged starter's course: its first fish come about this day, whatever a cycle by tests alone would take. Common practice. */
export const FISH_DAY = 14;
/** The first clean-up crew may come about this day of a starter programme, before it has run out. Common practice. */
export const CREW_DAY = 10;
