import { describe, expect, it } from 'vitest';
import { replyToLine } from '@/calculators/json-lines';
import { calculatorNamed } from '@/calculators/calculators';
import { comesTrue } from '@/testing/comes-true';
import { GET as describeOne, POST as postOne } from './[name]/route';
import { answerRequest } from './answering';
import { GET as list } from './route';
import { Died, GivenUp, Threads, TooMany, type Answering, type Limits, type Thread } from './threads';

/** Works lines out in this process; the built server does so on threads, which the browser tests ask. */
const here: Answering = {
  answer: (line, name) => Promise.resolve(JSON.stringify(replyToLine(line, name ? calculatorNamed(name) : undefined))),
  stop: () => undefined,
};
const take = () => here;
const runAny = (asked: Request) => answerRequest({ request: asked, take });
const runOne = async (asked: Request, { params }: ReturnType<typeof named>) => {
  const { name } = await params;
  const calculator = calculatorNamed(name);
  return calculator ? answerRequest({ request: asked, calculator, take }) : postOne(asked, { params });
};

const LINES = 'application/x-ndjson';
const named = (name: string) => ({ params: Promise.resolve({ name }) });
const request = (body: string, type = 'application/json') =>
  new Request('http://localhost/api/calc', {
    method: 'POST',
    body,
    headers: { host: 'localhost', 'content-type': type },
  });
const one = (name: string, input: unknown) => runOne(request(JSON.stringify(input)), named(name));

const got = (host = 'localhost') => new Request('http://localhost', { headers: { host } });

