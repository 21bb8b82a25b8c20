import { describe, expect, it } from 'vitest';
import pinned from '../../scripts/pinned-moment.json';
import { entriesCsv } from '@/record/csv';
import { readTold, writeFile } from '@/record/file';
import type { Snapshot } from '@/record/schema';
import { everyAnswer } from './testing/every-answer';
import { extremesOf, houseWith, packsOf, type Extreme } from './testing/hostile-records';
import { smallHouse } from './testing/small-house';
import { describeEntry } from '@/record/kinds/describe';
import { WHOLE } from '@/testing/tier';
import { spend } from '@/testing/work';
import { whenText } from '@/interface/time/when';

const now = Date.parse(pinned.at);

/** Several extremes in one record, where they bear on different things; one by one in the whole suite, and to find which it was. */
const IN_ONE_RECORD = WHOLE ? 1 : 8;
const SHARES = WHOLE ? 24 : 4;

describe('what import accepts, every screen bears', () => {
  const small = smallHouse(now);
  const records = extremesOf(small).filter((extreme) => houseWith(small, [extreme]));
  const packs = packsOf(records, IN_ONE_RECORD);

  it('the house they are made from is one that import takes and every bench answers', () => {
    expect(readTold(writeFile(small, new Date(now)))).toMatchObject({ read: { remarks: [] } });
    const said = everyAnswer(small, now);
    for (const bench of ['dose', 'change', 'top-off', 'if it fails', 'leaving', 'today', 'mix'])
      expect([...said.keys()]).toContain(`Bay: ${bench}`);
    expect([...said.keys()]).toContain('Cellar: cycle');
  });

  it('there are at least 150, with every table and every kind of entry among them', () => {
    expect(records.length).toBeGreaterThan(150);
    const places = new Set(records.map(({ what }) => what.split(/[ .]/).slice(0, 2).join(' ')));
    for (const place of [
      'settings kit',
      'tanks bay',
      'tanks back',
      'salts salt',
      'solutions soda',
      'sources ro',
      'vessels drum',
      'entries reading',
      'entries water-change',
      'entries reactor',
      'entries standing-dose',
      'entries batch',
      'entries source-test',
      'entries refill',
      'entries pump-run',
    ])
      expect([...places]).toContain(place);
  });

  // A refusal is an answer: the bench shows it in place of its own. Anything else that is thrown fails the test, and says where.
  it.each(shares(SHARES))(`each is answered or refused in words by every bench, share %d of ${SHARES}`, (share) => {
    const count = { answers: 0, refusals: 0 };
    for (const pack of packs.filter((_, i) => i % SHARES === share - 1)) borne(small, pack, count);
    // A record that every bench refuses would prove little: most of what is asked must be answered.
    expect(count.answers).toBeGreaterThan(4 * count.refusals);
    expect(count.answers).toBeGreaterThan(100);
  });

  it('a figure that no bench bears is found among those it is packed with', () => {
    const [least] = records.filter(({ what }) => what.startsWith('entries water-change.volumeL'));
    const broken = { ...small, tanks: small.tanks.map((tank) => ({ ...tank, displayL: NaN })) };
    expect(() => borne(broken, packs[0] ?? [], { answers: 0, refusals: 0 }, () => broken)).toThrow(
      packs[0]?.[0]?.what ?? '-',
    );
    expect(least).toMatchObject({ table: 'entries', tankId: 'bay' });
  });
});

/**
 * Puts a record with some extremes to every bench. Where it fails, or import does not take all of them together, each half is tried
 * by itself, down to the one extreme that does it.
 */
function borne(
  house: Snapshot,
  pack: readonly Extreme[],
  count: { answers: number; refusals: number },
  made: typeof houseWith = houseWith,
): void {
  const alone = pack.length === 1;
  const what = pack.map((each) => each.what).join(', ');
  const halves = () => {
    const middle = Math.ceil(pack.length / 2);
    borne(house, pack.slice(0, middle), count, made);
    borne(house, pack.slice(middle), count, made);
  };
  const snapshot = made(house, pack);
  if (!snapshot) {
    if (alone) throw new Error(`${what}: import does not take it`);
    halves();
    return;
  }
  spend('records put to every bench');
  const tankId = alone ? pack[0]?.tankId : undefined;
  try {
    const said = everyAnswer(snapshot, now, true, tankId);
    everyLine(snapshot);
    for (const tank of snapshot.tanks.filter(({ id }) => tankId === undefined || id === tankId))
      expect(said.get(`${tank.name}: today`), what).toMatch(/^(?!Refused)/);
    for (const sentence of said.values()) count[sentence.startsWith('Refused') ? 'refusals' : 'answers'] += 1;
  } catch (error) {
    if (!alone) halves();
    // Alone, or no half of it fails: it takes all of them together.
    throw new Error(`${what}: ${error instanceof Error ? error.message : String(error)}`, { cause: error });
  }
}

/** What lists and tables say of each entry, whichever bench shows them. */
function everyLine(snapshot: Snapshot): void {
  for (const entry of snapshot.entries)
    expect(`${describeEntry(entry, snapshot)} ${whenText(entry.at, now, snapshot.settings.zone)}`).not.toMatch(
      /NaN|undefined|Infinity|Invalid/,
    );
  expect(entriesCsv(snapshot)).not.toMatch(/NaN|undefined|Infinity|Invalid/);
}

function shares(count: number): number[] {
  return Array.from({ length: count }, (_, i) => i + 1);
}
