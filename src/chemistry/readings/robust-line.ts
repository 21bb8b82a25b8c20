import { inverse, Matrix } from 'ml-matrix';
import { median } from 'simple-statistics';
import type { Point } from '../observation';
import { DAY_MS } from '../tank-model/time';

/** A reading, and what read it where that is known: two instruments may be off against each other. */
export interface ReadBySome extends Point {
  readonly by?: string | undefined;
}

/** An instrument's error is said to about a quarter: as much as so many readings tell of it. Chosen. */
const SAID_AS_BY = 8;
/** Bisquare weights that lose a twentieth of the efficiency where nothing slips (Huber and Ronchetti). */
const BISQUARE = 4.685;
const EFFICIENCY = 0.95;
const ROUNDS = 8;
/** Two instruments differ by about so many of their errors. Common practice. */
const APART = 1;
/** A slope through each pair is asked of so many readings at the most. */
const MOST_PAIRED = 60;
/** A reading believed less stands apart. */
const APART_BELOW = 0.5;
/** A slip in more readings than this share is none. Chosen. */
const MOST_APART = 1 / 6;
/** One or two may slip in any series. */
const LEAST_APART = 2;
/** A line fits whose readings scatter by no more than so many times the square of what is said. */
const FITS_BELOW = 2;
const MOST_ALIKE = 0.9;
/** The median of the sizes of standard normal deviates. */
const MEDIAN_OF_NORMAL = 0.6745;

/** The rate of a straight line through readings. */
export interface RobustLine {
  /** In the readings' unit a day, and one standard deviation of it. */
  readonly perDay: number;
  readonly sd: number;
  /** Of the estimate of the readings' error. */
  readonly degrees: number;
  /** Its readings scatter about it as they are said to, or not much more. */
  readonly fits: boolean;
  /** One of its readings stands apart. */
  readonly slips: boolean;
}

/**
 * The line through readings that a slip does not move. Their errors are taken as said, and corrected by their scatter as far as that is known
 * better; readings of a second instrument may lie a constant apart.
 * @param readings in order of time
 * @returns undefined where all were taken within half a day
 * Source: bisquare regression from the median of the slopes between pairs: Huber and Ronchetti 2009, *Robust Statistics*, 2nd ed., ch. 7;
 * Theil 1950; Sen 1968.
 */
export function robustLine(readings: readonly ReadBySome[]): RobustLine | undefined {
  const end = readings.at(-1)?.at ?? 0;
  const days = readings.map(({ at }) => (at - end) / DAY_MS);
  if (!((days[0] ?? 0) < -0.5)) return undefined;
  const others = [...new Set(readings.map(({ by }) => by))].slice(1);
  const columns = readings.map(({ by }, i) => [1, days[i] ?? 0, ...others.map((other) => Number(by === other))]);
  const robust = settle(readings, columns, fromPairs(readings, days), others.length);
  // Of so many that stand apart it is the line that is wrong: then all count, and their scatter tells how little it says.
  const apart = robust?.weights.filter((weight) => weight < APART_BELOW).length ?? 0;
  const settled =
    apart > Math.max(LEAST_APART, readings.length * MOST_APART) ? evenly(readings, columns, others.length) : robust;
  if (!settled) return undefined;
  const { solved, residuals, weights } = settled;
  const believed = weights.reduce((sum, weight) => sum + weight, 0);
  const free = Math.max(0, believed - 2 - others.length);
  const left = residuals.reduce((sum, each, i) => sum + (weights[i] ?? 0) * each ** 2, 0);
  const scatter = (SAID_AS_BY + left) / (SAID_AS_BY + free);
  const variance = scatter * (scatter > FITS_BELOW ? follows(residuals, weights) : 1);
  return {
    perDay: solved.at[1] ?? 0,
    sd: Math.sqrt((solved.covariance.get(1, 1) * variance) / EFFICIENCY),
    degrees: SAID_AS_BY + free,
    fits: scatter <= FITS_BELOW,
    slips: weights.some((weight) => weight < APART_BELOW),
  };
}

/**
 * By how much readings that follow one another tell less than so many strangers would: of a course that no line fits, neighbours lie on the
 * same side.
 * Source: the effective number of observations of a first-order series, Bayley and Hammersley 1946, J. R. Stat. Soc. B 8.
 */
function follows(residuals: readonly number[], weights: readonly number[]): number {
  const own = residuals.map((each, i) => each * Math.sqrt(weights[i] ?? 0));
  const all = own.reduce((sum, each) => sum + each ** 2, 0);
  const next = own.slice(1).reduce((sum, each, i) => sum + each * (own[i] ?? 0), 0);
  const share = Math.min(MOST_ALIKE, Math.max(0, next / all));
  return (1 + share) / (1 - share);
}

