import { within } from '../refusal';
import { amountAfter } from './closed-form';
import { DAY_MS, withHoursWrittenOut } from './daily-hours';
import type { TankEvent, TankStart, TankState, Vessel } from './events';
import { carryDic, co2In, hydrogenIn, openTo, pco2Of, type Air, type Course } from './gas-exchange';
import { alongStretch, nextStretch, pouredToMark, type Level, type LevelStretch } from './level';
import { SPECIES, type Amounts, type Water } from './water';

export { DAY_MS } from './daily-hours';

const SALINITY = SPECIES.indexOf('salinity');
const ALKALINITY = SPECIES.indexOf('alkalinity');
const DIC = SPECIES.indexOf('dic');
const USUAL_C = 25;

interface Loop {
  readonly litresPerDay: number;
  /** By species, in the order of `names`; undefined where it returns what it took. */
  readonly returns: readonly (number | undefined)[];
}

/** The account while it runs: amounts, not concentrations, so that mass is what is conserved. */
interface Account {
  at: number;
  readonly names: readonly string[];
  readonly level: Level;
  readonly amounts: number[];
  readonly rates: Map<string, { readonly perDay: readonly number[]; readonly litresPerDay: number }>;
  readonly loops: Map<string, Loop>;
  /** Sums over rates and loops, by species. */
  readonly inPerDay: number[];
  readonly loopLPerDay: number[];
  inflowLPerDay: number;
  temperatureC: number;
  air: Air | undefined;
}

interface Samples {
  /** Moments wanted, rising. */
  readonly at: readonly number[];
  /** Where each was asked for; undefined where they were asked in order of time. */
  readonly asked: readonly number[] | undefined;
  next: number;
  readonly visit: (state: TankState, index: number) => void;
}

/**
 * The one model of a tank's water: well mixed, run forward over events.
 *
 * V dC/dt = Σ inputs − consumption, with jumps C⁺ = C(1 − f) + C_s f at water changes. Between two events every rate is
 * constant, so volume and each species follow a closed form (`level.ts`, `closed-form.ts`) and no step size enters. Only
 * DIC, while the water stands open to air, is integrated, with a bound on its error (`gas-exchange.ts`).
 * A consumption that would take a species below nought takes all there is and no more.
 *
 * @param start volume above nought, concentrations at or above nought
 * @param events in any order; those before the start are taken to have happened at it if they set something going, else
 * ignored
 * @param sampleAt moments at which the state is wanted, in any order. A sample at the moment of an event is the water
 * before it: keepers test, then change. How often one looks changes nothing.
 * @returns a state for each sample, in the order asked
 * @throws Refusal for an impossible start, a tank evaporated to nothing, or air, warmth or salinity outside the equations
 * Source: mass balance of a well-mixed vessel; no approximation beyond the constant density of reef water.
 */
export function simulate(
  start: TankStart,
  events: readonly TankEvent[],
  sampleAt: readonly number[],
  vessel: Vessel = {},
): TankState[] {
  const states = new Array<TankState>(sampleAt.length);
  follow(start, events, sampleAt, (state, index) => (states[index] = state), vessel);
  return states;
}

/**
 * `simulate` for who wants a figure of each state and not the states themselves: the pH of a month, a band of two hundred
 * runs. Keeping thousands of states costs more than working them out.
 * @param visit is shown each state once, in order of time, with the place at which its moment was asked
 */
export function follow(
  start: TankStart,
  events: readonly TankEvent[],
  sampleAt: readonly number[],
  visit: (state: TankState, index: number) => void,
  vessel: Vessel = {},
): void {
  const samples = samplesOf(sampleAt, start.at, visit);
  const end = samples.at.at(-1) ?? start.at;
  const account = opened(start, events, vessel);
  for (const event of withHoursWrittenOut(events, start.at, end)) {
    const setBefore = event.at <= start.at && GOES_ON.has(event.kind);
    if (event.at < start.at && !setBefore) continue;
    if (event.at >= end && !setBefore) break;
    if (!setBefore) advance(account, event.at, samples);
    apply(account, event);
  }
  advance(account, end, samples);
}

function samplesOf(sampleAt: readonly number[], from: number, visit: Samples['visit']): Samples {
  const wanted = sampleAt.map((at) => Math.max(at, from));
  // Sorting what is in order already, as most samples are, would cost as much as a third of a long run.
  const inOrder = wanted.every((at, i) => i === 0 || at >= (wanted[i - 1] ?? at));
  const asked = inOrder ? undefined : wanted.map((_, i) => i).sort((a, b) => (wanted[a] ?? 0) - (wanted[b] ?? 0));
  return {
    at: asked ? asked.map((i) => wanted[i] ?? from) : wanted,
    asked,
    next: 0,
    visit,
  };
}

