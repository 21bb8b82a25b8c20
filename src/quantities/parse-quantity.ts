import { distance } from 'fastest-levenshtein';
import { unlessRefused, type AllowedRange } from '@/chemistry/refusal';
import { ambiguity } from './ambiguous';
import { areaBySides } from './area-by-sides';
import { composedUnit, slashed, unitOverTime } from './compose';
import { salinityUnitWithTemperature, unitsOf, type QuantityKind, type Unit } from './kinds';
import type { Expectation } from './expectation';
import { anotherUnit, convert, probableSlip, takes, usualScales, type Slip } from './probable-slip';
import { plainSigns, THOUSANDS_GAP } from './plain-signs';
import { quantityRefusal } from './reasons';
import { preferredUnit, quantity, showText, type UnitPreferences } from './quantity';

export type { Expectation } from './expectation';

export interface ParsedQuantity {
  /** In the kind's canonical unit. */
  readonly amount: number;
  /** The unit it was read in. */
  readonly unit: Unit;
}

/** "4 x 5 gal", "3 buckets of 10 L". */
const MANY = /^\s*(\d{1,3})\s*(?:x|×|\*|(?:buckets?|jugs?|cans?|bins?)\s+of)\s*(.+)$/iu;
const BY_THE_BUCKET: ReadonlySet<QuantityKind> = new Set<QuantityKind>(['volume', 'dose']);
const NUMBER_THEN_UNIT = /^\s*([+-]?(?:\d[\d.,]*|[.,]\d+))\s*(.*?)\s*$/u;
const UNIT_THEN_NUMBER = /^\s*([\p{L}°/]+)\s*:?\s*(\d[\d.,]*)\s*$/u;
const BOUND = /^\s*(?:<|≤|below|under|less than)\s*(.*)$/iu;

/**
 * Reads a number with an optional unit as keepers type it: "8.3", "8,3 dkh", "1/2 US gal", "77F", "1.0255 sg", "sg 1.0255", a share
 * where one may be told ("15 %"), a volume by its buckets ("3 x 10 L"), and an area by its sides: "120 × 50 cm".
 * @throws Refusal when there is no number, the unit is unknown or could be two, the value lies outside the expectation, or a figure
 * without a unit fits another unit better; the refusal carries what was probably meant
 */
export function parseQuantity(typed: string, expected: Expectation, preferences: UnitPreferences): ParsedQuantity {
  const text = withFractionsRead(
    plainSigns(typed)
      .replaceAll(THOUSANDS_GAP, '')
      .replace(/^(\s*)[–—](?=\s*[\d.,])/, '$1-'),
  );
  const sides = expected.kind === 'area' ? areaBySides(text, expected.field) : undefined;
  if (sides !== undefined)
    return {
      amount: acceptAmount(sides, expected, preferences),
      unit: preferredUnit(expected.kind, preferences),
    };
  const many = BY_THE_BUCKET.has(expected.kind) ? MANY.exec(text) : undefined;
  if (many) {
    const each = parseQuantity(many[2] ?? '', { ...expected, low: 0, usual: undefined, whole: undefined }, preferences);
    return { amount: acceptAmount(Number(many[1]) * each.amount, expected, preferences), unit: each.unit };
  }
  const allowed = allowedRange(expected, preferences);
  const turned = UNIT_THEN_NUMBER.exec(text);
  const match = NUMBER_THEN_UNIT.exec(
    (turned && unitBySpelling(expected.kind, turned[1] ?? '') ? `${turned[2] ?? ''} ${turned[1] ?? ''}` : text).replace(
      '−',
      '-',
    ),
  );
  if (!match)
    throw quantityRefusal({ field: expected.field, value: text, allowed, ...noNumber(text, expected, preferences) });
  const value = readNumber(match[1] ?? '');
  if (value === undefined) {
    throw quantityRefusal({
      field: expected.field,
      value: text,
      allowed,
      hint: { code: 'separators' },
    });
  }
  const spelling = match[2] ?? '';
  if (expected.whole !== undefined && /^(%|percent|pc)$/i.test(spelling))
    return {
      amount: acceptAmount((value / 100) * expected.whole, expected, preferences),
      unit: preferredUnit(expected.kind, preferences),
    };
  const unit = findUnit(spelling, expected, preferences, text);
  const amount = convert(unit, value);
  const refused = { field: expected.field, value: text.trim(), allowed };
  if (amount === undefined || amount < expected.low || amount > expected.high)
    throw quantityRefusal({ ...refused, ...probableSlip(value, unit, expected, spelling !== '') });
  const meant = spelling === '' ? anotherUnit(value, amount, unit, expected, preferences) : undefined;
  if (meant) throw quantityRefusal({ ...refused, ...meant });
  return { amount, unit };
}

