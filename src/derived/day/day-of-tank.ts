import type * as z from 'zod';
import type { scheduledPart } from '@/calculators/dosing/scheduled-part';
import { OUTDOOR_CO2_UATM } from '@/chemistry/carbonate/reef-water';
import type { Hours } from '@/record/kinds/entry-kind';
import { type Snapshot, type Solution, type Tank } from '@/record/schema';
import { bottleLeftMl } from '../supplies/bottles';
import { saltAndWarmth, co2Seen } from '../outlook/co2-of-the-water';
import { levelsNow } from '../water-change/change-question';
import { lastLevel } from '../observations/observations';
import { pumpDelivery } from '../supplies/pump-delivery';
import { runningAt } from '../supplies/supply-timeline';
import type { PartSchedule } from '../balance/what-goes-in';
import { aimFor } from '../observations/targets';

type PartInput = z.input<typeof scheduledPart>;

/** Where no lights are logged: the hours most tanks are lit in. Common practice. */
export const USUAL_LIGHTS: Hours = { fromMinute: 600, forMinutes: 600 };

/** The hours the tank is lit, as the log says; undefined where it never did. */
export function lightsOf(snapshot: Snapshot, tank: Tank, now: number): Hours | undefined {
  const lights = runningAt(snapshot, tank, now).find(({ entry }) => entry.kind === 'lever' && entry.lever === 'lights');
  return lights?.entry.kind === 'lever' ? lights.entry.hours : undefined;
}

/** Doses with their hours as the calculators take them, each with its solution; those of no solution that is listed left out. */
export function scheduledParts(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
  parts: readonly PartSchedule[],
): PartInput[] {
  return parts.flatMap((part) => {
    const solution = snapshot.solutions.find(({ id }) => id === part.solutionId);
    return solution ? [partOf(snapshot, tank, now, part, solution)] : [];
  });
}

/** The tank's water as a day of it, or an accident, begins: by its readings, else as it is meant to be. */
export function waterNow(snapshot: Snapshot, tank: Tank, now: number) {
  const read = waterRead(snapshot, tank);
  const { alkalinity = read.alkalinity, calcium = read.calcium } = levelsNow(snapshot, tank, now);
  return { ...read, alkalinity: Math.max(0.5, alkalinity), calcium };
}

/** The same by its last readings alone: enough for an accident, and no estimate is run for it. */
export function waterRead(snapshot: Snapshot, tank: Tank) {
  const { salinity, temperatureC } = saltAndWarmth(snapshot, tank);
  return {
    salinity,
    temperatureC,
    alkalinity: Math.max(0.5, lastLevel(snapshot, tank.id, 'alkalinity') ?? aimFor(tank, 'alkalinity')),
    calcium: lastLevel(snapshot, tank.id, 'calcium') ?? aimFor(tank, 'calcium'),
    pco2Uatm: co2Seen(snapshot, tank)?.pco2Uatm ?? OUTDOOR_CO2_UATM,
  };
}

function partOf(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
  { mlPerDay, windows, doses }: PartSchedule,
  solution: Solution,
): PartInput {
  const { id, name, claim, parts } = solution;
  const delivery = pumpDelivery(snapshot, tank, id, now);
  const bottleMl = bottleLeftMl(snapshot, tank, id, now) ?? solution.bottleMl;
  return {
    source: { id, name, holds: claim ? { claim } : { parts } },
    mlPerDay,
    ...(windows.length > 0 && { windows: windows.map((each) => ({ ...each })) }),
    doses,
    ...(delivery && { mlPerMin: delivery.mlPerMin }),
    ...(bottleMl !== undefined && bottleMl >= 10 && { bottleMl }),
  };
}
