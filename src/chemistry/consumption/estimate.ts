import type { Observation } from '../observation';
import type { TankEvent } from '../tank-model/events';
import { DAY_MS } from '../tank-model/simulate';
import type { SpeciesName } from '../tank-model/water';
import { SHORTEST_SPAN_DAYS, type Trend } from './trend';
import {
  CALCIFICATION,
  consumptionModel,
  courseOf,
  layoutOf,
  rateRow,
  readingRow,
  type Channel,
  type ChannelReading,
  type Course,
  type Layout,
  type Wander,
} from './consumption-model';
import { dot, kalmanFilter, kalmanSmoother, type Filtered, type Smoothed } from './kalman';
import { levelResponses } from './level-response';

/** A reading of one of the species that are followed. */
export interface Reading extends Observation {
  readonly species: SpeciesName;
  /** Which instrument read it, where several did: each has a bias of its own. */
  readonly by?: string | undefined;
}

export interface ConsumptionInput {
  /** Alkalinity, calcium and magnesium together when left out. */
  readonly channels?: readonly Channel[];
  readonly volumeL: number;
  /** What it was before, in order of time; each held until its moment, and the water was the same on either side of it. */
  readonly earlierVolumes?: readonly { readonly until: number; readonly volumeL: number }[] | undefined;
  /** In any order. */
  readonly readings: readonly Reading[];
  /** Everything known to have gone in or out, in order of time: doses, changes, a reactor. Never the consumption itself. */
  readonly events: readonly TankEvent[];
  /** The rate is asked as of then, epoch ms: the longer since the last reading, the less is known. The last reading when left out. */
  readonly now?: number;
}

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

/** How far alkalinity and calcium stand apart from the proportion of calcification. */
export interface Mismatch {
  /** Consumption of alkalinity that calcium does not explain, mmol/L a day; below 0 where calcium goes without it. */
  readonly perDay: number;
  readonly perDaySd: number;
  /** That they stand apart, 0 to 1, as likely as the readings make it. */
  readonly likely: number;
  /** Likely beyond doubt, and large enough to matter: a finding. */
  readonly found: boolean;
}

/** Whether consumption is what it was four weeks ago. */
export interface PaceChange {
  readonly since: number;
  readonly perDayThen: number;
  /** Now less then, with its own error. */
  readonly difference: number;
  readonly differenceSd: number;
  readonly changed: boolean;
}

export interface Consumption {
  readonly of: Readonly<Partial<Record<SpeciesName, ConsumptionEstimate>>>;
  /** Only where both were read. */
  readonly mismatch: Mismatch | undefined;
  /** Of the first channel; undefined where readings do not reach so far back. */
  readonly pace: PaceChange | undefined;
  /** How consumption grows in a month, as a share of what it is, with its standard deviation; only where something is consumed. */
  readonly growthPerMonth: { readonly share: number; readonly sd: number } | undefined;
  /** Magnesium taken with each milliequivalent of alkalinity, mg, with its standard deviation; only where it was read. */
  readonly magnesiumPerMeq: { readonly mg: number; readonly sd: number } | undefined;
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

/** A reading this many standard deviations from what all others say of it is left out. */
const LEFT_OUT_AT = 4;
/** Of fewer readings none is left out: it could not be told which is wrong. */
const LEAST_TO_JUDGE = 4;
/** No more moments than these are fitted: a daily test's last ten months, a weekly test's last five years. */
const MOST_MOMENTS = 300;
/** How a tank wanders is learnt from its last so many moments. */
const LEARNT_FROM = 80;
/** What is usual is found from the last so many moments. */
const USUAL_FROM = 60;
/** Over how long drift is told, and pace compared. */
const WEEKS_MS = 28 * DAY_MS;
/** A tank that consumes less is reckoned as wandering like this one, mmol/L a day. */
const LEAST_USUAL = 0.03;
/** Alkalinity apart from calcium by less than this share of consumption is no finding. */
const MISMATCH_SHARE = 0.12;

/** How tanks wander, with how usual each is beforehand. Chosen, and judged by coverage on simulated tanks. */
const WALKS: readonly (readonly [number, number])[] = [
  [0.005, 0.3],
  [0.015, 0.35],
  [0.04, 0.25],
  [0.1, 0.1],
];
const NOISES: readonly (readonly [number, number])[] = [
  [0.8, 0.3],
  [1.2, 0.5],
  [1.8, 0.2],
];
const NOISES_WHEN_LOOSE: typeof NOISES = [
  [0.8, 0.4],
  [1.2, 0.6],
];
const LOOSENESSES: readonly (readonly [number, number])[] = [
  [1, 0.85],
  [10, 0.15],
];
const AS_MOST: Wander = { walk: 0.02, noise: 1.1, looseness: 2 };

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
  const leftOut = outliersOf(setting, usualOf(setting));
  const kept = { ...setting, readings: setting.readings.filter((reading) => !leftOut.has(reading)) };
  const usual = usualOf(kept);
  const model: Model = { ...kept, usual };

