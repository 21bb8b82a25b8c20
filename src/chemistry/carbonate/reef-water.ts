import { MOLAR_MASS } from '../molar-mass';
import { chemicalRefusal, unlessRefused } from '../refusal';
import { seawaterDensityKgPerM3 } from '../seawater/density';
import { carbonateConstants } from './constants';
import { phTotalFromNbs, solveCarbonate, type CarbonatePair } from './solve';

/** What a keeper can know of a water's carbonate system: any two fix the rest. */
export interface CarbonateKnown {
  readonly alkalinityMmolPerL?: number | undefined;
  readonly dicMmolPerL?: number | undefined;
  /** As a probe set with NBS buffers reads. */
  readonly phNbs?: number | undefined;
  readonly phTotal?: number | undefined;
  readonly pco2Uatm?: number | undefined;
}

export interface CarbonateOfWater {
  readonly alkalinityMmolPerL: number;
  readonly dicMmolPerL: number;
  readonly phNbs: number;
  readonly phTotal: number;
  readonly pco2Uatm: number;
  readonly borateMmolPerL: number;
  readonly aragonite: number;
  readonly calcite: number;
}

const KNOWN_NAMES = ['alkalinityMmolPerL', 'dicMmolPerL', 'phNbs', 'phTotal', 'pco2Uatm'] as const;

/**
 * The carbonate system of reef water in a keeper's units: per litre at the water's own density, NBS pH.
 * @param salinity practical salinity, 5 to 42 (density ends at 42)
 * @param temperatureC 2 to 40 °C
 * @param calciumMgPerL for the saturation states; seawater's proportion when left out
 * @throws Refusal unless exactly two are known (one pH at most), or outside the equations
 * Source: Dickson, Sabine and Christian 2007, with the density of EOS-80 (UNESCO 1983) between litres and kilograms.
 */
export function carbonateOfWater(
  known: CarbonateKnown,
  salinity: number,
  temperatureC: number,
  calciumMgPerL?: number,
): CarbonateOfWater {
  const k = carbonateConstants(salinity, temperatureC);
  const kgPerL = seawaterDensityKgPerM3(salinity, temperatureC) / 1000;
  const molPerKg = (mmolPerL: number) => mmolPerL / 1000 / kgPerL;
  const perL = (inMolPerKg: number) => inMolPerKg * 1000 * kgPerL;

  const given = KNOWN_NAMES.filter((name) => known[name] !== undefined);
  const { alkalinityMmolPerL, dicMmolPerL, phNbs, pco2Uatm } = known;
  const phTotal = known.phTotal ?? (phNbs === undefined ? undefined : phTotalFromNbs(phNbs, k));
  const pair = {
    ...(alkalinityMmolPerL !== undefined && { alkalinity: molPerKg(alkalinityMmolPerL) }),
    ...(dicMmolPerL !== undefined && { dic: molPerKg(dicMmolPerL) }),
    ...(phTotal !== undefined && { phTotal }),
    ...(pco2Uatm !== undefined && { pco2Uatm }),
  };
  if (given.length !== 2 || Object.keys(pair).length !== 2)
    throw chemicalRefusal({
      field: 'what is known',
      value: given.join(', ') || 'nothing',
      allowed: { code: 'exactly two of carbonate' },
      hint: { code: 'two fix the rest' },
    });
  const state = solveCarbonate(
    pair as CarbonatePair,
    k,
    calciumMgPerL === undefined ? undefined : calciumMgPerL / 1000 / MOLAR_MASS.Ca / kgPerL,
  );
  return {
    alkalinityMmolPerL: perL(state.alkalinity),
    dicMmolPerL: perL(state.dic),
    phNbs: state.phNbs,
    phTotal: state.phTotal,
    pco2Uatm: state.pco2Uatm,
    borateMmolPerL: perL(state.borate),
    aragonite: state.aragonite,
    calcite: state.calcite,
  };
}

/** CO2 of outdoor air now, µatm. Common practice gives 420 to 430. */
export const OUTDOOR_CO2_UATM = 425;

/**
 * DIC of water that has come to rest with air, mmol/L: what a batch holds after a day of mixing. Where the equations end
 * (below salinity 5, or almost no alkalinity) all of it is taken as bicarbonate, one for each equivalent.
 * Source: equilibrium with air by Henry's law (Weiss 1974) and the carbonate equations of `carbonateOfWater`.
 */
export function dicAtRest(
  alkalinityMmolPerL: number,
  salinity: number,
  temperatureC = 25,
  pco2Uatm = OUTDOOR_CO2_UATM,
): number {
  const water = unlessRefused(() => carbonateOfWater({ alkalinityMmolPerL, pco2Uatm }, salinity, temperatureC));
  return water?.dicMmolPerL ?? alkalinityMmolPerL;
}
