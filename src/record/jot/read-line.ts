import { TZDate } from '@date-fns/tz';
import { PARAMETERS, readingExpectation, type ParameterId } from '@/chemistry/parameters';
import { Refusal } from '@/chemistry/refusal';
import { unitsOf, type QuantityKind } from '@/chemistry/units/kinds';
import { parseQuantity, type Expectation } from '@/chemistry/units/parse-quantity';
import type { UnitPreferences } from '@/chemistry/units/quantity';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { AMOUNTS } from '@/chemistry/amounts';
import type { EntryDraft, EntryOf, Solution } from '../schema';
import { ADDED_KINDS } from '@/chemistry/cycle/cycle-input';
import { addedKind, nearestWord, WORD_TO_PARAMETER } from './vocabulary';
import { momentOf, readTimeWords, type TimeWords } from './when';

export interface JotContext {
  /** Epoch ms. */
  readonly now: number;
  readonly zone: string;
  readonly units: UnitPreferences;
  readonly solutions: readonly Solution[];
}

/** A stretch of the line that was not understood or is refused. */
export interface JotProblem {
  readonly from: number;
  readonly to: number;
  readonly message: string;
  /** What the stretch could be replaced with. */
  readonly suggestion?: string | undefined;
}

export interface Jotted {
  /** When it happened; now when the line does not say. */
  readonly at: number;
  readonly drafts: readonly EntryDraft[];
  readonly problems: readonly JotProblem[];
}

const FILLERS = /^(?:[\s,;.]+|(?:and|at|of|with|the|was|is|to)\b)+/i;
const NUMBER = /^\s*[:=]?\s*([+-]?(?:\d[\d.,]*\d|\d|[.,]\d+))/;

/**
 * Reads one jotted line: tests, doses, changes, refills and a time, in any order, as
 * "yesterday 8pm alk 8.3 ca 440 po4 45ppb changed 40 l".
 * Nothing is guessed in silence: every stretch is understood, or told as a problem with what was probably meant.
 */
export function readLine(line: string, context: JotContext): Jotted {
  const reader = new LineReader(line, context);
  reader.run();
  return reader.result();
}

class LineReader {
  readonly #line: string;
  readonly #context: JotContext;
  readonly #now: TZDate;
  readonly #values: EntryOf<'reading'>['values'] = {};
  readonly #others: ((at: number) => EntryDraft)[] = [];
  readonly #problems: JotProblem[] = [];
  #day: TZDate | undefined;
  #clock: TimeWords['clock'];
  #moment: TZDate | undefined;
  #timeAt: { from: number; to: number } | undefined;
  #position = 0;

  constructor(line: string, context: JotContext) {
    this.#line = line;
    this.#context = context;
    this.#now = new TZDate(context.now, context.zone);
  }

  run(): void {
    while (this.#skipFillers()) {
      if (this.#readTime()) continue;
      const from = this.#position;
      const word = /^[\p{L}_-]+\d*|^\S+/u.exec(this.#rest())?.[0] ?? '';
      this.#position += word.length;
      const key = word.toLowerCase();
      const parameter = WORD_TO_PARAMETER.get(key);
      if (parameter) this.#readReading(parameter, key, from);
      else if (!this.#readVerb(key, from)) this.#unknown(word, from);
    }
  }

  result(): Jotted {
    const at = this.#moment?.getTime() ?? momentOf(this.#day, this.#clock, this.#now);
    const place = this.#timeAt ?? { from: 0, to: this.#line.length };
    if (at > this.#context.now + DAY_MS)
      this.#problems.push({
        ...place,
        message: 'That lies more than a day ahead; the record holds what has happened.',
      });
    if (at < Date.UTC(1990, 0, 1))
      this.#problems.push({ ...place, message: 'That is before 1990; a year may have slipped.' });
    const jotted = this.#line.trim();
    const reading: EntryDraft[] =
      Object.keys(this.#values).length > 0 ? [{ kind: 'reading', at, values: this.#values, jotted }] : [];
    return {
      at,
      drafts: [...reading, ...this.#others.map((make) => ({ ...make(at), jotted }))],
      problems: this.#problems,
    };
  }

  #rest(): string {
    return this.#line.slice(this.#position);
  }

  #skipFillers(): boolean {
    this.#position += FILLERS.exec(this.#rest())?.[0].length ?? 0;
    return this.#position < this.#line.length;
  }

  #readTime(): boolean {
    const words = readTimeWords(this.#rest(), this.#now);
    if (!words) return false;
    const from = this.#position;
    this.#position += words.length;
    if (words.impossible) this.#problem(from, 'There is no such date or time.');
    this.#day = words.day ?? this.#day;
    this.#clock = words.clock ?? this.#clock;
    this.#moment = words.moment ?? this.#moment;
    this.#timeAt = { from: this.#timeAt?.from ?? from, to: this.#position };
    return true;
  }

  #readReading(parameter: ParameterId, word: string, from: number): void {
    const suffix = word === 'sg' ? 'sg' : '';
    const value = this.#readQuantity({ ...readingExpectation(parameter) }, from, {
      suffix,
      phosphorus: word === 'p' || word === 'phosphorus',
    });
    if (value === undefined) return;
    if (this.#values[parameter] !== undefined)
      this.#problem(from, `${PARAMETERS[parameter].name} stands twice in this line.`);
    else this.#values[parameter] = value;
  }

