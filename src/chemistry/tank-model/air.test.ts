import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { carbonateOfWater, dicAtRest } from '../carbonate/reef-water';
import { Refusal } from '../refusal';
import { referenceRows, remade } from '@/testing/reference-table';
import type { TankEvent, TankStart } from './events';
import { metabolismPerDay } from './metabolism';
import { DAY_MS, simulate } from './simulate';
import { FRESH_WATER, type Water } from './water';

const HOUR_MS = DAY_MS / 24;

interface ReferenceTank {
  readonly name: string;
  readonly start: { volumeL: number; temperatureC: number; salinity: number; alkalinity: number; dic: number };
  readonly events: readonly Record<string, unknown>[];
}

/** The made-up tanks are written in days and hours, for two languages to read. */
const tanks = JSON.parse(
  readFileSync(new URL('../../../scripts/references/tanks.json', import.meta.url), 'utf8'),
) as ReferenceTank[];

function eventOf({ day, hours, ...event }: Record<string, unknown>): TankEvent {
  const { salinity, alkalinity, dic } = event as { salinity: number; alkalinity: number; dic: number };
  const [from = 0, lasts = 0] = (hours ?? []) as number[];
  return {
    ...event,
    at: (day as number) * DAY_MS,
    ...(event.kind === 'exchange' && { water: { ...FRESH_WATER, salinity, alkalinity, dic } }),
    ...(event.kind === 'addition' && { amounts: { alkalinity, dic } }),
    ...(hours !== undefined && { hours: { fromMs: from * HOUR_MS, forMs: lasts * HOUR_MS } }),
  } as TankEvent;
}

const rows = referenceRows(new URL('./tank-model-check.csv', import.meta.url));

/**
 * Source of the table: scipy's solve_ivp (DOP853, relative tolerance 1e-10) through the same tanks, with its own carbonate
 * equations: scripts/references/tank_model.py. Asked: DIC and alkalinity within 0.1 %, pH within 0.005.
 */
describe('open to the air, against a general-purpose integration', () => {
  it.each(tanks.map((tank, number) => ({ ...tank, number })))('$name', ({ start, events, number }) => {
    const { volumeL, temperatureC, salinity, alkalinity, dic } = start;
    const expected = rows.filter(([tank]) => tank === number);
    expect(expected).toHaveLength(121);
    const states = simulate(
      { at: 0, volumeL, temperatureC, water: { ...FRESH_WATER, salinity, alkalinity, dic } },
      events.map(eventOf),
      expected.map(([, day]) => (day ?? NaN) * DAY_MS),
    );
    const worst = { volume: 0, salinity: 0, alkalinity: 0, dic: 0, ph: 0 };
    expected.forEach(([, , volume = NaN, s = NaN, a = NaN, c = NaN, ph = NaN], i) => {
      const state = states[i];
      if (!state?.carbonate) throw new Error('no carbonate');
      worst.volume = Math.max(worst.volume, Math.abs(state.volumeL - volume));
      worst.salinity = Math.max(worst.salinity, Math.abs(state.water.salinity - s));
      worst.alkalinity = Math.max(worst.alkalinity, Math.abs(state.water.alkalinity / a - 1));
      worst.dic = Math.max(worst.dic, Math.abs(state.water.dic / c - 1));
      worst.ph = Math.max(worst.ph, Math.abs(state.carbonate.phNbs - ph));
      // The bound the model claims for itself holds (constants kept within 0.02 ppt come on top: 0.0005 mmol/L).
      expect(Math.abs(state.water.dic - c)).toBeLessThan(state.carbonate.dicErrorMmolPerL + 5e-4);
    });
    expect(worst.volume).toBeLessThan(1e-5);
    expect(worst.salinity).toBeLessThan(1e-5);
    expect(worst.alkalinity).toBeLessThan(1e-6);
    expect(worst.dic).toBeLessThan(1e-3);
    expect(worst.ph).toBeLessThan(5e-3);
  });

  it('is the table scipy makes, where it is on this machine', ({ skip }) => {
    const fresh = remade('tank_model.py', 'scipy');
    if (fresh === undefined) return skip('python3-scipy is not installed');
    const again = fresh.trim().split('\n').slice(1);
    expect(again).toHaveLength(rows.length);
    again.forEach((line, i) =>
      line.split(',').forEach((value, column) => {
        const kept = rows[i]?.[column] ?? NaN;
        expect(Math.abs(Number(value) - kept)).toBeLessThanOrEqual(1e-5 * Math.max(1, Math.abs(kept)));
      }),
    );
  });
});

