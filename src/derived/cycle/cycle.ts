import type * as z from 'zod';
import { AMMONIA_READ_AT, ANIMALS, USUAL_STEPS, type Deed, type FullReading } from '@/calculators/cycle/cycle-input';
import type { cyclePlan } from '@/calculators/cycle/cycle-plan';
import type { cycleReading } from '@/calculators/cycle/cycle-reading';
import type { CycleSchoolId } from '@/calculators/cycle/cycle-schools';
import type { freeAmmonia } from '@/calculators/nitrogen/free-ammonia-calculator';
import { freeAmmoniaShare } from '@/chemistry/nitrogen/free-ammonia';
import { amountsOf } from '@/chemistry/reagents/solution';
import { attempt } from '@/calculators/calculator/attempt';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import { entriesOf, entriesOfTank } from '@/record/entries-of';
import { netVolumeL, type Snapshot, type EntryOf, type Solution, type Tank } from '@/record/schema';
import { saltAndWarmth } from '../outlook/co2-of-the-water';
import { cycleFollowed } from './cycle-followed';
import { knownEvents, strengthOf } from '../balance/known-events';
import type { OutlookPoint } from '../outlook/outlook';
import { memoise } from '../memoise';
import { levelsRead } from '../observations/observations';
import { chloraminePasses } from '../source-water/source-line';
import { waterOfSalt } from '../saltwater/water-of-salt';

export type CycleQuestionOf = z.input<typeof cycleReading.input>;
export type CycleOutcome = ReturnType<typeof cycleReading.run>;

const HOUR_MS = 3_600_000;
/** A pH or an ammonia further back speaks of another day. */
const LATELY_DAYS = 5;

/** First steps of the kits, as set or as is usual. */
export function kitSteps({ settings: { kit } }: Snapshot) {
  return kit ? { ammonia: kit.ammoniaStep, nitrite: kit.nitriteStep } : USUAL_STEPS;
}

/** A tank's tests from its start on, all ammonia in each: what a kit for the un-ionised kind showed is told as all of it. */
export function cycleReadings(snapshot: Snapshot, tank: Tank, since: number): FullReading[] {
  const { salinity, temperatureC } = saltAndWarmth(snapshot, tank);
  let ph: number = AMMONIA_READ_AT;
  return entriesOf(snapshot, tank.id, 'reading').flatMap((entry): FullReading[] => {
    if (entry.at < since) return [];
    const levels = levelsRead(snapshot, tank, entry);
    const { ammonia, nitrite, nitrate, alkalinity } = levels;
    ph = levels.ph ?? ph;
    const share =
      snapshot.settings.kit?.ammoniaReads === 'free'
        ? attempt(() => freeAmmoniaShare(ph, salinity, temperatureC)).outcome
        : undefined;
    const all = ammonia === undefined || share === undefined ? ammonia : ammonia / share;
    return [
      {
        at: entry.at,
        ammonia: all === undefined ? undefined : Math.min(all, PARAMETERS.ammonia.high),
        nitrite,
        nitrate,
        alkalinity,
        ph: levels.ph,
        salinity: levels.salinity,
        temperature: levels.temperature,
      },
    ];
  });
}

/** The same, worked out once for a snapshot. */
export function testsOfCycle(snapshot: Snapshot, tank: Tank, since: number): FullReading[] {
  return memoise(snapshot, tank, `cycle tests since ${since}`, () => cycleReadings(snapshot, tank, since));
}

/** What was done to a tank that its cycle answers to. */
export function cycleDeeds(snapshot: Snapshot, tank: Tank): Deed[] {
  const volumeL = netVolumeL(tank);
  const dosed = knownEvents(snapshot, tank).flatMap((event): Deed[] =>
    event.kind === 'addition' && (event.amounts.ammonia ?? 0) > 0
      ? [{ did: 'dosed ammonia', at: event.at, ammonia: (event.amounts.ammonia ?? 0) / volumeL }]
      : [],
  );
  const changed = entriesOf(snapshot, tank.id, 'water-change').map((entry): Deed => ({
    did: 'changed',
    at: entry.at,
    litres: entry.volumeL,
  }));
  const put = putIn(snapshot, tank).map((entry): Deed => ({
    did: 'put in',
    at: entry.at,
    what: entry.what,
    count: entry.count,
  }));
  return [...dosed, ...changed, ...put].toSorted((a, b) => a.at - b.at);
}

/** What is put in, as the record tells it. */
export function putIn(snapshot: Snapshot, tank: Tank): readonly EntryOf<'put-in'>[] {
  return entriesOf(snapshot, tank.id, 'put-in');
}

