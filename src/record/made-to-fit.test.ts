import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { mergeRow, sameRow } from './merge';
import { readRecord } from './file';

const fixture = readFileSync(new URL('./fixtures/record-v7.json', import.meta.url), 'utf8');

describe('a file whose parts no screen could bear', () => {
  it.each(['a/b', '%', '..', 'record', 'new', 'water-day', 'ü', ' '])(
    'a tank known as %j is known otherwise, and all that is its own goes with it',
    (odd) => {
      const plain = JSON.parse(fixture) as { tanks: { id: string }[]; entries: { tankId: string | null }[] };
      const old = plain.tanks[0]?.id ?? '';
      const text = JSON.stringify({
        ...plain,
        tanks: plain.tanks.map((tank) => (tank.id === old ? { ...tank, id: odd } : tank)),
        entries: [
          ...plain.entries.map((entry) => (entry.tankId === old ? { ...entry, tankId: odd } : entry)),
          { id: 'tick', tankId: odd, at: 5, kind: 'step-done', waterDayId: 'd', step: `${odd}: drain`, says: 'Drain.' },
        ],
      });
      const { snapshot, remarks } = readRecord(text);
      expect(snapshot.tanks[0]?.id).toBe('tank-1');
      expect(snapshot.entries.filter(({ tankId }) => tankId === odd)).toEqual([]);
      expect(snapshot.entries.find(({ id }) => id === 'tick')).toMatchObject({
        tankId: 'tank-1',
        step: 'tank-1: drain',
      });
      expect(remarks).toEqual([`The tank known as “${odd}” is known as “tank-1” from now on.`]);
    },
  );

  it('a zone that is not known becomes this device’s, and is said', () => {
    const { snapshot, remarks } = readRecord(fixture.replace('Europe/Lisbon', 'Mars/Olympus'), 'Asia/Tokyo');
    expect(snapshot.settings.zone).toBe('Asia/Tokyo');
    expect(remarks[0]).toMatch(/does not know the time zone “Mars\/Olympus”: days begin in Asia\/Tokyo/);
  });

  it('a file that fits comes in without a word', () => {
    expect(readRecord(fixture).remarks).toEqual([]);
  });
});

describe('rows changed on two sides', () => {
  it('only what one side changed is changed, in groups of fields too', () => {
    const base = { a: 1, group: { x: 1, y: 1 }, list: [1] };
    const { row, clashes } = mergeRow(
      base,
      { ...base, group: { x: 2, y: 1 } },
      { ...base, a: 5, group: { x: 1, y: 7 } },
    );
    expect(row).toEqual({ a: 5, group: { x: 2, y: 7 }, list: [1] });
    expect(clashes).toEqual([]);
  });

  it('what both changed is the wanted side’s, and is told; a field taken away is gone', () => {
    const { row, clashes } = mergeRow({ a: 1, b: 1, g: { x: 1 } }, { a: 2, g: { x: 3 } }, { a: 9, b: 1, g: { x: 2 } });
    expect(row).toEqual({ a: 2, g: { x: 3 } });
    expect(clashes).toEqual(['a', 'g.x']);
  });

  it('a field that is undefined and one left out are alike', () => {
    expect(sameRow({ a: 1, b: undefined }, { a: 1 })).toBe(true);
    expect(sameRow({ a: { b: [1] } }, { a: { b: [1], c: 1 } })).toBe(false);
    expect(sameRow(undefined, {})).toBe(false);
  });
});
