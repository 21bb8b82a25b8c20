import { within } from '../refusal';
import type { TankEvent, TankStart, TankState, Vessel } from './events';
import { co2In, hydrogenIn, openTo, pco2Of, type Air } from './gas-exchange';
import type { Level } from './level';
import { NITRIFIERS, type Kinetics } from './nitrification';
import { SPECIES, type Amounts, type Water, type WholeWater } from './water';

export const SALINITY = SPECIES.indexOf('salinity');
export const ALKALINITY = SPECIES.indexOf('alkalinity');
export const DIC = SPECIES.indexOf('dic');
export const NITRATE = SPECIES.indexOf('nitrate');
export const AMMONIA = SPECIES.indexOf('ammonia');
export const NITRITE = SPECIES.indexOf('nitrite');
const USUAL_C = 25;

interface Loop {
  readonly litresPerDay: number;
  /** By species, in the order of `names`; undefined where it returns what it took. */
  readonly returns: readonly (number | undefined)[];
}

/** The tank while it runs: amounts, not concentrations, so that mass is what is conserved. */
export interface RunningTank {
  at: number;
  readonly names: readonly string[];
  readonly level: Level;
  readonly amounts: number[];
  readonly rates: Map<string, { readonly perDay: readonly number[]; readonly litresPerDay: number }>;
  readonly loops: Map<string, Loop>;
  /** Sums over rates and loops, by species. */
  readonly inPerDay: number[];
  readonly loopLPerDay: number[];
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
}

/** The tank as the run begins, before anything is set going. */
export function begin(
  start: TankStart,
  events: readonly TankEvent[],
  { brimL = Infinity, kinetics = NITRIFIERS }: Vessel,
): RunningTank {
  const volumeL = within('net volume', start.volumeL, 0.1, 1e7, 'L');
  const names = [...SPECIES, ...furtherNames(start, events)];
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
    inPerDay: names.map(() => 0),
    loopLPerDay: names.map(() => 0),
    moving: [],
    inflowLPerDay: 0,
    temperatureC: start.temperatureC ?? USUAL_C,
    air: undefined,
    kinetics,
    bacteria: [0, 0],
    nitrogenStepDays: 0.05,
  };
}

/** Every further species that the start or any event names. */
function furtherNames({ water }: TankStart, events: readonly TankEvent[]): string[] {
  const names = new Set(Object.keys(water.further ?? {}));
  for (const event of events) {
    const brought =
      event.kind === 'addition'
        ? event.amounts
        : event.kind === 'exchange'
          ? event.water
          : event.kind === 'rate'
            ? event.perDay
            : event.kind === 'loop'
              ? event.returns
              : undefined;
    if (brought?.further) for (const name of Object.keys(brought.further)) names.add(name);
  }
  return [...names];
}

function named(name: string, i: number, given: Amounts | Partial<Water>): number | undefined {
  const species = SPECIES[i];
  return species === undefined ? given.further?.[name] : given[species];
}

/** Amounts or concentrations as a list in the tank's order; nought where there is none. */
function inOrder(names: readonly string[], given: Amounts | Partial<Water>): number[] {
  return names.map((name, i) => named(name, i, given) ?? 0);
}

export function stateNow(tank: RunningTank): TankState {
  return stateOf(tank, tank.at, tank.amounts, tank.level.volumeL, 0, 0, tank.bacteria);
}

/** The state of an tank whose amounts and volume stand as given; litres topped off and spilt are since its own moment. */
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
  return Object.fromEntries(
    names.slice(SPECIES.length).map((name, i) => [name, (amounts[SPECIES.length + i] ?? 0) / volumeL]),
  );
}

