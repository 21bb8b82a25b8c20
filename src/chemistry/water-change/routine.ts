/**
 * Changing a share of the water again and again, while the tank takes (or makes) something steadily: where its level
 * settles, in closed form. The tank model run over the same changes ends there; a test says so.
 */
export interface Routine {
  /** Litres changed each time. */
  readonly changeL: number;
  readonly everyDays: number;
}

export interface Sawtooth {
  /** Just before a change, and just after it. */
  readonly before: number;
  readonly after: number;
}

/**
 * The level a routine settles at: C_before = C_s − k·d/f.
 * @param netVolumeL litres in the tank
 * @param newWater level of the new water
 * @param consumptionPerDay what a litre loses a day; negative, what it gains
 * @returns the sawtooth, or undefined where the tank takes more than the routine brings and falls to nothing
 * Source: the fixed point of C⁺ = (C − k d)(1 − f) + C_s f.
 */
export function settledAt(
  netVolumeL: number,
  { changeL, everyDays }: Routine,
  newWater: number,
  consumptionPerDay: number,
): Sawtooth | undefined {
  const share = changeL / netVolumeL;
  const fall = consumptionPerDay * everyDays;
  const before = newWater - fall / share;
  return before < 0 ? undefined : { before, after: before + fall };
}

/**
 * Changes until what is left of a difference is a twentieth: (1 − f)^n = 0.05.
 * Source: n = ln 0.05/ln(1 − f).
 */
export function changesToSettle(netVolumeL: number, { changeL }: Routine): number {
  const share = changeL / netVolumeL;
  return share >= 1 ? 1 : Math.max(1, Math.ceil(Math.log(0.05) / Math.log1p(-share)));
}

/**
 * How much a litre may lose a day for the level never to fall below a floor.
 * @returns per day; nought where the new water itself is no higher than the floor
 * Source: `settledAt`, solved for k.
 */
export function carries(netVolumeL: number, { changeL, everyDays }: Routine, newWater: number, floor: number): number {
  return Math.max(0, ((newWater - floor) * (changeL / netVolumeL)) / everyDays);
}

/**
 * The level that new water dripped in without end settles at: C_s − k·V/v.
 * @param litresPerDay v, above 0
 * @param consumptionPerDay k
 * Source: the steady state of V dC/dt = v(C_s − C) − k V.
 */
export function settledOnFlow(
  netVolumeL: number,
  litresPerDay: number,
  newWater: number,
  consumptionPerDay: number,
): number | undefined {
  const level = newWater - (consumptionPerDay * netVolumeL) / litresPerDay;
  return level < 0 ? undefined : level;
}
