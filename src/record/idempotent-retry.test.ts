import { describe, expect, it } from 'vitest';
import type { Change } from './change';
import { idempotentRetry } from './idempotent-retry';
import type { Entry } from './schema';

const note = (id: string): Entry => ({ id, tankId: 't', at: 1, kind: 'note', note: 'a' });
const tick = (id: string, filed: string): Entry => ({
  id,
  tankId: 't',
  at: 1,
  kind: 'step-done',
  waterDayId: 'd',
  step: 'k',
  says: 'Drain.',
  filed: [filed],
});
const change = (label: string, ...entries: Entry[]): Change => ({ label, put: { entries } });
const none = () => false;

describe('a change sent again', () => {
  it('takes over the identities of the one whose fate is not known, where rows name each other too', () => {
    const sent = change('Done', note('a1'), tick('b1', 'a1'));
    const again = idempotentRetry(change('Done', note('a2'), tick('b2', 'a2')), sent, none);
    expect(again.put?.entries).toEqual(sent.put?.entries);
  });

  it('is another change when it says another thing, or has more rows, or rows of another table', () => {
    const sent = change('Done', note('a1'));
    for (const other of [
      change('Other', note('a2')),
      change('Done', note('a2'), note('a3')),
      { label: 'Done', put: { vessels: [{ id: 'v', name: 'Drum', litres: 60 }] } },
    ])
      expect(idempotentRetry(other, sent, none)).toBe(other);
  });

  it('leaves rows that have their identity already: an edit is an edit', () => {
    const edit = change('Saved', note('known'));
    const again = idempotentRetry(edit, change('Saved', note('known')), (_, id) => id === 'known');
    expect(again.put?.entries).toEqual(edit.put?.entries);
  });
});