const REEF: Water = { ...FRESH_WATER, salinity: 35, alkalinity: 2.85, dic: 2.4, calcium: 420, magnesium: 1300 };
const start: TankStart = { at: 0, volumeL: 400, water: REEF, temperatureC: 25.5 };
const outdoors: TankEvent = { kind: 'air', at: 0, co2Uatm: 420, exchangePerDay: 30 };
const ends = (events: readonly TankEvent[], days: number, from = start) => {
  const [state] = simulate(from, events, [days * DAY_MS]);
  if (!state) throw new Error('no state');
  return state;
};

describe('open to the air', () => {
  it('comes to rest where the carbonate system says, whichever side it comes from', () => {
    // Independent evaluation, 8 dKH at 420 µatm, 35 ppt, 25.5 °C: pH 8.233 (the worked table of the carbonate tests).
    const water = { ...REEF, alkalinity: 8 * 0.35665 };
    for (const dic of [1.2, 2.4, 4]) {
      const state = ends([outdoors], 20, { ...start, water: { ...water, dic } });
      expect(state.carbonate?.phNbs).toBeCloseTo(8.233, 2);
      expect(state.carbonate?.pco2Uatm).toBeCloseTo(420, 3);
      expect(state.water.dic).toBeCloseTo(dicAtRest(water.alkalinity, 35, 25.5, 420), 6);
    }
  });

  it('keeps every mole of carbon: what is there came with the water, from life, or from the air', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 6, noNaN: true }),
        fc.double({ min: -400, max: 400, noNaN: true }),
        fc.double({ min: 1, max: 120, noNaN: true }),
        fc.double({ min: 100, max: 5000, noNaN: true }),
        fc.boolean(),
        (dic, carbon, exchangePerDay, co2Uatm, byDay) => {
          const days = 12;
          const state = ends(
            [
              { kind: 'air', at: 0, co2Uatm, exchangePerDay },
              { kind: 'rate', at: 0, source: 'drip', perDay: { dic: 90, alkalinity: 80 }, litresPerDay: 2 },
              { kind: 'evaporation', at: 0, litresPerDay: 2.5 },
              {
                kind: 'rate',
                at: 0,
                source: 'life',
                perDay: metabolismPerDay(carbon),
                ...(byDay && { hours: { fromMs: 8 * HOUR_MS, forMs: 11 * HOUR_MS } }),
              },
            ],
            days,
            { ...start, water: { ...REEF, dic } },
          );
          if (state.water.dic < 0.2) return; // uptake that met the floor takes less than it was told
          const known = dic * 400 + (90 + carbon) * days + (state.carbonate?.fromAirMmol ?? NaN);
          expect(Math.abs((state.water.dic * state.volumeL) / known - 1)).toBeLessThan(1e-9);
        },
      ),
      { numRuns: 80 },
    );
  });

  it('gives the same end whether it is looked at every ten minutes or once', () => {
    const events: TankEvent[] = [
      outdoors,
      { kind: 'evaporation', at: 0, litresPerDay: 4 },
      {
        kind: 'rate',
        at: 0,
        source: 'life',
        perDay: { dic: -300 },
        hours: { fromMs: 9 * HOUR_MS, forMs: 12 * HOUR_MS },
      },
    ];
    const often = simulate(
      start,
      events,
      Array.from({ length: 5 * 144 + 1 }, (_, i) => i * 600_000),
    );
    const once = ends(events, 5);
    expect(often.at(-1)?.water.dic).toBeCloseTo(once.water.dic, 12);
    expect(often.at(-1)?.carbonate?.phNbs).toBeCloseTo(once.carbonate?.phNbs ?? NaN, 10);
    // And what is seen on the way is the water that was there, not a guess between two others.
    const noon = often[Math.round(2.5 * 144)];
    expect(noon?.water.dic).toBeCloseTo(ends(events, 2.5).water.dic, 5);
  });

  it('tells the pH that alkalinity and DIC of the moment mean', () => {
    for (const state of simulate(
      start,
      [outdoors],
      [0, 0.1, 0.5, 3].map((days) => days * DAY_MS),
    )) {
      const { alkalinity, dic, salinity } = state.water;
      const whole = carbonateOfWater({ alkalinityMmolPerL: alkalinity, dicMmolPerL: dic }, salinity, 25.5);
      expect(state.carbonate?.phNbs).toBeCloseTo(whole.phNbs, 6);
      expect(state.carbonate?.pco2Uatm).toBeCloseTo(whole.pco2Uatm, 1);
    }
  });

  it('rises by day and falls by night, about a mean that room air sets', () => {
    const life: TankEvent[] = [
      { kind: 'rate', at: 0, source: 'respiration', perDay: metabolismPerDay(150) },
      {
        kind: 'rate',
        at: 0,
        source: 'light',
        perDay: metabolismPerDay(-150),
        hours: { fromMs: 9 * HOUR_MS, forMs: 12 * HOUR_MS },
      },
    ];
    const phAt = (events: readonly TankEvent[], hour: number) =>
      ends(events, 10 + hour / 24).carbonate?.phNbs ?? Number.NaN;
    for (const co2Uatm of [420, 1000]) {
      const events = [...life, { kind: 'air' as const, at: 0, co2Uatm, exchangePerDay: 30 }];
      // Keepers compare swings of 0.1 to 0.4. Common practice.
      const swing = phAt(events, 21) - phAt(events, 9);
      expect(swing).toBeGreaterThan(0.08);
      expect(swing).toBeLessThan(0.4);
    }
    expect(phAt([...life, outdoors], 21)).toBeGreaterThan(
      phAt([...life, { kind: 'air', at: 0, co2Uatm: 1000, exchangePerDay: 30 }], 21) + 0.15,
    );
  });

  it('without air, DIC is carried like any other species and no pH is told', () => {
    const state = ends([{ kind: 'rate', at: 0, source: 'life', perDay: metabolismPerDay(-40) }], 5);
    expect(state.water.dic).toBeCloseTo(2.4 - (40 * 5) / 400, 12);
    expect(state.carbonate).toBeUndefined();
  });

  it('runs out of carbon and no further', () => {
    const state = ends([outdoors, { kind: 'rate', at: 0, source: 'life', perDay: metabolismPerDay(-60_000) }], 3);
    expect(state.water.dic).toBeGreaterThanOrEqual(0);
    expect(state.water.dic).toBeLessThan(0.05);
    expect(Number.isFinite(state.carbonate?.phNbs)).toBe(true);
  });

  it.each([
    [{ kind: 'air', at: 0, co2Uatm: 0, exchangePerDay: 30 }, 'CO2 of the air'],
    [{ kind: 'air', at: 0, co2Uatm: 420, exchangePerDay: Number.NaN }, 'gas exchange'],
    [{ kind: 'air', at: 0, co2Uatm: 420, exchangePerDay: 1e6 }, 'gas exchange'],
    [{ kind: 'temperature', at: 0, temperatureC: 77 }, 'temperature'],
  ] as const)('refuses %j', (event, field) => {
    expect(() => ends([event], 1)).toThrow(new RegExp(field));
  });

  it('refuses to tell pH of fresh water', () => {
    expect(() => ends([outdoors], 1, { ...start, water: { ...REEF, salinity: 1 } })).toThrow(Refusal);
  });
});
