'use client';

import { ChevronDown, ChevronUp } from 'lucide-react';
import { useMemo, useRef, type KeyboardEvent, type PointerEvent, type ReactNode } from 'react';
import { PARAMETERS, offered, type ParameterId } from '@/calculators/parameters/parameters';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { useCycle } from '../workspace/cycle-context';
import { outlookOf } from '@/derived/trends/outlook-of';
import { lastObservation, observationsOf, observationText } from '@/derived/observations/observations';
import { useWidth } from '../controls/use-width';
import { dayText, whenText } from '../time/when';
import { useNow, useTank } from '../workspace/workspace';
import { dayTicks } from './day-ticks';
import { batchBars, marksToCome } from './to-come';
import { markOf, marksOf, type Mark } from './marks';
import { USUAL_SPAN, useTimeline } from './timeline-context';

const HEIGHT = 92;
const TRACE_TOP = 8;
const TRACE_FOOT = 48;
const MARKS_AT = 54;
/** A thin line between trace and marks: a batch that stands in its vessel. */
const BATCHES_AT = 50;
/** A mark nearer than this to the one before it stands a lane lower. */
const MARK_ROOM = 12;

/**
 * The strip of time that every screen of a tank shares: what was logged behind, now, and what the model expects ahead.
 * Dragging it, or the arrow keys, moves every chart together.
 */