function answered(samples: Samples, i: number, state: TankState): void {
  samples.visit(state, samples.asked?.[i] ?? i);
}

/** Kinds that set something going, so that they still hold at a later start. */
const GOES_ON: ReadonlySet<TankEvent['kind']> = new Set([
  'rate',
  'loop',
  'evaporation',
  'top-off',
  'temperature',
  'air',
]);

function opened(start: TankStart, events: readonly TankEvent[], { brimL = Infinity }: Vessel): Account {
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
    inflowLPerDay: 0,
    temperatureC: start.temperatureC ?? USUAL_C,
    air: undefined,
  };
}

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

/** Amounts or concentrations as a list in the account's order; nought where there is none. */
function inOrder(names: readonly string[], given: Amounts | Partial<Water>): number[] {
  return names.map((name, i) => named(name, i, given) ?? 0);
}

function advance(account: Account, to: number, samples: Samples): void {
  const { level } = account;
  while (account.at < to) {
    const poured = pouredToMark(level);
    level.volumeL += poured;
    level.reservoirL -= poured;
    const stretch = nextStretch(level, account.inflowLPerDay);
    const whole = (to - account.at) / DAY_MS;
    const days = Math.min(whole, stretch.lastsDays);
    along(account, stretch, days, days === whole ? to : account.at + days * DAY_MS, samples);
  }
  // What is asked for this very moment and not yet answered: the water before whatever happens now.
  while ((samples.at[samples.next] ?? Infinity) <= to) answered(samples, samples.next++, stateNow(account));
}

function along(account: Account, stretch: LevelStretch, days: number, until: number, samples: Samples): void {
  const { level, amounts, air, at: from } = account;
  const { gainLPerDay, overflowLPerDay } = stretch;
  const { volumeL } = level;

  const asked: number[] = [];
  const first = samples.next;
  for (let at = samples.at[first]; at !== undefined && at <= until; at = samples.at[++samples.next])
    asked.push(Math.min(days, (at - from) / DAY_MS));
  const here = asked.length > 0 ? amounts.slice() : amounts;
  const answer = (moment: number, dic: number) => {
    const d = asked[moment] ?? days;
    for (let i = 0; i < here.length; i++) here[i] = i === DIC ? dic : amountIn(account, stretch, i, d);
    const at = samples.at[first + moment] ?? until;
    const topOffL = stretch.topOffLPerDay * d;
    const state = stateOf(account, at, here, volumeL + gainLPerDay * d, topOffL, overflowLPerDay * d);
    answered(samples, first + moment, state);
  };

  let dic: number;
  if (air) {
    const course = (i: number): Course => ({
      amount: amounts[i] ?? 0,
      inPerDay: account.inPerDay[i] ?? 0,
      outLPerDay: (account.loopLPerDay[i] ?? 0) + overflowLPerDay,
    });
    const rest = { days, temperatureC: account.temperatureC, volumeL, gainLPerDay };
    dic = carryDic(
      air,
      { ...rest, dic: course(DIC), alkalinity: course(ALKALINITY), salinity: course(SALINITY) },
      asked,
      answer,
    );
  } else {
    for (let moment = 0; moment < asked.length; moment++)
      answer(moment, amountIn(account, stretch, DIC, asked[moment] ?? days));
    dic = amountIn(account, stretch, DIC, days);
  }
  for (let i = 0; i < amounts.length; i++) amounts[i] = i === DIC ? dic : amountIn(account, stretch, i, days);
  alongStretch(level, stretch, days);
  account.at = until;
}

/**
 * The amount of one species some days into a stretch. Rates are constant within it, so an amount moves one way only: once
 * at nought it stays there.
 */
function amountIn(account: Account, { gainLPerDay, overflowLPerDay }: LevelStretch, i: number, days: number): number {
  const amount = account.amounts[i] ?? 0;
  const inPerDay = account.inPerDay[i] ?? 0;
  const outLPerDay = (account.loopLPerDay[i] ?? 0) + overflowLPerDay;
  if (inPerDay === 0 && outLPerDay === 0) return amount;
  return Math.max(0, amountAfter(amount, inPerDay, outLPerDay, account.level.volumeL, gainLPerDay, days));
}

function stateNow(account: Account): TankState {
  return stateOf(account, account.at, account.amounts, account.level.volumeL, 0, 0);
}

