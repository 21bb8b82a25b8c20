import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { TankEvent, TankStart } from './events';
import { DAY_MS, simulate } from './simulate';
import { eachSpecies, type Water } from './water';

/**
 * The closed forms against a plain fourth-order Runge-Kutta integration of the same differential equations, written here
 * apart from the model: dM/dt = Σ r + Σ q·C_e − Σ q·M/V, dV/dt = w.
 */
interface Reference {
  m: number;
  v: number;
}

function integrate(start: Reference, events: readonly TankEvent[], until: number, stepMs: number): Reference {
  const state = { ...start };
  let inflow = 0;
  let loop = 0;
  let loopReturn = 0;
  let drip = 0;
  let dripL = 0;
  let evaporation = 0;
  let at = 0;
  const slope = (m: number, v: number) => inflow + drip + loop * loopReturn - (loop * m) / v;
  const advance = (to: number) => {
    while (at < to) {
      const dt = Math.min(stepMs, to - at) / DAY_MS;
      const level = dripL - evaporation;
      const half = state.v + (level * dt) / 2;
      const end = state.v + level * dt;
      const k1 = slope(state.m, state.v);
      const k2 = slope(state.m + (k1 * dt) / 2, half);
      const k3 = slope(state.m + (k2 * dt) / 2, half);
      const k4 = slope(state.m + k3 * dt, end);
      state.m += ((k1 + 2 * k2 + 2 * k3 + k4) * dt) / 6;
      state.v = end;
      at += dt * DAY_MS;
    }
  };
  for (const event of events.toSorted((a, b) => a.at - b.at)) {
    advance(event.at);
    if (event.kind === 'addition') state.m += event.amounts.alkalinity ?? 0;
    if (event.kind === 'rate' && event.source === 'sum') inflow = event.perDay.alkalinity ?? 0;
    if (event.kind === 'rate' && event.source === 'drip') {
      drip = event.perDay.alkalinity ?? 0;
      dripL = event.litresPerDay ?? 0;
    }
    if (event.kind === 'evaporation') evaporation = event.litresPerDay;
    if (event.kind === 'fresh-water') state.v += event.volumeL;
    if (event.kind === 'loop') {
      loop = event.litresPerDay;
      loopReturn = event.returns.alkalinity ?? 0;
    }
    if (event.kind === 'exchange') {
      const share = Math.min(1, event.volumeL / state.v);
      state.m += share * (event.water.alkalinity * state.v - state.m);
    }
  }
  advance(until);
  return state;
}

const water = (alkalinity: number): Water => ({ ...eachSpecies(() => 0), alkalinity });
const day = fc.integer({ min: 0, max: 20 * 24 }).map((hour) => (hour * DAY_MS) / 24);
const amount = (min: number, max: number) => fc.double({ min, max, noNaN: true });

const anyEvent: fc.Arbitrary<TankEvent> = fc.oneof(
  fc.record({ kind: fc.constant('addition' as const), at: day, amounts: fc.record({ alkalinity: amount(0, 300) }) }),
  fc.record({
    kind: fc.constant('rate' as const),
    at: day,
    source: fc.constant('sum'),
    perDay: fc.record({ alkalinity: amount(-20, 120) }),
  }),
  fc.record({
    kind: fc.constant('loop' as const),
    at: day,
    source: fc.constant('reactor'),
    litresPerDay: amount(0, 40),
    returns: fc.record({ alkalinity: amount(3, 15) }),
  }),
  fc.record({
    kind: fc.constant('rate' as const),
    at: day,
    source: fc.constant('drip'),
    perDay: fc.record({ alkalinity: amount(0, 60) }),
    litresPerDay: amount(0, 6),
  }),
  fc.record({ kind: fc.constant('evaporation' as const), at: day, litresPerDay: amount(0, 5) }),
  fc.record({ kind: fc.constant('fresh-water' as const), at: day, volumeL: amount(0, 20) }),
  fc.record({
    kind: fc.constant('exchange' as const),
    at: day,
    volumeL: amount(1, 150),
    water: amount(1, 5).map(water),
  }),
);

