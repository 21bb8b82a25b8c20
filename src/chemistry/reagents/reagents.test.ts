import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Refusal } from '../refusal';
import { rawAttempt } from '@/testing/refusal-of';
import { MOLAR_MASS as M } from '../molar-mass';
import { saltsOfClaim, strengthOfBottle, strengthOfClaim, type Claim } from './label-claim';
import { matchStrength, usualSalts } from './recipe';
import { IONS, ION_MASS, REAGENTS, REAGENT_IDS, reagent, solidsGPerMol, type Ion } from './reagents';
import { amountsOf, scaled, solutionStrength, sumOfSalts } from './solution';

const CHARGE: Record<Ion, number> = {
  calcium: 2,
  magnesium: 2,
  sodium: 1,
  chloride: -1,
  sulfate: -2,
  potassium: 1,
  strontium: 2,
  iodide: -1,
  ammonium: 1,
  nitrate: -1,
  // Alkalinity counts its protons from dihydrogen phosphate on.
  phosphate: -1,
};

describe('the table of salts', () => {
  it.each(REAGENT_IDS)('%s: alkalinity is the charge its strong ions leave over', (id) => {
    // Dickson, Sabine and Christian 2007, ch. 2: what strong cations exceed strong anions by.
    const salt = reagent(id);
    const leftOver = IONS.reduce((sum, ion) => sum + CHARGE[ion] * (salt.ions[ion] ?? 0), 0);
    expect(leftOver).toBeCloseTo(salt.alkalinityEq, 12);
  });

  it.each([
    // CIAAW 2021, summed by hand.
    ['sodium-bicarbonate', 84.007],
    ['sodium-carbonate', 105.988],
    ['sodium-hydroxide', 39.997],
    ['calcium-hydroxide', 74.093],
    ['calcium-chloride', 110.98],
    ['calcium-chloride-dihydrate', 147.01],
    ['magnesium-chloride-hexahydrate', 203.3],
    ['magnesium-sulfate-heptahydrate', 246.47],
    ['strontium-chloride-hexahydrate', 266.6],
  ] as const)('%s weighs %d g a mole', (id, mass) => {
    expect(Math.abs(REAGENTS[id].molarMassGPerMol - mass)).toBeLessThan(0.03);
  });

  it('hydrates bring the solids of the anhydrous salt', () => {
    expect(solidsGPerMol(reagent('calcium-chloride-dihydrate'))).toBeCloseTo(M.CaCl2, 9);
    expect(solidsGPerMol(reagent('magnesium-chloride-hexahydrate'))).toBeCloseTo(M.MgCl2, 9);
    expect(solidsGPerMol(reagent('sodium-carbonate'))).toBeCloseTo(M.Na2CO3, 9);
  });
});

