import { within } from '../refusal';
import type { CarbonateConstants } from './constants';

/** The carbonate system of one water, in mol/kg-solution. */
export interface CarbonateState {
  readonly alkalinity: number;
  readonly dic: number;
  readonly pco2Uatm: number;
  readonly phTotal: number;
  readonly phNbs: number;
  /** Saturation state of aragonite, with calcium in seawater's proportion. */
  readonly aragonite: number;
}

/** Alkalinity other than carbonate at a hydrogen ion concentration: borate, hydroxide, less acid forms. */
function otherAlkalinity(h: number, k: CarbonateConstants): number {
  const free = h / (1 + k.sulfate / k.ks);
  return (k.boron * k.kb) / (k.kb + h) + k.kw / h - free - k.sulfate / (1 + k.ks / free) - k.fluoride / (1 + k.kf / h);
}

/** Alkalinity held by carbonate for each mole of dissolved CO2 gas at a hydrogen ion concentration. */
function carbonatePerCo2(h: number, k: CarbonateConstants): number {
  return (k.k1 * (h + 2 * k.k2)) / (h * h);
}

function stateAt(h: number, co2: number, alkalinity: number, k: CarbonateConstants): CarbonateState {
  const bicarbonate = (k.k1 * co2) / h;
  const carbonate = (k.k2 * bicarbonate) / h;
  const phTotal = -Math.log10(h);
  return {
    alkalinity,
    dic: co2 + bicarbonate + carbonate,
    pco2Uatm: (co2 / k.k0) * 1e6,
    phTotal,
    phNbs: phTotal + k.nbsOffset,
    aragonite: (k.calcium * carbonate) / k.kspAragonite,
  };
}

/**
 * The carbonate system from total alkalinity and the partial pressure of CO2 the water is at rest with.
 * @param alkalinity mol/kg-solution, 0.0002 to 0.06
 * @param pco2Uatm µatm, 1 to 400 000
 * Bisection-guarded Newton on pH; alkalinity rises with pH throughout, so the bracket always holds the root.
 */
export function fromAlkalinityAndPco2(alkalinity: number, pco2Uatm: number, k: CarbonateConstants): CarbonateState {
  within('alkalinity', alkalinity, 2e-4, 0.06, 'mol/kg');
  const co2 = within('CO2', pco2Uatm, 1, 400_000, 'µatm') * 1e-6 * k.k0;
  const excess = (ph: number) => {
    const h = 10 ** -ph;
    return co2 * carbonatePerCo2(h, k) + otherAlkalinity(h, k) - alkalinity;
  };
  let low = 3;
  let high = 12;
  let ph = 8;
  for (let i = 0; i < 100 && high - low > 1e-13; i++) {
    const here = excess(ph);
    if (here > 0) high = ph;
    else low = ph;
    const slope = (excess(ph + 1e-6) - here) / 1e-6;
    const next = ph - here / slope;
    if (Math.abs(next - ph) < 1e-12) break;
    ph = next > low && next < high ? next : (low + high) / 2;
  }
  return stateAt(10 ** -ph, co2, alkalinity, k);
}

/**
 * The carbonate system from total alkalinity and the pH a probe set with NBS buffers reads.
 * @param alkalinity mol/kg-solution, 0.0002 to 0.06
 * @param phNbs 6 to 9.5
 */
export function fromAlkalinityAndPh(alkalinity: number, phNbs: number, k: CarbonateConstants): CarbonateState {
  within('alkalinity', alkalinity, 2e-4, 0.06, 'mol/kg');
  const h = 10 ** -(within('pH', phNbs, 6, 9.5, '') - k.nbsOffset);
  const co2 =
    within('carbonate alkalinity', alkalinity - otherAlkalinity(h, k), 0, 0.06, 'mol/kg') / carbonatePerCo2(h, k);
  return stateAt(h, co2, alkalinity, k);
}
