import { nanoid } from 'nanoid';
import { saturationGPerL } from '@/chemistry/limewater/saturation';
import type { Hours } from '@/record/kinds/entry-kind';
import type { Snapshot, Entry, Solution, Tank } from '@/record/schema';
import { limewaterMadeOf, limewaterOf } from './limewater-question';

/** How limewater is to be dosed from now on. */
export interface LimewaterDose {
  readonly litresPerDay: number;
  /** Round the clock when left out. */
  readonly hours?: Hours | undefined;
  readonly pulses?: number | undefined;
}

/** Longest hours that are still hours of the day and not all of it. */
const ALL_DAY = 1440;

/**
 * What is filed to set limewater going: the dose, and the solution itself where the record knows none yet, as strong as its
 * vessel's water dissolves.
 */
export function limewaterSet(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
  { litresPerDay, hours, pulses = 0 }: LimewaterDose,
): { readonly entries: Entry[]; readonly solutions?: Solution[] } {
  const known = limewaterOf(snapshot, tank);
  const solution = known ?? freshSolution(snapshot, tank, now);
  const dose: Entry = {
    id: nanoid(),
    tankId: tank.id,
    at: now,
    kind: 'standing-dose',
    solutionId: solution.id,
    mlPerDay: Math.round(litresPerDay * 1000),
    ...(hours && hours.forMinutes < ALL_DAY && { hours }),
    ...(pulses > 0 && { pulses: Math.round(pulses) }),
  };
  return { entries: [dose], ...(!known && { solutions: [solution] }) };
}

function freshSolution(snapshot: Snapshot, tank: Tank, now: number): Solution {
  const taken = new Set(snapshot.solutions.map(({ name }) => name.toLowerCase()));
  const name = taken.has('limewater') ? `Limewater, ${tank.name}` : 'Limewater';
  const gramsPerL = Math.round(saturationGPerL(limewaterMadeOf(snapshot, tank, now).temperatureC) * 100) / 100;
  // A recipe is held to what dissolves at 20 °C; colder water holds a little more.
  const dissolves = Math.min(gramsPerL, saturationGPerL(20));
  return { id: nanoid(), name, parts: [{ reagent: 'calcium-hydroxide', gramsPerL: dissolves }] };
}
