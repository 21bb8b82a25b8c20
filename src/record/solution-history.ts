import type { Bottle } from '@/chemistry/reagents/label-claim';
import type { Solution } from './schema';

/** From when a solution's new strength is meant to hold. */
export type HoldsFrom = 'now' | 'last change' | 'always';

/** What a solution was made as at a moment. */
export function bottleAt(solution: Solution, at: number): Bottle {
  return solution.earlier?.find(({ until }) => at < until) ?? solution;
}

/** The moments within a span at which a solution came to be made otherwise. */
export function remadeWithin({ earlier = [] }: Solution, from: number, to: number): number[] {
  return earlier.map(({ until }) => until).filter((until) => until > from && until < to);
}

/** Whether two bottles are told alike, so that an edit changed the name alone. */
export function madeAlike(a: Bottle, b: Bottle): boolean {
  return JSON.stringify([a.parts, a.claim]) === JSON.stringify([b.parts, b.claim]);
}

/**
 * A solution made otherwise. What was dosed before keeps the strength it had, unless the keeper says that the strength
 * told until now was never right.
 * @param now epoch ms, from which it holds where it is meant from now on
 */
export function remade(
  solution: Solution,
  bottle: Pick<Solution, 'parts' | 'claim'>,
  now: number,
  from: HoldsFrom,
): Solution {
  const { parts, claim, earlier = [], ...rest } = solution;
  const present = { until: now, parts, ...(claim && { claim }) };
  // Changed twice within the minute: what was told in between never held.
  const withPresent = (earlier.at(-1)?.until ?? -1) < now ? [...earlier, present] : earlier;
  const kept = { now: withPresent, 'last change': earlier, always: [] }[from];
  return { ...rest, ...bottle, ...(kept.length > 0 && { earlier: kept }) };
}