/** The state of an account whose amounts and volume stand as given; litres topped off and spilt are since its own moment. */
function stateOf(
  { names, level, temperatureC, air }: Account,
  at: number,
  amounts: readonly number[],
  volumeL: number,
  topOffL: number,
  spiltL: number,
): TankState {
  const water: Water = {
    salinity: (amounts[0] ?? 0) / volumeL,
    alkalinity: (amounts[1] ?? 0) / volumeL,
    dic: (amounts[2] ?? 0) / volumeL,
    calcium: (amounts[3] ?? 0) / volumeL,
    magnesium: (amounts[4] ?? 0) / volumeL,
    nitrate: (amounts[5] ?? 0) / volumeL,
    phosphate: (amounts[6] ?? 0) / volumeL,
    further: names.length > SPECIES.length ? furtherOf(names, amounts, volumeL) : undefined,
  };
  return {
    at,
    volumeL,
    water,
    temperatureC,
    reservoirL: level.reservoirL === Infinity ? undefined : Math.max(0, level.reservoirL - topOffL),
    spiltL: level.spiltL + spiltL,
    carbonate: air && carbonateNow(air, water),
  };
}

function carbonateNow(air: Air, { alkalinity, dic }: Water): NonNullable<TankState['carbonate']> {
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

function apply(account: Account, event: TankEvent): void {
  const { amounts, level, names } = account;
  switch (event.kind) {
    case 'addition':
      inOrder(names, event.amounts).forEach((amount, i) => (amounts[i] = Math.max(0, (amounts[i] ?? 0) + amount)));
      pour(account, event.litres ?? 0);
      return;
    case 'exchange': {
      const share = Math.min(1, event.volumeL / level.volumeL);
      const taken = share * level.volumeL;
      inOrder(names, event.water).forEach((c, i) => (amounts[i] = (amounts[i] ?? 0) * (1 - share) + c * taken));
      return;
    }
    case 'fresh-water':
      pour(account, event.volumeL);
      return;
    case 'rate':
      account.rates.set(event.source, {
        perDay: inOrder(names, event.perDay),
        litresPerDay: within(`litres a day of ${event.source}`, event.litresPerDay ?? 0, -1e6, 1e6, 'L/day'),
      });
      addUp(account);
      return;
    case 'loop':
      account.loops.set(event.source, {
        litresPerDay: within(`flow of ${event.source}`, event.litresPerDay, 0, 1e7, 'L/day'),
        returns: names.map((name, i) => named(name, i, event.returns)),
      });
      addUp(account);
      return;
    case 'evaporation':
      level.evaporationLPerDay = within('evaporation', event.litresPerDay, 0, 1e6, 'L/day');
      return;
    case 'top-off':
      level.holdsL = event.holdsL === null ? null : within('top-off mark', event.holdsL, 0.1, 1e7, 'L');
      if (event.reservoirL !== undefined) level.reservoirL = within('reservoir', event.reservoirL, 0, 1e7, 'L');
      return;
    case 'temperature':
      account.temperatureC = within('temperature', event.temperatureC, 2, 40, '°C');
      return;
    case 'air':
      account.air = openTo(
        within('CO2 of the air', event.co2Uatm, 1, 400_000, 'µatm'),
        within('gas exchange', event.exchangePerDay, 0, 500, 'times a day'),
        (amounts[SALINITY] ?? 0) / level.volumeL,
        account.temperatureC,
        account.air,
      );
  }
}

/** Water into the tank (or, negative, out of it, leaving what is dissolved). What the brim does not hold runs over, mixed. */
function pour({ amounts, level }: Account, litres: number): void {
  const full = level.volumeL + litres;
  level.volumeL = Math.max(0.1, Math.min(full, level.brimL));
  const over = full - level.brimL;
  if (!(over > 0)) return;
  // While it runs over, as much leaves as comes in: S·exp(−over/V) in a well-mixed tank.
  const kept = Math.exp(-over / level.volumeL);
  for (let i = 0; i < amounts.length; i++) amounts[i] = (amounts[i] ?? 0) * kept;
  level.spiltL += over;
}

function addUp(account: Account): void {
  const { names, rates, loops } = account;
  account.inPerDay.fill(0);
  account.loopLPerDay.fill(0);
  account.inflowLPerDay = 0;
  for (const { perDay, litresPerDay } of rates.values()) {
    account.inflowLPerDay += litresPerDay;
    for (let i = 0; i < names.length; i++) account.inPerDay[i] = (account.inPerDay[i] ?? 0) + (perDay[i] ?? 0);
  }
  for (const { litresPerDay, returns } of loops.values())
    for (let i = 0; i < names.length; i++) {
      const returned = returns[i];
      if (returned === undefined) continue;
      account.loopLPerDay[i] = (account.loopLPerDay[i] ?? 0) + litresPerDay;
      account.inPerDay[i] = (account.inPerDay[i] ?? 0) + litresPerDay * returned;
    }
}
