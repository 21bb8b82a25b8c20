import type { Caution } from '@/calculators/calculator/calculator';
import { limewaterRoom } from '@/calculators/top-off/limewater-room';
import type { Snapshot, Tank } from '@/record/schema';
import { limewaterPerDay } from '../supplies/supply-timeline';
import { evaporationOf } from '../top-off/top-off-question';

/**
 * Whether the limewater that runs, or is thought of, leaves the top-off something to do.
 * @param planned millilitres a day thought of in place of what runs, by solution
 */
export function limewaterCautions(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
  planned: ReadonlyMap<string, number>,
): readonly Caution[] {
  const limewaterLPerDay = limewaterPerDay(snapshot, tank, now, planned);
  const evaporation = limewaterLPerDay === 0 ? undefined : evaporationOf(snapshot, tank, now);
  return evaporation
    ? limewaterRoom.run({
        limewaterLPerDay,
        evaporationAtLeastLPerDay: evaporation.low,
        keptBack: tank.limewater?.keptBack,
      }).cautions
    : [];
}
