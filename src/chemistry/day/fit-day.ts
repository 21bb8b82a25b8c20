import { carbonateOfWater, OUTDOOR_CO2_UATM } from '../carbonate/reef-water';
import { axesOf, extremes, mostLikely, pointsAbout } from '@/numerics/most-likely';
import { halfWidth95 } from '@/numerics/normal-interval';
import { AIR_EXCHANGE_A_DAY } from './air-exchange';
import { dayOf, USUAL_DAY, type DayAssumed, type DayCourse, type DayInput, type DayPart } from './day-course';
import { byHour, type PhAtHour, type PhOfTheHour } from './ph-by-hour';

/** A tank whose day is asked for, and what was read of it. */
export interface DayToFit extends Omit<DayInput, 'days'> {
  readonly parts: readonly DayPart[];
  readonly readings: readonly PhAtHour[];
  /** By how much all readings of the probe may be off together: one standard deviation. */
  readonly probeSd: number;
  /** CO2 of the room where it was read, µatm, and one standard deviation of it as a mean over the days that are fitted. */
  readonly room?: { readonly uatm: number; readonly sd: number } | undefined;
}

/** What is not read by itself, in the order the fit holds it. */
export const DAY_UNKNOWNS = ['exchangePerDay', 'roomUatm', 'lightADay', 'netBreathADay'] as const;
export type DayUnknown = (typeof DAY_UNKNOWNS)[number];

/** One of them as the readings leave it. */
export interface FittedFigure {
  readonly value: number;
  /** The 95 % range. */
  readonly low: number;
  readonly high: number;
  /** Whether the readings narrowed what is usual by a third or more; else the range is little but that. */
  readonly told: boolean;
}

export interface FittedDay {
  readonly of: Readonly<Record<DayUnknown, FittedFigure>>;
  /** The day as it most likely goes, and the 95 % range of its pH, by the sample of `course`. */
  readonly course: DayCourse;
  readonly phLow: readonly number[];
  readonly phHigh: readonly number[];
  /** What readings of an hour come to, held against the course. */
  readonly hours: readonly PhOfTheHour[];
  /** The most likely day, and the two it may be instead by which pH swings least and most: for `DayInput.days`. */
  readonly days: readonly [DayAssumed, DayAssumed, DayAssumed];
  /** The most likely day, then for each independent direction the two at the ends of its 95 % range: what `spreadOf` takes figures of. */
  readonly points: readonly DayAssumed[];
  /** Room and breath hang together so closely that only a reading of the room's CO2 would part them. */
  readonly roomAndBreathTied: boolean;
}

/**
 * What tanks are like before anything is read of one. Chosen, about what common practice tells: swings of 0.2 to 0.4, rooms of 450 to 2000 ppm,
 * and a little more breathed out than light fixes, for animals are fed.
 */
const PRIOR = {
  exchange: { median: 0.75 * AIR_EXCHANGE_A_DAY, spread: 0.45 },
  aboveOutdoor: { median: 330, spread: 0.9 },
  light: { median: USUAL_DAY.carbonADay, spread: 0.5 },
  net: { mean: 0.1, sd: 0.12 },
} as const;
/** The model's day has square lamps and a still room; a true day strays from it by so much in pH. Chosen, by coverage on tanks of another book. */
const MODEL_SD = 0.02;
/** One day's weather and people move all its pH together, one standard deviation. Chosen. */
const ONE_DAY_SD = 0.03;
/** So many hours of a day show the model's straying apart from each other. Chosen, likewise. */
const APART = 6;
/** No room holds less, whatever its meter says. */
const FRESHEST_UATM = 400;
/** More breath than this is left in the dark too, mmol/L a day. */
const LEAST_BREATH = 0.05;
const TOLD = 2 / 3;
const TIED = -0.8;

/**
 * A tank's day of pH, fitted through the tank model to what was read at any hours: gas exchange, the room's CO2, carbon fixed by light and
 * what is breathed out beyond that, each within what is usual of tanks as far as no reading tells it. A probe that is off by the same always
 * is one of the unknowns.
 * @param asked at least one reading; alkalinity in mmol/L, pH on the NBS scale, minutes of the keeper's own clock
 * @throws Refusal where the water lies outside the carbonate equations
 * Source: most likely values under a prior by Levenberg 1944 and Marquardt 1963; ranges by Laplace's approximation (MacKay 2003, chapter 27).
 */
