import { chemicalRefusal, within, type Refusal } from '../refusal';

/**
 * Conductivity of seawater of practical salinity 35 at 15 °C (IPTS-68) and one atmosphere, mS/cm.
 * Source: Culkin and Smith 1980, as given with PSS-78.
 */
export const C_35_15_MS_PER_CM = 42.914;

/** The temperature most conductivity meters refer their figure to. Common practice. */
export const METER_REFERENCE_C = 25;

const A = [0.008, -0.1692, 25.3851, 14.0941, -7.0261, 2.7081] as const;
const B = [0.0005, -0.0056, -0.0066, -0.0375, 0.0636, -0.0144] as const;

/** PSS-78 is stated for −2 to 35 °C; it is used to 40 °C here, where it was checked against TEOS-10's library. */
const TEMPERATURE_C = [-2, 40] as const;
const SALINITY = [2, 42] as const;

function horner(c: readonly [number, number, number, number, number, number], x: number): number {
  return c[0] + x * (c[1] + x * (c[2] + x * (c[3] + x * (c[4] + x * c[5]))));
}

/** Conductivity at salinity 35 against that at 15 °C. UNESCO 44, eq. 3. */
function temperatureRatio(t68: number): number {
  return 0.6766097 + t68 * (2.00564e-2 + t68 * (1.104259e-4 + t68 * (-6.9698e-7 + t68 * 1.0031e-9)));
}

/** Salinity from the square root of the conductivity ratio at a temperature. UNESCO 44, eqs. 1 and 2. */
function salinityAt(rootRt: number, t68: number): number {
  const warm = t68 - 15;
  return horner(A, rootRt) + (warm / (1 + 0.0162 * warm)) * horner(B, rootRt);
}

/**
 * Practical salinity from conductivity, PSS-78.
 * @param conductivityMsPerCm mS/cm as measured at the sample's own temperature (or referred to it by the meter)
 * @param temperatureC ITS-90, −2 to 40 °C
 * @param pressureDbar sea pressure; nought at the tank
 * @returns practical salinity, 2 to 42
 * @throws Refusal outside 2 to 42, where the scale is not defined
 * Source: UNESCO Technical Papers in Marine Science 44 (1983), algorithm 1.
 * @example salinityFromConductivity(53.0649, 25) // 34.9955
 */
export function salinityFromConductivity(conductivityMsPerCm: number, temperatureC: number, pressureDbar = 0): number {
  within('conductivity', conductivityMsPerCm, 0.1, 150, 'mS/cm');
  const t = within('temperature', temperatureC, TEMPERATURE_C[0], TEMPERATURE_C[1], '°C') * 1.00024;
  const ratio = conductivityMsPerCm / C_35_15_MS_PER_CM;
  const underPressure =
    pressureDbar === 0
      ? 1
      : 1 +
        (pressureDbar * (2.07e-5 + pressureDbar * (-6.37e-10 + pressureDbar * 3.989e-15))) /
          (1 + t * (3.426e-2 + t * 4.464e-4) + ratio * (4.215e-1 - 3.107e-3 * t));
  const s = salinityAt(Math.sqrt(ratio / (underPressure * temperatureRatio(t))), t);
  // A hair of slack: what was made from salinity 2 or 42 must come back.
  if (s >= SALINITY[0] - 1e-6 && s <= SALINITY[1] + 1e-6) return Math.min(SALINITY[1], Math.max(SALINITY[0], s));
  throw outsideScale('conductivity', `${conductivityMsPerCm} mS/cm at ${temperatureC} °C`);
}

function outsideScale(field: string, value: string): Refusal {
  return chemicalRefusal({
    field,
    value,
    allowed: { code: 'practical salinity scale within', from: SALINITY[0], to: SALINITY[1] },
    hint: { code: 'another conductivity unit' },
  });
}

/**
 * Conductivity of seawater at one atmosphere; the inverse of salinityFromConductivity.
 * @param salinity practical salinity, 2 to 42
 * @param temperatureC ITS-90, −2 to 40 °C
 * @returns mS/cm at that temperature, good to 1e-12 of itself
 * @example conductivityFromSalinity(35, 25) // 53.0710
 * Source: the Practical Salinity Scale 1978, UNESCO 1983 (Technical papers in marine science 44), inverted by the secant rule.
 */
export function conductivityFromSalinity(salinity: number, temperatureC: number): number {
  const s = within('salinity', salinity, ...SALINITY, 'ppt');
  const t = within('temperature', temperatureC, TEMPERATURE_C[0], TEMPERATURE_C[1], '°C') * 1.00024;
  // Salinity is close to quadratic in the root of the ratio, so the secant needs only a few steps.
  let x = Math.sqrt(s / 35);
  let before = x * 1.01;
  let errorBefore = salinityAt(before, t) - s;
  for (let i = 0; i < 30; i++) {
    const error = salinityAt(x, t) - s;
    if (Math.abs(error) < 1e-13 * s || error === errorBefore) break;
    const next = x - (error * (x - before)) / (error - errorBefore);
    before = x;
    errorBefore = error;
    x = next;
  }
  return x * x * temperatureRatio(t) * C_35_15_MS_PER_CM;
}
