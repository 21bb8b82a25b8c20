import type { AddedKind } from '@/calculators/cycle/cycle-input';

/*
 * Common names of what is put into a tank, by class: in the singular and small letters; plurals are made of them. Where a name says nothing of
 * the class it is not here, and is asked about. To add one, write it into its list.
 */
const NAMES: Readonly<Record<AddedKind, string>> = {
  bacteria: 'bacteria, bottled bacteria, bacteria starter, nitrifying bacteria, starter bacteria',
  'live rock': 'live rock, ocean rock, rubble, live rubble, cured rock',
  'dry rock': 'dry rock, rock, base rock, dead rock, reef rock',
  sand: 'sand, live sand, aragonite, dry sand, sugar sand, argonite',
  'clean-up crew':
    'clean-up crew, cleanup crew, clean up crew, cuc, crew, snail, turbo, turbo snail, trochus, trochus snail, astraea, astrea, astraea snail, ' +
    'nassarius, nassarius snail, cerith, cerith snail, nerite, nerite snail, bumblebee snail, conch, fighting conch, tiger conch, stomatella, ' +
    'limpet, chiton, cowrie, abalone, hermit, hermit crab, blue leg hermit, red leg hermit, scarlet hermit, emerald crab, emerald, crab, ' +
    'porcelain crab, pom pom crab, arrow crab, sally lightfoot, shrimp, cleaner shrimp, skunk cleaner, skunk cleaner shrimp, fire shrimp, ' +
    'blood shrimp, peppermint shrimp, peppermint, sexy shrimp, pistol shrimp, coral banded shrimp, boxing shrimp, harlequin shrimp, ' +
    'camel shrimp, mantis shrimp, urchin, tuxedo urchin, pincushion urchin, longspine urchin, rock urchin, pencil urchin, sea cucumber, ' +
    'cucumber, sand sifting star, starfish, sea star, brittle star, serpent star, fromia, linckia, bristle star, sea hare, ' +
    'lettuce nudibranch, copepod, pod, amphipod, feather duster, tube worm, spaghetti worm',
  fish:
    'fish, clown, clownfish, ocellaris, percula, maroon clown, tomato clown, clarkii, goby, watchman goby, yellow watchman, diamond goby, ' +
    'neon goby, clown goby, sand goby, firefish, dartfish, mandarin, dragonet, scooter blenny, blenny, tailspot blenny, midas blenny, ' +
    'lawnmower blenny, bicolor blenny, starry blenny, tang, yellow tang, hippo tang, blue tang, regal tang, kole tang, bristletooth, ' +
    'tomini tang, powder blue tang, purple tang, sailfin tang, naso tang, foxface, rabbitfish, wrasse, six line wrasse, sixline wrasse, ' +
    'fairy wrasse, flasher wrasse, melanurus wrasse, leopard wrasse, yellow coris, coris wrasse, possum wrasse, cleaner wrasse, ' +
    'damsel, damselfish, chromis, green chromis, blue green chromis, anthias, lyretail anthias, cardinal, cardinalfish, banggai cardinal, ' +
    'banggai, pajama cardinal, basslet, royal gramma, gramma, chalk bass, dottyback, hawkfish, flame hawk, angel, angelfish, ' +
    'dwarf angel, coral beauty, flame angel, butterfly, butterflyfish, copperband, filefish, triggerfish, trigger, puffer, ' +
    'pufferfish, boxfish, cowfish, seahorse, pipefish, jawfish, eel, moray, snowflake eel, lionfish, scorpionfish, frogfish, ' +
    'anglerfish, grouper, snapper, squirrelfish, soldierfish, assessor, tilefish, goatfish, batfish, hogfish, pseudochromis, ' +
    'orchid dottyback, swissguard basslet, cuban hogfish, longnose hawkfish, niger trigger, convict tang, orange shoulder tang',
  'soft coral':
    'soft coral, softie, zoa, zoanthid, zoanthus, paly, palythoa, mushroom, mushroom coral, discosoma, rhodactis, ricordea, ' +
    'yuma, leather, leather coral, toadstool, sinularia, finger leather, devils hand, sarcophyton, lobophytum, xenia, pulsing xenia, ' +
    'anthelia, clove polyp, green star polyp, star polyp, gsp, kenya tree, capnella, gorgonian, sea fan, sea whip, photosynthetic gorgonian, ' +
    'nepthea, tree coral, carnation coral, cabbage leather',
  'stony coral':
    'stony coral, hard coral, sps, lps, acropora, acro, montipora, monti, montipora cap, montipora digitata, stylophora, stylo, pocillopora, ' +
    'poci, birdsnest, birds nest, seriatopora, millepora, milli, hydnophora, porites, cyphastrea, leptastrea, leptoseris, psammocora, ' +
    'pavona, goniopora, gonio, alveopora, euphyllia, torch, torch coral, hammer, hammer coral, frogspawn, octospawn, grape coral, ' +
    'bubble coral, candy cane, candy cane coral, caulastrea, trumpet coral, duncan, duncan coral, acan, acanthastrea, micromussa, blastomussa, ' +
    'blasto, lobophyllia, lobo, symphyllia, scolymia, scoly, trachyphyllia, brain coral, favia, favites, favite, platygyra, war coral, ' +
    'galaxea, chalice, echinopora, echinophyllia, plate coral, fungia, heliofungia, cynarina, meat coral, elegance, elegance coral, ' +
    'catalaphyllia, turbinaria, pagoda coral, scroll coral, sun coral, dendrophyllia, tubastrea',
};

const BY_NAME: ReadonlyMap<string, AddedKind> = new Map(
  (Object.entries(NAMES) as [AddedKind, string][]).flatMap(([kind, names]) =>
    names.split(', ').flatMap((name): [string, AddedKind][] => plurals(name).map((each) => [each, kind])),
  ),
);

/** The words a class is called by itself: nothing needs to be noted of them. */
const OWN: ReadonlySet<string> = new Set([
  'fish',
  'fishes',
  'bacteria',
  'bottled bacteria',
  'live rock',
  'dry rock',
  'rock',
  'sand',
  'live sand',
  'crew',
  'cuc',
  'clean-up crew',
  'cleanup crew',
  'snail',
  'snails',
  'hermit',
  'hermits',
  'soft coral',
  'soft corals',
  'stony coral',
  'stony corals',
]);

/** What counts by the piece: of the others "10" is no number of them. */
const BY_THE_PIECE: ReadonlySet<AddedKind> = new Set(['clean-up crew', 'fish', 'soft coral', 'stony coral']);

/** The most words a name has. */
export const LONGEST_NAME = 4;

/** The class of an animal, rock or culture by its common name, in singular or plural, small letters. */
export function classOf(name: string): AddedKind | undefined {
  return BY_NAME.get(name);
}

/** Whether a name says no more than the class. */
export function isClassName(name: string): boolean {
  return OWN.has(name);
}

export function comesByThePiece(kind: AddedKind): boolean {
  return BY_THE_PIECE.has(kind);
}

/** Animals of which no class is sure: asked about. */
export const UNSURE: ReadonlySet<string> = new Set(
  'anemone anemones nem bta clam clams scallop scallops sponge sponges jellyfish octopus coral corals'.split(' '),
);

function plurals(name: string): string[] {
  if (/(?:sh|ch|s|x)$/.test(name)) return [name, `${name}es`];
  if (/[^aeiou]y$/.test(name)) return [name, `${name}s`, `${name.slice(0, -1)}ies`];
  return [name, `${name}s`];
}
