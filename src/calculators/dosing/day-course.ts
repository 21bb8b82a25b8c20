import { dicAtRest } from '@/chemistry/carbonate/reef-water';
import { strengthOfBottle } from '@/chemistry/reagents/label-claim';
import { amountsOf } from '@/chemistry/reagents/solution';
import type { DailyHours, TankEvent } from '@/chemistry/tank-model/events';
import { calcificationPerDay, metabolismPerDay } from '@/chemistry/tank-model/metabolism';
import { DAY_MS, simulateEach } from '@/chemistry/tank-model/simulate';
import { timesAmounts, type Amounts } from '@/chemistry/tank-model/water';
import { naturalSeawater } from '@/chemistry/seawater/composition';
import { AIR_EXCHANGE_A_DAY } from '../carbonate/air-exchange';
import { bottleOf } from '../reagents/bottle-input';
import type { ScheduledPart } from './scheduled-part';
import type { PlanSource } from './plan-source';

const MINUTE_MS = 60_000;
/** Share of the day's growth that falls into the lit hours: corals calcify some two to three times as fast in the light. Common practice. */
const GROWTH_IN_LIGHT = 2 / 3;
/** What is assumed of a tank that was never watched through a day: no test tells these from each other yet. */
export interface DayAssumed {
  /** Carbon fixed in the light and breathed out round the clock, mmol/L a day. */
  readonly carbonADay: number;
  /** How often a day surface and skimmer renew dissolved CO2. */
  readonly exchangePerDay: number;
  /** Share of the day's growth that falls into the lit hours. */
  readonly inLight: number;
}
/**
 * Between a tank of little life under a fast surface and one of much life under a slow one. Chosen: with it 3.2 L of limewater a day in
 * 378 L swing pH by 0.3 round the clock and by 0.15 overnight, where keepers see 0.3 to 0.4 and 0.2 (common practice).
 */
export const USUAL_DAY: DayAssumed = {
  carbonADay: 0.5,
  exchangePerDay: AIR_EXCHANGE_A_DAY,
  inLight: GROWTH_IN_LIGHT,
};
/** Chosen: what keepers see lies between the two. A tank's own day, read often enough, would tell. */
const QUIET_DAY: DayAssumed = { carbonADay: 0.3, exchangePerDay: 30, inLight: 1 / 2 };
const LIVELY_DAY: DayAssumed = { carbonADay: 0.7, exchangePerDay: 15, inLight: GROWTH_IN_LIGHT };
/** What the ranges rest on, for the working. */
export const DAY_ASSUMED_WORDS =
  'assumed: plants and animals turn over 0.3 to 0.7 mmol/L of carbon a day, air renews dissolved CO₂ 15 to 30 times, and half to two thirds of the growth is by light; no test of this tank tells them yet';
/** The day that is shown: by then the night before it is like the night after it. */
const SHOWN_DAY = 3;
const SAMPLES = 96;

interface DayInput {
  readonly netVolumeL: number;
  readonly lights?: { readonly fromMinute: number; readonly forMinutes: number } | undefined;
  readonly consumption: number;
  readonly water: {
    readonly salinity: number;
    readonly temperatureC: number;
    readonly alkalinity: number;
    readonly calcium: number;
    readonly pco2Uatm: number;
  };
  /** With it the level is followed too: what the parts bring of water is that much less to top off. */
  readonly evaporationLPerDay?: number | undefined;
}

/** What one source brings in a day, and when. */
export interface DayPart {
  readonly id: string;
  readonly perDay: Amounts;
  readonly litresPerDay: number;
  /** Round the clock when there is none. */
  readonly windows: readonly { readonly fromMinute: number; readonly forMinutes: number }[];
  /** 0: it drips evenly. */
  readonly doses: number;
}

/** By how much a day moves pH and alkalinity, under the assumptions at both ends. */
export interface DaySwings {
  readonly ph: { readonly low: number; readonly high: number };
  readonly alkalinity: { readonly low: number; readonly high: number };
}

export interface DayCourse {
  readonly points: readonly {
    readonly minute: number;
    readonly alkalinity: number;
    readonly ph: number;
    readonly salinity: number;
  }[];
  readonly alkalinity: { readonly low: number; readonly high: number };
  readonly ph: { readonly low: number; readonly high: number };
  readonly salinity: { readonly low: number; readonly high: number };
}

/**
 * A day of the water under a schedule, by the tank model: doses by the hour, consumption and photosynthesis by light, open to air.
 * The minutes are the wall's; what is dosed beyond consumption over the days before is taken off evenly, so that a day ends as it began.
 */
