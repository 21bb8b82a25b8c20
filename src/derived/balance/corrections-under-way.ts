import { LIVESTOCK } from '@/calculators/parameters/livestock';
import { DOSED_FACTS, DOSED_PARAMETERS, type DosedParameter } from '@/calculators/dosing/dosed-parameters';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { entriesOf } from '@/record/entries-of';
import type { Snapshot, EntryOf, Tank } from '@/record/schema';
import { balanceAt, type Balance } from './balance';
import { lastLevel, lastObservation } from '../observations/observations';
import { broughtBy } from './what-goes-in';
import { nutrientsAtZero } from '../observations/water-status';

/*
 * What is on its way to bring a level back: corrections that were begun, doses set for a time, what was given once and is not tested yet.
 */

/** Under this nitrate is lean: a high alkalinity is then eased over weeks, mg/L. Common practice. */
const LEAN_NITRATE = 1;
/** A reading of nitrate this old says nothing of the water that is corrected. Chosen. */
const LATELY_DAYS = 21;
/** One that was begun and forgotten is no plan any more, so many days after it should have ended. Chosen. */
const FORGOTTEN_DAYS = 14;

/** Corals in lean water bear no quick change of alkalinity. */
export function isLean(snapshot: Snapshot, tank: Tank, now: number): boolean {
  const read = lastObservation(snapshot, tank.id, 'nitrate');
  const nitrate = read && read.at > now - LATELY_DAYS * DAY_MS ? lastLevel(snapshot, tank.id, 'nitrate') : undefined;
  return nutrientsAtZero(snapshot, tank, now).values.warns || (nitrate !== undefined && nitrate < LEAN_NITRATE);
}

/** The pace that what lives in the tank is held to, where its class is said and is gentler than what is usual. */
export function paceOfClass({ livestock }: Tank, parameter: DosedParameter): number | undefined {
  const ofClass = livestock && parameter === 'alkalinity' ? LIVESTOCK[livestock].alkalinityPerDay : undefined;
  return ofClass !== undefined && ofClass < DOSED_FACTS.alkalinity.riseLimitPerDay ? ofClass : undefined;
}

/** The correction of a level that adds to it, was begun last and is not ended. */
export function correctionUnderWay(
  snapshot: Snapshot,
  tank: Tank,
  parameter: DosedParameter,
  now: number,
): EntryOf<'correction'> | undefined {
  const last = entriesOf(snapshot, tank.id, 'correction').findLast(
    (each) => each.parameter === parameter && each.at <= now,
  );
  return last && last.backToMlPerDay === undefined && isUnderWay(last, now) ? last : undefined;
}

function isUnderWay({ at, days, endedAt }: EntryOf<'correction'>, now: number): boolean {
  return endedAt === undefined && now < at + (days + FORGOTTEN_DAYS) * DAY_MS;
}

/** What was given once, of a correction or apart from any, since the last test: by how much it lifts the level. What is given daily holds it. */
export function givenSince(
  snapshot: Snapshot,
  tank: Tank,
  { inputs, volumeL }: Balance,
  parameter: DosedParameter,
  readAt: number,
  now: number,
): number {
  const daily = new Set(inputs.map(({ solutionId }) => solutionId));
  return entriesOf(snapshot, tank.id, 'dose')
    .filter(
      ({ at, correction: of, solutionId }) => at > readAt && at <= now && (of !== undefined || !daily.has(solutionId)),
    )
    .reduce((sum, { solutionId, volumeMl }) => {
      const solution = snapshot.solutions.find(({ id }) => id === solutionId);
      return sum + (solution ? broughtBy(solution, volumeMl, now)[parameter] / volumeL : 0);
    }, 0);
}

/** A level that is brought to its target by the daily dose, raised or lowered for a time, and the day on which that goes back. */
export interface Easing {
  readonly entry: EntryOf<'correction'>;
  readonly endsAt: number;
}

/** Those that go on: the dose still runs as it was set for the time. Set otherwise meanwhile, it is the keeper's own dose that runs. */
export function easingsUnderWay(snapshot: Snapshot, tank: Tank, now: number): Easing[] {
  const { inputs } = balanceAt(snapshot, tank, now);
  return DOSED_PARAMETERS.flatMap((parameter): Easing[] => {
    const entry = entriesOf(snapshot, tank.id, 'correction').findLast(
      (each) => each.parameter === parameter && each.at <= now && each.backToMlPerDay !== undefined,
    );
    if (!entry || !isUnderWay(entry, now)) return [];
    const runs = inputs.find(({ source }) => source === entry.solutionId)?.mlPerDay ?? 0;
    const asSet = Math.abs(runs - entry.mlPerDay) < 0.05 + 0.01 * runs;
    return asSet ? [{ entry, endsAt: entry.at + entry.days * DAY_MS }] : [];
  });
}
