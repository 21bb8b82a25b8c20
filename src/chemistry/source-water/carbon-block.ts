/** What the supply is disinfected with, as strips tell it; unknown until it was read. */
export type Disinfectant = 'none' | 'chlorine' | 'chloramine' | 'unknown';

const L_PER_US_GAL = 3.785411784;
/** Ordinary blocks rated 6 000 and 20 000 US gal let half of the chloramine through after about 40 and 100. Common practice: the lesser. */
const CHLORAMINE_ORDINARY_L = 40 * L_PER_US_GAL;
/** A block made for chloramine lasts a few thousand US gal. Common practice: two. */
const CHLORAMINE_MADE_FOR_L = 2000 * L_PER_US_GAL;
/** What an ordinary block is rated for where its own label is not told. Common practice: the lesser of the two. */
const CHLORINE_L = 6000 * L_PER_US_GAL;

export interface CarbonLife {
  /** Litres of supply it is good for. */
  readonly litres: number;
  /** Whether that is its label's figure, or what keepers see. */
  readonly from: 'label' | 'common practice';
}

/**
 * How much water a carbon block is good for. A rating for chlorine says nothing of chloramine.
 * @param block its label's litres, and whether it is made for chloramine
 * @returns undefined where there is nothing in the supply that it has to hold back
 * Common practice where the label says nothing; the figures stand beside it.
 */
export function carbonLife(
  block: { readonly ratedL?: number | undefined; readonly forChloramine?: boolean | undefined },
  supply: Disinfectant,
): CarbonLife | undefined {
  const byLabel: CarbonLife | undefined =
    block.ratedL === undefined ? undefined : { litres: block.ratedL, from: 'label' };
  if (supply === 'none') return undefined;
  if (supply === 'chloramine')
    return block.forChloramine
      ? (byLabel ?? { litres: CHLORAMINE_MADE_FOR_L, from: 'common practice' })
      : { litres: CHLORAMINE_ORDINARY_L, from: 'common practice' };
  return byLabel ?? { litres: CHLORINE_L, from: 'common practice' };
}