interface Settled {
  readonly solved: Solved;
  readonly residuals: readonly number[];
  readonly weights: readonly number[];
}

/** Weights and line in turn, until they belong to each other: a minimum near the start. */
function settle(
  readings: readonly ReadBySome[],
  columns: readonly (readonly number[])[],
  start: readonly number[],
  others: number,
): Settled | undefined {
  let residuals = start;
  let scale = scaleOf(residuals);
  let weights: readonly number[] = [];
  let solved: Solved | undefined;
  for (let round = 0; round < ROUNDS; round++) {
    weights = residuals.map((each) => bisquare(each / scale));
    solved = solve(readings, columns, weights, others);
    if (!solved) return undefined;
    const { at } = solved;
    residuals = readings.map(({ value, sd }, i) => (value - dot(columns[i] ?? [], at)) / sd);
    if (round < 3) scale = scaleOf(residuals);
  }
  return solved && { solved, residuals, weights };
}

/** The line by all alike. */
function evenly(
  readings: readonly ReadBySome[],
  columns: readonly (readonly number[])[],
  others: number,
): Settled | undefined {
  const weights = readings.map(() => 1);
  const solved = solve(readings, columns, weights, others);
  const residuals = readings.map(({ value, sd }, i) => (value - dot(columns[i] ?? [], solved?.at ?? [])) / sd);
  return solved && { solved, residuals, weights };
}

/** What the median of all slopes between two readings leaves over, in each reading's own error. */
function fromPairs(readings: readonly ReadBySome[], days: readonly number[]): number[] {
  const apart = Math.max(1, Math.ceil(readings.length / MOST_PAIRED));
  const chosen = readings.map((_, i) => i).filter((i) => (readings.length - 1 - i) % apart === 0);
  const slopes = chosen.flatMap((i) =>
    chosen.flatMap((j) => {
      const between = (days[j] ?? 0) - (days[i] ?? 0);
      return j > i && between > 0.25 ? [((readings[j]?.value ?? 0) - (readings[i]?.value ?? 0)) / between] : [];
    }),
  );
  const slope = slopes.length > 0 ? median(slopes) : 0;
  const middle = median(readings.map(({ value }, i) => value - slope * (days[i] ?? 0)));
  return readings.map(({ value, sd }, i) => (value - middle - slope * (days[i] ?? 0)) / sd);
}

/** The scatter of residuals against what is said of it: what is said weighs as some readings do. */
function scaleOf(residuals: readonly number[]): number {
  const usual = median(residuals.map(Math.abs)) / MEDIAN_OF_NORMAL;
  return Math.sqrt((SAID_AS_BY + residuals.length * usual ** 2) / (SAID_AS_BY + residuals.length));
}

function bisquare(off: number): number {
  return Math.max(0, 1 - (off / BISQUARE) ** 2) ** 2;
}

interface Solved {
  readonly at: readonly number[];
  readonly covariance: Matrix;
}

/** Weighted least squares; what instruments are apart is nearly nothing beforehand. */
function solve(
  readings: readonly ReadBySome[],
  columns: readonly (readonly number[])[],
  weights: readonly number[],
  others: number,
): Solved | undefined {
  const size = 2 + others;
  const normal = Matrix.zeros(size, size);
  const right = new Array<number>(size).fill(0);
  readings.forEach(({ value, sd }, k) => {
    const row = columns[k] ?? [];
    const weight = (weights[k] ?? 0) / sd ** 2;
    for (let i = 0; i < size; i++) {
      right[i] = (right[i] ?? 0) + weight * (row[i] ?? 0) * value;
      for (let j = 0; j < size; j++) normal.set(i, j, normal.get(i, j) + weight * (row[i] ?? 0) * (row[j] ?? 0));
    }
  });
  const usual = median(readings.map(({ sd }) => sd));
  for (let i = 2; i < size; i++) normal.set(i, i, normal.get(i, i) + 1 / (APART * usual) ** 2);
  const spread = normal.get(0, 0) * normal.get(1, 1) - normal.get(0, 1) ** 2;
  if (!(spread > 1e-9 * normal.get(0, 0) ** 2)) return undefined;
  const covariance = inverse(normal);
  return { at: covariance.mmul(Matrix.columnVector(right)).to1DArray(), covariance };
}

function dot(a: readonly number[], b: readonly number[]): number {
  return a.reduce((sum, value, i) => sum + value * (b[i] ?? 0), 0);
}