  const tried = tryWanders(model);
  const best = tried.reduce((a, b) => (b.weight > a.weight ? b : a));
  const whole = consumptionModel(model.course, { ...model, wander: best.wander });
  const rows = channels.flatMap((_, i) => [rateRow(model.course.layout, i), levelRow(model, i)]);
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
      at: model.course.moments.at(-1) ?? 0,
      layout: model.course.layout,
      usual,
      tried,
      readBy: channels.map((_, i) => model.readings.findLast(({ channel }) => channel === i)),
    },
  };
}

/** A channel's reading, with the reading it was made of. */
interface Taken extends ChannelReading {
  readonly reading: Reading;
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

function spans(readings: readonly ChannelReading[]): boolean {
  const first = readings[0];
  const last = readings.at(-1);
  return first !== undefined && last !== undefined && last.at - first.at >= SHORTEST_SPAN_DAYS * DAY_MS;
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

interface Setting {
  readonly course: Course;
  readonly readings: readonly Taken[];
  readonly earlierAt: number;
}

/** A setting with its outliers left out, and its scale. */
interface Model extends Setting {
  readonly usual: number;
}

function settingOf(
  { volumeL, earlierVolumes = [], events, now }: ConsumptionInput,
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
  return { course: courseOf(layoutOf(channels, readings), moments, responses, earlierAt), readings, earlierAt };
}

/** What the tank usually takes a day: found by a first fit that knows nothing of it. */
function usualOf(setting: Setting): number {
  let usual = 0.1;
  for (let pass = 0; pass < 2; pass++) {
    const { course, readings } = setting;
    const from = Math.max(0, course.moments.length - USUAL_FROM);
    const model = consumptionModel(course, { readings, usual, wander: AS_MOST, from });
    const { mean } = kalmanFilter(model, undefined, false);
    const { layout } = course;
    const scale = layout.channels[0]?.perMeq ?? 1;
    usual = Math.min(2, Math.max(LEAST_USUAL, Math.abs(dot(rateRow(layout, 0), mean)) / scale));
  }
  return usual;
}

/** Readings that all the others contradict. */
function outliersOf(setting: Setting, usual: number): ReadonlySet<Taken> {
  const out = new Set<Taken>();
  const { course } = setting;
  const channels = course.layout.channels.map((_, i) => setting.readings.filter(({ channel }) => channel === i));
  for (let round = 0; round < 8; round++) {
    const readings = setting.readings.filter((reading) => !out.has(reading));
    const space = consumptionModel(course, { readings, usual, wander: AS_MOST });
    const { deletionResiduals } = kalmanSmoother(space, kalmanFilter(space));
    const residual = residualsOf(course.moments, readings, deletionResiduals);
    const worst = channels.flatMap((all) => {
      const judged = all.filter((reading) => !out.has(reading));
      if (judged.length <= LEAST_TO_JUDGE - 1 || all.length - judged.length > all.length / 6) return [];
      // A slip makes its neighbours look wrong too: of neighbours only the worst is left out at a time.
      return judged.filter((reading, i) => {
        const own = residual(reading);
        return (
          own > LEFT_OUT_AT &&
          [i - 2, i - 1, i + 1, i + 2].every((j) => {
            const other = judged[j];
            return !other || residual(other) <= own;
          })
        );
      });
    });
    if (worst.length === 0) break;
    for (const reading of worst) out.add(reading);
  }
  return out;
}

function residualsOf(
  moments: readonly number[],
  readings: readonly ChannelReading[],
  residuals: Smoothed['deletionResiduals'],
): (reading: ChannelReading) => number {
  const index = new Map(moments.map((at, i) => [at, i]));
  const taken = new Map<number, number>();
  const found = new Map<ChannelReading, number>();
  for (const reading of readings) {
    const place = taken.get(reading.at) ?? 0;
    taken.set(reading.at, place + 1);
    // A bound lies where it lies: it is no slip.
    const own = reading.bound ? 0 : residuals[index.get(reading.at) ?? -1]?.[place];
    found.set(reading, Math.abs(own ?? 0));
  }
  return (reading) => found.get(reading) ?? 0;
}

/** One way of wandering, and the state it leads to. */
export interface Tried {
  readonly wander: Wander;
  readonly weight: number;
  readonly filtered: Pick<Filtered, 'mean' | 'covariance'>;
}

/** The end of the record under each way of wandering, weighed by how well it foretold the readings. */
function tryWanders({ course, readings, usual }: Model): Tried[] {
  const from = learntFrom(course);
  const loose = course.layout.own[0] === undefined ? LOOSENESSES.slice(0, 1) : LOOSENESSES;
  const tried = WALKS.flatMap(([walk, walkIs]) =>
    loose.flatMap(([looseness, loosenessIs]) =>
      // A tank that keeps no proportion is seldom: less is tried of it.
      (looseness === 1 ? NOISES : NOISES_WHEN_LOOSE).map(([noise, noiseIs]) => {
        const wander = { walk, noise, looseness };
        const model = consumptionModel(course, { readings, usual, wander, from });
        const { logLikelihood, mean, covariance } = kalmanFilter(model, undefined, false);
        return {
          wander,
          log: logLikelihood + Math.log(walkIs * noiseIs * loosenessIs),
          filtered: { mean, covariance },
        };
      }),
    ),
  );
  const most = Math.max(...tried.map(({ log }) => log));
  const sum = tried.reduce((total, { log }) => total + Math.exp(log - most), 0);
  return tried.map(({ wander, log, filtered }) => ({ wander, filtered, weight: Math.exp(log - most) / sum }));
}

function learntFrom({ moments }: Course): number {
  return Math.max(0, moments.length - LEARNT_FROM);
}

/** Mean and standard deviation of what a row tells of the state, over all that was tried. */
export function told(tried: readonly Tried[], row: Float64Array): { readonly mean: number; readonly sd: number } {
  let mean = 0;
  let square = 0;
  for (const { weight, filtered } of tried) {
    const own = dot(row, filtered.mean);
    mean += weight * own;
    square += weight * (varianceOf(row, filtered.covariance) + own ** 2);
  }
  return { mean, sd: Math.sqrt(Math.max(0, square - mean ** 2)) };
}

/** The variance of what a row tells of a state. */
export function varianceOf(row: Float64Array, covariance: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < row.length; i++) {
    const own = row[i] ?? 0;
    if (own === 0) continue;
    for (let j = 0; j < row.length; j++) sum += own * (row[j] ?? 0) * (covariance[i * row.length + j] ?? 0);
  }
  return Math.max(0, sum);
}

interface Fitted {
  readonly model: Model;
  readonly tried: readonly Tried[];
  readonly smoothed: Smoothed;
  readonly leftOut: ReadonlySet<Taken>;
}

/** The level of a channel as its last instrument would read it. */
function levelRow({ course, readings }: Model, channel: number): Float64Array {
  return readingRow(course.layout, channel, readings.findLast((each) => each.channel === channel)?.by ?? '');
}

function estimateOf(channel: number, { model, tried, smoothed, leftOut }: Fitted): ConsumptionEstimate | undefined {
  const { layout, moments } = model.course;
  const used = model.readings.filter((reading) => reading.channel === channel);
  const aside = [...leftOut].filter((reading) => reading.channel === channel);
  const all = [...used, ...aside].toSorted((a, b) => a.at - b.at);
  const own = spans(used);
  // Calcium that was hardly read follows from alkalinity; magnesium's proportion differs too much from tank to tank.
  const follows =
    channel > 0 && layout.own[channel] === undefined && spans(model.readings.filter((r) => r.channel === 0));
  if (!own && !follows) return undefined;
  const rate = rateRow(layout, channel);
  const { mean, sd } = told(tried, rate);
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
    setAside: aside.map(({ reading }) => reading),
    driftPerDay,
    driftPerDaySd: end && start && days > 0 ? Math.hypot(end.levelSd, start.levelSd) / days : 0,
    givenPerDay: driftPerDay + mean,
    history,
    from: !own ? 'ratio' : joined ? 'readings and ratio' : 'readings',
  };
}

