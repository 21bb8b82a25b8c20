import { withInterval } from '@/chemistry/evaporation/pooled';
import { expectedEvaporationLPerDay, type OpenPlace, type Situation } from '@/chemistry/evaporation/surfaces';

export interface Alternative {
  readonly what: string;
  readonly litresPerDay: number;
  readonly low: number;
  readonly high: number;
}

/** The formula's ratios are better known than its figures: off by so much of the ratio's own logarithm. Chosen. */
const RATIO_LOG_SD = 0.15;

/** What another cover or stiller air would make of a loss. */
export function alternatives(
  situation: Situation,
  formulaLPerDay: number,
  loss: { readonly litresPerDay: number; readonly logSd: number },
): Alternative[] {
  if (!(formulaLPerDay > 0) || !(loss.litresPerDay > 0)) return [];
  const covered = (cover: OpenPlace['cover']): Situation => ({
    ...situation,
    places: situation.places.map((each) => (each.place === 'display' ? { ...each, cover } : each)),
  });
  const others: readonly (readonly [string, Situation])[] = [
    ['the display under a lid with gaps', covered('lid')],
    ['the display under a lid that fits', covered('tight lid')],
    ['the display open', covered('open')],
    ['no fan', { ...situation, airMPerS: 0 }],
    ['a fan across the water', { ...situation, airMPerS: 1 }],
  ];
  return others.flatMap(([what, other]): Alternative[] => {
    const ratio = expectedEvaporationLPerDay(other) / formulaLPerDay;
    if (Math.abs(ratio - 1) < 0.02) return [];
    const logSd = Math.hypot(loss.logSd, RATIO_LOG_SD * Math.abs(Math.log(ratio)));
    const { litresPerDay, low, high } = withInterval(loss.litresPerDay * ratio, logSd);
    return [{ what, litresPerDay, low, high }];
  });
}