export function dayOf(
  input: DayInput,
  parts: readonly DayPart[],
  { carbonADay, exchangePerDay, inLight }: DayAssumed = USUAL_DAY,
): DayCourse {
  const { netVolumeL, lights, consumption, water, evaporationLPerDay } = input;
  const lit: DailyHours | undefined = lights && hoursOf(lights);
  const events: TankEvent[] = [
    { kind: 'air', at: 0, co2Uatm: water.pco2Uatm, exchangePerDay },
    { kind: 'temperature', at: 0, temperatureC: water.temperatureC },
    rate('breath', metabolismPerDay(carbonADay * netVolumeL)),
    rate('light', metabolismPerDay(-carbonADay * netVolumeL), lit),
  ];
  const takes = consumption * netVolumeL;
  const evenly = lit ? evenShare(lit, inLight) : 1;
  events.push(
    rate('growth', calcificationPerDay(takes * evenly)),
    ...(lit ? [rate('growth in the light', calcificationPerDay(takes * (1 - evenly)), lit)] : []),
  );
  if (evaporationLPerDay !== undefined)
    events.push(
      { kind: 'top-off', at: 0, holdsL: netVolumeL },
      { kind: 'evaporation', at: 0, litresPerDay: evaporationLPerDay },
    );
  let brought = 0;
  for (const { id, perDay, litresPerDay, windows, doses } of parts) {
    brought += perDay.alkalinity ?? 0;
    const open = windows.reduce((sum, { forMinutes }) => sum + forMinutes, 0);
    const water = (share: number) => (evaporationLPerDay === undefined ? {} : { litresPerDay: litresPerDay * share });
    if (windows.length === 0) events.push(pulsed({ ...rate(id, perDay), ...water(1) }, doses));
    for (const [i, window] of windows.entries()) {
      const share = window.forMinutes / open;
      events.push(
        pulsed(
          { ...rate(`${id} ${i}`, timesAmounts(perDay, share), hoursOf(window)), ...water(share) },
          Math.round(doses * share),
        ),
      );
    }
  }
  // What is over or short is another question: the day is looked at as it would repeat.
  events.push(rate('balance', { alkalinity: takes - brought }));
  const natural = naturalSeawater(water.salinity);
  const start = {
    at: 0,
    volumeL: netVolumeL,
    temperatureC: water.temperatureC,
    water: {
      salinity: water.salinity,
      alkalinity: water.alkalinity,
      dic: dicAtRest(water.alkalinity, water.salinity, water.temperatureC, water.pco2Uatm),
      calcium: water.calcium,
      magnesium: natural.magnesiumMgPerL,
      nitrate: 0,
      phosphate: 0,
    },
  };
  const at = Array.from({ length: SAMPLES + 1 }, (_, i) => (SHOWN_DAY + i / SAMPLES) * DAY_MS + 1);
  const points: DayCourse['points'][number][] = [];
  simulateEach(start, events, at, (state, i) =>
    points.push({
      minute: (i * 1440) / SAMPLES,
      alkalinity: state.water.alkalinity,
      ph: state.carbonate?.phNbs ?? Number.NaN,
      salinity: state.water.salinity,
    }),
  );
  const range = (of: (point: DayCourse['points'][number]) => number) => rangeOf(points.map(of));
  return {
    points,
    alkalinity: range(({ alkalinity }) => alkalinity),
    ph: range(({ ph }) => ph),
    salinity: range(({ salinity }) => salinity),
  };
}

/** How far a day moves pH and alkalinity at the least and at the most, as far as is assumed and not known. */
export function swingsOf(input: DayInput, parts: readonly DayPart[], usual: DayCourse): DaySwings {
  const days = [usual, ...[QUIET_DAY, LIVELY_DAY].map((assumed) => dayOf(input, parts, assumed))];
  return {
    ph: rangeOf(days.map(({ ph }) => ph.high - ph.low)),
    alkalinity: rangeOf(days.map(({ alkalinity }) => alkalinity.high - alkalinity.low)),
  };
}

/**
 * The share of the day's growth that goes on round the clock, so that of all growth just so much falls into the lit hours: what is even by
 * night is even by day too. All of it where the light lasts longer than that share of the day.
 */
export function evenShare({ forMs }: DailyHours, inLight = GROWTH_IN_LIGHT): number {
  return Math.min(1, (1 - inLight) / (1 - forMs / DAY_MS));
}

function rangeOf(values: readonly number[]) {
  return { low: Math.min(...values), high: Math.max(...values) };
}

type Rate = Extract<TankEvent, { kind: 'rate' }>;

function rate(source: string, perDay: Amounts, hours?: DailyHours): Rate {
  return { kind: 'rate', at: 0, source, perDay, ...(hours && { hours }) };
}

function pulsed(event: Rate, pulses: number): Rate {
  return pulses > 0 ? { ...event, pulses } : event;
}

function hoursOf({ fromMinute, forMinutes }: { readonly fromMinute: number; readonly forMinutes: number }): DailyHours {
  return { fromMs: fromMinute * MINUTE_MS, forMs: Math.min(forMinutes, 1440) * MINUTE_MS };
}

/** A part of a schedule as the day takes it: with its carbon where its salts are known; of a strength alone, as a carbonate brings it. */
export function dayPartOf(
  { source: { holds }, mlPerDay, windows = [], doses }: ScheduledPart,
  source: PlanSource,
): DayPart {
  const { id, perMl } = source;
  const perDay: Amounts = holds
    ? amountsOf(strengthOfBottle(bottleOf(holds)), mlPerDay / 1000)
    : {
        alkalinity: perMl.alkalinity * mlPerDay,
        dic: (perMl.alkalinity * mlPerDay) / 2,
        calcium: perMl.calcium * mlPerDay,
        magnesium: perMl.magnesium * mlPerDay,
      };
  return { id, perDay, litresPerDay: mlPerDay / 1000, windows, doses };
}
