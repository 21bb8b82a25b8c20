import { NextResponse } from 'next/server';
import type { AnyCalculator } from '@/calculators/calculators';
import type { RefusalDetail } from '@/calculators/calculator/attempt';
import { refusedAtTheDoor } from '../../door';
import { Died, GivenUp, TooMany, type Answering } from './threads';

/** A batch of some thousand inputs fits; nothing a keeper asks is larger. */
const MOST_BYTES = 1_000_000;
/** A season of a monitor that tests every hour fits in a line. */
const MOST_LINE_BYTES = 250_000;
/** What one request may take of the processor, ms; the lines that are left are told so. */
const BODY_MS = 60_000;
const LINES = 'application/x-ndjson';

interface Asked {
  readonly request: Request;
  /** The one the address names; without it each line names its own. */
  readonly calculator?: AnyCalculator | undefined;
  /** What works lines out, each once its turn comes. */
  readonly take: () => Answering;
  readonly bodyMs?: number;
}

/**
 * Answers a request to the calculators: one JSON value, or lines of them (application/x-ndjson), which are answered line
 * by line as they are read. Work ends when the asker leaves. Markup never leaves as markup: what was sent back in a refusal stands
 * escaped, and is JSON by its type.
 */
export async function answerRequest({ request, calculator, take, bodyMs = BODY_MS }: Asked): Promise<Response> {
  const notAsked = refusedAsked(request);
  if (notAsked) return notAsked;
  const { text, refusal } = await bodyOf(request);
  if (refusal) return refuse(413, refusal);
  const type = request.headers.get('content-type')?.split(';')[0]?.trim().toLowerCase();
  if (type !== 'application/json' && type !== LINES)
    return refuse(415, {
      field: 'content type',
      value: (type ?? 'none').slice(0, 60),
      allowed: `application/json, or ${LINES} for lines`,
    });
  const answering = take();
  // A response that was never asked for needs no more work.
  const leave = () => answering.stop();
  request.signal.addEventListener('abort', leave, { once: true });
  if (request.signal.aborted) leave();
  const answer = (line: string) => answerTo(line, calculator, answering);
  if (type === LINES) {
    const done = () => request.signal.removeEventListener('abort', leave);
    return inLines(text, answer, { stop: leave, done, bodyMs });
  }
  const told = await answer(text);
  request.signal.removeEventListener('abort', leave);
  return json((JSON.parse(told) as { ok: boolean }).ok ? 200 : 400, told);
}

/** The answer to a line as JSON; one that is too long or too much work is refused like any other. */
async function answerTo(line: string, calculator: AnyCalculator | undefined, answering: Answering): Promise<string> {
  const named = { calculator: calculator?.name ?? '' };
  if (line.length > MOST_LINE_BYTES)
    return refusedLine(named, { field: 'line', value: 'too long', allowed: `up to ${MOST_LINE_BYTES} characters` });
  try {
    return await answering.answer(line, calculator?.name);
  } catch (error) {
    if (error instanceof GivenUp || error instanceof Died) return refusedLine(named, error.detail);
    if (error instanceof TooMany)
      return refusedLine(named, {
        field: 'line',
        value: 'one too many',
        allowed: 'fewer questions at once',
        hint: 'So many wait that this one would not be answered in time: ask again later.',
      });
    throw error;
  }
}

function refusedLine(named: { readonly calculator: string }, refused: RefusalDetail): string {
  return JSON.stringify({ ...named, ok: false, refused });
}

/** The answers as they are asked for: who reads no further, or leaves, causes no further work. */
function inLines(
  text: string,
  answer: (line: string) => Promise<string>,
  { stop, done, bodyMs }: { readonly stop: () => void; readonly done: () => void; readonly bodyMs: number },
): Response {
  const lines = text.split('\n').filter((line) => line.trim() !== '');
  const encoder = new TextEncoder();
  let at = 0;
  let worked = 0;
  const body = new ReadableStream<Uint8Array>({
    pull: async (controller) => {
      const line = lines[at];
      if (line === undefined) {
        done();
        controller.close();
        return;
      }
      at += 1;
      const began = performance.now();
      const told =
        worked > bodyMs
          ? refusedLine(
              { calculator: '' },
              {
                field: 'body',
                value: `line ${at}`,
                allowed: `what is worked out within ${bodyMs / 1000} s of one request`,
                hint: 'Send the rest in another request.',
              },
            )
          : await answer(line);
      worked += performance.now() - began;
      controller.enqueue(encoder.encode(`${escaped(told)}\n`));
    },
    cancel: stop,
  });
  return new NextResponse(body, { status: 200, headers: { 'Content-Type': `${LINES}; charset=utf-8` } });
}

/** The body as text, read no further than is allowed. */
async function bodyOf(
  request: Request,
): Promise<{ text: string; refusal?: undefined } | { text?: undefined; refusal: RefusalDetail }> {
  const tooLarge = { field: 'body', value: 'too large', allowed: `up to ${MOST_BYTES} bytes` };
  if (Number(request.headers.get('content-length') ?? 0) > MOST_BYTES) return { refusal: tooLarge };
  const reader = request.body?.getReader();
  const decoder = new TextDecoder();
  let text = '';
  let bytes = 0;
  for (let chunk = await reader?.read(); chunk && !chunk.done; chunk = await reader?.read()) {
    bytes += chunk.value.byteLength;
    if (bytes > MOST_BYTES) {
      await reader?.cancel();
      return { refusal: tooLarge };
    }
    text += decoder.decode(chunk.value, { stream: true });
  }
  return { text: text + decoder.decode() };
}

/** Why a request is not answered at all: it came by a name or from a page that is not this machine's own. */
export function refusedAsked(request: Request): Response | undefined {
  const refused = refusedAtTheDoor(request.headers);
  return refused === undefined
    ? undefined
    : refuse(403, { field: 'host or origin', value: 'not this machine’s own', allowed: refused });
}

export function refuse(status: number, refused: RefusalDetail): Response {
  return json(status, JSON.stringify({ ok: false, refused }));
}

/** @param text JSON */
export function json(status: number, text: string): Response {
  return new NextResponse(escaped(text), {
    status,
    headers: { 'Content-Type': 'application/json; charset=utf-8' },
  });
}

/** JSON in which no tag can begin, whatever a reader takes it for. */
function escaped(text: string): string {
  return text.replaceAll('<', '\\u003c').replaceAll('>', '\\u003e').replaceAll('&', '\\u0026');
}
