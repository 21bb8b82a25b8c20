import { within } from '../refusal';
import type { DailyTurns } from './daily-turns';
import type { TankStart, TankState, Vessel } from './events';
import { co2In, hydrogenIn, pco2Of, type Air } from './gas-exchange';
import type { Level } from './level';
import { newNitrogenWork, NITRIFIERS, type Kinetics, type NitrogenWork } from './nitrification';
import { SPECIES, type Amounts, type Water, type WholeWater } from './water';

export const SALINITY = SPECIES.indexOf('salinity');
export const ALKALINITY = SPECIES.indexOf('alkalinity');
export const DIC = SPECIES.indexOf('dic');
export const NITRATE = SPECIES.indexOf('nitrate');
export const AMMONIA = SPECIES.indexOf('ammonia');
export const NITRITE = SPECIES.indexOf('nitrite');
const USUAL_C = 25;

export interface Loop {
  readonly litresPerDay: number;
  /** By species, in the order of `names`; undefined where it returns what it took. */
  readonly returns: readonly (number | undefined)[];
  /** Added for each mmol of alkalinity it gives, by species. */
  readonly perAlkalinity: readonly number[] | undefined;
}

/**
 * A tank under way: begun, advanced to a moment, read, and acted on by events, a step at a time (`beginTank`, `advanceTank`,
 * `readTank`, `applyEvent`). Amounts, not concentrations, so that mass is what is conserved. It holds all that a step needs,
 * so any number of tanks run side by side; `copyTank` branches one off.
 */
export interface RunningTank {
  at: number;
  /** The species kept account of: those of the model, then the further ones. */
  readonly names: string[];
  readonly level: Level;
  readonly amounts: number[];
  readonly rates: Map<string, { readonly perDay: readonly number[]; readonly litresPerDay: number }>;
  readonly loops: Map<string, Loop>;
  /** Rates that run by the hours of the day or in pulses, with when each turns next. */
  readonly daily: Map<string, DailyTurns>;
  /** Sums over rates and loops, by species; stale once one of them was set, until the tank is next advanced. */
  readonly inPerDay: number[];
  readonly loopLPerDay: number[];
  sumsAreStale: boolean;
  /** Those species, other than DIC, whose amount some rate or loop moves: the rest stand still between events. */
  moving: readonly number[];
  inflowLPerDay: number;
  temperatureC: number;
  air: Air | undefined;
  readonly kinetics: Kinetics;
  /** What the bacteria would oxidise of ammonia and of nitrite, mg a day at plenty and 25 °C. */
  readonly bacteria: [ammonia: number, nitrite: number];
  /** The last step the nitrogen took, days; what the next one begins with. */
  nitrogenStepDays: number;
  readonly nitrogenWork: NitrogenWork;
}

/**
 * A tank as it begins, before anything is set going.
 * @param start volume above zero, concentrations at or above zero
 * @throws Refusal for an impossible start
 */
export function beginTank(start: TankStart, { brimL = Infinity, kinetics = NITRIFIERS }: Vessel = {}): RunningTank {
  const volumeL = within('net volume', start.volumeL, 0.1, 1e7, 'L');
  const names = [...SPECIES, ...Object.keys(start.water.further ?? {})];
  return {
    at: start.at,
    names,
    level: {
      volumeL,
      evaporationLPerDay: 0,
      holdsL: null,
      reservoirL: Infinity,
      brimL: brimL === Infinity ? brimL : within('brim', brimL, volumeL, 1e7, 'L'),
      spiltL: 0,
    },
    amounts: inOrder(names, start.water).map((value, i) => within(names[i] ?? '', value, 0, 1e6, '') * volumeL),
    rates: new Map(),
    loops: new Map(),
    daily: new Map(),
    inPerDay: names.map(() => 0),
    loopLPerDay: names.map(() => 0),
    sumsAreStale: false,
    moving: [],
    inflowLPerDay: 0,
    temperatureC: start.temperatureC ?? USUAL_C,
    air: undefined,
    kinetics,
    bacteria: [0, 0],
    nitrogenStepDays: 0.05,
    nitrogenWork: newNitrogenWork(),
  };
}

