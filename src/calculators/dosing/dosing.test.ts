import { describe, expect, it } from 'vitest';
import { estimateConsumption } from '@/chemistry/consumption/estimate';
import { REAGENTS } from '@/chemistry/reagents/reagents';
import { amountsOf, solutionStrength } from '@/chemistry/reagents/solution';
import { Refusal } from '@/chemistry/refusal';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import { plainSentence } from '../calculator/sentence';
import type { TankEvent } from '@/chemistry/tank-model/events';
import { DAY_MS, simulate } from '@/chemistry/tank-model/simulate';
import { eachSpecies } from '@/chemistry/tank-model/water';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { correction } from './correction';
import { DOSED_FACTS } from './dosed-parameters';
import { dosingPlan } from './dosing-plan';

const carbonate = solutionStrength([{ reagent: 'sodium-carbonate', gramsPerL: 80 }]);
const perMl = DOSED_FACTS.alkalinity.perMl(carbonate);

describe('reagents', () => {
  it('80 g/L sodium carbonate is 1.5096 eq/L', () => {
    expect(carbonate.alkalinityMmolPerL / 1000).toBeCloseTo(1.5096, 4); // CIAAW 2021: 2 × 80 ÷ 105.988
  });
  it.each([
    ['sodium-bicarbonate', 84.007],
    ['sodium-carbonate', 105.988],
    ['calcium-hydroxide', 74.093],
    ['calcium-chloride-dihydrate', 147.01],
    ['magnesium-chloride-hexahydrate', 203.3],
    ['magnesium-sulfate-heptahydrate', 246.47],
  ] as const)('%s weighs %d g/mol', (id, mass) => {
    expect(Math.abs(REAGENTS[id].molarMassGPerMol - mass)).toBeLessThan(0.012); // CIAAW 2021, as printed
  });
  it('raises 400 L by 1 dKH with 11.98 g bicarbonate or 7.56 g carbonate, and 20 mg/L Ca with 29.3 g', () => {
    const meq = 400 * DKH;
    expect(meq).toBeCloseTo(142.66, 2);
    expect((meq / 1000) * REAGENTS['sodium-bicarbonate'].molarMassGPerMol).toBeCloseTo(11.98, 2);
    expect((meq / 2000) * REAGENTS['sodium-carbonate'].molarMassGPerMol).toBeCloseTo(7.56, 2);
    const calcium = solutionStrength([{ reagent: 'calcium-chloride-dihydrate', gramsPerL: 1 }]).ions.calcium;
    expect((400 * 20) / calcium).toBeCloseTo(29.3, 1);
  });
  it('refuses more than dissolves and says what was probably meant', () => {
    expect(() => solutionStrength([{ reagent: 'sodium-carbonate', gramsPerL: 800 }])).toThrow(Refusal);
    try {
      solutionStrength([{ reagent: 'sodium-carbonate', gramsPerL: 800 }]);
    } catch (error) {
      expect((error as Refusal).refused.suggestion).toBe('80 g/L');
    }
    expect(() => solutionStrength([{ reagent: 'sodium-carbonate', gramsPerL: Number.NaN }])).toThrow(Refusal);
  });
});

describe('the worked case, by hand: 310 L, 0.473 dKH/day', () => {
  const events: TankEvent[] = [{ kind: 'rate', at: 0, source: 'carbonate', perDay: { alkalinity: 20 * perMl } }];
  const estimate = estimateConsumption({
    volumeL: 310,
    events,
    readings: [
      { species: 'alkalinity', at: 0, value: 8.6 * DKH, sd: 0.12 * DKH },
      { species: 'alkalinity', at: 4 * DAY_MS, value: 7.8 * DKH, sd: 0.12 * DKH },
    ],
  })?.of['alkalinity'];
  if (!estimate) throw new Error('no estimate');
  const demand = {
    perDay: estimate.perDay,
    sd: estimate.perDaySd,
    basis: { by: 'readings' as const, readings: 2, leftOut: 0 },
    mismatch: false,
    withinTestError: false,
  };

  it('is maintained by 34.65 mL/day', () => {
    const { values } = dosingPlan.run({
      netVolumeL: 310,
      demand: { alkalinity: demand },
      sources: [{ name: 'Carbonate', perMl: { alkalinity: perMl } }],
      certainty: 'estimated',
    });
    expect(values.doses[0]?.solvedMlPerDay).toBeCloseTo(34.65, 1);
  });

  it('and a tank dosed at the answer holds its level in the model', () => {
    const { values } = dosingPlan.run({
      netVolumeL: 310,
      demand: { alkalinity: demand },
      sources: [{ name: 'Carbonate', perMl: { alkalinity: perMl } }],
      certainty: 'estimated',
    });
    const mlPerDay = values.doses[0]?.solvedMlPerDay ?? 0;
    const start = { at: 0, volumeL: 310, water: eachSpecies((s) => (s === 'alkalinity' ? 8.2 * DKH : 0)) };
    const life: TankEvent = { kind: 'rate', at: 0, source: 'life', perDay: { alkalinity: -estimate.perDay * 310 } };
    const dosed: TankEvent = { kind: 'rate', at: 0, source: 'carbonate', perDay: { alkalinity: mlPerDay * perMl } };
    for (const state of simulate(
      start,
      [life, dosed],
      [1, 30, 365].map((d) => d * DAY_MS),
    ))
      expect(state.water.alkalinity / DKH).toBeCloseTo(8.2, 5);
  });
});

