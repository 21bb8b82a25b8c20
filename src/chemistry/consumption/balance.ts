import { CALCIUM_MG_PER_MEQ } from '../tank-model/metabolism';
import type { ConsumptionEstimate } from './estimate';

/** Tanks keep to the ratio within about this share: some magnesium goes in calcium's place, some alkalinity elsewhere. Common practice. */
const RATIO_ERROR = 0.1;
/** Readings and ratio further apart than this many standard deviations are a finding, not noise. */
const MISMATCH_AT = 3;

export interface Demand {
  readonly perDay: number;
  readonly sd: number;
  readonly from: 'readings' | 'ratio' | 'readings and ratio';
  /** The readings and the ratio to alkalinity cannot both be right. */
  readonly mismatch: boolean;
}

/**
 * Calcium demand, mg/L a day. Alkalinity is the precise channel, so calcium's own readings are joined with what the
 * ratio of calcification (20.04 mg per meq, 7.15 mg/L per dKH) says, each weighted by its error, unless the two
 * contradict each other: then the readings stand alone and the mismatch is told.
 * @param alkalinityPerDay mmol/L a day with its standard deviation, when known
 */
export function calciumDemand(
  own: ConsumptionEstimate | undefined,
  alkalinity: ConsumptionEstimate | undefined,
): Demand | undefined {
  const byRatio = alkalinity && {
    perDay: alkalinity.perDay * CALCIUM_MG_PER_MEQ,
    sd: Math.hypot(alkalinity.perDaySd, RATIO_ERROR * alkalinity.perDay) * CALCIUM_MG_PER_MEQ,
  };
  if (!own) return byRatio && { ...byRatio, from: 'ratio', mismatch: false };
  if (!byRatio) return { perDay: own.perDay, sd: own.perDaySd, from: 'readings', mismatch: false };
  const apart = Math.abs(own.perDay - byRatio.perDay) / Math.hypot(own.perDaySd, byRatio.sd);
  if (apart > MISMATCH_AT) return { perDay: own.perDay, sd: own.perDaySd, from: 'readings', mismatch: true };
  const ownWeight = 1 / own.perDaySd ** 2;
  const ratioWeight = 1 / byRatio.sd ** 2;
  return {
    perDay: (own.perDay * ownWeight + byRatio.perDay * ratioWeight) / (ownWeight + ratioWeight),
    sd: Math.sqrt(1 / (ownWeight + ratioWeight)),
    from: 'readings and ratio',
    mismatch: false,
  };
}
