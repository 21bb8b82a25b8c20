/** How salinity moves, net of the salt that is known to have come and gone. */
export interface SaltDrift {
  /** ppt a day it falls; negative where it rises. */
  readonly fallsPerDay: number;
  /** Standard deviation. */
  readonly sd: number;
}

export interface SaltBalance {
  /** Litres a day that leave as saltwater; negative, litres that evaporate and are not put back. */
  readonly litresPerDay: number;
  readonly sd: number;
  readonly tells: 'nothing' | 'saltwater leaves' | 'not all put back';
}

/** It is told of from this many standard deviations on. */
const TELLS_AT = 3;
/** And from this share of the tank a day: less is skimmate, spray and tests. Chosen. */
const LEAST_SHARE = 0.0005;

/**
 * What salinity says of the water account. Evaporation leaves the salt behind, so with W litres of fresh water put in a day,
 * E = W + (V/S)·dS/dt: a falling salinity means that some of W replaced saltwater, a rising one that W was too little. It
 * holds whether the level is kept or falls.
 * Source: mass balance of salt and of water in a well-mixed vessel.
 */
export function saltBalance({ fallsPerDay, sd }: SaltDrift, netVolumeL: number, salinity: number): SaltBalance {
  const perPpt = netVolumeL / Math.max(salinity, 1);
  const litresPerDay = fallsPerDay * perPpt;
  const told = Math.abs(fallsPerDay) > TELLS_AT * sd && Math.abs(litresPerDay) > LEAST_SHARE * netVolumeL;
  return {
    litresPerDay,
    sd: sd * perPpt,
    tells: !told ? 'nothing' : litresPerDay > 0 ? 'saltwater leaves' : 'not all put back',
  };
}