describe('strength', () => {
  it('saturated limewater holds 43.2 meq and 865 mg of calcium a litre', () => {
    // 1.6 g/L at 25 °C: CRC Handbook (from memory) and CIAAW masses.
    const lime = solutionStrength([{ reagent: 'calcium-hydroxide', gramsPerL: 1.6 }]);
    expect(lime.alkalinityMmolPerL).toBeCloseTo(43.2, 1);
    expect(lime.ions.calcium).toBeCloseTo(865, 0);
    expect(lime.dicMmolPerL).toBe(0);
  });

  it('a balanced two-part leaves one mole of sodium chloride for each of alkalinity', () => {
    // 1 dKH a day leaves 20.8 mg/L of NaCl a day: worked by hand.
    const meq = 0.35665;
    const alkaline = sumOfSalts([{ reagent: 'sodium-carbonate', gramsPerL: (meq / 2000) * M.Na2CO3 }]);
    const calcium = sumOfSalts([{ reagent: 'calcium-chloride', gramsPerL: (meq / 2000) * M.CaCl2 }]);
    const left = alkaline.ions.sodium + calcium.ions.chloride;
    expect(left).toBeCloseTo(20.8, 1);
    expect(calcium.ions.calcium).toBeCloseTo(7.15, 2); // mg/L for each dKH
  });

  it('counts only the pure part of what is weighed', () => {
    const pure = solutionStrength([{ reagent: 'calcium-chloride', gramsPerL: 94 }]);
    const damp = solutionStrength([{ reagent: 'calcium-chloride', gramsPerL: 100, purity: 0.94 }]);
    expect(damp.ions.calcium).toBeCloseTo(pure.ions.calcium, 9);
    expect(() => solutionStrength([{ reagent: 'calcium-chloride', gramsPerL: 100, purity: 94 }])).toThrow(/purity/);
  });

  it('amounts of the tank model follow litres, every ion among them', () => {
    const { further, ...followed } = amountsOf(
      solutionStrength([
        { reagent: 'magnesium-chloride-hexahydrate', gramsPerL: 250 },
        { reagent: 'magnesium-sulfate-heptahydrate', gramsPerL: 30 },
      ]),
      2,
    );
    expect(followed.magnesium).toBeCloseTo(2000 * (250 / M.MgCl2_6H2O + 30 / M.MgSO4_7H2O) * M.Mg, 6);
    expect(further?.sulfate).toBeCloseTo(2000 * (30 / M.MgSO4_7H2O) * M.SO4, 6);
    expect(followed.alkalinity).toBe(0);
  });
});

describe('a maker’s claim', () => {
  const claim: Claim = { ml: 10, inLitres: 100, raises: { alkalinity: 0.178325 }, alkalinityAs: 'carbonate' };

  it('means the strength that does what it says', () => {
    // 10 mL in 100 L lift 0.5 dKH: 17.83 mmol in 10 mL, by hand 1783 mmol/L.
    expect(strengthOfClaim(claim).alkalinityMmolPerL).toBeCloseTo(1783.25, 6);
    const three = { ...claim, raises: { alkalinity: 0.1, calcium: 2.004, magnesium: 0.2 } };
    const strength = strengthOfBottle({ parts: [], claim: three });
    expect(strength.alkalinityMmolPerL).toBeCloseTo(1000, 6);
    expect(strength.ions.calcium).toBeCloseTo(20_040, 6);
    expect(strength.ions.magnesium).toBeCloseTo(2000, 6);
  });

  it('carries the carbon of the form it is made of', () => {
    const carbonPerEq = (alkalinityAs: Claim['alkalinityAs']) => {
      const { dicMmolPerL, alkalinityMmolPerL } = strengthOfClaim({ ...claim, alkalinityAs });
      return dicMmolPerL / alkalinityMmolPerL;
    };
    expect([carbonPerEq('hydroxide'), carbonPerEq('carbonate'), carbonPerEq('bicarbonate')]).toEqual([
      0,
      expect.closeTo(0.5, 12),
      expect.closeTo(1, 12),
    ]);
  });

  it('is refused when it raises nothing, or by no amount', () => {
    expect(() => saltsOfClaim({ ...claim, raises: {} })).toThrow(/nothing/);
    expect(() => saltsOfClaim({ ...claim, ml: 0 })).toThrow(Refusal);
    expect(() => saltsOfClaim({ ...claim, raises: { calcium: Number.NaN } })).toThrow(Refusal);
  });
});

