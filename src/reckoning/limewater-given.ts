import type { Book, Tank } from '@/record/schema';
import { standingAt } from './standing';

/**
 * Litres a day of limewater: solutions made with calcium hydroxide, as they stand dosed.
 * @param planned millilitres a day that are thought of in place of what stands, by solution
 */
export function limewaterPerDay(
  book: Book,
  tank: Tank,
  now: number,
  planned: ReadonlyMap<string, number> = new Map(),
): number {
  const { doses } = standingAt(book, tank, now);
  return book.solutions
    .filter(({ parts }) => parts.some(({ reagent }) => reagent === 'calcium-hydroxide'))
    .reduce((sum, { id }) => sum + (planned.get(id) ?? doses.get(id) ?? 0) / 1000, 0);
}
