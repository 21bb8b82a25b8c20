import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { refusalOf, valuesOf } from '../testing/run-calculator';

interface Changed {
  readonly levels: Record<string, { before: number; after: number }[]>;
  readonly steps: { of: string; step: number }[];
  readonly oldWaterLeft: number;
  readonly match: string[];
  readonly heatKWh?: number;
  readonly heatHours?: number;
}

describe('one change and a series', () => {
  const asked = {
    netVolumeL: 100,
    changeL: 30,
    tank: { nitrate: 100, salinity: 35 },
    newWater: { nitrate: 0, salinity: 35 },
  };

  it('30 % four times leaves 24 % of the old water', () => {
    // 0.7⁴ = 0.2401; common practice for a yearly reset.
    const values = valuesOf<Changed>('water-change', { ...asked, changes: 4, everyDays: 4 });
    expect(values.oldWaterLeft).toBeCloseTo(0.2401, 9);
    expect(values.levels.nitrate?.map(({ after }) => after)).toEqual(
      [70, 49, 34.3, 24.01].map((each) => expect.closeTo(each, 6)),
    );
  });

  it('an early clean-out of 40 % takes 40 % of what is there', () => {
    // Common practice.
    expect(valuesOf<Changed>('water-change', { ...asked, changeL: 40 }).levels.nitrate?.[0]?.after).toBeCloseTo(60, 9);
  });

  it('10 to 15 % weekly leave a third to a sixth of the old water after a quarter of a year', () => {
    // 0.9^13 = 0.2542 and 0.85^13 = 0.1209: weekly 10–15 % is common practice.
    expect(
      valuesOf<Changed>('water-change', { ...asked, changeL: 10, changes: 13, everyDays: 7 }).oldWaterLeft,
    ).toBeCloseTo(0.2542, 4);
    expect(
      valuesOf<Changed>('water-change', { ...asked, changeL: 15, changes: 13, everyDays: 7 }).oldWaterLeft,
    ).toBeCloseTo(0.1209, 4);
  });

  it('follows C_n = C_s + (C_0 − C_s)(1 − f)^n with nothing else going on', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        fc.integer({ min: 1, max: 20 }),
        fc.double({ min: 0, max: 400, noNaN: true }),
        fc.double({ min: 0, max: 400, noNaN: true }),
        (share, changes, c0, cs) => {
          const { levels } = valuesOf<Changed>('water-change', {
            ...asked,
            changeL: share * 100,
            changes,
            tank: { nitrate: c0 },
            newWater: { nitrate: cs },
          });
          expect(levels.nitrate?.at(-1)?.after).toBeCloseTo(cs + (c0 - cs) * (1 - share) ** changes, 6);
        },
      ),
    );
  });

  it('names what is to be matched, and leaves what is near', () => {
    const values = valuesOf<Changed>('water-change', {
      ...asked,
      changeL: 50,
      tank: { alkalinity: '8 dKH', calcium: 420, salinity: '35 ppt' },
      newWater: { alkalinity: '11.5 dKH', calcium: 440, salinity: '32 ppt' },
    });
    expect(values.match).toEqual(['salinity', 'alkalinity']);
  });

  it('tells the heat of the new water, and the hours a heater takes for it', () => {
    const { heatKWh, heatHours } = valuesOf<Changed>('water-change', { ...asked, tankC: 25, newC: 15, heaterW: 300 });
    expect(heatKWh).toBeCloseTo((30 * 4.083 * 10) / 3600, 3);
    expect(heatHours).toBeCloseTo(((heatKWh ?? 0) * 1000) / 300, 9);
  });

  it('refuses more than all of the water', () => {
    expect(refusalOf('water-change', { ...asked, changeL: 130 })?.hint).toMatch(/percentage/);
    expect(refusalOf('water-change', { ...asked, tank: { nitrate: 5 }, newWater: { calcium: 5 } })?.field).toBe(
      'levels',
    );
  });
});

describe('a routine', () => {
  it('a continuous exchange follows exp(−v/V) and settles at C_s − k·V/v', () => {
    // The closed form of the mass balance; 100 L through 200 L leave exp(−0.5) = 0.6065 of what was there.
    const { course, settles } = valuesOf<{
      course: { days: number; levels: { nitrate: number } }[];
      settles: { nitrate: { before: number } };
    }>('change-routine', {
      netVolumeL: 200,
      routine: { by: 'flow', litresPerDay: 10 },
      tank: { nitrate: 20 },
      newWater: { nitrate: 0, salinity: 35 },
      consumptionPerDay: { nitrate: -0.2 },
    });
    expect(settles.nitrate.before).toBeCloseTo(4, 9);
    for (const { days, levels } of course) expect(levels.nitrate).toBeCloseTo(4 + 16 * Math.exp((-10 * days) / 200), 6);
  });

  it('litres, salt and cost a year, by hand', () => {
    const values = valuesOf('change-routine', {
      netVolumeL: 88,
      routine: { by: 'changes', changeL: 10, everyDays: 7 },
      tank: { alkalinity: 2.8 },
      newWater: { alkalinity: 3, salinity: 35 },
      gramsPerLAt35: 38,
      boxG: '20 kg',
      boxPrice: 60,
    });
    // 52.18 changes of 10 L; × 38 g; ÷ 20 kg; × 60.
    expect(values.litresAYear).toBeCloseTo(521.8, 1);
    expect(values.saltAYearG).toBeCloseTo(19_828, 0);
    expect(values.costAYear).toBeCloseTo(59.48, 2);
  });

  it('says so where the tank takes more than it brings', () => {
    const values = valuesOf<{ settles: { alkalinity: { before?: number } } }>('change-routine', {
      netVolumeL: 100,
      routine: { by: 'changes', changeL: 5, everyDays: 14 },
      tank: { alkalinity: 2.8 },
      newWater: { alkalinity: 3, salinity: 35 },
      consumptionPerDay: { alkalinity: '1 dKH/day' },
    });
    expect(values.settles.alkalinity.before).toBeUndefined();
  });
});

describe('salts side by side', () => {
  const asked = {
    netVolumeL: 100,
    changeL: 20,
    everyDays: 7,
    salinity: 35,
    now: { alkalinity: '8 dKH', calcium: 420, magnesium: 1300 },
    salts: [
      { name: 'one', salinity: '35 ppt', alkalinity: '8 dKH', calcium: 440, magnesium: 1300 },
      { name: 'other', salinity: '33 ppt', alkalinity: '11 dKH', calcium: 440, magnesium: 1300 },
    ],
  };
  type Sides = {
    salts: { school: string; parameters: Record<string, { makes: number; firstStep: number; before: number }> }[];
  };
  it('are told at one salinity: 440 mg/L at 33 ppt is 467 at 35', () => {
    // Worked value of the seed science, reproduced by S × density.
    const { salts } = valuesOf<Sides>('salts-compared', asked);
    expect(salts[1]?.parameters.calcium?.makes).toBeCloseTo(467, 0);
    expect(salts.map(({ school }) => school)).toEqual(['near-natural', 'elevated']);
    expect(salts[0]?.parameters.calcium?.firstStep).toBeCloseTo(4, 9);
    expect(salts[0]?.parameters.calcium?.before).toBeCloseTo(440, 9);
  });
  it('refuses a profile without its salinity', () => {
    const bare = { name: 'one', alkalinity: '8 dKH', calcium: 440, magnesium: 1300 };
    const refusal = refusalOf('salts-compared', { ...asked, salts: [bare] });
    expect(refusal?.field).toBe('salinity of the profile');
    expect(refusal?.hint).toMatch(/needed/);
  });
});
