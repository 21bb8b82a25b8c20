import type { Tank } from '@/record/schema';

/**
 * A tank whose reservoir holds another amount from now on. Refills of before still tell what evaporated then; levels read
 * off the old mark do not.
 * @param before the tank as it stands in the record, if it does
 */
export function withReservoir(tank: Tank, before: Tank | undefined, now: number): Tank {
  // A reservoir told for the first time was there before it was told.
  if (!before || before.reservoirL === 0 || before.reservoirL === tank.reservoirL) return tank;
  return { ...tank, topOff: { ...tank.topOff, markedAt: now } };
}
