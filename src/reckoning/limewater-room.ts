import type { Caution } from '@/calculators/calculator/calculator';
import { quantity } from '@/chemistry/units/quantity';
import type { Book, Tank } from '@/record/schema';
import { limewaterPerDay } from './supply-timeline';
import { evaporationOf } from './top-off-question';

/**
 * Limewater takes the place of top-off: whether what is given, or thought of, still leaves the top-off something to do.
 * @param planned millilitres a day thought of in place of what stands, by solution
 */
export function limewaterCautions(
  book: Book,
  tank: Tank,
  now: number,
  planned: ReadonlyMap<string, number>,
): Caution[] {
  const givenL = limewaterPerDay(book, tank, now, planned);
  if (givenL === 0) return [];
  const upToL = evaporationOf(book, tank, now)?.limewaterUpToL;
  if (upToL === undefined || givenL <= upToL) return [];
  return [
    {
      severity: 'harm',
      says: [
        quantity('waterRate', givenL),
        'of limewater is more than the',
        quantity('waterRate', upToL),
        'that evaporation leaves room for: the level rises and salinity falls. Let the parts carry the rest.',
      ],
    },
  ];
}
