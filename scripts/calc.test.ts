import { spawnSync } from 'node:child_process';
import { describe, expect, it } from 'vitest';

function calc(args: readonly string[], input = '') {
  const { stdout, stderr, status } = spawnSync(process.execPath, ['scripts/command.mjs', 'calc', ...args], {
    input,
    encoding: 'utf8',
    maxBuffer: 64 << 20,
  });
  return { status, stderr, lines: stdout.trimEnd().split('\n') };
}
const parsed = (line: string | undefined) => JSON.parse(line ?? '') as Record<string, unknown>;

/** Each of these starts a process of its own, as a keeper's shell would. */
describe('the command line', () => {
  it('lists and describes', () => {
    expect(calc(['list']).lines.some((line) => /^carbonate\s+What are pH/.test(line))).toBe(true);
    const description = JSON.parse(calc(['describe', 'dilution']).lines.join('\n')) as { example: unknown };
    expect(description).toMatchObject({ name: 'dilution', input: { type: 'object' } });
    // What describe shows can be sent straight back, on as many lines as it likes.
    const { status, lines } = calc(['dilution'], JSON.stringify(description.example, null, 2));
    expect(status).toBe(0);
    expect(parsed(lines[0])).toMatchObject({ ok: true, sentence: 'Exchange 106 L 2 times, 213 L in all.' });
  });

  it('refuses a malformed line in its place and answers those after it', () => {
    const good = JSON.stringify({ alkalinity: '8 dKH', pco2Uatm: 420 });
    const { status, lines } = calc(['carbonate'], `${good}\n{"alkalinity": \n${good}\n${good}\n`);
    expect(status).toBe(1);
    expect(lines.map((line) => parsed(line).ok)).toEqual([true, false, true, true]);
    expect(parsed(lines[1])).toMatchObject({ refused: { field: 'line' } });
  });

  it('answers a batch line by line and ends with 1 when something was refused', () => {
    const requests = [
      { id: 'a', calculator: 'carbonate', input: { alkalinity: '8 dKH', phNbs: 8.05 } },
      { id: 'b', calculator: 'carbonate', input: { alkalinity: '8 dKH', phNbs: 80.5 } },
    ];
    const { status, lines } = calc(['batch'], `${requests.map((each) => JSON.stringify(each)).join('\r\n')}\n\n`);
    expect(status).toBe(1);
    expect(lines.map((line) => parsed(line))).toMatchObject([
      { id: 'a', ok: true },
      { id: 'b', ok: false, refused: { field: 'pH', suggestion: '8.05' } },
    ]);
  });

  it('takes one input a line for a calculator named, and the last without its newline', () => {
    const { status, lines } = calc(
      ['salinity'],
      '{"reading":{"by":"figure","salinity":35}}\n{"reading":{"by":"figure","salinity":33}}',
    );
    expect(status).toBe(0);
    expect(lines).toHaveLength(2);
    expect(parsed(lines[1]).sentence).toMatch(/^That is 33 ppt/);
  });

  it('ends with 2 and the nearest name when it does not understand', () => {
    const { status, stderr } = calc(['carbonat'], '{}');
    expect(status).toBe(2);
    expect(stderr).toMatch(/Perhaps carbonate\?/);
  });

  it('says where input ended in the middle', () => {
    const { status, lines } = calc(['carbonate'], '{"alkalinity": 3,');
    expect(status).toBe(1);
    expect(parsed(lines[0])).toMatchObject({ ok: false, refused: { field: 'line' } });
  });
});
