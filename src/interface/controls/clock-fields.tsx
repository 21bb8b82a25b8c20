'use client';

import type { Hours } from '@/record/kinds/entry-kind';

const DAY = 1440;

/** From when and until when, on the wall's clock. */
export function ClockFields({
  label,
  hours,
  onChange,
}: {
  readonly label: string;
  readonly hours: Hours;
  readonly onChange: (hours: Hours) => void;
}) {
  const until = (hours.fromMinute + hours.forMinutes) % DAY;
  const text = (minute: number) =>
    `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`;
  const minuteOf = (value: string) => {
    const [hour = 0, minute = 0] = value.split(':').map(Number);
    return hour * 60 + minute;
  };
  const set = (from: number, to: number) => onChange({ fromMinute: from, forMinutes: (to - from + DAY) % DAY || DAY });
  const field = 'mt-1 min-h-11 rounded-md border border-edge bg-sheet px-2 lg:min-h-9';
  return (
    <div className="flex gap-3">
      <label className="block">
        <span className="block text-sm font-semibold">{label}</span>
        <input
          type="time"
          className={field}
          value={text(hours.fromMinute)}
          onChange={(event) => event.target.value && set(minuteOf(event.target.value), until)}
        />
      </label>
      <label className="block">
        <span className="block text-sm font-semibold">until</span>
        <input
          type="time"
          className={field}
          value={text(until)}
          onChange={(event) => event.target.value && set(hours.fromMinute, minuteOf(event.target.value))}
        />
      </label>
    </div>
  );
}
