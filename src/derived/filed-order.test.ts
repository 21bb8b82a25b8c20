import { describe, expect, it } from 'vitest';
import { applyRows } from '@/record/apply-rows';
import { emptySnapshot, newTank } from '@/record/defaults';
import type { EntryOf } from '@/record/schema';
import { describeEntry } from '@/record/kinds/describe';
import { knownEvents } from './balance/known-events';
import { dosesRunning } from './balance/what-goes-in';
import { outlook } from './outlook/outlook';

const NOON = Date.UTC(2026, 10, 20, 12);
const DAY_MS = 86_400_000;

/** Of two doses set in one minute the one set later holds, wherever it is asked: 7 times of 20 before entries were numbered. */
describe('two doses set in one minute', () => {
  const tank = { ...newTank('t'), name: 'Bay', displayL: 200 };
  const set = (id: string, seq: number, mlPerDay: number): EntryOf<'standing-dose'> => ({
    id,
    seq,
    tankId: 't',
    at: NOON,
    kind: 'standing-dose',
    solutionId: 's',
    mlPerDay,
  });
  const house = {
    ...emptySnapshot('UTC'),
    tanks: [tank],
    solutions: [{ id: 's', name: 'Soda', parts: [{ reagent: 'sodium-carbonate' as const, gramsPerL: 80 }] }],
    entries: [
      { id: 'r', seq: 1, tankId: 't', at: NOON - DAY_MS, kind: 'reading' as const, values: { alkalinity: 2.8 } },
    ],
  };
  it.each(Array.from({ length: 20 }, (_, i) => [`${(i * 7) % 20}`, `${(i * 13 + 5) % 20}x`]))(
    'the second holds in plan, events, outlook and log, with the identities %s and %s',
    (first, second) => {
      const rows = [set(first, 2, 40), set(second, 3, 55)];
      // In whatever order they come.
      const snapshot = applyRows(
        house,
        rows.toReversed().map((row) => ({ table: 'entries', id: row.id, row })),
      );
      const now = NOON + DAY_MS;
      expect(dosesRunning(snapshot, tank, now).map(({ mlPerDay }) => mlPerDay)).toEqual([55]);
      const running = knownEvents(snapshot, tank).findLast(({ kind }) => kind === 'rate');
      expect(running).toMatchObject({ litresPerDay: 0.055 });
      expect(
        snapshot.entries
          .slice(-1)
          .map((entry) => describeEntry(entry, snapshot))
          .join(),
      ).toContain('55');
      const only = applyRows(house, [{ table: 'entries', id: second, row: rows[1] }]);
      expect(outlook(snapshot, tank, 'alkalinity', now, now + 5 * DAY_MS)).toEqual(
        outlook(only, tank, 'alkalinity', now, now + 5 * DAY_MS),
      );
    },
  );
});
