import { DAY_MS } from '@/chemistry/tank-model/simulate';
import type { Book, EntryOf, Tank } from '@/record/schema';
import { standingAt } from './standing';

export interface Bottle {
  readonly solutionId: string;
  readonly name: string;
  readonly mlPerDay: number;
  /** By the last look at it and what was dosed since; undefined until it was looked at. */
  readonly leftMl: number | undefined;
}

/** Bottles that standing doses draw on; those made with the reservoir's water have none of their own. */
export function bottlesOf(book: Book, tank: Tank, now: number): Bottle[] {
  const { doses } = standingAt(book, tank, now);
  const fromReservoir = tank.topOff?.fromReservoir ?? [];
  return [...doses].flatMap(([solutionId, mlPerDay]): Bottle[] => {
    const solution = book.solutions.find(({ id }) => id === solutionId);
    return solution && !fromReservoir.includes(solutionId)
      ? [{ solutionId, name: solution.name, mlPerDay, leftMl: bottleLeftMl(book, tank, solutionId, now) }]
      : [];
  });
}

/** What stands in a bottle: what was seen in it, less what was dosed from it since. */
function bottleLeftMl(book: Book, tank: Tank, solutionId: string, now: number): number | undefined {
  const ofIt = book.entries.filter(
    (entry) => entry.tankId === tank.id && 'solutionId' in entry && entry.solutionId === solutionId && entry.at <= now,
  );
  const seen = ofIt.findLast((entry): entry is EntryOf<'bottle-level'> => entry.kind === 'bottle-level');
  if (!seen) return undefined;
  let mlPerDay = 0;
  let left = seen.volumeMl;
  let at = seen.at;
  for (const entry of ofIt) {
    if (entry.kind === 'standing-dose') {
      if (entry.at > at) {
        left -= (mlPerDay * (entry.at - at)) / DAY_MS;
        at = entry.at;
      }
      mlPerDay = entry.mlPerDay;
    }
    if (entry.kind === 'dose' && entry.at > seen.at) left -= entry.volumeMl;
  }
  return Math.max(0, left - (mlPerDay * (now - at)) / DAY_MS);
}
