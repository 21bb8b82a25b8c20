import type { Meal } from '@/calculators/nutrients/balance-input';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { entriesOf } from '@/record/entries-of';
import { fedTo } from '@/record/kinds/feeding';
import type { EntryOf, Snapshot, Tank } from '@/record/schema';
import { memoise } from '../memoise';

/** What is fed from a moment on: every meal that goes on. */
export interface FedFrom {
  readonly from: number;
  readonly meals: readonly Meal[];
}

/** Meals logged one by one are a habit where so many are told in a fortnight. Chosen. */
const HABIT_MEALS = 4;
const FORTNIGHT_MS = 14 * DAY_MS;
/** A calculator takes no more steps. */
const MOST_STEPS = 400;

/**
 * What is fed, in the order of its changes: fish food and broadcast food each go on as they were last set. Where nothing was ever set, meals
 * logged one by one are told as so many a day, fortnight by fortnight.
 */
export function fedOfTank(snapshot: Snapshot, tank: Tank, now: number): readonly FedFrom[] {
  return memoise(snapshot, tank, `fed until ${Math.floor(now / DAY_MS)}`, () => {
    const entries = entriesOf(snapshot, tank.id, 'feeding').filter(({ at }) => at <= now);
    const standing = entries.filter(({ timesPerDay, stopped }) => timesPerDay !== undefined || stopped);
    if (standing.length === 0) return byTheFortnight(entries, now).slice(-MOST_STEPS);
    const going = new Map<string, Meal>();
    return standing
      .map((entry): FedFrom => {
        const stream = fedTo(entry.food);
        if (entry.stopped) going.delete(stream);
        else going.set(stream, mealOf(entry, entry.timesPerDay ?? 1, going.get(stream)));
        return { from: entry.at, meals: [...going.values()] };
      })
      .slice(-MOST_STEPS);
  });
}

/** One that says only how often goes on with the food and the amount of before. */
function mealOf({ portions, measure, food }: EntryOf<'feeding'>, timesPerDay: number, before: Meal | undefined): Meal {
  const told = portions === undefined ? before : { portions, measure, food };
  return {
    timesPerDay,
    ...(told?.portions !== undefined && { portions: told.portions }),
    ...(told?.measure !== undefined && { measure: told.measure }),
    ...((food ?? told?.food) !== undefined && { food: food ?? told?.food }),
  };
}

function byTheFortnight(entries: readonly EntryOf<'feeding'>[], now: number): FedFrom[] {
  const [first] = entries;
  if (!first) return [];
  const steps: FedFrom[] = [];
  for (let from = first.at; from < now; from += FORTNIGHT_MS) {
    const within = entries.filter(({ at }) => at >= from && at < from + FORTNIGHT_MS);
    if (within.length < HABIT_MEALS) continue;
    const days = Math.min(FORTNIGHT_MS, Math.max(DAY_MS, now - from)) / DAY_MS;
    const byWhat = new Map<string, EntryOf<'feeding'>[]>();
    for (const each of within) {
      const what = `${each.measure ?? ''} ${each.food ?? ''}`;
      byWhat.set(what, [...(byWhat.get(what) ?? []), each]);
    }
    steps.push({
      from,
      meals: [...byWhat.values()].slice(0, 12).flatMap((meals) => {
        const [one] = meals;
        const portions = meals.reduce((sum, meal) => sum + (meal.portions ?? 1), 0) / meals.length;
        return one
          ? [mealOf({ ...one, portions }, Math.min(24, Math.max(1 / 31, meals.length / days)), undefined)]
          : [];
      }),
    });
  }
  return steps;
}

/** Whether a broadcast food for corals is fed now. */
export function broadcastFed(fed: readonly FedFrom[]): boolean {
  return fed.at(-1)?.meals.some(({ food }) => food === 'coral') ?? false;
}

/** How the last change of feeding compares with what was before it. */
export function feedingChanged(fed: readonly FedFrom[], now: number) {
  const [before, last] = fed.slice(-2);
  if (!before || !last) return undefined;
  const amount = ({ meals }: FedFrom) =>
    meals.reduce((sum, { timesPerDay, portions = 1 }) => sum + timesPerDay * portions, 0);
  const [was, is] = [amount(before), amount(last)];
  if (was <= 0 || is <= 0) return undefined;
  return {
    daysAgo: Math.max(0, (now - last.from) / DAY_MS),
    times: Math.min(1000, Math.max(0.001, is / was)),
  };
}
