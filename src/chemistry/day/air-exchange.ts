/**
 * How often a day air renews dissolved CO2, where it is not known. Chosen: it gives the swings of pH that keepers see. What rests on
 * it goes with its inverse.
 */
export const AIR_EXCHANGE_A_DAY = 30;
