import type { Remedy } from './remedies';

/** What grows or lives where it is not wanted, and is asked about. */
export const NUISANCES = [
  'diatoms',
  'film',
  'cyanobacteria',
  'dinoflagellates',
  'hair-algae',
  'bubble-algae',
  'flatworms',
  'glass-anemones',
  'snails-multiply',
  'pests',
] as const;
export type Nuisance = (typeof NUISANCES)[number];

export interface NuisanceFacts {
  /** What it usually means. */
  readonly means: string;
  /** What is done, in its order. */
  readonly acts: readonly { readonly remedy: Remedy; readonly does: string }[];
  readonly leave: string;
  readonly ends: string;
  readonly worry: string;
  /** It comes with heavy feeding: what it is the price of. */
  readonly price?: true;
  /** It belongs to a young tank and goes by itself. */
  readonly phase?: true;
}

/** Common practice, all of it. */
export const NUISANCE_FACTS: Readonly<Record<Nuisance, NuisanceFacts>> = {
  diatoms: {
    means: 'silicate of new sand and rock, or of spent resin: the first bloom of nearly every tank',
    acts: [
      { remedy: 'clean-up-crew', does: 'let snails graze it' },
      { remedy: 'siphon', does: 'siphon the sand’s skin at a change' },
    ],
    leave: 'nutrients, light and the sand bed below its skin',
    ends: 'by itself in some weeks; in an old tank by new resin',
    worry: 'when it stays for months with TDS behind the resin at zero',
    phase: true,
  },
  film: {
    means: 'that there is something to grow on; glass wiped every second or third day is a fed and healthy tank',
    acts: [
      { remedy: 'by-hand', does: 'wipe the front pane' },
      { remedy: 'clean-up-crew', does: 'leave the back wall and the rocks to the snails' },
    ],
    leave: 'the back wall, and nutrients that stand in their band',
    ends: 'never, and need not; none at all is the sign of a starved tank',
    worry: 'when the pane is green again within a day',
  },
  cyanobacteria: {
    means: 'food raised quickly, still corners, or nitrate near zero beside phosphate',
    acts: [
      { remedy: 'less-food', does: 'feed less by steps' },
      { remedy: 'siphon', does: 'siphon it off at each change' },
      { remedy: 'more-flow', does: 'turn a pump on the place' },
      { remedy: 'shorter-light', does: 'shorten the light by an hour or two' },
      {
        remedy: 'antibiotic',
        does: 'an antibiotic only where it covers corals, with air all night: what dies takes oxygen',
      },
    ],
    leave: 'phosphate media and carbon sources: they take the other nutrient away too',
    ends: 'two to four weeks after food was cut; in a tank of a few months by itself',
    worry: 'when it covers corals, or is back within a day of siphoning',
    price: true,
  },
  dinoflagellates: {
    means: 'nitrate and phosphate at or near zero for weeks',
    acts: [
      { remedy: 'raise-nutrients', does: 'feed more and raise nitrate and phosphate until both can be read' },
      { remedy: 'shorter-light', does: 'shorten the light' },
      { remedy: 'uv', does: 'run a UV lamp where the kind swims at night' },
      { remedy: 'blackout', does: 'three dark days where nothing else helps' },
    ],
    leave: 'water changes and cleaning for a while: both take out what it should compete with',
    ends: 'weeks after both nutrients can be read again',
    worry: 'when snails die and corals shut',
  },
  'hair-algae': {
    means: 'what the fish leave: it takes nitrate and phosphate up as they come, so tests may read low',
    acts: [
      { remedy: 'by-hand', does: 'pull it by hand before a change, and siphon' },
      { remedy: 'clean-up-crew', does: 'add snails and hermit crabs' },
      { remedy: 'grazer', does: 'a grazing fish where the tank has room for it' },
      { remedy: 'less-food', does: 'feed less by steps where nitrate or phosphate climb' },
      { remedy: 'phosphate-media', does: 'phosphate media by halves where phosphate is above its band' },
      { remedy: 'peroxide', does: 'peroxide only on a rock taken out of the water' },
      { remedy: 'algaecide', does: 'an algaecide last, with nothing green you want to keep' },
    ],
    leave: 'the rock: scrubbing it dry spreads more than it takes',
    ends: 'a month or two after the cycle; later when grazers keep up',
    worry: 'when it overgrows corals, or nutrients climb along with it',
    phase: true,
  },
  'bubble-algae': {
    means: 'that it came in with something; nutrients slow it and do not end it',
    acts: [
      { remedy: 'by-hand', does: 'twist each off whole and siphon it away' },
      { remedy: 'pest-eater', does: 'a crab that eats it, watched' },
    ],
    leave: 'a few in a corner',
    ends: 'when each is taken as it comes, over months',
    worry: 'when it gets between tissue and skeleton',
  },
  flatworms: {
    means: 'food for them: a bloom follows heavy feeding',
    acts: [
      { remedy: 'siphon', does: 'siphon them off before every change' },
      { remedy: 'less-food', does: 'feed less by steps' },
      { remedy: 'pest-eater', does: 'an animal that eats them' },
      { remedy: 'dip', does: 'dip corals that come in, so that no more do' },
      {
        remedy: 'flatworm-remedy',
        does: 'a medicine last: siphon most off first, carbon and a change ready, for dying worms are poisonous',
      },
    ],
    leave: 'a few: most tanks have them',
    ends: 'weeks after feeding went down; seldom wholly',
    worry: 'when they cover corals against the light, or are of the kind that eats them',
    price: true,
  },
  'glass-anemones': {
    means: 'that one came in with rock or coral; food multiplies them',
    acts: [
      { remedy: 'pest-eater', does: 'a shrimp or a slug that eats them' },
      { remedy: 'by-hand', does: 'close single ones with a paste of calcium hydroxide, pump off, eyes covered' },
    ],
    leave: 'cutting or crushing: each piece is a new one',
    ends: 'when what eats them has found the last',
    worry: 'when they sting corals',
    price: true,
  },
  'snails-multiply': {
    means: 'more food than the fish eat: the small ones are the measure of it',
    acts: [
      { remedy: 'less-food', does: 'feed less by steps' },
      { remedy: 'by-hand', does: 'take them out at night, by hand, and give them away' },
    ],
    leave: 'them, if it is only their number that is too much: they clean',
    ends: 'by itself with less food, over months',
    worry: 'when they block pumps and floats, or are of a kind that eats corals',
    price: true,
  },
  pests: {
    means: 'that something came in with a coral; food multiplies most of them',
    acts: [
      { remedy: 'by-hand', does: 'take off what can be taken, eggs too' },
      { remedy: 'dip', does: 'dip the corals it lives on, outside the tank' },
      { remedy: 'pest-eater', does: 'an animal that eats it' },
    ],
    leave: 'what nobody has named yet: find out what it is first',
    ends: 'after repeated dips, as eggs hatch for weeks',
    worry: 'when tissue goes',
    price: true,
  },
};
