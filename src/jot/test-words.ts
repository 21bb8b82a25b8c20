import type { ParameterId } from '@/calculators/parameters/parameters';
import { ABOUT, PRESENT, TRACE, UNDETECTED, ZERO } from './lexicon/fillers';
import type { Line } from './line';
import { parameterAt } from './names';
import type { Bound } from './test-told';

/** The first step of the usual kits, canonical units: what "present" lies above and "undetectable" below. Common practice. */
export const FIRST_STEP: Partial<Record<ParameterId, number>> = {
  ammonia: 0.1,
  nitrite: 0.05,
  nitrate: 1,
  phosphate: 0.02,
};

/** What a word says of a test that has no figure. */
export function sayOf(
  parameter: ParameterId,
  words: string,
): { value: number; bound?: Bound; uncertainty?: number } | undefined {
  const step = FIRST_STEP[parameter];
  if (step === undefined) return undefined;
  if (ZERO.includes(words)) return { value: 0 };
  if (UNDETECTED.includes(words)) return { value: step, bound: 'below' };
  if (PRESENT.includes(words)) return { value: step, bound: 'above' };
  return TRACE.includes(words) ? { value: step, uncertainty: step } : undefined;
}

/** Phosphorus is told in ppb by colorimeters, and in mg/L by laboratories: a figure below one is in mg/L. */
export function phosphorusUnit(line: Line, word: string, at: number): string | undefined {
  if (word !== 'p' && word !== 'phosphorus') return undefined;
  const { text, end } = line.numberAt(at);
  const unit = line.word(end);
  if (/^(?:ppm|mg)$/.test(unit)) return 'ppm P';
  if (/^(?:ppb|ug|µg)$/.test(unit)) return 'ppb P';
  return Number(text.replace(',', '.')) < 1 ? 'ppm P' : 'ppb P';
}

export function aboutBefore(line: Line, at: number): { about?: boolean; bound?: Bound } {
  const found = [...ABOUT, '<', '>'].find(
    (words) => !words.includes(' ') && line.word(at - 1) === words && line.free(at - 1),
  );
  if (found === undefined) return {};
  line.use(at - 1);
  return found === '<' ? { bound: 'below' } : found === '>' ? { bound: 'above' } : { about: true };
}

export function figureSoon(line: Line, at: number): boolean {
  return line.isNumber(at) || (line.tokens[at]?.kind === 'mark' && line.isNumber(at + 1));
}

/** The next token that is free, if it is a number or stands for one. */
export function nextFree(line: Line, from: number, number: boolean): number | undefined {
  let i = from;
  while (i < line.tokens.length && (!line.free(i) || /^(?:the|at|was|in|about)$/.test(line.word(i)))) i++;
  return i < line.tokens.length && (!number || line.isNumber(i)) ? i : undefined;
}

/** "The new water was 35 ppt": no reading of the tank. */
export function ofNewWater(line: Line, at: number): boolean {
  for (let i = at - 1; i >= 0 && !line.isBreak(i); i--)
    if (
      /^(?:batch|mix|mixed|saltwater|bucket|bin|sump)$/.test(line.word(i)) ||
      (line.word(i) === 'new' && line.word(i + 1) === 'water')
    )
      return true;
  return false;
}

/** Whether the line tells its figures before their names: "8.3 alk 440 ca 1320 mg". */
export function tellsFiguresFirst(line: Line): boolean {
  const places = line.tokens.flatMap((_, i) => (line.free(i) && (line.isNumber(i) || parameterAt(line, i)) ? [i] : []));
  const numbers = places.filter((i) => line.isNumber(i));
  const names = places.filter((i) => !line.isNumber(i));
  const [first] = places;
  const last = places.at(-1);
  if (first === undefined || last === undefined || !line.isNumber(first) || line.isNumber(last)) return false;
  return (
    numbers.length === names.length && numbers.length > 1 && places.every((i, k) => line.isNumber(i) === (k % 2 === 0))
  );
}