export function Timeline() {
  const { snapshot, tank } = useTank();
  const { units, zone } = snapshot.settings;
  const tide = useTimeline();
  const now = useNow();
  const [ref, width] = useWidth(1000);
  const drag = useRef<number | undefined>(undefined);
  const { from, to, followed } = tide;
  const x = (at: number) => ((at - from) / (to - from)) * width;

  const trace = useMemo(
    () =>
      observationsOf(snapshot, tank.id, followed).filter(({ at }) => at > from - 30 * DAY_MS && at < to + 30 * DAY_MS),
    [snapshot, tank.id, followed, from, to],
  );
  const cycle = useCycle().result?.outcome;
  const ahead = useMemo(
    () => outlookOf(snapshot, tank, followed, now, to, cycle),
    [snapshot, tank, followed, now, to, cycle],
  );
  const marks = useMemo(
    () => [...marksOf(snapshot, tank.id, from, to), ...marksToCome(snapshot, tank, now, to)],
    [snapshot, tank, now, from, to],
  );
  const batches = useMemo(() => batchBars(snapshot, tank.id, now), [snapshot, tank.id, now]);
  const [bandLow, bandHigh] = tank.targets[followed] ?? PARAMETERS[followed].band;
  const shown = trace.filter(({ at }) => at >= from && at <= to).map(({ value }) => value);
  const low = Math.min(bandLow, ...shown, ...ahead.map((point) => point.value));
  const high = Math.max(bandHigh, ...shown, ...ahead.map((point) => point.value));
  const pad = (high - low) * 0.12 || 1;
  const y = (value: number) =>
    TRACE_FOOT -
    ((Math.min(high + pad, Math.max(low - pad, value)) - low + pad) / (high - low + 2 * pad)) *
      (TRACE_FOOT - TRACE_TOP);
  const last = lastObservation(snapshot, tank.id, followed);

  const lastWords = last
    ? `${observationText(followed, last, units)}, ${whenText(last.at, now, zone)}`
    : `no ${PARAMETERS[followed].name} logged yet`;

  const keys = (event: KeyboardEvent) => {
    const span = tide.stretch.toDays - tide.stretch.fromDays;
    const act: Record<string, () => void> = {
      ArrowLeft: () => tide.move(-span / 8),
      ArrowRight: () => tide.move(span / 8),
      PageUp: () => tide.move(-span),
      PageDown: () => tide.move(span),
      ArrowUp: () => tide.zoom(0.75),
      ArrowDown: () => tide.zoom(4 / 3),
      Home: () => tide.show(USUAL_SPAN),
    };
    const chosen = act[event.key];
    if (!chosen) return;
    event.preventDefault();
    chosen();
  };
  const hold = (event: PointerEvent<SVGSVGElement>) => {
    drag.current = event.clientX;
    event.currentTarget.setPointerCapture(event.pointerId);
  };
  const pull = (event: PointerEvent<SVGSVGElement>) => {
    if (drag.current === undefined) return;
    const days = ((drag.current - event.clientX) / width) * (tide.stretch.toDays - tide.stretch.fromDays);
    drag.current = event.clientX;
    tide.move(days);
  };

  return (
    <section
      aria-label="Tide line"
      className="no-print border-b border-line bg-sheet lg:grid lg:grid-cols-[12.5rem_minmax(0,1fr)] lg:items-center"
    >
      <div className="flex flex-wrap items-center gap-x-2 px-3 text-sm lg:py-1 lg:pl-5">
        <label className="flex items-center gap-1.5">
          <span className="sr-only">Followed on the tide line</span>
          <select
            className="min-h-11 max-w-40 rounded bg-transparent font-semibold text-glass lg:min-h-7"
            value={followed}
            onChange={(event) => tide.follow(event.target.value as ParameterId)}
          >
            {offered((id) => id === followed || observationsOf(snapshot, tank.id, id).length > 0).map((id) => (
              <option key={id} value={id}>
                {PARAMETERS[id].name}
              </option>
            ))}
          </select>
        </label>
        <span className="text-soft max-lg:hidden lg:order-2 lg:w-full">{lastWords}</span>
        {!tide.folded && (
          <span className="ml-auto flex lg:order-3 lg:-ml-1.5">
            <TideButton label="Earlier" onClick={() => tide.move(-(tide.stretch.toDays - tide.stretch.fromDays) / 4)}>
              ←
            </TideButton>
            <TideButton label="Nearer" onClick={() => tide.zoom(0.6)}>
              +
            </TideButton>
            <TideButton label="Wider" onClick={() => tide.zoom(1 / 0.6)}>
              −
            </TideButton>
            <TideButton label="Later" onClick={() => tide.move((tide.stretch.toDays - tide.stretch.fromDays) / 4)}>
              →
            </TideButton>
            <TideButton label="Back to now" onClick={() => tide.show(USUAL_SPAN)}>
              now
            </TideButton>
          </span>
        )}
        {tide.folded && <span className="ml-auto text-soft lg:hidden">{lastWords}</span>}
        <TideButton label={tide.folded ? 'Unfold the tide line' : 'Fold the tide line'} onClick={tide.fold}>
          {tide.folded ? <ChevronDown size={16} aria-hidden="true" /> : <ChevronUp size={16} aria-hidden="true" />}
        </TideButton>
      </div>
      {tide.folded ? null : (
        // Drawn before it is measured, it would push a phone's page wide for an instant.
        <div ref={ref} className="w-full overflow-hidden">
          <svg
            width={width}
            height={HEIGHT}
            role="group"
            tabIndex={0}
            className="block cursor-grab touch-pan-y select-none active:cursor-grabbing"
            aria-label={`Time from ${dayText(from, zone)} to ${dayText(to, zone)}. Arrow keys move and zoom; Home returns to now.`}
            onKeyDown={keys}
            onPointerDown={hold}
            onPointerMove={pull}
            onPointerUp={() => (drag.current = undefined)}
            onPointerCancel={() => (drag.current = undefined)}
          >
            <rect
              x={0}
              width={width}
              y={y(bandHigh)}
              height={Math.max(1, y(bandLow) - y(bandHigh))}
              fill="var(--band)"
            />
            {dayTicks(from, to, zone, Math.max(3, width / 90)).map((tick) => (
              <g key={tick}>
                <line x1={x(tick)} x2={x(tick)} y1={TRACE_TOP} y2={HEIGHT - 16} stroke="var(--line)" />
                <text x={x(tick) + 3} y={HEIGHT - 4} fontSize="12" fill="var(--soft)">
                  {dayText(tick, zone)}
                </text>
              </g>
            ))}
            {ahead.length > 1 && (
              <path
                d={`${line(ahead.map((p) => [x(p.at), y(p.high)]))} ${line(ahead.toReversed().map((p) => [x(p.at), y(p.low)])).replace('M', 'L')} Z`}
                fill="var(--dusk-wash)"
              />
            )}
            {ahead.length > 1 && (
              <path
                d={line(ahead.map((p) => [x(p.at), y(p.value)]))}
                fill="none"
                stroke="var(--dusk)"
                strokeWidth="2"
                strokeDasharray="5 4"
              />
            )}
            <path
              d={line(trace.map((p) => [x(p.at), y(p.value)]))}
              fill="none"
              stroke="var(--glass)"
              strokeWidth="1.75"
            />
            {trace.map((p) => (
              <circle
                key={p.entryId}
                cx={x(p.at)}
                cy={y(p.value)}
                r="2.6"
                stroke="var(--glass)"
                fill={p.bound ? 'var(--sheet)' : 'var(--glass)'}
              />
            ))}
            {batches.map(({ id, from: mixedAt, readyAt, name: batch }) => (
              <g key={id}>
                <title>{`${batch}, mixed ${dayText(mixedAt, zone)}, ready`}</title>
                <line
                  x1={x(mixedAt)}
                  x2={x(Math.min(now, readyAt))}
                  y1={BATCHES_AT}
                  y2={BATCHES_AT}
                  stroke="var(--glass)"
                  strokeWidth="3"
                  strokeDasharray="2 2"
                />
                {now > readyAt && (
                  <line
                    x1={x(readyAt)}
                    x2={x(now)}
                    y1={BATCHES_AT}
                    y2={BATCHES_AT}
                    stroke="var(--glass)"
                    strokeWidth="3"
                  />
                )}
              </g>
            ))}
            {inLanes(marks, x).map(({ mark, lane }) => (
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
            ))}
            <line x1={x(now)} x2={x(now)} y1={0} y2={HEIGHT - 16} stroke="var(--ink)" strokeWidth="1.5" />
            <text x={x(now) + 4} y={10} fontSize="12" fontWeight="650" fill="var(--ink)">
              now
            </text>
          </svg>
        </div>
      )}
    </section>
  );
}

function TideButton({
  label,
  onClick,
  children,
}: {
  readonly label: string;
  readonly onClick: () => void;
  readonly children: ReactNode;
}) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      className="inline-flex min-h-11 min-w-9 items-center justify-center rounded px-1.5 text-soft hover:text-ink lg:min-h-7 lg:min-w-7"
      onClick={onClick}
    >
      {children}
    </button>
  );
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
