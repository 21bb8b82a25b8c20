'use client';

import type { OutlookPoint } from '@/derived/outlook/outlook';
import type { TankObservation } from '@/derived/observations/observations';
import { dayText } from '../time/when';
import { markOf, type Mark } from './marks';
import type { batchBars } from './to-come';

/** Where a moment and a level stand on the strip, px. */
export interface Scales {
  readonly x: (at: number) => number;
  readonly y: (value: number) => number;
}

export const HEIGHT = 92;
export const TRACE_TOP = 8;
export const TRACE_FOOT = 48;
const MARKS_AT = 54;
/** A thin line between trace and marks: a batch that stands in its vessel. */
const BATCHES_AT = 50;
/** A mark nearer than this to the one before it stands a lane lower. */
const MARK_ROOM = 12;

/** What the model expects, with how far it may stray. */
export function Ahead({ points, x, y }: Scales & { readonly points: readonly OutlookPoint[] }) {
  if (points.length < 2) return null;
  const over = line(points.map((p) => [x(p.at), y(p.high)]));
  const under = line(points.toReversed().map((p) => [x(p.at), y(p.low)])).replace('M', 'L');
  return (
    <>
      <path d={`${over} ${under} Z`} fill="var(--dusk-wash)" />
      <path
        d={line(points.map((p) => [x(p.at), y(p.value)]))}
        fill="none"
        stroke="var(--dusk)"
        strokeWidth="2"
        strokeDasharray="5 4"
      />
    </>
  );
}

/** What was read; of a bound the point is hollow. */
export function Trace({ readings, x, y }: Scales & { readonly readings: readonly TankObservation[] }) {
  return (
    <>
      <path d={line(readings.map((p) => [x(p.at), y(p.value)]))} fill="none" stroke="var(--glass)" strokeWidth="1.75" />
      {readings.map((p) => (
        <circle
          key={p.entryId}
          cx={x(p.at)}
          cy={y(p.value)}
          r="2.6"
          stroke="var(--glass)"
          fill={p.bound ? 'var(--sheet)' : 'var(--glass)'}
        />
      ))}
    </>
  );
}

/** Batches that stand in their vessels: dashed until they are ready. */
export function Batches({
  bars,
  now,
  zone,
  x,
}: Pick<Scales, 'x'> & {
  readonly bars: ReturnType<typeof batchBars>;
  readonly now: number;
  readonly zone: string;
}) {
  const bar = { y1: BATCHES_AT, y2: BATCHES_AT, stroke: 'var(--glass)', strokeWidth: 3 } as const;
  return bars.map(({ id, from, readyAt, name }) => (
    <g key={id}>
      <title>{`${name}, mixed ${dayText(from, zone)}, ready`}</title>
      <line x1={x(from)} x2={x(Math.min(now, readyAt))} {...bar} strokeDasharray="2 2" />
      {now > readyAt && <line x1={x(readyAt)} x2={x(now)} {...bar} />}
    </g>
  ));
}

/** What was done and what falls due, each kind by its shape. */
export function Marks({
  marks,
  zone,
  x,
}: Pick<Scales, 'x'> & { readonly marks: readonly Mark[]; readonly zone: string }) {
  return inLanes(marks, x).map(({ mark, lane }) => (
    <g key={mark.entryId} transform={`translate(${x(mark.at) - 5} ${MARKS_AT + lane * MARK_ROOM})`}>
      <title>{`${dayText(mark.at, zone)}: ${mark.text}`}</title>
      <rect x="-2" y="-2" width="14" height="14" fill="transparent" />
      <path
        d={markOf(mark.kind).path}
        fill="none"
        stroke={mark.toCome ? 'var(--dusk)' : 'var(--soft)'}
        strokeWidth="1.4"
        strokeDasharray={mark.toCome ? '1.5 1.5' : undefined}
      />
    </g>
  ));
}

/** Marks in two lanes, so that work of one morning does not lie on itself. */
function inLanes(marks: readonly Mark[], x: (at: number) => number): { mark: Mark; lane: number }[] {
  const lastX = [-Infinity, -Infinity];
  return marks.map((mark) => {
    const at = x(mark.at);
    const lane = at - (lastX[0] ?? 0) >= MARK_ROOM ? 0 : 1;
    lastX[lane] = at;
    return { mark, lane };
  });
}

function line(points: readonly (readonly [number, number])[]): string {
  return points.map(([px, py], i) => `${i === 0 ? 'M' : 'L'}${px.toFixed(1)} ${py.toFixed(1)}`).join(' ');
}
