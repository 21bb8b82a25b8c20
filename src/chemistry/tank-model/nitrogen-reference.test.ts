import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MOLAR_MASS } from '../molar-mass';
import type { TankEvent } from './events';
import { NITRIFIERS } from './nitrification';
import { DAY_MS, simulate } from './simulate';
import type { Water } from './water';

/**
 * The model's nitrogen through any run of events, against a plain fourth-order Runge-Kutta integration of the same
 * equations with a short, even step, written here apart from the model.
 */
interface Reference {
  ammonia: number;
  nitrite: number;
  nitrate: number;
  onAmmonia: number;
  onNitrite: number;
  volume: number;
}
const STEP_DAYS = 0.0025;
const CLEAN: Water = { salinity: 35, alkalinity: 3, dic: 2.6, calcium: 420, magnesium: 1300, nitrate: 0, phosphate: 0 };

function integrate(start: Reference, events: readonly TankEvent[], days: number): Reference {
  let state = { ...start };
  let feed = 0;
  let evaporates = 0;
  const slope = (s: Reference): Reference => {
    const fed1 = s.ammonia / (s.ammonia + NITRIFIERS.half[0] * s.volume);
    const held = 1 / (1 + s.ammonia / s.volume / NITRIFIERS.ammoniaHolds);
    const fed2 = (s.nitrite / (s.nitrite + NITRIFIERS.half[1] * s.volume)) * held;
    const first = s.onAmmonia * fed1;
    const second = s.onNitrite * fed2;
    return {
      ammonia: feed - first,
      nitrite: (first * MOLAR_MASS.NO2) / MOLAR_MASS.NH3 - second,
      nitrate: (second * MOLAR_MASS.NO3) / MOLAR_MASS.NO2,
      onAmmonia: s.onAmmonia * (NITRIFIERS.growth[0] * fed1 - NITRIFIERS.decay[0]),
      onNitrite: s.onNitrite * (NITRIFIERS.growth[1] * fed2 - NITRIFIERS.decay[1]),
      volume: -evaporates,
    };
  };
  const along = (s: Reference, k: Reference, h: number): Reference => ({
    ammonia: Math.max(0, s.ammonia + h * k.ammonia),
    nitrite: Math.max(0, s.nitrite + h * k.nitrite),
    nitrate: s.nitrate + h * k.nitrate,
    onAmmonia: s.onAmmonia + h * k.onAmmonia,
    onNitrite: s.onNitrite + h * k.onNitrite,
    volume: s.volume + h * k.volume,
  });
  let at = 0;
  const advance = (to: number) => {
    while (at < to - 1e-12) {
      const h = Math.min(STEP_DAYS, to - at);
      const k1 = slope(state);
      const k2 = slope(along(state, k1, h / 2));
      const k3 = slope(along(state, k2, h / 2));
      const k4 = slope(along(state, k3, h));
      const mean = (key: keyof Reference) => (k1[key] + 2 * k2[key] + 2 * k3[key] + k4[key]) / 6;
      state = along(
        state,
        {
          ammonia: mean('ammonia'),
          nitrite: mean('nitrite'),
          nitrate: mean('nitrate'),
          onAmmonia: mean('onAmmonia'),
          onNitrite: mean('onNitrite'),
          volume: mean('volume'),
        },
        h,
      );
      at += h;
    }
  };
  for (const event of events.toSorted((a, b) => a.at - b.at)) {
    advance(event.at / DAY_MS);
    if (event.kind === 'addition') state.ammonia += event.amounts.ammonia ?? 0;
    if (event.kind === 'rate') feed = event.perDay.ammonia ?? 0;
    if (event.kind === 'evaporation') evaporates = event.litresPerDay;
    if (event.kind === 'fresh-water') state.volume += event.volumeL;
    if (event.kind === 'bacteria') {
      state.onAmmonia += event.ammoniaPerDay;
      state.onNitrite += event.nitritePerDay;
    }
    if (event.kind === 'exchange') {
      const kept = 1 - Math.min(1, event.volumeL / state.volume);
      state.ammonia *= kept;
      state.nitrite *= kept;
      state.nitrate *= kept;
    }
  }
  advance(days);
  return state;
}

