/** Heights above the floor, cm. */
export interface OutletAndReservoir {
  /** Its water when it is full, and its bottom. */
  readonly fullCm: number;
  readonly bottomCm: number;
  /** Where the hose ends. */
  readonly outletCm: number;
  /** A hole or valve at the top of the hose lets air in when the pump stops. */
  readonly broken: boolean;
  /** The water the hose ends over or in. */
  readonly sumpWaterCm?: number | undefined;
}

export interface Siphon {
  readonly runs: boolean;
  /** What would go over after the pump has stopped, of a full reservoir. */
  readonly litres: number;
  /** The head it begins with. */
  readonly headCm: number;
  /** The hose ends under the sump's water, and the reservoir can stand lower: saltwater runs back into it. */
  readonly runsBack: boolean;
}

/**
 * Whether water goes on running after the pump stops. It does where the hose ends below the water it came from, until the two
 * stand level: the outlet in air, or the sump's water where it ends in that.
 * Source: communicating vessels: it runs until both stand level.
 */
export function siphonOf(
  { fullCm, bottomCm, outletCm, broken, sumpWaterCm }: OutletAndReservoir,
  reservoirL: number,
): Siphon {
  const endsAt = Math.max(outletCm, sumpWaterCm ?? -Infinity);
  const headCm = Math.max(0, fullCm - endsAt);
  const heightCm = Math.max(fullCm - bottomCm, 0.1);
  const litres = reservoirL * Math.min(1, headCm / heightCm);
  const runs = !broken && litres > 0;
  const runsBack = !broken && sumpWaterCm !== undefined && outletCm < sumpWaterCm && bottomCm < sumpWaterCm;
  return { runs, litres: runs ? litres : 0, headCm, runsBack };
}
