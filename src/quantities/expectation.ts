import type { QuantityKind } from './kinds';

/** What a field accepts, in canonical units. */
export interface Expectation {
  /** The field as its keeper knows it. */
  readonly field: string;
  readonly kind: QuantityKind;
  readonly low: number;
  readonly high: number;
  /** Where a value is expected to lie; used only to guess what a refused one was meant to be. */
  readonly usual?: readonly [number, number] | undefined;
  /** What to say of a refused value where no slip explains it. */
  readonly otherwise?: string | undefined;
  /** What 100 % of it would be, where a share may be told too: "15 %" of the water. */
  readonly whole?: number | undefined;
}
