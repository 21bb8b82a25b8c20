import { DAY_MS } from '../tank-model/simulate';
import type { SpeciesName } from '../tank-model/water';
import { CALCIFICATION, type Channel } from './channel';
import { consumptionModel } from './consumption-model';
import { stateTransitions } from './state-transitions';
import { layoutOf, rateRow, readingRow, type Layout } from './state-layout';
import type { ConsumptionInput } from './estimate-input';
import { spans, type Model, type Setting, type Taken } from './fitted-readings';
import {
  growthOf,
  mismatchOf,
  paceOf,
  proportionOf,
  type Growth,
  type Mismatch,
  type PaceChange,
  type Proportion,
} from './findings';
import { dot } from '@/numerics/sparse-step';
import { kalmanFilter } from '@/numerics/kalman';
import { kalmanSmoother, type Smoothed } from '@/numerics/kalman-smoother';
import { levelResponses } from './level-response';
import { outliersOf } from './outliers';
import type { Trend } from './trend';
import { STEP_SHARE } from './steps-and-slips';
import { USUAL_PROCESS_NOISE, posteriorMoments, tryProcessNoises, type Tried } from './process-noise';

export type { ConsumptionInput, Reading } from './estimate-input';
export type { Mismatch } from './findings';

/** The rate and the level of one species as they were at a moment. */
export interface Past {
  readonly at: number;
  readonly perDay: number;
  readonly perDaySd: number;
  /** As the instrument of the last reading would read it. */
  readonly level: number;
  readonly levelSd: number;
}

/**
 * What the tank consumes of one species, in its unit a day, and the level it leaves: as a trend, but that rate and level are those
 * of the end, the level as the last instrument would read it, and drift that of the last weeks.
 */
export interface ConsumptionEstimate extends Trend {
  /** At each moment of a reading, in order of time. */
  readonly history: readonly Past[];
  /** What the rate rests on: calcium's may come from alkalinity alone, by the proportion of calcification. */
  readonly from: 'readings' | 'ratio' | 'readings and ratio';
}

export interface Consumption {
  readonly of: Readonly<Partial<Record<SpeciesName, ConsumptionEstimate>>>;
  /** Only where both were read. */
  readonly mismatch: Mismatch | undefined;
  /** Of the first channel; undefined where readings do not reach so far back. */
  readonly pace: PaceChange | undefined;
  /** Only where something is consumed. */
  readonly growthPerMonth: Growth | undefined;
  /** Only where it was read. */
  readonly magnesiumPerMeq: Proportion | undefined;
  /** As it stands at the end, for who asks what a further reading would teach. */
  readonly end: EndState;
}

/** The state at the end, under each way of wandering by how well it explains the readings. */
export interface EndState {
  readonly at: number;
  readonly layout: Layout;
  readonly usual: number;
  readonly tried: readonly Tried[];
  /** The error of the last reading of each channel, and its instrument. */
  readonly readBy: readonly ({ readonly sd: number; readonly by: string } | undefined)[];
}

/**
 * No more moments than these are fitted: a daily test's last six months, a weekly test's last three years. What lies further back says
 * nothing of today's rate, and less than a thousandth of today's level.
 */
export const MOST_MOMENTS = 180;
/** What is usual is found from the last so many moments. */
const USUAL_FROM = 60;
/** Over how long drift is told, and pace compared. */
const WEEKS_MS = 28 * DAY_MS;
/** How far a change that the keeper made may move consumption, as a share of it, one standard deviation. Chosen. */
const CHANGE_SHARE = 0.12;
/** A tank that consumes less is reckoned as wandering like this one, mmol/L a day. */
const LEAST_USUAL = 0.03;

/**
 * Consumption of alkalinity, calcium and magnesium together, net of everything known to have gone in or out.
 *
 * A state-space model (`consumption-model.ts`) is filtered and smoothed over the readings; between them the tank model carries the
 * levels (`level-response.ts`). How much the rate wanders, how far the tests err and how tightly calcium follows alkalinity is not
 * known beforehand: a few of each are tried, and weighed by how well they foretold the readings (Bayesian model averaging).
 * Two readings give the textbook slope and its propagated error, a little wider for what may have changed meanwhile.
 *
 * @returns undefined where no species has two readings a day apart
 * Source: Durbin and Koopman 2012; `docs/science.md`, Consumption. Coverage is shown in `coverage.test.ts`.
 */
