import { describe, expect, it } from 'vitest';
import { answered, refusalOf } from '../testing/run-calculator';
import { howSureOf } from '../calculator/certainty';
import { basisOrigin, basisWords } from './demand-basis';

describe('what a demand rests on', () => {
  it.each([
    [{ by: 'yours', readings: 0, leftOut: 0 }, 'yours', /^your figure$/],
    [{ by: 'ratio', readings: 0, leftOut: 0 }, 'equation', /20\.04 mg per meq/],
    [{ by: 'readings', readings: 6, leftOut: 1 }, 'log', /^6 readings, .*; 1 left out as outlier/],
    [
      { by: 'readings', readings: 6, leftOut: 0, newWater: { salt: 'Harbour salt' } },
      'log',
      /Harbour salt by its label$/,
    ],
    [{ by: 'readings', readings: 6, leftOut: 0, newWater: {} }, 'log', /natural seawater/],
    [{ by: 'readings and ratio', readings: 4, leftOut: 0 }, 'log', /weighed with the proportion/],
  ] as const)('is told in words made of its data (%#)', (basis, origin, words) => {
    expect(basisOrigin(basis)).toBe(origin);
    expect(basisWords(basis)).toMatch(words);
  });

  it('a part told by what it holds doses as one told by its strength', () => {
    const demand = { alkalinity: { perDay: 0.27 } };
    const held = answered('dosing-plan', {
      netVolumeL: 620,
      demand,
      sources: [{ name: 'Carbonate', holds: { parts: [{ reagent: 'sodium-carbonate', gramsPerL: 80 }] } }],
    });
    // 80 g/L Na2CO3 is 1.5096 meq/mL (CIAAW 2021): 0.27 × 620 ÷ 1.5096.
    expect((held.values as { doses: { mlPerDay: number }[] }).doses[0]?.mlPerDay).toBeCloseTo(110.9, 1);
    expect(JSON.stringify(held.working)).toContain('80 g/L sodium carbonate');
    const both = {
      name: 'x',
      perMl: { alkalinity: 1.5 },
      holds: { parts: [{ reagent: 'sodium-carbonate', gramsPerL: 80 }] },
    };
    expect(refusalOf('dosing-plan', { netVolumeL: 620, demand, sources: [both] })?.field).toMatch(
      /sources|perMl|holds/,
    );
  });
});

describe('the word for an estimate', () => {
  const steady = {
    perDay: 0.2,
    perDaySd: 0.01,
    driftPerDay: 0,
    driftPerDaySd: 0.01,
    readingSd: 0.04,
    mattersPerDay: 0.05,
    lastLeftOut: false,
  };
  it.each([
    [undefined, { certainty: 'not enough yet' }],
    [steady, { certainty: 'estimated', moves: 'steady' }],
    [
      { ...steady, driftPerDay: -0.05 },
      { certainty: 'estimated', moves: 'falling' },
    ],
    [
      { ...steady, driftPerDay: 0.05 },
      { certainty: 'estimated', moves: 'rising' },
    ],
    // Within what matters, and no different from zero.
    [
      { ...steady, driftPerDay: -0.01 },
      { certainty: 'estimated', moves: 'steady' },
    ],
    // It may move by more than matters, or not at all.
    [{ ...steady, driftPerDaySd: 0.03 }, { certainty: 'estimated' }],
    [{ ...steady, mattersPerDay: undefined }, { certainty: 'estimated' }],
    [
      { ...steady, perDay: 0.01 },
      { certainty: 'within test error', moves: 'steady' },
    ],
    [
      { ...steady, lastLeftOut: true },
      { certainty: 'estimated', moves: 'steady', retest: true },
    ],
  ] as const)('%o is %o', (facts, sure) => {
    expect(howSureOf(facts)).toEqual(sure);
  });
});
