import { carbonateConstants, type CarbonateConstants } from '../carbonate/constants';
import { hydrogenFromDic } from '../carbonate/hydrogen';
import { co2FromDic } from '../carbonate/solve';
import { chemicalRefusal, type Refusal } from '../refusal';
import { seawaterDensityKgPerM3 } from '../seawater/density';
import { amountAfter } from './closed-form';
import { denseOutputTerm, errorOf, gainTo, denseGain, LAST, NODES } from '@/numerics/dormand-prince';

/**
 * Dissolved carbon while the water stands open to air. Everything else in the tank follows closed forms, so this is one
 * equation in one unknown:
 *
 *   dM/dt = r − q·M/V + k·V·(K0·pCO2(air) − [CO2](M/V, alkalinity))
 *
 * Integrated by Dormand and Prince's pair (`dormand-prince.ts`), whose difference is the error of each step. CO2 rises with
 * M, so the equation only ever draws neighbouring solutions together: an error once made does not grow, and the sum of the
 * steps' errors bounds the whole.
 * Source: Henry's law, Weiss 1974; the rest is mass balance.
 */

/** Step error allowed, mmol/L. Over a month of reef days the steps add up to a bound of about 0.0004 in 2.2, or 0.02 %. */
const STEP_ERROR = 2e-6;
const LONGEST_STEP_DAYS = 0.25;
/** A step this short is taken as it comes: only a sudden end of all carbon asks for it. Its error is counted like any. */
const SHORTEST_STEP_DAYS = 1e-6;
const MOST_STEPS = 500_000;
/** The constants are worked out anew when salinity or temperature has moved by this much since: 0.0003 in pH at the most. */
const KEPT_WITHIN = 0.02;
/** And no step is so long that salinity moves by more than this within it: 0.0002 in pH. */
const KEPT_OVER_A_STEP = 0.05;

/** The air over the water, and what is carried from one stretch to the next. */
export interface Air {
  readonly co2Uatm: number;
  readonly exchangePerDay: number;
  salinity: number;
  temperatureC: number;
  constants: CarbonateConstants;
  kgPerL: number;
  hydrogen: number;
  stepDays: number;
  fromAirMmol: number;
  errorMmolPerL: number;
}

/**
 * Water open to air of so much CO2: the constants at its salinity and warmth, kept from before while these have hardly moved.
 * @param co2Uatm of the air, µatm
 * @param exchangePerDay how much of the difference is made up a day, 1/day
 * Source: the film model of gas exchange, dC/dt = k (C_air − C); constants by `carbonateConstants`.
 */
export function openTo(
  co2Uatm: number,
  exchangePerDay: number,
  salinity: number,
  temperatureC: number,
  before: Air | undefined,
): Air {
  return {
    co2Uatm,
    exchangePerDay,
    salinity,
    temperatureC,
    constants: carbonateConstants(salinity, temperatureC),
    kgPerL: seawaterDensityKgPerM3(salinity, temperatureC) / 1000,
    hydrogen: before?.hydrogen ?? 0,
    stepDays: before?.stepDays ?? 0.02,
    fromAirMmol: before?.fromAirMmol ?? 0,
    errorMmolPerL: before?.errorMmolPerL ?? 0,
  };
}

/** One species over the stretch: its amount at the beginning, what is put in a day, litres a day drawn off. */
export interface SpeciesFlow {
  readonly amount: number;
  readonly inPerDay: number;
  readonly outLPerDay: number;
}

/** What the rest of the tank does over one stretch. */
export interface FlowInterval {
  readonly days: number;
  readonly temperatureC: number;
  /** At the beginning. */
  readonly volumeL: number;
  readonly gainLPerDay: number;
  readonly dic: SpeciesFlow;
  readonly alkalinity: SpeciesFlow;
  readonly salinity: SpeciesFlow;
}

/** DIC at the moments asked, in amounts (mmol), with the air as it stands then. */
export type OnMoment = (index: number, amount: number, air: Air) => void;

/**
 * Carries DIC over one stretch.
 * @param moments days since the beginning at which it is wanted, rising
 * @returns mmol at its end
 * Source: d(DIC V)/dt = k V ([CO2]_air − [CO2]) + inputs − outflow, by Dormand and Prince's pair (`numerics/dormand-prince.ts`).
 */
export function carryDic(air: Air, around: FlowInterval, moments: readonly number[], onMoment: OnMoment): number {
  const stages = { fluxes: new Float64Array(LAST + 1), slopes: new Float64Array(LAST + 1) };
  const { fluxes, slopes } = stages;
  let { amount } = around.dic;
  let t = 0;
  let asked = 0;
  keepConstants(air, around, 0);
  evaluateStage(stages, 0, air, around, 0, amount);
  for (let tries = 0; t < around.days; tries++) {
    if (tries > MOST_STEPS) throw stuck(air);
    const rest = around.days - t;
    const step = Math.min(air.stepDays, LONGEST_STEP_DAYS, KEPT_OVER_A_STEP / saltDrift(around, t), rest);
    const last = step === rest;
    const end = last ? around.days : t + step;
    let after = amount;
    for (let stage = 1; stage <= LAST; stage++) {
      after = floor(amount + step * gainTo(stage, slopes));
      evaluateStage(stages, stage, air, around, stage >= LAST - 1 ? end : t + (NODES[stage] ?? 1) * step, after);
    }
    const error = (step * errorOf(slopes)) / volumeAt(around, end);
    const longer = error === 0 ? 4 : Math.min(4, 0.9 * (STEP_ERROR / error) ** 0.2);
    if (error > STEP_ERROR && step > SHORTEST_STEP_DAYS) {
      air.stepDays = Math.max(SHORTEST_STEP_DAYS, step * Math.max(0.2, longer));
      continue;
    }
    const uptake = gainTo(LAST, fluxes);
    const before = air.fromAirMmol;
    air.errorMmolPerL += error;
    if ((moments[asked] ?? Infinity) <= end) {
      const gain = (after - amount) / step;
      const bend = denseOutputTerm(slopes);
      const uptakeBend = denseOutputTerm(fluxes);
      for (let moment = moments[asked]; moment !== undefined && moment <= end; moment = moments[++asked]) {
        const x = (moment - t) / step;
        air.fromAirMmol = before + step * denseGain(uptake, fluxes, uptakeBend, x);
        onMoment(asked, floor(amount + step * denseGain(gain, slopes, bend, x)), air);
      }
    }
    air.fromAirMmol = before + step * uptake;
    amount = after;
    t = end;
    // A step cut short by the stretch's end says nothing against longer ones.
    if (!last || step * longer > air.stepDays) air.stepDays = Math.max(step * longer, SHORTEST_STEP_DAYS);
    fluxes[0] = fluxes[LAST] ?? 0;
    slopes[0] = slopes[LAST] ?? 0;
    if (keepConstants(air, around, t)) evaluateStage(stages, 0, air, around, t, amount);
  }
  for (; asked < moments.length; asked++) onMoment(asked, amount, air);
  return amount;
}

