import type { Snapshot, Tank } from '@/record/schema';

const memoised = new WeakMap<Snapshot, WeakMap<Tank, Map<string, unknown>>>();

/**
 * What follows from a snapshot and a tank, worked out once and let go with them. A snapshot never changes once it is read, so
 * this keeps nothing that the record does not say; it only spares asking twice.
 * @param what names the question with all it depends on besides snapshot and tank
 */
export function memoise<Result>(snapshot: Snapshot, tank: Tank, what: string, workOut: () => Result): Result {
  const ofSnapshot = memoised.get(snapshot) ?? new WeakMap<Tank, Map<string, unknown>>();
  memoised.set(snapshot, ofSnapshot);
  const ofTank = ofSnapshot.get(tank) ?? new Map<string, unknown>();
  ofSnapshot.set(tank, ofTank);
  if (!ofTank.has(what)) ofTank.set(what, workOut());
  return ofTank.get(what) as Result;
}

interface Kept {
  readonly rests: readonly unknown[];
  readonly result: unknown;
}

/** Of each question the last few answers are kept: as the record stands, and as a bench tries it with other figures. */
const MOST_KEPT = 3;
const kept = new Map<string, Kept[]>();

/**
 * What follows from some parts of a record, worked out anew only when one of them is another: an entry that is filed leaves standing
 * whatever does not rest on it, from one snapshot to the next.
 * @param what names the question; of a few names in all, since the answers to each are kept
 * @param rests all it depends on, as the same objects for as long as they say the same: lists of entries (`record/entries-of.ts`), rows,
 *   figures
 */
export function memoiseOn<Result>(what: string, rests: readonly unknown[], workOut: () => Result): Result {
  const own = kept.get(what) ?? [];
  const at = own.findIndex(
    (each) => each.rests.length === rests.length && rests.every((rest, i) => Object.is(rest, each.rests[i])),
  );
  const known = own[at];
  if (known) {
    if (at > 0) own.unshift(...own.splice(at, 1));
    return known.result as Result;
  }
  const result = workOut();
  kept.set(what, [{ rests, result }, ...own].slice(0, MOST_KEPT));
  return result;
}
