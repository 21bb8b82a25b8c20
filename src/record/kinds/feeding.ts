import { AMOUNTS } from '@/calculators/calculator/amounts';
import { within } from '../rows/fields';
import { defineKind, figuresAt, figuresOfForm, OF_A_TANK, type Verb } from './entry-kind';

interface Draft {
  at: number;
  timesPerDay?: number;
  portions?: number;
}

const TIMES: readonly (readonly [RegExp, (match: RegExpExecArray) => number])[] = [
  [/^\s*(?:every|each)\s+(?:other|second)\s+day\b/i, () => 1 / 2],
  [/^\s*(?:every|each)\s+third\s+day\b/i, () => 1 / 3],
  [/^\s*(?:every|each)\s+(\d{1,2})\s*(?:days|d)\b/i, (match) => 1 / Math.max(1, Number(match[1]))],
  [/^\s*once\s+(?:a|per)\s+week\b|^\s*weekly\b/i, () => 1 / 7],
  [/^\s*(?:once\s+(?:a|per)\s+day|daily|every\s+day)\b/i, () => 1],
  [/^\s*twice\s+(?:(?:a|per)\s+day|daily)\b/i, () => 2],
  [/^\s*(\d{1,2})\s*(?:x|×|times)\s*(?:(?:a|per)\s+day|daily|\/\s*day)\b/i, (match) => Number(match[1])],
];
const PORTIONS = /^\s*(\d+(?:[.,]\d+)?)?\s*(?:x\s*)?(portions?|cubes?|pinch(?:es)?|spoons?|times)?(?![\p{L}\d/])/iu;

/** "feeding twice a day", "feeding every third day", "fed 2 cubes". */
const fed: Verb<Draft> = (scanner, from) => {
  for (const [words, perDay] of TIMES) {
    const match = scanner.take(words);
    if (!match) continue;
    const timesPerDay = perDay(match);
    if (timesPerDay >= AMOUNTS.feedings.low && timesPerDay <= AMOUNTS.feedings.high)
      return (at) => ({ at, timesPerDay });
    scanner.problem(from, `Feedings are from one in a month to ${AMOUNTS.feedings.high} a day.`);
    return undefined;
  }
  const portions = Number(scanner.take(PORTIONS)?.[1]?.replace(',', '.') ?? 1);
  if (portions >= AMOUNTS.portionsFed.low && portions <= AMOUNTS.portionsFed.high) return (at) => ({ at, portions });
  scanner.problem(from, `Portions are ${AMOUNTS.portionsFed.low} to ${AMOUNTS.portionsFed.high} at a time.`);
  return undefined;
};

/** Feeding: once so much, or how often from now on. */
export const feeding = defineKind({
  kind: 'feeding',
  title: 'Feeding',
  tankId: OF_A_TANK,
  shape: {
    /** From now on. */
    timesPerDay: within(AMOUNTS.feedings).optional(),
    /** Once. */
    portions: within(AMOUNTS.portionsFed).optional(),
  },
  whole: {
    test: ({ timesPerDay, portions }) => timesPerDay !== undefined || portions !== undefined,
    message: 'how often, or how much',
  },
  verbs: { fed, feeding: fed },
  describe: ({ timesPerDay, portions }) =>
    [
      ...(portions === undefined ? [] : [`${portions} ${portions === 1 ? 'portion' : 'portions'}`]),
      ...(timesPerDay === undefined ? [] : [`${feedingWords(timesPerDay)} from then on`]),
    ].join(', '),
  figures: (row) =>
    figuresAt(row, [
      ['timesPerDay', 'feedings', 'a day'],
      ['portions', 'portions', ''],
    ]),
  mark: { path: 'M1 6 A4 3 0 0 0 9 6 Z M3 3.5 H3.01 M5 2 H5.01 M7 3.5 H7.01', word: 'feeding' },
  form: {
    offered: true,
    figures: figuresOfForm(
      ['timesPerDay', 'Feedings a day from then on', AMOUNTS.feedings, 'optional'],
      ['portions', 'Portions, once', AMOUNTS.portionsFed, 'optional'],
    ),
  },
});

/** "twice a day", "every third day". */
export function feedingWords(timesPerDay: number): string {
  if (timesPerDay >= 1) {
    const times = Number(timesPerDay.toPrecision(2));
    return times === 1 ? 'once a day' : times === 2 ? 'twice a day' : `${times} times a day`;
  }
  const days = Math.round(1 / timesPerDay);
  return days === 2
    ? 'every other day'
    : days === 3
      ? 'every third day'
      : days === 7
        ? 'once a week'
        : `every ${days} days`;
}