describe('a recipe that matches another solution', () => {
  it('finds again the grams a solution was made of', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 200, noNaN: true }),
        fc.double({ min: 1, max: 300, noNaN: true }),
        fc.double({ min: 0.01, max: 5, noNaN: true }),
        (calcium, magnesium, iodide) => {
          const parts = [
            { reagent: 'calcium-chloride-dihydrate' as const, gramsPerL: calcium },
            { reagent: 'magnesium-chloride-hexahydrate' as const, gramsPerL: magnesium },
            { reagent: 'potassium-iodide' as const, gramsPerL: iodide },
          ];
          const found = matchStrength(
            sumOfSalts(parts),
            parts.map(({ reagent }) => ({ reagent })),
          );
          expect(found).toHaveLength(3);
          found.forEach(({ gramsPerL }, i) => expect(gramsPerL / (parts[i]?.gramsPerL ?? 0)).toBeCloseTo(1, 6));
        },
      ),
    );
  });

  it('makes up for another salt and for its damp', () => {
    const target = solutionStrength([{ reagent: 'sodium-carbonate', gramsPerL: 50 }]);
    const [bicarbonate] = matchStrength(target, [{ reagent: 'sodium-bicarbonate', purity: 0.9 }]);
    // Two moles of bicarbonate for one of carbonate: 50 ÷ 105.988 × 2 × 84.007 ÷ 0.9 = 88.07 g.
    expect(bicarbonate?.gramsPerL).toBeCloseTo(88.07, 1);
    expect(usualSalts(target)).toEqual([{ reagent: 'sodium-carbonate' }]);
  });

  it('keeps a blend of chloride and sulfate as it was, and does without sulfate where no salt brings it', () => {
    const blend = [
      { reagent: 'magnesium-chloride-hexahydrate' as const, gramsPerL: 250 },
      { reagent: 'magnesium-sulfate-heptahydrate' as const, gramsPerL: 30 },
    ];
    const target = sumOfSalts(blend);
    const again = matchStrength(target, blend);
    again.forEach(({ gramsPerL }, i) => expect(gramsPerL).toBeCloseTo(blend[i]?.gramsPerL ?? NaN, 3));
    const [chloride] = matchStrength(target, [{ reagent: 'magnesium-chloride-hexahydrate' }]);
    // 250 ÷ 203.30 + 30 ÷ 246.47 = 1.3514 mol, × 203.30: 274.7 g.
    expect(chloride?.gramsPerL).toBeCloseTo(274.7, 1);
  });

  it('leaves out what is not needed, and takes hydroxide for both its halves', () => {
    const lime = solutionStrength([{ reagent: 'calcium-hydroxide', gramsPerL: 1.5 }]);
    const found = matchStrength(lime, [{ reagent: 'calcium-hydroxide' }, { reagent: 'potassium-chloride' }]);
    expect(found).toEqual([{ reagent: 'calcium-hydroxide', gramsPerL: expect.closeTo(1.5, 8) as number }]);
  });

  it('says what is missing, what is too much, and how much weaker it would dissolve', () => {
    const target = solutionStrength([{ reagent: 'sodium-carbonate', gramsPerL: 150 }]);
    const refused = (salt: (typeof REAGENT_IDS)[number]) =>
      rawAttempt(() => matchStrength(target, [{ reagent: salt }])).refusal;
    expect(refused('calcium-chloride')?.hint).toEqual({
      code: 'too little of',
      name: 'alkalinity',
      wouldBring: 'sodium carbonate',
    });
    expect(refused('calcium-hydroxide')?.hint).toMatchObject({ code: 'too little of', name: 'alkalinity' });
    // 150 ÷ 105.988 × 2 × 84.007 = 237.8 g/L of bicarbonate, of which 96 dissolve: 40 %.
    expect(refused('sodium-bicarbonate')).toMatchObject({
      suggestion: '40 %',
      hint: { code: 'dissolves at a share', percent: 40 },
    });
    expect(matchStrength(scaled(target, 0.4), [{ reagent: 'sodium-bicarbonate' }])[0]?.gramsPerL).toBeCloseTo(95.1, 1);
    expect(() => matchStrength(scaled(target, 0), [{ reagent: 'sodium-carbonate' }])).toThrow(/target/);
  });

  it('knows the mass of every ion it may be asked for', () => {
    for (const ion of IONS) expect(ION_MASS[ion]).toBeGreaterThan(18);
  });
});
