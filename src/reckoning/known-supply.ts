import { DOSED_FACTS, DOSED_PARAMETERS, type DosedParameter } from '@/calculators/dosing/dosed-parameters';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import type { Book, Entry, Solution, Tank } from '@/record/schema';
import { LONGEST_DAYS } from './consumption-window';
import { strengthOf } from './known-events';
import { observationsOf } from './observations';
import { memoise } from './memoise';

/** A test, and the pump set right after it: what an hour's dosing does is less than a test can show. */
const AT_ONCE_MS = 3_600_000;

/** Solutions that bring an element, as they are made now. */
export function solutionsWith(book: Book, element: DosedParameter): Solution[] {
  return book.solutions.filter((solution) => DOSED_FACTS[element].perMl(strengthOf(solution)) > 0);
}

/**
 * From when the record says what was dosed of an element. What ran before its first logged dose is unknown, and is not
 * taken as zero: a keeper may have dosed long before the record began.
 * @returns epoch ms; −Infinity where nothing can have been dosed (no solution holds it, or water changes carry the tank
 * and no dose was ever logged), Infinity where it was never said
 */
export function supplyKnownSince(book: Book, tank: Tank, element: DosedParameter): number {
  return memoise(book, tank, `supply of ${element} known since`, () => {
    const holding = new Set(solutionsWith(book, element).map(({ id }) => id));
    const tells = (entry: Entry) =>
      entry.kind === 'dose' || entry.kind === 'standing-dose'
        ? holding.has(entry.solutionId)
        : entry.kind === 'reactor' && element !== 'magnesium';
    const first = book.entries.find((entry) => entry.tankId === tank.id && tells(entry));
    if (first) return first.at - AT_ONCE_MS;
    const canBeDosed = (tank.supplies.includes('parts') && holding.size > 0) || reactorBrings(tank, element);
    return canBeDosed ? Infinity : -Infinity;
  });
}

function reactorBrings(tank: Tank, element: DosedParameter): boolean {
  return tank.supplies.includes('reactor') && element !== 'magnesium';
}

/** Readings that wait for a word on what was dosed when they were taken. */
export interface UnsaidSupply {
  readonly elements: readonly DosedParameter[];
  /** The first of them, epoch ms: what ran from then on is asked. */
  readonly since: number;
  /** The first dose that is logged, epoch ms; undefined where none is. */
  readonly until: number | undefined;
  /** What may have been dosed. */
  readonly solutions: readonly Solution[];
  /** Whether a calcium reactor may have run: its flow and effluent are asked too. */
  readonly reactor: boolean;
}

/** What has to be asked before the readings of the last weeks tell consumption; undefined where nothing has. */
export function unsaidSupply(book: Book, tank: Tank, now: number): UnsaidSupply | undefined {
  const waiting = DOSED_PARAMETERS.flatMap((element) => {
    const known = supplyKnownSince(book, tank, element);
    const first = observationsOf(book, tank.id, element).find(({ at }) => at > now - LONGEST_DAYS * DAY_MS);
    return first && first.at < known ? [{ element, since: first.at, known }] : [];
  });
  if (waiting.length === 0) return undefined;
  const until = Math.min(...waiting.map(({ known }) => known));
  return {
    elements: waiting.map(({ element }) => element),
    since: Math.min(...waiting.map(({ since }) => since)),
    until: until === Infinity ? undefined : until,
    solutions: book.solutions.filter((solution) =>
      waiting.some(({ element }) => DOSED_FACTS[element].perMl(strengthOf(solution)) > 0),
    ),
    reactor: waiting.some(({ element }) => reactorBrings(tank, element)),
  };
}