const moment = fc.double({ min: 0, max: 24, noNaN: true }).map((day) => Math.round(day * DAY_MS));
const anyEvent: fc.Arbitrary<TankEvent> = fc.oneof(
  fc.record({
    kind: fc.constant('addition' as const),
    at: moment,
    amounts: fc.record({ ammonia: fc.double({ min: 0, max: 400, noNaN: true }) }),
  }),
  fc.record({
    kind: fc.constant('rate' as const),
    at: moment,
    source: fc.constant('food'),
    perDay: fc.record({ ammonia: fc.double({ min: 0, max: 60, noNaN: true }) }),
  }),
  fc.record({
    kind: fc.constant('exchange' as const),
    at: moment,
    volumeL: fc.double({ min: 1, max: 60, noNaN: true }),
    water: fc.constant(CLEAN),
  }),
  fc.record({
    kind: fc.constant('bacteria' as const),
    at: moment,
    ammoniaPerDay: fc.double({ min: 0, max: 40, noNaN: true }),
    nitritePerDay: fc.double({ min: 0, max: 40, noNaN: true }),
  }),
  fc.record({
    kind: fc.constant('evaporation' as const),
    at: moment,
    litresPerDay: fc.double({ min: 0, max: 1.5, noNaN: true }),
  }),
  fc.record({
    kind: fc.constant('fresh-water' as const),
    at: moment,
    volumeL: fc.double({ min: 0, max: 10, noNaN: true }),
  }),
);

describe('the nitrogen of the model', () => {
  it('agrees with a Runge-Kutta integration to 0.005 mg/L through any run of events', () => {
    fc.assert(
      fc.property(fc.array(anyEvent, { maxLength: 8 }), (events) => {
        const all: TankEvent[] = [{ kind: 'bacteria', at: 0, ammoniaPerDay: 3, nitritePerDay: 2 }, ...events];
        const [state] = simulate({ at: 0, volumeL: 100, water: { ...CLEAN, ammonia: 1.5 } }, all, [24.5 * DAY_MS]);
        const reference = integrate(
          { ammonia: 150, nitrite: 0, nitrate: 0, onAmmonia: 0, onNitrite: 0, volume: 100 },
          all,
          24.5,
        );
        if (!state) throw new Error('a state');
        expect(Math.abs(state.volumeL - reference.volume)).toBeLessThan(1e-6);
        for (const species of ['ammonia', 'nitrite', 'nitrate'] as const)
          expect(Math.abs(state.water[species] - reference[species] / reference.volume)).toBeLessThan(5e-3);
      }),
      { numRuns: 40 },
    );
  });

  it('a change of water takes its share of ammonia, nitrite and nitrate, and none of the bacteria', () => {
    const events: TankEvent[] = [
      { kind: 'bacteria', at: 0, ammoniaPerDay: 80, nitritePerDay: 40 },
      { kind: 'exchange', at: 3 * DAY_MS, volumeL: 40, water: CLEAN },
    ];
    const [before, after] = simulate({ at: 0, volumeL: 100, water: { ...CLEAN, ammonia: 2 } }, events, [
      3 * DAY_MS,
      3 * DAY_MS + 1,
    ]);
    for (const species of ['ammonia', 'nitrite', 'nitrate'] as const)
      expect((after?.water[species] ?? 9) / (before?.water[species] ?? 1)).toBeCloseTo(0.6, 4);
    expect(after?.bacteria.ammoniaPerDay ?? 0).toBeCloseTo(before?.bacteria.ammoniaPerDay ?? 1, 4);
  });

  it('what runs over the brim takes ammonia with it', () => {
    const [state] = simulate(
      { at: 0, volumeL: 100, water: { ...CLEAN, ammonia: 2 } },
      [
        { kind: 'bacteria', at: 0, ammoniaPerDay: 0.001, nitritePerDay: 0 },
        { kind: 'rate', at: 0, source: 'drip', perDay: {}, litresPerDay: 10 },
      ],
      [10 * DAY_MS],
      { brimL: 100 },
    );
    // e^(−100/100): a tank's volume has dripped through.
    expect(state?.water.ammonia).toBeCloseTo(2 * Math.exp(-1), 2);
  });
});
