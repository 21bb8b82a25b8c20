import { MMOL_PER_L_PER_DKH } from '../conversion';
import { CALCIUM_MG_PER_MEQ } from '../tank-model/metabolism';
import type { SpeciesName } from '../tank-model/water';

/** One species whose consumption is followed, and how it hangs together with the others. */
export interface Channel {
  readonly species: SpeciesName;
  /** What calcification takes of it with one milliequivalent of alkalinity, in its own unit. */
  readonly perMeq: number;
  /**
   * How far its consumption may stand apart from calcification: one standard deviation, as a share of it. Of alkalinity that is
   * nitrification, precipitation, a wrong strength; of magnesium the proportion itself, which differs from tank to tank. 0 where
   * it follows calcification strictly.
   */
  readonly ownShare: number;
  /** Bias of one instrument against another, one standard deviation in its own unit. */
  readonly biasSd: number;
  /** A level before any reading, and how little is known of it. */
  readonly level: number;
  readonly levelSd: number;
}

/**
 * Alkalinity, calcium and magnesium, as calcification takes them together: 1 meq : 20.04 mg : about a tenth of the calcium by
 * mass (common practice, and fitted). How far instruments of one kind stand apart is common practice too.
 */
export const CALCIFICATION: readonly [Channel, Channel, Channel] = [
  {
    species: 'alkalinity',
    perMeq: 1,
    ownShare: 0.1,
    biasSd: 0.2 * MMOL_PER_L_PER_DKH,
    level: 3,
    levelSd: 3,
  },
  { species: 'calcium', perMeq: CALCIUM_MG_PER_MEQ, ownShare: 0, biasSd: 10, level: 420, levelSd: 300 },
  {
    species: 'magnesium',
    perMeq: CALCIUM_MG_PER_MEQ / 10,
    ownShare: 1,
    biasSd: 30,
    level: 1300,
    levelSd: 800,
  },
];

/** A reading as the model takes it. */
export interface ChannelReading {
  readonly at: number;
  readonly channel: number;
  readonly value: number;
  readonly sd: number;
  readonly bound?: 'below' | 'above' | undefined;
  /** Which instrument; readings of one share its bias. */
  readonly by: string;
}
