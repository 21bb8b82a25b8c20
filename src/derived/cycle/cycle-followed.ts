import { DAY_MS } from '@/chemistry/tank-model/simulate';
import type { Tank } from '@/record/schema';

/** Long after a cycle is done its tests say nothing of it any more. Chosen. */
const LOOKED_AFTER_DAYS = 45;

/** Whether a tank is new enough that its cycle is followed. */
export function cycleFollowed(tank: Tank, now: number): boolean {
  const { cycle } = tank;
  if (!cycle || cycle.startedAt > now) return false;
  return cycle.doneAt === undefined || now - cycle.doneAt < LOOKED_AFTER_DAYS * DAY_MS;
}
