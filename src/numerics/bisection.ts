/** To a millionth of a millionth of the span. */
const HALVINGS = 40;

/**
 * The greatest value for which something still holds, where it holds from zero up to it.
 * @param holds true from `from` up to some value, false beyond it
 * @returns to a millionth of a millionth of the span
 * Source: bisection.
 */
export function bisectGreatest(holds: (value: number) => boolean, upTo: number, from = 0): number {
  if (holds(upTo)) return upTo;
  let [low, high] = [from, upTo];
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2;
    if (holds(middle)) low = middle;
    else high = middle;
  }
  return low;
}
