import { readFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { finder, type Findable } from './finder';
import { FINDABLES } from './findables';

/** A record's own rows stand among them: the demo's tanks, solutions and salts by the names they have there. */
const ROWS: readonly Findable[] = [
  ...['Atrium', 'Story Corner', 'Back Room'].map((name) => ({ id: `tank ${name}`, name, words: ['tank'] })),
  ...['Carbonate part', 'Calcium part', 'Magnesium part', 'Limewater'].map((name) => ({
    id: `solution ${name}`,
    name,
    words: ['solution'],
  })),
];
const ASKED = readFileSync(path.join(import.meta.dirname, 'testing', 'phrases.txt'), 'utf8')
  .split('\n')
  .filter((line) => line !== '' && !line.startsWith('#'))
  .map((line) => line.split(' => ') as [string, string]);
/** What cannot be taken back by a look. */
const DESTRUCTIVE = /^(?:undo|redo|import)$/;

describe('what keepers type into Find', () => {
  const find = finder([...FINDABLES, ...ROWS]);
  // A question of units is answered before anything is looked for.
  const asked = ASKED.filter(([, first]) => first !== 'convert');
  const misled = asked.flatMap(([typed, first]) => {
    const found = find(typed)[0]?.id;
    return found !== undefined && first.split(' / ').includes(found)
      ? []
      : [`${typed}: ${found ?? 'nothing'}, not ${first}`];
  });

  it('is three hundred phrases', () => {
    expect(ASKED.length).toBeGreaterThanOrEqual(300);
  });
  it('finds what should come first in 95 of 100 at least', () => {
    process.stdout.write(`find: ${asked.length - misled.length} of ${asked.length} first\n`);
    expect(1 - misled.length / asked.length, misled.join('\n')).toBeGreaterThanOrEqual(0.95);
  });
  it('leads no one to a tank or to what is not taken back by a look, who did not ask for it', () => {
    const wrong = misled.filter((each) => /: (?:tank |undo|redo|import)/.test(each));
    expect(wrong).toEqual([]);
    for (const [typed, first] of asked)
      if (!DESTRUCTIVE.test(first.split(' / ')[0] ?? ''))
        expect(DESTRUCTIVE.test(find(typed)[0]?.id ?? ''), typed).toBe(
          /\/ import/.test(first) && find(typed)[0]?.id === 'import',
        );
  });
  it('ends in nothing for none of them', () => {
    for (const [typed] of asked) expect(find(typed).length, typed).toBeGreaterThan(0);
  });
});
