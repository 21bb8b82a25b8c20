import { describe, expect, it } from 'vitest';
import { strengthOfBottle } from '../reagents/label-claim';
import { isLimewater } from './is-limewater';
import { solutionStrength } from '../reagents/solution';

describe('limewater', () => {
  it.each([0.2, 1, 1.6])('is lime at %d g/L', (gramsPerL) => {
    expect(isLimewater(solutionStrength([{ reagent: 'calcium-hydroxide', gramsPerL }]))).toBe(true);
  });

  it('is what a label says that raises both in their proportion, by hydroxide', () => {
    const claim = { ml: 1000, inLitres: 100, raises: { alkalinity: 0.4, calcium: 0.4 * 20.04 } };
    expect(isLimewater(strengthOfBottle({ parts: [], claim: { ...claim, alkalinityAs: 'hydroxide' } }))).toBe(true);
    expect(isLimewater(strengthOfBottle({ parts: [], claim: { ...claim, alkalinityAs: 'carbonate' } }))).toBe(false);
  });

  it.each([
    [[{ reagent: 'sodium-carbonate', gramsPerL: 80 }]],
    [[{ reagent: 'sodium-hydroxide', gramsPerL: 2 }]],
    [[{ reagent: 'calcium-chloride-dihydrate', gramsPerL: 2 }]],
    [
      [
        { reagent: 'calcium-hydroxide', gramsPerL: 1.5 },
        { reagent: 'calcium-chloride-dihydrate', gramsPerL: 100 },
      ],
    ],
  ] as const)('is not what lacks lime or holds much besides (%#)', (parts) => {
    expect(isLimewater(solutionStrength(parts))).toBe(false);
  });
});
