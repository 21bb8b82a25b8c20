import type { Caution } from '@/calculators/calculator/calculator';
import { limewaterRoom } from '@/calculators/top-off/limewater-room';
import type { Book, Tank } from '@/record/schema';
import { limewaterPerDay } from '../supplies/supply-timeline';
import { evaporationOf } from '../top-off/top-off-question';

/**
 * Whether the limewater that runs, or is thought of, leaves the top-off something to do.
 * @param planned millilitres a day thought of in place of what runs, by solution
 */
export function limewaterCautions(
  book: Book,
  tank: Tank,
  now: number,
  planned: ReadonlyMap<string, number>,
): readonly Caution[] {
  const limewaterLPerDay = limewaterPerDay(book, tank, now, planned);
  const evaporation = limewaterLPerDay === 0 ? undefined : evaporationOf(book, tank, now);
  return evaporation
    ? limewaterRoom.run({
        limewaterLPerDay,
        evaporationAtLeastLPerDay: evaporation.low,
        keptBack: tank.limewater?.keptBack,
      }).cautions
    : [];
}
