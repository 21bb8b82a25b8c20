import { DOSED_FACTS, type DosedParameter } from '@/calculators/dosing/dosed-parameters';
import { CALCIUM_MG_PER_MEQ } from '@/chemistry/tank-model/metabolism';
import type { Book, EntryOf, Tank } from '@/record/schema';
import { strengthOf } from './known-events';
import { suppliesAt } from './supply-timeline';
import { aimFor } from './targets';

/**
 * What a tank's doses and its reactor bring of a parameter as they run.
 * @param except a solution that is left out of it
 * @returns an amount a day (concentration × litres), and by what
 */
export function suppliedPerDay(
  book: Book,
  tank: Tank,
  parameter: DosedParameter,
  now: number,
  except?: string,
): { readonly amountPerDay: number; readonly names: readonly string[] } {
  const { doses, reactor } = suppliesAt(book, tank, now);
  const names: string[] = [];
  let amountPerDay = 0;
  for (const solution of book.solutions) {
    const amount = (doses.get(solution.id) ?? 0) * DOSED_FACTS[parameter].perMl(strengthOf(solution));
    if (solution.id === except || amount === 0) continue;
    amountPerDay += amount;
    names.push(solution.name);
  }
  if (reactor && parameter !== 'magnesium') {
    amountPerDay += reactorGain(tank, reactor) * (parameter === 'calcium' ? CALCIUM_MG_PER_MEQ : 1);
    names.push('the reactor');
  }
  return { amountPerDay, names };
}

/** Alkalinity a reactor brings to a tank at its aim, mmol a day. */
export function reactorGain(
  tank: Tank,
  { mlPerMin, effluentAlkalinity }: Pick<EntryOf<'reactor'>, 'mlPerMin' | 'effluentAlkalinity'>,
): number {
  return Math.max(0, ((mlPerMin * 1440) / 1000) * (effluentAlkalinity - aimFor(tank, 'alkalinity')));
}
