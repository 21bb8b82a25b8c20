/** What moves a nutrient between two changes of water: what comes in, and what of it is taken out. */
export interface NutrientRates {
  /** mg/L a day. */
  readonly comesPerDay: number;
  /** Share of what the water holds that goes a day: refugium, media, bacteria, whatever takes the more the more is there. */
  readonly goesPerDay: number;
}

/** A water change: the share of the water, and what the new water holds, mg/L. */
export interface Renewal {
  readonly share: number;
  readonly level: number;
}

/**
 * A nutrient after some days without a change: what comes at an even rate, and goes in proportion to what is there.
 * @param level mg/L to begin with; days and rates not below 0
 * @returns mg/L
 * Source: the solution of dC/dt = s − kC, C = s/k + (C₀ − s/k) e^(−kt); as k → 0, C₀ + st.
 * @example levelAfter(1, 10, { comesPerDay: 0.5, goesPerDay: 0.1 }) // 3.5285
 */
export function levelAfter(level: number, days: number, { comesPerDay, goesPerDay }: NutrientRates): number {
  const gone = -Math.expm1(-goesPerDay * days);
  const coming = goesPerDay * days < 1e-9 ? days : gone / goesPerDay;
  return level * (1 - gone) + comesPerDay * coming;
}

/**
 * What a change of water leaves.
 * Source: C = C_s + (C_0 − C_s)(1 − f), by mass.
 */
export function levelRenewed(level: number, { share, level: incoming }: Renewal): number {
  return incoming + (level - incoming) * (1 - share);
}

/**
 * Changes of water as if they went on all the time: they add to what comes and to what goes.
 * @param sharePerDay of the water, a day
 * Source: continuous exchange, the limit of many small changes: dC/dt = −v (C − C_s).
 */
export function withExchange(rates: NutrientRates, sharePerDay: number, incoming: number): NutrientRates {
  return {
    comesPerDay: rates.comesPerDay + sharePerDay * incoming,
    goesPerDay: rates.goesPerDay + sharePerDay,
  };
}

/**
 * What has to come in a day so that a level is reached in so many days.
 * @param days above 0
 * @returns mg/L a day; below 0 where nothing that comes would bring it so low
 * Source: `levelAfter` solved for what comes.
 */
export function comesToReach(goal: number, level: number, days: number, goesPerDay: number): number {
  const left = levelAfter(level, days, { comesPerDay: 0, goesPerDay });
  const perUnit = levelAfter(0, days, { comesPerDay: 1, goesPerDay });
  return (goal - left) / perUnit;
}
