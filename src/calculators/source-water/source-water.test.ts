import { describe, expect, it } from 'vitest';
import { answered, refusalOf, valuesOf } from '../testing/run-calculator';
import { carbonLife } from '@/chemistry/source-water/carbon-block';

describe('when the valve is opened', () => {
  const HOUR = 3_600_000;
  const asked = {
    litres: '160 L',
    rate: { by: 'measured', litresPerDay: '240 L/day', pressureKPa: '3.5 bar', temperatureC: 14 },
    temperatureC: 14,
    pressureKPa: '3.5 bar',
    wasteRatio: 3,
    now: 1_000_000_000_000,
    readyBy: 1_000_000_000_000 + 48 * HOUR,
  };
  it('runs for litres ÷ litres a day, and is opened for the slow end of the doubt', () => {
    // By hand: 160/240 of a day is 16 h; at 95 % of that rate 16.84 h before the hour it is wanted.
    const values = valuesOf<{ hours: number; openBy: number; wasteL: number; late: boolean }>('ro-di-water', asked);
    expect(values.hours).toBeCloseTo(16, 9);
    // Told to the earlier ten minutes.
    const ahead = (asked.readyBy - values.openBy) / HOUR;
    expect(ahead).toBeGreaterThanOrEqual(16 / 0.95);
    expect(ahead).toBeLessThan(16 / 0.95 + 1 / 6);
    expect(values.wasteL).toBeCloseTo(480, 9);
    expect(values.late).toBe(false);
  });
  it('says when it is too late, and when it could be instead', () => {
    expect(valuesOf<{ late: boolean }>('ro-di-water', { ...asked, readyBy: asked.now + 3 * HOUR }).late).toBe(true);
  });
  it('asks whether bar or psi was meant', () => {
    expect(refusalOf('ro-di-water', { ...asked, pressureKPa: '3.5' })?.suggestion).toBe('3.5 bar');
    expect(refusalOf('ro-di-water', { ...asked, pressureKPa: '60' })?.suggestion).toBe('60 psi');
  });
});

describe('what the line says of itself', () => {
  const told = (input: object) => {
    const reply = answered('purifier', input);
    return { says: reply.sentence, because: reply.because, cautions: reply.cautions.map(({ says }) => says.join(' ')) };
  };
  const line = { tdsSupply: 300, tdsMembrane: 6, tdsProduct: 0 };
  const resin = (litresMade: number) => ({ litres: 1, litresMade });

  it('with two resins, spent: the first goes out, the second moves up', () => {
    const { says, because } = told({ ...line, tdsProduct: 4, resins: [resin(100), resin(100)] });
    expect(says).toBe('Take out the first resin, move the second up, and put the new one second.');
    expect(because).toContain('4 mg/L come through it, and none should.');
    expect(told({ ...line, tdsProduct: 4, resins: [resin(100)] }).says).toBe('Change the resin now.');
  });
  it('nearly spent: have the next one in the house', () => {
    // 29.2 g of capacity; 4400 L × 6 mg/L have used 26.4 g: a tenth is left.
    expect(told({ ...line, resins: [resin(4400)] }).says).toMatch(
      /^Have the next resin in the house: .* about 470 L more\.$/,
    );
    expect(told({ ...line, resins: [resin(0)] }).says).toMatch(/^Nothing is to be changed: .* about 4900 L more\.$/);
  });
  it('a worn membrane is told before a resin that it spends', () => {
    expect(told({ ...line, tdsMembrane: 45, resins: [resin(0)] }).says).toMatch(/^Have a new membrane ready/);
  });
  it('a resin that gives back more than it takes is told as spent, or as two readings that changed places', () => {
    expect(told({ ...line, tdsMembrane: 3, tdsProduct: 9, resins: [resin(0)] }).cautions.join(' ')).toContain(
      'lets go what it held',
    );
  });
  it('what a meter cannot see it says', () => {
    expect(told(line).cautions.join(' ')).toContain('carbon dioxide passes a membrane');
    expect(told({ ...line, tdsMembrane: 0, resins: [resin(500)] }).because).toContain('a meter cannot show its life');
  });
});

