'use client';

import { hoursText } from '@/record/kinds/hours';
import type { EntryOf } from '@/record/schema';

const WIDTH = 480;
const TOP = 8;
const BASE = 64;
const x = (minute: number) => (minute / 1440) * WIDTH;

/** The day of light: up along the ramp, across, and down again; over midnight in two pieces. */
export function DayOfLight({ lights }: { readonly lights: EntryOf<'lever'> | undefined }) {
  const on = lights !== undefined && !lights.off;
  const { fromMinute, forMinutes } = lights?.hours ?? { fromMinute: 0, forMinutes: 1440 };
  const ramp = forMinutes >= 1440 ? 0 : (lights?.rampMinutes ?? 0);
  const shape = (shift: number) =>
    `M${x(fromMinute + shift)} ${BASE} L${x(fromMinute + ramp + shift)} ${TOP} L${x(fromMinute + forMinutes - ramp + shift)} ${TOP} L${x(fromMinute + forMinutes + shift)} ${BASE} Z`;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} 84`}
      className="mt-2 w-full max-w-xl"
      role="img"
      aria-label={
        on
          ? `Lights ${lights.hours ? hoursText(lights.hours) : 'all day'}${ramp ? `, ramp ${ramp} minutes` : ''}`
          : 'Lights not set'
      }
    >
      <rect x="0" y={TOP} width={WIDTH} height={BASE - TOP} fill="var(--dusk-wash)" />
      {on && (
        <>
          <path d={shape(0)} fill="var(--sheet)" stroke="var(--kelp)" strokeWidth="1.4" />
          {fromMinute + forMinutes > 1440 && (
            <path d={shape(-1440)} fill="var(--sheet)" stroke="var(--kelp)" strokeWidth="1.4" />
          )}
        </>
      )}
      <line x1="0" x2={WIDTH} y1={BASE} y2={BASE} stroke="var(--edge)" />
      {[0, 6, 12, 18, 24].map((hour) => (
        <text
          key={hour}
          x={x(hour * 60)}
          y={80}
          fontSize="12"
          textAnchor={hour === 0 ? 'start' : hour === 24 ? 'end' : 'middle'}
          fill="var(--soft)"
        >
          {hour}:00
        </text>
      ))}
    </svg>
  );
}
