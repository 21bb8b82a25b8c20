import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { advanceTank } from './advance';
import { applyEvent } from './apply-event';
import type { TankEvent, TankStart } from './events';
import { beginTank, copyTank, readTank } from './running-tank';
import { DAY_MS, simulate } from './simulate';
import { FRESH_WATER, type Water } from './water';

const WATER: Water = { ...FRESH_WATER, salinity: 35, alkalinity: 3, dic: 2.7, calcium: 420, magnesium: 1300 };
const start: TankStart = { at: 0, volumeL: 100, water: WATER };
const HOUR_MS = DAY_MS / 24;

const moment = fc.integer({ min: 0, max: 12 * 24 }).map((hour) => hour * HOUR_MS);
const anyEvent: fc.Arbitrary<TankEvent> = fc.oneof(
  fc.record({
    kind: fc.constant('addition' as const),
    at: moment,
    amounts: fc.record({ alkalinity: fc.double({ min: 0, max: 50, noNaN: true }) }),
    litres: fc.double({ min: 0, max: 1, noNaN: true }),
  }),
  fc.record({
    kind: fc.constant('rate' as const),
    at: moment,
    source: fc.constantFrom('a', 'b'),
    perDay: fc.record({ alkalinity: fc.double({ min: -10, max: 30, noNaN: true }) }),
    litresPerDay: fc.double({ min: 0, max: 1, noNaN: true }),
    hours: fc.record({
      fromMs: fc.constantFrom(0, 6 * HOUR_MS, 21 * HOUR_MS),
      forMs: fc.constantFrom(3 * HOUR_MS, 10 * HOUR_MS),
    }),
  }),
  fc.record({
    kind: fc.constant('rate' as const),
    at: moment,
    source: fc.constantFrom('a', 'c'),
    perDay: fc.record({ calcium: fc.double({ min: 0, max: 300, noNaN: true }) }),
    pulses: fc.integer({ min: 1, max: 24 }),
  }),
  fc.record({
    kind: fc.constant('exchange' as const),
    at: moment,
    volumeL: fc.double({ min: 1, max: 60, noNaN: true }),
    water: fc.constant({ ...WATER, further: { strontium: 8 } }),
  }),
  fc.record({
    kind: fc.constant('bacteria' as const),
    at: moment,
    ammoniaPerDay: fc.double({ min: 0, max: 40, noNaN: true }),
    nitritePerDay: fc.double({ min: 0, max: 40, noNaN: true }),
  }),
  fc.record({
    kind: fc.constant('loop' as const),
    at: moment,
    source: fc.constant('reactor'),
    litresPerDay: fc.double({ min: 0, max: 5, noNaN: true }),
    returns: fc.record({ alkalinity: fc.double({ min: 4, max: 20, noNaN: true }) }),
    perAlkalinity: fc.constant({ calcium: 20.04 }),
  }),
  fc.record({
    kind: fc.constant('evaporation' as const),
    at: moment,
    litresPerDay: fc.double({ min: 0, max: 1, noNaN: true }),
  }),
  fc.record({
    kind: fc.constant('air' as const),
    at: moment,
    co2Uatm: fc.constant(500),
    exchangePerDay: fc.constant(20),
  }),
);