/** The daily reading's question, from the record; nothing for a tank whose cycle is not followed. */
export function cycleQuestion(snapshot: Snapshot, tank: Tank, now: number): CycleQuestionOf | undefined {
  const { cycle } = tank;
  if (!cycle || !cycleFollowed(tank, now)) return undefined;
  const warm = saltAndWarmth(snapshot, tank);
  const salt = snapshot.salts.find(({ id }) => id === tank.saltId);
  return {
    school: cycle.school,
    netVolumeL: netVolumeL(tank),
    startedAt: cycle.startedAt,
    now,
    temperatureC: warm.temperatureC,
    readings: cycleReadings(snapshot, tank, cycle.startedAt),
    deeds: cycleDeeds(snapshot, tank),
    steps: kitSteps(snapshot),
    doneAt: cycle.doneAt,
    chloramine: chloraminePasses(snapshot, now),
    readsFree: snapshot.settings.kit?.ammoniaReads === 'free',
    newWaterAlkalinity: waterOfSalt(salt, warm.salinity).alkalinity,
  };
}

/**
 * The daily reading's question as it is asked on screens: what an hour changes nobody sees, so it is the same for an hour, but for what is
 * logged within it.
 */
export function cycleQuestionAt(snapshot: Snapshot, tank: Tank, now: number): CycleQuestionOf | undefined {
  const hour = Math.floor(now / HOUR_MS) * HOUR_MS;
  const newest = entriesOfTank(snapshot, tank.id).findLast(({ at }) => at <= now)?.at ?? hour;
  const at = Math.max(hour, newest);
  return memoise(snapshot, tank, `cycle at ${at}`, () => cycleQuestion(snapshot, tank, at));
}

/** Ammonia or nitrite from now on, as tanks that fit the tests go on. */
export function cycleOutlook(
  { values }: CycleOutcome,
  parameter: 'ammonia' | 'nitrite',
  now: number,
  until: number,
): OutlookPoint[] {
  return values.course[parameter]
    .filter(({ at }) => at >= now - HOUR_MS && at <= until)
    .map(({ at, low, middle, high }) => ({ at, value: middle, low, high }));
}

/** What of the last ammonia is un-ionised, asked of the last tests; nothing where ammonia was not tested of late. */
export function freeAmmoniaQuestion(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
): z.input<typeof freeAmmonia.input> | undefined {
  const readings = testsOfCycle(snapshot, tank, tank.cycle?.startedAt ?? 0).filter(({ at }) => at <= now);
  const last = readings.findLast(({ ammonia, at }) => ammonia !== undefined && now - at < LATELY_DAYS * DAY_MS);
  if (last?.ammonia === undefined) return undefined;
  const ph = readings.findLast((reading) => reading.ph !== undefined && now - reading.at < LATELY_DAYS * DAY_MS)?.ph;
  const { salinity, temperatureC } = saltAndWarmth(snapshot, tank);
  return {
    ammonia: last.ammonia,
    phNbs: ph ?? AMMONIA_READ_AT,
    temperatureC,
    salinity,
    livestock: putIn(snapshot, tank).some(({ what, at }) => at <= now && ANIMALS.includes(what)),
  };
}

/** A solution that ammonia can be dosed from, and how much it holds, mg/L. */
export interface AmmoniaBottle {
  readonly solution: Solution;
  readonly ammoniaMgPerL: number;
}

export function ammoniaBottles(snapshot: Snapshot): AmmoniaBottle[] {
  return snapshot.solutions.flatMap((solution) => {
    const ammoniaMgPerL = amountsOf(strengthOf(solution), 1).ammonia ?? 0;
    return ammoniaMgPerL > 0 ? [{ solution, ammoniaMgPerL }] : [];
  });
}

/** What the plan is asked besides what the record says of the tank. */
export interface PlanWanted {
  readonly school: CycleSchoolId;
  readonly startAt: number;
  /** The school's own dose when left out, mg/L. */
  readonly ammonia?: number | undefined;
  /** Dry ammonium chloride when left out. */
  readonly bottle?: Solution | undefined;
}

/** The plan's question for a tank. */
export function planQuestion(
  snapshot: Snapshot,
  tank: Tank,
  { school, startAt, ammonia, bottle }: PlanWanted,
): z.input<typeof cyclePlan.input> {
  return {
    school,
    netVolumeL: netVolumeL(tank),
    startAt,
    temperatureC: saltAndWarmth(snapshot, tank).temperatureC,
    ...(ammonia !== undefined && { ammonia }),
    ...(bottle && { from: bottle.claim ? { claim: bottle.claim } : { parts: bottle.parts } }),
    steps: kitSteps(snapshot),
  };
}
