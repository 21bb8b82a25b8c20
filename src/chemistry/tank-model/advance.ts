import { addUp, applyTurn, nextTurn } from './apply-event';
import { amountAfter } from './closed-form';
import { carryDic, hydrogenIn, type SpeciesFlow } from './gas-exchange';
import { alongStretch, nextStretch, pouredToMark, type LevelStretch } from './level';
import {
  ALKALINITY_PER_AMMONIA,
  LONGEST_WITH_AIR_DAYS,
  NITRATE_PER_NITRITE,
  nitrogenStep,
  rateFactor,
  type NitrogenStep,
} from './nitrification';
import {
  ALKALINITY,
  AMMONIA,
  DIC,
  NITRATE,
  NITRITE,
  readTank,
  SALINITY,
  stateOf,
  type RunningTank,
} from './running-tank';
import type { TankState } from './events';
import { DAY_MS } from './time';

/** Moments at which the state is wanted along the way. */
export interface Samples {
  /** Rising. */
  readonly at: readonly number[];
  next: number;
  readonly visit: (state: TankState, place: number) => void;
}

/**
 * Carries a tank forward to a moment, with everything that is set going; what turns by the hour turns on the way.
 * @param to epoch ms; a moment that has passed leaves the tank as it is
 * @param samples are answered as the water stands before whatever happens at their moment
 * @throws Refusal for a tank evaporated to nothing, or air, warmth or salinity outside the equations
 * Source: V dC/dt = Σ inputs − outflow C, in closed form between events (`closed-form.ts`); carbon and nitrogen by Dormand and Prince's
 * pair.
 */
export function advanceTank(tank: RunningTank, to: number, samples?: Samples): void {
  const wanted = samples ?? { at: [], next: 0, visit: () => undefined };
  for (let turns = nextTurn(tank); turns && turns.nextAt < to; turns = nextTurn(tank)) {
    advanceEvenly(tank, turns.nextAt, wanted);
    applyTurn(tank, turns);
  }
  advanceEvenly(tank, to, wanted);
}

function advanceEvenly(tank: RunningTank, to: number, samples: Samples): void {
  const { level } = tank;
  if (tank.sumsAreStale && tank.at < to) addUp(tank);
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
  while ((samples.at[samples.next] ?? Infinity) <= to) samples.visit(readTank(tank), samples.next++);
}

function nitrifying({ bacteria: [onAmmonia, onNitrite] }: RunningTank): boolean {
  return onAmmonia > 0 || onNitrite > 0;
}

/** What the bacteria make of the nitrogen over the next while, which they may cut shorter. */
function nitrogenAlong(tank: RunningTank, stretch: LevelStretch, longestDays: number): NitrogenStep {
  const { amounts, bacteria, kinetics, level, air, temperatureC, nitrogenWork } = tank;
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
    nitrogenWork,
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

  const media = bringsByMedia(tank);
  const asked: number[] = [];
  const first = samples.next;
  for (let at = samples.at[first]; at !== undefined && at <= until; at = samples.at[++samples.next])
    asked.push(Math.min(days, (at - from) / DAY_MS));
  const here = asked.length > 0 ? amounts.slice() : amounts;
  const answer = (moment: number, dic: number) => {
    const d = asked[moment] ?? days;
    for (const i of moving) here[i] = amountIn(tank, stretch, i, d);
    if (media) addByMedia(tank, stretch, d, here);
    here[DIC] = dic;
    const own = nitrogen && nitrogenHere(nitrogen, d, here);

    const at = samples.at[first + moment] ?? until;
    const topOffL = stretch.topOffLPerDay * d;
    const ranOver = overflowLPerDay * d;
    const state = stateOf(tank, at, here, volumeL + gainLPerDay * d, topOffL, ranOver, own ?? tank.bacteria);
    samples.visit(state, first + moment);
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
  // What media bring goes by the alkalinity at the stretch's beginning, so it is worked out before that moves.
  const brought = media ? byMedia(tank, stretch, days) : undefined;
  for (const i of moving) amounts[i] = amountIn(tank, stretch, i, days);
  brought?.forEach((amount, i) => (amounts[i] = Math.max(0, (amounts[i] ?? 0) + amount)));
  amounts[DIC] = dic;
  alongStretch(level, stretch, days);
  tank.at = until;
}

function courseOf(tank: RunningTank, { overflowLPerDay }: LevelStretch, i: number): SpeciesFlow {
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

function bringsByMedia({ loops }: RunningTank): boolean {
  for (const { perAlkalinity, litresPerDay } of loops.values()) if (perAlkalinity && litresPerDay > 0) return true;
  return false;
}

/** From this share of the volume on the balance of alkalinity tells how much of it went round. */
const DRAWN_OFF_TELLS = 1e-6;

/**
 * What the media of loops have brought some days into a stretch, by species. A loop gives q·(c − A/V) of alkalinity a day; of
 * its two parts the first is even, and the second follows from the whole balance of alkalinity:
 * ∫ A/V dt = (in·t − ΔA)/out. So it is as exact as alkalinity itself. What of it leaves again within the stretch, over the
 * brim or through another loop that names the same species, is left out: it is gone with the next.
 */
function byMedia(tank: RunningTank, stretch: LevelStretch, days: number): ReadonlyMap<number, number> {
  const { inPerDay, outLPerDay, amount } = courseOf(tank, stretch, ALKALINITY);
  const { volumeL } = tank.level;
  const after = amountIn(tank, stretch, ALKALINITY, days);
  // Where next to nothing is drawn off, the balance is a small difference of large figures; the level then hardly bends.
  const levelDays =
    outLPerDay * days > DRAWN_OFF_TELLS * volumeL
      ? (inPerDay * days - (after - amount)) / outLPerDay
      : ((amount / volumeL + after / (volumeL + stretch.gainLPerDay * days)) / 2) * days;
  const brought = new Map<number, number>();
  for (const { litresPerDay, returns, perAlkalinity } of tank.loops.values()) {
    if (!perAlkalinity) continue;
    const given = Math.max(0, litresPerDay * ((returns[ALKALINITY] ?? 0) * days - levelDays));
    perAlkalinity.forEach((per, i) => {
      if (per !== 0) brought.set(i, (brought.get(i) ?? 0) + per * given);
    });
  }
  return brought;
}

function addByMedia(tank: RunningTank, stretch: LevelStretch, days: number, here: number[]): void {
  for (const [i, amount] of byMedia(tank, stretch, days)) here[i] = Math.max(0, (here[i] ?? 0) + amount);
}
