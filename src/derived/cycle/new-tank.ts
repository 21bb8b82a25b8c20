import type * as z from 'zod';
import { ammoniaChallenge } from '@/calculators/cycle/challenge';
import { ANIMALS } from '@/calculators/cycle/cycle-input';
import { CYCLE_SCHOOLS } from '@/calculators/cycle/cycle-schools';
import type { stocking } from '@/calculators/cycle/stocking';
import { attempt, type Attempt } from '@/calculators/calculator/attempt';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { entriesOf } from '@/record/entries-of';
import { netVolumeL, type Snapshot, type Tank } from '@/record/schema';
import { cycleDeeds, cycleReadings, kitSteps, putIn } from './cycle';
import { lastObservation, observationsOf } from '../observations/observations';

const HOUR_MS = 3_600_000;
/** A dose this small is food and no test. Chosen. */
const LEAST_RAISED = 0.5;
/** Doses of the first days begin the cycle; later ones can put it to the test. Chosen. */
const FIRST_DAYS = 3;
/** A test sooner than this after the dose says little yet. */
const SOONEST_HOURS = 12;
const DUE_HOURS = 24;
/** A test of water further back speaks of another water. */
const LATELY_DAYS = 14;

export interface Challenge {
  readonly at: number;
  /** What the dose raised the tank by, mg/L. */
  readonly raised: number;
  /** When the test is due, while there is none yet. */
  readonly dueAt: number;
  readonly result: Attempt<ReturnType<typeof ammoniaChallenge.run>> | undefined;
}

/** Each measured dose that put the tank to the test, with what the next day's test made of it; the last one last. */
export function challengesOf(snapshot: Snapshot, tank: Tank): Challenge[] {
  const { cycle } = tank;
  if (!cycle) return [];
  const steps = kitSteps(snapshot);
  const readings = cycleReadings(snapshot, tank, cycle.startedAt).filter(({ ammonia }) => ammonia !== undefined);
  return cycleDeeds(snapshot, tank).flatMap((deed): Challenge[] => {
    if (deed.did !== 'dosed ammonia' || deed.ammonia < LEAST_RAISED) return [];
    const before = readings.findLast(({ at }) => at <= deed.at && at > deed.at - 2 * DAY_MS)?.ammonia;
    // Only a tank that had none left is put to the test by a dose.
    if (deed.at - cycle.startedAt < FIRST_DAYS * DAY_MS || (before ?? 0) >= steps.ammonia) return [];
    const after = readings.find(({ at }) => at >= deed.at + SOONEST_HOURS * HOUR_MS && at < deed.at + 10 * DAY_MS);
    const result =
      after?.ammonia === undefined
        ? undefined
        : attempt(() =>
            ammoniaChallenge.run({
              netVolumeL: netVolumeL(tank),
              raised: deed.ammonia,
              before: before ?? 0,
              after: after.ammonia ?? 0,
              nitriteAfter: after.nitrite,
              hours: (after.at - deed.at) / HOUR_MS,
              steps,
            }),
          );
    return [{ at: deed.at, raised: deed.ammonia, dueAt: deed.at + DUE_HOURS * HOUR_MS, result }];
  });
}

/** Animals that have been in for so long without a reading to worry of are well. Chosen. */
const THRIVING_DAYS = 7;

/** For how long ammonia and nitrite have both read zero up to the last test of them, days; 0 where they do not now. */
function zeroForDays(snapshot: Snapshot, tank: Tank, now: number): number {
  const { cycle } = tank;
  if (!cycle) return 0;
  const steps = kitSteps(snapshot);
  const tested = cycleReadings(snapshot, tank, cycle.startedAt).filter(
    ({ at, ammonia, nitrite }) => at <= now && (ammonia !== undefined || nitrite !== undefined),
  );
  let last: number | undefined;
  let first: number | undefined;
  for (const { at, ammonia = 0, nitrite = 0 } of tested.toReversed()) {
    if (ammonia >= steps.ammonia || nitrite >= steps.nitrite) break;
    last ??= at;
    first = at;
  }
  const both =
    tested.some(({ ammonia }) => ammonia !== undefined) && tested.some(({ nitrite }) => nitrite !== undefined);
  return both && last !== undefined && first !== undefined && now - last < LATELY_DAYS * DAY_MS
    ? (last - first) / DAY_MS
    : 0;
}

/** What may go in next, asked of the record. */
export function stockingQuestion(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
): z.input<typeof stocking.input> | undefined {
  const { cycle } = tank;
  if (!cycle) return undefined;
  const animals = putIn(snapshot, tank);
  const of = (what: string) => animals.filter((entry) => entry.what === what);
  const fish = of('fish');
  const lately = (parameter: 'ammonia' | 'nitrite' | 'nitrate' | 'phosphate') => {
    const last = lastObservation(snapshot, tank.id, parameter);
    return last && now - last.at < LATELY_DAYS * DAY_MS ? { [parameter]: last.value } : {};
  };
  const alkalinity = observationsOf(snapshot, tank.id, 'alkalinity')
    .filter(({ at }) => now - at < LATELY_DAYS * DAY_MS)
    .map(({ value }) => value);
  return {
    netVolumeL: netVolumeL(tank),
    startedAt: cycle.startedAt,
    now,
    ...(cycle.doneAt !== undefined && { doneAt: cycle.doneAt }),
    rock: CYCLE_SCHOOLS[cycle.school].rock,
    starter: cycle.school === 'starter',
    fish: fish.reduce((sum, { count }) => sum + count, 0),
    ...(fish.length > 0 && { lastFishAt: fish.at(-1)?.at ?? now }),
    crew: of('clean-up crew').length > 0,
    softCorals: of('soft coral').length > 0,
    stonyCorals: of('stony coral').length > 0,
    changed: entriesOf(snapshot, tank.id, 'water-change').some(({ at }) => at >= (cycle.doneAt ?? Infinity)),
    challenged:
      CYCLE_SCHOOLS[cycle.school].source === 'fish' ||
      challengesOf(snapshot, tank).some(({ result }) => result?.outcome?.values.passed),
    zeroForDays: zeroForDays(snapshot, tank, now),
    thriving: animals.some(({ what, at }) => ANIMALS.includes(what) && at <= now - THRIVING_DAYS * DAY_MS),
    ...lately('ammonia'),
    ...lately('nitrite'),
    ...lately('nitrate'),
    ...lately('phosphate'),
    ...(alkalinity.length >= 2 && { alkalinityWandered: Math.max(...alkalinity) - Math.min(...alkalinity) }),
    steps: kitSteps(snapshot),
  };
}