describe('the dosing plan', () => {
  const demand = { perDay: 0.2, sd: 0.02, basis: { by: 'readings' as const, readings: 2, leftOut: 0 } };
  const soda = { name: 'Carbonate', perMl: { alkalinity: perMl } };

  it('leaves out what limewater already brings, as a base that goes on as it runs', () => {
    const limewater = { name: 'Limewater', use: 'fixed' as const, perMl: { alkalinity: 0.0432 }, runs: 1000 };
    const run = (runs: number) =>
      dosingPlan.run({ netVolumeL: 300, demand: { alkalinity: demand }, sources: [soda, { ...limewater, runs }] });
    // 0.2 × 300 − 43.2 = 16.8 mmol a day. By hand.
    expect(run(1000).values.doses[0]?.solvedMlPerDay).toBeCloseTo(16.8 / perMl, 6);
    // 2000 × 0.0432 = 86.4 of 60 mmol a day: 144 %, and 60 ÷ 0.0432 = 1389 mL would do. By hand; the range of the demand rounds it.
    const sure = { ...demand, sd: 0 };
    const over = dosingPlan.run({
      netVolumeL: 300,
      demand: { alkalinity: sure },
      sources: [soda, { ...limewater, runs: 2000 }],
    });
    expect(plainSentence(over.answer.says, DEFAULT_UNITS)).toBe(
      'Too much alkalinity goes in: 144 % of what is consumed, by Limewater; it rises by 0.247 dKH/day. Reduce Limewater from 2 L/day to 1.39 L/day.',
    );
    expect(over.values.doses.find(({ name }) => name === 'Limewater')?.solvedMlPerDay).toBeCloseTo(60 / 0.0432, 6);
  });

  it('a source that runs and is to be off is stopped, and the rest makes up for it', () => {
    const limewater = { name: 'Limewater', use: 'off' as const, perMl: { alkalinity: 0.0432 }, runs: 1000 };
    const { values, answer } = dosingPlan.run({
      netVolumeL: 300,
      demand: { alkalinity: demand },
      sources: [{ ...soda, runs: 38 }, limewater],
    });
    expect(values.doses[0]?.solvedMlPerDay).toBeCloseTo(60 / perMl, 6);
    expect(values.doses[1]).toMatchObject({ name: 'Limewater', action: 'stop', mlPerDay: 0 });
    expect(answer.says[0]).toBe('Stop Limewater');
    // What neither runs nor is wanted is not spoken of.
    const none = dosingPlan.run({
      netVolumeL: 300,
      demand: { alkalinity: demand },
      sources: [soda, { ...limewater, runs: 0 }],
    });
    expect(none.values.doses).toHaveLength(1);
  });

  it('solves limewater too where the keeper wants it, up to what evaporation leaves room for', () => {
    const { values } = dosingPlan.run({
      netVolumeL: 300,
      demand: { alkalinity: demand, calcium: { ...demand, perDay: 4.008 } },
      sources: [
        { name: 'Limewater', perMl: { alkalinity: 0.0432, calcium: 0.866 }, most: { mlPerDay: 700, because: 'room' } },
        soda,
        { name: 'Chloride', perMl: { calcium: 30 } },
      ],
    });
    const [lime, carbonate, chloride] = values.doses;
    expect(lime?.solvedMlPerDay ?? 0).toBeLessThanOrEqual(700);
    expect((lime?.solvedMlPerDay ?? 0) * 0.0432 + (carbonate?.solvedMlPerDay ?? 0) * perMl).toBeCloseTo(60, 3);
    expect((lime?.solvedMlPerDay ?? 0) * 0.866 + (chloride?.solvedMlPerDay ?? 0) * 30).toBeCloseTo(1202.4, 1);
  });

  it('builds no dose on a demand the test cannot tell from zero: its part goes on', () => {
    const { values, cautions, answer } = dosingPlan.run({
      netVolumeL: 300,
      demand: { alkalinity: { ...demand, withinTestError: true } },
      sources: [{ ...soda, runs: 12 }],
    });
    expect(values.doses).toMatchObject([{ action: 'leave', mlPerDay: 12 }]);
    expect(cautions[0]?.says[0]).toMatch(/less than the tests can show/);
    expect(answer.says[0]).toMatch(/^Keep what you dose/);
  });

  it('a rise beyond what goes in is a finding: no dose, and where to look', () => {
    const { answer, cautions, values } = dosingPlan.run({
      netVolumeL: 300,
      demand: { alkalinity: { ...demand, perDay: -0.1 } },
      sources: [soda],
    });
    expect(values.doses[0]?.mlPerDay).toBe(0);
    expect(answer.says[0]).toMatch(/alkalinity rises beyond all that is known to go in/);
    expect(cautions[0]).toMatchObject({ severity: 'caution' });
    expect(cautions[0]?.says[0]).toBe('Alkalinity rises by');
  });

  it('one bottle of two parameters gets one dose, what it leaves short is said, and what would close it', () => {
    // 60 mmol ÷ 1 = 60 mL a day; it brings 60 × 10 mg ÷ 300 L = 2 mg/L of the 4 mg/L of calcium. By hand.
    const both = { name: 'All in one', perMl: { alkalinity: 1, calcium: 10 } };
    const input = {
      netVolumeL: 300,
      demand: { alkalinity: demand, calcium: { ...demand, perDay: 4, sd: 0.1 } },
      sources: [both],
    };
    const { answer, cautions, values } = dosingPlan.run(input);
    expect(values.doses).toHaveLength(1);
    expect(values.doses[0]?.carries).toEqual(['alkalinity', 'calcium']);
    expect(values.doses[0]?.solvedMlPerDay).toBeCloseTo(60, 1);
    expect(answer.says.filter((phrase) => phrase === 'of All in one')).toHaveLength(1);
    const short = cautions.find(({ says }) => String(says[0]).startsWith('No mix of these holds calcium'));
    expect((short?.says[1] as { amount: number }).amount).toBeCloseTo(2, 2);
    expect(short?.says[2]).toMatch(/sized by alkalinity. A part that holds calcium would close it/);
    // With that part at hand it is closed.
    const closed = dosingPlan.run({ ...input, sources: [both, { name: 'Chloride', perMl: { calcium: 30 } }] });
    expect(closed.values.doses[1]?.solvedMlPerDay).toBeCloseTo(20, 1);
    expect(closed.cautions.some(({ says }) => String(says[0]).startsWith('No mix'))).toBe(false);
  });

  it('of two mixes that do as well takes the one nearest to what runs', () => {
    const { values } = dosingPlan.run({
      netVolumeL: 300,
      demand: { alkalinity: demand },
      sources: [
        { ...soda, runs: 20 },
        { name: 'Bicarbonate', perMl: { alkalinity: 1 }, runs: 30 },
      ],
    });
    const [carbonate, bicarbonate] = values.doses.map(({ solvedMlPerDay }) => solvedMlPerDay);
    expect((carbonate ?? 0) * perMl + (bicarbonate ?? 0)).toBeCloseTo(60, 3);
    expect(Math.abs((carbonate ?? 0) - 20)).toBeLessThan(5);
    expect(Math.abs((bicarbonate ?? 0) - 30)).toBeLessThan(5);
  });

  it('leaves a dose whose level is foreseen near its target, and says what changes where it is not', () => {
    const run = (runs: number, levels = {}) =>
      dosingPlan.run({
        netVolumeL: 300,
        demand: { alkalinity: demand },
        sources: [{ ...soda, runs }],
        levels,
      });
    // 60 mmol a day in parts of 1.51 mmol: 39.7 mL. At 38 the level falls by 0.024 dKH a day, 0.17 in a week: less than a setting costs.
    expect(run(38).answer.says[0]).toBe('Leave the doses as they are:');
    expect(run(38).values.doses[0]).toMatchObject({ action: 'leave', mlPerDay: 38 });
    expect(run(30).answer.says.slice(0, 2)).toMatchObject(['Increase Carbonate from', { amount: 30 }]);
    expect(run(60).answer.says[0]).toBe('Reduce Carbonate from');
    // The same dose moves once the level it leads to is off: 0.5 dKH too low already.
    const low = { alkalinity: { level: 7.8 * DKH, target: 8.3 * DKH } };
    expect(run(38, low).values.doses[0]?.action).toBe('increase');
    // Half as much again or more goes in two steps.
    expect(run(10).values.doses[0]?.mlPerDay).toBeCloseTo((10 + 60 / perMl) / 2, 0);
    expect(run(10).values.doses[0]?.thenMlPerDay).toBe(40);
    expect(run(0).values.doses[0]).toMatchObject({ action: 'begin' });
  });

  it('names what goes on beside the doses where that carries a part of the consumption', () => {
    const beside = (amount: number) =>
      dosingPlan
        .run({
          netVolumeL: 100,
          demand: { alkalinity: { perDay: 0.2, sd: 0.01 } },
          sources: [{ name: 'Soda', perMl: { alkalinity: 1.5 }, runs: 8 }],
          others: [{ by: 'Soda by hand', perDay: { alkalinity: amount } }],
        })
        .cautions.map(({ says }) => says.join(' '))
        .join();
    expect(beside(8)).toMatch(/Soda by hand goes on beside these doses/);
    expect(beside(0.5)).not.toMatch(/goes on beside/);
  });

  it('asks whether the pump gives what it is set to before a changed dose is relied on', () => {
    const says = (measured: { daysAgo: number; share: number } | null) =>
      dosingPlan
        .run({ netVolumeL: 300, demand: { alkalinity: demand }, sources: [{ ...soda, runs: 20, measured }] })
        .cautions.map((caution) => String(caution.says[0]))
        .find((text) => text.includes('pump'));
    expect(says(null)).toMatch(/never logged/);
    expect(says({ daysAgo: 10, share: 1.01 })).toBeUndefined();
    expect(says({ daysAgo: 200, share: 1 })).toMatch(/last measured/);
    expect(says({ daysAgo: 10, share: 0.9 })).toMatch(/gave/);
  });

  it('solved, run through the tank model for 60 days and looked at, holds all three', () => {
    const netVolumeL = 310;
    const need = { alkalinity: 0.3, calcium: 5.9, magnesium: 0.8 };
    const salts = {
      Carbonate: [{ reagent: 'sodium-carbonate' as const, gramsPerL: 80 }],
      Chloride: [{ reagent: 'calcium-chloride-dihydrate' as const, gramsPerL: 110 }],
      Magnesium: [{ reagent: 'magnesium-chloride-hexahydrate' as const, gramsPerL: 250 }],
      Limewater: [{ reagent: 'calcium-hydroxide' as const, gramsPerL: 1.5 }],
    };
    const { values } = dosingPlan.run({
      netVolumeL,
      demand: Object.fromEntries(Object.entries(need).map(([name, perDay]) => [name, { perDay, sd: 0.001 }])),
      sources: Object.entries(salts).map(([name, parts]) => ({
        name,
        holds: { parts },
        ...(name === 'Limewater' && { use: 'fixed' as const, runs: 900 }),
      })),
    });
    const start = {
      at: 0,
      volumeL: netVolumeL,
      water: eachSpecies((s) => ({ alkalinity: 3, calcium: 425, magnesium: 1320 })[s as string] ?? 0),
    };
    const events: TankEvent[] = [
      ...values.doses.map(({ name, mlPerDay }): TankEvent => ({
        kind: 'rate',
        at: 0,
        source: name,
        perDay: amountsOf(solutionStrength(salts[name as keyof typeof salts]), mlPerDay / 1000),
      })),
      ...Object.entries(need).map(([name, rate]): TankEvent => ({
        kind: 'rate',
        at: 0,
        source: `life of ${name}`,
        perDay: { [name]: -rate * netVolumeL },
      })),
    ];
    const [after] = simulate(start, events, [60 * DAY_MS]);
    expect(Math.abs((after?.water.alkalinity ?? 0) - 3) / DKH).toBeLessThan(0.05);
    expect(Math.abs((after?.water.calcium ?? 0) - 425)).toBeLessThan(2);
    expect(Math.abs((after?.water.magnesium ?? 0) - 1320)).toBeLessThan(5);
  });

  it('says that a dose rounds to zero, and how far to thin the solution', () => {
    // 0.045 mmol a day by 1.51 mmol/mL: 0.03 mL, where the pump steps by 0.1; 20 steps are 2 mL, 67 times as much. By hand.
    const small = dosingPlan.run({
      netVolumeL: 3,
      demand: { alkalinity: { ...demand, perDay: 0.015, sd: 0.001 } },
      sources: [soda],
    });
    expect(plainSentence(small.answer.says, DEFAULT_UNITS)).toMatch(
      /^Thin Carbonate before it is dosed: 0\.03 mL\/day would hold/,
    );
    expect(small.cautions.map(({ says }) => plainSentence(says, DEFAULT_UNITS)).join(' ')).toMatch(
      /Thin it with 67 parts of RO\/DI water to one of it .* dosed at 2 mL\/day/,
    );
  });

  it('never rounds a limited dose beyond its limit, and tells the balance of what is set', () => {
    for (let i = 0; i < 200; i++) {
      const most = 40 + i * 0.37;
      const { values } = dosingPlan.run({
        netVolumeL: 300,
        demand: { alkalinity: { ...demand, perDay: 0.9 } },
        sources: [{ ...soda, stepMl: i % 2 ? 0.1 : 1, most: { mlPerDay: most, because: 'its pump gives no more' } }],
      });
      const [dose] = values.doses;
      expect(dose?.mlPerDay).toBeLessThanOrEqual(most);
      const set = dose?.thenMlPerDay ?? dose?.mlPerDay ?? 0;
      expect(values.balance[0]?.overPerDay).toBeCloseTo(set * perMl - 0.9 * 300, 6);
    }
  });

  it('takes two bottles without identity for two, and a range of 0 to 50 for rough', () => {
    const two = dosingPlan.run({
      netVolumeL: 300,
      demand: { alkalinity: { ...demand, sd: 0.001 } },
      sources: [
        { ...soda, runs: 10 },
        { ...soda, runs: 20 },
      ],
    });
    expect(new Set(two.values.doses.map(({ id }) => id)).size).toBe(2);
    const wide = dosingPlan.run({ netVolumeL: 300, demand: { alkalinity: { ...demand, sd: 0.09 } }, sources: [soda] });
    expect(wide.answer.certainty).toBe('rough');
  });

  it('asks which solutions are dosed here where none is this tank’s own', () => {
    const { answer } = dosingPlan.run({
      netVolumeL: 300,
      demand: { alkalinity: demand },
      sources: [{ ...soda, use: 'off' }],
    });
    expect(answer.says[0]).toMatch(/^Choose what is dosed here/);
  });

  it('asks what was dosed when nothing was said of it', () => {
    const { answer } = dosingPlan.run({ netVolumeL: 300, demand: {}, sources: [soda], unsaid: ['alkalinity'] });
    expect(answer.says[0]).toMatch(/^Say what was dosed/);
  });

  it('says what to do when there is nothing to go on', () => {
    const none = dosingPlan.run({ netVolumeL: 300, demand: {}, sources: [soda], certainty: 'not enough yet' });
    expect(none.answer.certainty).toBe('not enough yet');
    expect(none.values.doses).toEqual([]);
  });
});

