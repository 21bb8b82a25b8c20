import { TZDate } from '@date-fns/tz';
import { PARAMETERS, readingExpectation, type ParameterId } from '@/calculators/parameters/parameters';
import { AHEAD_MS, EARLIEST } from '../rows/fields';
import { kindOf, type EntryDraft, type EntryOf } from '../kinds/list';
import { Scanner, type JotContext, type JotProblem } from '../line/scanner';
import { nearestWord, UNIT_OF_WORD, VERBS, WORD_TO_PARAMETER } from './vocabulary';
import { momentOf, readTimeWords, type TimeWords } from '../line/when';

export type { JotContext, JotProblem } from '../line/scanner';

export interface Jotted {
  /** When it happened; now when the line does not say. */
  readonly at: number;
  readonly drafts: readonly EntryDraft[];
  readonly problems: readonly JotProblem[];
}

/**
 * Reads one jotted line: tests, doses, changes, refills and a time, in any order, as
 * "yesterday 8pm alk 8.3 ca 440 po4 0.045 changed 40 l".
 * Nothing is guessed in silence: every stretch is understood, or told as a problem with what was probably meant.
 */
export function readLine(line: string, context: JotContext): Jotted {
  const reader = new LineReader(line, context);
  reader.run();
  return reader.result();
}

class LineReader {
  readonly #scanner: Scanner;
  readonly #now: TZDate;
  readonly #values: EntryOf<'reading'>['values'] = {};
  readonly #bounds: NonNullable<EntryOf<'reading'>['bounds']> = {};
  readonly #instruments: NonNullable<EntryOf<'reading'>['instruments']> = {};
  /** An instrument that is named by itself reads what follows it, or all of the line where nothing does. */
  #readBy: string | undefined;
  readonly #others: ((at: number) => EntryDraft)[] = [];
  #day: TZDate | undefined;
  #clock: TimeWords['clock'];
  #moment: TZDate | undefined;
  #timeAt: { from: number; to: number } | undefined;

  constructor(line: string, context: JotContext) {
    this.#scanner = new Scanner(line, context);
    this.#now = new TZDate(context.now, context.zone);
  }

  run(): void {
    const scanner = this.#scanner;
    while (scanner.skipFillers()) {
      if (this.#readTime()) continue;
      const named = scanner.readInstrumentName();
      if (named !== undefined) {
        this.#nameInstrument(named);
        continue;
      }
      const from = scanner.position;
      const word = scanner.take(/^[\p{L}_-]+\d*|^\S+/u)?.[0] ?? '';
      const key = word.toLowerCase();
      const parameter = WORD_TO_PARAMETER.get(key);
      const verb = VERBS.get(key);
      if (parameter) this.#readReading(parameter, key, from);
      else if (verb) {
        const made = verb(scanner, from);
        if (made) this.#others.push(made);
      } else this.#unknown(word, from);
    }
  }

  result(): Jotted {
    const { line, context, problems } = this.#scanner;
    const meant = this.#moment?.getTime() ?? momentOf(this.#day, this.#clock, this.#now);
    // So many days ago that no calendar reaches them: refused below, and told as now until then.
    const at = Number.isFinite(meant) ? meant : context.now;
    const place = this.#timeAt ?? { from: 0, to: line.length };
    if (at > context.now + AHEAD_MS)
      problems.push({ ...place, message: 'That lies ahead of now; the record holds what has happened.' });
    if (!Number.isFinite(meant) || at < EARLIEST)
      problems.push({ ...place, message: 'That is before 1990; a year may have slipped.' });
    const jotted = line.trim();
    const bounds = Object.keys(this.#bounds).length > 0 && { bounds: this.#bounds };
    const by = Object.keys(this.#instruments).length > 0 && { instruments: this.#instruments };
    const reading: EntryDraft[] =
      Object.keys(this.#values).length > 0
        ? [{ kind: 'reading', at, values: this.#values, ...bounds, ...by, jotted }]
        : [];
    const others = this.#others.map((make) => ({ ...make(at), jotted }));
    return { at, drafts: [...reading, ...joined(others)], problems };
  }

  /** Named behind readings with nothing after it, it read all of them that it can read. */
  #nameInstrument(name: string): void {
    this.#readBy = name;
    if (/\d/.test(this.#scanner.rest())) return;
    for (const parameter of Object.keys(this.#values) as ParameterId[])
      if (this.#instruments[parameter] === undefined) this.#readWith(parameter, name);
  }

  #readWith(parameter: ParameterId, name: string): boolean {
    const instrument = this.#scanner.context.instruments?.find(
      (each) => each.name === name && each.parameter === parameter,
    );
    if (instrument) this.#instruments[parameter] = instrument.id;
    return instrument !== undefined;
  }

  #readTime(): boolean {
    const scanner = this.#scanner;
    const words = readTimeWords(scanner.rest(), this.#now);
    if (!words) return false;
    const from = scanner.position;
    scanner.position += words.length;
    if (words.impossible) scanner.problem(from, 'There is no such date or time.');
    if (words.ask) scanner.problem(from, words.ask.message, words.ask.suggestion);
    this.#day = words.day ?? this.#day;
    this.#clock = words.clock ?? this.#clock;
    this.#moment = words.moment ?? this.#moment;
    this.#timeAt = { from: this.#timeAt?.from ?? from, to: scanner.position };
    return true;
  }

  #readReading(parameter: ParameterId, word: string, from: number): void {
    const suffix = UNIT_OF_WORD.get(word) ?? '';
    // "<0.02": below the first step of the scale.
    const sign = this.#scanner.take(/^\s*[:=]?\s*([<≤>≥])(?=\s*[\d.,])/)?.[1];
    const value = this.#scanner.readQuantity({ ...readingExpectation(parameter) }, from, {
      suffix,
      phosphorus: word === 'p' || word === 'phosphorus',
    });
    if (value === undefined) return;
    if (this.#values[parameter] !== undefined)
      this.#scanner.problem(from, `${PARAMETERS[parameter].name} is in this line twice.`);
    else {
      this.#values[parameter] = value;
      if (sign) this.#bounds[parameter] = '<≤'.includes(sign) ? 'below' : 'above';
      const named = this.#scanner.readInstrumentName();
      if (named !== undefined && !this.#readWith(parameter, named))
        this.#scanner.problem(from, `${named} does not read ${PARAMETERS[parameter].name}.`);
      else if (named === undefined && this.#readBy !== undefined) this.#readWith(parameter, this.#readBy);
    }
  }

  #unknown(word: string, from: number): void {
    const suggestion = nearestWord(word);
    this.#scanner.problem(
      from,
      suggestion ? `“${word}” is not known; ${suggestion}?` : `“${word}” is not known.`,
      suggestion,
    );
  }
}

/** Those of a kind that are one entry when they stand in one line, as one. */
function joined(drafts: readonly EntryDraft[]): EntryDraft[] {
  return drafts.reduce<EntryDraft[]>((made, draft) => {
    const together = kindOf(draft.kind).together;
    const same = together ? made.findIndex(({ kind }) => kind === draft.kind) : -1;
    const other = made[same];
    if (!together || !other) return [...made, draft];
    return made.with(same, together(other as never, draft as never) as EntryDraft);
  }, []);
}
