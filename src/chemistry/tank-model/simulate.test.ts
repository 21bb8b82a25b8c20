import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Refusal } from '../refusal';
import type { TankEvent, TankStart } from './events';
import { DAY_MS, simulate } from './simulate';
import { FRESH_WATER, SPECIES, eachSpecies, type Water } from './water';

const REEF: Water = {
  salinity: 35,
  alkalinity: 2.9,
  dic: 2.6,
  calcium: 430,
  magnesium: 1300,
  nitrate: 5,
  phosphate: 0.05,
};
const start: TankStart = { at: 0, volumeL: 400, water: REEF };
const after = (events: TankEvent[], days: number, from = start) => {
  const [state] = simulate(from, events, [days * DAY_MS]);
  if (!state) throw new Error('no state');
  return state;
};

describe('the tank model against textbook mass balance', () => {
  it('n equal water changes follow C_s + (C_0 − C_s)(1 − f)^n', () => {
    const events = [1, 2, 3].map((day): TankEvent => ({
      kind: 'exchange',
      at: day * DAY_MS,
      volumeL: 120,
      water: { ...REEF, nitrate: 1 },
    }));
    expect(after(events, 4).water.nitrate).toBeCloseTo(1 + (5 - 1) * 0.7 ** 3, 12);
  });

  it('continuous exchange of volume v leaves exp(−v/V)', () => {
    const events: TankEvent[] = [{ kind: 'loop', at: 0, source: 'drip', litresPerDay: 20, returns: { nitrate: 0 } }];
    expect(after(events, 10).water.nitrate).toBeCloseTo(5 * Math.exp(-200 / 400), 12);
  });

  it('without top-off salinity is S·V/(V − E·t), and no salt is lost', () => {
    const state = after([{ kind: 'evaporation', at: 0, litresPerDay: 4 }], 5);
    expect(state.water.salinity).toBeCloseTo((35 * 400) / 380, 12);
    expect(state.volumeL).toBeCloseTo(380, 12);
  });

  it('a routine with consumption settles before each change at C_s − k·d/f', () => {
    const perDay = { calcium: -2 * 400 };
    const events: TankEvent[] = [{ kind: 'rate', at: 0, source: 'life', perDay }];
    for (let week = 1; week <= 200; week++)
      events.push({ kind: 'exchange', at: week * 7 * DAY_MS, volumeL: 60, water: REEF });
    expect(after(events, 1400).water.calcium).toBeCloseTo(430 - (2 * 7) / 0.15, 8);
  });

  it('a reactor settles where what it returns equals what is consumed', () => {
    const events: TankEvent[] = [
      { kind: 'rate', at: 0, source: 'life', perDay: { alkalinity: -60 } },
      { kind: 'loop', at: 0, source: 'reactor', litresPerDay: 8, returns: { alkalinity: 10 } },
    ];
    expect(after(events, 2000).water.alkalinity).toBeCloseTo(10 - 60 / 8, 9);
  });

  it('a loop with a falling level agrees with small steps of the same equation', () => {
    const events: TankEvent[] = [
      { kind: 'evaporation', at: 0, litresPerDay: 3 },
      { kind: 'loop', at: 0, source: 'reactor', litresPerDay: 9, returns: { alkalinity: 10 } },
      { kind: 'rate', at: 0, source: 'life', perDay: { alkalinity: -40 } },
    ];
    let amount = 2.9 * 400;
    const steps = 200_000;
    const dt = 20 / steps;
    for (let i = 0; i < steps; i++) {
      const slope = (m: number, t: number) => -40 + 9 * 10 - (9 * m) / (400 - 3 * t);
      const half = amount + (slope(amount, i * dt) * dt) / 2;
      amount += slope(half, (i + 0.5) * dt) * dt;
    }
    expect(after(events, 20).water.alkalinity).toBeCloseTo(amount / 340, 9);
  });
});

describe('the tank model as a ledger', () => {
  const anyEvents = fc.array(
    fc.oneof(
      fc.record({
        kind: fc.constant('addition' as const),
        at: fc.integer({ min: 0, max: 30 * DAY_MS }),
        amounts: fc.record({ calcium: fc.double({ min: 0, max: 5000, noNaN: true }) }),
      }),
      fc.record({
        kind: fc.constant('exchange' as const),
        at: fc.integer({ min: 0, max: 30 * DAY_MS }),
        volumeL: fc.double({ min: 0, max: 200, noNaN: true }),
        water: fc.constant(REEF),
      }),
      fc.record({
        kind: fc.constant('fresh-water' as const),
        at: fc.integer({ min: 0, max: 30 * DAY_MS }),
        volumeL: fc.double({ min: 0, max: 30, noNaN: true }),
      }),
      fc.record({
        kind: fc.constant('rate' as const),
        at: fc.integer({ min: 0, max: 30 * DAY_MS }),
        source: fc.constant('life'),
        perDay: fc.record({ alkalinity: fc.double({ min: -900, max: 900, noNaN: true }) }),
      }),
    ),
    { maxLength: 25 },
  );

  it('keeps every gram: what is in the water is what was there plus what went in less what left', () => {
    fc.assert(
      fc.property(anyEvents, (events) => {
        const ordered = events.toSorted((a, b) => a.at - b.at);
        let expected = 430 * 400;
        let volume = 400;
        for (const event of ordered) {
          if (event.kind === 'addition') expected += event.amounts.calcium;
          if (event.kind === 'fresh-water') volume += event.volumeL;
          if (event.kind === 'exchange') {
            const share = Math.min(1, event.volumeL / volume);
            expected += 430 * share * volume - expected * share;
          }
        }
        const end = after(events, 31);
        expect(Math.abs((end.water.calcium * end.volumeL) / expected - 1)).toBeLessThan(1e-9);
      }),
    );
  });

  it('never answers a negative, infinite or missing amount', () => {
    fc.assert(
      fc.property(anyEvents, (events) => {
        const end = after(events, 31);
        for (const species of SPECIES) {
          expect(Number.isFinite(end.water[species])).toBe(true);
          expect(end.water[species]).toBeGreaterThanOrEqual(0);
        }
      }),
    );
  });

  it('gives the same end whether or not it is looked at on the way', () => {
    const events: TankEvent[] = [
      { kind: 'rate', at: 0, source: 'life', perDay: { alkalinity: -50 } },
      { kind: 'loop', at: DAY_MS, source: 'reactor', litresPerDay: 7, returns: { alkalinity: 9 } },
      { kind: 'exchange', at: 2 * DAY_MS, volumeL: 40, water: REEF },
    ];
    const looked = simulate(
      start,
      events,
      [0.5, 1, 1.7, 2, 3, 9].map((d) => d * DAY_MS),
    ).at(-1);
    expect(looked?.water.alkalinity).toBeCloseTo(after(events, 9).water.alkalinity, 12);
  });

  it('reads a sample at the moment of a change as the water before it', () => {
    const [before] = simulate(start, [{ kind: 'exchange', at: DAY_MS, volumeL: 400, water: FRESH_WATER }], [DAY_MS]);
    expect(before?.water.salinity).toBe(35);
  });

  it('refuses an impossible tank', () => {
    expect(() => simulate({ ...start, volumeL: -3 }, [], [1])).toThrow(Refusal);
    expect(() => simulate({ ...start, water: eachSpecies(() => Number.NaN) }, [], [1])).toThrow(Refusal);
    expect(() => after([{ kind: 'evaporation', at: 0, litresPerDay: 100 }], 5)).toThrow(Refusal);
  });
});
