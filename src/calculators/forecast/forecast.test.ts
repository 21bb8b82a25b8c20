import { describe, expect, it } from 'vitest';
import { refusalOf, valuesOf } from '../testing/run-calculator';

interface End {
  readonly end: Record<string, number>;
}

describe('forecast', () => {
  const tank = { netVolumeL: 400, water: { alkalinity: '8 dKH', calcium: 420 } };

  it('agrees with arithmetic where there is nothing but consumption', () => {
    // 0.1 dKH a day for ten days; calcium 7.15 mg/L for each dKH (science of CaCO3).
    const { end } = valuesOf<End>('forecast', { ...tank, days: 10, consumption: '0.1 dKH/day' });
    expect((end.alkalinity ?? 0) / 0.35665).toBeCloseTo(7, 3);
    expect(end.calcium).toBeCloseTo(420 - 7.15, 1);
  });

  it('saw-teeth to the steady level of a routine', () => {
    // C_before = C_s − k·d/f: 3 − 0.02·7/0.1 = 1.6 mmol/L.
    const { end } = valuesOf<End>('forecast', {
      ...tank,
      days: 699.9,
      consumption: 0.02,
      waterChange: { everyDays: 7, litres: 40, water: { alkalinity: 3 } },
    });
    expect(end.alkalinity).toBeCloseTo(1.6, 1);
  });

  it('tells pH of an open room from a shut one, and day from night', () => {
    const ph = (pco2Uatm: number) =>
      valuesOf<{ ph: { low: number; high: number } }>('forecast', {
        ...tank,
        days: 5,
        air: { pco2Uatm },
        light: { carbonMmolPerLPerDay: 0.3, daily: { from: '9:00', hours: 11 } },
      }).ph;
    expect(ph(420).high - ph(420).low).toBeGreaterThan(0.1);
    expect(ph(420).low).toBeGreaterThan(ph(1500).low + 0.3);
  });

  it('refuses a tank that dries up, and one that grows saltier than the equations reach', () => {
    const open = { ...tank, evaporationLPerDay: 12, topOff: false };
    expect(refusalOf('forecast', { ...open, days: 34 })?.hint).toMatch(/empty the tank|a top-off would hold it/);
    expect(refusalOf('forecast', { ...open, days: 10 })).toMatchObject({
      field: 'salinity',
      hint: expect.stringMatching(/a top-off would hold it/) as string,
    });
    expect(refusalOf('forecast', { ...open, days: 4 })).toBeUndefined();
  });

  it('refuses an hour that no clock shows', () => {
    const daily = { from: '25:00', hours: 10 };
    expect(refusalOf('forecast', { ...tank, light: { carbonMmolPerLPerDay: 0.3, daily } })).toMatchObject({
      field: 'time of day',
      path: 'light.daily.from',
    });
  });
});
