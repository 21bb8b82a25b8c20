import { FILLERS, NOT_DONE, OF_A_LOOK } from './lexicon/fillers';
import type { Line } from './line';
import { parameterAt } from './names';
import { callsAt } from './phrases';

/** A part of the line between two breaks. */
export interface TextSpan {
  readonly from: number;
  readonly to: number;
}

/** The parts of a line between its breaks. */
export function stretchesOf(line: Line): TextSpan[] {
  const found: TextSpan[] = [];
  let from = 0;
  for (let i = 0; i <= line.tokens.length; i++)
    if (i === line.tokens.length || (line.isBreak(i) && line.free(i))) {
      if (i > from) found.push({ from, to: i });
      from = i + 1;
    }
  return found;
}

/** Whether a stretch tells what was not done, or is yet to be. What is itself called so ("missed carbon dose", "never again") is a deed. */
export function isNotDone(line: Line, { from, to }: TextSpan): boolean {
  for (let i = from; i < to; i++)
    if (
      line.free(i) &&
      NOT_DONE.has(line.word(i)) &&
      !/^(?:maybe|next)$/.test(line.word(i)) &&
      callsAt(line, i).length === 0
    )
      return true;
  return false;
}

/** A number that counts a word, or says how long: part of a remark. */
function isOfRemark(line: Line, at: number): boolean {
  const token = line.tokens[at];
  const next = line.tokens[at + 1];
  if (token?.kind !== 'number') return true;
  if (next?.kind !== 'word' || parameterAt(line, at + 1)) return false;
  if (DURATION.test(next.text)) return true;
  return /^\d{1,3}$/.test(token.text) && next.text.length > 2 && !UNIT.test(next.text);
}
const DURATION = /^(?:s|sec|secs|seconds?|m|min|mins|minutes?|h|hrs?|hours?|d|days?|weeks?|months?|years?)$/;
const UNIT =
  /^(?:ml|l|g|kg|mg|lb|lbs|oz|gal|gallons?|litres?|liters?|dkh|meq|ppm|ppb|ppt|cups?|tsp|tbsp|°c|°f|buckets?|hours?)$/;

export interface Remarks {
  /** What a stretch with nothing else in it says: a note of its own. */
  readonly notes: readonly string[];
  /** What was said beside something that was understood, by the token it stands at. */
  readonly beside: readonly { readonly token: number; readonly text: string }[];
}

/** What is left of a line once everything has been read: words become remarks, figures nobody claims are asked about. */
export function readRemarks(
  line: Line,
  understoodIn: (stretch: TextSpan) => boolean,
  hint: (word: string) => string | undefined,
): Remarks {
  const notes: string[] = [];
  const beside: { token: number; text: string }[] = [];
  let running: { from: number; to: number } | undefined;
  const close = () => {
    if (running) notes.push(textOf(line, running.from, running.to));
    running = undefined;
  };
  for (const stretch of stretchesOf(line)) {
    const free = indices(stretch).filter((i) => line.free(i));
    const numbers = free.filter((i) => line.tokens[i]?.kind === 'number');
    const whole = !understoodIn(stretch);
    const unclaimed = numbers.filter((i) => !(isOfRemark(line, i) && (whole || !line.isBreak(i))));
    for (const at of unclaimed) if (line.free(at)) askOf(line, at, stretch, hint);
    const words = indices(stretch).filter((i) => line.free(i) && line.tokens[i]?.kind === 'word');
    const says = words.filter((i) => !FILLERS.has(line.word(i)) && !OF_A_LOOK.has(line.word(i)));
    if (
      whole &&
      unclaimed.length === 0 &&
      (says.length > 0 ||
        (words.length > 0 && notes.length + beside.length === 0 && !understoodIn({ from: 0, to: line.tokens.length })))
    ) {
      // Stretches of one remark stay one: "the heater was stuck, fixed it".
      running =
        running && running.to >= stretch.from - 1 ? { from: running.from, to: stretch.to } : (close(), { ...stretch });
      continue;
    }
    close();
    const [first] = says;
    const last = says.at(-1);
    if (whole || first === undefined || last === undefined) continue;
    // With the small words just before it: "on the sand".
    let from = first;
    while (from > stretch.from && line.free(from - 1) && LEADS.has(line.word(from - 1))) from--;
    beside.push({ token: first, text: remainder(line, from, last + 1) });
  }
  close();
  return { notes, beside };
}

const LEADS = new Set(['on', 'the', 'at', 'for', 'in', 'to', 'of', 'a', 'an', 'with']);

function indices({ from, to }: TextSpan): number[] {
  return Array.from({ length: to - from }, (_, i) => from + i);
}

function textOf(line: Line, from: number, to: number): string {
  return line.typed.slice(line.tokens[from]?.from, line.tokens[to - 1]?.to).replace(/^[-•*\s]+|[.\s]+$/g, '');
}

/** What is free of a stretch, in its own words. */
function remainder(line: Line, from: number, to: number): string {
  let text = '';
  for (let i = from; i < to; i++) {
    const token = line.tokens[i];
    if (!token || !line.free(i)) continue;
    text += `${token.glued || text === '' ? '' : ' '}${line.typed.slice(token.from, token.to)}`;
  }
  return text.replace(/^[-:•*\s]+|[.\s]+$/g, '');
}

/** A figure nobody claims, with the word before it where that is near to one that would. */
function askOf(line: Line, at: number, stretch: TextSpan, hint: (word: string) => string | undefined): void {
  const before =
    at > stretch.from && line.free(at - 1) && line.tokens[at - 1]?.kind === 'word' ? line.word(at - 1) : undefined;
  const meant = before && hint(before);
  const { end } = line.numberAt(at);
  const stuck = line.tokens[end]?.kind === 'word' && line.free(end) && !parameterAt(line, end) ? end + 1 : end;
  if (before && meant) {
    line.ask(at - 1, at, `“${before}” is not known; ${meant}?`, meant);
    line.use(at, end);
    return;
  }
  line.ask(
    at,
    Math.min(stuck, stretch.to),
    'What is this figure of? Name the test or the work before it, or keep it as a note.',
  );
}
