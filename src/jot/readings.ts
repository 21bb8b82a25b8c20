import { parameterOf, readingExpectation, type ParameterId } from '@/calculators/parameters/parameters';
import { ABOUT, ABOVE, BELOW, FILLERS, ON_THE_WAY, PRESENT, TRACE, UNDETECTED, ZERO } from './lexicon/fillers';
import type { Line } from './line';
import { UNIT_OF_WORD } from './lexicon/parameter-words';
import { instrumentsAt, parameterAt, solutionsAt, type InstrumentsNamed, type ParameterNamed } from './names';
import { callsAt } from './phrases';
import type { Bound, Test } from './test-told';
import {
  aboutBefore,
  figureSoon,
  FIRST_STEP,
  nextFree,
  ofNewWater,
  phosphorusUnit,
  sayOf,
  tellsFiguresFirst,
} from './test-words';

/** Between a name and its figure at most so many words may stand. Chosen. */
const MOST_BETWEEN = 5;
/** Figures of one parameter in one line are repeats where they differ by less than this share. Chosen. */
export const REPEATS_WITHIN = 0.15;

/** Units that name a parameter by themselves: "35 ppt", "78F". */
const BY_UNIT: readonly (readonly [ParameterId, RegExp])[] = [
  ['salinity', /^(?:ppt|psu|‰|sg|ms|ms\/cm)$/],
  ['temperature', /^(?:°?c|°?f|degc|degf|celsius|fahrenheit|°|deg|degrees?)$/],
  ['alkalinity', /^(?:dkh|meq|meq\/l)$/],
];

/** Reads all tests of a line. Phrases and doses have taken what is theirs. */
export function readTests(line: Line): Test[] {
  const reader = new TestReader(line);
  return reader.read();
}

class TestReader {
  readonly #line: Line;
  readonly #tests: Test[] = [];
  /** Names that wait for the figure of the name they are joined to: "ammonia and nitrite at 0". */
  #waiting: ParameterNamed[] = [];
  /** An instrument named by itself reads what follows it. */
  #readBy: InstrumentsNamed | undefined;

  constructor(line: Line) {
    this.#line = line;
  }

  read(): Test[] {
    const line = this.#line;
    const behind = tellsFiguresFirst(line);
    for (let i = 0; i < line.tokens.length; i++) {
      if (!line.free(i)) continue;
      const instrument = instrumentsAt(line, i);
      if (instrument) {
        this.#named(instrument);
        i = instrument.end - 1;
        continue;
      }
      const parameter = behind ? undefined : parameterAt(line, i);
      if (parameter) i = this.#test(parameter, i) - 1;
      else if (line.isNumber(i)) i = this.#figure(i, behind) - 1;
      else this.#quality(i);
    }
    for (const { parameter, end, word } of this.#waiting)
      if (
        !line.tokens.slice(end).some((token, k) => token.kind === 'word' && line.free(end + k)) &&
        this.#alone(end - 1)
      )
        line.ask(end - word.split(' ').length, end, `${parameterOf(parameter).name} needs a number after it.`);
    return this.#tests;
  }

  /** Whether nothing but names stands in the line: a remark about a test needs no figure. */
  #alone(at: number): boolean {
    return this.#line.tokens.every((_, i) => i === at || !this.#line.free(i) || this.#line.tokens[i]?.kind === 'mark');
  }

  #named(instrument: InstrumentsNamed): void {
    const line = this.#line;
    line.use(instrument.from, instrument.end);
    const rest = line.tokens
      .slice(instrument.end)
      .some((_, k) => line.free(instrument.end + k) && line.isNumber(instrument.end + k));
    const last = this.#tests.at(-1);
    if (
      last &&
      last.end >= instrument.from - 3 &&
      instrument.instruments.some(({ parameter }) => parameter === last.parameter)
    ) {
      this.#readWith(last, instrument);
      if (rest) return;
    }
    this.#readBy = instrument;
    if (rest) return;
    for (const test of this.#tests) if (test.instrumentId === undefined) this.#readWith(test, instrument);
    if (last && this.#tests.every(({ instrumentId }) => instrumentId === undefined))
      line.ask(
        instrument.from,
        instrument.end,
        `${instrument.instruments[0]?.name ?? 'It'} does not read ${parameterOf(last.parameter).name}.`,
      );
  }

  #readWith(test: Test, { instruments }: InstrumentsNamed): void {
    const own = instruments.find(({ parameter }) => parameter === test.parameter);
    if (own) test.instrumentId = own.id;
  }

