import { danger } from '@/calculators/levels/danger';
import { EVERYDAY_IDS } from '@/calculators/parameters/parameters';
import { ANIMALS } from '@/calculators/cycle/cycle-input';
import { entriesOf } from '@/record/entries-of';
import type { Book, Tank } from '@/record/schema';
import { memoise } from './memoise';
import { lastObservation } from './observations';

/** What of a tank's last readings is beyond what its animals bear. */
export function dangerOf(book: Book, tank: Tank, now: number) {
  return memoise(book, tank, `danger at ${now}`, () =>
    danger.run({
      now,
      stocked: isStocked(book, tank, now),
      readings: Object.fromEntries(
        EVERYDAY_IDS.flatMap((parameter) => {
          const last = lastObservation(book, tank.id, parameter);
          return last && last.at <= now
            ? [[parameter, { at: last.at, value: last.value, ...(last.bound && { bound: last.bound }) }]]
            : [];
        }),
      ),
    }),
  );
}

/** A tank that cycles has no animals until one is logged as added, or the cycle is done; any other is taken to have some. */
function isStocked(book: Book, tank: Tank, now: number): boolean {
  const { cycle } = tank;
  if (!cycle || (cycle.doneAt !== undefined && cycle.doneAt <= now)) return true;
  return entriesOf(book, tank.id, 'put-in').some(({ at, what }) => at <= now && ANIMALS.includes(what));
}
