import { DOSED_FACTS, type DosedParameter } from '@/calculators/dosing/dosed-parameters';
import { CALCIUM_MG_PER_MEQ } from '@/chemistry/tank-model/metabolism';
import type { Book, Tank } from '@/record/schema';
import { reactorGain, strengthOf } from './known-events';
import { standingAt } from './standing';

/**
 * What a tank's standing doses and its reactor bring of an element.
 * @param except a solution that is left out of it
 * @returns an amount a day (concentration × litres), and by what
 */
export function suppliedPerDay(
  book: Book,
  tank: Tank,
  element: DosedParameter,
  now: number,
  except?: string,
): { readonly amountPerDay: number; readonly names: readonly string[] } {
  const { doses, reactor } = standingAt(book, tank, now);
  const names: string[] = [];
  let amountPerDay = 0;
  for (const solution of book.solutions) {
    const amount = (doses.get(solution.id) ?? 0) * DOSED_FACTS[element].perMl(strengthOf(solution));
    if (solution.id === except || amount === 0) continue;
    amountPerDay += amount;
    names.push(solution.name);
  }
  if (reactor && element !== 'magnesium') {
    amountPerDay += reactorGain(tank, reactor) * (element === 'calcium' ? CALCIUM_MG_PER_MEQ : 1);
    names.push('the reactor');
  }
  return { amountPerDay, names };
}
