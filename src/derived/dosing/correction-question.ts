import { given } from '@/calculators/calculator/given';
import { halfWidth95 } from '@/numerics/normal-interval';
import type * as z from 'zod';
import { TZDate } from '@date-fns/tz';
import { isSameDay } from 'date-fns';
import type { correction } from '@/calculators/dosing/correction';
import { DOSED_FACTS, DOSED_PARAMETERS, type DosedParameter } from '@/calculators/dosing/dosed-parameters';
import { dosingPlan } from '@/calculators/dosing/dosing-plan';
import type { PlannedDose } from '@/calculators/dosing/planned-dose';
import { attempt } from '@/calculators/calculator/attempt';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { handlingOfBottle } from '@/calculators/reagents/handling';
import { entriesOf } from '@/record/entries-of';
import type { Snapshot, EntryOf, Solution, Tank } from '@/record/schema';
import { broughtPerDay, balanceAt } from '../balance/balance';
import { partsFor } from './plan-sources';
import type { DoseQuestion } from './dose-question';
import { strengthOf } from '../balance/known-events';
import { correctionUnderWay, givenSince, isLean, paceOfClass } from '../balance/corrections-under-way';
import { lastObservation, observationsOf } from '../observations/observations';
import { aimFor, bandFor } from '../observations/targets';
import { salinityOf } from '../observations/water-status';

/** What the keeper sets for one correction, on the bench only, in the parameter's canonical unit. */
export interface CorrectionTried {
  readonly from?: number | undefined;
  readonly to?: number | undefined;
  readonly perDay?: number | undefined;
}

export interface CorrectionQuestion {
  readonly solution: Solution;
  readonly input: z.input<typeof correction.input>;
  /** The one that was begun and is not ended. */
  readonly begun: EntryOf<'correction'> | undefined;
}

/** One-off corrections, for each parameter with a part to make them with and a level to judge. */
export function correctionQuestions(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
  question: DoseQuestion,
  tried: Partial<Record<DosedParameter, CorrectionTried>> = {},
): CorrectionQuestion[] {
  // Once, a level may be brought back with a bottle that stands beside another tank.
  const anyPart = partsFor(tank, snapshot.solutions);
  const doses = attempt(() => dosingPlan.run(question.input)).outcome?.values.doses ?? [];
  return DOSED_PARAMETERS.flatMap((parameter): CorrectionQuestion[] => {
    const begun = correctionUnderWay(snapshot, tank, parameter, now);
    const solution =
      snapshot.solutions.find(({ id }) => id === begun?.solutionId) ?? question.parts[parameter] ?? anyPart[parameter];
    const reading = lastObservation(snapshot, tank.id, parameter);
    if (!solution || !reading) return [];
    const { balance } = question;
    const { level, levelSd, consumption, trend } = balance.of[parameter];
    const others = broughtPerDay(balance, parameter, ({ source }) => source !== solution.id);
    const runs = balance.inputs.find(({ source }) => source === solution.id)?.mlPerDay;
    const own = tried[parameter] ?? {};
    const pace = own.perDay ?? paceOfClass(tank, parameter);
    // A consumption the tests cannot tell from zero says nothing of how fast a level falls.
    const told =
      consumption && consumption.from !== 'ratio' && consumption.perDay >= halfWidth95(consumption.perDaySd)
        ? consumption.perDay
        : undefined;
    return [
      {
        solution,
        begun,
        input: {
          parameter,
          netVolumeL: question.volumeL,
          level: own.from ?? level ?? reading.value,
          levelSd: own.from === undefined ? levelSd : 0,
          aim: own.to ?? begun?.to ?? aimFor(tank, parameter),
          ...(own.from === undefined &&
            own.to === undefined && { band: [...bandFor(tank, parameter)] as [number, number] }),
          reading: own.from ?? reading.value,
          ...(own.from === undefined && reading.correction !== 0 && { asShown: reading.raw }),
          readingSd: reading.sd,
          leftOut: own.from === undefined && (trend?.outliers.some(({ at }) => at === reading.at) ?? false),
          part: {
            name: solution.name,
            perMl: DOSED_FACTS[parameter].perMl(strengthOf(solution)),
            handling: handlingOfBottle(solution),
          },
          ...given({ runsMlPerDay: runs, consumptionPerDay: told }),
          ...(pace !== undefined && { limitPerDay: pace, fallLimitPerDay: pace }),
          ...readBefore(snapshot, tank, now, parameter, reading.at),
          othersPerDay: Math.max(0, others.amountPerDay) / question.volumeL,
          othersBy: [...others.names],
          ...(own.from === undefined && own.to === undefined && broughtByDose(doses, parameter, now)),
          ...(own.from === undefined && {
            givenSince: givenSince(snapshot, tank, balance, parameter, reading.at, now),
          }),
          ...(begun && { begun: courseOf(snapshot, tank, begun, now) }),
        },
      },
    ];
  });
}

/** The daily dose that is to bring a level back, by the plan of the doses: what is given besides would come on top of it. */
function broughtByDose(doses: readonly PlannedDose[], parameter: DosedParameter, now: number) {
  const dose = doses.find(({ carries, returns, leans }) => carries.includes(parameter) && (returns ?? leans));
  if (!dose) return {};
  const { name, returns } = dose;
  return { byDose: { name, ...(returns && { until: now + returns.days * DAY_MS }) } };
}

/** What is looked at before a correction: salinity, magnesium, and whether the water is lean. */
function readBefore(snapshot: Snapshot, tank: Tank, now: number, parameter: DosedParameter, readAt: number) {
  const salinity = salinityOf(snapshot, tank, parameter, readAt)?.salinity;
  const { level: magnesium } = balanceAt(snapshot, tank, now).of.magnesium;
  return {
    starved: isLean(snapshot, tank, now),
    aimSalinity: aimFor(tank, 'salinity'),
    ...given({ salinity, magnesium }),
  };
}

/** How far one that was begun has come: the doses that name it, and the tests since. */
function courseOf(snapshot: Snapshot, tank: Tank, begun: EntryOf<'correction'>, now: number) {
  const { zone } = snapshot.settings;
  const given = entriesOf(snapshot, tank.id, 'dose').filter((dose) => dose.correction === begun.id && dose.at <= now);
  const today = new TZDate(now, zone);
  const test = observationsOf(snapshot, tank.id, begun.parameter).findLast(({ at }) => at > begun.at && at <= now);
  return {
    at: begun.at,
    now,
    from: begun.from,
    days: begun.days,
    givenMl: given.reduce((sum, { volumeMl }) => sum + volumeMl, 0),
    givenToday: given.some(({ at }) => isSameDay(new TZDate(at, zone), today)),
    ...(test && { readAt: test.at }),
  };
}
