import { carbonateConstants, type CarbonateConstants } from '../carbonate/constants';
import { hydrogenFromDic } from '../carbonate/hydrogen';
import { co2FromDic } from '../carbonate/solve';
import { Refusal } from '../refusal';
import { seawaterDensityKgPerM3 } from '../seawater/density';
import { amountAfter } from './closed-form';

/**
 * Dissolved carbon while the water stands open to air. Everything else in the tank follows closed forms, so this is one
 * equation in one unknown:
 *
 *   dM/dt = r − q·M/V + k·V·(K0·pCO2(air) − [CO2](M/V, alkalinity))
 *
 * Integrated by Dormand and Prince's pair of orders 5 and 4, whose difference is the error of each step. CO2 rises with M,
 * so the equation only ever draws neighbouring solutions together: an error once made does not grow, and the sum of the
 * steps' errors bounds the whole.
 * Sources: Dormand and Prince 1980, Journal of Computational and Applied Mathematics 6, 19, with the dense output of
 * Hairer, Nørsett and Wanner, Solving Ordinary Differential Equations I, II.6 (coefficients from memory, checked against
 * scipy's); Henry's law, Weiss 1974.
 */

/** Step error allowed, mmol/L. Over a month of reef days the steps add up to a bound of about 0.0004 in 2.2, or 0.02 %. */
const STEP_ERROR = 2e-6;
const LONGEST_STEP_DAYS = 0.25;
/** A step this short is taken as it comes: only a sudden end of all carbon asks for it. Its error is counted like any. */
const SHORTEST_STEP_DAYS = 1e-6;
const MOST_STEPS = 500_000;
/**
 * The constants are worked out anew when salinity or temperature has moved by this much. Between, they are off by half
 * of it at most: 0.0002 in pH.
 */
const KEPT_WITHIN = 0.02;

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
export interface Course {
  readonly amount: number;
  readonly inPerDay: number;
  readonly outLPerDay: number;
}

/** What the rest of the tank does over one stretch. */
export interface Stretch {
  readonly days: number;
  readonly temperatureC: number;
  /** At the beginning. */
  readonly volumeL: number;
  readonly gainLPerDay: number;
  readonly dic: Course;
  readonly alkalinity: Course;
  readonly salinity: Course;
}

/** DIC at the moments asked, in amounts (mmol), with the air as it stands then. */
export type OnMoment = (index: number, amount: number, air: Air) => void;

/**
 * Carries DIC over one stretch.
 * @param moments days since the beginning at which it is wanted, rising
 * @returns mmol at its end
 */
export function carryDic(air: Air, around: Stretch, moments: readonly number[], onMoment: OnMoment): number {
  keepConstants(air, around, 0);
  let { amount } = around.dic;
  let t = 0;
  let asked = 0;
  let flux = fluxAt(air, around, 0, amount);
  let slope = slopeAt(around, 0, amount, flux);
  for (let tries = 0; t < around.days; tries++) {
    if (tries > MOST_STEPS) throw stuck(air);
    const rest = around.days - t;
    const step = Math.min(air.stepDays, LONGEST_STEP_DAYS, rest);
    const last = step === rest;
    const end = last ? around.days : t + step;
    const at = (share: number) => t + share * step;

    const m2 = floor(amount + step * (slope / 5));
    const flux2 = fluxAt(air, around, at(1 / 5), m2);
    const slope2 = slopeAt(around, at(1 / 5), m2, flux2);
    const m3 = floor(amount + step * ((3 / 40) * slope + (9 / 40) * slope2));
    const flux3 = fluxAt(air, around, at(3 / 10), m3);
    const slope3 = slopeAt(around, at(3 / 10), m3, flux3);
    const m4 = floor(amount + step * ((44 / 45) * slope - (56 / 15) * slope2 + (32 / 9) * slope3));
    const flux4 = fluxAt(air, around, at(4 / 5), m4);
    const slope4 = slopeAt(around, at(4 / 5), m4, flux4);
    const m5 = floor(
      amount +
        step * ((19372 / 6561) * slope - (25360 / 2187) * slope2 + (64448 / 6561) * slope3 - (212 / 729) * slope4),
    );
    const flux5 = fluxAt(air, around, at(8 / 9), m5);
    const slope5 = slopeAt(around, at(8 / 9), m5, flux5);
    const m6 = floor(
      amount +
        step *
          ((9017 / 3168) * slope -
            (355 / 33) * slope2 +
            (46732 / 5247) * slope3 +
            (49 / 176) * slope4 -
            (5103 / 18656) * slope5),
    );
    const flux6 = fluxAt(air, around, end, m6);
    const slope6 = slopeAt(around, end, m6, flux6);
    const after = floor(amount + step * fifthOrder(slope, slope3, slope4, slope5, slope6));
    const flux7 = fluxAt(air, around, end, after);
    const slope7 = slopeAt(around, end, after, flux7);

    const difference =
      (71 / 57600) * slope -
      (71 / 16695) * slope3 +
      (71 / 1920) * slope4 -
      (17253 / 339200) * slope5 +
      (22 / 525) * slope6 -
      slope7 / 40;
    const error = Math.abs(step * difference) / volumeAt(around, end);
    const longer = error === 0 ? 4 : Math.min(4, 0.9 * (STEP_ERROR / error) ** 0.2);
    if (error > STEP_ERROR && step > SHORTEST_STEP_DAYS) {
      air.stepDays = Math.max(SHORTEST_STEP_DAYS, step * Math.max(0.2, longer));
      continue;
    }

    const uptake = step * fifthOrder(flux, flux3, flux4, flux5, flux6);
    air.errorMmolPerL += error;
    if ((moments[asked] ?? Infinity) <= end) {
      const before = air.fromAirMmol;
      const bend = step * bendOf(slope, slope3, slope4, slope5, slope6, slope7);
      const uptakeBend = step * bendOf(flux, flux3, flux4, flux5, flux6, flux7);
      for (let moment = moments[asked]; moment !== undefined && moment <= end; moment = moments[++asked]) {
        const x = (moment - t) / step;
        air.fromAirMmol = before + alongStep(uptake, step * flux, step * flux7, uptakeBend, x);
        onMoment(asked, floor(amount + alongStep(after - amount, step * slope, step * slope7, bend, x)), air);
      }
      air.fromAirMmol = before;
    }
    air.fromAirMmol += uptake;
    amount = after;
    t = end;
    flux = flux7;
    slope = slope7;
    // A step cut short by the stretch's end says nothing against longer ones.
    if (!last || step * longer > air.stepDays) air.stepDays = Math.max(step * longer, SHORTEST_STEP_DAYS);
    if (keepConstants(air, around, t)) {
      flux = fluxAt(air, around, t, amount);
      slope = slopeAt(around, t, amount, flux);
    }
  }
  for (; asked < moments.length; asked++) onMoment(asked, amount, air);
  return amount;
}

