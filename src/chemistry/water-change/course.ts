import type { TankEvent } from '../tank-model/events';
import { DAY_MS, simulate } from '../tank-model/simulate';
import { changesEvery, FOLLOWED, consumptionEvent, waterOf, type Followed, type Levels } from './followed';
import { changesToSettle, type Routine } from './routine';

/** One moment of the way a routine takes the water. */
export interface CoursePoint {
  readonly days: number;
  readonly levels: Readonly<Partial<Record<Followed, number>>>;
}

/** A few changes past the settling show that it has settled; more than this nobody can read. */
const MOST_CHANGES = 40;
const POINTS_OF_A_FLOW = 60;

/**
 * The way from the tank's levels to where a routine settles them, by the tank model: before and after each change, or at
 * even steps along a flow. Only what is known of both waters.
 * Source: the tank model.
 */
export function courseOf(
  {
    netVolumeL,
    routine,
    newWater,
    consumptionPerDay,
  }: {
    readonly netVolumeL: number;
    readonly routine: ({ readonly by: 'changes' } & Routine) | { readonly by: 'flow'; readonly litresPerDay: number };
    readonly newWater: Levels;
    readonly consumptionPerDay: Levels;
  },
  tank: Levels,
): readonly CoursePoint[] {
  const followed = FOLLOWED.filter((id) => tank[id] !== undefined && newWater[id] !== undefined);
  if (followed.length === 0) return [];
  const water = waterOf(newWater);
  let events: readonly TankEvent[];
  let days: readonly number[];
  if (routine.by === 'changes') {
    const changes = Math.min(MOST_CHANGES, changesToSettle(netVolumeL, routine) + 3);
    events = changesEvery(routine.everyDays, changes, routine.changeL, newWater);
    // A sample at the moment of a change is the water before it; a hair later, the water after.
    days = Array.from({ length: changes }, (_, i) => i * routine.everyDays).flatMap((at) => [at, at + 1 / DAY_MS]);
  } else {
    events = [{ kind: 'loop', at: 0, source: 'exchange', litresPerDay: routine.litresPerDay, returns: water }];
    const settled = (4 * netVolumeL) / routine.litresPerDay;
    days = Array.from({ length: POINTS_OF_A_FLOW + 1 }, (_, i) => (i / POINTS_OF_A_FLOW) * settled);
  }
  return simulate(
    { at: 0, volumeL: netVolumeL, water: waterOf(tank) },
    [consumptionEvent(0, netVolumeL, consumptionPerDay), ...events],
    days.map((each) => each * DAY_MS),
  ).map((state, i) => ({
    days: days[i] ?? 0,
    levels: Object.fromEntries(followed.map((id) => [id, state.water[id]])),
  }));
}
