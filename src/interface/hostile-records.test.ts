import { describe, expect, it } from 'vitest';
import pinned from '../../scripts/pinned-moment.json';
import { entriesCsv } from '@/record/csv';
import { readTold, writeFile } from '@/record/file';
import type { Book } from '@/record/schema';
import { everyAnswer } from '@/demo/testing/every-answer';
import { hostileRecords, smallHouse } from '@/demo/testing/hostile-records';
import { describeEntry } from '@/record/kinds/describe';
import { whenText } from './when';

const now = Date.parse(pinned.at);

describe('what import accepts, every screen bears', () => {
  const records = hostileRecords(now);

  it('the house they are made from is one that import takes and every bench answers', () => {
    const house = smallHouse(now);
    expect(readTold(writeFile(house, new Date(now)))).toMatchObject({ read: { remarks: [] } });
    const said = everyAnswer(house, now);
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
  it.each(shares(9))('each is answered or refused in words by every bench, share %d of 9', (share) => {
    for (const { what, book, tankId } of records.filter((_, i) => i % 9 === share - 1)) {
      const said = withPlace(what, () => everyAnswer(book, now, true, tankId));
      withPlace(what, () => everyLine(book));
      for (const tank of book.tanks.filter(({ id }) => tankId === undefined || id === tankId))
        expect(said.get(`${tank.name}: today`), what).toMatch(/^(?!Refused)/);
    }
  });
});

/** What lists and tables say of each entry, whichever bench shows them. */
function everyLine(book: Book): void {
  for (const entry of book.entries)
    expect(`${describeEntry(entry, book)} ${whenText(entry.at, now, book.settings.zone)}`).not.toMatch(
      /NaN|undefined|Infinity|Invalid/,
    );
  expect(entriesCsv(book)).not.toMatch(/NaN|undefined|Infinity|Invalid/);
}

function shares(count: number): number[] {
  return Array.from({ length: count }, (_, i) => i + 1);
}

function withPlace<Result>(what: string, work: () => Result): Result {
  try {
    return work();
  } catch (error) {
    throw new Error(`${what}: ${error instanceof Error ? error.message : String(error)}`, { cause: error });
  }
}
