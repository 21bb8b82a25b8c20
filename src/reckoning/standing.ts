import type { Book, EntryOf, Tank } from '@/record/schema';

/** What was set to run and still runs at a moment: the last word on each solution, and on the reactor. */
export interface Standing {
  /** Millilitres a day by solution; those turned off are left out. */
  readonly doses: ReadonlyMap<string, number>;
  readonly reactor: EntryOf<'reactor'> | undefined;
}

export function standingAt(book: Book, tank: Tank, at: number): Standing {
  const doses = new Map<string, number>();
  let reactor: EntryOf<'reactor'> | undefined;
  for (const entry of book.entries) {
    if (entry.at > at) break;
    if (entry.tankId !== tank.id) continue;
    if (entry.kind === 'standing-dose') doses.set(entry.solutionId, entry.mlPerDay);
    if (entry.kind === 'reactor') reactor = entry;
  }
  for (const [solution, mlPerDay] of doses) if (mlPerDay === 0) doses.delete(solution);
  return { doses, reactor: reactor && reactor.mlPerMin > 0 ? reactor : undefined };
}
