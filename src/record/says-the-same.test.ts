import { describe, expect, it } from 'vitest';
import type { Change } from './change';
import { saidBy } from './says-the-same';
import type { Entry } from './schema';

const known = (table: string, id: string) => table === 'tanks' && id === 't';
const note = (id: string, at: number, words: string): Entry => ({ id, tankId: 't', at, kind: 'note', note: words });
const logged = (...entries: Entry[]): Change => ({ label: 'Logged', put: { entries } });

describe('what a change says', () => {
  it('is the same for two presses of one button, a minute apart and under other identities', () => {
    expect(saidBy(logged(note('a', 1, 'wiped')), known)).toBe(saidBy(logged(note('b', 60_001, 'wiped')), known));
  });
  it('is another for other words, another tank or another label', () => {
    const said = saidBy(logged(note('a', 1, 'wiped')), known);
    expect(saidBy(logged(note('a', 1, 'wiped twice')), known)).not.toBe(said);
    expect(saidBy(logged({ ...note('a', 1, 'wiped'), tankId: 'other' } as Entry), known)).not.toBe(said);
    expect(saidBy({ ...logged(note('a', 1, 'wiped')), label: 'Jotted' }, known)).not.toBe(said);
  });
  it('is nothing where rows are changed or removed, and where a whole file is read', () => {
    expect(saidBy({ label: 'Saved', put: { tanks: [{ id: 't' } as never] } }, known)).toBeUndefined();
    expect(saidBy({ label: 'Removed', remove: { entries: ['a'] } }, known)).toBeUndefined();
    expect(saidBy(logged(...Array.from({ length: 50 }, (_, i) => note(`${i}`, i, 'x'))), known)).toBeUndefined();
  });
});
