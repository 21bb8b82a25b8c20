import { describe, expect, it } from 'vitest';
import { copyToOffer, headOf, keepCopy, listCopies, nameOf, readCopy, spent, type CopyHead } from './copies';

const DAY = 86_400_000;
const NOW = Date.UTC(2026, 10, 24, 18);

/** The origin's private files, as far as copies use them; room can run out in the midst of a file. */
function folder(room = Infinity) {
  const files = new Map<string, string>();
  let left = room;
  const handle = (name: string) => ({
    createWritable: () => {
      let text = '';
      return Promise.resolve({
        write: (more: string) => {
          if (more.length > left) return Promise.reject(new DOMException('no room', 'QuotaExceededError'));
          text += more;
          return Promise.resolve();
        },
        close: () => {
          left -= text.length;
          files.set(name, text);
          return Promise.resolve();
        },
      });
    },
    move: (to: string) => {
      const text = files.get(name) ?? '';
      files.delete(name);
      files.set(to, text);
      return Promise.resolve();
    },
    getFile: () => Promise.resolve({ text: () => Promise.resolve(files.get(name) ?? '') }),
  });
  const directory = {
    keys: () => asynchronous([...files.keys()]),
    getFileHandle: (name: string, options?: { create?: boolean }) => {
      if (!files.has(name) && !options?.create) return Promise.reject(new DOMException('none', 'NotFoundError'));
      if (!files.has(name)) files.set(name, '');
      return Promise.resolve(handle(name));
    },
    removeEntry: (name: string) => {
      files.delete(name);
      return Promise.resolve();
    },
  } as unknown as FileSystemDirectoryHandle;
  return { directory, files, setRoom: (next: number) => (left = next) };
}
async function* asynchronous(names: readonly string[]) {
  for (const name of names) yield await Promise.resolve(name);
}

const told = (turn: number, at: number, record = 'abc'): Omit<CopyHead, 'name'> => ({
  record,
  turn,
  at,
  tanks: 1,
  entries: turn,
});
const head = (turn: number, at: number, record = 'abc'): CopyHead => ({
  ...told(turn, at, record),
  name: nameOf(told(turn, at, record)),
});

describe('copies beside the database', () => {
  it('tell in their name what they are of, and nothing else in the folder is taken for one', () => {
    expect(headOf(nameOf(told(7, NOW)))).toEqual(head(7, NOW));
    for (const name of ['part', 'a.json', 'abc.7.8.json', 'abc.x.8.1-1.json']) expect(headOf(name)).toBeUndefined();
  });

  it('are listed from the newest, and read back as they were written', async () => {
    const { directory } = folder();
    await keepCopy(directory, told(1, NOW - DAY), 'first');
    await keepCopy(directory, told(2, NOW), 'second');
    const heads = await listCopies(directory);
    expect(heads.map(({ turn }) => turn)).toEqual([2, 1]);
    expect(await readCopy(directory, heads[1]?.name ?? '')).toBe('first');
  });

  it('that find no room leave all that is there as it was', async () => {
    const { directory, files, setRoom } = folder();
    await keepCopy(directory, told(1, NOW), 'whole');
    setRoom(3);
    await expect(keepCopy(directory, told(2, NOW + 1), 'too long')).rejects.toThrow('no room');
    expect((await listCopies(directory)).map(({ turn }) => turn)).toEqual([1]);
    // What was begun is no copy, and the next one takes its place.
    setRoom(100);
    await keepCopy(directory, told(3, NOW + 2), 'later');
    expect([...files.keys()].filter((name) => headOf(name) === undefined)).toEqual([]);
  });

  it('keep the two newest and the last of each of three days, whatever came between', () => {
    const hours = Array.from({ length: 24 * 9 }, (_, i) => head(1000 - i, NOW - (i * DAY) / 24));
    const gone = new Set(spent(hours));
    const kept = hours.filter((each) => !gone.has(each));
    expect(kept.map(({ at }) => (NOW - at) / DAY)).toEqual([0, 1 / 24, 19 / 24, 43 / 24]);
    expect(spent([])).toEqual([]);
  });

  it('keep those of a record that was lost when another is begun', () => {
    const lost = [head(90, NOW - DAY, 'old'), head(80, NOW - 2 * DAY, 'old'), head(70, NOW - 3 * DAY, 'old')];
    const own = Array.from({ length: 30 }, (_, i) => head(30 - i, NOW - i * 60_000, 'new'));
    const gone = spent([...own, ...lost]);
    expect(gone.filter(({ record }) => record === 'old').map(({ turn }) => turn)).toEqual([70]);
  });
});

describe('which copy is offered', () => {
  const heads = [head(57, NOW), head(50, NOW - DAY)];

  it('none where the record is as far as its copy, or further', () => {
    expect(copyToOffer(heads, { record: 'abc', turn: 57 }, false)).toBeUndefined();
    expect(copyToOffer(heads, { record: 'abc', turn: 60 }, false)).toBeUndefined();
  });

  it('the newest where the record opened as it was before its last changes', () => {
    expect(copyToOffer(heads, { record: 'abc', turn: 54 }, false)).toEqual({ head: heads[0], why: 'behind' });
  });

  it('the newest where the database is gone: another stands in its place, and is empty', () => {
    expect(copyToOffer(heads, { record: 'fresh', turn: 0 }, true)).toEqual({ head: heads[0], why: 'empty' });
    expect(copyToOffer(heads, undefined, true)).toEqual({ head: heads[0], why: 'empty' });
  });

  it('none where another record is lived in, or its keeper emptied this one', () => {
    expect(copyToOffer(heads, { record: 'fresh', turn: 3 }, false)).toBeUndefined();
    expect(copyToOffer(heads, { record: 'abc', turn: 58 }, true)).toBeUndefined();
    expect(copyToOffer([], { record: 'fresh', turn: 0 }, true)).toBeUndefined();
  });
});
