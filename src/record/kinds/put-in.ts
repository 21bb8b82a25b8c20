import * as z from 'zod';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { ADDED_KINDS, type AddedKind } from '@/calculators/cycle/cycle-input';
import type { Scanner } from '../line/scanner';
import { within } from '../rows/fields';
import { defineKind, figuresOfForm, OF_A_TANK } from './entry-kind';

/** What is put in, by the words it is jotted with. */
const WORDS: Record<AddedKind, readonly string[]> = {
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
const BY_WORDS: ReadonlyMap<string, AddedKind> = new Map(
  ADDED_KINDS.flatMap((kind) => WORDS[kind].map((word) => [word, kind] as const)),
);

/** "2 fish", "bacteria": how many, if said, then what. */
export function readWhatCameIn(scanner: Scanner, from: number): { what: AddedKind; count: number } | undefined {
  const match = /^\s*(?:(\d+)\s*[x×]?\s*|an?\s+)?(\p{L}[\p{L}-]*(?:\s+\p{L}[\p{L}-]*)?)/iu.exec(scanner.rest());
  const words = match?.[2]?.toLowerCase().split(/\s+/) ?? [];
  const found = BY_WORDS.get(words.join(' ')) ?? BY_WORDS.get(words[0] ?? '');
  if (!match || !found) {
    scanner.position += match?.[0].length ?? 0;
    scanner.problem(from, `What was it? Known here: ${ADDED_KINDS.join(', ')}.`);
    return undefined;
  }
  const one = BY_WORDS.get(words.join(' ')) === undefined;
  scanner.position += one ? match[0].length - (words[1]?.length ?? 0) : match[0].length;
  const count = Number(match[1] ?? 1);
  if (count >= AMOUNTS.addedCount.low && count <= AMOUNTS.addedCount.high) return { what: found, count };
  scanner.problem(from, 'One to a thousand at a time.');
  return undefined;
}

/** Something put in that lives or carries life. */
export const putIn = defineKind({
  kind: 'put-in',
  title: 'Added',
  tankId: OF_A_TANK,
  shape: { what: z.enum(ADDED_KINDS), count: within(AMOUNTS.addedCount) },
  verbs: {
    /** "added 2 fish", "added bacteria". */
    added: (scanner, from) => {
      const read = readWhatCameIn(scanner, from);
      return read && ((at) => ({ at, ...read }));
    },
  },
  describe: ({ what, count }) => addedWords(what, count),
  figures: ({ what, count }) => [[what, count, '']],
  mark: { path: 'M5 1 A4 4 0 1 1 4.99 1 M5 3 V7 M3 5 H7', word: 'added' },
  form: {
    offered: true,
    figures: figuresOfForm(['count', 'How many', AMOUNTS.addedCount, 'optional']),
    choices: [
      { key: 'what', label: 'What went in', options: ADDED_KINDS.map((each) => [each, each] as const), first: 'fish' },
    ],
    rowOf: ({ count = 1 }) => ({ count }),
  },
});

/** What comes by the piece is told with how many. */
export function addedWords(what: AddedKind, count: number): string {
  if (what === 'fish') return count === 1 ? 'a fish' : `${count} fish`;
  if (what === 'soft coral' || what === 'stony coral') return count === 1 ? `a ${what}` : `${count} ${what}s`;
  return what;
}
