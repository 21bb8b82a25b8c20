import { describe, expect, it } from 'vitest';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/units/kinds';
import { effluentFlow } from './effluent-flow';

describe('a calcium reactor', () => {
  const base = {
    netVolumeL: 400,
    demandPerDay: DKH,
    demandSd: 0,
    demandBasis: { by: 'readings' as const, readings: 2, leftOut: 0 },
    carriedMmolPerDay: 0,
    carriedBy: [],
    tankAlkalinityOrigin: 'log' as const,
    certainty: 'steady' as const,
  };
  it('1 dKH/day in 400 L at effluent 30 and tank 8: 18.2 L/day, 12.6 mL/min, 7.1 g media and 3.1 g CO2', () => {
    // Independent arithmetic from the molar masses of CIAAW 2021.
    const { values } = effluentFlow.run({ ...base, effluentAlkalinity: 30 * DKH, tankAlkalinity: 8 * DKH });
    expect(values.litresPerDay).toBeCloseTo(18.2, 1);
    expect(values.mlPerMin).toBeCloseTo(12.6, 1);
    expect(values.mediaGPerDay).toBeCloseTo(7.1, 1);
    expect(values.co2GPerDay).toBeCloseTo(3.1, 1);
  });
  it('the worked case by hand, 310 L at 0.473 dKH/day: 7.41 L/day, 5.14 mL/min', () => {
    const { values } = effluentFlow.run({
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
    expect(() => effluentFlow.run({ ...base, effluentAlkalinity: 8 * DKH, tankAlkalinity: 8 * DKH })).toThrow(
      /chamber/,
    );
  });
});
