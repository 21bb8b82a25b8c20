import type { Amounts, Water } from './water';

/** Something that happens to the water at a moment, or a rate that starts at a moment and holds until replaced. `at` is epoch ms. */
export type TankEvent =
  /** Amounts put in at once: a dose, salt, food. */
  | { readonly kind: 'addition'; readonly at: number; readonly amounts: Amounts }
  /** A water change: litres out, the same litres of another water in. */
  | { readonly kind: 'exchange'; readonly at: number; readonly volumeL: number; readonly water: Water }
  /** Fresh water poured in beyond the top-off's level, or (negative) missing from it. */
  | { readonly kind: 'fresh-water'; readonly at: number; readonly volumeL: number }
  /** A steady input (or, negative, a consumption) in amounts a day. Replaces what the same source gave before. */
  | { readonly kind: 'rate'; readonly at: number; readonly source: string; readonly perDay: Amounts }
  /** Tank water drawn off and returned changed: a reactor. Species not named come back as they went. */
  | {
      readonly kind: 'loop';
      readonly at: number;
      readonly source: string;
      readonly litresPerDay: number;
      readonly returns: Partial<Water>;
    }
  /** Top-off less evaporation, litres a day; nought while the top-off holds the level. */
  | { readonly kind: 'level'; readonly at: number; readonly litresPerDay: number };

/** The tank's water at a moment. */
export interface TankState {
  readonly at: number;
  readonly volumeL: number;
  readonly water: Water;
}
