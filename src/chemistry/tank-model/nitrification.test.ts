import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MOLAR_MASS } from '../molar-mass';
import { remade } from '@/testing/reference-table';
import type { TankEvent, TankStart } from './events';
import { rateFactor, type Kinetics } from './nitrification';
import { DAY_MS, simulate } from './simulate';

const CHECK = new URL('nitrification-check.csv', import.meta.url);
/** The figures of scripts/references/nitrification.py, told again so that a change of the product's own is seen there. */
const KINETICS: Kinetics = { growth: [0.52, 0.42], half: [0.4, 0.8], decay: [0.04, 0.04], ammoniaHolds: 8 };

const bare = { salinity: 35, alkalinity: 2.5, dic: 2.2, calcium: 420, magnesium: 1300, nitrate: 0, phosphate: 0 };
const start = (ammonia: number): TankStart => ({
  at: 0,
  volumeL: 100,
  water: { ...bare, ammonia },
});
const bacteria = (ammoniaPerDay: number, nitritePerDay: number): TankEvent => ({
  kind: 'bacteria',
  at: 0,
  ammoniaPerDay,
  nitritePerDay,
});

const TANKS: Record<string, { start: TankStart; events: TankEvent[] }> = {
  dosed: { start: start(2), events: [bacteria(1.5, 0.4)] },
  fed: {
    start: { ...start(0), temperatureC: 21 },
    events: [
      bacteria(6, 2),
      { kind: 'rate', at: 0, source: 'food', perDay: { ammonia: 12 } },
      { kind: 'addition', at: 9 * DAY_MS, amounts: { ammonia: 80 } },
      { kind: 'exchange', at: 15 * DAY_MS, volumeL: 20, water: bare },
    ],
  },
  'too much': { start: { ...start(9), temperatureC: 27 }, events: [bacteria(4, 4)] },
  evaporating: {
    start: start(1.5),
    events: [
      bacteria(10, 10),
      { kind: 'rate', at: 0, source: 'food', perDay: { ammonia: 5 } },
      { kind: 'evaporation', at: 0, litresPerDay: 1.5 },
    ],
  },
};

const rows = readFileSync(CHECK, 'utf8')
  .trim()
  .split('\n')
  .slice(1)
  .map((line) => line.split(','))
  .map(([tank = '', ...figures]) => [tank, ...figures.map(Number)] as [string, number, number, number, number, number]);

describe('nitrification in the tank model', () => {
  it.each(Object.entries(TANKS))(
    'follows scipy’s integration of the same equations (DOP853, 1e-12) to 0.0001 mg/L: the tank %s',
    (name, { start: from, events }) => {
      const own = rows.filter(([tank]) => tank === name);
      expect(own).toHaveLength(21);
      const states = simulate(
        from,
        events,
        own.map(([, day]) => day * DAY_MS),
        { kinetics: KINETICS },
      );
      own.forEach(([, , ammonia, nitrite, nitrate, alkalinity], i) => {
        const water = states[i]?.water;
        expect(Math.abs((water?.ammonia ?? 9) - ammonia)).toBeLessThan(1e-4);
        expect(Math.abs((water?.nitrite ?? 9) - nitrite)).toBeLessThan(1e-4);
        expect(Math.abs((water?.nitrate ?? 9) - nitrate)).toBeLessThan(2e-4);
        expect(Math.abs((water?.alkalinity ?? 9) - alkalinity)).toBeLessThan(2e-5);
      });
    },
  );

  it('has a table that the script still makes', () => {
    const made = remade('nitrification.py', 'scipy');
    if (made !== undefined) expect(made.trim()).toBe(readFileSync(CHECK, 'utf8').trim());
  });

  it('neither makes nor loses nitrogen, and takes two equivalents of alkalinity for each ammonium, open to air or not', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 12, noNaN: true }),
        fc.double({ min: 0.01, max: 300, noNaN: true }),
        fc.double({ min: 0.01, max: 300, noNaN: true }),
        fc.double({ min: 15, max: 33, noNaN: true }),
        fc.boolean(),
        (ammonia, onAmmonia, onNitrite, temperatureC, open) => {
          const states = simulate(
            { ...start(ammonia), temperatureC },
            [
              bacteria(onAmmonia, onNitrite),
              ...(open ? [{ kind: 'air', at: 0, co2Uatm: 600, exchangePerDay: 20 } as const] : []),
            ],
            [3, 11, 29.7].map((days) => days * DAY_MS),
          );
          for (const { water } of states) {
            const nitrogen =
              water.ammonia / MOLAR_MASS.NH3 + water.nitrite / MOLAR_MASS.NO2 + water.nitrate / MOLAR_MASS.NO3;
            expect(Math.abs(nitrogen - ammonia / MOLAR_MASS.NH3)).toBeLessThan(1e-5);
            const taken = (2 * (ammonia - water.ammonia)) / MOLAR_MASS.NH3;
            expect(Math.abs(water.alkalinity - (2.5 - taken))).toBeLessThan(1e-5);
            expect(Math.min(water.ammonia, water.nitrite, water.nitrate)).toBeGreaterThanOrEqual(0);
          }
        },
      ),
      { numRuns: 40 },
    );
  });

  it('comes to the same however often one looks', () => {
    const events = [bacteria(2, 1), { kind: 'air', at: 0, co2Uatm: 600, exchangePerDay: 20 } as const];
    const often = simulate(
      start(3),
      events,
      Array.from({ length: 900 }, (_, i) => (i / 30) * DAY_MS),
    );
    const [once] = simulate(start(3), events, [(899 / 30) * DAY_MS]);
    const last = often.at(-1);
    expect(last?.water.ammonia).toBe(once?.water.ammonia);
    expect(last?.water.nitrate).toBe(once?.water.nitrate);
    // Where the search for pH begins differs in the last digit.
    expect(Math.abs((last?.carbonate?.phNbs ?? 9) - (once?.carbonate?.phNbs ?? 0))).toBeLessThan(1e-12);
  });

  it('leaves ammonia alone where no bacteria are', () => {
    const [state] = simulate(start(2), [], [40 * DAY_MS]);
    expect(state?.water.ammonia).toBe(2);
    expect(state?.water.nitrate).toBe(0);
  });

  it('brings pH down as it takes alkalinity, in a tank open to the room', () => {
    const [before, after] = simulate(
      start(6),
      [bacteria(400, 400), { kind: 'air', at: 0, co2Uatm: 700, exchangePerDay: 25 }],
      [1, 12 * DAY_MS],
    );
    expect(before?.carbonate?.phNbs ?? 0).toBeGreaterThan((after?.carbonate?.phNbs ?? 9) + 0.08);
  });

  it('works at the warmth told of it: a third at 10 °C of what it does at 20 °C (ASM1, from memory), slower in acid water', () => {
    expect(rateFactor(10, 8.2) / rateFactor(20, 8.2)).toBeCloseTo(0.3 / 0.8, 10);
    expect(rateFactor(25, 8.2)).toBe(1);
    expect(rateFactor(34, 8.2)).toBe(rateFactor(30, 8.2));
    // 1 − 0.833 (7.2 − pH): EPA 1975, from memory.
    expect(rateFactor(25, 6.8)).toBeCloseTo(0.6668, 4);
    expect(rateFactor(25, 7.6)).toBe(1);
  });

  it('refuses bacteria negative', () => {
    expect(() => simulate(start(2), [bacteria(-1, 0)], [DAY_MS])).toThrow(/bacteria on ammonia/);
  });
});
