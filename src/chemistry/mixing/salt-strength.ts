/** What boxes of reef salt say, grams a litre at 35 ppt; used until a batch has taught better. Common practice. */
export const TYPICAL_GRAMS_PER_L_AT_35 = 38.5;
/** Salts hold some water, so no dry salt needs less than seawater's own solids (35.165 g/kg) or much more. */
export const GRAMS_PER_L_RANGE = [33, 50] as const;
