import type { EvaporationPeriod } from '@/chemistry/evaporation/evaporation-estimate';
import { describe, expect, it } from 'vitest';
import { alternatives } from './alternatives';
import { humidityThatFits, seasonChange } from './season';
import {
  COVERS,
  expectedEvaporationLPerDay,
  MOVED,
  type Cover,
  type Moved,
  type Situation,
} from '@/chemistry/evaporation/surfaces';

const situation: Situation = {
  places: [
    { place: 'display', areaM2: 0.7, cover: 'open' },
    { place: 'sump', areaM2: 0.3, cover: 'canopy' },
  ],
  moved: 'rippled',
  waterC: 25.5,
  airC: 21,
  humidity: 0.5,
  salinity: 35,
  airMPerS: 0,
};

describe('covers and movement', () => {
  it.each(Object.keys(COVERS) as Cover[])('under %s lets by its share of the open loss', (cover) => {
    const display = (each: Cover) =>
      expectedEvaporationLPerDay({ ...situation, places: [{ place: 'display', areaM2: 0.7, cover: each }] });
    expect(display(cover)).toBeCloseTo(COVERS[cover].lets * display('open'), 12);
  });
  it.each(Object.keys(MOVED) as Moved[])('%s by its activity', (moved) => {
    const ratio =
      expectedEvaporationLPerDay({ ...situation, moved }) / expectedEvaporationLPerDay({ ...situation, moved: 'calm' });
    expect(ratio).toBeCloseTo(MOVED[moved].activity / 0.5, 12);
  });
  it('adds each place to the next', () => {
    const one = situation.places.map((place) => expectedEvaporationLPerDay({ ...situation, places: [place] }));
    expect(expectedEvaporationLPerDay(situation)).toBeCloseTo((one[0] ?? 0) + (one[1] ?? 0), 12);
  });
});

describe('what a change of cover or air would make of it', () => {
  const loss = { litresPerDay: 4, logSd: 0.04 };
  it('scales the loss that was measured by the formula’s ratio', () => {
    // By hand: 0.7 open and 0.3 under a canopy (0.85) are 0.955; half of the display leaves 0.605.
    const lid = alternatives(situation, expectedEvaporationLPerDay(situation), loss).find(({ what }) =>
      what.includes('gaps'),
    );
    expect(lid?.litresPerDay).toBeCloseTo((4 * 0.605) / 0.955, 9);
    expect(lid?.low).toBeLessThan(lid?.litresPerDay ?? 0);
  });
  it('is less sure the further it goes from what is', () => {
    const width = (what: string) => {
      const found = alternatives(situation, expectedEvaporationLPerDay(situation), loss).find(
        (each) => each.what === what,
      );
      return Math.log((found?.high ?? 1) / (found?.low ?? 1));
    };
    expect(width('the display under a lid that fits')).toBeGreaterThan(width('the display under a lid with gaps'));
  });
  it('offers nothing where nothing evaporates, and no fan to take away where there is none', () => {
    expect(alternatives(situation, 0, loss)).toEqual([]);
    const words = (airMPerS: number) => {
      const blown = { ...situation, airMPerS };
      return alternatives(blown, expectedEvaporationLPerDay(blown), loss).map(({ what }) => what);
    };
    expect(words(0)).not.toContain('no fan');
    expect(words(0.5)).toContain('no fan');
  });
});

describe('why a loss changed', () => {
  const then = (change: Partial<Situation>, roomRead = true): EvaporationPeriod => {
    const here = { ...situation, ...change };
    return { from: 0, to: 1, litresPerDay: expectedEvaporationLPerDay(here), sd: 0.05, situation: here, roomRead };
  };
  it.each<[string, Partial<Situation>, object]>([
    ['a drier room', { humidity: 0.7 }, { what: 'humidity', rose: false }],
    ['a damper room', { humidity: 0.25 }, { what: 'humidity', rose: true }],
    ['warmer water', { waterC: 23.5 }, { what: 'water', rose: true }],
    ['cooler water', { waterC: 27.5 }, { what: 'water', rose: false }],
    ['a cooler room', { airC: 27 }, { what: 'room', rose: false }],
  ])('%s', (_, before, because) => {
    expect(seasonChange(then({}), [then(before)])?.because).toEqual(because);
  });
  it('is looked for where the difference is surest, and nowhere when there is none', () => {
    const rough = { ...then({ humidity: 0.8 }), sd: 1, from: 7 };
    const sure = { ...then({ humidity: 0.7 }), from: 8 };
    expect(seasonChange(then({}), [rough, sure])?.since.from).toBe(8);
    expect(seasonChange(then({}), [then({})])).toBeUndefined();
    expect(seasonChange(then({}), [])).toBeUndefined();
  });
  it('is not put on a room that was never read and would have had to be a desert', () => {
    const much = { ...then({}, false), litresPerDay: 2.5 * expectedEvaporationLPerDay(situation) };
    expect(seasonChange(then({}, false), [much])?.because).toEqual({ what: 'neither room nor water' });
  });
});

describe('the humidity that fits', () => {
  it('is the one the loss was worked out from', () => {
    const netted: Situation = {
      places: [{ place: 'display', areaM2: 1, cover: 'net' }],
      moved: 'rippled',
      waterC: 25.5,
      airC: 21,
      humidity: 0.5,
      salinity: 35,
      airMPerS: 0.2,
    };
    for (const humidity of [0.15, 0.38, 0.7])
      expect(humidityThatFits(netted, expectedEvaporationLPerDay({ ...netted, humidity }))).toBeCloseTo(humidity, 10);
    expect(humidityThatFits(netted, 1000)).toBeUndefined();
  });
});
