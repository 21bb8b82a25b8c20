import { DAYS_A_MONTH, monthsUntilOutgrown } from '../consumption/growth';
import { MOLAR_MASS } from '@/chemistry/molar-mass';
import { salinityAmountFromSolids } from '@/chemistry/tank-model/water';
import { reactorPerMeq } from './reactor-pays';

export type MethodId =
  'water changes' | 'two-part' | 'limewater' | 'limewater and two-part' | 'reactor' | 'reactor and limewater';

/** One way of supporting a tank, as it would do for this one. */
export interface Method {
  readonly id: MethodId;
  readonly name: string;
  /** Alkalinity a day it can supply, mmol/L; undefined where nothing limits it. */
  readonly capacity: number | undefined;
  readonly capacityFrom: string;
  /** Months until growth passes it; 0 where it has; undefined where it never does. */
  readonly outgrownInMonths: number | undefined;
  readonly creepPptPerMonth: number;
  readonly costAYear: number | undefined;
  readonly gear: number | undefined;
  readonly ph: 'lifts' | 'none' | 'lowers';
  /** Minutes a week, about. Common practice. */
  readonly minutesAWeek: number;
  readonly hazards: string | undefined;
}

export interface MethodsInput {
  readonly netVolumeL: number;
  readonly consumption: number;
  readonly growthPerMonth: number;
  readonly waterChange?:
    { readonly litresPerDay: number; readonly newWater: number; readonly lowest: number } | undefined;
  readonly limewaterRoomL: number;
  readonly limewaterMeqPerL: number;
  readonly reactor: {
    readonly mostMlPerMin: number;
    readonly effluentAlkalinity: number;
    readonly tankAlkalinity: number;
    readonly co2GPerMeq: number;
  };
  readonly prices: {
    readonly twoPartPerMeq?: number | undefined;
    readonly saltPerL?: number | undefined;
    readonly calciumHydroxidePerKg?: number | undefined;
    readonly mediaPerKg?: number | undefined;
    readonly co2PerKg?: number | undefined;
    readonly twoPartGear?: number | undefined;
    readonly reactorGear?: number | undefined;
  };
}

const CAUSTIC = 'caustic, pH over 12: goggles, gloves, no dust; a pump that sticks is the accident.';
const GAS =
  'CO₂ cylinder upright and secured, regulator made for it, a ventilated room; pressure work follows local codes.';

/** Each school for this tank: what it can support, until when, and what it costs and brings with it. */
export function methodsOf(input: MethodsInput): Method[] {
  const { netVolumeL, consumption, growthPerMonth, waterChange, reactor, prices } = input;
  const meqPerDay = consumption * netVolumeL;
  const limewater = (input.limewaterRoomL * input.limewaterMeqPerL) / netVolumeL;
  const byReactor =
    ((reactor.mostMlPerMin * 1.44) / netVolumeL) * Math.max(0, reactor.effluentAlkalinity - reactor.tankAlkalinity);
  // k·d/f below what the new water stands above the lowest: the steady level of a routine, solved for consumption.
  const byChanges = waterChange
    ? (waterChange.litresPerDay / netVolumeL) * Math.max(0, waterChange.newWater - waterChange.lowest)
    : 0;
  const byLime = Math.min(consumption, limewater);
  const byParts = consumption - byLime;
  const aYear = (meq: number, pricePerMeq: number | undefined) =>
    pricePerMeq === undefined ? undefined : meq * 365.25 * pricePerMeq;
  const limePrice =
    prices.calciumHydroxidePerKg === undefined
      ? undefined
      : (prices.calciumHydroxidePerKg * MOLAR_MASS.CaOH2) / 2 / 1e6;
  const reactorPrice = reactorPerMeq(prices, reactor.co2GPerMeq);
  const sum = (...costs: (number | undefined)[]) =>
    costs.every((cost) => cost === undefined)
      ? undefined
      : costs.reduce<number>((total, cost) => total + (cost ?? 0), 0);
  const outgrown = (capacity: number) => monthsUntilOutgrown(capacity, consumption, growthPerMonth);

  return [
    {
      id: 'water changes',
      name: 'Water changes',
      capacity: byChanges,
      capacityFrom: 'share changed a day × (new water − lowest level): where the routine settles',
      outgrownInMonths: outgrown(byChanges),
      creepPptPerMonth: 0,
      costAYear:
        prices.saltPerL === undefined || !waterChange ? undefined : waterChange.litresPerDay * 365.25 * prices.saltPerL,
      gear: 0,
      ph: 'none',
      minutesAWeek: 45,
      hazards: undefined,
    },
    {
      id: 'two-part',
      name: 'Two-part',
      capacity: undefined,
      capacityFrom: 'no ceiling of its own; what it leaves of salt is the limit',
      outgrownInMonths: undefined,
      creepPptPerMonth: creepOf(consumption),
      costAYear: aYear(meqPerDay, prices.twoPartPerMeq),
      gear: prices.twoPartGear,
      ph: 'lifts',
      minutesAWeek: 10,
      hazards: undefined,
    },
    {
      id: 'limewater',
      name: 'Limewater',
      capacity: limewater,
      capacityFrom: 'room that evaporation leaves × strength ÷ net volume',
      outgrownInMonths: outgrown(limewater),
      creepPptPerMonth: 0,
      costAYear: aYear(byLime * netVolumeL, limePrice),
      gear: undefined,
      ph: 'lifts',
      minutesAWeek: 15,
      hazards: CAUSTIC,
    },
    {
      id: 'limewater and two-part',
      name: 'Limewater with two-part for the rest',
      capacity: undefined,
      capacityFrom: 'limewater as far as evaporation goes, two-part beyond it',
      outgrownInMonths: undefined,
      creepPptPerMonth: creepOf(byParts),
      costAYear: sum(aYear(byLime * netVolumeL, limePrice), aYear(byParts * netVolumeL, prices.twoPartPerMeq)),
      gear: prices.twoPartGear,
      ph: 'lifts',
      minutesAWeek: 20,
      hazards: undefined,
    },
    {
      id: 'reactor',
      name: 'Calcium reactor',
      capacity: byReactor,
      capacityFrom: 'most its feed gives × (effluent − tank) ÷ net volume',
      outgrownInMonths: outgrown(byReactor),
      creepPptPerMonth: 0,
      costAYear: aYear(meqPerDay, reactorPrice),
      gear: prices.reactorGear,
      ph: 'lowers',
      minutesAWeek: 15,
      hazards: GAS,
    },
    {
      id: 'reactor and limewater',
      name: 'Calcium reactor with limewater for pH',
      capacity: byReactor + limewater,
      capacityFrom: 'both together',
      outgrownInMonths: outgrown(byReactor + limewater),
      creepPptPerMonth: 0,
      costAYear: sum(aYear(byLime * netVolumeL, limePrice), aYear(byParts * netVolumeL, reactorPrice)),
      gear: prices.reactorGear,
      ph: 'none',
      minutesAWeek: 25,
      hazards: undefined,
    },
  ];
}

/**
 * What a balanced two-part adds to salinity a month before water changes: a mole of sodium chloride for each equivalent of alkalinity.
 * @param alkalinity mmol/L a day
 * @example creepOf(0.35665) // 0.63 ppt a month at 1 dKH a day
 */
export function creepOf(alkalinity: number): number {
  const gramsPerL = (alkalinity * (MOLAR_MASS.Na + MOLAR_MASS.Cl)) / 1000;
  return salinityAmountFromSolids(gramsPerL) * DAYS_A_MONTH;
}
