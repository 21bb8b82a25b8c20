import type { Line } from './line';

/** From a token to the next break. */
export function stretchFrom(line: Line, from: number): { readonly from: number; readonly to: number } {
  let to = from;
  while (to < line.tokens.length && !line.isBreak(to)) to++;
  return { from, to };
}
