import { ALL_KINDS, type EntryDraft } from '@/record/kinds/list';
import type { JotPhrase, JotSaid } from '@/record/kinds/jot-phrase';
import { understood, type Understood } from './drafts';
import { hoursAt } from './hours';
import { FILLERS } from './lexicon/fillers';
import type { Line } from './line';
import { parameterAt, solutionsAt } from './names';
import { afterFigure, afterWords, numberBefore, slotAt, suffixOf, wanting } from './phrase-figures';
import { stretchFrom } from './stretch';

interface KindPhrase {
  readonly kind: EntryDraft['kind'];
  readonly phrase: JotPhrase;
  /** What calls it: its words, or its names where it has none. */
  readonly calls: readonly string[];
}

const PHRASES: readonly KindPhrase[] = ALL_KINDS.flatMap(({ kind, jot = [] }) =>
  jot.map((phrase): KindPhrase => ({
    kind: kind as EntryDraft['kind'],
    phrase,
    calls: phrase.words.length > 0 ? phrase.words : namesOf(phrase),
  })),
);

/** Every word that calls a phrase, for who looks for one that was mistyped. */
export const PHRASE_WORDS: readonly string[] = [...new Set(PHRASES.flatMap(({ calls }) => calls))];

function namesOf({ choices = {} }: JotPhrase): readonly string[] {
  return Object.values(choices).flatMap(({ names }) => Object.values(names).flat());
}

/** What came of trying a phrase on a stretch. */
interface Filled {
  readonly draft: Understood | undefined;
  /** The tokens it takes. */
  readonly takes: ReadonlySet<number>;
  readonly phrase: KindPhrase;
  /** It took a figure, though nothing could be made of it. */
  readonly hasFigure: boolean;
  /** A word was said that wants a figure. */
  readonly wants: boolean;
  /** A figure it took was refused: what is to be asked. */
  readonly refused: (() => void) | undefined;
  readonly score: number;
}

/** Words within a stretch that call phrases, the longest at each place. */
export function callsAt(line: Line, at: number): readonly { readonly phrase: KindPhrase; readonly end: number }[] {
  const called = PHRASES.flatMap((phrase) => {
    const found = line.longestAt(at, phrase.calls);
    return found ? [{ phrase, end: found.end }] : [];
  });
  const longest = Math.max(0, ...called.map(({ end }) => end));
  // "red film" is not film: what is called by fewer words there is not meant, unless it goes on with a name of its own.
  return called.filter(
    ({ end, phrase }) =>
      end === longest || Object.keys(phrase.phrase.choices ?? {}).length > 0 || phrase.phrase.solution,
  );
}

/**
 * Reads all that kinds of entry are jotted by within a stretch, and what of it runs on into the next.
 * @param to the token behind the stretch
 */
export function readPhrases(line: Line, from: number, to: number): Understood[] {
  const made: Understood[] = [];
  for (let i = from; i < to; i++) {
    if (!line.free(i) || AFTERWARDS.test(line.word(i - 1))) continue;
    const tried = callsAt(line, i).map(({ phrase, end }) => fill(line, phrase, i, end, from, to));
    const [best] = tried.filter(({ draft }) => draft).toSorted((a, b) => b.score - a.score);
    if (best?.draft) {
      for (const token of best.takes) line.use(token);
      made.push(best.draft, ...furtherNames(line, best.phrase, to));
      continue;
    }
    const [refused] = tried.filter((each) => each.refused).toSorted((a, b) => b.score - a.score);
    if (refused) {
      refused.refused?.();
      for (const token of refused.takes) line.use(token);
      continue;
    }
    const [open] = tried
      .filter(({ hasFigure, wants, phrase }) => (hasFigure || wants) && phrase.phrase.asks)
      .toSorted((a, b) => b.score - a.score);
    if (open) {
      const places = [...open.takes];
      line.ask(Math.min(...places), Math.max(...places) + 1, open.phrase.phrase.asks ?? '');
      for (const token of places) line.use(token);
    }
  }
  return made;
}

