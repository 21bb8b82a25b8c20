import { dicAtRest } from '../carbonate/reef-water';
import type { DailyHours, TankEvent } from '../tank-model/events';
import { calcificationPerDay, metabolismPerDay } from '../tank-model/metabolism';
import { DAY_MS, simulateEach } from '../tank-model/simulate';
import { timesAmounts, type Amounts } from '../tank-model/water';
import { naturalSeawater } from '../seawater/composition';
import { AIR_EXCHANGE_A_DAY } from './air-exchange';

const MINUTE_MS = 60_000;
/** Share of the day's growth that falls into the lit hours: corals calcify some two to three times as fast in the light. Common practice. */
const GROWTH_IN_LIGHT = 2 / 3;
/** What a day of pH hangs on and no test reads by itself: assumed of a tank that was never watched through a day, else fitted (`fit-day.ts`). */
export interface DayAssumed {
  /** Carbon fixed by light, mmol/L a day. */
  readonly carbonADay: number;
  /** Carbon breathed out round the clock, mmol/L a day; as much as light fixes when left out. */
  readonly breathADay?: number | undefined;
  /** How often a day surface and skimmer renew dissolved CO2. */
  readonly exchangePerDay: number;
  /** Share of the day's growth that falls into the lit hours. */
  readonly inLight: number;
  /** CO2 of the air over the water, µatm; what the water is told to be at rest with when left out. */
  readonly airUatm?: number | undefined;
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
/** The day that is shown: by then the night before it is like the night after it. */
const SHOWN_DAY = 3;
const SAMPLES = 96;

export interface DayInput {
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
  /** This tank's own day as its readings tell it, the most likely first, the others as far as it may lie off; assumed when left out. */
  readonly days?: readonly DayAssumed[] | undefined;
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
    readonly pco2Uatm: number;
    readonly salinity: number;
  }[];
  readonly alkalinity: { readonly low: number; readonly high: number };
  readonly ph: { readonly low: number; readonly high: number };
  readonly salinity: { readonly low: number; readonly high: number };
}

/**
 * A day of the water under a schedule, by the tank model: doses by the hour, consumption and photosynthesis by light, open to air.
 * The minutes are the wall's; what is dosed beyond consumption over the days before is taken off evenly, so that a day ends as it began.
 * @returns a quarter of an hour apart: mmol/L, NBS pH, µatm, ppt
 * Source: the tank model (`tank-model/simulate.ts`); two thirds of the growth by light, common practice.
 */
export function dayOf(
  input: DayInput,
  parts: readonly DayPart[],
  assumed: DayAssumed = input.days?.[0] ?? USUAL_DAY,
): DayCourse {
  const { carbonADay, breathADay = carbonADay, exchangePerDay, inLight, airUatm = input.water.pco2Uatm } = assumed;
  const { netVolumeL, lights, consumption, water, evaporationLPerDay } = input;
  const lit: DailyHours | undefined = lights && hoursOf(lights);
  const events: TankEvent[] = [
    { kind: 'air', at: 0, co2Uatm: airUatm, exchangePerDay },
    { kind: 'temperature', at: 0, temperatureC: water.temperatureC },
    rate('breath', metabolismPerDay(breathADay * netVolumeL)),
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
      dic: dicAtRest(water.alkalinity, water.salinity, water.temperatureC, airUatm),
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
      pco2Uatm: state.carbonate?.pco2Uatm ?? Number.NaN,
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

/**
 * How far a day moves pH and alkalinity at the least and at the most, as far as is assumed and not known.
 * Source: common practice for what is assumed; the tank model for the rest.
 */
export function swingsOf(input: DayInput, parts: readonly DayPart[], usual: DayCourse): DaySwings {
  const days = [
    usual,
    ...(input.days?.slice(1) ?? [QUIET_DAY, LIVELY_DAY]).map((assumed) => dayOf(input, parts, assumed)),
  ];
  return {
    ph: rangeOf(days.map(({ ph }) => ph.high - ph.low)),
    alkalinity: rangeOf(days.map(({ alkalinity }) => alkalinity.high - alkalinity.low)),
  };
}

/**
 * The share of the day's growth that goes on round the clock, so that of all growth just so much falls into the lit hours: what is even by
 * night is even by day too. All of it where the light lasts longer than that share of the day.
 * By definition.
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
