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
  /** What 100 % of it would be, where a share may be told too: "15 %" of the water. */
  readonly whole?: number | undefined;
}

export interface ParsedQuantity {
  /** In the kind's canonical unit. */
  readonly amount: number;
  /** The unit it was read in. */
  readonly unit: Unit;
}

const NUMBER_THEN_UNIT = /^\s*([+-]?(?:\d[\d.,]*|[.,]\d+))\s*(.*?)\s*$/u;
const UNIT_THEN_NUMBER = /^\s*([\p{L}°/]+)\s*:?\s*(\d[\d.,]*)\s*$/u;
const BOUND = /^\s*(?:<|≤|below|under|less than)\s*(.*)$/iu;

/**
 * Reads a number with an optional unit as keepers type it: "8.3", "8,3 dkh", "1/2 US gal", "77F", "1.0255 sg", "sg 1.0255", a share
 * where one may be told ("15 %"), and an area by its sides: "120 × 50 cm".
 * @throws Refusal when there is no number, the unit is unknown or could be two, the value lies outside the expectation, or a figure
 * without a unit fits another unit better; the refusal carries what was probably meant
 */
export function parseQuantity(typed: string, expected: Expectation, preferences: UnitPreferences): ParsedQuantity {
  const text = withFractionsRead(typed);
  const sides = expected.kind === 'area' ? areaBySides(text, expected.field) : undefined;
  if (sides !== undefined)
    return {
      amount: acceptAmount(sides, expected, preferences),
      unit: preferredUnit(expected.kind, preferences),
    };
  const allowed = allowedRange(expected, preferences);
  const turned = UNIT_THEN_NUMBER.exec(text);
  const match = NUMBER_THEN_UNIT.exec(
    (turned && unitBySpelling(expected.kind, turned[1] ?? '') ? `${turned[2] ?? ''} ${turned[1] ?? ''}` : text).replace(
      '−',
      '-',
    ),
  );
  if (!match)
    throw new Refusal({ field: expected.field, value: text, allowed, ...noNumber(text, expected, preferences) });
  const value = readNumber(match[1] ?? '');
  if (value === undefined) {
    throw new Refusal({
      field: expected.field,
      value: text,
      allowed,
      hint: 'The commas and points cannot be told apart.',
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
    throw new Refusal({ ...refused, ...probableSlip(value, unit, expected) });
  const meant = spelling === '' ? anotherUnit(value, amount, unit, expected) : undefined;
  if (meant) throw new Refusal({ ...refused, ...meant });
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

/** "<0.2" is what a kit shows below its first step. */
function noNumber(text: string, expected: Expectation, preferences: UnitPreferences) {
  const below = BOUND.exec(text)?.[1];
  const bound = below && attempt(() => parseQuantity(below, { ...expected, low: 0 }, preferences)).outcome;
  if (!bound) return { hint: 'A number is needed here.' };
  const half = Number((bound.unit.fromCanonical(bound.amount) / 2).toPrecision(6));
  return {
    hint: `“${text.trim()}” is a bound, and one figure is kept here. Half of it is the usual stand-in.`,
    suggestion: `${half} ${bound.unit.symbol}`.trim(),
  };
}

/** Kinds whose figures alone may be told in two units, and those units: without one, a figure that fits another is asked about. */
const TOLD_IN: Partial<Record<QuantityKind, readonly string[]>> = {
  alkalinity: ['dKH', 'meq/L', 'ppm CaCO3'],
  salinity: ['ppt', 'sg', 'mS/cm'],
  temperature: ['°C', '°F'],
  mass: ['kg', 'lb'],
};

/** A figure without a unit that is unusual as it stands and usual in another unit of the same quantity. */
function anotherUnit(value: number, amount: number, unit: Unit, { kind, usual }: Expectation) {
  if (!usual || (amount >= usual[0] && amount <= usual[1])) return undefined;
  const fits = (TOLD_IN[kind] ?? []).filter((symbol) => {
    const other = unitsOf(kind).find((each) => each.symbol === symbol);
    const meant = other && symbol !== unit.symbol ? convert(other, value) : undefined;
    return meant !== undefined && meant >= usual[0] && meant <= usual[1];
  });
  const [first] = fits;
  if (first === undefined) return undefined;
  return {
    hint: `${value} ${unit.symbol} is unusual, and ${value} ${fits.join(` or ${value} `)} is not: say which is meant, with its unit.`,
    suggestion: `${value} ${first}`,
  };
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
  const unit = unitBySpelling(expected.kind, spelling) ?? settledUnit(spelling, expected.kind, preferences);
  if (unit) return unit;
  throw new Refusal({
    field: expected.field,
    value: text.trim(),
    allowed: allowedRange(expected, preferences),
    ...unknownUnit(spelling, expected, text),
  });
}

/** A spelling that could mean two units, where the keeper's own settings tell which. */
function settledUnit(spelling: string, kind: QuantityKind, preferences: UnitPreferences): Unit | undefined {
  const asked = ambiguity(kind, plainSpelling(spelling));
  return asked?.settledBy === preferences.volume && asked.likely ? unitBySpelling(kind, asked.likely) : undefined;
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
  if (value < 0 && low >= 0) return { hint: 'It cannot be negative.' };
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
