import { describe, expect, it } from 'vitest';
import { attempt } from './calculator/attempt';
import { parseQuantity, type Expectation } from '@/quantities/parse-quantity';
import { DEFAULT_UNITS, preferredUnit } from '@/quantities/quantity';
import { AMOUNTS } from './calculator/amounts';
import { PARAMETER_IDS, readingExpectation } from './parameters/parameters';
import { TOP_OFF_AMOUNTS } from './top-off/top-off-amounts';

/* Silly values in every field there is, each with what it must answer: a refusal that says why, or the amount that was plainly meant. */

const FIELDS: readonly Expectation[] = [
  ...Object.values<Expectation>(AMOUNTS),
  ...Object.values<Expectation>(TOP_OFF_AMOUNTS),
  ...PARAMETER_IDS.map(readingExpectation),
];
const read = (field: Expectation, typed: string) => attempt(() => parseQuantity(typed, field, DEFAULT_UNITS));
/** A figure that is usual in a field, as it would be typed without a unit. */
const usualFigure = (field: Expectation) => {
  const [low, high] = field.usual ?? [field.low, field.high];
  const figure = preferredUnit(field.kind, DEFAULT_UNITS).fromCanonical(low + (high - low) / 3);
  return String(Number(figure.toPrecision(3)));
};

describe('silly values, in each of the fields', () => {
  const NONSENSE: readonly (readonly [typed: string, hint: RegExp])[] = [
    ['', /A number is needed/],
    ['abc', /A number is needed/],
    ['1.2.3', /cannot be told apart/],
    ['1,2,3', /cannot be told apart/],
    ['5 furlongs', /is not a unit of|takes no unit/],
    ['NaN', /A number is needed/],
    ['--5', /A number is needed/],
    ['<', /A number is needed/],
  ];
  it.each(NONSENSE)('“%s” is refused, and why', (typed, hint) => {
    for (const field of FIELDS) {
      const { outcome, refusal } = read(field, typed);
      expect(outcome, `${field.field}: ${typed}`).toBeUndefined();
      expect(refusal?.hint, `${field.field}: ${typed}`).toMatch(hint);
      expect(refusal).toMatchObject({ field: field.field });
      expect(refusal?.allowed).toMatch(/ to /);
      expect(refusal?.suggestion, `${field.field}: ${typed}`).toBeUndefined();
    }
  });

  it('is never taken as no number, nor as one without end', () => {
    for (const field of FIELDS)
      for (const typed of ['1e309', '-1e309', '9'.repeat(400), '0.'.padEnd(400, '0') + '1', '1e-400']) {
        const { outcome } = read(field, typed);
        if (outcome)
          expect(Number.isFinite(outcome.amount) && outcome.amount >= field.low && outcome.amount <= field.high).toBe(
            true,
          );
      }
  });

  it.each(['-', '−', '–', '﹣'])('a minus told as “%s” is a minus', (sign) => {
    for (const field of FIELDS.filter(({ low, kind }) => low >= 0 && kind !== 'temperature')) {
      const { outcome, refusal } = read(field, `${sign}5`);
      expect(outcome, field.field).toBeUndefined();
      expect(refusal?.hint, field.field).toMatch(/negative/);
    }
  });

  it('figures in full width, and between gaps that do not break, are what they are in plain ones', () => {
    const wide = (text: string) => text.replace(/[0-9.]/g, (sign) => String.fromCharCode(sign.charCodeAt(0) + 0xfee0));
    for (const field of FIELDS) {
      const figure = usualFigure(field);
      const plain = read(field, figure);
      const told = plain.outcome?.amount ?? plain.refusal?.hint;
      for (const typed of [wide(figure), `\u00a0${figure}\u202f`, `\t${figure} `]) {
        const { outcome, refusal } = read(field, typed);
        expect(outcome?.amount ?? refusal?.hint, `${field.field}: ${typed}`).toBe(told);
      }
    }
    expect(read(AMOUNTS.limewaterVessel, '1\u202f320').outcome?.amount).toBe(1320);
  });

  // A specific gravity pasted where no salinity is asked, and where one is.
  it.each<[string, Expectation, number | RegExp]>([
    ['salinity', readingExpectation('salinity'), /specific gravity/],
    ['target salinity', AMOUNTS.batchSalinity, /specific gravity/],
    ['new water', AMOUNTS.newWaterSalinity, /specific gravity/],
    ['alkalinity', readingExpectation('alkalinity'), 1.0255 * 0.35665],
    ['calcium', readingExpectation('calcium'), /missing|$/],
    ['pH', readingExpectation('ph'), /^/],
    ['temperature', readingExpectation('temperature'), /^/],
    ['nitrate', readingExpectation('nitrate'), 1.0255],
    ['water change', AMOUNTS.waterChange, 1.0255],
    ['dose', AMOUNTS.dose, 1.0255],
  ])('“1.0255” as %s', (_, field, answer) => {
    const { outcome, refusal } = read(field, '1.0255');
    if (typeof answer === 'number') expect(outcome?.amount).toBeCloseTo(answer, 3);
    else {
      expect(outcome).toBeUndefined();
      expect(refusal?.hint ?? '').toMatch(answer);
      expect(refusal?.suggestion ?? '1.0255 sg').toBe('1.0255 sg');
    }
  });
});