/** "changed carbon + gfo": further names behind a break, with no word of their own. */
function furtherNames(line: Line, called: KindPhrase, to: number): Understood[] {
  const { phrase, kind } = called;
  const [[key, choice] = []] = Object.entries(phrase.choices ?? {}).filter(([, { optional }]) => !optional);
  if (key === undefined || !choice || phrase.words.length === 0) return [];
  const made: Understood[] = [];
  let at = to;
  while (line.isBreak(at) && at < line.tokens.length) {
    let i = at + 1;
    while (line.free(i) && FILLERS.has(line.word(i))) i++;
    const found = Object.entries(choice.names)
      .map(([name, words]) => ({ name, end: line.longestAt(i, words)?.end ?? 0 }))
      .toSorted((a, b) => b.end - a.end)[0];
    if (!found || found.end === 0 || !line.isBreak(found.end)) break;
    const fields = phrase.make({ figures: {}, choices: { [key]: found.name }, flags: new Set() });
    if (!fields) break;
    line.use(i, found.end);
    made.push(understood(i, kind, fields));
    at = found.end;
  }
  return made;
}

/** "after wc", "for feeding", "no feeding": no deed of its own. */
const AFTERWARDS = /^(?:after|before|for|during|since|until|no)$/;

/** Tries one phrase that is called at a token. */
function fill(line: Line, called: KindPhrase, at: number, end: number, from: number, to: number): Filled {
  const { phrase, kind } = called;
  const takes = new Set<number>();
  const take = (first: number, last: number) => {
    for (let i = first; i < last; i++) takes.add(i);
  };
  const figures: Record<string, number> = {};
  const choices: Record<string, string> = {};
  const flags = new Set<string>();
  let solutionId: string | undefined;
  let hours: JotSaid['hours'];
  let refused: (() => void) | undefined;
  if (phrase.words.length > 0) take(at, end);

  const choiceAt = (i: number): number | undefined => {
    for (const [key, { names }] of Object.entries(phrase.choices ?? {})) {
      if (choices[key] !== undefined) continue;
      const found = Object.entries(names)
        .map(([name, words]) => ({ name, end: line.longestAt(i, words)?.end ?? 0 }))
        .toSorted((a, b) => b.end - a.end)[0];
      if (!found || found.end === 0) continue;
      choices[key] = found.name;
      take(i, found.end);
      return found.end;
    }
    return undefined;
  };
  const figureAt = (i: number): number | undefined => {
    if (!line.isNumber(i)) return undefined;
    const slots = Object.entries(phrase.figures ?? {}).filter(([key]) => figures[key] === undefined);
    const chosen = slotAt(line, slots, i, takes, flags);
    if (!chosen) return undefined;
    const { key, figure, from: first, end: last } = chosen;
    const expected =
      figure.ofTheWater && line.context.netVolumeL !== undefined
        ? { ...figure.expected, whole: line.context.netVolumeL }
        : figure.expected;
    const read = line.figureAt(i, expected, at, { quiet: true, suffix: suffixOf(figure) });
    if (read === undefined) return undefined;
    if (read === 'refused') {
      const unit = line.unitAt(line.numberAt(i).end, expected);
      refused ??= () => void line.figureAt(i, expected, at, { suffix: suffixOf(figure) });
      figures[key] = Number.NaN;
      take(first, Math.max(last, unit?.end ?? 0));
      return Math.max(last, unit?.end ?? 0);
    }
    figures[key] = read.amount;
    take(first, Math.max(last, read.end));
    return Math.max(last, read.end);
  };
  const passFlag = (i: number): number | undefined => {
    const flag = line.longestAt(i, phrase.flags ?? []);
    if (flag) {
      flags.add(flag.words);
      take(i, flag.end);
      return flag.end;
    }
    const again = line.longestAt(i, phrase.words);
    if (again) take(i, again.end);
    return again?.end;
  };
  const solutionAt = (i: number): number | undefined => {
    if (!phrase.solution || solutionId !== undefined) return undefined;
    const named = solutionsAt(line, i);
    if (named?.solutions.length !== 1) return undefined;
    solutionId = named.solutions[0]?.id;
    take(i, named.end);
    return named.end;
  };
  const windowAt = (i: number): number | undefined => {
    if (!phrase.hours || hours) return undefined;
    const found = hoursAt(line, i, kind === 'lever' && line.word(at) !== 'refugium' && line.word(at) !== 'fuge');
    if (!found) return undefined;
    hours = found.hours;
    take(i, found.end);
    return found.end;
  };
  /** Goes over a stretch as far as what stands there belongs to this phrase. @returns whether anything was taken */
  const scan = (first: number, last: number): void => {
    let i = first;
    while (i < last) {
      if (takes.has(i)) {
        i++;
        continue;
      }
      if (!line.free(i)) {
        i++;
        continue;
      }
      const passed =
        windowAt(i) ??
        solutionAt(i) ??
        choiceAt(i) ??
        afterWords(line, phrase, i, figures, takes) ??
        passFlag(i) ??
        figureAt(i);
      if (passed !== undefined) {
        i = passed;
        continue;
      }
      if (endsPhrase(line, called, i)) return;
      i++;
    }
  };

  if (phrase.words.length === 0) choiceAt(at);
  scan(end, to);
  // "40 l changed": what stands before it, as far back as it is its own.
  if (wanting(phrase, figures, choices, solutionId, hours, flags) || numberBefore(line, from, at)) {
    let first = at;
    for (let back = stepBack(line, called, first, from); back < first; back = stepBack(line, called, first, from))
      first = back;
    scan(first, at);
  } else for (let i = from; i < at; i++) if (line.free(i) && !takes.has(i)) passFlag(i);
  // "filled the ATO, 4.5 gal": what runs on behind a comma.
  let next = to;
  for (let hops = 0; hops < 3 && line.isBreak(next) && next < line.tokens.length; hops++) {
    const stretch = stretchFrom(line, next + 1);
    const before = takes.size;
    if (!runsOn(line, phrase, stretch.from, figures, Boolean(phrase.hours && !hours))) break;
    scan(stretch.from, stretch.to);
    if (takes.size === before) break;
    next = stretch.to;
  }

  const hasFigure = Object.keys(figures).length > 0;
  const said: JotSaid = {
    figures,
    choices,
    flags,
    ...(solutionId !== undefined && { solutionId }),
    ...(hours && { hours }),
  };
  const complete =
    !refused &&
    (phrase.alone ?? (hasFigure || Object.keys(choices).length > 0 || flags.size > 0 || hours !== undefined));
  const fields = complete ? phrase.make(said) : undefined;
  return {
    draft: fields && understood(at, kind, fields),
    takes,
    phrase: called,
    hasFigure,
    wants: phrase.asksAt?.some((flag) => flags.has(flag)) ?? false,
    refused,
    score: takes.size + (hasFigure ? 1 : 0),
  };
}

