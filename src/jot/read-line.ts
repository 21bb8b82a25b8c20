import { convertText, type Converted } from '@/calculators/units/convert';
import { parameterOf } from '@/calculators/parameters/parameters';
import { kindOf, entrySchema, type EntryDraft } from '@/record/kinds/list';
import { readAnimals } from './animals';
import type { JotContext, JotProblem } from './context';
import { readDosing } from './dosing';
import type { Understood } from './drafts';
import { FILLERS } from './lexicon/fillers';
import { Line } from './line';
import { nearestWord } from './nearest-word';
import { solutionsAt } from './names';
import { callsAt, readPhrases } from './phrases';
import { readTests, REPEATS_WITHIN } from './readings';
import { readingOf, type Test } from './test-told';
import { isNotDone, readRemarks, stretchesOf } from './remarks';
import { readTimes, type Times } from './times';
import { hoursAt } from './hours';

export type { JotContext, JotProblem } from './context';

export interface Jotted {
  /** When it happened; now when the line does not say. */
  readonly at: number;
  readonly drafts: readonly EntryDraft[];
  readonly problems: readonly JotProblem[];
  /** The answer to a question of units ("8 dkh in meq"), of which nothing is logged. */
  readonly tells?: Converted;
}

/**
 * Reads one jotted line: tests, doses, changes, refills, animals, remarks and times, in any order, as
 * "yesterday 8pm alk 8.3 ca 440 po4 0.045 changed 40 l, glass cleaned".
 *
 * Every line can be logged: words nobody knows become its note, and a figure nobody claims is asked about. What stands in quotation marks is a
 * note as it stands, so that what is asked about can always be left to the note. Nothing is guessed in silence.
 */
export function readLine(typed: string, context: JotContext): Jotted {
  const tells = convertText(typed, context.units);
  if (tells) return { at: context.now, drafts: [], problems: [], tells };
  const line = new Line(typed, context);
  const quoted = readQuotes(line, typed);
  if (line.problems.length === 0 && quoted.whole !== undefined)
    return { at: context.now, drafts: [noteDraft(quoted.whole, context.now, typed)], problems: [] };
  keepHours(line);
  const times = readTimes(line);
  const made: Understood[] = [];
  readDeeds(line, made);
  const tests = readTests(line);
  const first = firstToken(line, times);
  const readings = readingsOf(line, tests, times, first);
  const understoodIn = ({ from, to }: { from: number; to: number }) =>
    made.some(({ token }) => token >= from && token < to) ||
    tests.some(({ token, end }) => (token >= from && token < to) || (end > from && end <= to));
  const { notes, beside } = readRemarks(line, understoodIn, nearestWord);
  const jotted = typed.trim();
  const drafts = [
    ...readings.map(({ token, draft }) => ({ token, draft })),
    ...joined(made.map(({ token, make }) => ({ token, draft: make(times.of(token, first)) }))),
  ].toSorted((a, b) => a.token - b.token);
  const withNotes = drafts.map(({ token, draft }, i) => {
    const own = beside.filter(({ token: at }) => nearestOf(drafts, at) === i).map(({ text }) => text);
    return {
      token,
      draft:
        own.length > 0 && draft.kind !== 'note'
          ? { ...draft, note: [draft.note, ...own].filter(Boolean).join(', ') }
          : draft,
    };
  });
  const ownNotes = [...notes, ...quoted.texts, ...(drafts.length === 0 ? beside.map(({ text }) => text) : [])];
  const all = [
    ...withNotes.map(({ draft }) => ({ ...draft, jotted }) as EntryDraft),
    ...(ownNotes.length > 0 ? [noteDraft(ownNotes.join(', '), times.main, jotted)] : []),
  ];
  if (all.every(({ kind }) => kind === 'note') && line.problems.length === 0) askOfOneWord(line);
  if (all.length === 0 && line.problems.length === 0 && times.told.length === 0 && jotted !== '')
    all.push(noteDraft(jotted, times.main, jotted));
  if (all.length === 0 && line.problems.length === 0 && times.told.length > 0)
    line.ask(0, line.tokens.length, 'What was done or seen then?');
  return { at: times.main, drafts: all.filter((draft) => isOfTheRecord(draft, line)), problems: line.problems };
}

/** A line of nothing but a word that begins something, or one that is near to such a word. */
function askOfOneWord(line: Line): void {
  // What stands in quotation marks has been read.
  const words = line.tokens.flatMap((token, i) => (token.kind === 'word' && line.free(i) ? [i] : []));
  const [at] = words;
  if (at === undefined || line.tokens.some(({ kind }) => kind === 'number')) return;
  const called = callsAt(line, at).find(({ phrase: { phrase }, end }) => phrase.asks && end - at === words.length);
  if (called) line.ask(at, called.end, called.phrase.phrase.asks ?? '');
  const meant = words.length === 1 && !called && !FILLERS.has(line.word(at)) ? nearestWord(line.word(at)) : undefined;
  if (meant) line.ask(at, at + 1, `“${line.word(at)}” is not known; ${meant}?`, meant);
}

function noteDraft(note: string, at: number, jotted: string): EntryDraft {
  return { kind: 'note', at, note: note.slice(0, 2000), jotted: jotted.trim() } as EntryDraft;
}

/** Words that begin a remark: all behind them is one. */
const NOTE_WORD = /^\s*(?:note|remark|nb|ps)\b\s*[:\s]\s*/i;