describe('the closed forms', () => {
  it('agree with a Runge-Kutta integration of the same equations to 1e-6 through any run of events', () => {
    fc.assert(
      fc.property(fc.array(anyEvent, { maxLength: 14 }), (events) => {
        const start: TankStart = { at: 0, volumeL: 400, water: water(2.9) };
        // Two events of one moment take effect in the order given, in both.
        const [state] = simulate(start, events, [21 * DAY_MS]);
        const reference = integrate({ m: 2.9 * 400, v: 400 }, events, 21 * DAY_MS, DAY_MS / 24);
        if (reference.m < 0 || !state) return;
        expect(Math.abs(state.volumeL - reference.v)).toBeLessThan(1e-6);
        expect(Math.abs((state.water.alkalinity * state.volumeL) / reference.m - 1)).toBeLessThan(1e-6);
      }),
      { numRuns: 60 },
    );
  });

  it('stay finite where a rate is almost nothing', () => {
    const start: TankStart = { at: 0, volumeL: 400, water: water(2.9) };
    for (const litresPerDay of [0, 5e-324, 1e-300, 1e-12, 1e-6, 1e6]) {
      for (const evaporation of [0, 1e-300, 1e-13, 1e-9]) {
        const [state] = simulate(
          start,
          [
            { kind: 'evaporation', at: 0, litresPerDay: evaporation },
            { kind: 'loop', at: 0, source: 'reactor', litresPerDay, returns: { alkalinity: 3 } },
            { kind: 'rate', at: 0, source: 'life', perDay: { alkalinity: -1e-18 } },
          ],
          [20 * DAY_MS],
        );
        expect(state?.water.alkalinity).toBeGreaterThanOrEqual(2.9 - 1e-9);
        expect(state?.water.alkalinity).toBeLessThanOrEqual(3 + 1e-9);
      }
    }
  });

  it('take all there is and no more when a consumption outruns the stock', () => {
    const states = simulate(
      { at: 0, volumeL: 100, water: water(1) },
      [{ kind: 'rate', at: 0, source: 'life', perDay: { alkalinity: -50 } }],
      [1, 2, 3, 10].map((days) => days * DAY_MS),
    );
    expect(states.map((state) => state.water.alkalinity)).toEqual([0.5, 0, 0, 0]);
  });

  it('forget what happened before the start, but keep the rates that were set then', () => {
    const start: TankStart = { at: 10 * DAY_MS, volumeL: 100, water: water(3) };
    const events: TankEvent[] = [
      { kind: 'addition', at: 2 * DAY_MS, amounts: { alkalinity: 999 } },
      { kind: 'exchange', at: 3 * DAY_MS, volumeL: 50, water: water(9) },
      { kind: 'rate', at: 4 * DAY_MS, source: 'pump', perDay: { alkalinity: 5 } },
      { kind: 'rate', at: 5 * DAY_MS, source: 'pump', perDay: { alkalinity: 10 } },
    ];
    const [state] = simulate(start, events, [12 * DAY_MS]);
    expect(state?.water.alkalinity).toBeCloseTo(3 + (10 * 2) / 100, 12);
  });

  it('answer samples in the order they were asked, whatever that is', () => {
    const start: TankStart = { at: 0, volumeL: 100, water: water(3) };
    const events: TankEvent[] = [{ kind: 'rate', at: 0, source: 'life', perDay: { alkalinity: -10 } }];
    const days = [5, 1, 3, 0];
    const states = simulate(
      start,
      events,
      days.map((each) => each * DAY_MS),
    );
    states.forEach((state, i) => expect(state.water.alkalinity).toBeCloseTo(3 - 0.1 * (days[i] ?? 0), 12));
  });
});