/** One step to the left, over a word or over a name of several that is this phrase's own ("phosphate media"). @returns the same place where it ends */
function stepBack(line: Line, called: KindPhrase, at: number, from: number): number {
  const names = Object.values(called.phrase.choices ?? {}).flatMap((choice) => Object.values(choice.names).flat());
  for (let start = Math.max(from, at - LONGEST_NAME); start < at - 1; start++)
    if (line.longestAt(start, names)?.end === at) return start;
  return at > from && line.free(at - 1) && !endsPhrase(line, called, at - 1) ? at - 1 : at;
}
const LONGEST_NAME = 4;

/** A word that begins something else: a test with its figure, or what calls another phrase. */
function endsPhrase(line: Line, { phrase, kind }: KindPhrase, at: number): boolean {
  const own = [
    ...(phrase.flags ?? []),
    ...Object.values(phrase.choices ?? {}).flatMap(({ names }) => Object.values(names).flat()),
  ];
  if (line.longestAt(at, own)) return false;
  const parameter = parameterAt(line, at);
  if (parameter && (line.isNumber(parameter.end) || /^[:=<>≤≥~]$/.test(line.word(parameter.end)))) return true;
  return callsAt(line, at).some((other) => other.phrase.kind !== kind && !phrase.flags?.includes(line.word(at)));
}

/** Whether the next stretch goes on with a figure of this phrase and begins nothing of its own. */
function runsOn(
  line: Line,
  { figures = {}, flags = [] }: JotPhrase,
  at: number,
  taken: object,
  wantsHours: boolean,
): boolean {
  if (
    line.longestAt(
      at,
      flags.filter((flag) => RUNS_ON.test(flag)),
    )
  )
    return true;
  let i = at;
  while (line.free(i) && FILLERS.has(line.word(i))) i++;
  const slots = Object.entries(figures).filter(([key]) => !(key in taken));
  if (wantsHours && hoursAt(line, i, false)) return true;
  if (line.isNumber(i)) {
    const { end } = line.numberAt(i);
    const parameter = parameterAt(line, end);
    if (parameter && !line.tokens[end]?.glued) return false;
    return slots.some(
      ([, { expected, before = [], after }]) =>
        line.unitAt(end, expected) !== undefined ||
        line.longestAt(end, before) !== undefined ||
        (after === undefined && line.isBreak(end)),
    );
  }
  return slots.some(([, { after = [] }]) => afterFigure(line, i, after));
}

/** Flags that a statement may go on with behind a comma. */
const RUNS_ON = /^(?:closed|off|on|on again|back on|again)$/;
