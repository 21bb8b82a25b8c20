import { distance } from 'fastest-levenshtein';
import { attempt, Refusal } from '../refusal';
import { ambiguity } from './ambiguous';
import { areaBySides } from './area-by-sides';
import { salinityUnitWithTemperature, unitsOf, type QuantityKind, type Unit } from './kinds';
import { preferredUnit, quantity, showText, type UnitPreferences } from './quantity';

/** What a field accepts, in canonical units. */
export interface Expectation {
  /** The field as its keeper knows it. */
  readonly field: string;
  readonly kind: QuantityKind;
  readonly low: number;
  readonly high: number;
  /** Where a value is expected to lie; used only to guess what a refused one was meant to be. */
  readonly usual?: readonly [number, number] | undefined;
  /** What to say of a refused value where no slip explains it. */
  readonly otherwise?: string | undefined;
}

export interface ParsedQuantity {
  /** In the kind's canonical unit. */
  readonly amount: number;
  /** The unit it was read in. */
  readonly unit: Unit;
}

const NUMBER_THEN_UNIT = /^\s*([+-]?(?:\d[\d.,]*|[.,]\d+))\s*(.*?)\s*$/u;

/**
 * Reads a number with an optional unit as keepers type it: "8.3", "8,3 dkh", "3 gal", "77F", "1.0255 sg", and an area
 * by its sides: "120 × 50 cm".
 * @throws Refusal when there is no number, the unit is unknown, or the value lies outside the expectation;
 * the refusal carries what was probably meant
 */
export function parseQuantity(text: string, expected: Expectation, preferences: UnitPreferences): ParsedQuantity {
  const sides = expected.kind === 'area' ? areaBySides(text, expected.field) : undefined;
  if (sides !== undefined)
    return {
      amount: acceptAmount(sides, expected, preferences),
      unit: preferredUnit(expected.kind, preferences),
    };
  const match = NUMBER_THEN_UNIT.exec(text.replace('−', '-'));
  const allowed = allowedRange(expected, preferences);
  if (!match) throw new Refusal({ field: expected.field, value: text, allowed, hint: 'A number is needed here.' });
  const value = readNumber(match[1] ?? '');
  if (value === undefined) {
    throw new Refusal({
      field: expected.field,
      value: text,
      allowed,
      hint: 'The commas and points cannot be told apart.',
    });
  }
  const unit = findUnit(match[2] ?? '', expected, preferences, text);
  const amount = convert(unit, value);
  if (amount !== undefined && amount >= expected.low && amount <= expected.high) return { amount, unit };
  throw new Refusal({ field: expected.field, value: text.trim(), allowed, ...probableSlip(value, unit, expected) });
}

/**
 * The same for a plain number, which counts in the kind's canonical unit.
 * @throws Refusal when it is not finite or lies outside the expectation, with what was probably meant
 */
