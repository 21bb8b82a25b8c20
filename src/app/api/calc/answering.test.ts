import { describe, expect, it } from 'vitest';
import { GET as describeOne, POST as runOne } from './[name]/route';
import { GET as list, POST as runAny } from './route';

const LINES = 'application/x-ndjson';
const named = (name: string) => ({ params: Promise.resolve({ name }) });
const request = (body: string, type = 'application/json') =>
  new Request('http://localhost/api/calc', { method: 'POST', body, headers: { 'content-type': type } });
const one = (name: string, input: unknown) => runOne(request(JSON.stringify(input)), named(name));

describe('the route to the calculators', () => {
  it('lists them and describes one', async () => {
    expect(await list().json()).toContainEqual({ name: 'carbonate', asks: expect.stringMatching(/\?$/) as string });
    const response = await describeOne(new Request('http://localhost'), named('carbonate'));
    expect(await response.json()).toMatchObject({
      input: {
        properties: { alkalinity: { unit: 'meq/L', anyOf: [{ type: 'number', maximum: 60 }, { type: 'string' }] } },
      },
    });
    expect((await describeOne(new Request('http://localhost'), named('nothing'))).status).toBe(404);
  });

  it('answers one input', async () => {
    const response = await one('carbonate', { alkalinity: '8 dKH', pco2Uatm: 420, temperatureC: 25.5 });
    expect(response.status).toBe(200);
    expect(await response.json()).toMatchObject({
      ok: true,
      sentence: expect.stringMatching(/^pH stands at 8\.23/) as string,
    });
  });

  it('answers 400 with field, value, range and probable slip', async () => {
    const response = await one('mix-batch', { litresWanted: 40, targetSalinity: 1.026 });
    expect(response.status).toBe(400);
    expect(await response.json()).toEqual({
      calculator: 'mix-batch',
      ok: false,
      refused: {
        field: 'target salinity',
        value: 1.026,
        allowed: '5.0 ppt to 42.0 ppt',
        hint: '1.026 looks like a specific gravity, not ppt.',
        suggestion: '1.026 sg',
        path: 'targetSalinity',
      },
    });
  });

  it.each([
    ['{', 400],
    ['[]', 400],
    ['null', 400],
    ['', 400],
    ['{"__proto__":{"x":1}}', 400],
  ])('answers %s with %d', async (body, status) => {
    expect((await runOne(request(body), named('carbonate'))).status).toBe(status);
    expect((await runAny(request(body))).status).toBe(status);
  });

  it('wants JSON, and says so', async () => {
    expect((await runAny(request('a=1', 'text/plain'))).status).toBe(415);
  });

  it('answers lines one by one, refusals among them, in order', async () => {
    const lines = Array.from({ length: 500 }, (_, i) =>
      JSON.stringify({
        id: i,
        calculator: 'salinity',
        input: { reading: { by: 'figure', salinity: i % 2 ? 35 : 350 } },
      }),
    );
    const response = await runAny(request(lines.join('\n'), LINES));
    expect(response.headers.get('content-type')).toContain(LINES);
    const answers = (await response.text())
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as { id: number; ok: boolean });
    expect(answers.map(({ id }) => id)).toEqual(lines.map((_, i) => i));
    expect(answers.every(({ id, ok }) => ok === (id % 2 === 1))).toBe(true);
  });

  it('never sends markup back as markup', async () => {
    const nasty = '<img src=x onerror=alert(1)>&';
    for (const response of [
      await one('carbonate', { alkalinity: nasty, pco2Uatm: 420 }),
      await one('carbonate', { [nasty]: 1 }),
      await one('maintenance-dose', { netVolumeL: 100, demand: {}, parts: {}, certainty: nasty }),
      await one('maintenance-dose', {
        netVolumeL: 100,
        demand: { alkalinity: { perDay: 0.2 } },
        parts: { alkalinity: { name: nasty, perMl: 1 } },
      }),
      await runOne(request(nasty), named('carbonate')),
      await runOne(request('{}'), named(nasty)),
      await runAny(request(`${nasty}\n{"calculator":"${nasty}","input":{}}`, LINES)),
    ]) {
      expect(await response.text()).not.toMatch(/[<>&]/);
      expect(response.headers.get('content-type')).toMatch(/json/);
    }
  });

  it('reads no more than it may, whatever the length said', async () => {
    const long = `{"alkalinity":"${'8'.repeat(1_100_000)}"}`;
    expect((await runOne(request(long), named('carbonate'))).status).toBe(413);
    let sent = 0;
    const endless = new ReadableStream<Uint8Array>({
      pull(controller) {
        sent += 65_536;
        controller.enqueue(new Uint8Array(65_536).fill(32));
      },
    });
    const unsaid = new Request('http://localhost', {
      method: 'POST',
      body: endless,
      headers: { 'content-type': 'application/json' },
      duplex: 'half',
    } as RequestInit);
    expect((await runAny(unsaid)).status).toBe(413);
    expect(sent).toBeLessThan(1_300_000);
  });
});
