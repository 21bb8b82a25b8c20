'use client';

import { useMemo } from 'react';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { lastObservation, observationsOf, observationText } from '@/derived/observations/observations';
import { outlookOf } from '@/derived/day/outlook-of';
import { useWidth } from '../controls/use-width';
import { dayText, whenText } from '../time/when';
import { useCycle } from '../workspace/cycle-context';
import { useNow, useTank } from '../workspace/workspace';
import { dayTicks } from './day-ticks';
import { Ahead, Batches, HEIGHT, Marks, Trace, TRACE_FOOT, TRACE_TOP } from './drawn-on-timeline';
import { marksOf } from './marks';
import { useTimeline } from './timeline-context';
import { TimelineControls } from './timeline-controls';
import { useTimelineGestures } from './timeline-gestures';
import { batchBars, marksToCome } from './to-come';

/**
 * The strip of time that every screen of a tank shares: what was logged behind, now, and what the model expects ahead.
 * Dragging it, or the arrow keys, moves every chart together.
 */
export function Timeline() {
  const { snapshot, tank } = useTank();
  const { units, zone } = snapshot.settings;
  const { followed, folded } = useTimeline();
  const now = useNow();
  const last = lastObservation(snapshot, tank.id, followed);
  const lastWords = last
    ? `${observationText(followed, last, units)}, ${whenText(last.at, now, zone)}`
    : `no ${PARAMETERS[followed].name} logged yet`;
  return (
    <section
      aria-label="Tide line"
      className="no-print border-b border-line bg-sheet lg:grid lg:grid-cols-[12.5rem_minmax(0,1fr)] lg:items-center"
    >
      <TimelineControls lastWords={lastWords} />
      {!folded && <Strip />}
    </section>
  );
}

function Strip() {
  const { snapshot, tank } = useTank();
  const { zone } = snapshot.settings;
  const { from, to } = useTimeline();
  const now = useNow();
  const [ref, width] = useWidth(1000);
  const gestures = useTimelineGestures(width);
  const { trace, ahead, bandLow, bandHigh, y } = useLevel();
  const x = (at: number) => ((at - from) / (to - from)) * width;
  const marks = useMemo(
    () => [...marksOf(snapshot, tank.id, from, to), ...marksToCome(snapshot, tank, now, to)],
    [snapshot, tank, now, from, to],
  );
  const batches = useMemo(() => batchBars(snapshot, tank.id, now), [snapshot, tank.id, now]);
  return (
    // Drawn before it is measured, it would push a phone's page wide for an instant.
    <div ref={ref} className="w-full overflow-hidden">
      <svg
        width={width}
        height={HEIGHT}
        role="group"
        tabIndex={0}
        className="block cursor-grab touch-pan-y select-none active:cursor-grabbing"
        aria-label={`Time from ${dayText(from, zone)} to ${dayText(to, zone)}. Arrow keys move and zoom; Home returns to now.`}
        {...gestures}
      >
        <rect x={0} width={width} y={y(bandHigh)} height={Math.max(1, y(bandLow) - y(bandHigh))} fill="var(--band)" />
        {dayTicks(from, to, zone, Math.max(3, width / 90)).map((tick) => (
          <g key={tick}>
            <line x1={x(tick)} x2={x(tick)} y1={TRACE_TOP} y2={HEIGHT - 16} stroke="var(--line)" />
            <text x={x(tick) + 3} y={HEIGHT - 4} fontSize="12" fill="var(--soft)">
              {dayText(tick, zone)}
            </text>
          </g>
        ))}
        <Ahead points={ahead} x={x} y={y} />
        <Trace readings={trace} x={x} y={y} />
        <Batches bars={batches} now={now} zone={zone} x={x} />
        <Marks marks={marks} zone={zone} x={x} />
        <line x1={x(now)} x2={x(now)} y1={0} y2={HEIGHT - 16} stroke="var(--ink)" strokeWidth="1.5" />
        <text x={x(now) + 4} y={10} fontSize="12" fontWeight="650" fill="var(--ink)">
          now
        </text>
      </svg>
    </div>
  );
}

/** The level that is followed: what was read, where it is heading, its band, and how high each stands on the strip. */
function useLevel() {
  const { snapshot, tank } = useTank();
  const { from, to, followed } = useTimeline();
  const now = useNow();
  const cycle = useCycle().result?.outcome;
  const trace = useMemo(
    () =>
      observationsOf(snapshot, tank.id, followed).filter(({ at }) => at > from - 30 * DAY_MS && at < to + 30 * DAY_MS),
    [snapshot, tank.id, followed, from, to],
  );
  const ahead = useMemo(
    () => outlookOf(snapshot, tank, followed, now, to, cycle),
    [snapshot, tank, followed, now, to, cycle],
  );
  const [bandLow, bandHigh] = tank.targets[followed] ?? PARAMETERS[followed].band;
  const shown = trace.filter(({ at }) => at >= from && at <= to).map(({ value }) => value);
  const low = Math.min(bandLow, ...shown, ...ahead.map((point) => point.value));
  const high = Math.max(bandHigh, ...shown, ...ahead.map((point) => point.value));
  const pad = (high - low) * 0.12 || 1;
  const y = (value: number) =>
    TRACE_FOOT -
    ((Math.min(high + pad, Math.max(low - pad, value)) - low + pad) / (high - low + 2 * pad)) *
      (TRACE_FOOT - TRACE_TOP);
  return { trace, ahead, bandLow, bandHigh, y };
}
