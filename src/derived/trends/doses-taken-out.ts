import { isDosedParameter } from '@/calculators/dosing/dosed-parameters';
import { usualErrorOf, type ParameterId } from '@/calculators/parameters/parameters';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { netVolumeL, type Entry, type Snapshot, type Tank } from '@/record/schema';
import { LARGE_CHANGE } from '../balance/consumption-changes';
import { levelsAt } from '../outlook/outlook';
import { runningAt } from '../supplies/supply-timeline';

/** Less than this share of a careful test's error shows in none, and is left in. Chosen. */
const SHOWS = 0.5;
/** No record is followed further by the day. */
const MOST_DAYS = 800;

/**
 * How far the doses that were set otherwise than at an event, corrections and large changes of water moved a level, as the balance knows them: what is
 * asked of an event is what came beside them. The dose an event sets itself is left as it is: what it did is what is asked.
 * @param from the first moment that is compared, with the level there, in the parameter's unit: what was dosed earlier is left in, for by then
 *   consumption was another too
 * @returns the shift at a moment, 0 at the event; undefined where none of it would show in a test
 */
export function movedByDoses(
  snapshot: Snapshot,
  tank: Tank,
  parameter: ParameterId,
  event: Entry,
  from: { readonly at: number; readonly level: number },
  until: number,
): ((at: number) => number) | undefined {
  if (!isDosedParameter(parameter) || until <= from.at) return undefined;
  const days = Math.min(MOST_DAYS, Math.ceil((until - from.at) / DAY_MS));
  const moments = Array.from({ length: days + 1 }, (_, i) => Math.min(until, from.at + i * DAY_MS));
  const start = { ...from, perDay: 0 };
  const as = levelsAt(snapshot, tank, parameter, start, moments);
  const stayed = levelsAt(asAtEvent(snapshot, tank, event, from.at), tank, parameter, start, moments);
  const apart = as.map((level, i) => level - (stayed[i] ?? level));
  const shift = (at: number) => {
    const place = Math.max(0, Math.min(days, (at - from.at) / DAY_MS));
    const [i, share] = [Math.floor(place), place % 1];
    const here = apart[i] ?? 0;
    return here + share * ((apart[i + 1] ?? here) - here);
  };
  const atEvent = shift(event.at);
  return apart.some((each) => Math.abs(each - atEvent) > SHOWS * usualErrorOf(parameter))
    ? (at) => shift(at) - atEvent
    : undefined;
}

/** The record as if all that was dosed at the event had been dosed so from the first moment on, and no correction given. */
function asAtEvent(snapshot: Snapshot, tank: Tank, event: Entry, from: number): Snapshot {
  const own = event.kind === 'standing-dose' ? event.solutionId : undefined;
  const least = LARGE_CHANGE * netVolumeL(tank);
  const kept = snapshot.entries.filter((entry) => {
    if (entry.tankId !== tank.id) return true;
    if (entry.kind === 'standing-dose') return entry.solutionId === own;
    if (entry.kind === 'dose') return entry.correction === undefined;
    return entry.kind !== 'water-change' || entry.volumeL < least;
  });
  const standing = runningAt(snapshot, tank, event.at).flatMap(({ entry }): Entry[] =>
    entry.kind === 'standing-dose' && entry.solutionId !== own ? [{ ...entry, at: from - 1 }] : [],
  );
  return { ...snapshot, entries: [...standing, ...kept].toSorted((a, b) => a.at - b.at) };
}
