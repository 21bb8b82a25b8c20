import { describe, expect, it } from 'vitest';
import { draftOf, wholeClaim, wholeParts } from './solution-draft';

describe('a solution while it is described', () => {
  it('by its label is whole once volumes and one rise are told, and comes back as it was', () => {
    const claim = {
      ml: 10,
      inLitres: 100,
      raises: { calcium: 4, magnesium: 0.4 },
      alkalinityAs: 'bicarbonate',
    } as const;
    expect(wholeClaim(draftOf(claim))).toEqual(claim);
    expect(wholeClaim({ ...draftOf(claim), ml: null })).toBeUndefined();
    expect(wholeClaim({ ...draftOf(claim), inLitres: null })).toBeUndefined();
    expect(wholeClaim({ ...draftOf(claim), calcium: null, magnesium: null })).toBeUndefined();
    // Nothing told is nothing claimed, and no zero.
    expect(wholeClaim(draftOf(undefined))).toBeUndefined();
    expect(wholeClaim({ ...draftOf(claim), magnesium: 0 })?.raises).toEqual({ calcium: 4 });
  });

  it('by weight is whole once each salt has its grams; all of a salt needs no purity', () => {
    const soda = { reagent: 'sodium-carbonate', gramsPerL: 80, purity: 1 } as const;
    expect(wholeParts([soda])).toEqual([{ reagent: 'sodium-carbonate', gramsPerL: 80 }]);
    expect(wholeParts([{ ...soda, purity: 0.98 }])).toEqual([
      { reagent: 'sodium-carbonate', gramsPerL: 80, purity: 0.98 },
    ]);
    expect(wholeParts([soda, { ...soda, gramsPerL: null }])).toBeUndefined();
  });
});
