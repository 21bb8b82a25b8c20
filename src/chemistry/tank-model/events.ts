import type { Kinetics } from './nitrification';
import type { Amounts, Water, WholeWater } from './water';

/**
 * The hours of each day in which something runs. Days are counted from midnight UTC: whoever knows the keeper's zone
 * turns 20:00 there into milliseconds after it, and writes a new event when summer time begins or ends.
 */
export interface DailyHours {
  /** When it opens, ms after midnight UTC, 0 up to a day. */
  readonly fromMs: number;
  /** How long it stays open, ms, above 0 and up to a day. */
  readonly forMs: number;
}

/** Something that happens to the water at a moment, or that starts at a moment and holds until replaced. `at` is epoch ms. */
export type TankEvent =
  /** Amounts put in at once: a dose, salt, food; with the litres of water they come in, where those matter. */
  | { readonly kind: 'addition'; readonly at: number; readonly amounts: Amounts; readonly litres?: number }
  /** A water change: litres out, the same litres of another water in. */
  | { readonly kind: 'exchange'; readonly at: number; readonly volumeL: number; readonly water: Water }
  /** Fresh water poured in (or, negative, missing) at once. What does not fit under the brim runs over, mixed. */
  | { readonly kind: 'fresh-water'; readonly at: number; readonly volumeL: number }
  /**
   * A steady input (or, negative, a consumption), in amounts a day and the litres a day they come in. With hours, the
   * whole day's amount goes in while they last: a night's drip, a day's photosynthesis. With pulses, it goes in in so many
   * equal portions spread evenly over the hours. Replaces what the same source gave before.
   */
  | {
      readonly kind: 'rate';
      readonly at: number;
      readonly source: string;
      readonly perDay: Amounts;
      readonly litresPerDay?: number;
      readonly hours?: DailyHours;
      readonly pulses?: number;
    }
  /**
   * Tank water drawn off and returned changed: a reactor. Species not named come back as they went, with what the loop adds to
   * them for each mmol of alkalinity it gives: media bring calcium in proportion, however much alkalinity the tank holds.
   */
  | {
      readonly kind: 'loop';
      readonly at: number;
      readonly source: string;
      readonly litresPerDay: number;
      readonly returns: Partial<Water>;
      readonly perAlkalinity?: Amounts;
    }
  /** Water lost to the air, litres a day; nought until told. */
  | { readonly kind: 'evaporation'; readonly at: number; readonly litresPerDay: number }
  /**
   * A top-off that keeps the volume from falling below `holdsL` with fresh water, as long as its reservoir lasts
   * (without end where no litres are given). null switches it off.
   */
  | { readonly kind: 'top-off'; readonly at: number; readonly holdsL: number | null; readonly reservoirL?: number }
  /** From now on the water is this warm. */
  | { readonly kind: 'temperature'; readonly at: number; readonly temperatureC: number }
  /**
   * From now on the water stands open to air of that much CO2. `exchangePerDay` is how many times a day dissolved CO2
   * would be renewed by the air alone: surface, skimmer and stirring together. It has no handbook value; some tens a day give
   * the swings of pH that keepers see.
   * Until told, no carbon passes between water and air and no pH is worked out.
   */
  | { readonly kind: 'air'; readonly at: number; readonly co2Uatm: number; readonly exchangePerDay: number }
  /**
   * Nitrifying bacteria put in, on rock or from a bottle, told by what they would oxidise at plenty and 25 °C: mg of ammonia,
   * and of nitrite, a day in the whole tank. Until the first come, ammonia and nitrite stand as they are.
   */
  | { readonly kind: 'bacteria'; readonly at: number; readonly ammoniaPerDay: number; readonly nitritePerDay: number };

/** The tank's water at a moment, to start from. */
export interface TankStart {
  readonly at: number;
  readonly volumeL: number;
  readonly water: Water;
  /** 25 °C when left out. */
  readonly temperatureC?: number;
}

/** The tank's water at a moment, as the model finds it. */
export interface TankState extends TankStart {
  readonly water: WholeWater;
  readonly temperatureC: number;
  /** What stands in the top-off's reservoir; left out where it has no end. */
  readonly reservoirL: number | undefined;
  /** Litres that have run over the brim since the start. */
  readonly spiltL: number;
  /** What the nitrifying bacteria would oxidise a day at plenty and 25 °C, in the whole tank, mg. */
  readonly bacteria: { readonly ammoniaPerDay: number; readonly nitritePerDay: number };
  /** Only where the water stands open to air. */
  readonly carbonate:
    | {
        readonly phNbs: number;
        readonly pco2Uatm: number;
        /** CO2 taken up from the air since the start (negative: given off), mmol. */
        readonly fromAirMmol: number;
        /** The most the integration can have put DIC wrong since the start, mmol/L. */
        readonly dicErrorMmolPerL: number;
      }
    | undefined;
}

/** What the water stands in. */
export interface Vessel {
  /** Litres at which it runs over; never when left out. */
  readonly brimL?: number;
  /** How its nitrifying bacteria feed and grow; as most do when left out. */
  readonly kinetics?: Kinetics;
}
