import { distance } from 'fastest-levenshtein';
import { ADDED_KINDS, type AddedKind } from '@/calculators/cycle/cycle-input';
import { PARAMETER_IDS, type ParameterId } from '@/calculators/parameters/parameters';
import type { UpkeepItem } from '@/calculators/top-off/upkeep';

/** The words a parameter is jotted by. */
const ALIASES: Record<ParameterId, readonly string[]> = {
  alkalinity: ['alkalinity', 'alk', 'kh', 'dkh'],
  calcium: ['calcium', 'ca'],
  magnesium: ['magnesium', 'mg'],
  nitrate: ['nitrate', 'no3'],
  phosphate: ['phosphate', 'po4', 'phosphorus', 'p'],
  ph: ['ph'],
  salinity: ['salinity', 'sal', 'sg'],
  temperature: ['temperature', 'temp', 't'],
  ammonia: ['ammonia', 'amm', 'nh3', 'nh4'],
  nitrite: ['nitrite', 'no2'],
};
export const WORD_TO_PARAMETER = new Map(
  PARAMETER_IDS.flatMap((id) => ALIASES[id].map((alias): [string, ParameterId] => [alias, id])),
);

/** Words that name the unit along with the parameter: "dkh 7.8" is in dKH, whatever the keeper's own unit is. */
export const UNIT_OF_WORD: ReadonlyMap<string, string> = new Map([
  ['sg', 'sg'],
  ['dkh', 'dKH'],
  ['kh', 'dKH'],
  ['nh4', 'mg/L NH4'],
]);

/** What is put in, by the words it is jotted with. */
const ADDED_WORDS: Record<AddedKind, readonly string[]> = {
  bacteria: ['bacteria', 'bottled bacteria'],
  'live rock': ['live rock', 'rock live'],
  'dry rock': ['dry rock', 'rock'],
  sand: ['sand', 'live sand'],
  'clean-up crew': [
    'clean-up crew',
    'cleanup crew',
    'clean-up',
    'crew',
    'snail',
    'snails',
    'hermit',
    'hermits',
    'shrimp',
    'shrimps',
  ],
  fish: ['fish', 'fishes'],
  'soft coral': ['soft coral', 'soft corals'],
  'stony coral': ['stony coral', 'stony corals'],
};
const WORD_TO_ADDED = new Map(
  ADDED_KINDS.flatMap((kind) => ADDED_WORDS[kind].map((word): [string, AddedKind] => [word, kind])),
);

export function addedKind(words: string): AddedKind | undefined {
  return WORD_TO_ADDED.get(words);
}

/** What of the top-off is seen to, by the words it is jotted with. */
const UPKEEP_WORDS: ReadonlyMap<string, UpkeepItem> = new Map<string, UpkeepItem>([
  ['optical', 'optical'],
  ['eye', 'optical'],
  ['float', 'float'],
  ['floats', 'float'],
  ['pressure', 'pressure'],
  ['sensor', 'look'],
  ['sensors', 'look'],
  ['cut-out', 'fail-safe'],
  ['cutout', 'fail-safe'],
  ['pump', 'pump'],
  ['hose', 'tubing'],
  ['tubing', 'tubing'],
  ['reservoir', 'reservoir'],
]);

export function upkeepItem(word: string): UpkeepItem | undefined {
  return UPKEEP_WORDS.get(word);
}

/** The known word a mistyped one is nearest to, when it is near enough to be meant. */
export function nearestWord(word: string, verbs: readonly string[]): string | undefined {
  const known = [...WORD_TO_PARAMETER.keys(), ...verbs].filter((each) => each.length > 2);
  const near = known
    .map((each) => ({ each, apart: distance(each, word.toLowerCase()) }))
    .toSorted((a, b) => a.apart - b.apart)[0];
  return near && near.apart <= (word.length > 5 ? 2 : 1) ? near.each : undefined;
}