export function fitDay(asked: DayToFit): FittedDay {
  const hours = byHour(asked.readings, asked.water);
  const assumedAt = unknownsOf(asked);
  const courseAt = (z: readonly number[]) => dayOf(asked, asked.parts, assumedAt(z));
  const days = new Set(asked.readings.map(({ day }) => day)).size;
  // What one day's air did to all its readings is no error of any hour.
  const offsetSd = Math.hypot(asked.probeSd, ONE_DAY_SD / Math.sqrt(Math.max(1, days)));
  // The model strays alike over some hours: readings closer than that are no further proof.
  const modelSd = MODEL_SD * Math.sqrt(Math.max(1, hours.length / APART));
  const residualsAt = (z: readonly number[]) => {
    const course = courseAt(z);
    const offset = (z[4] ?? 0) * offsetSd;
    return hours.map(({ minute, ph, sd }) => (ph - phAt(course, minute) - offset) / Math.hypot(sd, modelSd));
  };
  const { z, covariance } = mostLikely(residualsAt, 5);
  const directions = axesOf(covariance);
  const points = pointsAbout(z, covariance).map(assumedAt);
  const course = courseAt(z);
  const { low: phLow, high: phHigh } = courseRange(course, directions, (at) =>
    courseAt(z.map((each, i) => each + (at[i] ?? 0))),
  );
  const sdOf = (i: number) => Math.sqrt(covariance.get(i, i));
  const of = Object.fromEntries(
    DAY_UNKNOWNS.map((name, i): [DayUnknown, FittedFigure] => {
      const at = (way: number) => figureOf(name, assumedAt(z.map((each, j) => (j === i ? each + way : each))));
      const half = halfWidth95(sdOf(i));
      return [name, { value: at(0), low: at(-half), high: at(half), told: sdOf(i) < TOLD }];
    }),
  ) as Record<DayUnknown, FittedFigure>;
  return {
    of,
    course,
    phLow,
    phHigh,
    hours,
    days: daysOf(assumedAt(z), extremes(z, covariance, (at) => swingOf(courseAt(at))).map(assumedAt)),
    points,
    roomAndBreathTied: covariance.get(1, 3) / (sdOf(1) * sdOf(3)) < TIED,
  };
}

/** How growth parts between light and dark no pH tells: the quieter day has it more even. Common practice: half to two thirds by light. */
function daysOf(likely: DayAssumed, [quiet = likely, lively = likely]: readonly DayAssumed[]): FittedDay['days'] {
  return [likely, { ...quiet, inLight: LEAST_IN_LIGHT }, lively];
}
const LEAST_IN_LIGHT = 1 / 2;

/** What a day is made of, from the fit's own figures: each of them of mean 0 and standard deviation 1 beforehand. */
function unknownsOf({ room }: DayToFit): (z: readonly number[]) => DayAssumed {
  const { median, spread } = PRIOR.aboveOutdoor;
  const airOf = (air: number) =>
    room === undefined
      ? OUTDOOR_CO2_UATM + median * Math.exp(spread * air)
      : Math.max(FRESHEST_UATM, room.uatm + room.sd * air);
  return ([exchange = 0, air = 0, light = 0, net = 0]) => {
    const carbonADay = PRIOR.light.median * Math.exp(PRIOR.light.spread * light);
    return {
      exchangePerDay: PRIOR.exchange.median * Math.exp(PRIOR.exchange.spread * exchange),
      airUatm: airOf(air),
      carbonADay,
      breathADay: Math.max(LEAST_BREATH, carbonADay + PRIOR.net.mean + PRIOR.net.sd * net),
      inLight: USUAL_DAY.inLight,
    };
  };
}

function figureOf(
  name: DayUnknown,
  { exchangePerDay, airUatm = 0, carbonADay, breathADay = carbonADay }: DayAssumed,
): number {
  switch (name) {
    case 'exchangePerDay':
      return exchangePerDay;
    case 'roomUatm':
      return airUatm;
    case 'lightADay':
      return carbonADay;
    case 'netBreathADay':
      return breathADay - carbonADay;
  }
}

/**
 * pH of a course at a minute of the day, between its samples by the straight line.
 * By definition.
 */
export function phAt({ points }: DayCourse, minute: number): number {
  const place = ((((minute % 1440) + 1440) % 1440) / 1440) * (points.length - 1);
  const before = points[Math.floor(place)];
  const after = points[Math.min(points.length - 1, Math.floor(place) + 1)];
  if (!before || !after) return Number.NaN;
  return before.ph + (after.ph - before.ph) * (place - Math.floor(place));
}

function swingOf({ ph }: DayCourse): number {
  return ph.high - ph.low;
}

/** The 95 % range of pH at each sample: of the curve, of how far any day strays from the model's, and one day from another. */
function courseRange(
  course: DayCourse,
  axes: readonly (readonly number[])[],
  courseOff: (by: readonly number[]) => DayCourse,
): { readonly low: number[]; readonly high: number[] } {
  const off = axes.map((axis) => courseOff(axis));
  const half = course.points.map(({ ph }, i) =>
    halfWidth95(Math.hypot(MODEL_SD, ONE_DAY_SD, ...off.map(({ points }) => (points[i]?.ph ?? ph) - ph))),
  );
  return {
    low: course.points.map(({ ph }, i) => ph - (half[i] ?? 0)),
    high: course.points.map(({ ph }, i) => ph + (half[i] ?? 0)),
  };
}

/**
 * pH of a water that has come to rest with air of so much CO2.
 * @param uatm CO2 of the air, µatm; alkalinity in mmol/L, salinity in ppt
 * Source: `carbonateOfWater`.
 */
export function phAtRest(
  { alkalinity, salinity, temperatureC }: Pick<DayInput['water'], 'alkalinity' | 'salinity' | 'temperatureC'>,
  uatm: number,
): number {
  return carbonateOfWater({ alkalinityMmolPerL: alkalinity, pco2Uatm: uatm }, salinity, temperatureC).phNbs;
}
