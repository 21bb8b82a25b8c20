import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { TankEvent, TankStart, Vessel } from './events';
import { DAY_MS, simulateEach, simulate } from './simulate';
import { FRESH_WATER, type Water } from './water';

const HOUR_MS = DAY_MS / 24;
const REEF: Water = { ...FRESH_WATER, salinity: 35, alkalinity: 2.9, calcium: 430, further: { potassium: 400 } };
const start: TankStart = { at: 0, volumeL: 378, water: REEF };
const run = (events: readonly TankEvent[], days: readonly number[], vessel?: Vessel) =>
  simulate(
    start,
    events,
    days.map((day) => day * DAY_MS),
    vessel,
  );
const end = (events: readonly TankEvent[], days: number, vessel?: Vessel) => {
  const [state] = run(events, [days], vessel);
  if (!state) throw new Error('no state');
  return state;
};

describe('evaporation and top-off', () => {
  const evaporation: TankEvent = { kind: 'evaporation', at: 0, litresPerDay: 3.5 };

  it('hold volume and salinity while the reservoir lasts, then let them go', () => {
    const events: TankEvent[] = [evaporation, { kind: 'top-off', at: 0, holdsL: 378, reservoirL: 21 }];
    const [three, six, ten] = run(events, [3, 6, 10]);
    expect(three).toMatchObject({ volumeL: 378, reservoirL: 10.5 });
    expect(six).toMatchObject({ volumeL: 378, reservoirL: 0 });
    // Empty after six days; then S·V/(V − E·t).
    expect(ten?.volumeL).toBeCloseTo(378 - 4 * 3.5, 10);
    expect(ten?.water.salinity).toBeCloseTo((35 * 378) / (378 - 14), 10);
  });

  it('fill up at once when the reservoir is filled or the pump comes back', () => {
    const back: TankEvent = { kind: 'top-off', at: 4 * DAY_MS, holdsL: 378, reservoirL: 45 };
    const state = end([evaporation, back], 4.0001);
    expect(state.volumeL).toBe(378);
    expect(state.water.salinity).toBeCloseTo(35, 10);
    expect(state.reservoirL).toBeCloseTo(45 - 14, 2);
    expect(end([evaporation, { ...back, reservoirL: 5 }], 4.0001).volumeL).toBeCloseTo(378 - 14 + 5, 2);
  });

  it('3.2 L of limewater in 14.5 h against 3.5 L a day dips salinity by 0.1 ppt', () => {
    // Worked by hand: net = D − E·h/24 = 3.2 − 2.115 = 1.085 L of 378, 0.1 ppt; keepers measure under 0.2 (common practice).
    const events: TankEvent[] = [
      evaporation,
      { kind: 'top-off', at: 0, holdsL: 378 },
      {
        kind: 'rate',
        at: 0,
        source: 'limewater',
        perDay: {},
        litresPerDay: 3.2,
        hours: { fromMs: 20 * HOUR_MS, forMs: 14.5 * HOUR_MS },
      },
    ];
    const dip = run(
      events,
      Array.from({ length: 24 * 4 }, (_, i) => 8 + i / 96),
    ).map(({ water }) => water.salinity);
    expect(35 - Math.min(...dip)).toBeCloseTo((35 * 1.085) / (378 + 1.085), 2);
    expect(Math.max(...dip)).toBeCloseTo(35, 6);
  });

  it('a whole reservoir poured in follows the closed form, what runs over included', () => {
    // Freshwater accident with R into V with spare rise C: S·V/(V+C) as it fills, then S·exp(−(R−C)/(V+C)) as it overflows.
    const at = 0.5 * DAY_MS;
    const sudden = end([{ kind: 'fresh-water', at, volumeL: 45 }], 1, { brimL: 400 });
    const expected = ((35 * 378) / 400) * Math.exp(-(45 - 22) / 400);
    expect(sudden.water.salinity).toBeCloseTo(expected, 10);
    expect(sudden).toMatchObject({ volumeL: 400, spiltL: 23 });
    // A pump stuck on for an hour is the same accident drawn out.
    const hour: TankEvent[] = [
      { kind: 'rate', at, source: 'stuck pump', perDay: {}, litresPerDay: 45 * 24 },
      { kind: 'rate', at: at + HOUR_MS, source: 'stuck pump', perDay: {} },
    ];
    const slow = end(hour, 1, { brimL: 400 });
    expect(slow.water.salinity).toBeCloseTo(expected, 9);
    expect(slow.spiltL).toBeCloseTo(23, 9);
    expect(slow.water.further?.potassium).toBeCloseTo((400 * expected) / 35, 6);
  });
});

