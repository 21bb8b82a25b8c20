import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rawAttempt } from '@/testing/refusal-of';
import { areaBySides } from './area-by-sides';
import { parseQuantity, type Expectation } from './parse-quantity';
import { DEFAULT_UNITS, quantity, show, showText } from './quantity';

const surface: Expectation = { field: 'open surface', kind: 'area', low: 0.01, high: 100, usual: [0.05, 5] };
const read = (text: string) => parseQuantity(text, surface, DEFAULT_UNITS).amount;

describe('an area', () => {
  it.each([
    // By hand; the inch is 2.54 cm and the foot 30.48 cm exactly (international yard and pound, 1959).
    ['0.72', 0.72],
    ['7200 cm²', 0.72],
    ['7200 cm2', 0.72],
    ['1152 in²', 0.74322432],
    ['8 ft²', 0.74322432],
    ['120 × 60 cm', 0.72],
    ['120x60cm', 0.72],
    ['1.2 m x 60 cm', 0.72],
    ['1200 mm × 0,6 m', 0.72],
    ['48 x 24 in', 0.74322432],
    ['48" x 24"', 0.74322432],
    ['4 x 2 ft', 0.74322432],
  ])('told as %s', (text, m2) => {
    expect(read(text)).toBeCloseTo(m2, 9);
  });
  it('by its sides needs to know what they are counted in', () => {
    const { refusal } = rawAttempt(() => read('120 x 60'));
    expect(refusal).toMatchObject({ hint: { code: 'centimetres or inches' }, suggestion: '120 x 60 cm' });
  });
  it('is refused beyond any tank, however it was told', () => {
    expect(rawAttempt(() => read('120 x 60 m')).refusal?.field).toBe('open surface');
    expect(rawAttempt(() => read('6000')).refusal?.suggestion).toBe('6000 cm²');
    expect(rawAttempt(() => read('0 x 60 cm')).refusal?.field).toBe('open surface');
  });
  it('does not care which side comes first', () => {
    const side = fc.integer({ min: 1, max: 500 });
    fc.assert(
      fc.property(side, side, (a, b) => {
        expect(areaBySides(`${a} x ${b} cm`, 'surface')).toBeCloseTo(areaBySides(`${b} × ${a} cm`, 'surface') ?? 0, 12);
      }),
    );
    expect(areaBySides('0.72 m²', 'surface')).toBeUndefined();
    expect(areaBySides('120 x cm', 'surface')).toBeUndefined();
  });
});

describe('what a pump gives', () => {
  it('is read and told by the hour, in the keeper’s own volume', () => {
    const pump: Expectation = { field: 'pump', kind: 'pumpRate', low: 0, high: 20_000, usual: [2, 2000] };
    expect(parseQuantity('16 US gph', pump, DEFAULT_UNITS).amount).toBeCloseTo(16 * 3.785411784, 9);
    expect(parseQuantity('1000 mL/min', pump, DEFAULT_UNITS).amount).toBeCloseTo(60, 9);
    expect(showText(quantity('pumpRate', 60), DEFAULT_UNITS)).toBe('60 L/h');
    expect(show(quantity('pumpRate', 60.566), { ...DEFAULT_UNITS, volume: 'US gal' })).toEqual({
      figure: '16',
      unit: 'US gal/h',
    });
  });
});
