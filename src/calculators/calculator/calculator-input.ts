import * as z from 'zod';
import { attempt, type RefusalDetail } from './attempt';
import { Refusal } from '@/chemistry/refusal';
import { unitsOf } from '@/quantities/kinds';
import { acceptAmount, parseQuantity, type Expectation } from '@/quantities/parse-quantity';
import { DEFAULT_UNITS, preferredUnit, quantity, showText } from '@/quantities/quantity';

/** Longer than any figure with its unit; what is longer is not read at all. */
const LONGEST = 60;

/**
 * A quantity as a calculator's input: a number in the kind's canonical unit, or text with a unit ("8.3 dKH"). Text without
 * one is read in the unit first listed. What comes out is a number in the canonical unit, within the range expected.
 */
export function amount(expected: Expectation): z.ZodType<number, number | string> {
  const canonical = canonicalSymbol(expected);
  return given(
    (value) => {
      if (typeof value === 'number') return acceptAmount(value, expected, DEFAULT_UNITS);
      if (typeof value === 'string' && value.length <= LONGEST)
        return parseQuantity(value, expected, DEFAULT_UNITS).amount;
      throw unreadable(expected.field, value, rangeOf(expected));
    },
    {
      title: expected.field,
      description: `A number in ${canonical || 'plain figures'}, or text with a unit: ${unitsOf(expected.kind)
        .map(({ symbol }) => symbol)
        .filter(Boolean)
        .join(
          ', ',
        )}. Text without a unit is read in ${preferredUnit(expected.kind, DEFAULT_UNITS).symbol || 'plain figures'}.`,
      unit: canonical,
      anyOf: [
        { type: 'number', minimum: expected.low, maximum: expected.high },
        { type: 'string', maxLength: LONGEST },
      ],
    },
  );
}

/** A share from 0 to 1, or text in percent: 0.45 and "45 %" are the same, and 45 is asked about. */
export function share(field: string, low = 0, high = 1): z.ZodType<number, number | string> {
  const expected: Expectation = { field, kind: 'percent', low: low * 100, high: high * 100 };
  return given(
    (value) => {
      if (typeof value === 'number') {
        if (value >= low && value <= high) return value;
        const asPercent = value > 1 && value >= low * 100 && value <= high * 100;
        throw new Refusal({
          field,
          value,
          allowed: `${low} to ${high}, or ${low * 100} to ${high * 100} %`,
          ...(asPercent && { hint: `${value} looks like a percentage.`, suggestion: `${value} %` }),
        });
      }
      if (typeof value === 'string' && value.length <= LONGEST && value.includes('%'))
        return parseQuantity(value, expected, DEFAULT_UNITS).amount / 100;
      if (typeof value === 'string' && value.length <= LONGEST)
        throw new Refusal({
          field,
          value,
          allowed: `${low} to ${high}, or text in %`,
          hint: 'As text it needs its % sign: 0.45 and "45 %" are the same.',
        });
      throw unreadable(field, value, `${low} to ${high}, or text in %`);
    },
    { title: field, unit: 'share of 1', anyOf: [{ type: 'number', minimum: low, maximum: high }, { type: 'string' }] },
  );
}

/** A plain figure that has no unit, or one that stands in its name. */
export function figure(field: string, low: number, high: number, unit = ''): z.ZodType<number, number> {
  return given(
    (value) => {
      if (typeof value === 'number' && value >= low && value <= high) return value;
      if (typeof value === 'number')
        throw new Refusal({ field, value, allowed: `${low} to ${high}${unit && ` ${unit}`}` });
      throw unreadable(field, value, `a number from ${low} to ${high}${unit && ` ${unit}`}`);
    },
    { title: field, unit, type: 'number', minimum: low, maximum: high },
  );
}

/** Far enough ahead for any plan, and near enough that days can still be counted from it. */
export const LATEST_MOMENT = Date.UTC(2200, 0, 1);

/** A moment, as epoch milliseconds. */
export function moment(field: string): z.ZodType<number, number> {
  return figure(field, 0, LATEST_MOMENT, 'ms since 1970');
}

/**
 * A quantity whose kind another field names. It is passed on as it came; the run settles it once the kind is known.
 */
export function amountOfNamedKind(field: string, namedBy: string): z.ZodType<number | string, number | string> {
  return given(
    (value) => {
      if (typeof value === 'number' || (typeof value === 'string' && value.length <= LONGEST)) return value;
      throw unreadable(field, value, `a number, or text with a unit of ${namedBy}`);
    },
    {
      title: field,
      description: `A number in the canonical unit of what ${namedBy} names, or text with a unit.`,
      anyOf: [{ type: 'number' }, { type: 'string', maxLength: LONGEST }],
    },
  );
}

/** Reads what `amountOfNamedKind` passed on. */
export function settled(value: number | string, expected: Expectation): number {
  return typeof value === 'number'
    ? acceptAmount(value, expected, DEFAULT_UNITS)
    : parseQuantity(value, expected, DEFAULT_UNITS).amount;
}

/** The refusal carried by a Zod issue, when a calculator's own field made it. */
export function refusalIn(issue: z.core.$ZodIssue): RefusalDetail | undefined {
  return issue.code === 'custom' ? (issue.params?.refusal as RefusalDetail | undefined) : undefined;
}

/** Runs a check of one's own inside a schema, its refusal kept whole. */
export function given<Value, Input>(
  check: (value: unknown) => Value,
  meta: Record<string, unknown>,
): z.ZodType<Value, Input> {
  const schema = z
    .unknown()
    .transform((value, context) => {
      const { outcome, refusal } = attempt(() => ({ value: check(value) }));
      if (outcome) return outcome.value;
      context.addIssue({ code: 'custom', message: refusal.allowed, params: { refusal } });
      return z.NEVER;
    })
    .meta(meta);
  return schema as unknown as z.ZodType<Value, Input>;
}

function unreadable(field: string, value: unknown, allowed: string): Refusal {
  if (value === undefined) return new Refusal({ field, value: 'nothing', allowed, hint: 'It is needed here.' });
  if (typeof value === 'string' && value.length > LONGEST)
    return new Refusal({ field, value: `${value.slice(0, LONGEST)}…`, allowed, hint: 'No figure is that long.' });
  if (typeof value === 'string')
    return new Refusal({ field, value, allowed, hint: 'It is wanted as a plain number, not as text.' });
  return new Refusal({
    field,
    value: value === null ? 'null' : typeof value,
    allowed,
    hint: 'A number, or text with a unit.',
  });
}

function rangeOf({ kind, low, high }: Expectation): string {
  return `${showText(quantity(kind, low), DEFAULT_UNITS)} to ${showText(quantity(kind, high), DEFAULT_UNITS)}`;
}

function canonicalSymbol({ kind }: Expectation): string {
  const unit = unitsOf(kind).find(({ toCanonical }) => attempt(() => toCanonical(1)).outcome === 1);
  return unit?.symbol ?? '';
}