describe('hours of the day', () => {
  const drip = (hours: number, opens = 20): TankEvent => ({
    kind: 'rate',
    at: 0,
    source: 'drip',
    perDay: { alkalinity: 120, further: { potassium: 7 } },
    hours: { fromMs: opens * HOUR_MS, forMs: hours * HOUR_MS },
  });

  it('give the whole day’s amount within them and nothing outside', () => {
    const states = run([drip(6)], [0, 18 / 24, 20 / 24, 23 / 24, 1 + 2 / 24, 1 + 19 / 24, 10 + 19 / 24]);
    const given = states.map(({ water }) => (water.alkalinity - 2.9) * 378);
    // Twelve o'clock at night falls in the last two hours of the opening before.
    [40, 40, 40, 100, 160, 160, 1240].forEach((sum, i) => i > 0 && expect(given[i]).toBeCloseTo(sum, 8));
    expect(states.at(-1)?.water.further?.potassium).toBeCloseTo(400 + (7 * (1240 / 120)) / 378, 8);
  });

  it('all day long is the same as no hours at all', () => {
    const even: TankEvent = { kind: 'rate', at: 0, source: 'drip', perDay: { alkalinity: 120 } };
    expect(end([drip(24)], 7.3).water.alkalinity).toBeCloseTo(end([even], 7.3).water.alkalinity, 10);
  });

  it('end when the same source is set anew, before or after the start', () => {
    const stop: TankEvent = { kind: 'rate', at: 2 * DAY_MS, source: 'drip', perDay: {} };
    expect(end([drip(6), stop], 9).water.alkalinity).toBeCloseTo(2.9 + (40 + 120 + 80) / 378, 10);
    const later = { ...start, at: 5 * DAY_MS };
    const [state] = simulate(later, [drip(6), stop], [9 * DAY_MS]);
    expect(state?.water.alkalinity).toBeCloseTo(2.9, 12);
  });

  it('a day’s amount is kept whatever the hours', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 24, noNaN: true }),
        fc.double({ min: 0, max: 23.9, noNaN: true }),
        (lasts, opens) => {
          const from = { ...start, at: opens * HOUR_MS };
          const [state] = simulate(from, [drip(lasts, opens)], [opens * HOUR_MS + 6 * DAY_MS]);
          expect(((state?.water.alkalinity ?? 0) - 2.9) * 378).toBeCloseTo(720, 6);
        },
      ),
    );
  });

  it('refuse an hour that no day has', () => {
    expect(() => end([drip(0)], 1)).toThrow(/hours open/);
    expect(() => end([drip(25)], 1)).toThrow(/hours open/);
    expect(() => end([drip(2, 24.5)], 1)).toThrow(/hour of opening/);
  });
});

describe('further species and ledger', () => {
  it('are carried by name through doses, changes, drips and loops', () => {
    const events: TankEvent[] = [
      { kind: 'addition', at: 0, amounts: { further: { potassium: 378, iodide: 3.78 } }, litres: 0 },
      { kind: 'exchange', at: DAY_MS, volumeL: 189, water: { ...FRESH_WATER, further: { potassium: 300 } } },
      { kind: 'loop', at: 2 * DAY_MS, source: 'filter', litresPerDay: 40, returns: { further: { iodide: 0 } } },
    ];
    const [before, after, filtered] = run(events, [1, 2, 4]);
    expect(before?.water.further).toEqual({ potassium: 401, iodide: expect.closeTo(0.01, 12) as number });
    expect(after?.water.further?.potassium).toBeCloseTo(350.5, 10);
    expect(after?.water.further?.iodide).toBeCloseTo(0.005, 12);
    expect(filtered?.water.further?.potassium).toBeCloseTo(350.5, 10);
    expect(filtered?.water.further?.iodide).toBeCloseTo(0.005 * Math.exp(-80 / 378), 10);
  });

  it('keep every gram of salt and litre of water through drips, evaporation, top-off and overflow', () => {
    const litres = fc.double({ min: 0, max: 12, noNaN: true });
    fc.assert(
      fc.property(litres, litres, fc.boolean(), fc.double({ min: 0, max: 60, noNaN: true }), (drip, e, held, spare) => {
        const states = run(
          [
            { kind: 'evaporation', at: 0, litresPerDay: e },
            { kind: 'top-off', at: 0, holdsL: held ? 378 : null, reservoirL: 30 },
            { kind: 'rate', at: 0, source: 'drip', perDay: { calcium: 500 }, litresPerDay: drip },
          ],
          Array.from({ length: 9 }, (_, i) => i),
          { brimL: 378 + spare },
        );
        states.forEach(({ volumeL, spiltL, reservoirL = 0, water }, day) => {
          const poured = 30 - reservoirL;
          expect(volumeL + spiltL).toBeCloseTo(378 + poured + (drip - e) * day, 6);
          if (spiltL === 0) {
            expect((water.salinity * volumeL) / (35 * 378)).toBeCloseTo(1, 10);
            expect((water.calcium * volumeL) / (430 * 378 + 500 * day)).toBeCloseTo(1, 10);
          }
        });
      }),
    );
  });

  it('shows each state once, in order of time, to who only looks', () => {
    const seen: number[][] = [];
    simulateEach(start, [], [3, 1, 2], (state, index) => seen.push([state.at, index]));
    expect(seen).toEqual([
      [1, 1],
      [2, 2],
      [3, 0],
    ]);
  });
});
