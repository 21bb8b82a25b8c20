import type { Observation } from '../observation';
import type { TankEvent } from '../tank-model/events';
import type { SpeciesName } from '../tank-model/water';
import type { Channel } from './channel';

/** A reading of one of the species that are followed. */
export interface Reading extends Observation {
  readonly species: SpeciesName;
  /** Which instrument read it, where several did: each has a bias of its own. */
  readonly by?: string | undefined;
}

export interface ConsumptionInput {
  /** Alkalinity, calcium and magnesium together when left out. */
  readonly channels?: readonly Channel[];
  readonly volumeL: number;
  /** What it was before, in order of time; each held until its moment, and the water was the same on either side of it. */
  readonly earlierVolumes?: readonly { readonly until: number; readonly volumeL: number }[] | undefined;
  /** In any order. */
  readonly readings: readonly Reading[];
  /** Everything known to have gone in or out, in order of time: doses, changes, a reactor. Never the consumption itself. */
  readonly events: readonly TankEvent[];
  /** The rate is asked as of then, epoch ms: the longer since the last reading, the less is known. The last reading when left out. */
  readonly now?: number;
  /** Moments at which something was changed that may have moved consumption: lights, salt, a coral sold. It is then looked for at once. */
  readonly changes?: readonly number[] | undefined;
}