describe('the model in steps', () => {
  it('met event by event ends where the whole run ends', () => {
    fc.assert(
      fc.property(fc.array(anyEvent, { maxLength: 8 }), (events) => {
        const ordered = events.toSorted((a, b) => a.at - b.at);
        const end = 13 * DAY_MS;
        const [whole] = simulate({ ...start, water: { ...WATER, ammonia: 1 } }, ordered, [end]);
        const tank = beginTank({ ...start, water: { ...WATER, ammonia: 1 } });
        for (const event of ordered) {
          advanceTank(tank, event.at);
          applyEvent(tank, event);
        }
        advanceTank(tank, end);
        const state = readTank(tank);
        expect(state.volumeL).toBeCloseTo(whole?.volumeL ?? 0, 9);
        for (const species of ['alkalinity', 'calcium', 'dic', 'ammonia', 'nitrite'] as const)
          expect(Math.abs(state.water[species] - (whole?.water[species] ?? NaN))).toBeLessThan(2e-4);
      }),
      { numRuns: 60 },
    );
  });

  it('looked at on the way, it goes the same way', () => {
    const events: TankEvent[] = [
      {
        kind: 'rate',
        at: 0,
        source: 'night',
        perDay: { alkalinity: 12 },
        hours: { fromMs: 20 * HOUR_MS, forMs: 10 * HOUR_MS },
      },
      { kind: 'evaporation', at: 0, litresPerDay: 1 },
    ];
    const often = beginTank(start);
    const once = beginTank(start);
    for (const event of events) {
      applyEvent(often, event);
      applyEvent(once, event);
    }
    for (let hour = 1; hour <= 5 * 24; hour += 0.7) advanceTank(often, hour * HOUR_MS);
    advanceTank(often, 5 * DAY_MS);
    advanceTank(once, 5 * DAY_MS);
    expect(readTank(often).water.alkalinity).toBeCloseTo(readTank(once).water.alkalinity, 10);
  });

  it('a copy goes its own way, and the one it came from is untouched', () => {
    const tank = beginTank({ ...start, water: { ...WATER, ammonia: 2 } });
    applyEvent(tank, { kind: 'bacteria', at: 0, ammoniaPerDay: 30, nitritePerDay: 20 });
    applyEvent(tank, { kind: 'air', at: 0, co2Uatm: 450, exchangePerDay: 20 });
    advanceTank(tank, 2 * DAY_MS);
    const before = readTank(tank);
    const other = copyTank(tank);
    applyEvent(other, { kind: 'addition', at: 2 * DAY_MS, amounts: { ammonia: 300, further: { iodine: 5 } } });
    advanceTank(other, 6 * DAY_MS);
    expect(readTank(tank).water).toEqual(before.water);
    advanceTank(tank, 6 * DAY_MS);
    const fresh = simulate(
      { ...start, water: { ...WATER, ammonia: 2 } },
      [
        { kind: 'bacteria', at: 0, ammoniaPerDay: 30, nitritePerDay: 20 },
        { kind: 'air', at: 0, co2Uatm: 450, exchangePerDay: 20 },
      ],
      [2 * DAY_MS, 6 * DAY_MS],
    )[1];
    expect(readTank(tank).water.nitrite).toBeCloseTo(fresh?.water.nitrite ?? 0, 6);
  });

  it('two tanks run side by side, a step of each in turn, as each would alone', () => {
    const run = (ammonia: number, beside?: () => void) => {
      const tank = beginTank({ ...start, water: { ...WATER, ammonia } });
      applyEvent(tank, { kind: 'bacteria', at: 0, ammoniaPerDay: 25, nitritePerDay: 15 });
      for (let day = 1; day <= 10; day++) {
        advanceTank(tank, day * DAY_MS);
        beside?.();
      }
      return readTank(tank).water.nitrite;
    };
    const alone = run(2);
    // Asked in the midst of the other's samples, where both work out the same stretch.
    const states = simulate(
      { ...start, water: { ...WATER, ammonia: 2 } },
      [{ kind: 'bacteria', at: 0, ammoniaPerDay: 25, nitritePerDay: 15 }],
      [10 * DAY_MS],
    );
    expect(run(2, () => void run(4))).toBe(alone);
    expect(states[0]?.water.nitrite).toBeCloseTo(alone, 3);
  });
});

