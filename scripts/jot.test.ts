import { spawnSync } from 'node:child_process';
import { describe, expect, it } from 'vitest';

const NOW = ['--now', '2026-11-21T18:30:00Z', '--zone', 'Europe/Lisbon'];

function jot(args: readonly string[], input = '') {
  const { stdout, stderr, status } = spawnSync(process.execPath, ['scripts/command.mjs', 'jot', ...args], {
    input,
    encoding: 'utf8',
  });
  return {
    status,
    stderr,
    answers: stdout
      .trimEnd()
      .split('\n')
      .filter(Boolean)
      .map((line) => JSON.parse(line) as Record<string, unknown>),
  };
}

describe('the line without a screen', () => {
  it('tells what is understood, asked and noted', () => {
    const { status, answers } = jot([...NOW, 'yesterday', '8pm', 'ph', '8.21,', 'glass', 'cleaned']);
    expect(status).toBe(0);
    expect(answers).toMatchObject([
      {
        canBeLogged: true,
        asks: [],
        entries: [
          { kind: 'reading', at: '2026-11-20T20:00:00.000Z', values: { ph: 8.21 } },
          { kind: 'note', note: 'glass cleaned' },
        ],
      },
    ]);
  });

  it('answers line by line, in US units where asked, and ends with 1 where something is asked', () => {
    const { status, answers } = jot([...NOW, '--units', 'US'], 'wc 10 gal\n\nalk 830\n');
    expect(status).toBe(1);
    expect(answers).toHaveLength(2);
    expect(answers[0]).toMatchObject({ canBeLogged: true, entries: [{ kind: 'water-change' }] });
    expect(answers[1]).toMatchObject({ canBeLogged: false, asks: [{ suggestion: 'alk 8.3 dKH' }] });
  });

  it('says what of the command was not understood', () => {
    expect(jot(['--units', 'imperial', 'alk 8'])).toMatchObject({ status: 2, answers: [] });
    expect(jot(['--now', 'soon', 'alk 8']).stderr).toContain('2026-11-21');
  });
});