/** The hydrogen ion concentration of a DIC and an alkalinity in mmol/L; the last one found is where the search begins. */
export function hydrogenIn(air: Air, alkalinity: number, dic: number): number {
  const perKg = 1 / (1000 * air.kgPerL);
  air.hydrogen = hydrogenFromDic(alkalinity * perKg, dic * perKg, air.constants, air.hydrogen);
  return air.hydrogen;
}

/** Dissolved CO2, mmol/L, of a DIC in mmol/L at a hydrogen ion concentration. */
export function co2In(air: Air, dic: number, hydrogen: number): number {
  return co2FromDic(dic, hydrogen, air.constants);
}

/** µatm of CO2 that a dissolved CO2 in mmol/L is at rest with. */
export function pco2Of(air: Air, co2: number): number {
  return (co2 / (1000 * air.kgPerL * air.constants.k0)) * 1e6;
}

/** CO2 taken up from the air, mmol a day. */
function fluxAt(air: Air, around: Stretch, t: number, amount: number): number {
  if (air.exchangePerDay === 0) return 0;
  const volumeL = volumeAt(around, t);
  const dic = amount / volumeL;
  const co2 = co2In(air, dic, hydrogenIn(air, amountAt(around, around.alkalinity, t) / volumeL, dic));
  const atRest = air.co2Uatm * 1e-6 * air.constants.k0 * 1000 * air.kgPerL;
  return air.exchangePerDay * volumeL * (atRest - co2);
}

function volumeAt({ volumeL, gainLPerDay }: Stretch, t: number): number {
  return volumeL + gainLPerDay * t;
}

function amountAt(around: Stretch, { amount, inPerDay, outLPerDay }: Course, t: number): number {
  return Math.max(0, amountAfter(amount, inPerDay, outLPerDay, around.volumeL, around.gainLPerDay, t));
}

function slopeAt(around: Stretch, t: number, amount: number, flux: number): number {
  const { inPerDay, outLPerDay } = around.dic;
  const slope = inPerDay + flux - (outLPerDay === 0 ? 0 : (outLPerDay * amount) / volumeAt(around, t));
  // Uptake that would take more than there is takes all there is and no more.
  return amount <= 0 && slope < 0 ? 0 : slope;
}

const floor = (amount: number) => Math.max(0, amount);

function keepConstants(air: Air, around: Stretch, t: number): boolean {
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

/** The fifth-order sum of slopes; the second has no weight in it. */
function fifthOrder(k1: number, k3: number, k4: number, k5: number, k6: number): number {
  return (35 / 384) * k1 + (500 / 1113) * k3 + (125 / 192) * k4 - (2187 / 6784) * k5 + (11 / 84) * k6;
}

function bendOf(k1: number, k3: number, k4: number, k5: number, k6: number, k7: number): number {
  return (
    (-12715105075 / 11282082432) * k1 +
    (87487479700 / 32700410799) * k3 -
    (10690763975 / 1880347072) * k4 +
    (701980252875 / 199316789632) * k5 -
    (1453857185 / 822651844) * k6 +
    (69997945 / 29380423) * k7
  );
}

/** What has been gained by the share x of a step: the quartic through its gain, the rises at both ends and the bend. */
function alongStep(gain: number, rise0: number, rise1: number, bend: number, x: number): number {
  const early = rise0 - gain;
  const late = gain - rise1 - early;
  return x * (gain + (1 - x) * (early + x * (late + (1 - x) * bend)));
}

function stuck({ exchangePerDay }: Air): Refusal {
  return new Refusal({
    field: 'gas exchange',
    value: exchangePerDay,
    allowed: 'a rate the model can follow with these doses',
    hint: 'A dose of thousands of times what the water holds has probably slipped a point.',
  });
}