describe('what the line needs', () => {
  const line = {
    tdsSupply: 285,
    tdsMembrane: 6,
    tdsProduct: 0,
    resins: [
      { litres: 0.6, litresMade: 900 },
      { litres: 0.6, litresMade: 900 },
    ],
  };
  it('rejection and resin life, by hand', () => {
    // 1 − 6/285; half an equivalent a litre is 29.22 g NaCl: 0.6 L take 17.53 g, 900 L × 6 mg used 5.4 g.
    const values = valuesOf('purifier', line);
    expect(values.rejection).toBeCloseTo(0.97895, 5);
    expect(values.litresLeft).toBeCloseTo((17.532 - 5.4) / 0.006, 0);
    expect(valuesOf<{ swap: string }>('purifier', line).swap).toBe('nothing');
  });
  it('says which to change', () => {
    const swap = (over: object) => valuesOf<{ swap: string }>('purifier', { ...line, ...over }).swap;
    expect(swap({ tdsProduct: 3 })).toBe('resin');
    expect(swap({ tdsMembrane: 40 })).toBe('membrane');
  });
  it('questions TDS that rises through the membrane', () => {
    const refusal = refusalOf('purifier', { ...line, tdsMembrane: 300 });
    expect(refusal?.field).toBe('TDS after the membrane');
    expect(refusal?.hint).toMatch(/changed places/);
  });
});

describe('chlorine or chloramine', () => {
  const kind = (totalChlorine: number, freeChlorine: number) =>
    valuesOf<{ kind: string }>('disinfectant', { totalChlorine, freeChlorine }).kind;
  it('equal is chlorine, total well above free is chloramine', () => {
    // Common practice.
    expect(kind(1.5, 1.5)).toBe('chlorine');
    expect(kind(1.5, 1.4)).toBe('chlorine');
    expect(kind(1.6, 0.2)).toBe('chloramine');
    expect(kind(0, 0)).toBe('none');
  });
  it('questions more free chlorine than there is in all', () => {
    expect(refusalOf('disinfectant', { totalChlorine: 0.5, freeChlorine: 1.5 })?.hint).toMatch(/changed places/);
  });
  it('what comes through the carbon is told before all else', () => {
    expect(
      valuesOf<{ carbonSpent: boolean }>('disinfectant', { totalChlorine: 1.5, freeChlorine: 1.4, afterCarbon: 0.4 })
        .carbonSpent,
    ).toBe(true);
  });
});

describe('how long carbon lasts', () => {
  const GAL = 3.785411784;
  it('goes by litres and by what the supply holds, not by days alone (common practice)', () => {
    // A block rated 6 000 US gal let half of the chloramine through after about 40; one made for it lasts a few thousand.
    expect(carbonLife({ ratedL: 6000 * GAL }, 'chlorine')).toEqual({ litres: 6000 * GAL, from: 'label' });
    expect(carbonLife({ ratedL: 6000 * GAL }, 'chloramine')?.litres).toBeCloseTo(40 * GAL, 9);
    expect(carbonLife({ forChloramine: true }, 'chloramine')?.litres).toBeCloseTo(2000 * GAL, 9);
    expect(carbonLife({}, 'unknown')?.from).toBe('common practice');
    expect(carbonLife({ ratedL: 9000 }, 'none')).toBeUndefined();
  });
  it('is due once so much has passed it, and the answer says so', () => {
    const asked = { totalChlorine: 1.6, freeChlorine: 0.2 };
    const ordinary = answered('disinfectant', { ...asked, carbon: { passedL: 300 } });
    expect(ordinary.sentence).toMatch(/the carbon is an ordinary block: fit one made for it/);
    expect(ordinary.because).toMatch(/300 L have passed it, and it is good for about 151 L/);
    const made = { ...asked, carbon: { passedL: 300, forChloramine: true } };
    expect(answered('disinfectant', made).sentence).toMatch(/^It is chloramine/);
    expect(valuesOf<{ carbonLeftL: number }>('disinfectant', made).carbonLeftL).toBeCloseTo(2000 * GAL - 300, 6);
    const worn = { totalChlorine: 1, freeChlorine: 1, carbon: { passedL: 9001, ratedL: 9000 } };
    expect(answered('disinfectant', worn).sentence).toBe('Change the carbon now.');
  });
});