function mismatchOf(model: Model, tried: readonly Tried[]): Mismatch | undefined {
  const { layout } = model.course;
  const index = layout.own[0];
  const bothRead = [0, 1].every((i) => spans(model.readings.filter(({ channel }) => channel === i)));
  if (index === undefined || !bothRead) return undefined;
  const row = new Float64Array(layout.size);
  row[index] = 1;
  const apart = tried.filter(({ wander }) => wander.looseness > 1);
  const likely = apart.reduce((sum, { weight }) => sum + weight, 0);
  // Told without the belief that they go together.
  const { mean, sd } = told(
    apart.map((each) => ({ ...each, weight: each.weight / Math.max(likely, 1e-300) })),
    row,
  );
  const large = Math.abs(mean) > Math.max(MISMATCH_SHARE * model.usual, 1.96 * sd);
  return { perDay: mean, perDaySd: sd, likely, found: likely > 0.8 && large };
}

function paceOf(model: Model, tried: readonly Tried[]): PaceChange | undefined {
  const { earlierAt, course } = model;
  const { layout } = course;
  const own = model.readings.filter(({ channel }) => channel === 0);
  if (earlierAt <= (course.moments[learntFrom(course)] ?? Infinity) || own.length < LEAST_TO_JUDGE) return undefined;
  if (!spans(own.filter(({ at }) => at <= earlierAt))) return undefined;
  const now = rateRow(layout, 0);
  const then = new Float64Array(layout.size);
  then[layout.earlier] = 1;
  const since = now.map((value, i) => value - (then[i] ?? 0));
  const { mean, sd } = told(tried, since);
  return {
    since: earlierAt,
    perDayThen: told(tried, then).mean,
    difference: mean,
    differenceSd: sd,
    changed: Math.abs(mean) > 1.96 * sd,
  };
}

