import { describe, expect, it } from 'vitest';
import { estimateConsumption } from '@/chemistry/consumption/estimate';
import { REAGENTS } from '@/chemistry/reagents/reagents';
import { solutionStrength } from '@/chemistry/reagents/solution';
import { Refusal } from '@/chemistry/refusal';
import type { TankEvent } from '@/chemistry/tank-model/events';
import { DAY_MS, simulate } from '@/chemistry/tank-model/simulate';
import { eachSpecies } from '@/chemistry/tank-model/water';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/units/kinds';
import { correction } from './correction';
import { DOSED_FACTS } from './dosed-parameters';
import { maintenanceDose } from './maintenance';

const carbonate = solutionStrength([{ reagent: 'sodium-carbonate', gramsPerL: 80 }]);
const perMl = DOSED_FACTS.alkalinity.perMl(carbonate);
const part = { name: 'Carbonate', perMl };

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
      expect((error as Refusal).detail.suggestion).toBe('80 g/L');
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
    const { values } = maintenanceDose.run({
      netVolumeL: 310,
      demand: { alkalinity: demand },
      parts: { alkalinity: part },
      carriedByOthers: {},
      certainty: 'drifting',
    });
    expect(values.doses[0]?.mlPerDay).toBeCloseTo(34.65, 1);
  });

  it('and a tank dosed at the answer holds its level in the model', () => {
    const { values } = maintenanceDose.run({
      netVolumeL: 310,
      demand: { alkalinity: demand },
      parts: { alkalinity: part },
      carriedByOthers: {},
      certainty: 'drifting',
    });
    const mlPerDay = values.doses[0]?.mlPerDay ?? 0;
    const start = { at: 0, volumeL: 310, water: eachSpecies((s) => (s === 'alkalinity' ? 8.2 * DKH : 0)) };
    const life: TankEvent = { kind: 'rate', at: 0, source: 'life', perDay: { alkalinity: -estimate.perDay * 310 } };
    const dosed: TankEvent = { kind: 'rate', at: 0, source: 'carbonate', perDay: { alkalinity: mlPerDay * perMl } };
    for (const state of simulate(
      start,
      [life, dosed],
      [1, 30, 365].map((d) => d * DAY_MS),
    ))
      expect(state.water.alkalinity / DKH).toBeCloseTo(8.2, 9);
  });
});

describe('maintenance', () => {
  const demand = {
    perDay: 0.2,
    sd: 0.02,
    basis: { by: 'readings' as const, readings: 2, leftOut: 0 },
    mismatch: false,
    withinTestError: false,
  };
  it('leaves out what limewater already brings', () => {
    const run = (amountPerDay: number) =>
      maintenanceDose.run({
        netVolumeL: 300,
        demand: { alkalinity: demand },
        parts: { alkalinity: part },
        carriedByOthers: { alkalinity: { amountPerDay, by: ['Limewater'] } },
        certainty: 'steady',
      });
    expect(run(30).values.doses[0]?.mlPerDay).toBeCloseTo((60 - 30) / perMl, 9);
    expect(run(90).values.doses[0]?.mlPerDay).toBe(0);
    expect(run(90).answer.says[0]).toMatch(/Dose nothing/);
  });
  it('builds no dose on a demand the test cannot tell from nothing', () => {
    const { values, cautions } = maintenanceDose.run({
      netVolumeL: 300,
      demand: { alkalinity: { ...demand, withinTestError: true } },
      parts: { alkalinity: part },
      carriedByOthers: {},
      certainty: 'within test error',
    });
    expect(values.doses).toEqual([]);
    expect(cautions[0]?.says[0]).toMatch(/less than the tests can show/);
  });
  it('tested, and within test error, is not told to test', () => {
    const { answer } = maintenanceDose.run({
      netVolumeL: 300,
      demand: { alkalinity: { ...demand, withinTestError: true } },
      parts: { alkalinity: part },
      certainty: 'within test error',
    });
    expect(answer.certainty).toBe('within test error');
    expect(answer.says[0]).toMatch(/^Keep what you dose/);
  });
  it('a rise beyond what goes in is a finding: no dose, and where to look', () => {
    const { answer, cautions, values } = maintenanceDose.run({
      netVolumeL: 300,
      demand: { alkalinity: { ...demand, perDay: -0.1 } },
      parts: { alkalinity: part },
    });
    expect(values.doses[0]?.mlPerDay).toBe(0);
    expect(answer.says[0]).toMatch(/alkalinity rises beyond all that is known to go in/);
    expect(cautions[0]).toMatchObject({ severity: 'care' });
    expect(cautions[0]?.says[0]).toBe('Alkalinity rises by');
  });
  it('one bottle of two parameters gets one dose, and what it leaves short is said', () => {
    // 60 mmol ÷ 1 = 60 mL a day; it brings 60 × 10 mg ÷ 300 L = 2 mg/L of the 4 mg/L of calcium. By hand.
    const both = { name: 'All in one', bottle: 'b1' };
    const { answer, cautions, values } = maintenanceDose.run({
      netVolumeL: 300,
      demand: { alkalinity: demand, calcium: { ...demand, perDay: 4, sd: 0.1 } },
      parts: { alkalinity: { ...both, perMl: 1 }, calcium: { ...both, perMl: 10 } },
    });
    expect(values.doses).toHaveLength(1);
    expect(values.doses[0]).toMatchObject({ parameter: 'alkalinity', brings: ['calcium'], mlPerDay: 60 });
    expect(answer.says.filter((phrase) => phrase === 'of All in one')).toHaveLength(1);
    const short = cautions.find(({ says }) => String(says[0]).startsWith('One bottle, one dose'));
    expect(short?.says[1]).toMatchObject({ amount: 2 });
    expect(short?.says[2]).toMatch(/less calcium than the tank takes/);
  });
  it('a dose that is set already is left: no second telling to set it', () => {
    const run = (mlPerDay: number) =>
      maintenanceDose.run({
        netVolumeL: 300,
        demand: { alkalinity: demand },
        parts: { alkalinity: part },
        running: { alkalinity: mlPerDay },
      }).answer.says;
    expect(run(Math.round(600 / perMl) / 10)[0]).toBe('Leave the doses as they are:');
    expect(run(20)[0]).toBe('Dose');
    expect(run(0)[0]).toBe('Dose');
  });
  it('asks what was dosed when nothing was said of it', () => {
    const { answer } = maintenanceDose.run({
      netVolumeL: 300,
      demand: {},
      parts: { alkalinity: part },
      unsaid: ['alkalinity'],
    });
    expect(answer.says[0]).toMatch(/^Say what was dosed/);
  });
  it('says what to do when there is nothing to go on', () => {
    const none = maintenanceDose.run({
      netVolumeL: 300,
      demand: {},
      parts: { alkalinity: part },
      carriedByOthers: {},
      certainty: 'not enough yet',
    });
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
    expect(at(7.85)).toMatchObject({ values: { place: 'in band', totalMl: 0, withinTestError: true } });
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
    expect(apart).toMatchObject({ values: { totalMl: 0 }, answer: { certainty: 'retest' } });
    // It is the last reading that is judged; how much is missing is told by all of them.
    const read = correction.run({ ...base, level: 7.9 * DKH, reading: '7.4 dKH', aim: 8.3 * DKH, band });
    expect(read.values.place).toBe('low');
    expect((read.values.totalMl * perMl) / 400 / DKH).toBeCloseTo(0.4, 9);
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
