import { describe, expect, it } from 'vitest';
import { refusalOf, valuesOf } from '../testing/run-calculator';

describe('solution strength', () => {
  const strength = (input: unknown) =>
    valuesOf('solution-strength', input) as unknown as { alkalinityMmolPerL: number; ions: { calcium: number } };

  it('is one, told by masses, by claim or by strength', () => {
    // 160 g of Na2CO3 in 2 L: 80 ÷ 105.988 × 2 = 1.5096 eq/L; 10 mL of it in 100 L raise 0.15096 mmol/L. By hand.
    const told = [
      { salts: [{ reagent: 'sodium-carbonate', grams: 160 }], litres: 2 },
      { claim: { ml: 10, inLitres: 100, raises: { alkalinity: 0.150961 } } },
      { strength: { alkalinity: '1.50961 eq/L' } },
    ].map((input) => strength(input).alkalinityMmolPerL);
    for (const each of told) expect(each).toBeCloseTo(1509.6, 1);
  });

  it('takes calcium by its grams a litre, and refuses a strength of nothing', () => {
    expect(strength({ strength: { calcium: '30.3 g/L' } }).ions.calcium).toBeCloseTo(30_300, 6);
    expect(refusalOf('solution-strength', { strength: {} })?.value).toBe('nothing');
    expect(refusalOf('solution-strength', {})?.field).toBe('salts');
  });
});