function growthOf(model: Model, tried: readonly Tried[]): Consumption['growthPerMonth'] {
  const { layout } = model.course;
  const growth = new Float64Array(layout.size);
  growth[layout.growth] = 1;
  const calcification = new Float64Array(layout.size);
  calcification[layout.calcification] = 1;
  const rate = told(tried, calcification);
  if (!(rate.mean > 1.96 * rate.sd)) return undefined;
  const { mean, sd } = told(tried, growth);
  return { share: (30 * mean) / rate.mean, sd: (30 * sd) / rate.mean };
}

function proportionOf(model: Model, tried: readonly Tried[]): Consumption['magnesiumPerMeq'] {
  const { layout } = model.course;
  const magnesium = layout.own[2];
  const perMeq = layout.channels[2]?.perMeq;
  if (magnesium === undefined || perMeq === undefined) return undefined;
  if (!spans(model.readings.filter(({ channel }) => channel === 2))) return undefined;
  const calcification = new Float64Array(layout.size);
  calcification[layout.calcification] = 1;
  const own = new Float64Array(layout.size);
  own[magnesium] = 1;
  const common = told(tried, calcification);
  const besides = told(tried, own);
  if (!(common.mean > 1.96 * common.sd)) return undefined;
  return { mg: perMeq + besides.mean / common.mean, sd: besides.sd / common.mean };
}
