import { MINUTES_A_DAY } from './dosing-window';
import { APART_MIN, meet, nearestMinutes } from './schedule-doubts';
import type { TimedPart } from './scheduled-part';

/** A part that is moved, so that it no longer meets another. */
export interface Moved {
  readonly index: number;
  readonly name: string;
  readonly laterMinutes: number;
  readonly windows: readonly { readonly fromMinute: number; readonly forMinutes: number }[];
}

/** Tried in steps of this, the smallest that mends it first. */
const STEP_MIN = 15;

/**
 * The hours that keep doses apart which must not meet: of each pair that clashes the later listed is moved, by no more than it takes, and its
 * hours keep their length. Doses that fall into the hours of one that drips are left: night hours are shared on purpose, and
 * different spots answer it; so are parts that drip over each other for so long that no move parts them.
 * @returns nothing where none clashes, or none can be mended
 */
export function mendedSchedule(timed: readonly TimedPart[]): readonly Moved[] {
  const now = [...timed];
  const moved: Moved[] = [];
  timed.forEach((_, i) => {
    const part = now[i];
    const others = now.slice(0, i);
    if (!part || !others.some((other) => clashes(part, other))) return;
    for (let later = STEP_MIN; later < MINUTES_A_DAY; later += STEP_MIN) {
      const tried = movedBy(part, later);
      if (others.some((other) => clashes(tried, other))) continue;
      now[i] = tried;
      moved.push({ index: i, name: part.name, laterMinutes: later, windows: tried.windows });
      return;
    }
  });
  return moved;
}

function clashes(a: TimedPart, b: TimedPart): boolean {
  if (!meet(a, b)) return false;
  const nearest = nearestMinutes(a, b);
  if (nearest === undefined) return a.atMinutes.length === 0 && b.atMinutes.length === 0;
  return nearest < APART_MIN;
}

function movedBy(part: TimedPart, later: number): TimedPart {
  const on = (minute: number) => (minute + later) % MINUTES_A_DAY;
  return {
    ...part,
    windows: part.windows.map(({ fromMinute, forMinutes }) => ({ fromMinute: on(fromMinute), forMinutes })),
    atMinutes: part.atMinutes.map(on),
  };
}
