import { takenFromWithHint } from '@/calculators/calculator/refusal-text';
import { Refusal } from '@/chemistry/refusal';
import { ambiguousSpellings } from '@/chemistry/units/ambiguous';
import { unitsOf, type QuantityKind } from '@/chemistry/units/kinds';
import { parseQuantity, type Expectation } from '@/chemistry/units/parse-quantity';
import type { UnitPreferences } from '@/chemistry/units/quantity';
import type { Instrument } from '../rows/instrument';
import type { Solution } from '../rows/solution';

export interface JotContext {
  /** Epoch ms. */
  readonly now: number;
  readonly zone: string;
  readonly units: UnitPreferences;
  readonly solutions: readonly Solution[];
  readonly instruments?: readonly Instrument[] | undefined;
  /** Net volume of the tank that is jotted for, so that a change can be told as a share of it. */
  readonly netVolumeL?: number | undefined;
}

/** A stretch of the line that was not understood or is refused. */
export interface JotProblem {
  readonly from: number;
  readonly to: number;
  readonly message: string;
  /** What the stretch could be replaced with. */
  readonly suggestion?: string | undefined;
}

const FILLERS = /^(?:[\s,;.]+|(?:and|at|of|with|the|was|is|to)\b)+/i;
const NUMBER =
  /^\s*[:=]?\s*([+-]?(?:(?:\d+\s+)?\d{1,2}\/(?:2|3|4|5|8|16)(?![\d/])|\d[\d.,]*\d|\d|[.,]\d+)|[<≤]\s*\d[\d.,]*)/;

/** Spellings of units that hold a gap when they are written out. */
const SPACED: ReadonlyMap<string, readonly string[]> = new Map([
  ['ppbp', ['ppb p']],
  ['ppbpo4', ['ppb po4', 'ug/l po4', 'µg/l po4']],
  ['usgal', ['us gal', 'us gallons']],
  ['impgal', ['imp gal', 'uk gal']],
  ['ppmcaco3', ['ppm caco3']],
]);

/** A jotted line and how far it has been read: takes quantities and solutions from it, and notes what it could not take. */
export class Scanner {
  readonly line: string;
  readonly context: JotContext;
  readonly problems: JotProblem[] = [];
  position = 0;

  constructor(line: string, context: JotContext) {
    this.line = line;
    this.context = context;
  }

  rest(): string {
    return this.line.slice(this.position);
  }

  /** Passes over words that mean nothing here; answers whether anything is left. */
  skipFillers(): boolean {
    this.position += FILLERS.exec(this.rest())?.[0].length ?? 0;
    return this.position < this.line.length;
  }

  /** Takes what a pattern anchored at the start matches, if it does. */
  take(pattern: RegExp): RegExpExecArray | undefined {
    const match = pattern.exec(this.rest()) ?? undefined;
    this.position += match?.[0].length ?? 0;
    return match;
  }

  /** The name of an instrument by which something is read, in the letters it is called by; "by", "with" or a bracket may stand before it. */
  readInstrumentName(): string | undefined {
    const before = /^\s*(?:[([]\s*|(?:by|with|on|from)\s+)?(?:the\s+)?/i.exec(this.rest())?.[0] ?? '';
    const rest = this.rest().slice(before.length).toLowerCase();
    const names = [...new Set((this.context.instruments ?? []).map(({ name }) => name))];
    const found = names
      .filter((name) => rest.startsWith(name.toLowerCase()) && !/^[\p{L}\d]/u.test(rest.slice(name.length)))
      .toSorted((a, b) => b.length - a.length)[0];
    if (found === undefined) return undefined;
    const closed = /^\s*[)\]:]/.exec(rest.slice(found.length))?.[0].length ?? 0;
    this.position += before.length + found.length + closed;
    return found;
  }

  /** A solution by its whole name, or by any one word of it that no other solution shares. */
  readSolution(): Solution | undefined {
    const gap = /^\s*/.exec(this.rest())?.[0].length ?? 0;
    const rest = this.rest().slice(gap).toLowerCase();
    const named = (phrase: string) => rest.startsWith(phrase) && !/^[\p{L}\d]/u.test(rest.slice(phrase.length));
    const whole = this.context.solutions
      .filter(({ name }) => named(name.toLowerCase()))
      .toSorted((a, b) => b.name.length - a.name.length)[0];
    const word = /^[\p{L}][\p{L}\d-]*/u.exec(rest)?.[0] ?? '';
    const byWord =
      word.length < 2
        ? []
        : this.context.solutions.filter(({ name }) =>
            name
              .toLowerCase()
              .split(/\s+/)
              .some((part) => part.startsWith(word)),
          );
    const found = whole ?? (byWord.length === 1 ? byWord[0] : undefined);
    if (found) this.position += gap + (whole ? whole.name.length : word.length);
    return found;
  }

  /** A number with the longest unit of the kind that follows it. The stretch runs from the word that asked for it. */
  readQuantity(
    expected: Expectation,
    from: number,
    how: { suffix?: string; phosphorus?: boolean } = {},
  ): number | undefined {
    const match = NUMBER.exec(this.rest());
    if (!match) {
      this.problem(from, `${expected.field} needs a number after it.`);
      return undefined;
    }
    this.position += match[0].length;
    const unit = this.#readUnit(expected.kind, expected.whole !== undefined);
    const spelled = how.phosphorus ? 'ppb P' : unit || how.suffix || '';
    if (how.phosphorus && unit && !/^(ppb|[uµ]g\/l)(?!.*po4)/i.test(unit)) {
      this.problem(from, 'Phosphorus is read in ppb here, as colorimeters show it; write po4 for phosphate in mg/L.');
      return undefined;
    }
    try {
      return parseQuantity(`${match[1] ?? ''} ${spelled}`, expected, this.context.units).amount;
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      const { suggestion } = error.detail;
      const word = /^(?:[\p{L}_-]+\d*|\S+)/u.exec(this.line.slice(from))?.[0] ?? '';
      this.problem(
        from,
        takenFromWithHint({ ...error.detail, field: expected.field }),
        suggestion && `${word} ${suggestion}`,
      );
      return undefined;
    }
  }

  #readUnit(kind: QuantityKind, share: boolean): string {
    const rest = this.rest();
    const gap = /^\s*°?/.exec(rest)?.[0].length ?? 0;
    const text = rest.slice(gap).toLowerCase();
    const spellings = unitsOf(kind)
      .flatMap((unit) => [unit.symbol.toLowerCase().replace('°', ''), ...unit.aliases])
      // What is asked about, and a share, are units to read too; whether they can be taken is decided after.
      .concat(ambiguousSpellings(kind), share ? ['%', 'percent'] : [])
      .filter(Boolean);
    const unit = spellings
      .flatMap((spelling) => [spelling, ...(SPACED.get(spelling) ?? [])])
      .toSorted((a, b) => b.length - a.length)
      .find((spelling) => text.startsWith(spelling) && !/^[\p{L}\d/]/u.test(text.slice(spelling.length)));
    if (!unit) return this.#readForeignUnit(gap);
    this.position += gap + unit.length;
    return unit;
  }

  /** Letters stuck to the number that are no unit of the kind ("40lb" of water) are handed on, so that they are refused. */
  #readForeignUnit(gap: number): string {
    if (gap > 0) return '';
    const stuck = /^[\p{L}%/]+/u.exec(this.rest())?.[0] ?? '';
    this.position += stuck.length;
    return stuck;
  }

  problem(from: number, message: string, suggestion?: string): void {
    this.problems.push({ from, to: this.position, message, suggestion });
  }
}