describe('a correction', () => {
  const base = {
    parameter: 'alkalinity' as const,
    netVolumeL: 400,
    levelSd: 0.02,
    part: { name: 'Carbonate', perMl },
    consumptionPerDay: 0.2,
  };
  it('is spread so that no day rises faster than the limit', () => {
    const { values } = correction.run({ ...base, level: 7 * DKH, aim: 9.5 * DKH });
    expect(values.days).toBe(3);
    expect((values.mlPerDay * perMl) / 400 / DKH).toBeLessThanOrEqual(1);
    expect((values.totalMl * perMl) / 400 / DKH).toBeCloseTo(2.5, 9);
  });
  it('is left alone inside the test error', () => {
    expect(correction.run({ ...base, level: 8.4 * DKH, aim: 8.45 * DKH }).values.withinTestError).toBe(true);
  });

  it('judges a level as every other screen does: in its band it is left, however far from the middle', () => {
    const band: [string, string] = ['7.8 dKH', '8.8 dKH'];
    const at = (dkh: number) => correction.run({ ...base, level: dkh * DKH, aim: 8.3 * DKH, band });
    expect(at(7.85)).toMatchObject({ values: { place: 'on target', totalMl: 0, withinTestError: true } });
    // 0.12 dKH is a careful home test's error (common practice).
    expect(at(7.7)).toMatchObject({
      values: { place: 'at the edge', totalMl: 0 },
      answer: { certainty: 'within test error' },
    });
    expect(at(7.6).values).toMatchObject({ place: 'low', withinTestError: false });
    expect(at(7.6).values.totalMl).toBeGreaterThan(0);
    expect(at(9.2).values).toMatchObject({ place: 'high' });
    // One reading against all the others is tested again.
    const apart = correction.run({ ...base, level: 8.4 * DKH, reading: '7.4 dKH', aim: 8.3 * DKH, band });
    expect(apart).toMatchObject({ values: { totalMl: 0 }, answer: { retest: true } });
    // It is the last reading that is judged; how much is missing is told by all of them.
    const read = correction.run({ ...base, level: 7.9 * DKH, reading: '7.4 dKH', aim: 8.3 * DKH, band });
    expect(read.values.place).toBe('low');
    expect((read.values.totalMl * perMl) / 400 / DKH).toBeCloseTo(0.4, 9);
  });

  it('says what is checked first, in how many portions, and when it is broken off', () => {
    const says = (over: object) =>
      correction
        .run({ ...base, level: 7 * DKH, aim: 8.5 * DKH, ...over })
        .cautions.map((caution) => String(caution.says[0]))
        .join(' ');
    expect(says({})).toMatch(/read salinity, and test alkalinity a second time.*test magnesium.*3 portions.*Stop when/);
    // Levels stand and fall with salinity; below 1200 mg/L of magnesium the others fall out (common practice).
    expect(says({ salinity: 32, aimSalinity: 35 })).toMatch(/^Salinity first/);
    expect(says({ magnesium: 1120 })).toMatch(/Magnesium first/);
    expect(says({ magnesium: 1300 })).not.toMatch(/agnesium/);
  });

  it('is as gentle as the keeper holds to, and weeks long in starved water', () => {
    const up = correction.run({ ...base, level: 7.5 * DKH, aim: 8.5 * DKH, limitPerDay: 0.25 * DKH });
    expect(up.values.days).toBe(4);
    const down = (over: object) =>
      correction.run({ ...base, level: 9.2 * DKH, aim: 8.3 * DKH, consumptionPerDay: 0.6 * DKH, ...over });
    expect(down({ fallLimitPerDay: 0.1 * DKH }).values.lowered?.days).toBeCloseTo(9, 6);
    // From above 9 to 8.3 over three to four weeks, by a dose a few percent lower, never paused (common practice).
    const eased = down({ starved: true, level: 9.1 * DKH, consumptionPerDay: 1.2 * DKH, runsMlPerDay: 113 });
    expect(eased.values.lowered?.days).toBeGreaterThan(21);
    expect(eased.values.lowered?.days).toBeLessThan(28);
    const { mlPerDay = 0, thenMlPerDay = 0 } = eased.values.lowered ?? {};
    expect(mlPerDay / thenMlPerDay).toBeGreaterThan(0.96);
    expect(mlPerDay / thenMlPerDay).toBeLessThan(0.98);
    // Present and next dose: what holds is 1.2 dKH × 400 L ÷ strength, by hand 113 mL; and 0.032 dKH less meanwhile.
    expect(plainSentence(eased.answer.says, DEFAULT_UNITS)).toBe(
      'Lower Carbonate from 113 mL/day to 110 mL/day for about 25 days, then back to 113 mL/day, and test each week.',
    );
    expect(eased.answer.because.join(' ')).toMatch(/corals in lean water bleach/);
    // Even where little is consumed it is no pause.
    const little = down({ starved: true, consumptionPerDay: 0.04 * DKH });
    expect(little.values.lowered?.mlPerDay).toBeGreaterThan(0);
  });

  it('judges at the salinity aimed at, and says salinity first: 380 at 31.9 ppt is 417, 457 at 31.87 is 502', () => {
    // By hand: 380 × 35 ÷ 31.9 = 416.9; 457 × 35 ÷ 31.87 = 501.9 (constancy of composition).
    const calcium = (level: number, salinity: number) =>
      correction.run({
        parameter: 'calcium',
        netVolumeL: 400,
        level,
        levelSd: 4,
        aim: 425,
        band: [400, 450],
        part: { name: 'Chloride', perMl: 30 },
        salinity,
        aimSalinity: 35,
        consumptionPerDay: 8,
      });
    const low = calcium(380, 31.9);
    expect(low.values.level).toBeCloseTo(416.9, 1);
    expect(low.values).toMatchObject({ place: 'on target', totalMl: 0 });
    expect(plainSentence(low.answer.says, DEFAULT_UNITS)).toBe(
      'Bring salinity from 31.9 ppt to 35 ppt first: calcium, read at 380 mg/L, is then 417 mg/L. Add nothing for it.',
    );
    const high = calcium(457, 31.87);
    expect(high.values.level).toBeCloseTo(501.9, 1);
    expect(high.values.place).toBe('high');
    expect(plainSentence(high.answer.says, DEFAULT_UNITS)).toMatch(
      /is then 502 mg\/L\. What is off then: (Lower|Pause) Chloride/,
    );
    // Within what a salinity test errs it is judged as read.
    expect(calcium(380, 34.8).values).toMatchObject({ level: 380, place: 'low' });
  });

  it('refuses an aim no animal bears and a pace no keeper holds to', () => {
    const refused = (over: object) => () => correction.run({ ...base, level: 7 * DKH, aim: 8.3 * DKH, ...over });
    expect(refused({ aim: 25 * DKH })).toThrow(/aim.*25 dKH.*6 dKH to 12\.5 dKH/s);
    expect(refused({ parameter: 'calcium', level: 420, aim: 900 })).toThrow(/aim.*900 mg\/L/s);
    expect(refused({ limitPerDay: 5 })).toThrow(/fastest change a day.*at most 1\.5 dKH/s);
    expect(refused({ consumptionPerDay: -0.1 })).toThrow(/consumption a day/);
  });

  it('does nothing on a last reading that is left out as an outlier', () => {
    const { answer, values } = correction.run({
      ...base,
      level: 6.5 * DKH,
      reading: '7.6 dKH',
      aim: 8.3 * DKH,
      band: ['7.8 dKH', '8.8 dKH'],
      leftOut: true,
    });
    expect(values).toMatchObject({ totalMl: 0, mlPerDay: 0 });
    expect(answer).toMatchObject({ retest: true });
    expect(plainSentence(answer.says, DEFAULT_UNITS)).toBe(
      'Test alkalinity again before it is corrected: the last reading, 7.6 dKH, is left out as an outlier.',
    );
  });

  it('that was begun counts down by what was given, and a test on the way changes it', () => {
    const DAY = DAY_MS;
    const begun = { at: 10 * DAY, now: 11 * DAY, from: 6.3 * DKH, days: 2, givenMl: 0, givenToday: false };
    // 2 dKH in 400 L by 1.51 mmol/mL: 2 × 0.35665 × 400 ÷ 1.5096 = 189 mL in all, 94.5 a day. By hand.
    const all = (2 * DKH * 400) / perMl;
    const run = (over: object, levels: object = {}) =>
      correction.run({ ...base, level: 6.3 * DKH, aim: 8.3 * DKH, ...levels, begun: { ...begun, ...over } });
    const half = run({ givenMl: all / 2 }, { givenSince: DKH });
    expect(half.values.totalMl).toBeCloseTo(all / 2, 6);
    expect(plainSentence(half.answer.says, DEFAULT_UNITS)).toMatch(
      /^Add today’s share, 95 mL of Carbonate; it is the last\.$/,
    );
    expect(
      plainSentence(run({ givenMl: all / 2, givenToday: true }, { givenSince: DKH }).answer.says, DEFAULT_UNITS),
    ).toMatch(/^Today’s share of Carbonate is given: 95 mL a day for 1 day more, from tomorrow\.$/);
    // A test says that it stands at 7.9: 0.4 dKH are left, whatever was given.
    const tested = run({ givenMl: all / 2, readAt: 10.9 * DAY }, { level: 7.9 * DKH });
    expect((tested.values.totalMl * perMl) / 400 / DKH).toBeCloseTo(0.4, 9);
    // The share that came after that test is not in its figure.
    const since = run({ givenMl: all / 2, readAt: 10.9 * DAY }, { level: 7.9 * DKH, givenSince: 0.2 * DKH });
    expect((since.values.totalMl * perMl) / 400 / DKH).toBeCloseTo(0.2, 9);
    expect(since.values.stands / DKH).toBeCloseTo(8.1, 9);
    const done = run({ givenMl: all }, { givenSince: 2 * DKH });
    expect(done.values).toMatchObject({ done: true, mlPerDay: 0 });
    expect(done.answer).toMatchObject({ retest: true });
  });

  it('counts what was given since the last test though no correction runs, and asks for a test where that is all it takes', () => {
    const run = (givenSince: number) =>
      correction.run({
        ...base,
        level: 6.3 * DKH,
        reading: 6.3 * DKH,
        band: ['7.8 dKH', '8.8 dKH'],
        aim: 8.3 * DKH,
        givenSince,
      });
    expect((run(0.5 * DKH).values.totalMl * perMl) / 400 / DKH).toBeCloseTo(1.5, 9);
    expect(plainSentence(run(0.5 * DKH).answer.because, DEFAULT_UNITS)).toMatch(
      /^It lifts alkalinity from 6\.8 dKH to 8\.3 dKH; what was given since the last test is counted/,
    );
    const full = run(2 * DKH);
    expect(full.values.mlPerDay).toBe(0);
    expect(plainSentence(full.answer.says, DEFAULT_UNITS)).toBe(
      'Add nothing more: test alkalinity. What was given since the last test lifts it to about 8.3 dKH.',
    );
  });

  describe('of a level that is too high', () => {
    const lowered = (over: object) => correction.run({ ...base, level: 9.4 * DKH, aim: 8.4 * DKH, ...over });
    it('pauses the dose only where that is done within three days, no faster than 0.5 dKH a day', () => {
      // Common practice: 0.5 dKH/day at most. 1 dKH over at 0.5 dKH/day of consumption: two days without a dose.
      const { values, answer } = lowered({ consumptionPerDay: 0.5 * DKH });
      expect(values.totalMl).toBe(0);
      expect(values.lowered?.mlPerDay).toBe(0);
      expect(values.lowered?.days).toBeCloseTo(2, 9);
      expect(answer.says[0]).toBe('Pause Carbonate for');
    });
    it('lowers the dose where the tank takes more than it may fall by', () => {
      // 0.8 dKH/day taken, 0.5 of it let go: 0.3 dKH/day × 400 L ÷ strength goes on.
      const { values } = lowered({ consumptionPerDay: 0.8 * DKH });
      expect(values.lowered?.mlPerDay).toBeCloseTo((0.3 * DKH * 400) / perMl, 6);
      expect(values.lowered?.days).toBeCloseTo(2, 9);
    });
    it('never stops what the tank needs for longer than three days', () => {
      // 0.2 dKH/day taken: five days without a dose; so it is halved, for ten.
      const { values, answer } = lowered({ consumptionPerDay: 0.2 * DKH });
      expect(values.lowered?.mlPerDay).toBeCloseTo((0.1 * DKH * 400) / perMl, 6);
      expect(values.lowered?.days).toBeCloseTo(10, 9);
      expect(answer.says.at(-1)).toMatch(/test each week/);
    });
    it('counts what limewater goes on bringing, and turns that down where it is too much alone', () => {
      // 0.8 taken, 0.4 still brought: without the part it falls by 0.4 dKH/day, 2.5 days.
      const { values } = lowered({ consumptionPerDay: 0.8 * DKH, othersPerDay: 0.4 * DKH, othersBy: ['Limewater'] });
      expect(values.lowered?.mlPerDay).toBe(0);
      expect(values.lowered?.days).toBeCloseTo(2.5, 9);
      const more = lowered({ consumptionPerDay: 0.8 * DKH, othersPerDay: 0.9 * DKH, othersBy: ['Limewater'] });
      expect(more.answer.says[0]).toMatch(/^Turn down Limewater/);
      expect(more.values.lowered).toBeUndefined();
    });
    it('gives no day where consumption is unknown or next to nothing', () => {
      for (const consumptionPerDay of [undefined, 5e-324]) {
        const { answer } = lowered({ consumptionPerDay });
        expect(answer.says[0]).toMatch(/^Let alkalinity come down by itself/);
        expect(answer.certainty).toBe('rough');
      }
    });
    it('holds: the lowered dose run through the tank model comes down to the aim in the days told', () => {
      const { values } = lowered({ consumptionPerDay: 0.8 * DKH });
      const { mlPerDay = 0, days = 0 } = values.lowered ?? {};
      const start = { at: 0, volumeL: 400, water: eachSpecies((s) => (s === 'alkalinity' ? 9.4 * DKH : 0)) };
      const rate = (source: string, alkalinity: number): TankEvent => ({
        kind: 'rate',
        at: 0,
        source,
        perDay: { alkalinity },
      });
      const [end] = simulate(
        start,
        [rate('life', -0.8 * DKH * 400), rate('carbonate', mlPerDay * perMl)],
        [days * DAY_MS],
      );
      expect((end?.water.alkalinity ?? 0) / DKH).toBeCloseTo(8.4, 9);
    });
  });
});