export function estimateConsumption(input: ConsumptionInput): Consumption | undefined {
  const channels = input.channels ?? CALCIFICATION;
  const all = channelReadings(input, channels);
  if (!channels.some((_, i) => spans(all.filter(({ channel }) => channel === i)))) return undefined;
  const setting = settingOf(input, channels, all);
  const open = setting.readings.findLast(({ channel }) => channel === 0);
  // A last reading that is a slip would make the tank look as if it moved by leaps.
  const before = { ...setting, readings: setting.readings.filter((reading) => reading !== open) };
  const leftOut = new Set(outliersOf(setting, Math.min(usualOf(setting), usualOf(before))));
  const kept = { ...setting, readings: setting.readings.filter((reading) => !leftOut.has(reading)) };
  const usual = usualOf(kept);
  const model: Model = { ...kept, usual };

  const tried = tryProcessNoises(model);
  const best = tried.reduce((a, b) => (b.weight > a.weight ? b : a));
  const slip = tried.reduce((sum, each) => sum + (each.slip ? each.weight : 0), 0);
  const last = kept.readings.findLast(({ channel }) => channel === 0);
  if (last && slip > 0.5) leftOut.add(last);
  const readings = best.slip ? kept.readings.filter((reading) => reading !== last) : kept.readings;
  const whole = consumptionModel(model.transitions, {
    ...model,
    readings,
    processNoise: best.processNoise,
    stepped: steppedIn(model, best),
  });
  const rows = channels.flatMap((_, i) => [rateRow(model.transitions.layout, i), levelRow(model, i)]);
  const smoothed = kalmanSmoother(whole, kalmanFilter(whole), rows);
  const of = Object.fromEntries(
    channels.flatMap((channel, i) => {
      const estimate = estimateOf(i, { model, tried, smoothed, leftOut });
      return estimate ? [[channel.species, estimate]] : [];
    }),
  );
  return {
    of,
    mismatch: mismatchOf(model, tried),
    pace: paceOf(model, tried),
    growthPerMonth: growthOf(model, tried),
    magnesiumPerMeq: proportionOf(model, tried),
    end: {
      at: model.transitions.moments.at(-1) ?? 0,
      layout: model.transitions.layout,
      usual,
      tried,
      readBy: channels.map((_, i) => model.readings.findLast(({ channel }) => channel === i)),
    },
  };
}

/** What was known to be changed, and the step that was found. */
function steppedIn({ stepped }: Model, { stepped: place }: Tried): Model['stepped'] {
  return place === undefined ? stepped : new Map([...(stepped ?? []), [place, STEP_SHARE]]);
}

function channelReadings({ readings, now }: ConsumptionInput, channels: readonly Channel[]): Taken[] {
  const place = new Map(channels.map(({ species }, i) => [species, i]));
  const taken = readings.flatMap((reading): Taken[] => {
    const channel = place.get(reading.species);
    if (channel === undefined || (now !== undefined && reading.at > now)) return [];
    const { at, value, sd, bound, by = '' } = reading;
    return [{ at, channel, value, sd, bound, by, reading }];
  });
  return taken.toSorted((a, b) => a.at - b.at);
}

function momentsOf(readings: readonly Taken[]): number[] {
  return [...new Set(readings.map(({ at }) => at))];
}

/** A monitor reads many times a day: what consumption is told by is its last reading of each half day. */
function oneEachHalfDay(readings: readonly Taken[]): Taken[] {
  const last = new Map<string, Taken>();
  for (const reading of readings)
    last.set(`${reading.channel} ${reading.by} ${Math.floor(reading.at / (DAY_MS / 2))}`, reading);
  return [...last.values()].toSorted((a, b) => a.at - b.at);
}

function settingOf(
  { volumeL, earlierVolumes = [], events, changes = [], now }: ConsumptionInput,
  channels: readonly Channel[],
  all: readonly Taken[],
): Setting {
  const few = momentsOf(all).length > MOST_MOMENTS ? oneEachHalfDay(all) : all;
  const every = momentsOf(few);
  const from = every[Math.max(0, every.length - MOST_MOMENTS)] ?? 0;
  const readings = few.filter(({ at }) => at >= from);
  const moments = every.filter((at) => at >= from);
  const last = moments.at(-1) ?? from;
  if (now !== undefined && now > last) moments.push(now);
  const end = moments.at(-1) ?? last;
  // A moment stands where the volume changes, so that no stretch has two.
  for (const { until } of earlierVolumes)
    if (until > from && until < end && !moments.includes(until)) moments.push(until);
  moments.sort((a, b) => a - b);
  const species = channels.map((channel) => channel.species);
  const earlierAt = (moments.at(-1) ?? last) - WEEKS_MS;
  const responses = levelResponses(
    species,
    (at) => earlierVolumes.find(({ until }) => at < until)?.volumeL ?? volumeL,
    events,
    moments,
  );
  return {
    transitions: stateTransitions(layoutOf(channels, readings), moments, responses, earlierAt),
    readings,
    earlierAt,
    stepped: stretchesOf(changes, moments),
  };
}

