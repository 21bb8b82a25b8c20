import type * as z from 'zod';
import { median } from 'simple-statistics';
import type { dosingPlan } from '@/calculators/dosing/dosing-plan';
import { DOSED_FACTS, DOSED_PARAMETERS, type DosedParameter } from '@/calculators/dosing/dosed-parameters';
import { atAimedSalinity } from '@/calculators/parameters/at-aimed-salinity';
import { attempt } from '@/calculators/calculator/attempt';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { entriesOf } from '@/record/entries-of';
import type { Snapshot, Tank } from '@/record/schema';
import type { Balance } from '../balance/balance';
import { correctionUnderWay, givenSince, isLean, paceOfClass } from '../balance/corrections-under-way';
import { strengthOf } from '../balance/known-events';
import { memoise } from '../memoise';
import { observationsOf } from '../observations/observations';
import { levelsAt } from '../outlook/outlook';
import { aimFor } from '../observations/targets';
import { salinityOf } from '../observations/water-status';

type PlanInput = z.output<typeof dosingPlan.input>;

/** Tests as they are taken, where too few were: weekly is common practice. */
const USUAL_EVERY_DAYS = 7;
/** The last so many tests tell how often it is tested. Chosen. */
const TESTS_LOOKED_AT = 6;
/** What a dosing plan takes. */
const [SHORTEST_DAYS, LONGEST_DAYS] = [1, 60];

/**
 * Where each level stands today and should be, for the doses: as the readings tell it, carried on by the balance to today, with what was
 * given once since and what a correction under way is still to bring, at the salinity aimed at, as a correction is judged. One whose last reading is left out as an outlier, or whose slope nobody
 * knows, is left out: it is only held.
 */
export function planLevelsOf(snapshot: Snapshot, tank: Tank, now: number, balance: Balance): PlanInput['levels'] {
  const lean = isLean(snapshot, tank, now);
  return Object.fromEntries(
    DOSED_PARAMETERS.flatMap((parameter) => {
      const { level, levelSd, trend, slope, consumption } = balance.of[parameter];
      if (level === undefined || !trend || !slope) return [];
      if (trend.outliers.some(({ at }) => at === trend.lastAt)) return [];
      const days = Math.max(0, (now - trend.lastAt) / DAY_MS);
      const known = consumption && consumption.from !== 'ratio' ? consumption.perDay : undefined;
      const stands =
        (known === undefined
          ? level + slope.perDay * days + givenSince(snapshot, tank, balance, parameter, trend.lastAt, now)
          : levelNow(snapshot, tank, parameter, { at: trend.lastAt, level, perDay: known }, now)) +
        stillToCome(snapshot, tank, balance, parameter, now);
      const pace = paceOfClass(tank, parameter);
      const asRead = { value: Math.max(0, stands), sd: Math.hypot(levelSd, slope.sd * days) };
      const judged = atAim(snapshot, tank, parameter, trend.lastAt, asRead);
      return [
        [
          parameter,
          {
            level: judged.value,
            target: aimFor(tank, parameter),
            sd: judged.sd,
            ...(pace !== undefined && { pacePerDay: pace }),
            lean,
          },
        ],
      ];
    }),
  );
}

/** A level as it would read at the salinity aimed at; as it was read where the salinity read beside it is none that seawater has. */
function atAim(
  snapshot: Snapshot,
  tank: Tank,
  parameter: DosedParameter,
  readAt: number,
  level: { readonly value: number; readonly sd: number },
) {
  const salinity = salinityOf(snapshot, tank, parameter, readAt)?.salinity;
  return attempt(() => atAimedSalinity(level, salinity, aimFor(tank, 'salinity'))).outcome ?? level;
}

/** The level of the last test carried on by the tank model, with all that went in since. */
function levelNow(
  snapshot: Snapshot,
  tank: Tank,
  parameter: DosedParameter,
  from: { readonly at: number; readonly level: number; readonly perDay: number },
  now: number,
): number {
  if (now <= from.at) return from.level;
  return memoise(snapshot, tank, `level of ${parameter} at ${now}`, () => {
    const [level = from.level] = levelsAt(snapshot, tank, parameter, from, [now]);
    return level;
  });
}

/** What a correction that was begun is still to bring, in the parameter's unit. */
function stillToCome(
  snapshot: Snapshot,
  tank: Tank,
  { volumeL }: Balance,
  parameter: DosedParameter,
  now: number,
): number {
  const begun = correctionUnderWay(snapshot, tank, parameter, now);
  const solution = snapshot.solutions.find(({ id }) => id === begun?.solutionId);
  if (!begun || !solution) return 0;
  const given = entriesOf(snapshot, tank.id, 'dose').reduce(
    (sum, { correction, volumeMl, at }) => (correction === begun.id && at <= now ? sum + volumeMl : sum),
    0,
  );
  const left = Math.max(0, begun.days * begun.mlPerDay - given);
  return (left * DOSED_FACTS[parameter].perMl(strengthOf(solution, now))) / volumeL;
}

/** How many days lie between this tank's tests of alkalinity, by its last ones. */
export function testEveryDays(snapshot: Snapshot, tank: Tank, now: number): number {
  const days = observationsOf(snapshot, tank.id, 'alkalinity')
    .filter(({ at }) => at <= now)
    .slice(-TESTS_LOOKED_AT - 1)
    .map(({ at }) => at / DAY_MS);
  const gaps = days.slice(1).map((day, i) => day - (days[i] ?? day));
  if (gaps.length < 2) return USUAL_EVERY_DAYS;
  return Math.min(LONGEST_DAYS, Math.max(SHORTEST_DAYS, Math.round(median(gaps))));
}
