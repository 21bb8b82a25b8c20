import { unlessRefused } from '@/chemistry/refusal';
import type { Expectation } from './expectation';
import { unitsOf, type QuantityKind, type Unit } from './kinds';
import type { UnitPreferences } from './quantity';
import type { QuantityReason } from './reasons';

/*
 * What a refused figure was probably meant to be. An offer is one press away from being acted on, so it is held to this: it is the figure
 * that was typed with a unit said, or the same digits with a point set; and the field takes it, as something usual. Where that cannot be
 * had there is a hint and no offer. A unit that was typed is never exchanged for another of another size: 30 mL are not 30 L.
 */

/** What a refused figure probably was, and what may be typed instead; a text is what the field itself says of it. */
export interface Slip {
  readonly hint?: QuantityReason | string | undefined;
  readonly suggestion?: string | undefined;
}

/** A unit's own equation may refuse (35 as a specific gravity): that is "no such amount" here. */
export function convert(unit: Unit, value: number): number | undefined {
  const amount = unlessRefused(() => unit.toCanonical(value));
  return amount !== undefined && Number.isFinite(amount) ? amount : undefined;
}

/** Whether a field takes an amount. */
export function takes(amount: number | undefined, { low, high }: Expectation): boolean {
  return amount !== undefined && amount >= low && amount <= high;
}

/** Kinds whose figures alone may be told in two units, and those units: without one, a figure that fits another is asked about. */
const TOLD_IN: Partial<Record<QuantityKind, readonly string[]>> = {
  alkalinity: ['dKH', 'meq/L', 'ppm CaCO3'],
  salinity: ['ppt', 'sg', 'mS/cm'],
  temperature: ['°C', '°F'],
};

/** Further units a figure without one may have been told in, where the field does not take it as it stands. */
const ALSO_TOLD_IN: Partial<Record<QuantityKind, readonly string[]>> = {
  area: ['cm²'],
  length: ['mm', 'ft', 'in'],
  pressure: ['bar', 'psi'],
};

/** The scales of a temperature on which a figure is usual: "77 degrees" are Fahrenheit. */
export function usualScales(expected: Expectation, value: number): readonly string[] {
  return expected.kind === 'temperature' ? usualIn(['°C', '°F'], value, undefined, expected) : [];
}

/** What is usual in a field, where it says so. */
function usualOf({ low, high, usual }: Expectation): readonly [number, number] {
  return usual ?? [low, high];
}

/** The units, other than one, in which a figure would be usual. */
function usualIn(
  symbols: readonly string[],
  value: number,
  unit: Unit | undefined,
  expected: Expectation,
): readonly string[] {
  return symbols.filter((symbol) => {
    const other = unitsOf(expected.kind).find((each) => each.symbol === symbol);
    const meant = other && symbol !== unit?.symbol ? convert(other, value) : undefined;
    return isUsual(meant, expected);
  });
}

/** A figure without a unit that is taken, unusual as it stands and usual in another unit of the same quantity. */
export function anotherUnit(
  value: number,
  amount: number,
  unit: Unit,
  expected: Expectation,
  { volume }: Pick<UnitPreferences, 'volume'>,
): Slip | undefined {
  const { kind, usual } = expected;
  if (!usual || (amount >= usual[0] && amount <= usual[1])) return undefined;
  const symbols = kind === 'mass' ? (volume === 'US gal' ? ['lb', 'kg'] : ['kg', 'lb']) : (TOLD_IN[kind] ?? []);
  const fits = usualIn(symbols, value, unit, expected);
  const [first] = fits;
  if (first === undefined) return undefined;
  return {
    hint: { code: 'usual in another unit', value, unit: unit.symbol, usualIn: fits },
    suggestion: `${value} ${first}`,
  };
}

/** What is usual spans less than this, or no point in it can be doubted: of 3 to 300 L anything may be meant. Chosen. */
const WIDEST_DOUBTED = 3;

/**
 * A figure outside of what is taken: another unit (1.026 is no ppt but a good specific gravity), or a point that was left out (830 for
 * 8.30).
 * @param withUnit a unit was typed: it is doubted only where it can hold no such figure at all (35 as a specific gravity)
 */
export function probableSlip(value: number, unit: Unit, expected: Expectation, withUnit: boolean): Slip {
  const { kind, low, otherwise } = expected;
  if (value < 0 && low >= 0) return { hint: { code: 'negative' } };
  const doubtful = !withUnit || convert(unit, value) === undefined;
  const [other] = doubtful
    ? usualIn(TOLD_IN[kind] ?? (withUnit ? [] : (ALSO_TOLD_IN[kind] ?? [])), value, unit, expected)
    : [];
  if (other !== undefined)
    return {
      hint: { code: 'looks like another unit', value, like: other, unit: unit.symbol },
      suggestion: `${value} ${other}`,
    };
  // A share of one told as a percentage.
  const places = kind === 'percent' && value > 0 && value < 1 ? [-2] : pointsIn(value, expected);
  for (const each of places) {
    const moved = Number((value / 10 ** each).toPrecision(12));
    const amount = convert(unit, moved);
    if (!isUsual(amount, expected)) continue;
    // Calcium is told in whole milligrams: 4412 is a slip of something, but not of 441.2.
    if (Number(moved.toFixed(unit.decimals ?? 4)) !== moved) continue;
    const suggestion = `${moved} ${unit.symbol}`.trim();
    return { hint: { code: 'point or digit', suggestion }, suggestion };
  }
  const missing = places.length > 0 && [10, 100].some((times) => isUsual(convert(unit, value * times), expected));
  return { hint: missing ? { code: 'digit missing' } : otherwise };
}

/** Places a point may have slipped by: to the left of a whole figure, to either side of another; none where anything may be meant. */
function pointsIn(value: number, expected: Expectation): readonly number[] {
  const [from, to] = usualOf(expected);
  if (!(from > 0) || to / from > WIDEST_DOUBTED) return [];
  return Number.isInteger(value) ? [1, 2, 3, 4] : [1, 2, 3, -1, -2, -3];
}

function isUsual(amount: number | undefined, expected: Expectation): boolean {
  const [from, to] = usualOf(expected);
  return amount !== undefined && amount >= from && amount <= to && takes(amount, expected);
}