  #readVerb(word: string, from: number): boolean {
    switch (word) {
      case 'changed':
      case 'change': {
        const volumeL = this.#readQuantity(AMOUNTS.waterChange, from);
        const salinity = /^\s*(?:at|of)\s+[\d.,]+\s*(?:ppt|sg)\b/i.test(this.#rest())
          ? this.#skipThenSalinity(from)
          : undefined;
        if (volumeL !== undefined)
          this.#others.push((at) => ({
            kind: 'water-change',
            at,
            volumeL,
            ...(salinity === undefined ? {} : { salinity }),
          }));
        return true;
      }
      case 'refilled':
      case 'refill': {
        const volumeL = this.#readQuantity(AMOUNTS.refill, from);
        if (volumeL !== undefined) this.#others.push((at) => ({ kind: 'refill', at, volumeL }));
        return true;
      }
      case 'dosed':
      case 'dose':
        this.#readDose(from, AMOUNTS.dose, (solutionId, volumeMl) => (at) => ({
          kind: 'dose',
          at,
          solutionId,
          volumeMl,
        }));
        return true;
      case 'dosing':
        this.#readDose(from, AMOUNTS.standingDose, (solutionId, mlPerDay) => (at) => ({
          kind: 'standing-dose',
          at,
          solutionId,
          mlPerDay,
        }));
        return true;
      case 'reactor': {
        const mlPerMin = this.#readQuantity(AMOUNTS.reactorFlow, from);
        this.#position += /^[\s,]*(?:effluent)?/i.exec(this.#rest())?.[0].length ?? 0;
        const effluentAlkalinity = mlPerMin === undefined ? undefined : this.#readQuantity(AMOUNTS.effluent, from);
        if (mlPerMin !== undefined && effluentAlkalinity !== undefined)
          this.#others.push((at) => ({ kind: 'reactor', at, mlPerMin, effluentAlkalinity }));
        return true;
      }
      case 'added':
        this.#readAdded(from);
        return true;
      case 'note': {
        const note = this.#rest()
          .replace(/^[\s:]+/, '')
          .trim();
        this.#position = this.#line.length;
        if (note) this.#others.push((at) => ({ kind: 'note', at, note }));
        else this.#problem(from, 'A note needs some words after it.');
        return true;
      }
      default:
        return false;
    }
  }

  /** "added 2 fish", "added bacteria": how many, if said, then what. */
  #readAdded(from: number): void {
    const rest = this.#rest();
    const match = /^\s*(?:(\d+)\s*[x×]?\s*|an?\s+)?(\p{L}[\p{L}-]*(?:\s+\p{L}[\p{L}-]*)?)/iu.exec(rest);
    const words = match?.[2]?.toLowerCase().split(/\s+/) ?? [];
    const found = addedKind(words.join(' ')) ?? addedKind(words[0] ?? '');
    if (!match || !found) {
      this.#position += match?.[0].length ?? 0;
      this.#problem(from, `What went in? Known here: ${ADDED_KINDS.join(', ')}.`);
      return;
    }
    const one = addedKind(words.join(' ')) === undefined;
    this.#position += one ? match[0].length - (words[1]?.length ?? 0) : match[0].length;
    const count = Number(match[1] ?? 1);
    if (count >= 1 && count <= 1000) this.#others.push((at) => ({ kind: 'put-in', at, what: found, count }));
    else this.#problem(from, 'One to a thousand at a time.');
  }

  #skipThenSalinity(from: number): number | undefined {
    this.#skipFillers();
    return this.#readQuantity(AMOUNTS.newWaterSalinity, from);
  }

  /** "20ml carbonate", "carbonate 20 ml/day" or "carbonate off". */
  #readDose(
    from: number,
    expected: Expectation,
    make: (solutionId: string, amount: number) => (at: number) => EntryDraft,
  ): void {
    const before = this.#readSolution();
    const off = /^\s*off\b/i.exec(this.#rest());
    if (before && off && expected.kind === 'doseRate') {
      this.#position += off[0].length;
      this.#others.push(make(before.id, 0));
      return;
    }
    const value = this.#readQuantity(expected, from);
    if (value === undefined) return;
    this.#skipFillers();
    const solution = before ?? this.#readSolution();
    if (solution) {
      this.#others.push(make(solution.id, value));
      return;
    }
    const known = this.#context.solutions.map(({ name }) => name).join(', ');
    this.#problem(
      from,
      known
        ? `Which solution? Known here: ${known}.`
        : 'No solution is described yet: add one on the Tank bench, then log the dose.',
    );
  }

  /** A solution by its whole name, or by any one word of it that no other solution shares. */
  #readSolution(): Solution | undefined {
    const gap = /^\s*/.exec(this.#rest())?.[0].length ?? 0;
    const rest = this.#rest().slice(gap).toLowerCase();
    const named = (phrase: string) => rest.startsWith(phrase) && !/^[\p{L}\d]/u.test(rest.slice(phrase.length));
    const whole = this.#context.solutions
      .filter(({ name }) => named(name.toLowerCase()))
      .toSorted((a, b) => b.name.length - a.name.length)[0];
    const word = /^[\p{L}][\p{L}\d-]*/u.exec(rest)?.[0] ?? '';
    const byWord =
      word.length < 2
        ? []
        : this.#context.solutions.filter(({ name }) =>
            name
              .toLowerCase()
              .split(/\s+/)
              .some((part) => part.startsWith(word)),
          );
    const found = whole ?? (byWord.length === 1 ? byWord[0] : undefined);
    if (found) this.#position += gap + (whole ? whole.name.length : word.length);
    return found;
  }

  /** A number with the longest unit of the kind that follows it. The stretch runs from the word that asked for it. */
  #readQuantity(
    expected: Expectation,
    from: number,
    how: { suffix?: string; phosphorus?: boolean } = {},
  ): number | undefined {
    const match = NUMBER.exec(this.#rest());
    if (!match) {
      this.#problem(from, `${expected.field} needs a number after it.`);
      return undefined;
    }
    this.#position += match[0].length;
    const unit = this.#readUnit(expected.kind);
    const spelled = how.phosphorus ? 'ppb P' : unit || how.suffix || '';
    if (how.phosphorus && unit && !/^(ppb|[uµ]g\/l)/i.test(unit)) {
      this.#problem(from, 'Phosphorus is read in ppb here, as colorimeters show it; write po4 for phosphate in mg/L.');
      return undefined;
    }
    try {
      return parseQuantity(`${match[1] ?? ''} ${spelled}`, expected, this.#context.units).amount;
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      const { allowed, hint, suggestion } = error.detail;
      const word = /^\S+?(?=[\s:=\d]|$)/.exec(this.#line.slice(from))?.[0] ?? '';
      this.#problem(
        from,
        `${expected.field} is taken from ${allowed}.${hint ? ` ${hint}` : ''}`,
        suggestion && `${word} ${suggestion}`,
      );
      return undefined;
    }
  }

  #readUnit(kind: QuantityKind): string {
    const rest = this.#rest();
    const gap = /^\s*°?/.exec(rest)?.[0].length ?? 0;
    const text = rest.slice(gap).toLowerCase();
    const spellings = unitsOf(kind)
      .flatMap((unit) => [unit.symbol.toLowerCase().replace('°', ''), ...unit.aliases])
      .filter(Boolean);
    const spaced = spellings.flatMap((spelling) =>
      spelling === 'ppbp'
        ? [spelling, 'ppb p']
        : spelling === 'usgal'
          ? [spelling, 'us gal']
          : spelling === 'ppmcaco3'
            ? [spelling, 'ppm caco3']
            : [spelling],
    );
    const unit = spaced
      .toSorted((a, b) => b.length - a.length)
      .find((spelling) => text.startsWith(spelling) && !/^[\p{L}\d/]/u.test(text.slice(spelling.length)));
    if (!unit) return this.#readForeignUnit(gap);
    this.#position += gap + unit.length;
    return unit;
  }

  /** Letters stuck to the number that are no unit of the kind ("40lb" of water) are handed on, so that they are refused. */
  #readForeignUnit(gap: number): string {
    if (gap > 0) return '';
    const stuck = /^[\p{L}%/]+/u.exec(this.#rest())?.[0] ?? '';
    this.#position += stuck.length;
    return stuck;
  }

  #unknown(word: string, from: number): void {
    const suggestion = nearestWord(word);
    this.#problem(from, suggestion ? `“${word}” is not known; ${suggestion}?` : `“${word}” is not known.`, suggestion);
  }

  #problem(from: number, message: string, suggestion?: string): void {
    this.#problems.push({ from, to: this.#position, message, suggestion });
  }
}
