import { advanceTank } from '../tank-model/advance';
import { applyEvent } from '../tank-model/apply-event';
import type { TankEvent } from '../tank-model/events';
import { beginTank, readTank } from '../tank-model/running-tank';
import { DAY_MS } from '../tank-model/simulate';
import { amountOf, FRESH_WATER, levelIn, type SpeciesName } from '../tank-model/water';

/**
 * How some levels answer over a stretch of time, by the tank model: level⁺ = levels · level + known − consumption · rate,
 * row by row, one row a species.
 */
export interface LevelResponse {
  readonly at: number;
  readonly days: number;
  /** What is left of each level, and what one level does to another (a reactor gives calcium as it gives alkalinity). */
  readonly levels: readonly (readonly number[])[];
  /** What was put in and is still there at the end, in each species' unit. */
  readonly known: readonly number[];
  /** What one unit a day of consumption takes from each level by the end. */
  readonly consumption: readonly (readonly number[])[];
}

const PROBE_LEVEL = 'level under test';
const PROBE_RATE = 'consumption under test';

/**
 * What was answered of stretches of the same events: a further reading adds a stretch or two and leaves the others as they were. Let go
 * with the events.
 */
const answered = new WeakMap<readonly TankEvent[], Map<string, LevelResponse>>();

/**
 * The tank model put to the question between each moment and the next: it is linear in the levels and in consumption, so a run
 * with nothing in the tank, one with a unit of level and one with a unit of consumption tell all. No arithmetic of doses or
 * changes is written again.
 * @param volumeAt litres in the tank at a moment; where it changes, a moment has to stand
 * @param moments in order of time; what was set going before the first of them is taken to run
 * @returns one response fewer than there are moments
 * Source: superposition: three runs of the tank model.
 */
export function levelResponses(
  species: readonly SpeciesName[],
  volumeAt: (at: number) => number,
  events: readonly TankEvent[],
  moments: readonly number[],
): LevelResponse[] {
  const running = new Map<string, TankEvent>();
  const responses: LevelResponse[] = [];
  const first = moments[0];
  if (first === undefined) return responses;
  const known = answered.get(events) ?? new Map<string, LevelResponse>();
  answered.set(events, known);
  let next = 0;
  for (; (events[next]?.at ?? Infinity) < first; next++) setGoing(running, events[next]);
  for (let i = 1; i < moments.length; i++) {
    const from = moments[i - 1] ?? first;
    const to = moments[i] ?? first;
    const within: TankEvent[] = [...running.values()].map((event) => ({ ...event, at: from }));
    for (; (events[next]?.at ?? Infinity) < to; next++) {
      const event = events[next];
      if (!event) continue;
      within.push(event);
      setGoing(running, event);
    }
    const stretch = `${species.join()} ${volumeAt(from)} ${from} ${to}`;
    const response = known.get(stretch) ?? responseOver(species, volumeAt(from), within, from, to);
    known.set(stretch, response);
    responses.push(response);
  }
  return responses;
}

/** What runs on from an event into the next stretch: the last word on each source. */
function setGoing(running: Map<string, TankEvent>, event: TankEvent | undefined): void {
  if (!event || event.kind === 'addition' || event.kind === 'exchange' || event.kind === 'fresh-water') return;
  const key = 'source' in event ? `${event.kind} ${event.source}` : event.kind;
  running.delete(key);
  running.set(key, event);
}

function responseOver(
  species: readonly SpeciesName[],
  volumeL: number,
  events: readonly TankEvent[],
  from: number,
  to: number,
): LevelResponse {
  const days = (to - from) / DAY_MS;
  // Nothing but the probes' own paths is looked at, so air, warmth and bacteria are spared.
  const moving = wholeDaysEvenly(
    events.filter(({ kind }) => kind !== 'air' && kind !== 'temperature' && kind !== 'bacteria'),
    to,
  );
  const named = Object.fromEntries(species.filter((name) => !(name in FRESH_WATER)).map((name) => [name, 0] as const));
  const run = (level: SpeciesName | undefined, rate: SpeciesName | undefined) => {
    const further = { ...named, [PROBE_LEVEL]: 1, [PROBE_RATE]: 0 };
    const tank = beginTank({
      at: from,
      volumeL,
      water: { ...FRESH_WATER, ...(level !== undefined && amountOf(level, 1)), further },
    });
    const put = (name: SpeciesName, perDay: number) =>
      applyEvent(tank, {
        kind: 'rate',
        at: from,
        source: `probe of ${name}`,
        perDay: amountOf(name, perDay * volumeL),
      });
    put(PROBE_RATE, 1);
    if (rate !== undefined) put(rate, 1);
    for (const event of moving) {
      advanceTank(tank, event.at);
      applyEvent(tank, event);
    }
    advanceTank(tank, to);
    const { water } = readTank(tank);
    return { water, levels: species.map((name) => levelIn(water, name)) };
  };
  const base = run(undefined, undefined);
  const known = base.levels;
  const kept = levelIn(base.water, PROBE_LEVEL);
  const taken = levelIn(base.water, PROBE_RATE);
  const loops = moving.some(({ kind }) => kind === 'loop');
  if (!loops)
    return {
      at: to,
      days,
      known,
      levels: species.map((_, i) => species.map((_, j) => (i === j ? kept : 0))),
      consumption: species.map((_, i) => species.map((_, j) => (i === j ? taken : 0))),
    };
  const column = (level: SpeciesName | undefined, rate: SpeciesName | undefined) =>
    run(level, rate).levels.map((value, i) => value - (known[i] ?? 0));
  const ofLevel = species.map((name) => column(name, undefined));
  const ofRate = species.map((name) => column(undefined, name));
  return {
    at: to,
    days,
    known,
    levels: species.map((_, i) => species.map((_, j) => ofLevel[j]?.[i] ?? 0)),
    consumption: species.map((_, i) => species.map((_, j) => ofRate[j]?.[i] ?? 0)),
  };
}

/**
 * What runs by the hour or in pulses gives, over any whole day, its day's amount: whole days are carried evenly, and only what is
 * left of a day by its hours. A record of years has tens of thousands of pulses, and a reading knows one morning of them.
 * (Exact but for the dilution of a day's ripple within the day.)
 */
function wholeDaysEvenly(events: readonly TankEvent[], to: number): readonly TankEvent[] {
  if (!events.some(isHourly)) return events;
  const hourly = new Map<string, TankEvent & { kind: 'rate' }>();
  const carried: TankEvent[] = [];
  events.forEach((event, i) => {
    carried.push(event);
    if (event.kind === 'rate') {
      if (isHourly(event)) hourly.set(event.source, event);
      else hourly.delete(event.source);
    }
    const next = events[i + 1]?.at ?? to;
    const days = Math.floor((next - event.at) / DAY_MS);
    if (days < 1) return;
    for (const { source, perDay, litresPerDay = 0 } of hourly.values())
      carried.push({ kind: 'rate', at: event.at, source, perDay, litresPerDay });
    for (const each of hourly.values()) carried.push({ ...each, at: event.at + days * DAY_MS });
  });
  return carried;
}

function isHourly(event: TankEvent): event is TankEvent & { kind: 'rate' } {
  return event.kind === 'rate' && (event.hours !== undefined || event.pulses !== undefined);
}
