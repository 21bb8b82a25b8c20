import type { QuantityKind } from '@/quantities/kinds';

/** What a parameter may be read by. */
export const READ_BY = ['kit', 'probe', 'laboratory'] as const;
export type ReadBy = (typeof READ_BY)[number];

/** Schools of nutrient level; the keeper picks one and may then set any band. */
export const NUTRIENT_SCHOOLS = ['ultra-low', 'low', 'fed'] as const;
export type NutrientSchool = (typeof NUTRIENT_SCHOOLS)[number];

/**
 * Something a keeper measures. Its identity is its key in the list; its kind of quantity says only which units it is written
 * in, and many share one. Amounts are in the canonical unit of that kind.
 */
export interface Parameter {
  readonly name: string;
  /** The words it is jotted by, in small letters; the first is the short one that the product writes. */
  readonly words: readonly [short: string, ...more: string[]];
  /** Words that name a unit along with it: "dkh 7.8" is in dKH, whatever the keeper's own unit is. */
  readonly unitOfWord?: Readonly<Record<string, string>>;
  readonly kind: QuantityKind;
  /** A reading outside is refused. */
  readonly low: number;
  readonly high: number;
  /** Where readings of a living tank lie; used to guess what a refused one was meant to be. */
  readonly usual: readonly [number, number];
  /** The level of natural seawater at 35 ppt, where it has one. */
  readonly natural?: number;
  /** Outside of these most reef animals are hurt; undefined where one side has no such end. */
  readonly danger?: { readonly below?: number; readonly above?: number };
  /** The band keepers hold. Common practice. */
  readonly band: readonly [number, number];
  readonly bandBySchool?: Readonly<Record<NutrientSchool, readonly [number, number]>>;
  /** What reads it, and one standard deviation of a careful reading by it. Common practice. */
  readonly readBy: { readonly [By in ReadBy]?: number };
  /** Tested at home week by week: offered in every form. The rest are offered where they were once read. */
  readonly everyday?: true;
}
