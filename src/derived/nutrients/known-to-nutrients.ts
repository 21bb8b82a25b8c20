import { levelIn } from '@/chemistry/tank-model/water';
import { DAY_MS } from '@/chemistry/tank-model/time';
import type { TankEvent } from '@/chemistry/tank-model/events';
import type { Nutrient } from '@/calculators/nutrients/level-findings';
import { netVolumeAt, type Snapshot, type Tank } from '@/record/schema';
import { knownEvents } from '../balance/known-events';

/** Calculators take no more of either. */
const MOST = 3000;

/**
 * What the record says went into or out of the water of a nutrient, as the one account of it has it (`known-events.ts`): changes of water with
 * what each put in, and salts poured or pumped, as each was made then, as what they raised by the day.
 */
export function knownToNutrients(snapshot: Snapshot, tank: Tank, nutrient: Nutrient, since: number, now: number) {
  const events = knownEvents(snapshot, tank);
  const within = (at: number) => at > since && at <= now;
  const perL = (amount: number | undefined, at: number) => (amount ?? 0) / netVolumeAt(tank, at);
  const changes = events.flatMap((event) =>
    event.kind === 'exchange' && within(event.at)
      ? [
          {
            at: event.at,
            share: Math.min(1, Math.max(0.0001, perL(event.volumeL, event.at))),
            level: levelIn(event.water, nutrient),
          },
        ]
      : [],
  );
  const poured = events.flatMap((event) =>
    event.kind === 'addition' && within(event.at)
      ? [{ at: event.at, mgPerL: perL(event.amounts[nutrient], event.at) }]
      : [],
  );
  const pumped = ratesOf(events).flatMap(({ from, until, event }) => {
    const first = Math.max(from, since);
    const days = Math.max(0, Math.ceil((Math.min(until, now) - first) / DAY_MS));
    const brings = perL(event.perDay[nutrient], from);
    return brings === 0
      ? []
      : Array.from({ length: days }, (_, i) => ({ at: Math.min(now, first + i * DAY_MS), mgPerL: brings }));
  });
  return {
    changes: changes.slice(-MOST),
    additions: [...poured, ...pumped].filter(({ mgPerL }) => mgPerL > 0 && mgPerL <= 1000).slice(-MOST),
  };
}

type Rate = Extract<TankEvent, { kind: 'rate' }>;

/** Each rate from its word until the next of the same source. */
function ratesOf(events: readonly TankEvent[]) {
  const rates = events.filter((event): event is Rate => event.kind === 'rate');
  return rates.map((event, i) => ({
    event,
    from: event.at,
    until: rates.slice(i + 1).find(({ source }) => source === event.source)?.at ?? Infinity,
  }));
}
