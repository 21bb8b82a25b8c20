import { once } from 'node:events';
import { connect } from 'node:net';
import { deep, expect, test } from './steps';

/** The route handler as it runs behind the built server. */
deep('the calculators answer over HTTP', async ({ request }) => {
  const list = (await (await request.get('/api/calc')).json()) as { name: string }[];
  expect(list.map(({ name }) => name)).toContain('forecast');
  for (const { name } of list) {
    const described = (await (await request.get(`/api/calc/${name}`)).json()) as { example: unknown };
    const response = await request.post(`/api/calc/${name}`, { data: described.example });
    expect(response.status(), name).toBe(200);
    expect(((await response.json()) as { sentence: string }).sentence.length).toBeGreaterThan(20);
  }
});

test('a refusal over HTTP tells field, value, range and slip, and sends no markup back', async ({ request }) => {
  const slipped = await request.post('/api/calc/carbonate', {
    data: { alkalinity: 8.3, pco2Uatm: 420, salinity: 1.026 },
  });
  expect(slipped.status()).toBe(400);
  expect(await slipped.json()).toMatchObject({
    ok: false,
    refused: { field: 'salinity', value: 1.026, suggestion: '1.026 sg', path: 'salinity' },
  });
  const nasty = await request.post('/api/calc/carbonate', { data: { alkalinity: '<b>8</b>' } });
  expect(nasty.status()).toBe(400);
  expect(await nasty.text()).not.toContain('<');
  expect(nasty.headers()['content-type']).toContain('application/json');
  expect(nasty.headers()['x-content-type-options']).toBe('nosniff');
  const large = await request.post('/api/calc/carbonate', { data: { alkalinity: 'x'.repeat(1_200_000) } });
  expect(large.status()).toBe(413);
  expect((await request.post('/api/calc/nothing', { data: {} })).status()).toBe(404);
});

test('lines go in and come out in order', async ({ request }) => {
  const lines = [8, 9, 900].map((dkh, id) =>
    JSON.stringify({
      id,
      calculator: 'carbonate',
      input: { alkalinity: `${dkh} dKH`, pco2Uatm: 420, temperatureC: 25.5 },
    }),
  );
  const response = await request.post('/api/calc', {
    headers: { 'content-type': 'application/x-ndjson' },
    data: lines.join('\n'),
  });
  const answers = (await response.text())
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as { id: number; ok: boolean; values?: { phNbs: number } });
  expect(answers.map(({ id, ok }) => [id, ok])).toEqual([
    [0, true],
    [1, true],
    [2, false],
  ]);
  // Independent evaluation of Dickson et al. 2007 with Takahashi's f_H: 8.233 and 8.275.
  expect(answers[0]?.values?.phNbs).toBeCloseTo(8.233, 2);
  expect(answers[1]?.values?.phNbs).toBeCloseTo(8.275, 2);
});

test('work stops when its asker leaves: those who come after are answered', async ({ request, baseURL }) => {
  const { example } = (await (await request.get('/api/calc/cycle-reading')).json()) as { example: unknown };
  // Minutes of work, several times over.
  const body = Array.from({ length: 1200 }, () => JSON.stringify(example)).join('\n');
  for (let i = 0; i < 3; i++) {
    const leaving = new AbortController();
    const response = await fetch(`${baseURL ?? ''}/api/calc/cycle-reading`, {
      method: 'POST',
      body,
      headers: { 'content-type': 'application/x-ndjson' },
      signal: leaving.signal,
    });
    await response.body?.getReader().read();
    leaving.abort();
  }
  const after = await request.post('/api/calc/carbonate', { data: { alkalinity: '8 dKH', pco2Uatm: 420 } });
  expect(after.status()).toBe(200);
});

test('a body too large is refused by its length, before it is sent', async ({ baseURL }) => {
  const { hostname, port } = new URL(baseURL ?? '');
  const socket = connect(Number(port), hostname);
  socket.write(
    'POST /api/calc HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\nContent-Length: 90000000\r\n\r\n{',
  );
  const [head] = (await once(socket, 'data')) as [Buffer];
  expect(head.toString()).toContain('413');
  socket.destroy();
});

test('the server answers this machine alone', async ({ baseURL }) => {
  // Another address of this machine's own, as one from the network would be: a server that listens on all of them answers here too.
  const socket = connect(Number(new URL(baseURL ?? '').port), '127.0.0.2');
  const [error] = (await once(socket, 'error')) as [NodeJS.ErrnoException];
  expect(error.code).toBe('ECONNREFUSED');
});
