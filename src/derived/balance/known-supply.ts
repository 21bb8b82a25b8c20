import { DOSED_FACTS, DOSED_PARAMETERS, type DosedParameter } from '@/calculators/dosing/dosed-parameters';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { entriesOf } from '@/record/entries-of';
import type { Snapshot, Solution, Tank } from '@/record/schema';
import { LONGEST_DAYS } from '../observations/consumption-window';
import { strengthOf } from './known-events';
import { observationsOf } from '../observations/observations';
import { memoise } from '../memoise';

/** A test, and the pump set right after it: what an hour's dosing does is less than a test can show. */
const AT_ONCE_MS = 3_600_000;

/** Solutions that bring an parameter, as they are made now. */
export function solutionsWith(snapshot: Snapshot, parameter: DosedParameter): Solution[] {
  return snapshot.solutions.filter((solution) => DOSED_FACTS[parameter].perMl(strengthOf(solution)) > 0);
}

/**
 * From when the record says what was dosed of an parameter. What ran before its first logged dose is unknown, and is not
 * taken as zero: a keeper may have dosed long before the record began.
 * @returns epoch ms; −Infinity where nothing can have been dosed (no solution holds it, or water changes carry the tank
 * and no dose was ever logged), Infinity where it was never said
 */
export function supplyKnownSince(snapshot: Snapshot, tank: Tank, parameter: DosedParameter): number {
  return memoise(snapshot, tank, `supply of ${parameter} known since`, () => {
    const holding = new Set(solutionsWith(snapshot, parameter).map(({ id }) => id));
    const firsts = [
      entriesOf(snapshot, tank.id, 'dose').find(({ solutionId }) => holding.has(solutionId)),
      entriesOf(snapshot, tank.id, 'standing-dose').find(({ solutionId }) => holding.has(solutionId)),
      parameter === 'magnesium' ? undefined : entriesOf(snapshot, tank.id, 'reactor')[0],
    ].flatMap((entry) => (entry ? [entry.at] : []));
    if (firsts.length > 0) return Math.min(...firsts) - AT_ONCE_MS;
    const canBeDosed = (tank.supplies.includes('parts') && holding.size > 0) || reactorBrings(tank, parameter);
    return canBeDosed ? Infinity : -Infinity;
  });
}

function reactorBrings(tank: Tank, parameter: DosedParameter): boolean {
  return tank.supplies.includes('reactor') && parameter !== 'magnesium';
}

/** Readings that wait for a word on what was dosed when they were taken. */
export interface UnsaidSupply {
  readonly parameters: readonly DosedParameter[];
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
export function unsaidSupply(snapshot: Snapshot, tank: Tank, now: number): UnsaidSupply | undefined {
  const waiting = DOSED_PARAMETERS.flatMap((parameter) => {
    const known = supplyKnownSince(snapshot, tank, parameter);
    const first = observationsOf(snapshot, tank.id, parameter).find(({ at }) => at > now - LONGEST_DAYS * DAY_MS);
    return first && first.at < known ? [{ parameter, since: first.at, known }] : [];
  });
  if (waiting.length === 0) return undefined;
  const until = Math.min(...waiting.map(({ known }) => known));
  return {
    parameters: waiting.map(({ parameter }) => parameter),
    since: Math.min(...waiting.map(({ since }) => since)),
    until: until === Infinity ? undefined : until,
    solutions: snapshot.solutions.filter((solution) =>
      waiting.some(({ parameter }) => DOSED_FACTS[parameter].perMl(strengthOf(solution)) > 0),
    ),
    reactor: waiting.some(({ parameter }) => reactorBrings(tank, parameter)),
  };
}
