import { describe, expect, it } from 'vitest';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import { plainSentence } from '../calculator/sentence';
import { reactorOutput } from './reactor-output';

describe('a calcium reactor', () => {
  const base = {
    netVolumeL: 400,
    demandPerDay: DKH,
    demandSd: 0,
    demandBasis: { by: 'readings' as const, readings: 2, leftOut: 0 },
    carriedMmolPerDay: 0,
    carriedBy: [],
    tankAlkalinityOrigin: 'log' as const,
    certainty: 'estimated' as const,
  };
  it('1 dKH/day in 400 L at effluent 30 and tank 8: 18.2 L/day, 12.6 mL/min, 7.1 g media and 3.1 g CO2', () => {
    // Independent arithmetic from the molar masses of CIAAW 2021.
    const { values } = reactorOutput.run({ ...base, effluentAlkalinity: 30 * DKH, tankAlkalinity: 8 * DKH });
    expect(values.litresPerDay).toBeCloseTo(18.2, 1);
    expect(values.mlPerMin).toBeCloseTo(12.6, 1);
    expect(values.mediaGPerDay).toBeCloseTo(7.1, 1);
    expect(values.co2LeastGPerDay).toBeCloseTo(3.1, 1);
  });
  it('where no chamber pH is told refuses an effluent that no chamber reaches: 98.8 dKH', () => {
    // Independent evaluation (science of the equilibrium ceiling): pH 6.4 gives 52 dKH.
    const asked = { ...base, find: 'effluent' as const, tankAlkalinity: 8 * DKH, mlPerMin: 3 };
    expect(() => reactorOutput.run(asked)).toThrow(/reactor flow.*Open the flow first/s);
    expect(() => reactorOutput.run({ ...base, tankAlkalinity: 8 * DKH, effluentAlkalinity: 90 * DKH })).toThrow(
      /effluent alkalinity.*90 dKH/s,
    );
    expect(reactorOutput.run({ ...asked, mlPerMin: 12.6 }).values.effluentAlkalinity / DKH).toBeCloseTo(30, 0);
  });
  it('says what the rest supplies in the sentence itself', () => {
    const { answer } = reactorOutput.run({
      ...base,
      effluentAlkalinity: 30 * DKH,
      tankAlkalinity: 8 * DKH,
      carriedMmolPerDay: 400 * 0.4 * DKH,
      carriedBy: ['Limewater'],
    });
    expect(plainSentence(answer.says, DEFAULT_UNITS)).toMatch(
      /^Run the effluent at 7\.58 mL\/min, .*: 0\.4 dKH\/day more comes from Limewater\.$/,
    );
  });
  it('leaves a flow that keeps the level near: setting it anew costs twice what setting a pump does', () => {
    // 12.63 mL/min hold it; each mL/min less lets 22 × 1.44 ÷ 400 = 0.0792 dKH a day go. Off by s a day a week costs 140 (s ÷ 0.5)², a setting
    // 5: s = 0.0945 dKH a day, 1.19 mL/min. By hand.
    const says = (mlPerMin: number, level = 8.3) =>
      plainSentence(
        reactorOutput.run({
          ...base,
          effluentAlkalinity: 30 * DKH,
          tankAlkalinity: 8 * DKH,
          runs: { mlPerMin, level: level * DKH, target: 8.3 * DKH, testEveryDays: 7, keeps: 'few changes' },
        }).answer.says,
        DEFAULT_UNITS,
      );
    expect(says(11.6)).toBe('Leave the effluent at 11.6 mL/min.');
    expect(says(11.3)).toMatch(/^Run the effluent at 12\.6 mL\/min/);
    // The same flow is set anew once the level it leads to is off already.
    expect(says(11.6, 7.6)).toMatch(/^Run the effluent at 12\.6/);
  });
  it('the worked case by hand, 310 L at 0.473 dKH/day: 7.41 L/day, 5.14 mL/min', () => {
    const { values } = reactorOutput.run({
      ...base,
      netVolumeL: 310,
      demandPerDay: 0.473 * DKH,
      effluentAlkalinity: 28 * DKH,
      tankAlkalinity: 8.2 * DKH,
    });
    expect(values.litresPerDay).toBeCloseTo(7.41, 2);
    expect(values.mlPerMin).toBeCloseTo(5.14, 2);
  });
  it('refuses an effluent no stronger than the tank', () => {
    expect(() => reactorOutput.run({ ...base, effluentAlkalinity: 8 * DKH, tankAlkalinity: 8 * DKH })).toThrow(
      /chamber/,
    );
  });

  const asked = { ...base, effluentAlkalinity: 30 * DKH, tankAlkalinity: 8 * DKH, chamberPh: 6.6 };

  it('any two give the third', () => {
    const flow = reactorOutput.run(asked).values.mlPerMin;
    const effluent = reactorOutput.run({ ...asked, find: 'effluent', effluentAlkalinity: undefined, mlPerMin: flow });
    expect(effluent.values.effluentAlkalinity).toBeCloseTo(30 * DKH, 8);
    const demand = reactorOutput.run({ ...asked, find: 'demand', demandPerDay: undefined, mlPerMin: flow });
    expect(demand.values.suppliesPerDay).toBeCloseTo(DKH, 8);
  });

  it('others’ share is left out', () => {
    // Half of 142.66 meq a day by others: half the flow.
    const { values } = reactorOutput.run({ ...asked, carriedMmolPerDay: 71.33, carriedBy: ['limewater'] });
    expect(values.mlPerMin).toBeCloseTo(6.31, 2);
  });

  it('its range is the consumption’s', () => {
    const { values } = reactorOutput.run({ ...asked, demandSd: 0.05 * DKH });
    expect(values.mlPerMinHigh / values.mlPerMin).toBeCloseTo(1 + 1.96 * 0.05, 6);
    expect(reactorOutput.run(asked).answer.because).toEqual(['As good as the figures given.']);
  });

  it('refuses what media cannot make, with the pH that would', () => {
    // Ceiling at 6.8 is 27 dKH (independent evaluation); 30 needs 6.74 or lower.
    expect(() => reactorOutput.run({ ...asked, chamberPh: 6.8 })).toThrow(
      /effluent alkalinity: 30 dKH.*at most 27\.\d dKH at chamber pH 6\.80.*chamber pH 6\.74 or lower/s,
    );
    expect(() => reactorOutput.run({ ...asked, find: 'effluent', effluentAlkalinity: undefined, mlPerMin: 2 })).toThrow(
      /reactor flow: 2 mL\/min.*at least/s,
    );
  });

  it('refuses a chamber no more acid than the tank, and says what to check first', () => {
    expect(() => reactorOutput.run({ ...asked, chamberPh: 8, tankPh: 7.9 })).toThrow(/pH of the chamber.*cylinder/s);
  });

  it('two that are missing are asked for', () => {
    expect(() => reactorOutput.run({ ...asked, effluentAlkalinity: undefined })).toThrow(/effluent alkalinity.*third/s);
    expect(() => reactorOutput.run({ ...asked, find: 'demand' })).toThrow(/reactor flow.*third/s);
  });

  it('its own effluents tell what the chamber would give at the flow', () => {
    const at = (day: number) => ({
      at: day * 86_400_000,
      mlPerMin: 8,
      effluentAlkalinity: 30 * DKH,
      chamberPh: 6.6,
      tankAlkalinity: 8 * DKH,
    });
    const { values } = reactorOutput.run({ ...asked, measured: [at(1), at(8), at(15)] });
    // By hand: share 22 of 29.8 to the ceiling of 37.84, halfway flow 8 × 22 ÷ 7.84; at 12.63 mL/min 8 + 29.84 × 22.45 ÷ 35.08.
    expect((values.byOwnRate?.effluentAlkalinity ?? 0) / DKH).toBeCloseTo(27.1, 1);
    expect(values.byOwnRate?.mlPerMin).toBeGreaterThan(values.mlPerMin);
    expect(values.byOwnRate?.low).toBeLessThan(values.byOwnRate?.mlPerMin ?? 0);
  });
});