/** What an event does at its moment. */
export function apply(tank: RunningTank, event: TankEvent): void {
  const { amounts, level, names } = tank;
  switch (event.kind) {
    case 'addition':
      inOrder(names, event.amounts).forEach((amount, i) => (amounts[i] = Math.max(0, (amounts[i] ?? 0) + amount)));
      pour(tank, event.litres ?? 0);
      return;
    case 'exchange': {
      const share = Math.min(1, event.volumeL / level.volumeL);
      const taken = share * level.volumeL;
      inOrder(names, event.water).forEach((c, i) => (amounts[i] = (amounts[i] ?? 0) * (1 - share) + c * taken));
      return;
    }
    case 'fresh-water':
      pour(tank, event.volumeL);
      return;
    case 'rate':
      tank.rates.set(event.source, {
        perDay: inOrder(names, event.perDay),
        litresPerDay: within(`litres a day of ${event.source}`, event.litresPerDay ?? 0, -1e6, 1e6, 'L/day'),
      });
      addUp(tank);
      return;
    case 'loop':
      tank.loops.set(event.source, {
        litresPerDay: within(`flow of ${event.source}`, event.litresPerDay, 0, 1e7, 'L/day'),
        returns: names.map((name, i) => named(name, i, event.returns)),
      });
      addUp(tank);
      return;
    case 'evaporation':
      level.evaporationLPerDay = within('evaporation', event.litresPerDay, 0, 1e6, 'L/day');
      return;
    case 'top-off':
      level.holdsL = event.holdsL === null ? null : within('top-off mark', event.holdsL, 0.1, 1e7, 'L');
      if (event.reservoirL !== undefined) level.reservoirL = within('reservoir', event.reservoirL, 0, 1e7, 'L');
      return;
    case 'temperature':
      tank.temperatureC = within('temperature', event.temperatureC, 2, 40, '°C');
      return;
    case 'air':
      tank.air = openTo(
        within('CO2 of the air', event.co2Uatm, 1, 400_000, 'µatm'),
        within('gas exchange', event.exchangePerDay, 0, 500, 'times a day'),
        (amounts[SALINITY] ?? 0) / level.volumeL,
        tank.temperatureC,
        tank.air,
      );
      return;
    case 'bacteria':
      tank.bacteria[0] += within('bacteria on ammonia', event.ammoniaPerDay, 0, 1e7, 'mg/day');
      tank.bacteria[1] += within('bacteria on nitrite', event.nitritePerDay, 0, 1e7, 'mg/day');
  }
}

/** Water into the tank (or, negative, out of it, leaving what is dissolved). What the brim does not hold runs over, mixed. */
function pour({ amounts, level }: RunningTank, litres: number): void {
  const full = level.volumeL + litres;
  level.volumeL = Math.max(0.1, Math.min(full, level.brimL));
  const over = full - level.brimL;
  if (!(over > 0)) return;
  // While it runs over, as much leaves as comes in: S·exp(−over/V) in a well-mixed tank.
  const kept = Math.exp(-over / level.volumeL);
  for (let i = 0; i < amounts.length; i++) amounts[i] = (amounts[i] ?? 0) * kept;
  level.spiltL += over;
}

/** The sums over all rates and loops, after one of them was set. */
function addUp(tank: RunningTank): void {
  const { names, rates, loops } = tank;
  tank.inPerDay.fill(0);
  tank.loopLPerDay.fill(0);
  tank.inflowLPerDay = 0;
  for (const { perDay, litresPerDay } of rates.values()) {
    tank.inflowLPerDay += litresPerDay;
    for (let i = 0; i < names.length; i++) tank.inPerDay[i] = (tank.inPerDay[i] ?? 0) + (perDay[i] ?? 0);
  }
  for (const { litresPerDay, returns } of loops.values())
    for (let i = 0; i < names.length; i++) {
      const returned = returns[i];
      if (returned === undefined) continue;
      tank.loopLPerDay[i] = (tank.loopLPerDay[i] ?? 0) + litresPerDay;
      tank.inPerDay[i] = (tank.inPerDay[i] ?? 0) + litresPerDay * returned;
    }
  const moving: number[] = [];
  for (let i = 0; i < names.length; i++)
    if (i !== DIC && (tank.inPerDay[i] !== 0 || tank.loopLPerDay[i] !== 0)) moving.push(i);
  tank.moving = moving;
}
