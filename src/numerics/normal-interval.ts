/** Half of a 95 % range in standard deviations of a normal distribution. By definition: the probit of 0.975 is 1.95996. */
export const SDS_95 = 1.96;

/**
 * Half of the 95 % range of a figure that errs normally.
 * @param sd standard deviation, 0 or more
 * By definition.
 */
export function halfWidth95(sd: number): number {
  return SDS_95 * sd;
}

/**
 * Whether a figure is told from zero: its 95 % range leaves zero out. The one place where that is decided.
 * @param sd standard deviation, 0 or more
 * By definition.
 */
export function isToldFromZero(value: number, sd: number): boolean {
  return Math.abs(value) > SDS_95 * sd;
}