/** What stands in quotation marks is a note; so is a line that begins with the word for one. */
function readQuotes(line: Line, typed: string): { texts: string[]; whole: string | undefined } {
  const begins = NOTE_WORD.exec(line.text);
  if (begins) {
    const rest = typed.slice(begins[0].length).trim();
    if (rest !== '') return { texts: [], whole: rest };
    line.ask(0, line.tokens.length, 'A note needs some words after it.');
  }
  if (/^\s*note\s*$/i.test(line.text)) line.ask(0, line.tokens.length, 'A note needs some words after it.');
  const texts: string[] = [];
  for (let i = 0; i < line.tokens.length; i++) {
    if (line.word(i) !== '"' || !line.free(i)) continue;
    const close = line.tokens.findIndex(({ text }, k) => k > i && text === '"');
    // An inch mark stands alone.
    if (close < 0) break;
    const text = line.typed.slice(line.tokens[i]?.to, line.tokens[close]?.from).trim();
    if (text !== '') texts.push(text);
    line.use(i, close + 1);
    i = close;
  }
  return { texts, whole: undefined };
}

/** Hours of the day that lamps and doses run in are no times of the line: they are kept from being read as such. */
function keepHours(line: Line): void {
  for (let i = 0; i < line.tokens.length; i++) {
    const window = hoursAt(line, i, false);
    if (!window || !runsByTheHour(line, i)) continue;
    for (let k = i; k < window.end; k++) line.hours.add(k);
    i = window.end - 1;
  }
}

/** Whether something that runs by the hour is named before a place, in its statement or the one before. */
function runsByTheHour(line: Line, at: number): boolean {
  for (let i = at - 1, breaks = 0; i >= 0 && breaks < 2; i--) {
    if (line.isBreak(i)) breaks++;
    if (callsAt(line, i).some(({ phrase: { phrase } }) => phrase.hours) || solutionsAt(line, i)) return true;
  }
  return false;
}

/** What was done: animals, doses, and what kinds of entry are jotted by, stretch by stretch. */
function readDeeds(line: Line, made: Understood[]): void {
  let way: Parameters<typeof readAnimals>[3];
  let action: Parameters<typeof readDosing>[3];
  for (const stretch of stretchesOf(line)) {
    const { from, to } = stretch;
    if (isNotDone(line, stretch)) continue;
    const dosing = readDosing(line, from, to, action);
    ({ action } = dosing);
    made.push(...dosing.made);
    const animals = readAnimals(line, from, to, way);
    ({ way } = animals);
    made.push(...animals.made);
    made.push(...readPhrases(line, from, to));
  }
}

/** The first token of a line that is no time. */
function firstToken(line: Line, { told }: Times): number {
  for (let i = 0; i < line.tokens.length; i++)
    if (line.tokens[i]?.kind !== 'mark' && !told.some(({ from, to }) => i >= from && i < to)) return i;
  return 0;
}

/** Tests of one moment are one reading; a parameter that stands there again is a second one, where it is a repeat. */
function readingsOf(
  line: Line,
  tests: readonly Test[],
  times: Times,
  first: number,
): { token: number; draft: EntryDraft }[] {
  const rounds: { at: number; tests: Test[] }[] = [];
  for (const test of tests) {
    const at = times.of(test.end - 1, first);
    const same = rounds.filter((round) => round.at === at);
    const twice = same.flatMap((round) => round.tests.filter(({ parameter }) => parameter === test.parameter));
    const apart = twice.some(
      ({ value }) => Math.abs(test.value - value) > REPEATS_WITHIN * Math.max(Math.abs(value), Math.abs(test.value)),
    );
    if (apart) {
      line.ask(
        test.token,
        test.end,
        `${parameterOf(test.parameter).name} is in this line twice, and the two are far apart: which one is it?`,
      );
      continue;
    }
    const free = same.find((round) => !round.tests.some(({ parameter }) => parameter === test.parameter));
    if (free) free.tests.push(test);
    else rounds.push({ at, tests: [test] });
  }
  return rounds.map(({ at, tests: own }) => ({
    token: own[0]?.token ?? 0,
    draft: { kind: 'reading', at, ...readingOf(own) } as EntryDraft,
  }));
}

/** Those of a kind that are one entry when they stand in one line at one moment, as one. */
function joined(drafts: readonly { token: number; draft: EntryDraft }[]): { token: number; draft: EntryDraft }[] {
  return drafts.reduce<{ token: number; draft: EntryDraft }[]>((made, each) => {
    const together = kindOf(each.draft.kind).together;
    const same = together
      ? made.findIndex(({ draft }) => draft.kind === each.draft.kind && draft.at === each.draft.at)
      : -1;
    const other = made[same];
    const draft = together && other && together(other.draft as never, each.draft as never);
    return other && draft ? made.with(same, { token: other.token, draft: draft as EntryDraft }) : [...made, each];
  }, []);
}

/** The entry a remark stands beside. */
function nearestOf(drafts: readonly { token: number }[], at: number): number {
  const before = drafts.findLastIndex(({ token }) => token <= at);
  return before < 0 ? 0 : before;
}

/** What is understood is of the record's schema; what is not is asked about, and no failure of the page. */
function isOfTheRecord(draft: EntryDraft, line: Line): boolean {
  const parsed = entrySchema.safeParse({ ...draft, at: Math.max(0, draft.at), id: 'x', tankId: 'y' });
  if (parsed.success) return true;
  line.problems.push({
    from: 0,
    to: line.text.length,
    message: `${kindOf(draft.kind).title}: ${parsed.error.issues[0]?.message ?? 'not accepted'}.`,
  });
  return false;
}
