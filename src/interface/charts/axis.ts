/** Round axis limits a little outside the levels, with three to five ticks. */
export function axisFor(low: number, high: number): [number, number, number[]] {
  const span = high - low || Math.abs(high) * 0.1 || 1;
  const rough = (span * 1.2) / 4;
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = [1, 2, 2.5, 5, 10].map((each) => each * power).find((each) => each >= rough) ?? 10 * power;
  const from = Math.max(low >= 0 ? 0 : -Infinity, Math.floor((low - span * 0.08) / step) * step);
  const to = Math.ceil((high + span * 0.08) / step) * step;
  const ticks = Array.from({ length: Math.round((to - from) / step) + 1 }, (_, i) =>
    Number((from + i * step).toPrecision(10)),
  );
  return [from, to, ticks];
}

/** Nothing is less than nought, however coarse the test. */
export function whisker(value: number, error: number): readonly [number, number] {
  return [value >= 0 ? Math.min(value, error) : error, error];
}
