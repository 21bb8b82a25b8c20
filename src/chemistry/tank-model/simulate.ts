import { amountAfter } from './closed-form';
import {
  ALKALINITY,
  AMMONIA,
  apply,
  DIC,
  NITRATE,
  NITRITE,
  begin,
  SALINITY,
  stateNow,
  stateOf,
  type RunningTank,
} from './running-tank';
import { DAY_MS, withHoursWrittenOut } from './daily-hours';
import type { TankEvent, TankStart, TankState, Vessel } from './events';
import { carryDic, hydrogenIn, type Course } from './gas-exchange';
import {
  ALKALINITY_PER_AMMONIA,
  rateFactor,
  LONGEST_WITH_AIR_DAYS,
  NITRATE_PER_NITRITE,
  nitrogenStep,
  type NitrogenStep,
} from './nitrification';
import { alongStretch, nextStretch, pouredToMark, type LevelStretch } from './level';

export { DAY_MS } from './daily-hours';

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
 * constant, so volume and each species simulateEach a closed form (`level.ts`, `closed-form.ts`) and no step size enters. Two
 * things are integrated: DIC while the water stands open to air, with a bound on its error (`gas-exchange.ts`), and ammonia
 * and nitrite where there are bacteria to oxidise them (`nitrification.ts`).
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
  simulateEach(start, events, sampleAt, (state, index) => (states[index] = state), vessel);
  return states;
}

/**
 * `simulate` for who wants a figure of each state and not the states themselves: the pH of a month, a band of two hundred
 * runs. Keeping thousands of states costs more than working them out.
 * @param visit is shown each state once, in order of time, with the place at which its moment was asked
 */
