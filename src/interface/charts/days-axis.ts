import { scaleLinear } from 'd3-scale';
import { dayTicks } from '../timeline/day-ticks';
import { dayText } from '../time/when';

/** How an axis of days is drawn, whichever chart it stands under. */
export function daysAxis(width: number, lastDay: number) {
  return {
    dataKey: 'days',
    type: 'number',
    domain: [0, lastDay || 1],
    // In whole days and natural steps: the end of what is drawn is no day of its own.
    ticks: scaleLinear()
      .domain([0, lastDay || 1])
      .ticks(Math.max(3, Math.min(8, Math.floor(width / 90)))),
    tickFormatter: (days: number) => String(Number(days.toFixed(1))),
    tick: { fill: 'var(--soft)', fontSize: 12 },
    stroke: 'var(--edge)',
    tickLine: false,
  } as const;
}

/** How an axis of levels is drawn beside it. */
export function levelAxis(low: number, high: number, ticks: number[], width: number) {
  return {
    domain: [low, high],
    ticks,
    width,
    tick: { fill: 'var(--soft)', fontSize: 12 },
    stroke: 'none',
    tickFormatter: (value: number) => String(Number(value.toPrecision(5))),
  };
}

/** How an axis of moments is drawn: the stretch of the tide line, named by its days. */
export function momentsAxis(from: number, to: number, zone: string, width: number) {
  return {
    dataKey: 'at',
    type: 'number',
    domain: [from, to],
    ticks: dayTicks(from, to, zone, Math.max(2, width / 95)),
    tickFormatter: (at: number) => dayText(at, zone),
    allowDataOverflow: true,
    tick: { fill: 'var(--soft)', fontSize: 12 },
    stroke: 'var(--edge)',
    tickLine: false,
  } as const;
}
