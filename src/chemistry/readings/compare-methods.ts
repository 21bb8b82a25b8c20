import { SDS_95, isToldFromZero } from '@/numerics/normal-interval';
import { median } from 'simple-statistics';
import { studentT95 } from '@/numerics/student-t';

/** One method's reading less what another says of the same water, and the error that both together explain. */
export interface Difference {
  readonly at: number;
  readonly value: number;
  /** One standard deviation, of both methods together, above 0. */
  readonly sd: number;
  /** Whose water it was: a method that is off alike in several waters is off itself. */
  readonly water: string;
}

export type Finding = 'agree' | 'bias' | 'noise' | 'slip' | 'apart once' | 'too few';

export interface Comparison {
  readonly finding: Finding;
  /** How much the method reads above the other, with its standard deviation and 95 % range. */
  readonly bias: number;
  readonly biasSd: number;
  readonly low: number;
  readonly high: number;
  /** Scatter of the differences as a multiple of what both errors explain. */
  readonly scatter: number;
  /** Differences that stand apart from the others, by their place. */
  readonly slips: readonly number[];
  /** How many waters show it, and how many were read by both. */
  readonly watersOff: number;
  readonly waters: number;
}

/** A difference this many standard deviations off the others is a slip and not the method. */
const SLIP_AT = 4;
/** Differences that scatter by more than this multiple of their errors are noise. Chosen. */
const NOISY_AT = 1.8;
/** Of fewer differences none can be told apart from the rest. */
const LEAST_TO_JUDGE = 3;

/**
 * Two methods side by side: whether one reads high or low of the other (bias), whether they agree in the mean and scatter more than their
 * errors allow (noise), or whether a single pair is off (slip).
 * @param differences of one method from the other, any number of waters
 * @returns undefined without any
 * Source: the weighted mean of paired differences and Student's t; with equal errors and their scatter estimated it is the paired t-interval
 * (`scipy.stats.ttest_rel`). Scatter by the Birge ratio.
 */
export function compareMethods(differences: readonly Difference[]): Comparison | undefined {
  if (differences.length === 0) return undefined;
  const middle = median(differences.map(({ value }) => value));
  const slips =
    differences.length < LEAST_TO_JUDGE
      ? []
      : differences.flatMap(({ value, sd }, i) => (Math.abs(value - middle) > SLIP_AT * sd ? [i] : []));
  // Where most stand apart from one another it is noise, and none of them the slip.
  const slipped = slips.length * 3 <= differences.length ? new Set(slips) : new Set<number>();
  const kept = differences.filter((_, i) => !slipped.has(i));
  const weight = kept.reduce((sum, { sd }) => sum + 1 / sd ** 2, 0);
  const bias = kept.reduce((sum, { value, sd }) => sum + value / sd ** 2, 0) / weight;
  const left = kept.reduce((sum, { value, sd }) => sum + ((value - bias) / sd) ** 2, 0);
  const degrees = kept.length - 1;
  const scatter = degrees > 0 ? Math.sqrt(left / degrees) : 1;
  // Errors that are known need no estimate of the scatter. Only where there is more of it than they let chance make is it taken for the
  // error, and its own doubt counted.
  const errsMore = degrees > 0 && scatter > mostByChance(degrees);
  const biasSd = Math.sqrt(1 / weight) * (errsMore ? scatter : 1);
  const half = biasSd * (errsMore ? studentT95(degrees) : SDS_95);
  const off = Math.abs(bias) > half;
  const waters = [...new Set(kept.map(({ water }) => water))];
  const watersOff = waters.filter((water) =>
    isOff(
      kept.filter((each) => each.water === water),
      bias,
    ),
  ).length;
  const common = {
    bias,
    biasSd,
    low: bias - half,
    high: bias + half,
    scatter,
    slips: [...slipped],
    watersOff,
    waters: waters.length,
  };
  return { ...common, finding: findingOf(kept, off, scatter, slipped.size > 0) };
}

/** The scatter, as a multiple of the errors, that chance exceeds one time in twenty: the chi-squared quantile by Wilson and Hilferty 1931. */
function mostByChance(degrees: number): number {
  const h = 2 / (9 * degrees);
  return (1 - h + 1.645 * Math.sqrt(h)) ** 1.5;
}

function findingOf(kept: readonly Difference[], off: boolean, scatter: number, slipped: boolean): Finding {
  if (kept.length === 1) return off ? 'apart once' : 'too few';
  if (off) return 'bias';
  if (kept.length >= LEAST_TO_JUDGE && scatter > NOISY_AT) return 'noise';
  return slipped ? 'slip' : 'agree';
}

/** Whether one water's differences alone stand on the side of the bias by more than their errors. */
function isOff(of: readonly Difference[], bias: number): boolean {
  const weight = of.reduce((sum, { sd }) => sum + 1 / sd ** 2, 0);
  const own = of.reduce((sum, { value, sd }) => sum + value / sd ** 2, 0) / weight;
  return Math.sign(own) === Math.sign(bias) && isToldFromZero(own, Math.sqrt(1 / weight));
}