export function simulateEach(
  start: TankStart,
  events: readonly TankEvent[],
  sampleAt: readonly number[],
  visit: (state: TankState, index: number) => void,
  vessel: Vessel = {},
): void {
  const samples = samplesOf(sampleAt, start.at, visit);
  const end = samples.at.at(-1) ?? start.at;
  const tank = begin(start, events, vessel);
  for (const event of withHoursWrittenOut(events, start.at, end)) {
    const setBefore = event.at <= start.at && PERSISTENT_KINDS.has(event.kind);
    if (event.at < start.at && !setBefore) continue;
    if (event.at >= end && !setBefore) break;
    if (!setBefore) advance(tank, event.at, samples);
    apply(tank, event);
  }
  advance(tank, end, samples);
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
const PERSISTENT_KINDS: ReadonlySet<TankEvent['kind']> = new Set([
  'rate',
  'loop',
  'evaporation',
  'top-off',
  'temperature',
  'air',
]);

function advance(tank: RunningTank, to: number, samples: Samples): void {
  const { level } = tank;
  while (tank.at < to) {
    const poured = pouredToMark(level);
    level.volumeL += poured;
    level.reservoirL -= poured;
    const stretch = nextStretch(level, tank.inflowLPerDay);
    const whole = (to - tank.at) / DAY_MS;
    const longest = Math.min(whole, stretch.lastsDays);
    const nitrogen = nitrifying(tank) ? nitrogenAlong(tank, stretch, longest) : undefined;
    const days = nitrogen?.days ?? longest;
    along(tank, stretch, days, days === whole ? to : tank.at + days * DAY_MS, samples, nitrogen);
  }
  // What is asked for this very moment and not yet answered: the water before whatever happens now.
  while ((samples.at[samples.next] ?? Infinity) <= to) answered(samples, samples.next++, stateNow(tank));
}

function nitrifying({ bacteria: [onAmmonia, onNitrite] }: RunningTank): boolean {
  return onAmmonia > 0 || onNitrite > 0;
}

/** What the bacteria make of the nitrogen over the next while, which they may cut shorter. */
function nitrogenAlong(tank: RunningTank, stretch: LevelStretch, longestDays: number): NitrogenStep {
  const { amounts, bacteria, kinetics, level, air, temperatureC } = tank;
  const { volumeL } = level;
  const [ammonia, nitrite] = [courseOf(tank, stretch, AMMONIA), courseOf(tank, stretch, NITRITE)];
  const phNbs =
    air &&
    -Math.log10(hydrogenIn(air, (amounts[ALKALINITY] ?? 0) / volumeL, (amounts[DIC] ?? 0) / volumeL)) +
      air.constants.nbsOffset;
  return nitrogenStep(
    [ammonia.amount, nitrite.amount, ...bacteria],
    {
      kinetics,
      rateFactor: rateFactor(temperatureC, phNbs),
      volumeL,
      gainLPerDay: stretch.gainLPerDay,
      inPerDay: [ammonia.inPerDay, nitrite.inPerDay],
      outLPerDay: [ammonia.outLPerDay, nitrite.outLPerDay],
    },
    tank.nitrogenStepDays,
    air ? Math.min(longestDays, LONGEST_WITH_AIR_DAYS) : longestDays,
  );
}

/** What oxidation takes and makes besides, as even rates over its step. */
function withOxidation({ inPerDay }: RunningTank, { oxidised, days }: NitrogenStep): void {
  const add = (i: number, amount: number) => (inPerDay[i] = (inPerDay[i] ?? 0) + amount / days);
  add(ALKALINITY, -oxidised[0] * ALKALINITY_PER_AMMONIA);
  add(NITRATE, oxidised[1] * NITRATE_PER_NITRITE);
}

function along(
  tank: RunningTank,
  stretch: LevelStretch,
  days: number,
  until: number,
  samples: Samples,
  nitrogen: NitrogenStep | undefined,
): void {
  if (!nitrogen) {
    carryAlong(tank, stretch, days, until, samples, undefined);
    return;
  }
  const kept = [tank.inPerDay[ALKALINITY] ?? 0, tank.inPerDay[NITRATE] ?? 0] as const;
  withOxidation(tank, nitrogen);
  carryAlong(tank, stretch, days, until, samples, nitrogen);
  [tank.inPerDay[ALKALINITY], tank.inPerDay[NITRATE]] = kept;
  const [ammonia, nitrite, onAmmonia, onNitrite] = nitrogen.after;
  tank.amounts[AMMONIA] = ammonia;
  tank.amounts[NITRITE] = nitrite;
  tank.bacteria[0] = onAmmonia;
  tank.bacteria[1] = onNitrite;
  // A step cut short by the stretch's end says nothing against longer ones.
  if (days >= tank.nitrogenStepDays || nitrogen.nextDays > tank.nitrogenStepDays)
    tank.nitrogenStepDays = nitrogen.nextDays;
}

function carryAlong(
  tank: RunningTank,
  stretch: LevelStretch,
  days: number,
  until: number,
  samples: Samples,
  nitrogen: NitrogenStep | undefined,
): void {
  const { level, amounts, air, at: from } = tank;
  const { gainLPerDay, overflowLPerDay } = stretch;
  const { volumeL } = level;
  // What runs over the brim takes a share of everything.
  const moving = overflowLPerDay > 0 ? allButDic(tank) : nitrogen ? withNitrogensOwn(tank.moving) : tank.moving;

  const asked: number[] = [];
  const first = samples.next;
  for (let at = samples.at[first]; at !== undefined && at <= until; at = samples.at[++samples.next])
    asked.push(Math.min(days, (at - from) / DAY_MS));
  const here = asked.length > 0 ? amounts.slice() : amounts;
  const answer = (moment: number, dic: number) => {
    const d = asked[moment] ?? days;
    for (const i of moving) here[i] = amountIn(tank, stretch, i, d);
    here[DIC] = dic;
    const own = nitrogen && nitrogenHere(nitrogen, d, here);

    const at = samples.at[first + moment] ?? until;
    const topOffL = stretch.topOffLPerDay * d;
    const ranOver = overflowLPerDay * d;
    const state = stateOf(tank, at, here, volumeL + gainLPerDay * d, topOffL, ranOver, own ?? tank.bacteria);
    answered(samples, first + moment, state);
  };

  let dic: number;
  if (air) {
    dic = carryDic(
      air,
      {
        days,
        temperatureC: tank.temperatureC,
        volumeL,
        gainLPerDay,
        dic: courseOf(tank, stretch, DIC),
        alkalinity: courseOf(tank, stretch, ALKALINITY),
        salinity: courseOf(tank, stretch, SALINITY),
      },
      asked,
      answer,
    );
  } else {
    for (let moment = 0; moment < asked.length; moment++)
      answer(moment, amountIn(tank, stretch, DIC, asked[moment] ?? days));
    dic = amountIn(tank, stretch, DIC, days);
  }
  for (const i of moving) amounts[i] = amountIn(tank, stretch, i, days);
  amounts[DIC] = dic;
  alongStretch(level, stretch, days);
  tank.at = until;
}

function courseOf(tank: RunningTank, { overflowLPerDay }: LevelStretch, i: number): Course {
  return {
    amount: tank.amounts[i] ?? 0,
    inPerDay: tank.inPerDay[i] ?? 0,
    outLPerDay: (tank.loopLPerDay[i] ?? 0) + overflowLPerDay,
  };
}

/**
 * The amount of one species some days into a stretch. Rates are constant within it, so an amount moves one way only: once
 * at nought it stays there.
 */
function amountIn(tank: RunningTank, { gainLPerDay, overflowLPerDay }: LevelStretch, i: number, days: number): number {
  const amount = tank.amounts[i] ?? 0;
  const inPerDay = tank.inPerDay[i] ?? 0;
  const outLPerDay = (tank.loopLPerDay[i] ?? 0) + overflowLPerDay;
  if (inPerDay === 0 && outLPerDay === 0) return amount;
  return Math.max(0, amountAfter(amount, inPerDay, outLPerDay, tank.level.volumeL, gainLPerDay, days));
}

/** Sets the amounts some days into a step of the nitrogen, oxidation told as it goes and not evenly; answers the bacteria then. */
function nitrogenHere({ within, oxidised, days }: NitrogenStep, d: number, here: number[]): readonly [number, number] {
  const { nitrogen, oxidised: byNow } = within(d);
  const ahead = (i: 0 | 1) => byNow[i] - (oxidised[i] * d) / days;
  [here[AMMONIA], here[NITRITE]] = nitrogen;
  here[ALKALINITY] = Math.max(0, (here[ALKALINITY] ?? 0) - ahead(0) * ALKALINITY_PER_AMMONIA);
  here[NITRATE] = Math.max(0, (here[NITRATE] ?? 0) + ahead(1) * NITRATE_PER_NITRITE);
  return [nitrogen[2], nitrogen[3]];
}

/** Oxidation moves alkalinity and nitrate; ammonia and nitrite simulateEach their own step. */
function withNitrogensOwn(moving: readonly number[]): number[] {
  return [
    ALKALINITY,
    NITRATE,
    ...moving.filter((i) => i !== ALKALINITY && i !== NITRATE && i !== AMMONIA && i !== NITRITE),
  ];
}

function allButDic({ names }: RunningTank): number[] {
  return names.map((_, i) => i).filter((i) => i !== DIC);
}
