import { describe, expect, it } from 'vitest';
import { answered, refusalOf, valuesOf } from '../testing/run-calculator';

describe('additions', () => {
  const water = { salinity: 35, temperatureC: 25.5, alkalinity: '8 dKH', pco2Uatm: 600 };
  const change = (add: unknown[]) => {
    const { before, after } = valuesOf<Record<string, Record<string, number>>>('additions', {
      netVolumeL: 400,
      water,
      add,
    });
    return (name: string) => (after?.[name] ?? NaN) - (before?.[name] ?? NaN);
  };

  it.each([
    // Worked by hand from molar masses (CIAAW 2021): 142.66 meq, 20 mg/L of calcium, 100 mg/L of magnesium in 400 L.
    ['sodium-bicarbonate', 11.98, 'alkalinity', 0.35665],
    ['sodium-carbonate', 7.56, 'alkalinity', 0.35665],
    ['calcium-chloride-dihydrate', 29.3, 'calcium', 20],
    ['magnesium-chloride-hexahydrate', 334.6, 'magnesium', 100],
  ])('%s, %d g into 400 L lift %s by %d', (reagent, grams, parameter, rise) => {
    expect(change([{ reagent, grams }])(parameter) / rise).toBeCloseTo(1, 2);
  });

  it.each([
    // Independent evaluation: +0.5 dKH at 8 dKH and 600 µatm, DIC otherwise unchanged.
    ['sodium-hydroxide', (0.178325 * 400 * 39.997) / 1000, 0.215],
    ['sodium-carbonate', (0.178325 * 400 * 105.988) / 2000, 0.104],
    ['sodium-bicarbonate', (0.178325 * 400 * 84.007) / 1000, -0.021],
  ])('half a dKH by %s moves pH by what its carbon says', (reagent, grams, rise) => {
    expect(change([{ reagent, grams }])('phNbs')).toBeCloseTo(rise, 2);
    expect(Math.abs(change([{ reagent, grams }])('phNbs') - rise)).toBeLessThan(0.002);
  });

  it('counts millilitres of a solution as the salts in them, and the water they come in', () => {
    const ml = { solution: { parts: [{ reagent: 'sodium-carbonate', gramsPerL: 75.6 }] }, ml: 100 };
    expect(change([ml])('alkalinity')).toBeCloseTo(0.35665, 2);
    expect(
      change([{ solution: { parts: [{ reagent: 'calcium-hydroxide', gramsPerL: 1.6 }] }, ml: '20 L' }])('salinity'),
    ).toBeLessThan(-1.5);
  });

  it('takes a mass with its unit, and says where a plain number is wanted', () => {
    expect(change([{ reagent: 'sodium-bicarbonate', grams: '0.01198 kg' }])('alkalinity')).toBeCloseTo(0.35665, 2);
    expect(refusalOf('dilution', { of: 'nitrate', litres: 9, has: 9, adds: 0, target: 3, changes: '2' })).toMatchObject(
      {
        value: '2',
        hint: 'It is wanted as a plain number, not as text.',
      },
    );
  });

  it('tells of what is dosed for itself, and not of the sodium that comes along', () => {
    const answer = answered('additions', {
      netVolumeL: 400,
      water,
      add: [{ reagent: 'potassium-chloride', grams: 15.26 }],
    });
    // 15.26 g ÷ 74.548 × 39.098 in 400 L: 20 mg/L of potassium. CIAAW 2021.
    expect(answer.sentence).toBe('It lifts potassium by 20 mg/L; pH stays at 8.11.');
  });

  it('asks for one of pH and CO2, and a purity that is one', () => {
    expect(
      refusalOf('additions', {
        netVolumeL: 400,
        water: { ...water, phNbs: 8.1 },
        add: [{ reagent: 'sodium-carbonate', grams: 5 }],
      })?.field,
    ).toBe('pH and CO2');
    expect(
      refusalOf('additions', { netVolumeL: 400, water, add: [{ reagent: 'sodium-carbonate', grams: 5, purity: 97 }] }),
    ).toMatchObject({
      hint: '97 looks like a percentage.',
      suggestion: '97 %',
      path: 'add.0.purity',
    });
  });
});
