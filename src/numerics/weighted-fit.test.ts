import { describe, expect, it } from 'vitest';
import { NORRIS } from './testing/norris';
import { weightedFit } from './weighted-fit';

describe('the weighted fit', () => {
  it('reproduces NIST StRD Norris', () => {
    const { x, y } = NORRIS;
    const result = weightedFit(x.map((v, i) => ({ u: 1, v, y: y[i] ?? Number.NaN, sd: 1 })));
    expect(result?.a).toBeCloseTo(NORRIS.intercept, 11);
    expect(result?.b).toBeCloseTo(NORRIS.slope, 13);
    const residualSd = Math.sqrt((result?.chiSquare ?? Number.NaN) / (y.length - 2));
    expect((result?.aSd ?? 0) * residualSd).toBeCloseTo(NORRIS.interceptSd, 10);
    expect((result?.bSd ?? 0) * residualSd).toBeCloseTo(NORRIS.slopeSd, 13);
  });

  it('answers nothing where the points cannot tell a from b', () => {
    expect(weightedFit([{ u: 1, v: 2, y: 3, sd: 1 }])).toBeUndefined();
    expect(weightedFit([0, 1].map((y) => ({ u: 1, v: 2, y, sd: 1 })))).toBeUndefined();
  });
});
