import { within } from '../refusal';
import type { DailyHours, TankEvent } from './events';

export const DAY_MS = 86_400_000;

type Rate = Extract<TankEvent, { kind: 'rate' }>;

/**
 * Writes rates that run only in some hours of the day as plain rates that switch on and off, from `from` to `until`.
 * @returns the events, in order of time
 */
export function withHoursWrittenOut(events: readonly TankEvent[], from: number, until: number): TankEvent[] {
  const ordered = events.toSorted((a, b) => a.at - b.at);
  const bySource = new Map<string, Rate[]>();
  for (const event of ordered) {
    if (event.kind !== 'rate') continue;
    const those = bySource.get(event.source);
    if (those) those.push(event);
    else bySource.set(event.source, [event]);
  }
  let written = false;
  const switched = [...bySource.values()].flatMap((rates) =>
    rates.flatMap((rate, i) => {
      const { hours } = rate;
      if (!hours) return [rate];
      written = true;
      return switchesOf(rate, hours, Math.max(rate.at, from), Math.min(rates[i + 1]?.at ?? Infinity, until));
    }),
  );
  if (!written) return ordered;
  return [...ordered.filter(({ kind }) => kind !== 'rate'), ...switched].toSorted((a, b) => a.at - b.at);
}

function switchesOf(rate: Rate, hours: DailyHours, from: number, until: number): Rate[] {
  within('hour of opening', hours.fromMs, 0, DAY_MS, 'ms after midnight UTC');
  within('hours open', hours.forMs, 60_000, DAY_MS, 'ms');
  const share = DAY_MS / hours.forMs;
  const { kind, source } = rate;
  const { further, ...amounts } = rate.perDay;
  const times = (record: Readonly<Record<string, number>>) =>
    Object.fromEntries(Object.entries(record).map(([name, amount]) => [name, amount * share]));
  const open = {
    kind,
    source,
    perDay: { ...times(amounts), ...(further && { further: times(further) }) },
    litresPerDay: (rate.litresPerDay ?? 0) * share,
  };
  const shut = { kind, source, perDay: {}, litresPerDay: 0 };
  if (from >= until) return [{ ...shut, at: rate.at }]; // replaced before the run began
  const switches: Rate[] = [];
  // The opening before the start may still be running.
  const first = Math.floor((from - hours.fromMs) / DAY_MS) * DAY_MS + hours.fromMs;
  if (from - first >= hours.forMs) switches.push({ ...shut, at: from });
  for (let opens = first; opens < until; opens += DAY_MS) {
    const shuts = opens + hours.forMs;
    if (shuts > from) switches.push({ ...open, at: Math.max(opens, from) });
    if (shuts > from && shuts < until && hours.forMs < DAY_MS) switches.push({ ...shut, at: shuts });
  }
  return switches;
}
