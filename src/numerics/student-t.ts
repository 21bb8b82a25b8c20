import { probit } from 'simple-statistics';

/** The standard normal deviate that one in forty lies below. */
const ONE_IN_FORTY = -1.959963984540054;

/**
 * Half the width of an interval in standard deviations, where the deviation itself was estimated from so few figures.
 * @param missed how often the truth lies outside it, above 0 and below 1: 0.05 of a 95 % interval
 * @param degrees of freedom, above 0; they need not be whole; without end where the deviation is known
 * Source: Hill 1970, Algorithm 396, Student's t-quantiles, Communications of the ACM 13: six figures from two degrees on; below, the
 * closed forms of one and two degrees.
 * @example studentT(0.01, 10) // 3.169
 */
export function studentT(missed: number, degrees: number): number {
  if (!(degrees > 0)) return Infinity;
  const normal = missed === 0.05 ? ONE_IN_FORTY : probit(missed / 2);
  if (degrees === Infinity) return -normal;
  if (degrees < 1.5) return Math.tan((0.5 - missed / 2) * Math.PI) ** (1 / degrees);
  if (degrees === 2) return Math.sqrt(2 / (missed * (2 - missed)) - 2);
  const n = degrees;
  const a = 1 / (n - 0.5);
  const b = 48 / a ** 2;
  let c = ((20700 * a) / b - 98) * a - 16 + 96.36;
  const d = ((94.5 / (b + c) - 3) / b + 1) * Math.sqrt((a * Math.PI) / 2) * n;
  let y = (d * missed) ** (2 / n);
  if (y > 0.05 + a) {
    const x = normal;
    y = x ** 2;
    if (n < 5) c += 0.3 * (n - 4.5) * (x + 0.6);
    c = (((0.05 * d * x - 5) * x - 7) * x - 2) * x + b + c;
    y = (((((0.4 * y + 6.3) * y + 36) * y + 94.5) / c - y - 3) / b + 1) * x;
    y = Math.expm1(a * y ** 2);
  } else {
    y =
      ((1 / (((n + 6) / (n * y) - 0.089 * d - 0.822) * (n + 2) * 3) + 0.5 / (n + 4)) * y - 1) * ((n + 1) / (n + 2)) +
      1 / y;
  }
  return Math.sqrt(n * y);
}

/**
 * Half the width of a 95 % interval in standard deviations.
 * @param degrees of freedom, above 0; they need not be whole
 * @returns 1.96 for very many, 2.57 for five, 12.7 for one
 * @example studentT95(10) // 2.228
 * Source: as `studentT`.
 */
export function studentT95(degrees: number): number {
  return studentT(0.05, degrees);
}

/**
 * The 95 % range of a standard deviation that so many degrees of freedom told, as factors of it.
 * Source: the chi-squared distribution, its quantiles by Wilson and Hilferty 1931: within 2.5 % from five degrees on.
 * @example deviationRange(10) // [0.70, 1.75]
 */
export function deviationRange(degrees: number): readonly [number, number] {
  const quantile = (z: number) => {
    const h = 2 / (9 * degrees);
    return degrees * Math.max(1e-9, 1 - h + z * Math.sqrt(h)) ** 3;
  };
  return [Math.sqrt(degrees / quantile(-ONE_IN_FORTY)), Math.sqrt(degrees / quantile(ONE_IN_FORTY))];
}
