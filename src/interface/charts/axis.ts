import { scaleLinear } from 'd3-scale';

/** About as many ticks as can be read beside a chart. */
const TICKS = 4;

/** Round axis limits a little outside the levels, with three to six ticks; none below zero for levels that are not. */
export function axisFor(low: number, high: number): [number, number, number[]] {
  const span = high - low || Math.abs(high) * 0.1 || 1;
  const scale = scaleLinear()
    .domain([Math.max(low >= 0 ? 0 : -Infinity, low - span * 0.08), high + span * 0.08])
    .nice(TICKS);
  const [from = low, to = high] = scale.domain();
  return [from, to, scale.ticks(TICKS)];
}

/** Nothing is less than nought, however coarse the test. */
export function whisker(value: number, error: number): readonly [number, number] {
  return [value >= 0 ? Math.min(value, error) : error, error];
}