export function acceptAmount(amount: number, expected: Expectation, preferences: UnitPreferences): number {
  if (amount >= expected.low && amount <= expected.high) return amount;
  const canonical = unitsOf(expected.kind).find((unit) => attempt(() => unit.toCanonical(1)).outcome === 1);
  throw new Refusal({
    field: expected.field,
    value: amount,
    allowed: allowedRange(expected, preferences),
    ...(canonical && Number.isFinite(amount) && probableSlip(amount, canonical, expected)),
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
  const plain = plainSpelling(spelling);
  return (
    unitsOf(kind).find((unit) => plainSpelling(unit.symbol) === plain || unit.aliases.includes(plain)) ??
    (kind === 'salinity' ? salinityUnitWithTemperature(plain) : undefined)
  );
}

function plainSpelling(spelling: string): string {
  return spelling.toLowerCase().replaceAll(/[\s°]/g, '').replaceAll('μ', 'µ').replace(/\.$/, '');
}

/** Kinds of which "mg/L" means what the keeper's own kit means by it. */
const AS_THE_KIT_TELLS: ReadonlySet<QuantityKind> = new Set(['ammonia', 'nitrite']);
const MG_PER_L: ReadonlySet<string> = new Set(['mg/l', 'mgl', 'ppm']);

function findUnit(spelling: string, expected: Expectation, preferences: UnitPreferences, text: string): Unit {
  if (spelling === '' || (AS_THE_KIT_TELLS.has(expected.kind) && MG_PER_L.has(plainSpelling(spelling))))
    return preferredUnit(expected.kind, preferences);
  const unit = unitBySpelling(expected.kind, spelling);
  if (unit) return unit;
  throw new Refusal({
    field: expected.field,
    value: text.trim(),
    allowed: allowedRange(expected, preferences),
    ...unknownUnit(spelling, expected, text),
  });
}

/** A spelling that could mean two units is told so; one that means none is answered with the nearest that does. */
function unknownUnit(spelling: string, { kind, field }: Expectation, text: string) {
  const figure = text.slice(0, text.lastIndexOf(spelling)).trim();
  const ambiguous = ambiguity(kind, plainSpelling(spelling) || spelling);
  if (ambiguous) {
    const { says, likely, times = 1 } = ambiguous;
    const value = readNumber(figure);
    return {
      hint: says,
      suggestion: likely && value !== undefined ? `${Number((value * times).toPrecision(12))} ${likely}` : undefined,
    };
  }
  const symbols = unitsOf(kind)
    .map((candidate) => candidate.symbol)
    .filter(Boolean);
  if (symbols.length === 0) return { hint: `${field} takes no unit.` };
  const nearest = symbols
    .map((symbol) => ({ symbol, apart: distance(plainSpelling(symbol), plainSpelling(spelling)) }))
    .toSorted((a, b) => a.apart - b.apart)[0];
  const near = nearest && nearest.apart <= 2 && nearest.apart < nearest.symbol.length ? nearest.symbol : undefined;
  return {
    hint: `"${spelling}" is not a unit of ${field}; known here: ${symbols.join(', ')}.`,
    suggestion: near && `${figure} ${near}`,
  };
}

/** A unit's own equation may refuse (35 as a specific gravity): that is "no such amount" here. */
function convert(unit: Unit, value: number): number | undefined {
  try {
    const amount = unit.toCanonical(value);
    return Number.isFinite(amount) ? amount : undefined;
  } catch (error) {
    if (error instanceof Refusal) return undefined;
    throw error;
  }
}

function allowedRange({ kind, low, high }: Expectation, preferences: UnitPreferences): string {
  const from = showText(quantity(kind, low), preferences);
  const to = showText(quantity(kind, high), preferences);
  return `${from} to ${to}`;
}

/** Another unit first (1.026 is no ppt but a good specific gravity), then a slipped point (830 for 8.30). */
function probableSlip(
  value: number,
  unit: Unit,
  { kind, low, high, usual, otherwise }: Expectation,
): { hint?: string | undefined; suggestion?: string } {
  if (value < 0 && low >= 0) return { hint: 'It cannot be below nought.' };
  const [from, to] = usual ?? [low, high];
  const plausible = (amount: number | undefined) => amount !== undefined && amount >= from && amount <= to;
  for (const other of unitsOf(kind)) {
    if (other.symbol === unit.symbol || !plausible(convert(other, value))) continue;
    const suggestion = `${value} ${other.symbol}`;
    return {
      hint: `${value} looks like ${UNIT_WORDS[other.symbol] ?? other.symbol}, not ${UNIT_WORDS[unit.symbol] ?? unit.symbol}.`,
      suggestion,
    };
  }
  for (const factor of [0.1, 0.01, 0.001, 10, 100, 1000]) {
    const moved = Number((value * factor).toPrecision(12));
    if (!plausible(convert(unit, moved))) continue;
    const suggestion = `${moved} ${unit.symbol}`.trim();
    return { hint: `A point may have slipped: ${suggestion}?`, suggestion };
  }
  return { hint: otherwise };
}

const UNIT_WORDS: Record<string, string> = {
  sg: 'a specific gravity',
  ppt: 'ppt',
  '°F': 'degrees Fahrenheit',
  '°C': 'degrees Celsius',
  'mS/cm': 'a conductivity in mS/cm',
  'µS/cm': 'a conductivity in µS/cm',
};