const VULGAR: Readonly<Record<string, string>> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅓': '1/3',
  '⅔': '2/3',
  '⅛': '1/8',
};
const FRACTION = /^(\s*[+-]?)(?:(\d+)\s+)?(\d{1,2})\/(2|3|4|5|8|16)(?![\d./])/;

/** "1/2", "1 1/2" and "1½" as decimals; a text that holds no such fraction comes back as it is. */
export function withFractionsRead(text: string): string {
  const spelled = text.replace(/[½¼¾⅓⅔⅛]/u, (sign) => ` ${VULGAR[sign] ?? ''}`);
  return spelled.replace(
    FRACTION,
    (_, sign: string, whole: string | undefined, over: string, under: string) =>
      `${sign}${Number((Number(whole ?? 0) + Number(over) / Number(under)).toPrecision(12))}`,
  );
}

/** "<0.2" is a bound: its own figure is offered, and whoever means another types that. */
function noNumber(text: string, expected: Expectation, preferences: UnitPreferences): Slip {
  const below = BOUND.exec(text)?.[1];
  const bound = below && unlessRefused(() => parseQuantity(below, { ...expected, low: 0 }, preferences));
  if (!bound) return { hint: { code: 'no number' } };
  const figure = `${Number(bound.unit.fromCanonical(bound.amount).toPrecision(12))} ${bound.unit.symbol}`.trim();
  return {
    hint: { code: 'a bound', typed: text.trim(), figure },
    suggestion: takes(bound.amount, expected) ? figure : undefined,
  };
}

/**
 * The same for a plain number, which counts in the kind's canonical unit.
 * @throws Refusal when it is not finite or lies outside the expectation, with what was probably meant
 */
export function acceptAmount(amount: number, expected: Expectation, preferences: UnitPreferences): number {
  if (amount >= expected.low && amount <= expected.high) return amount;
  const canonical = unitsOf(expected.kind).find((unit) => unlessRefused(() => unit.toCanonical(1)) === 1);
  throw quantityRefusal({
    field: expected.field,
    value: amount,
    allowed: allowedRange(expected, preferences),
    ...(canonical && Number.isFinite(amount) && probableSlip(amount, canonical, expected, false)),
  });
}

/** Reads 8.3, 8,3 and 1,320; gives up on 1.2.3 and 1,2,3. */
export function readNumber(text: string): number | undefined {
  let plain = text;
  if (/^[+-]?\d{1,3}(,\d{3})+(\.\d+)?$/.test(text)) plain = text.replaceAll(',', '');
  else if (/^[+-]?\d*,\d+$/.test(text)) plain = text.replace(',', '.');
  if (!/^[+-]?(\d+\.?\d*|\.\d+)$/.test(plain)) return undefined;
  const value = Number(plain);
  return Number.isFinite(value) ? value : undefined;
}

/** The unit of a kind that a spelling names, or undefined. */
export function unitBySpelling(kind: QuantityKind, spelling: string): Unit | undefined {
  const plain = slashed(spelling);
  return (
    unitsOf(kind).find((unit) => slashed(unit.symbol) === plain || unit.aliases.includes(plain)) ??
    (kind === 'salinity' ? salinityUnitWithTemperature(plain) : undefined) ??
    // What could mean two units is asked about, and not read as one of them.
    (ambiguity(kind, plain) ? undefined : composedUnit(kind, spelling)) ??
    unitOverTime(kind, spelling, unitBySpelling)
  );
}

