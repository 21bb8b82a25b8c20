import { nanoid } from 'nanoid';
import type { Snapshot, Entry, EntryOf, Tank } from '@/record/schema';
import { unsaidSupply } from '../balance/known-supply';
import { observationsOf } from '../observations/observations';
import { reactorRuns } from './reactor-setting';

/**
 * What is filed to set a reactor going. The first one of a tank that is said to have none comes with a word that none ran while
 * the readings before were taken, or they would wait for one.
 */
export function reactorSet(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
  setting: Pick<EntryOf<'reactor'>, 'mlPerMin' | 'effluentAlkalinity' | 'chamberPh'>,
): Entry[] {
  const common = { tankId: tank.id, kind: 'reactor' } as const;
  const set: Entry = { id: nanoid(), at: now, ...common, ...setting };
  const first = observationsOf(snapshot, tank.id, 'alkalinity')[0] ?? observationsOf(snapshot, tank.id, 'calcium')[0];
  const newly =
    first !== undefined &&
    !tank.supplies.includes('reactor') &&
    reactorRuns(snapshot, tank, now).length === 0 &&
    unsaidSupply(snapshot, tank, now) === undefined;
  return newly
    ? [{ id: nanoid(), at: first.at, ...common, mlPerMin: 0, effluentAlkalinity: 0, note: 'No reactor before' }, set]
    : [set];
}