describe('pulses', () => {
  const dose = (how: Partial<Extract<TankEvent, { kind: 'rate' }>>): TankEvent => ({
    kind: 'rate',
    at: 0,
    source: 'pump',
    perDay: { alkalinity: 24 },
    litresPerDay: 0.24,
    ...how,
  });
  it('bring in a day what the steady dose brings, with its water', () => {
    for (const pulses of [1, 3, 24, 96]) {
      const [steady] = simulate(start, [dose({})], [4 * DAY_MS]);
      const [pulsed] = simulate(start, [dose({ pulses })], [4 * DAY_MS]);
      expect(pulsed?.volumeL).toBeCloseTo(steady?.volumeL ?? 0, 9);
      expect(pulsed?.water.alkalinity).toBeCloseTo(steady?.water.alkalinity ?? 0, 9);
    }
  });
  it('come at once, and only within the hours', () => {
    const hours = { fromMs: 20 * HOUR_MS, forMs: 10 * HOUR_MS };
    const at = [19.9, 20.4, 20.6, 29.4, 29.6, 40].map((hour) => hour * HOUR_MS);
    const levels = simulate(start, [dose({ pulses: 10, hours, litresPerDay: 0 })], at).map(
      ({ water }) => (water.alkalinity - 3) * 100,
    );
    // The first day begins within the night that opened the evening before: six of its ten pulses come after midnight.
    const before = levels[0] ?? 0;
    expect(before).toBeCloseTo(0.6 * 24, 9);
    expect(levels.map((level) => Math.round((level - before) / 2.4))).toEqual([0, 0, 1, 9, 10, 10]);
  });
  it('no more than a pump can count are taken', () => {
    expect(() => simulate(start, [dose({ pulses: 5000 })], [DAY_MS])).toThrow(/pulses a day/);
  });
});

describe('media in a loop', () => {
  it('bring calcium in the proportion of what alkalinity the tank gains, against a fine-stepped integration', () => {
    const q = 4;
    const per = 20.04;
    const events: TankEvent[] = [
      {
        kind: 'loop',
        at: 0,
        source: 'reactor',
        litresPerDay: q,
        returns: { alkalinity: 12 },
        perAlkalinity: { calcium: per },
      },
      { kind: 'rate', at: 0, source: 'growth', perDay: { alkalinity: -20, calcium: -400 } },
    ];
    // Euler's steps of a minute and a half, written out here.
    let alkalinity = 3;
    let calcium = 420;
    const h = 1e-3;
    for (let t = 0; t < 10; t += h) {
      const gain = (q * (12 - alkalinity)) / 100;
      calcium += h * (gain * per - 4);
      alkalinity += h * (gain - 0.2);
    }
    const [state] = simulate(start, events, [10 * DAY_MS]);
    expect(state?.water.alkalinity).toBeCloseTo(alkalinity, 3);
    expect(state?.water.calcium).toBeCloseTo(calcium, 1);
    // And looked at often, the same to the last digit that matters.
    const often = simulate(
      start,
      events,
      Array.from({ length: 200 }, (_, i) => (i + 1) * 0.05 * DAY_MS),
    );
    expect(often.at(-1)?.water.calcium).toBeCloseTo(state?.water.calcium ?? 0, 9);
  });
  it('bring nothing where the effluent is no richer than the tank', () => {
    const [state] = simulate(
      start,
      [
        {
          kind: 'loop',
          at: 0,
          source: 'r',
          litresPerDay: 5,
          returns: { alkalinity: 1 },
          perAlkalinity: { calcium: 20 },
        },
      ],
      [3 * DAY_MS],
    );
    expect(state?.water.calcium).toBe(420);
  });
});

describe('further species', () => {
  it('are kept by mass, exchanged and dosed like any, whenever they are first named', () => {
    const tank = beginTank(start);
    applyEvent(tank, { kind: 'addition', at: 0, amounts: { further: { strontium: 200 } } });
    advanceTank(tank, DAY_MS);
    applyEvent(tank, { kind: 'rate', at: DAY_MS, source: 'traces', perDay: { further: { iodine: 3 } } });
    applyEvent(tank, { kind: 'exchange', at: DAY_MS, volumeL: 50, water: { ...WATER, further: { strontium: 8 } } });
    advanceTank(tank, 3 * DAY_MS);
    const { further } = readTank(tank).water;
    expect(further?.strontium).toBeCloseTo((2 + 8) / 2, 12);
    expect(further?.iodine).toBeCloseTo(0.06, 12);
  });
});
