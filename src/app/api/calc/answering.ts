import { NextResponse } from 'next/server';
import { replyToLine } from '@/chemistry/batch';
import type { AnyCalculator } from '@/chemistry/calculators';
import type { RefusalDetail } from '@/chemistry/refusal';

/** A batch of some thousand inputs fits; nothing a keeper asks is larger. */
const MOST_BYTES = 1_000_000;
/** How long lines are answered, ms, before the server turns to others for a moment. */
const TURN_MS = 25;
const LINES = 'application/x-ndjson';

/**
 * Answers a request to the calculators: one JSON value, or lines of them (application/x-ndjson), which are answered line
 * by line. Markup never leaves as markup: what was sent back in a refusal stands escaped, and is JSON by its type.
 * @param calculator the one the address names; without it each line names its own
 */
export async function answerRequest(request: Request, calculator?: AnyCalculator): Promise<Response> {
  const { text, refusal } = await bodyOf(request);
  if (refusal) return refuse(413, refusal);
  const type = request.headers.get('content-type')?.split(';')[0]?.trim().toLowerCase();
  if (type === LINES) return inLines(text, calculator);
  if (type !== 'application/json')
    return refuse(415, {
      field: 'content type',
      value: (type ?? 'none').slice(0, 60),
      allowed: `application/json, or ${LINES} for lines`,
    });
  const reply = replyToLine(text, calculator);
  return json(reply.ok ? 200 : 400, reply);
}

async function inLines(text: string, calculator: AnyCalculator | undefined): Promise<Response> {
  const lines = text.split('\n').filter((line) => line.trim() !== '');
  let answers = '';
  let turnBegan = performance.now();
  for (const line of lines) {
    if (performance.now() - turnBegan > TURN_MS) {
      await new Promise((resolve) => setImmediate(resolve));
      turnBegan = performance.now();
    }
    answers += `${escaped(replyToLine(line, calculator))}\n`;
  }
  return new NextResponse(answers, { status: 200, headers: { 'Content-Type': `${LINES}; charset=utf-8` } });
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

export function refuse(status: number, refused: RefusalDetail): Response {
  return json(status, { ok: false, refused });
}

export function json(status: number, value: unknown): Response {
  return new NextResponse(escaped(value), { status, headers: { 'Content-Type': 'application/json; charset=utf-8' } });
}

/** JSON in which no tag can begin, whatever a reader takes it for. */
function escaped(value: unknown): string {
  return JSON.stringify(value).replaceAll('<', '\\u003c').replaceAll('>', '\\u003e').replaceAll('&', '\\u0026');
}
