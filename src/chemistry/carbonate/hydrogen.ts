import type { CarbonateConstants } from './constants';

/**
 * The root of the alkalinity equation: the hydrogen ion concentration (total scale, mol/kg) at which all the bases of the
 * water add up to its alkalinity. Unchecked and allocation-free, for the tank model's inner loop; `solve.ts` is the
 * checked door.
 *
 * Alkalinity falls as hydrogen rises, whatever the water, so a bracket that closes in with each trial always holds the
 * root. Newton in ln[H] does the work; where it would leave the bracket the geometric middle is taken instead.
 */
const LOWEST = 1e-14;
const HIGHEST = 1;
/** Newton doubles its correct digits each time: a step this small leaves less than 1e-11 of [H]. */
const SETTLED = 1e-6;
const MOST_STEPS = 80;

/**
 * Alkalinity other than carbonate, mol/kg: borate and hydroxide, less free hydrogen, bisulfate and hydrogen fluoride.
 * Written with the same reciprocals as otherFall, which the compiler then shares.
 * @param h hydrogen ion concentration, mol/kg, total scale
 * Source: Dickson, Sabine and Christian 2007, *Guide to best practices for ocean CO2 measurements*, chapter 2: A_T less carbonate and
 * bicarbonate.
 */
export function otherAlkalinity(h: number, k: CarbonateConstants): number {
  const kst = k.ks + k.sulfate;
  const borate = 1 / (k.kb + h);
  const bisulfate = 1 / (h + kst);
  const fluoride = 1 / (k.kf + h);
  return k.boron * k.kb * borate + k.kw / h - h * (k.ks / kst + k.sulfate * bisulfate + k.fluoride * fluoride);
}

/** How fast otherAlkalinity falls with ln[H]; a positive number, mol/kg. */
function otherFall(h: number, k: CarbonateConstants): number {
  const kst = k.ks + k.sulfate;
  const borate = 1 / (k.kb + h);
  const bisulfate = 1 / (h + kst);
  const fluoride = 1 / (k.kf + h);
  return (
    k.kw / h +
    h *
      (k.boron * k.kb * borate * borate +
        k.ks / kst +
        k.sulfate * kst * bisulfate * bisulfate +
        k.fluoride * k.kf * fluoride * fluoride)
  );
}

/** e^x to second order, positive for every |x| < 2: keeps Newton quadratic at a fraction of the cost. */
function nearExp(x: number): number {
  return Math.abs(x) < 1 ? (2 + x) / (2 - x) : Math.exp(Math.max(-30, Math.min(30, x)));
}

/**
 * @param alkalinity mol/kg, 0 or more
 * @param dic dissolved inorganic carbon, mol/kg, 0 or more
 * @param guess a hydrogen ion concentration to start from, such as the last one; worked out when left out
 * @returns hydrogen ion concentration, mol/kg, total scale
 * Source: the alkalinity equation of Dickson, Sabine and Christian 2007, chapter 2, by Newton's rule.
 */
export function hydrogenFromDic(alkalinity: number, dic: number, k: CarbonateConstants, guess = 0): number {
  const { k1, k2 } = k;
  const k12 = k1 * k2;
  let low = LOWEST;
  let high = HIGHEST;
  let h = guess > 0 ? guess : startFromDic(alkalinity, dic, k);
  for (let i = 0; i < MOST_STEPS; i++) {
    const d = 1 / (h * (h + k1) + k12);
    const excess = dic * k1 * (h + 2 * k2) * d + otherAlkalinity(h, k) - alkalinity;
    if (excess > 0) low = h;
    else high = h;
    const fall = dic * k1 * h * (h * (h + 4 * k2) + k12) * d * d + otherFall(h, k);
    const step = excess / fall;
    const next = h * nearExp(step);
    if (step < SETTLED && step > -SETTLED) return next;
    h = next > low && next < high ? next : Math.sqrt(low * high);
  }
  return h;
}

/**
 * The same for a water whose dissolved CO2 gas (mol/kg) is known in place of its total carbon.
 * @returns hydrogen ion concentration, mol/kg, total scale
 * Source: as `hydrogenFromDic`, with [HCO3⁻] = K1 [CO2]/h and [CO3²⁻] = K2 [HCO3⁻]/h.
 */
export function hydrogenFromCo2(alkalinity: number, co2: number, k: CarbonateConstants): number {
  const { k1, k2 } = k;
  let low = LOWEST;
  let high = HIGHEST;
  // Carbonate alone: A·h² = co2·k1·(h + 2·k2).
  const half = (co2 * k1) / 2;
  let h = (half + Math.sqrt(half * half + 2 * alkalinity * co2 * k1 * k2)) / alkalinity;
  if (!(h > low && h < high)) h = 1e-8;
  for (let i = 0; i < MOST_STEPS; i++) {
    const perCo2 = (co2 * k1) / (h * h);
    const excess = perCo2 * (h + 2 * k2) + otherAlkalinity(h, k) - alkalinity;
    if (excess > 0) low = h;
    else high = h;
    const step = excess / (perCo2 * (h + 4 * k2) + otherFall(h, k));
    const next = h * nearExp(step);
    if (step < SETTLED && step > -SETTLED) return next;
    h = next > low && next < high ? next : Math.sqrt(low * high);
  }
  return h;
}

/**
 * Carbonate and borate alone make a cubic in h; the parabola at its minimum gives a start within a factor of two.
 * Source: Munhoven 2013, Geoscientific Model Development 6, 1367, section 2.3.
 */
function startFromDic(alkalinity: number, dic: number, k: CarbonateConstants): number {
  if (alkalinity <= 0) return 1e-3;
  if (alkalinity >= 2 * dic + k.boron) return 1e-10;
  const c = dic / alkalinity;
  const b = k.boron / alkalinity;
  const c2 = k.kb * (1 - b) + k.k1 * (1 - c);
  const c1 = k.k1 * (k.kb * (1 - b - c) + k.k2 * (1 - 2 * c));
  const c0 = k.k1 * k.k2 * k.kb * (1 - 2 * c - b);
  const d = c2 * c2 - 3 * c1;
  if (d <= 0) return 1e-7;
  const root = Math.sqrt(d);
  const least = c2 < 0 ? (root - c2) / 3 : -c1 / (c2 + root);
  const start = least + Math.sqrt(-(c0 + least * (c1 + least * (c2 + least))) / root);
  return start > LOWEST && start < HIGHEST ? start : 1e-7;
}
