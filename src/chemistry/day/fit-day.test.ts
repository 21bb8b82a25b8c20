import { describe, expect, it } from 'vitest';
import { tried } from '@/testing/tier';
import { OUTDOOR_CO2_UATM } from '../carbonate/reef-water';
import { dayOf } from './day-course';
import { spreadOf } from '@/numerics/most-likely';
import { DAY_UNKNOWNS, fitDay, phAtRest, type DayToFit, type FittedDay } from './fit-day';
import { byHour } from './ph-by-hour';
import { meanPh } from './ph-measures';
import { watchedTank, type WatchedTank } from './testing/watched-tank';

const WATER = { salinity: 35, temperatureC: 25, calcium: 420, pco2Uatm: OUTDOOR_CO2_UATM };
const asked = (tank: WatchedTank, over: Partial<DayToFit> = {}): DayToFit => ({
  netVolumeL: 300,
  lights: { fromMinute: 600, forMinutes: 600 },
  consumption: 0,
  water: { ...WATER, alkalinity: tank.alkalinity },
  parts: [],
  readings: tank.readings,
  probeSd: 0.03,
  ...over,
});

/** How often the ranges hold what is true, of those figures the readings tell; and the day's curve. */
function held(count: number, seed: number, days: number, hours?: readonly number[], withRoom = false) {
  let [figures, inRange, told, points, onCurve] = [0, 0, 0, 0, 0];
  for (let i = 0; i < count; i++) {
    const tank = watchedTank(seed + i, days, hours);
    const room = withRoom
      ? { uatm: tank.roomUatm * (1 + 0.06 * Math.sin(7 * i)), sd: 0.06 * tank.roomUatm }
      : undefined;
    const fit = fitDay(asked(tank, { room }));
    for (const name of DAY_UNKNOWNS) {
      const { low, high, told: tells } = fit.of[name];
      figures += 1;
      told += tells ? 1 : 0;
      inRange += tank[name] >= low && tank[name] <= high ? 1 : 0;
    }
    tank.truth.forEach((ph, hour) => {
      points += 1;
      const sample = hour * 4;
      if (ph >= (fit.phLow[sample] ?? 9) && ph <= (fit.phHigh[sample] ?? 0)) onCurve += 1;
    });
  }
  return { figures: inRange / figures, told: told / figures, curve: onCurve / points };
}

// The simulator shares neither the model nor its carbonate chemistry: `testing/watched-tank.ts` says what it does otherwise.
describe('a day of pH fitted to tanks of another book', () => {
  it.each([
    ['a probe that reads every half hour for ten days', 10, undefined, false],
    ['a probe, and the room’s CO2 read', 10, undefined, true],
    ['two hours a day', 6, [9.5, 19.5], false],
    ['three hours a day and the room', 8, [8, 14, 19.5], true],
    ['one day by the hour', 1, undefined, false],
  ] as const)('holds light, breath, exchange, room and the curve within its ranges: %s', (_, days, hours, room) => {
    const { figures, curve } = held(tried(20, 150), 52_000, days, hours, room);
    expect(figures).toBeGreaterThanOrEqual(0.92);
    expect(curve).toBeGreaterThanOrEqual(0.92);
  });

  it('says what the readings do not tell: two hours tell no exchange, a probe alone ties room to breath, a room read parts them', () => {
    const fits = (days: number, hours?: readonly number[], room = false): FittedDay[] =>
      Array.from({ length: 6 }, (_, i) => {
        const tank = watchedTank(900 + i, days, hours);
        return fitDay(asked(tank, room ? { room: { uatm: tank.roomUatm, sd: 40 } } : {}));
      });
    expect(fits(6, [9.5, 19.5]).every(({ of }) => !of.exchangePerDay.told)).toBe(true);
    const alone = fits(10);
    expect(alone.filter(({ roomAndBreathTied }) => roomAndBreathTied).length).toBeGreaterThan(4);
    expect(alone.filter(({ of }) => of.exchangePerDay.told).length).toBeGreaterThan(4);
    const parted = fits(10, undefined, true);
    expect(parted.some(({ roomAndBreathTied }) => roomAndBreathTied)).toBe(false);
    expect(parted.filter(({ of }) => of.netBreathADay.told).length).toBeGreaterThan(4);
  });

  it('is the wider the less its probe is to be believed', () => {
    const tank = watchedTank(31, 6, [9.5, 19.5]);
    const width = (probeSd: number) => {
      const fit = fitDay(asked(tank, { probeSd }));
      const { low, high } = spreadOf(fit.points.map((day) => meanPh(dayOf(asked(tank), [], day))));
      return high - low;
    };
    expect(width(0.1)).toBeGreaterThan(1.8 * width(0.03));
  });
});

describe('what a day of pH rests on', () => {
  it('is at rest with its air where nothing lives', () => {
    const water = { ...WATER, alkalinity: 3 };
    const day = dayOf({ netVolumeL: 200, consumption: 0, water }, [], {
      carbonADay: 0,
      breathADay: 0,
      exchangePerDay: 25,
      inLight: 0.6,
      airUatm: 800,
    });
    for (const { ph, pco2Uatm } of day.points) {
      expect(ph).toBeCloseTo(phAtRest(water, 800), 3);
      expect(pco2Uatm).toBeCloseTo(800, 0);
    }
  });

  // Worked values of the published equations by an independent evaluation, 35 ppt, 25.5 °C, NBS (pH ±0.01).
  it.each([
    [8.5, 600, 8.128],
    [8.5, 800, 8.023],
    [8.5, 1200, 7.869],
    [8.5, 420, 8.254],
    [11, 1260, 7.951],
  ])('%f dKH in %d µatm is at pH %f', (dkh, uatm, ph) => {
    expect(phAtRest({ alkalinity: dkh * 0.3571, salinity: 35, temperatureC: 25.5 }, uatm)).toBeCloseTo(ph, 2);
  });

  it('takes readings of one hour and day for one, and each at the alkalinity it was read with', () => {
    const water = { alkalinity: 3, salinity: 35, temperatureC: 25 };
    const many = byHour(
      [1, 2, 3, 4, 5].map((minute) => ({ day: 1, minute: 600 + minute, ph: 8.1, alkalinity: 3 })),
      water,
    );
    const one = byHour([{ day: 1, minute: 600, ph: 8.1, alkalinity: 3 }], water);
    expect(many).toHaveLength(1);
    expect(many[0]?.sd).toBe(one[0]?.sd);
    // At the same CO2 more alkalinity is more pH.
    const [read] = byHour([{ day: 1, minute: 600, ph: 8.1, alkalinity: 2.6 }], water);
    expect(read?.ph).toBeGreaterThan(8.13);
  });
});
