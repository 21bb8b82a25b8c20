import type { Phrase } from '../calculator/calculator';

/** Over what a rate is told: "over eight weeks"; nothing of the rate of now. */
export function overWords(days: number | undefined): Phrase[] {
  if (days === undefined) return [];
  const weeks = Math.round(days / 7);
  return [weeks >= 2 ? `over ${NUMBERS[weeks] ?? weeks} weeks` : `over ${Math.max(1, Math.round(days))} days`];
}

const NUMBERS = [
  'no',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
];
