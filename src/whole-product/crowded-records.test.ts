import { describe, expect, it } from 'vitest';
import pinned from '../../scripts/pinned-moment.json';
import { readTold, writeFile } from '@/record/file';
import type { Snapshot, Entry } from '@/record/schema';
import { everyAnswer } from './testing/every-answer';
import { extremesOf, houseWith } from './testing/hostile-records';
import { smallHouse } from './testing/small-house';
import { drawn } from '@/testing/tier';
import { spend } from '@/testing/work';

const now = Date.parse(pinned.at);
const MINUTE_MS = 60_000;

/** Records that hold more of something than a keeper would write by hand: a probe's readings, a shop's tanks. Each is taken in, and answered. */
function answered(snapshot: Snapshot, tankId?: string) {
  spend('records put to every bench');
  expect(readTold(writeFile(snapshot, new Date(now)))).toMatchObject({ read: { remarks: [] } });
  return everyAnswer(snapshot, now, true, tankId);
}
const refusals = (said: ReadonlyMap<string, string>) =>
  [...said].filter(([, sentence]) => sentence.startsWith('Refused')).map(([who, sentence]) => `${who}: ${sentence}`);

describe('a crowded record', () => {
  const small = smallHouse(now);
  const usual = refusals(answered(small));

  it('of 120 readings in two hours is answered as one of few is', () => {
    const [first] = small.entries.filter(({ kind, tankId }) => kind === 'reading' && tankId === 'bay');
    const readings = Array.from({ length: 120 }, (_, i): Entry => ({
      id: `probe ${i}`,
      tankId: 'bay',
      at: now - (120 - i) * MINUTE_MS,
      kind: 'reading',
      values: { alkalinity: 2.8 + (i % 5) / 100, calcium: 420 + (i % 7), ph: 8.1 + (i % 3) / 100 },
      ...(first?.kind === 'reading' && first.instruments && { instruments: first.instruments }),
    }));
    const crowded = { ...small, entries: [...small.entries, ...readings].toSorted((a, b) => a.at - b.at) };
    expect(refusals(answered(crowded))).toEqual(usual);
  });

  it('of 500 tanks is answered', () => {
    const [bay] = small.tanks;
    if (!bay) throw new Error('no tank');
    const tanks = Array.from({ length: 500 }, (_, i) => ({ ...bay, id: `row-${i}`, name: `Row ${i}` }));
    const said = answered(
      { ...small, tanks: [...small.tanks, ...tanks].toSorted((a, b) => (a.name < b.name ? -1 : 1)) },
      'bay',
    );
    expect(refusals(said)).toEqual(usual.filter((each) => !/^(Back|Cellar|Row)/.test(each)));
  });

  it('figures as small as a computer can hold are answered or refused in words', () => {
    const least = extremesOf(small).filter(({ value }) => value === 0);
    expect(least.length).toBeGreaterThan(20);
    for (const extreme of drawn('least figures', least, 8)) {
      const house = houseWith(small, [{ ...extreme, value: 5e-324 }]);
      if (!house || 'faults' in readTold(writeFile(house, new Date(now)))) continue;
      answered(house, extreme.tankId);
    }
  });
});
