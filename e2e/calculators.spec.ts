import { expect, test } from '@playwright/test';

/** The route handler as it runs behind the built server. */
test('the calculators answer over HTTP', async ({ request }) => {
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
