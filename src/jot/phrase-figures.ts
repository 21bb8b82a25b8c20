import type { JotFigure, JotPhrase } from '@/record/kinds/jot-phrase';
import type { Line } from './line';

/** Words that may stand before a figure of the phrase and say which it is: "to", "effluent". They go with it. */
export function afterWords(
  line: Line,
  { figures = {} }: JotPhrase,
  at: number,
  taken: object,
  takes: Set<number>,
): number | undefined {
  for (const [key, { after = [] }] of Object.entries(figures)) {
    if (key in taken) continue;
    const found = line.longestAt(at, after);
    if (!found) continue;
    let i = found.end;
    while (/^(?:of|at|is|was|:|=|the|an?)$/.test(line.word(i))) i++;
    if (!line.isNumber(i)) continue;
    for (let each = at; each < i; each++) takes.add(each);
    return i;
  }
  return undefined;
}

interface Slot {
  readonly key: string;
  readonly figure: JotFigure;
  readonly from: number;
  readonly end: number;
}

/** Which of a phrase's figures a number is: by the words about it, by its unit, else the first that takes one without. */
export function slotAt(
  line: Line,
  slots: readonly (readonly [string, JotFigure])[],
  at: number,
  takes: ReadonlySet<number>,
  flags: ReadonlySet<string>,
): Slot | undefined {
  const { end } = line.numberAt(at);
  const slot = ([key, figure]: readonly [string, JotFigure], last = end): Slot => ({
    key,
    figure,
    from: at,
    end: last,
  });
  const behind = slots.find(([, { after = [] }]) =>
    after.some((words) => standsBefore(line, words, at, takes) || flags.has(words)),
  );
  const unitOf = ([, { expected, ofTheWater }]: readonly [string, JotFigure]) =>
    line.unitAt(end, ofTheWater ? { ...expected, whole: line.context.netVolumeL ?? 1 } : expected);
  const anyUnit = slots.some((each) => unitOf(each) !== undefined);
  if (behind && (!anyUnit || unitOf(behind))) return slot(behind);
  const named = slots.flatMap((each) => {
    const last = line.longestAt(end, each[1].before ?? [])?.end;
    return last === undefined ? [] : [slot(each, last)];
  })[0];
  const byUnit = slots.find((each) => unitOf(each) !== undefined);
  // "40 times a day" is a rate, and no portions.
  if (named && (!byUnit || named.end >= (unitOf(byUnit)?.end ?? 0))) return named;
  if (byUnit) return slot(byUnit);
  // "40lb" of water: letters that stick to a figure and are no unit of it are not passed over.
  const bare = slots.find(([, { after, withUnit }]) => after === undefined && !withUnit);
  return bare && !line.tokens[end]?.glued
    ? slot(bare)
    : bare && slot(bare, line.tokens[end]?.kind === 'word' ? end + 1 : end);
}

function standsBefore(line: Line, words: string, at: number, takes: ReadonlySet<number>): boolean {
  let i = at - 1;
  while (/^(?:of|at|is|was|:|=|the|an?|@)$/.test(line.word(i)) && !words.split(' ').includes(line.word(i))) i--;
  const parts = words.split(' ');
  const first = i - parts.length + 1;
  return parts.every((part, k) => line.word(first + k) === part && (line.free(first + k) || takes.has(first + k)));
}

/** A figure told without its unit is read in minutes where a length of time is meant that is short. */
export function suffixOf({ expected: { kind, high } }: JotFigure): string | undefined {
  return kind === 'days' && high < 1 ? 'min' : undefined;
}

export function numberBefore(line: Line, from: number, at: number): boolean {
  for (let i = from; i < at; i++) if (line.free(i) && line.isNumber(i)) return true;
  return false;
}

/** Whether something of a phrase is still to be found. */
export function wanting(
  phrase: JotPhrase,
  figures: object,
  choices: object,
  solutionId: string | undefined,
  hours: object | undefined,
  flags: ReadonlySet<string>,
): boolean {
  const needed = Object.entries(phrase.figures ?? {}).some(([key, { optional }]) => !optional && !(key in figures));
  const named = Object.entries(phrase.choices ?? {}).some(([key, { optional }]) => !optional && !(key in choices));
  const optionalOnly =
    Object.values(phrase.figures ?? {}).every(({ optional }) => optional) && Object.keys(figures).length === 0;
  return (
    needed ||
    named ||
    (phrase.solution === true && solutionId === undefined) ||
    (optionalOnly && !hours && (flags.size === 0 || !phrase.hours))
  );
}

export function afterFigure(line: Line, at: number, after: readonly string[]): boolean {
  const found = line.longestAt(at, after);
  return found !== undefined && line.isNumber(found.end);
}
