import { Refusal, type RefusalCause } from '@/chemistry/refusal';

/** A spelling that could be two units. */
export type Ambiguous =
  | 'gallon'
  | 'fluid ounce'
  | 'quart'
  | 'pint'
  | 'cup'
  | 'degrees of temperature'
  | 'degrees of hardness'
  | 'milligrams of alkalinity'
  | 'ppm of salinity'
  | 'percent of salinity'
  | 'ppb of phosphorus or phosphate'
  | 'phosphorus'
  | 'nitrogen'
  | 'spoon of salt';

/** Why a text is no quantity of its field. */
export type QuantityReason =
  | { readonly code: 'two sides with a unit' }
  | { readonly code: 'centimetres or inches' }
  | { readonly code: 'separators' }
  | { readonly code: 'no number' }
  | { readonly code: 'a bound'; readonly typed: string; readonly figure: string }
  | { readonly code: 'ambiguous'; readonly of: Ambiguous }
  | { readonly code: 'takes no unit'; readonly field: string }
  | {
      readonly code: 'unknown unit';
      readonly spelling: string;
      readonly field: string;
      readonly known: readonly string[];
      readonly more: boolean;
    }
  | {
      readonly code: 'usual in another unit';
      readonly value: number;
      readonly unit: string;
      readonly usualIn: readonly string[];
    }
  | { readonly code: 'looks like another unit'; readonly value: number; readonly like: string; readonly unit: string }
  | { readonly code: 'negative' }
  | { readonly code: 'point or digit'; readonly suggestion: string }
  | { readonly code: 'digit missing' };

/** A refusal of a text or a figure that is to be a quantity. */
export function quantityRefusal(cause: RefusalCause<QuantityReason>): Refusal {
  return new Refusal(cause);
}