/** A tank that goes on from here by itself, whatever becomes of the other. */
export function copyTank(tank: RunningTank): RunningTank {
  return {
    ...tank,
    names: [...tank.names],
    level: { ...tank.level },
    amounts: [...tank.amounts],
    rates: new Map(tank.rates),
    loops: new Map(tank.loops),
    daily: new Map([...tank.daily].map(([source, turns]) => [source, { ...turns }])),
    inPerDay: [...tank.inPerDay],
    loopLPerDay: [...tank.loopLPerDay],
    air: tank.air && { ...tank.air },
    bacteria: [...tank.bacteria],
    nitrogenWork: newNitrogenWork(),
  };
}

/** Opens the account of further species that something names; those that are not there yet are there at zero. */
export function keepAccountOf(tank: RunningTank, given: Amounts | Partial<Water>): void {
  if (!given.further) return;
  for (const name of Object.keys(given.further)) {
    if (tank.names.includes(name)) continue;
    tank.names.push(name);
    tank.amounts.push(0);
    tank.inPerDay.push(0);
    tank.loopLPerDay.push(0);
  }
}

/** What is given of the species that stands at a place; the first of them are the model's own. */
export function named(name: string, i: number, given: Amounts | Partial<Water>): number | undefined {
  const species = SPECIES[i];
  return species === undefined ? given.further?.[name] : given[species];
}

/** Amounts or concentrations as a list in the order of the tank's names; 0 where there is none. */
export function inOrder(names: readonly string[], given: Amounts | Partial<Water>): number[] {
  return names.map((name, i) => named(name, i, given) ?? 0);
}

/** The tank's water as it stands. */
export function readTank(tank: RunningTank): TankState {
  return stateOf(tank, tank.at, tank.amounts, tank.level.volumeL, 0, 0, tank.bacteria);
}

/** The state of a tank whose amounts and volume stand as given; litres topped off and spilt are since its own moment. */
export function stateOf(
  { names, level, temperatureC, air }: RunningTank,
  at: number,
  amounts: readonly number[],
  volumeL: number,
  topOffL: number,
  spiltL: number,
  [ammoniaPerDay, nitritePerDay]: readonly [number, number],
): TankState {
  // Written out in the order of SPECIES: a long run is mostly this.
  const water: WholeWater = {
    salinity: (amounts[0] ?? 0) / volumeL,
    alkalinity: (amounts[1] ?? 0) / volumeL,
    dic: (amounts[2] ?? 0) / volumeL,
    calcium: (amounts[3] ?? 0) / volumeL,
    magnesium: (amounts[4] ?? 0) / volumeL,
    nitrate: (amounts[5] ?? 0) / volumeL,
    phosphate: (amounts[6] ?? 0) / volumeL,
    ammonia: (amounts[7] ?? 0) / volumeL,
    nitrite: (amounts[8] ?? 0) / volumeL,
    further: names.length > SPECIES.length ? furtherOf(names, amounts, volumeL) : undefined,
  };
  return {
    at,
    volumeL,
    water,
    temperatureC,
    reservoirL: level.reservoirL === Infinity ? undefined : Math.max(0, level.reservoirL - topOffL),
    spiltL: level.spiltL + spiltL,
    bacteria: { ammoniaPerDay, nitritePerDay },
    carbonate: air && carbonateNow(air, water),
  };
}

function carbonateNow(air: Air, { alkalinity, dic }: WholeWater): NonNullable<TankState['carbonate']> {
  const hydrogen = hydrogenIn(air, alkalinity, dic);
  return {
    phNbs: -Math.log10(hydrogen) + air.constants.nbsOffset,
    pco2Uatm: pco2Of(air, co2In(air, dic, hydrogen)),
    fromAirMmol: air.fromAirMmol,
    dicErrorMmolPerL: air.errorMmolPerL,
  };
}

function furtherOf(names: readonly string[], amounts: readonly number[], volumeL: number): Record<string, number> {
  const further: Record<string, number> = {};
  for (let i = SPECIES.length; i < names.length; i++) further[names[i] ?? ''] = (amounts[i] ?? 0) / volumeL;
  return further;
}
