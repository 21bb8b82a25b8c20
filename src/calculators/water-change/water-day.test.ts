import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { refusalOf, valuesOf } from '../testing/run-calculator';
import { shareOut, type Pour } from './share-out';

const HOUR = 3_600_000;
const tank = (name: string, litres: number, salinity = 35, salt = 'salt') => ({
  id: name,
  name,
  litres,
  salinity,
  salt,
});
const vessel = (name: string, litres: number) => ({ id: name, name, litres });
const got = (pours: readonly Pour[], name: string) =>
  pours.flatMap(({ shares }) => shares).reduce((sum, share) => sum + (share.tank === name ? share.litres : 0), 0);

describe('water shared out over vessels', () => {
  it('waters of one salt and salinity go into the smallest vessel that holds them together', () => {
    const { pours, shortL } = shareOut({
      tanks: [tank('a', 60), tank('b', 10), tank('c', 5, 33)],
      vessels: [vessel('barrel', 80), vessel('drum', 120), vessel('bucket', 20)],
      batches: [],
    });
    expect(shortL).toBe(0);
    expect(pours.map(({ vessel: of, litres, salinity }) => [of, litres, salinity])).toEqual([
      ['barrel', 70, 35],
      ['bucket', 5, 33],
    ]);
  });

  it('a batch that stands ready is used first, and its vessel is not free', () => {
    const { pours } = shareOut({
      tanks: [tank('a', 60)],
      vessels: [vessel('barrel', 80), vessel('drum', 120)],
      batches: [{ ...vessel('Friday’s', 40), salinity: 35.2, salt: 'salt', vessel: 'barrel' }],
    });
    expect(pours.map(({ from, vessel: of, litres }) => [from, of, litres])).toEqual([
      ['batch', 'Friday’s', 40],
      ['mix', 'drum', 20],
    ]);
  });

  it('a batch of another salt or salinity is left alone', () => {
    const batches = [
      { ...vessel('weak', 40), salinity: 32, salt: 'salt' },
      { ...vessel('other', 40), salinity: 35, salt: 'another' },
    ];
    expect(shareOut({ tanks: [tank('a', 30)], vessels: [], batches }).pours.map(({ from }) => from)).toEqual(['mix']);
  });

  it('gives every tank what it wants, no vessel more than it holds, and says what is short', () => {
    const litres = fc.double({ min: 1, max: 120, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(litres, fc.constantFrom(32, 33, 35)), { minLength: 1, maxLength: 6 }),
        fc.array(litres, { minLength: 1, maxLength: 6 }),
        (wants, sizes) => {
          const tanks = wants.map(([each, salinity], i) => tank(`tank ${i}`, each, salinity));
          const vessels = sizes.map((size, i) => vessel(`vessel ${i}`, size));
          const { pours, shortL } = shareOut({ tanks, vessels, batches: [] });
          const given = tanks.reduce((sum, { name }) => sum + got(pours, name), 0);
          expect(given + shortL).toBeCloseTo(
            tanks.reduce((sum, each) => sum + each.litres, 0),
            6,
          );
          for (const { name, litres: most } of tanks) expect(got(pours, name)).toBeLessThanOrEqual(most + 1e-9);
          expect(new Set(pours.map((pour) => pour.vessel)).size).toBe(pours.length);
          for (const pour of pours)
            expect(pour.litres).toBeLessThanOrEqual(
              (vessels.find(({ name }) => name === pour.vessel)?.litres ?? 0) + 1e-9,
            );
        },
      ),
    );
  });
});

describe('the day', () => {
  const now = 1_795_600_000_000;
  const asked = {
    now,
    changeAt: now + 96 * HOUR,
    waterLPerDay: '150 L/day',
    tanks: [
      { name: 'large', litres: '60 L', salinity: '35 ppt', gramsPerLAt35: 38, boxG: '20 kg' },
      { name: 'small', litres: '10 L', salinity: '35 ppt', gramsPerLAt35: 38, boxG: '20 kg' },
    ],
    vessels: [{ name: 'barrel', litres: '80 L' }],
  };
  it('mixes a day ahead, and opens the valve as long before as the water takes', () => {
    const values = valuesOf<{
      mixBy: number;
      openBy: number;
      saltG: number;
      boxes: number;
      waterL: number;
      late: boolean;
    }>('water-day', asked);
    expect(asked.changeAt - values.mixBy).toBe(24 * HOUR);
    // 70 L × 38 g = 2660 g; (71.634 kg − 2.66 kg) ÷ 0.99705 (EOS-80) = 69.2 L, at 150 L a day 11.07 h.
    expect(values.saltG).toBeCloseTo(2660, 6);
    expect(values.boxes).toBeCloseTo(0.133, 6);
    expect(values.waterL).toBeCloseTo((71.634 - 2.66) / 0.997047, 2);
    // Told to the earlier ten minutes.
    const ahead = (values.mixBy - values.openBy) / HOUR;
    expect(ahead).toBeGreaterThanOrEqual((values.waterL / 150) * 24);
    expect(ahead).toBeLessThan((values.waterL / 150) * 24 + 1 / 6);
    expect(values.late).toBe(false);
  });
  it('says when it is too late and when it could be', () => {
    const values = valuesOf<{ earliest: number; late: boolean; mixBy: number; openBy: number }>('water-day', {
      ...asked,
      changeAt: now + 20 * HOUR,
    });
    expect(values.late).toBe(true);
    // 24 h to mix and 69.2 L at 150 L a day, from now.
    expect((values.earliest - now) / HOUR).toBeCloseTo(24 + (69.178 / 150) * 24, 2);
  });
  it('moved to when it says the water is ready, it is in time, at whatever minute it is asked', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 24 * 60 }),
        fc.double({ min: 1, max: 80, noNaN: true }),
        (minutes, litres) => {
          const at = now + minutes * 60_000;
          const late = { ...asked, now: at, changeAt: at + HOUR, tanks: [{ name: 'large', litres, salinity: 35 }] };
          const { earliest } = valuesOf<{ earliest: number }>('water-day', late);
          const moved = valuesOf<{ late: boolean; openBy: number }>('water-day', { ...late, changeAt: earliest });
          expect(moved.late).toBe(false);
          expect(moved.openBy).toBeGreaterThanOrEqual(at);
        },
      ),
    );
  });
  it('says how many litres the vessels are short', () => {
    expect(valuesOf('water-day', { ...asked, vessels: [{ name: 'barrel', litres: '50 L' }] }).shortL).toBeCloseTo(
      20,
      9,
    );
  });
  it('refuses two vessels of one name', () => {
    expect(refusalOf('water-day', { ...asked, vessels: [asked.vessels[0], asked.vessels[0]] })?.field).toBe('vessels');
  });
});
