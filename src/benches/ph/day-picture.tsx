'use client';

import type { PhDayValues } from '@/calculators/ph/ph-day-values';
import type { DayCourse } from '@/chemistry/day/day-course';
import { halfWidth95 } from '@/numerics/normal-interval';
import { quantity, showText } from '@/quantities/quantity';
import { useWidth } from '@/interface/controls/use-width';
import { useUnits } from '@/interface/workspace/workspace';
import type { Hours } from '@/record/kinds/entry-kind';

interface Props {
  readonly values: PhDayValues;
  readonly lights: Hours;
  /** The same day with measures taken. */
  readonly withMeasures?: DayCourse | undefined;
}

const HEIGHT = 250;
const TOP = 20;
const FOOT = 28;
const LEFT = 38;
const RIGHT = 12;
const HOURS = [0, 3, 6, 9, 12, 15, 18, 21, 24];
/** Below this width every second of them is drawn. */
const NARROW = 480;

/** A day of pH as it is fitted: the curve with its range, what was read at each hour, the dark hours, and where outdoor air would hold it. */
export function DayPicture({ values, lights, withMeasures }: Props) {
  const units = useUnits();
  const [ref, width] = useWidth(640);
  const { fitted, phOutdoors } = values;
  const { course, phLow, phHigh, hours } = fitted;
  const text = (ph: number) => showText(quantity('ph', ph), units);
  const drawn = [...phLow, ...phHigh, phOutdoors, ...(withMeasures ? [withMeasures.ph.low, withMeasures.ph.high] : [])];
  const low = Math.floor((Math.min(...drawn) - 0.02) * 10) / 10;
  const high = Math.ceil((Math.max(...drawn) + 0.02) * 10) / 10;
  const x = (minute: number) => LEFT + ((width - LEFT - RIGHT) * minute) / 1440;
  const y = (ph: number) => TOP + ((HEIGHT - TOP - FOOT) * (high - ph)) / (high - low);
  const path = (points: readonly { readonly minute: number; readonly ph: number }[]) =>
    points.map(({ minute, ph }, i) => `${i === 0 ? 'M' : 'L'}${x(minute).toFixed(1)} ${y(ph).toFixed(1)}`).join('');
  const minutes = course.points.map(({ minute }) => minute);
  const edge = (of: readonly number[]) => minutes.map((minute, i) => ({ minute, ph: of[i] ?? low }));
  const ticks = Array.from({ length: Math.round((high - low) * 10) + 1 }, (_, i) => low + i / 10).filter(
    (_, i, all) => all.length < 8 || i % 2 === 0,
  );
  const until = lights.fromMinute + lights.forMinutes;
  const dark = [
    [Math.max(0, until - 1440), lights.fromMinute],
    [Math.min(1440, until), 1440],
  ].filter(([from = 0, to = 0]) => to > from);
  return (
    <figure ref={ref} className="min-w-0">
      <figcaption className="font-semibold">
        The day of pH{' '}
        <span className="text-sm font-normal text-soft">as fitted to its readings, with its 95 % range</span>
      </figcaption>
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label={`pH runs from ${text(course.ph.low)} to ${text(course.ph.high)} through the day; in outdoor air it would rest at ${text(phOutdoors)}. Read: ${hours.map((hour) => `${clock(hour.minute)} ${text(hour.ph)}`).join(', ')}.`}
      >
        {dark.map(([from = 0, to = 0]) => (
          <rect
            key={from}
            x={x(from)}
            y={TOP}
            width={x(to) - x(from)}
            height={HEIGHT - TOP - FOOT}
            fill="var(--line)"
            opacity={0.45}
          />
        ))}
        {ticks.map((ph) => (
          <g key={ph}>
            <line x1={LEFT} x2={width - RIGHT} y1={y(ph)} y2={y(ph)} stroke="var(--line)" />
            <text x={LEFT - 6} y={y(ph) + 4} fontSize={13} textAnchor="end" fill="var(--soft)">
              {ph.toFixed(1)}
            </text>
          </g>
        ))}
        {HOURS.filter((hour) => width >= NARROW || hour % 6 === 0).map((hour) => (
          <text
            key={hour}
            x={x(hour * 60)}
            y={HEIGHT - 8}
            fontSize={13}
            textAnchor={hour === 24 ? 'end' : hour === 0 ? 'start' : 'middle'}
            fill="var(--soft)"
          >
            {hour}:00
          </text>
        ))}
        <path
          d={`${path(edge(phHigh))}${path(edge(phLow).toReversed()).replace('M', 'L')}Z`}
          fill="var(--dusk)"
          opacity={0.16}
        />
        <line
          x1={LEFT}
          x2={width - RIGHT}
          y1={y(phOutdoors)}
          y2={y(phOutdoors)}
          stroke="var(--kelp)"
          strokeWidth={1.6}
          strokeDasharray="6 4"
        />
        <text x={width - RIGHT - 4} y={y(phOutdoors) - 5} fontSize={13} textAnchor="end" fill="var(--kelp)">
          at rest in outdoor air {text(phOutdoors)}
        </text>
        {withMeasures && (
          <path d={path(withMeasures.points)} fill="none" stroke="var(--dusk)" strokeWidth={2} strokeDasharray="3 3" />
        )}
        <path d={path(course.points)} fill="none" stroke="var(--glass)" strokeWidth={2.4} />
        {hours.map(({ minute, ph, sd }) => (
          <g key={minute}>
            <line
              x1={x(minute)}
              x2={x(minute)}
              y1={y(ph - halfWidth95(sd))}
              y2={y(ph + halfWidth95(sd))}
              stroke="var(--ink)"
            />
            <circle cx={x(minute)} cy={y(ph)} r={hours.length > 20 ? 2.5 : 4} fill="var(--ink)" />
          </g>
        ))}
      </svg>
      <p className="text-sm text-soft">
        Shaded: lights out. Dots: what was read at that hour, at today’s alkalinity, with the error of their mean.
        {withMeasures && ' Dotted: the same day with what is ticked.'}
      </p>
    </figure>
  );
}

function clock(minute: number): string {
  return `${Math.floor(minute / 60)}:${String(Math.round(minute % 60)).padStart(2, '0')}`;
}
