import type { ParameterId } from '@/calculators/parameters/parameters';
import type { EntryOf } from '@/record/kinds/list';

export type Bound = 'below' | 'above';

/** A test of the line: one parameter, one figure. */
export interface Test {
  readonly parameter: ParameterId;
  readonly value: number;
  readonly bound?: Bound | undefined;
  /** How far off it may be as it was told, beyond what its instrument errs; canonical unit. */
  readonly uncertainty?: number | undefined;
  instrumentId?: string | undefined;
  /** The token of its name or, where it has none, of its figure. */
  readonly token: number;
  /** Where its figure ends. */
  readonly end: number;
}

/** The fields of one reading: tests of one moment that repeat no parameter. */
export function readingOf(
  tests: readonly Test[],
): Pick<EntryOf<'reading'>, 'values' | 'bounds' | 'instruments' | 'uncertainty'> {
  const filled = <Value>(of: (test: Test) => Value | undefined) => {
    const there = tests.flatMap((test) => {
      const value = of(test);
      return value === undefined ? [] : [[test.parameter, value] as const];
    });
    return there.length > 0 ? (Object.fromEntries(there) as Partial<Record<ParameterId, Value>>) : undefined;
  };
  const bounds = filled(({ bound }) => bound);
  const instruments = filled(({ instrumentId }) => instrumentId);
  const uncertainty = filled(({ uncertainty: each }) => each);
  return {
    values: filled(({ value }) => value) ?? {},
    ...(bounds && { bounds }),
    ...(instruments && { instruments }),
    ...(uncertainty && { uncertainty }),
  };
}
