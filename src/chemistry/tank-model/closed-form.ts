/**
 * One species over a stretch of time in which every rate is constant:
 *
 *   dM/dt = r − q·M/V,  V = V0 + w·t
 *
 * In s = ∫ dt/V, which is ln(V/V0)/w, the equation is linear with constant coefficients, and one form serves a closed
 * tank, a loop, an overflow, a falling level and all of them at once:
 *
 *   M = M0·e^(−qs) + r·V0·(e^(ws) − e^(−qs))/(w + q)
 *
 * written so that nothing is divided by nought or by almost nought when q, w or their sum vanish.
 *
 * @param m0 amount at the start
 * @param r amount put in a day
 * @param q litres a day drawn off at the tank's own concentration
 * @param v0 litres at the start
 * @param w litres a day the volume gains
 * @param days since the start; the volume stays above nought within them
 * Source: mass balance of a well-mixed vessel; elementary integration.
 */
export function amountAfter(m0: number, r: number, q: number, v0: number, w: number, days: number): number {
  if (q === 0) return m0 + r * days;
  const growth = Math.log1p((w * days) / v0);
  const s = Math.abs(growth) > 1e-12 ? growth / w : days / v0;
  const kept = Math.exp(-q * s);
  const y = (w + q) * s;
  const gathered = Math.abs(y) < 1 ? kept * s * expm1Over(y) : (s * (Math.exp(w * s) - kept)) / y;
  return m0 * kept + r * v0 * gathered;
}

/** (e^y − 1) / y, which is 1 at nought. */
function expm1Over(y: number): number {
  return y === 0 ? 1 : Math.expm1(y) / y;
}
