import { describe, expect, it } from 'vitest';
import { answered, refusalOf, valuesOf } from '../testing/run-calculator';

describe('the free-ammonia calculator', () => {
  const asked = { ammonia: 0.5, phNbs: 8.1, temperatureC: 25, salinity: 35 };
  it('tells a reading apart by its pH: half a milligram is caution at 8.1 and little at 7.6', () => {
    expect(answered('free-ammonia', asked).sentence).toBe(
      'Un-ionised ammonia is at 0.02 mg/L NH3-N: enough for caution with animals in the tank.',
    );
    expect(answered('free-ammonia', { ...asked, phNbs: 7.6 }).sentence).toContain('too little to harm');
    expect(answered('free-ammonia', { ...asked, ammonia: 4, phNbs: 8.3 }).sentence).toContain('enough to harm fish');
  });
  it('says from which reading caution begins at this pH', () => {
    const { cautionFromMgPerL } = valuesOf<{ cautionFromMgPerL: number }>('free-ammonia', asked);
    const at = valuesOf<{ freeNitrogenMgPerL: number }>('free-ammonia', { ...asked, ammonia: cautionFromMgPerL });
    expect(at.freeNitrogenMgPerL).toBeCloseTo(0.02, 6);
  });
  it('takes a kit that tells nitrogen: 0.41 NH3-N is half a milligram of NH3', () => {
    const share = valuesOf<{ freeNitrogenMgPerL: number }>('free-ammonia', { ...asked, ammonia: '0.4112 mg/L NH3-N' });
    expect(share.freeNitrogenMgPerL).toBeCloseTo(
      valuesOf<{ freeNitrogenMgPerL: number }>('free-ammonia', asked).freeNitrogenMgPerL,
      5,
    );
  });
  it('warns of raising pH where it matters, and refuses a pH no tank has', () => {
    expect(
      answered('free-ammonia', { ...asked, ammonia: 3 })
        .cautions.flatMap(({ says }) => says)
        .join(),
    ).toContain('Do not raise pH now');
    expect(refusalOf('free-ammonia', { ...asked, phNbs: 81 })?.suggestion).toBe('8.1');
  });
});