/** Kinds of which "mg/L" means what the keeper's own kit means by it. */
const AS_THE_KIT_TELLS: ReadonlySet<QuantityKind> = new Set(['ammonia', 'nitrite']);
const MG_PER_L: ReadonlySet<string> = new Set(['mg/l', 'mgl', 'ppm']);

function findUnit(spelling: string, expected: Expectation, preferences: UnitPreferences, text: string): Unit {
  if (spelling === '' || (AS_THE_KIT_TELLS.has(expected.kind) && MG_PER_L.has(slashed(spelling))))
    return preferredUnit(expected.kind, preferences);
  const unit = unitBySpelling(expected.kind, spelling) ?? settledUnit(spelling, expected.kind, preferences);
  if (unit) return unit;
  throw quantityRefusal({
    field: expected.field,
    value: text.trim(),
    allowed: allowedRange(expected, preferences),
    ...unknownUnit(spelling, expected, text),
  });
}

/** A spelling that could mean two units, where the keeper's own settings tell which. */
function settledUnit(spelling: string, kind: QuantityKind, preferences: UnitPreferences): Unit | undefined {
  const asked = ambiguity(kind, slashed(spelling));
  return asked?.settledBy === preferences.volume && asked.likely ? unitBySpelling(kind, asked.likely) : undefined;
}

/** A spelling that could mean two units is told so; one that means none is answered with the nearest that does. */
function unknownUnit(spelling: string, expected: Expectation, text: string): Slip {
  const { kind, field } = expected;
  const value = readNumber(text.slice(0, text.lastIndexOf(spelling)).trim());
  /** A figure in a unit is offered where the field takes it. */
  const offered = (figure: number, symbol: string) => {
    const unit = unitBySpelling(kind, symbol);
    return unit && takes(convert(unit, figure), expected) ? `${Number(figure.toPrecision(12))} ${symbol}` : undefined;
  };
  const ambiguous = ambiguity(kind, slashed(spelling) || spelling);
  if (ambiguous) {
    const { of, likely, times = 1 } = ambiguous;
    // Of degrees the scale is offered on which the figure is one to be expected.
    const symbol = (value !== undefined && usualScales(expected, value)[0]) || likely;
    return {
      hint: { code: 'ambiguous', of },
      suggestion: symbol && value !== undefined ? offered(value * times, symbol) : undefined,
    };
  }
  const symbols = unitsOf(kind)
    .map((candidate) => candidate.symbol)
    .filter(Boolean);
  if (symbols.length === 0) return { hint: { code: 'takes no unit', field } };
  const near = symbols.find((symbol) => isMistyped(slashed(spelling), slashed(symbol)));
  return {
    hint: {
      code: 'unknown unit',
      spelling,
      field,
      known: symbols.slice(0, MOST_NAMED),
      more: symbols.length > MOST_NAMED,
    },
    suggestion: near && value !== undefined ? offered(value, near) : undefined,
  };
}

/** Units a refusal names before it says "and others". Chosen. */
const MOST_NAMED = 6;

/**
 * One letter other than the first is wrong or missing, in a spelling long enough to tell ("dkj" is dKH, "nl" is nothing nearby), or the
 * water is left out ("430 mg").
 */
function isMistyped(typed: string, meant: string): boolean {
  if (meant === `${typed}/l`) return true;
  return meant.length >= 3 && typed.length >= 3 && typed[0] === meant[0] && distance(typed, meant) === 1;
}

function allowedRange({ kind, low, high }: Expectation, preferences: UnitPreferences): AllowedRange {
  const from = showText(quantity(kind, low), preferences);
  const to = showText(quantity(kind, high), preferences);
  return { from, to };
}
