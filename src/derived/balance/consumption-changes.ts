import { entriesOf } from '@/record/entries-of';
import { netVolumeL, type Snapshot, type Tank } from '@/record/schema';
import { memoiseOn } from '../memoise';

/** A change of so much of the water is one that may be felt. Chosen. */
export const LARGE_CHANGE = 0.3;

/**
 * When a keeper did what may move consumption from one day to the next: lights or lamps, a stony coral in, out or lost, much of the water
 * changed. Common practice.
 * @returns epoch ms, in order of time; the same list as long as nothing of it changed
 */
export function consumptionChanges(snapshot: Snapshot, tank: Tank): readonly number[] {
  const levers = entriesOf(snapshot, tank.id, 'lever');
  const replaced = entriesOf(snapshot, tank.id, 'replaced');
  const came = entriesOf(snapshot, tank.id, 'put-in');
  const went = entriesOf(snapshot, tank.id, 'taken-out');
  const waters = entriesOf(snapshot, tank.id, 'water-change');
  return memoiseOn(`consumption changes of ${tank.id}`, [tank, levers, replaced, came, went, waters], () => {
    const volumeL = netVolumeL(tank);
    return [
      ...levers.filter(({ lever }) => lever === 'lights'),
      ...replaced.filter(({ what }) => what === 'lamps'),
      ...[...came, ...went].filter(({ what }) => what === 'stony coral'),
      ...waters.filter((change) => change.volumeL >= LARGE_CHANGE * volumeL),
    ]
      .map(({ at }) => at)
      .toSorted((a, b) => a - b);
  });
}
