import { describe, expect, it } from 'vitest';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { DAY_MS, simulate } from '@/chemistry/tank-model/simulate';
import { FRESH_WATER } from '@/chemistry/tank-model/water';
import { USUAL_CO2_G_PER_MEQ } from './reactor-pays';
import { creepOf, methodsOf } from './methods';
import { methodsCompared } from './methods-compared';

const base = {
  netVolumeL: 378,
  consumption: 0.8 * DKH,
  growthPerMonth: 0.03,
  waterChange: { litresPerDay: 5.4, newWater: 9 * DKH, lowest: 7.5 * DKH },
  limewaterRoomL: 3.2,
  limewaterMeqPerL: 43.2,
  reactor: {
    mostMlPerMin: 120,
    effluentAlkalinity: 30 * DKH,
    tankAlkalinity: 8 * DKH,
    co2GPerMeq: USUAL_CO2_G_PER_MEQ,
  },
  prices: {},
};
const of = (id: string, input = base) => methodsOf(input).find((method) => method.id === id);

describe('what each method can support', () => {
  it('two-part leaves 0.63 ppt a month at 1 dKH a day', () => {
    // 1 dKH/day is 20.8 mg/L of NaCl a day (CIAAW 2021): 0.63 ppt a month before water changes.
    expect(creepOf(DKH)).toBeCloseTo(0.63, 1);
    expect(Math.abs(creepOf(DKH) / 0.63 - 1)).toBeLessThan(0.03);
  });
  it('3.2 L of limewater a day into 378 L is 1.02 dKH a day, and is outgrown when growth has passed it', () => {
    expect((of('limewater')?.capacity ?? 0) / DKH).toBeCloseTo(1.02, 1);
    // 0.8 grows to 1.025 at 3 % a month in ln(1.28)/ln(1.03) = 8.4 months. By hand.
    expect(of('limewater')?.outgrownInMonths).toBeCloseTo(8.4, 0);
  });
  it('a routine supports what it settles at: three years of weekly changes by the tank model', () => {
    const capacity = of('water changes')?.capacity ?? 0;
    const start = { at: 0, volumeL: 378, water: { ...FRESH_WATER, alkalinity: 8 * DKH } };
    const weeks = Array.from({ length: 156 }, (_, week) => week + 1);
    const events = [
      { kind: 'rate' as const, at: 0, source: 'life', perDay: { alkalinity: -capacity * 378 } },
      ...weeks.map((week) => ({
        kind: 'exchange' as const,
        at: week * 7 * DAY_MS,
        volumeL: 5.4 * 7,
        water: { ...FRESH_WATER, alkalinity: 9 * DKH },
      })),
    ];
    // The sample at a change is the water before it: the lowest of the week.
    const [lowest] = simulate(start, events, [156 * 7 * DAY_MS]);
    expect((lowest?.water.alkalinity ?? 0) / DKH).toBeCloseTo(7.5, 2);
  });
  it('a reactor at 30 dKH needs 12.6 mL/min for 1 dKH a day in 400 L; at 120 it supports ten times that', () => {
    const reactor = of('reactor', { ...base, netVolumeL: 400 });
    expect((reactor?.capacity ?? 0) / DKH).toBeCloseTo(120 / 12.6, 1);
  });
});

describe('methods compared', () => {
  const run = (over: object) => methodsCompared.run({ ...base, ...over } as never).values;
  it('small consumption with changes that carry it: water changes', () => {
    expect(run({ consumption: 0.01 * DKH, growthPerMonth: 0 }).chosen).toBe('water changes');
  });
  it('limewater while evaporation has room, limewater and two-part once it has not', () => {
    expect(run({ growthPerMonth: 0 }).chosen).toBe('limewater');
    expect(run({ growthPerMonth: 0.05 }).chosen).toBe('limewater and two-part');
    expect(run({ limewaterRoomL: 0, growthPerMonth: 0 }).chosen).toBe('limewater and two-part');
  });
  it('a reactor where it pays for itself, in months told by the prices', () => {
    const prices = { twoPartPerMeq: 0.004, mediaPerKg: 6, co2PerKg: 4, twoPartGear: 200, reactorGear: 400 };
    const { chosen, breakEvenMonths, methods } = run({
      consumption: 1.2 * DKH,
      growthPerMonth: 0,
      limewaterRoomL: 0,
      prices,
    });
    // 1.2 dKH/day in 378 L is 161.8 meq a day: 236.3 € a year of parts; 50.04 mg of media and 33 mg of CO2 a meq: 25.5 €. By hand.
    expect(methods.find(({ id }) => id === 'two-part')?.costAYear).toBeCloseTo(236.3, 0);
    expect(methods.find(({ id }) => id === 'reactor')?.costAYear).toBeCloseTo(25.5, 0);
    expect(breakEvenMonths).toBeCloseTo(200 / ((236.3 - 25.5) / 12), 0);
    expect(chosen).toBe('reactor');
  });
});
