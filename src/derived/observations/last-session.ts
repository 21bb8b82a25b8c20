import { PARAMETER_IDS, parameterOf, type ParameterId } from '@/calculators/parameters/parameters';
import { entriesOf } from '@/record/entries-of';
import { typedSession, type TypedSession } from '@/jot/typed-session';
import type { Snapshot } from '@/record/schema';
import { observationsOf } from './observations';

/** A session is so many tests at least: fewer are a look between two. Chosen. */
const LEAST_TESTS = 3;

/** Offered where a cycle was followed, and seldom tested after. */
const OF_A_CYCLE: ReadonlySet<ParameterId> = new Set<ParameterId>(['ammonia', 'nitrite']);

/** The tests in the order and the units of the last whole session, then whatever is tested week by week besides. */
export function lastSession(snapshot: Snapshot, tankId: string, now: number): TypedSession {
  const session = entriesOf(snapshot, tankId, 'reading').findLast(
    ({ at, values }) => at <= now && Object.keys(values).length >= LEAST_TESTS,
  );
  const typed = typedSession(session?.jotted ?? '');
  const last = [...typed.order, ...(Object.keys(session?.values ?? {}) as ParameterId[])];
  // A laboratory's panel is not what one tests next Saturday.
  const everyday = last.filter((id) => parameterOf(id).everyday);
  const offered = PARAMETER_IDS.filter(
    (id) => parameterOf(id).everyday && (!OF_A_CYCLE.has(id) || observationsOf(snapshot, tankId, id).length > 0),
  );
  return { order: [...new Set([...everyday, ...offered])], units: typed.units };
}
