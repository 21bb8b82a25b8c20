import { advanceTank, type Samples } from './advance';
import { applyEvent } from './apply-event';
import type { TankEvent, TankStart, TankState, Vessel } from './events';
import { beginTank } from './running-tank';

export { DAY_MS } from './time';

/**
 * The one model of a tank's water: well mixed, run forward over events.
 *
 * V dC/dt = Σ inputs − consumption, with jumps C⁺ = C(1 − f) + C_s f at water changes. Between two events every rate is
 * constant, so volume and each species follow a closed form (`level.ts`, `closed-form.ts`) and no step size enters. Two
 * things are integrated: DIC while the water stands open to air, with a bound on its error (`gas-exchange.ts`), and ammonia
 * and nitrite where there are bacteria to oxidise them (`nitrification.ts`).
 * A consumption that would take a species below zero takes all there is and no more.
 *
 * For who meets the events as they come there are the steps it is made of: `beginTank`, `advanceTank`, `readTank`, `applyEvent`.
 *
 * @param start volume above zero, concentrations at or above zero
 * @param events in any order; those before the start are taken to have happened at it if they set something going, else
 * ignored
 * @param sampleAt moments at which the state is wanted, in any order. A sample at the moment of an event is the water
 * before it: keepers test, then change. How often one looks changes nothing.
 * @returns a state for each sample, in the order asked
 * @throws Refusal for an impossible start, a tank evaporated to nothing, or air, warmth or salinity outside the equations
 * Source: mass balance of a well-mixed vessel; no approximation beyond the constant density of reef water.
 */
export function simulate(
  start: TankStart,
  events: readonly TankEvent[],
  sampleAt: readonly number[],
  vessel: Vessel = {},
): TankState[] {
  const states = new Array<TankState>(sampleAt.length);
  simulateEach(start, events, sampleAt, (state, index) => (states[index] = state), vessel);
  return states;
}

/**
 * `simulate` for who wants a figure of each state and not the states themselves: the pH of a month, a band of two hundred
 * runs. Keeping thousands of states costs more than working them out.
 * @param visit is shown each state once, in order of time, with the place at which its moment was asked
 * Source: as `simulate`.
 */
export function simulateEach(
  start: TankStart,
  events: readonly TankEvent[],
  sampleAt: readonly number[],
  visit: (state: TankState, index: number) => void,
  vessel: Vessel = {},
): void {
  const samples = samplesOf(sampleAt, start.at, visit);
  const end = samples.at.at(-1) ?? start.at;
  const tank = beginTank(start, vessel);
  const ordered = inOrderOfTime(events);
  const later = ordered.findIndex(({ at }) => at > start.at);
  const before = later < 0 ? ordered : ordered.slice(0, later);
  for (const event of stillHolding(before)) applyEvent(tank, event);
  const atOnce = before.filter(({ at, kind }) => at === start.at && !PERSISTENT_KINDS.has(kind));
  for (const event of [...atOnce, ...(later < 0 ? [] : ordered.slice(later))]) {
    if (event.at >= end) break;
    advanceTank(tank, event.at, samples);
    applyEvent(tank, event);
  }
  advanceTank(tank, end, samples);
}

/** Kinds that set something going, so that they still hold at a later start. */
const PERSISTENT_KINDS: ReadonlySet<TankEvent['kind']> = new Set([
  'rate',
  'loop',
  'evaporation',
  'top-off',
  'temperature',
  'air',
]);

/** Of what was set going up to the start, the last word on each: a long record says the same dose anew many times. */
function stillHolding(before: readonly TankEvent[]): TankEvent[] {
  const last = new Map<string, TankEvent>();
  for (const event of before) {
    if (!PERSISTENT_KINDS.has(event.kind)) continue;
    const key = 'source' in event ? `${event.kind} ${event.source}` : event.kind;
    // Written anew, so that they stand in the order of their last words.
    last.delete(key);
    last.set(key, event);
  }
  return [...last.values()];
}

/** Sorting what is in order already, as a record's events are, would cost as much as a short run. */
function inOrderOfTime(events: readonly TankEvent[]): readonly TankEvent[] {
  return events.every(({ at }, i) => i === 0 || at >= (events[i - 1]?.at ?? at))
    ? events
    : events.toSorted((a, b) => a.at - b.at);
}

function samplesOf(sampleAt: readonly number[], from: number, visit: Samples['visit']): Samples {
  const wanted = sampleAt.map((at) => Math.max(at, from));
  // Sorting what is in order already, as most samples are, would cost as much as a third of a long run.
  if (wanted.every((at, i) => i === 0 || at >= (wanted[i - 1] ?? at))) return { at: wanted, next: 0, visit };
  const asked = wanted.map((_, i) => i).sort((a, b) => (wanted[a] ?? 0) - (wanted[b] ?? 0));
  return {
    at: asked.map((i) => wanted[i] ?? from),
    next: 0,
    visit: (state, place) => visit(state, asked[place] ?? place),
  };
}