describe('the route to the calculators', () => {
  it('lists them and describes one', async () => {
    expect(await list(got()).json()).toContainEqual({
      name: 'carbonate',
      asks: expect.stringMatching(/\?$/) as string,
    });
    const response = await describeOne(got(), named('carbonate'));
    expect(await response.json()).toMatchObject({
      input: {
        properties: { alkalinity: { unit: 'meq/L', anyOf: [{ type: 'number', maximum: 60 }, { type: 'string' }] } },
      },
    });
    expect((await describeOne(got(), named('nothing'))).status).toBe(404);
  });

  it('answers nobody who came by another name or from another site', async () => {
    expect(list(got('rebound.example')).status).toBe(403);
    expect((await describeOne(got('rebound.example'), named('carbonate'))).status).toBe(403);
    const foreign = new Request('http://localhost/api/calc', {
      method: 'POST',
      body: '{}',
      headers: { host: 'localhost', origin: 'http://elsewhere.example', 'content-type': 'application/json' },
    });
    expect((await postOne(foreign.clone(), named('carbonate'))).status).toBe(403);
    expect((await runAny(foreign)).status).toBe(403);
  });

  it('answers one input', async () => {
    const response = await one('carbonate', { alkalinity: '8 dKH', pco2Uatm: 420, temperatureC: 25.5 });
    expect(response.status).toBe(200);
    expect(await response.json()).toMatchObject({
      ok: true,
      sentence: expect.stringMatching(/^pH is at 8\.23/) as string,
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
        allowed: '5 ppt to 42 ppt',
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
      await one('dosing-plan', { netVolumeL: 100, demand: {}, certainty: nasty }),
      await one('dosing-plan', {
        netVolumeL: 100,
        demand: { alkalinity: { perDay: 0.2 } },
        sources: [{ name: nasty, perMl: { alkalinity: 1 } }],
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
      headers: { host: 'localhost', 'content-type': 'application/json' },
      duplex: 'half',
    } as RequestInit);
    expect((await runAny(unsaid)).status).toBe(413);
    expect(sent).toBeLessThan(1_300_000);
  });
});

/** A thread that answers when it is told to, and notes what becomes of it. */
class HeldThread implements Thread {
  readonly asked: unknown[] = [];
  ended = false;
  #hear: ((told: unknown) => void) | undefined;
  postMessage(message: unknown): void {
    this.asked.push(message);
  }
  #heard = new Map<string, (told: unknown) => void>();
  on(event: string, listener: (told: unknown) => void): void {
    this.#heard.set(event, listener);
    if (event === 'message') this.#hear = listener;
  }
  /** It ends by itself, with a word or without. */
  die(by: 'error' | 'exit'): void {
    this.ended = true;
    this.#heard.get(by)?.(new Error('out of memory'));
  }
  say(told: string): void {
    this.#hear?.(told);
  }
  terminate(): void {
    this.ended = true;
  }
  unref(): void {
    // Nothing runs.
  }
}

describe('work for an asker who has left', () => {
  function held(limits: Partial<Limits> = {}) {
    const made: HeldThread[] = [];
    const threads = new Threads(
      () => {
        const thread = new HeldThread();
        made.push(thread);
        return thread;
      },
      { threads: 2, lineMs: 60_000, ordinaryMs: 10_000, waiting: 100, idleMs: 60_000, ...limits },
    );
    return { threads, made };
  }
  const settle = () => new Promise((resolve) => setTimeout(resolve, 0));
  const lines = (count: number) => Array.from({ length: count }, (_, i) => `{"id":${i}}`).join('\n');

  it('stops in the midst of a line, and asks no other', async () => {
    const { threads, made } = held();
    const leaving = new AbortController();
    const asked = new Request('http://localhost/api/calc', {
      method: 'POST',
      body: lines(4000),
      headers: { host: 'localhost', 'content-type': LINES },
      signal: leaving.signal,
    });
    const response = await answerRequest({ request: asked, take: () => threads.take() });
    const reader = response.body?.getReader();
    const first = reader?.read();
    await settle();
    made[0]?.say('{"ok":true}');
    await first;
    await settle();
    leaving.abort();
    await settle();
    expect(made[0]?.ended).toBe(true);
    expect(made[0]?.asked.length).toBeLessThanOrEqual(3);
    expect(made).toHaveLength(1);
  });

  it('stops when the answer is read no further', async () => {
    const { threads, made } = held();
    const response = await answerRequest({ request: request(lines(50), LINES), take: () => threads.take() });
    await settle();
    await response.body?.cancel();
    expect(made[0]?.ended).toBe(true);
  });

  it('a line that takes too long is refused, its thread ended, and the next line gets another', async () => {
    const { threads, made } = held({ lineMs: 20, ordinaryMs: 10 });
    const answering = threads.take();
    await expect(answering.answer('{}', undefined)).rejects.toBeInstanceOf(GivenUp);
    expect(made[0]?.ended).toBe(true);
    const second = answering.answer('{}', undefined);
    made[1]?.say('"done"');
    expect(await second).toBe('"done"');
    // What can be used again is used again.
    const again = threads.take();
    void again.answer('{}', undefined).catch(() => undefined);
    expect(made).toHaveLength(2);
    again.stop();
  });

  it('an ordinary line is answered while any number of long ones wait, once it is known that these are long', async () => {
    const { threads, made } = held({ threads: 1, ordinaryMs: 20, waiting: 1000 });
    const heavy = threads.take();
    const asked = Array.from({ length: 200 }, (_, i) => heavy.answer(`{"heavy":${100 + i}}`, 'estimate'));
    for (const each of asked) each.catch(() => undefined);
    const told = threads.take().answer('{"small":1}', 'salinity');
    // The first is tried as an ordinary one, takes too long, and begins again behind; then it is known what the others are.
    await comesTrue(() => {
      const mine = made.find(({ asked: lines }) => JSON.stringify(lines.at(-1) ?? '').includes('small'));
      expect(mine).toBeDefined();
      mine?.say('"quick"');
    });
    expect(await told).toBe('"quick"');
    const tried = made.flatMap(({ asked: lines }) => lines).filter((line) => JSON.stringify(line).includes('heavy'));
    expect(made.some(({ ended }) => ended)).toBe(true);
    expect(tried.length).toBeLessThanOrEqual(3);
    heavy.stop();
    await Promise.allSettled(asked);
    expect(threads.size).toBeLessThanOrEqual(2);
  });

  it('more lines than there are threads wait, and more than may wait are refused at once', async () => {
    const { threads, made } = held({ waiting: 3 });
    const asker = threads.take();
    const asked = Array.from({ length: 4 }, (_, i) => asker.answer(`{"n":${i}}`, 'x'));
    for (const each of asked) each.catch(() => undefined);
    expect(made).toHaveLength(1);
    await expect(asker.answer('{}', 'x')).rejects.toBeInstanceOf(TooMany);
    const response = await answerRequest({ request: request('{"calculator":"x"}'), take: () => threads.take() });
    expect(await response.json()).toMatchObject({ ok: false, refused: { value: 'one too many' } });
    made[0]?.say('"first"');
    expect(await asked[0]).toBe('"first"');
    expect(made[0]?.asked).toHaveLength(2);
    asker.stop();
    await Promise.allSettled(asked);
  });

  it('a thread that dies is replaced at once: the line is worked out by another, and refused where that dies too', async () => {
    const { threads, made } = held();
    const asker = threads.take();
    const told = asker.answer('{}', 'x');
    made[0]?.die('error');
    expect(made).toHaveLength(2);
    made[1]?.say('"done"');
    expect(await told).toBe('"done"');
    // One that dies while it has nothing to do is not asked again.
    made[1]?.die('exit');
    expect(threads.size).toBe(0);
    const next = asker.answer('{}', 'x');
    expect(made).toHaveLength(3);
    made[2]?.die('exit');
    made[3]?.die('error');
    await expect(next).rejects.toBeInstanceOf(Died);
    const after = asker.answer('{}', 'x');
    made[4]?.say('"again"');
    expect(await after).toBe('"again"');
  });

  it('a thread without work is ended', async () => {
    const { threads, made } = held({ idleMs: 5 });
    const told = threads.take().answer('{}', 'x');
    made[0]?.say('"done"');
    await told;
    expect(threads.size).toBe(1);
    await comesTrue(() => expect(made[0]?.ended).toBe(true));
    expect(threads.size).toBe(0);
  });

  it('a request has so much work and no more: the lines that are left are told so', async () => {
    const slow: Answering = {
      ...here,
      answer: async () => {
        await new Promise((resolve) => setTimeout(resolve, 30));
        return '{"ok":true}';
      },
    };
    const response = await answerRequest({
      request: request(lines(5), LINES),
      take: () => slow,
      bodyMs: 20,
    });
    const told = (await response.text()).trim().split('\n');
    expect(told).toHaveLength(5);
    expect(told[0]).toBe('{"ok":true}');
    expect(JSON.parse(told[4] ?? '')).toMatchObject({
      ok: false,
      refused: { field: 'body', value: 'line 5', hint: 'Send the rest in another request.' },
    });
  });

  it('a line longer than may be is refused, and the others answered', async () => {
    const long = `{"calculator":"${'x'.repeat(260_000)}"}`;
    const response = await runAny(request(`${long}\n{"calculator":"nothing","input":{}}`, LINES));
    const told = (await response.text())
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as { refused: { value: string } });
    expect(told.map(({ refused }) => refused.value)).toEqual(['too long', 'nothing']);
  });

  it('a body too large by its own word is refused before it is read', async () => {
    let read = false;
    const body = new ReadableStream<Uint8Array>(
      {
        pull(controller) {
          read = true;
          controller.enqueue(new Uint8Array(10));
        },
      },
      { highWaterMark: 0 },
    );
    const asked = new Request('http://localhost/api/calc', {
      method: 'POST',
      body,
      headers: { host: 'localhost', 'content-type': LINES, 'content-length': '5000000' },
      duplex: 'half',
    } as RequestInit);
    expect((await runAny(asked)).status).toBe(413);
    expect(read).toBe(false);
  });
});
