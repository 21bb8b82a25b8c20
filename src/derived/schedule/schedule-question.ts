import type * as z from 'zod';
import type { doseSchedule } from '@/calculators/dosing/dose-schedule';
import { LIVESTOCK } from '@/calculators/parameters/livestock';
import { given } from '@/calculators/calculator/given';
import { attempt } from '@/calculators/calculator/attempt';
import { netVolumeL, type Snapshot, type Tank } from '@/record/schema';
import { consumptionOf } from '../balance/consumption';
import type { PartSchedule } from '../balance/what-goes-in';
import { lightsOf, scheduledParts, USUAL_LIGHTS, waterNow } from '../day/day-of-tank';
import { fittedDays } from '../day/fitted-day';
import { evaporationOf } from '../top-off/top-off-question';

export type ScheduleInput = z.input<typeof doseSchedule.input>;

/** A schedule over the tank's water as it stands, ready for the dose-schedule calculator. */
export function scheduleQuestion(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
  parts: readonly PartSchedule[],
): ScheduleInput {
  const evaporation = attempt(() => evaporationOf(snapshot, tank, now)).outcome;
  const pacePerDay = tank.livestock && LIVESTOCK[tank.livestock].alkalinityPerDay;
  return {
    netVolumeL: netVolumeL(tank),
    parts: scheduledParts(snapshot, tank, now, parts),
    lights: lightsOf(snapshot, tank, now) ?? USUAL_LIGHTS,
    consumption: Math.min(5, Math.max(0, consumptionOf(snapshot, tank, 'alkalinity', now)?.perDay ?? 0)),
    water: waterNow(snapshot, tank, now),
    ...given({ days: fittedDays(snapshot, tank, now) }),
    ...(evaporation && { evaporationLPerDay: evaporation.litresPerDay }),
    ...(pacePerDay !== undefined && { pacePerDay }),
  };
}
