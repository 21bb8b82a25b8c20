/** A day, ms. Moments are epoch milliseconds throughout. */
export const DAY_MS = 86_400_000;