/** CO2 taken up, and all that moves DIC, mmol a day, at the seven stages of a step. */
interface Stages {
  readonly fluxes: Float64Array;
  readonly slopes: Float64Array;
}

function evaluateStage(
  { fluxes, slopes }: Stages,
  stage: number,
  air: Air,
  around: FlowInterval,
  t: number,
  amount: number,
): void {
  const flux = fluxAt(air, around, t, amount);
  fluxes[stage] = flux;
  slopes[stage] = slopeAt(around, t, amount, flux);
}

/**
 * The hydrogen ion concentration of a DIC and an alkalinity in mmol/L; the last one found is where the search begins.
 * @returns mol/kg, total scale
 * Source: `hydrogenFromDic`.
 */
export function hydrogenIn(air: Air, alkalinity: number, dic: number): number {
  const perKg = 1 / (1000 * air.kgPerL);
  air.hydrogen = hydrogenFromDic(alkalinity * perKg, dic * perKg, air.constants, air.hydrogen);
  return air.hydrogen;
}

/**
 * Dissolved CO2, mmol/L, of a DIC in mmol/L at a hydrogen ion concentration.
 * Source: `co2FromDic`.
 */
export function co2In(air: Air, dic: number, hydrogen: number): number {
  return co2FromDic(dic, hydrogen, air.constants);
}

/**
 * µatm of CO2 that a dissolved CO2 in mmol/L is at rest with.
 * Source: Henry's law, Weiss 1974.
 */
export function pco2Of(air: Air, co2: number): number {
  return (co2 / (1000 * air.kgPerL * air.constants.k0)) * 1e6;
}

/** CO2 taken up from the air, mmol a day. */
function fluxAt(air: Air, around: FlowInterval, t: number, amount: number): number {
  if (air.exchangePerDay === 0) return 0;
  const volumeL = volumeAt(around, t);
  const dic = amount / volumeL;
  const co2 = co2In(air, dic, hydrogenIn(air, amountAt(around, around.alkalinity, t) / volumeL, dic));
  const atRest = air.co2Uatm * 1e-6 * air.constants.k0 * 1000 * air.kgPerL;
  return air.exchangePerDay * volumeL * (atRest - co2);
}

function volumeAt({ volumeL, gainLPerDay }: FlowInterval, t: number): number {
  return volumeL + gainLPerDay * t;
}

function amountAt(around: FlowInterval, { amount, inPerDay, outLPerDay }: SpeciesFlow, t: number): number {
  return Math.max(0, amountAfter(amount, inPerDay, outLPerDay, around.volumeL, around.gainLPerDay, t));
}

function slopeAt(around: FlowInterval, t: number, amount: number, flux: number): number {
  const { inPerDay, outLPerDay } = around.dic;
  const slope = inPerDay + flux - (outLPerDay === 0 ? 0 : (outLPerDay * amount) / volumeAt(around, t));
  // Uptake that would take more than there is takes all there is and no more.
  return amount <= 0 && slope < 0 ? 0 : slope;
}

const floor = (amount: number) => Math.max(0, amount);

/** How fast salinity moves, ppt a day. */
function saltDrift(around: FlowInterval, t: number): number {
  const { inPerDay, outLPerDay } = around.salinity;
  const volumeL = volumeAt(around, t);
  const salinity = amountAt(around, around.salinity, t) / volumeL;
  return Math.abs(inPerDay - (outLPerDay + around.gainLPerDay) * salinity) / volumeL;
}

function keepConstants(air: Air, around: FlowInterval, t: number): boolean {
  const salinity = amountAt(around, around.salinity, t) / volumeAt(around, t);
  if (
    Math.abs(salinity - air.salinity) <= KEPT_WITHIN &&
    Math.abs(around.temperatureC - air.temperatureC) <= KEPT_WITHIN
  )
    return false;
  air.salinity = salinity;
  air.temperatureC = around.temperatureC;
  air.constants = carbonateConstants(salinity, around.temperatureC);
  air.kgPerL = seawaterDensityKgPerM3(salinity, around.temperatureC) / 1000;
  return true;
}

function stuck({ exchangePerDay }: Air): Refusal {
  return chemicalRefusal({
    field: 'gas exchange',
    value: exchangePerDay,
    allowed: { code: 'can be followed' },
    hint: { code: 'far too large a dose' },
  });
}
