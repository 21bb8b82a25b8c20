import { spawnSync } from 'node:child_process';
import { describe, expect, it } from 'vitest';

function find(args: readonly string[], input = '') {
  const { stdout, status } = spawnSync(process.execPath, ['scripts/command.mjs', 'find', ...args], {
    input,
    encoding: 'utf8',
  });
  return {
    status,
    answers: stdout
      .trimEnd()
      .split('\n')
      .filter(Boolean)
      .map((line) => JSON.parse(line) as Record<string, unknown>),
  };
}

describe('Find without a screen', () => {
  it('prints the first five with their addresses, a line a phrase', () => {
    const { status, answers } = find([], 'kalk\n\ndinos\n');
    expect(status).toBe(0);
    expect(answers).toHaveLength(2);
    expect((answers[0]?.found as { address: string }[])[0]?.address).toBe('/demo/atrium/limewater');
    expect((answers[0]?.found as unknown[]).length).toBeLessThanOrEqual(5);
    expect((answers[1]?.found as { address: string }[])[0]?.address).toBe('/demo/atrium/articles?of=dinoflagellates');
  });
  it('answers a question of units, and ends with 1 where nothing is found', () => {
    expect(find(['8', 'dkh', 'in', 'meq']).answers[0]).toMatchObject({ tells: { says: '8 dKH is 2.85 meq/L.' } });
    expect(find(['zzxqv']).status).toBe(1);
    expect(find(['--units', 'old', 'kalk']).status).toBe(2);
  });
});
