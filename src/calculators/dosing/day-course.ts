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
/** Corals calcify by day some two to three times as fast as by night. Common practice. */
const BY_LIGHT = 2 / 3;
/** Carbon fixed in the light and breathed out round the clock, mmol/L a day. Chosen: it gives the swings keepers see. */
const CARBON_A_DAY = 0.3;
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
export function dayOf(input: DayInput, parts: readonly DayPart[]): DayCourse {
  const { netVolumeL, lights, consumption, water, evaporationLPerDay } = input;
  const lit: DailyHours | undefined = lights && hoursOf(lights);
  const events: TankEvent[] = [
    { kind: 'air', at: 0, co2Uatm: water.pco2Uatm, exchangePerDay: AIR_EXCHANGE_A_DAY },
    { kind: 'temperature', at: 0, temperatureC: water.temperatureC },
    rate('breath', metabolismPerDay(CARBON_A_DAY * netVolumeL)),
    rate('light', metabolismPerDay(-CARBON_A_DAY * netVolumeL), lit),
  ];
  const takes = consumption * netVolumeL;
  events.push(
    rate('growth', calcificationPerDay(takes * (lit ? 1 - BY_LIGHT : 1))),
    ...(lit ? [rate('growth in the light', calcificationPerDay(takes * BY_LIGHT), lit)] : []),
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
