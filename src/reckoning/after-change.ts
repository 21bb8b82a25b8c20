import type * as z from 'zod';
import type { afterChange } from '@/calculators/dosing/after-change';
import { DOSED_FACTS, type DosedParameter } from '@/calculators/dosing/dosed-parameters';
import { usualErrorOf } from '@/calculators/parameters/parameters';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { netVolumeL, type Book, type Tank } from '@/record/schema';
import { changeHabit } from './change-habit';
import { consumptionOf } from './consumption';
import { strengthOf } from './known-events';
import { observationsOf } from './observations';
import { supplyTimeline, type Run } from './supply-timeline';
import { aimFor } from './targets';
import { waterOfSalt } from './water-of-salt';

/** A change of dose is looked back at for so long. Chosen: by then two or three tests were taken. */
const LOOKED_AT_DAYS = 21;
/** Set anew by less than this share it is the same dose. */
const SAME_DOSE = 0.03;

/** The last change of a dose, where it is recent enough to ask whether it did what was foretold; undefined where there is none. */
export function afterChangeQuestion(
  book: Book,
  tank: Tank,
  now: number,
): z.input<typeof afterChange.input> | undefined {
  const runs = supplyTimeline(book, tank).filter(({ entry }) => entry.kind === 'standing-dose');
  const changed = runs.flatMap((run) => {
    if (run.from > now || run.from < now - LOOKED_AT_DAYS * DAY_MS) return [];
    const before = runs.findLast((each) => each.source === run.source && each.until === run.from);
    const parameter = sizedBy(book, run);
    if (!parameter || Math.abs(mlOf(run) - mlOf(before)) <= SAME_DOSE * Math.max(mlOf(run), mlOf(before))) return [];
    return [{ run, before, parameter }];
  });
  // Alkalinity tells first: it is tested the finest.
  const last = changed.findLast(({ parameter }) => parameter === 'alkalinity') ?? changed.at(-1);
  const solution = last && book.solutions.find(({ id }) => id === last.run.source);
  if (!last || !solution) return undefined;
  const { run, before, parameter } = last;
  const then = consumptionOf(book, tank, parameter, run.from);
  if (!then) return undefined;
  const volumeL = netVolumeL(tank);
  const perMl = DOSED_FACTS[parameter].perMl(strengthOf(solution, run.from)) / volumeL;
  // All else that ran then, and changes on average.
  const others = runs
    .filter((each) => each.source !== run.source && each.from <= run.from && run.from < each.until)
    .reduce((sum, each) => {
      const other = book.solutions.find(({ id }) => id === each.source);
      return sum + (other ? (mlOf(each) * DOSED_FACTS[parameter].perMl(strengthOf(other, run.from))) / volumeL : 0);
    }, 0);
  const { changeL, everyDays, from } = changeHabit(book, tank, run.from);
  const salt = book.salts.find(({ id }) => id === tank.saltId);
  const byChanges =
    from === 'usual'
      ? 0
      : (changeL / everyDays / volumeL) * (waterOfSalt(salt, aimFor(tank, 'salinity'))[parameter] - then.level);
  return {
    parameter,
    netVolumeL: volumeL,
    now,
    changedAt: run.from,
    name: solution.name,
    suppliedBefore: mlOf(before) * perMl,
    suppliedAfter: mlOf(run) * perMl,
    consumedNet: then.perDay - others - byChanges,
    consumedSd: then.perDaySd,
    levelThen: Math.max(0, then.level),
    levelThenSd: then.levelSd,
    readings: observationsOf(book, tank.id, parameter)
      .filter(({ at, bound }) => at > run.from && at <= now && bound === undefined)
      .slice(-50)
      .map(({ at, value, sd }) => ({ at, value, sd })),
    readingSd: then.used.at(-1)?.sd ?? usualErrorOf(parameter),
  };
}

function mlOf(run: Run | undefined): number {
  return run?.entry.kind === 'standing-dose' ? run.entry.mlPerDay : 0;
}

/** What a solution is sized by: the first that it carries. */
function sizedBy(book: Book, { source }: Run): DosedParameter | undefined {
  const solution = book.solutions.find(({ id }) => id === source);
  if (!solution) return undefined;
  const strength = strengthOf(solution);
  return (['alkalinity', 'calcium', 'magnesium'] as const).find(
    (parameter) => DOSED_FACTS[parameter].perMl(strength) > 0,
  );
}