/** The stretches within which something was changed, by the place of the moment that ends each. */
function stretchesOf(changes: readonly number[], moments: readonly number[]): ReadonlyMap<number, number> {
  return new Map(
    changes.flatMap((change) => {
      const place = moments.findIndex((at) => at > change);
      return place > 0 ? [[place, CHANGE_SHARE] as const] : [];
    }),
  );
}

/** What the tank usually takes a day: found by a first fit that knows nothing of it. */
function usualOf(setting: Setting): number {
  let usual = 0.1;
  for (let pass = 0; pass < 2; pass++) {
    const { transitions } = setting;
    const from = Math.max(0, transitions.moments.length - USUAL_FROM);
    const model = consumptionModel(transitions, { ...setting, usual, processNoise: USUAL_PROCESS_NOISE, from });
    const { mean } = kalmanFilter(model, undefined, false);
    const { layout } = transitions;
    const scale = layout.channels[0]?.perMeq ?? 1;
    usual = Math.min(2, Math.max(LEAST_USUAL, Math.abs(dot(rateRow(layout, 0), mean)) / scale));
  }
  return usual;
}

interface Fitted {
  readonly model: Model;
  readonly tried: readonly Tried[];
  readonly smoothed: Smoothed;
  readonly leftOut: ReadonlySet<Taken>;
}

/** The level of a channel as its last instrument would read it. */
function levelRow({ transitions, readings }: Model, channel: number): Float64Array {
  return readingRow(transitions.layout, channel, readings.findLast((each) => each.channel === channel)?.by ?? '');
}

function estimateOf(channel: number, { model, tried, smoothed, leftOut }: Fitted): ConsumptionEstimate | undefined {
  const { layout, moments } = model.transitions;
  const used = model.readings.filter((reading) => reading.channel === channel);
  const aside = [...leftOut].filter((reading) => reading.channel === channel);
  const all = [...used, ...aside].toSorted((a, b) => a.at - b.at);
  const own = spans(used);
  // Calcium that was hardly read follows from alkalinity; magnesium's proportion differs too much from tank to tank.
  const follows =
    channel > 0 && layout.own[channel] === undefined && spans(model.readings.filter((r) => r.channel === 0));
  if (!own && !follows) return undefined;
  const rate = rateRow(layout, channel);
  const { mean, sd } = posteriorMoments(tried, rate);
  const level = levelRow(model, channel);
  const history = moments.flatMap((at, i): Past[] => {
    const step = smoothed.steps[i];
    if (!step) return [];
    return [
      {
        at,
        perDay: dot(rate, step.mean),
        perDaySd: Math.sqrt(step.variances[2 * channel] ?? 0),
        level: dot(level, step.mean),
        levelSd: Math.sqrt(step.variances[2 * channel + 1] ?? 0),
      },
    ];
  });
  const lastAt = all.at(-1)?.at ?? moments.at(-1) ?? 0;
  const end = history.findLast(({ at }) => at <= lastAt);
  const first = all.find(({ at }) => at >= lastAt - WEEKS_MS)?.at ?? lastAt;
  const start = history.find(({ at }) => at >= first);
  const days = end && start ? (end.at - start.at) / DAY_MS : 0;
  const driftPerDay = end && start && days > 0 ? (end.level - start.level) / days : 0;
  const joined = layout.channels.length > 1 && channel === 1 && spans(model.readings.filter((r) => r.channel === 0));
  return {
    perDay: mean,
    perDaySd: sd,
    level: end?.level ?? 0,
    levelSd: end?.levelSd ?? 0,
    lastAt,
    used: used.map(({ reading }) => reading),
    outliers: aside.map(({ reading }) => reading),
    driftPerDay,
    driftPerDaySd: end && start && days > 0 ? Math.hypot(end.levelSd, start.levelSd) / days : 0,
    givenPerDay: driftPerDay + mean,
    history,
    from: !own ? 'ratio' : joined ? 'readings and ratio' : 'readings',
  };
}