  #add(test: Test): void {
    if (this.#readBy) this.#readWith(test, this.#readBy);
    this.#tests.push(test);
  }

  /** A name, and its figure behind it. @returns the token to go on from */
  #test(named: ParameterNamed, at: number): number {
    const line = this.#line;
    const { parameter, word } = named;
    let i = named.end;
    // "nh3/nh4" is the test of both, told in neither's own unit.
    let suffix = this.#waiting.some((each) => each.parameter === parameter) ? undefined : UNIT_OF_WORD.get(word);
    let about = false;
    let bound: Bound | undefined;
    let words = 0;
    for (; i < line.tokens.length; i++) {
      // What has been read already, an "on" of a time say, is passed over.
      if (!line.free(i)) continue;
      const unit = line.word(i) === '(' ? line.unitAt(i + 1, readingExpectation(parameter)) : undefined;
      if (unit && line.word(unit.end) === ')') {
        suffix = unit.spelling;
        line.use(i, unit.end + 1);
        i = unit.end;
        continue;
      }
      if (line.isNumber(i)) break;
      const between = this.#between(i);
      if (between) {
        about ||= between.about;
        bound = between.bound ?? bound;
        line.use(i, between.end);
        i = between.end - 1;
        continue;
      }
      const quality = this.#qualityAt(i, parameter);
      if (quality) {
        line.use(at, named.end);
        line.use(i, quality.end);
        this.#add({ parameter, ...quality.says, token: at, end: quality.end });
        this.#shared(quality.says, at, quality.end);
        return quality.end;
      }
      if (parameterAt(line, i)) {
        // "nh3/nh4 0.25", "ammonia and nitrite both 0": the figure is of both.
        this.#waiting.push(named);
        line.use(at, named.end);
        return i;
      }
      if (line.isBreak(i)) {
        const joins = line.word(i) === 'and' || (line.word(i) === ',' && line.isNumber(i + 1) && words === 0);
        if (joins) continue;
        break;
      }
      if (line.tokens[i]?.kind === 'mark') continue;
      if (FILLERS.has(line.word(i)) || ON_THE_WAY.has(line.word(i))) continue;
      if (++words > MOST_BETWEEN) break;
      if (callsAt(line, i).length > 0 || solutionsAt(line, i)) break;
    }
    if (!line.isNumber(i) || !line.free(i)) {
      this.#waiting.push(named);
      return named.end;
    }
    const read = this.#figureOf(parameter, word, i, at, { suffix, about, bound });
    if (!read) return Math.max(named.end, i + 1);
    line.use(at, named.end);
    for (let k = named.end; k < i; k++)
      if (FILLERS.has(line.word(k)) || ON_THE_WAY.has(line.word(k)) || line.tokens[k]?.kind === 'mark') line.use(k);
    this.#add({ parameter, token: at, ...read });
    this.#shared(read, at, read.end);
    return this.#more(parameter, word, read.end, suffix);
  }

  /** Names that were joined to this one take its figure as well. */
  #shared(
    says: { value: number; bound?: Bound | undefined; uncertainty?: number | undefined },
    at: number,
    end: number,
  ): void {
    for (const { parameter } of this.#waiting)
      if (!this.#tests.some((test) => test.parameter === parameter && test.end === end))
        this.#add({ parameter, ...says, token: at, end });
    this.#waiting = [];
  }

  /** Signs and words before a figure that say how it is meant. */
  #between(i: number): { end: number; about: boolean; bound?: Bound } | undefined {
    const line = this.#line;
    const about = line.longestAt(i, ABOUT);
    if (about) return { end: about.end, about: true };
    const below = line.longestAt(i, BELOW);
    if (below && figureSoon(line, below.end)) return { end: below.end, about: false, bound: 'below' };
    const above = line.longestAt(i, ABOVE);
    if (above && figureSoon(line, above.end)) return { end: above.end, about: false, bound: 'above' };
    if (line.word(i) === 'somewhere' || line.word(i) === 'between') return { end: i + 1, about: true };
    return undefined;
  }

  /** A figure of a parameter: alone, a range, or one with its own correction ("4, no, 5"). Uses it. */
  #figureOf(
    parameter: ParameterId,
    word: string,
    i: number,
    from: number,
    { suffix, about, bound }: { suffix?: string | undefined; about?: boolean; bound?: Bound | undefined },
  ): Omit<Test, 'parameter' | 'token'> | undefined {
    const line = this.#line;
    const expected = readingExpectation(parameter);
    const unit = suffix;
    const as = phosphorusUnit(line, word, i);
    const read = line.figureAt(i, expected, from, { suffix: unit, as });
    if (read === undefined || read === 'refused') return undefined;
    line.use(i, read.end);
    if (line.word(i - 1) === '-' && line.tokens[i]?.glued) line.use(i - 1);
    let end = read.end;
    let vague = about ?? false;
    if (line.word(end) === 'ish' || line.word(end) === '?') {
      vague = true;
      line.use(end);
      end++;
    }
    // "4-5", "4 to 5", "between 2 and 5".
    const mark = line.word(end);
    const range = /^(?:-|–|—|to|or)$/.test(mark) || (mark === 'and' && line.word(i - 1) === 'between');
    if (range && line.isNumber(end + 1) && line.free(end + 1) && !parameterAt(line, line.numberAt(end + 1).end)) {
      const other = line.figureAt(end + 1, expected, from, { suffix: unit, quiet: true });
      if (other && other !== 'refused' && other.amount < read.amount && mark === 'to') {
        line.ask(
          from,
          other.end,
          'A range is told from low to high. How much water takes a level down is worked out under Water change › To reach a level.',
        );
        return undefined;
      }
      if (other && other !== 'refused') {
        line.use(end, other.end);
        return {
          value: (read.amount + other.amount) / 2,
          uncertainty: Math.max(Math.abs(other.amount - read.amount) / 2, 1e-9),
          end: other.end,
        };
      }
    }
    // "4, no, 5".
    const no = [end, end + 1].find((k) => line.word(k) === 'no' && line.free(k));
    if (no !== undefined) {
      const next = /^[,;]$/.test(line.word(no + 1)) ? no + 2 : no + 1;
      const other = line.isNumber(next)
        ? line.figureAt(next, expected, from, { suffix: unit, quiet: true })
        : undefined;
      if (other && other !== 'refused') {
        line.use(end, other.end);
        return {
          value: other.amount,
          uncertainty: Math.max(other.step, Math.abs(other.amount - read.amount)),
          end: other.end,
        };
      }
    }
    return { value: read.amount, bound, end, ...(vague && { uncertainty: read.step }) };
  }

  /** Further figures of the same test: "8.3 / 8.4", "8.3 8.4", "and 8.31 in the evening". @returns the token to go on from */
  #more(parameter: ParameterId, word: string, from: number, suffix: string | undefined): number {
    const line = this.#line;
    let i = from;
    while (i < line.tokens.length) {
      if (!line.free(i)) {
        i++;
        continue;
      }
      if (/^(?:\/|,|and|&|then)$/.test(line.word(i)) && nextFree(line, i + 1, true) !== undefined) {
        i = nextFree(line, i + 1, true) ?? i;
        continue;
      }
      if (/^(?:at|was|in|the)$/.test(line.word(i)) && line.isNumber(nextFree(line, i + 1, false) ?? -1)) {
        i++;
        continue;
      }
      // "8.1 at 9": an hour, and no second figure.
      if (!line.isNumber(i) || (line.word(i - 1) === 'at' && /^\d{1,2}$/.test(line.word(i)))) break;
      const { end } = line.numberAt(i);
      const unit = line.unitAt(end, readingExpectation(parameter));
      const behind = unit?.end ?? end;
      const next = parameterAt(line, behind);
      if (next && !line.isNumber(next.end) && !/^[:=]$/.test(line.word(next.end))) break;
      if (line.tokens[end]?.kind === 'word' && !unit && line.tokens[end]?.glued) break;
      if (callsAt(line, end).length > 0) break;
      const read = line.figureAt(i, readingExpectation(parameter), i, { suffix, quiet: true });
      const last = this.#tests.at(-1);
      if (!read || read === 'refused' || !last || Math.abs(read.amount / last.value - 1) > REPEATS_WITHIN) break;
      const told = this.#figureOf(parameter, word, i, i, { suffix });
      if (!told) break;
      line.use(from, i);
      this.#add({ parameter, token: i, ...told });
      i = told.end;
      from = i;
    }
    return from;
  }

  /** A figure whose name stands behind it, or is its unit's. @returns the token to go on from */
  #figure(i: number, figuresFirst: boolean): number {
    const line = this.#line;
    const { end } = line.numberAt(i);
    const by = this.#readBy;
    for (const [parameter, units] of BY_UNIT) {
      const unit = line.unitAt(end, readingExpectation(parameter));
      const spelled = unit?.spelling.toLowerCase().replaceAll(/\s/g, '') ?? '';
      if (!unit || !units.test(spelled) || ofNewWater(line, i)) continue;
      const degrees = /^(?:°|deg|degrees?)$/.test(spelled);
      const read = this.#figureOf(parameter, '', i, i, degrees ? { suffix: line.context.units.temperature } : {});
      if (!read && degrees) {
        // Degrees of water are the keeper's own.
        const plain = line.figureAt(i, readingExpectation(parameter), i, { quiet: true });
        if (plain === undefined) continue;
      }
      if (!read) return unit.end;
      this.#add({ parameter, token: i, ...read });
      return this.#more(parameter, '', read.end, undefined);
    }
    // "8.3 alk", "430 calcium", "8.3 for alkalinity".
    let behind = end;
    while (
      /^(?:for|of|is|the|as|mg|ppm|mg\/l)$/.test(line.word(behind)) &&
      !(line.word(behind) === 'mg' && !parameterAt(line, behind + 1))
    )
      behind++;
    const named = parameterAt(line, behind) ?? parameterAt(line, end);
    // "12 ca 430": that name has a figure of its own.
    const itsOwn = !figuresFirst && named && (line.isNumber(named.end) || /^[:=]$/.test(line.word(named.end)));
    if (named && line.free(end) && !itsOwn) {
      const at = named.end - named.word.split(' ').length;
      const read = this.#figureOf(named.parameter, named.word, i, i, {
        suffix: UNIT_OF_WORD.get(named.word),
        ...aboutBefore(line, i),
      });
      line.use(end, named.end);
      if (read) this.#add({ parameter: named.parameter, ...read, token: at, end: named.end });
      return named.end;
    }
    // "The new magnesium kit says 1290".
    const [only, ...others] = by?.instruments ?? [];
    if (by && only && others.length === 0) {
      const read = this.#figureOf(only.parameter, '', i, i, {});
      if (!read) return end;
      this.#add({ parameter: only.parameter, token: i, ...read });
      return read.end;
    }
    return end;
  }

  /** "no ammonia", "trace of nitrite": what is said of a test before its name. */
  #quality(i: number): void {
    const line = this.#line;
    const said = line.longestAt(i, [...ZERO, ...TRACE]);
    const named = said && parameterAt(line, said.end);
    if (!said || !named || FIRST_STEP[named.parameter] === undefined) return;
    if (line.isNumber(named.end) || /^[:=]$/.test(line.word(named.end))) return;
    const quality = sayOf(named.parameter, said.words);
    if (!quality) return;
    line.use(i, named.end);
    this.#add({ parameter: named.parameter, ...quality, token: i, end: named.end });
  }

  #qualityAt(i: number, parameter: ParameterId) {
    const line = this.#line;
    const said = line.longestAt(i, [...ZERO, ...UNDETECTED, ...PRESENT, ...TRACE]);
    const says = said && sayOf(parameter, said.words);
    // "no" before a figure corrects the one before.
    if (!said || !says || (said.words === 'no' && said.end < line.tokens.length)) return undefined;
    return { says, end: said.end };
  }
}
