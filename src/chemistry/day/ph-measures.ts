import { SDS_95 } from '@/numerics/normal-interval';
import { OUTDOOR_CO2_UATM } from '../carbonate/reef-water';
import { MOLAR_MASS } from '../molar-mass';
import { dayOf, type DayAssumed, type DayCourse, type DayInput, type DayPart } from './day-course';
import { spreadOf, type Spread } from '@/numerics/most-likely';
import type { FittedDay } from './fit-day';
import { airThroughTube, exchangeWithSkimmer } from './skimmer-air';

/** Ways to lift pH, in order of sense. */
export const PH_MEASURES = [
  'windows',
  'outside air',
  'scrubber',
  'refugium',
  'limewater',
  'carbonate',
  'surface',
] as const;
export type PhMeasure = (typeof PH_MEASURES)[number];

/** What the measures hang on beside the tank's own day. */
export interface MeasureSettings {
  /** The room's CO2 with its windows open, µatm. */
  readonly openRoomUatm: number;
  readonly skimmer: { readonly airLPerH: number; readonly tubeM: number; readonly boreMm: number };
  /** Share of the skimmer's air that passes the media, 0 to 1; the rest is room air at a tee. */
  readonly scrubbedShare: number;
  /** Algae taken out of the refugium, g a week as weighed wet, and the minutes of the day its lamp would burn. */
  readonly refugium: { readonly harvestG: number; readonly fromMinute: number; readonly forMinutes: number };
  /** The parts of the day with limewater or carbonate in place of what supplies alkalinity now; undefined where none is dosed. */
  readonly caustic?: readonly DayPart[] | undefined;
  /** Whether a part supplies alkalinity as bicarbonate, so that carbonate could in its place. */
  readonly bicarbonate?: boolean | undefined;
}

/** A day after something was done: what it is made of, and its parts. */
interface DayThen {
  readonly day: DayAssumed;
  readonly parts: readonly DayPart[];
}

/** What is not known of a measure itself, as a normal deviate: 0 is the likeliest. */
type Do = (then: DayThen, settings: MeasureSettings, deviate: number, tank: DayInput) => DayThen;

/** The skimmer's share of the gas exchange: from a third to two thirds, 95 in 100. Rough: chosen. */
const skimmerShare = (deviate: number) => Math.min(0.9, Math.max(0.1, 0.5 + 0.09 * deviate));
/** What a skimmer's pump can draw against: rough, some 10 cm of water. Chosen. */
const SUCTION_PA = 1000;
/** Fresh media take all but a twentieth. Rough, from memory. */
const PASSES_MEDIA = 0.05;
/** Carbon in wet macroalgae: a tenth of it is dry, a third of that carbon. Rough, from memory. */
const CARBON_IN_ALGAE = 0.1 * 0.33;
/** No refugium takes more carbon than this a day, mmol/L: what is harvested beyond it was typed for another tank. Chosen. */
const MOST_FIXED_MMOL_PER_L = 1;
/** More movement renews CO2 by some 30 % more, from nothing to 70. Rough: chosen. */
const MORE_SURFACE = 0.3;

const DO: Readonly<Record<PhMeasure, Do>> = {
  windows: (then, { openRoomUatm }, deviate) => {
    const open = OUTDOOR_CO2_UATM + (openRoomUatm - OUTDOOR_CO2_UATM) * Math.exp(0.4 * deviate);
    return { ...then, day: { ...then.day, airUatm: Math.min(airOf(then.day), open) } };
  },
  'outside air': (then, { skimmer: { airLPerH, tubeM, boreMm } }, deviate) =>
    throughSkimmer(then, deviate, OUTDOOR_CO2_UATM, airThroughTube(airLPerH, tubeM, boreMm, SUCTION_PA) / airLPerH),
  scrubber: (then, { scrubbedShare }, deviate) =>
    throughSkimmer(then, deviate, airOf(then.day) * (1 - scrubbedShare * (1 - PASSES_MEDIA)), 1),
  refugium: (then, { refugium: { harvestG, fromMinute, forMinutes } }, deviate, { netVolumeL }) => {
    const mmolADay = ((harvestG * CARBON_IN_ALGAE) / MOLAR_MASS.C / 7) * 1000 * Math.exp(0.3 * deviate);
    // What it fixes of the day's carbon is breathed by nobody while it grows; it is taken out with it.
    const grows: DayPart = {
      id: 'refugium',
      perDay: { dic: -Math.min(mmolADay, MOST_FIXED_MMOL_PER_L * netVolumeL) },
      litresPerDay: 0,
      windows: [{ fromMinute, forMinutes }],
      doses: 0,
    };
    return { ...then, parts: [...then.parts, grows] };
  },
  limewater: (then, { caustic }) => (caustic ? { ...then, parts: caustic } : then),
  carbonate: (then) => ({ ...then, parts: then.parts.map(asCarbonate) }),
  surface: (then, _, deviate) => ({
    ...then,
    day: { ...then.day, exchangePerDay: then.day.exchangePerDay * (1 + Math.max(0, MORE_SURFACE + 0.2 * deviate)) },
  }),
};

/** More carbon than this for each equivalent is bicarbonate: it brings one, carbonate a half. */
const BICARBONATE_FROM = 0.7;

/**
 * Whether a part brings its alkalinity as bicarbonate.
 * Source: NaHCO3 brings one carbon for each equivalent, Na2CO3 half of one.
 */
export function isBicarbonate({ perDay: { alkalinity = 0, dic = 0 } }: DayPart): boolean {
  return alkalinity > 0 && dic > BICARBONATE_FROM * alkalinity;
}

function asCarbonate(part: DayPart): DayPart {
  return isBicarbonate(part) ? { ...part, perDay: { ...part.perDay, dic: (part.perDay.alkalinity ?? 0) / 2 } } : part;
}

function airOf({ airUatm = OUTDOOR_CO2_UATM }: DayAssumed): number {
  return airUatm;
}

function throughSkimmer(then: DayThen, deviate: number, uatm: number, drawn: number): DayThen {
  const { day } = then;
  const skimmer = { share: skimmerShare(deviate), uatm, drawn };
  return { ...then, day: { ...day, ...exchangeWithSkimmer(day.exchangePerDay, airOf(day), skimmer) } };
}

export interface MeasuredDay {
  /** By how much the mean of the day's pH rises, with its 95 % range; and its lowest. */
  readonly rise: Spread;
  readonly lowestRise: Spread;
  readonly course: DayCourse;
}

/**
 * A tank's day with some measures taken together, against the same day without: through the tank model, so that what they do for each other
 * or take from each other is in it.
 * @param tank whose day was fitted; alkalinity is taken as held
 * @param now the day without, for each of the fit's points
 * @returns pH, NBS
 * Source: the tank model; the ranges by the fit's own and each measure's, as independent.
 */
export function dayWithMeasures(
  tank: DayInput,
  parts: readonly DayPart[],
  fitted: Pick<FittedDay, 'points'>,
  now: readonly DayCourse[],
  measures: readonly PhMeasure[],
  settings: MeasureSettings,
): MeasuredDay {
  const after = (day: DayAssumed, deviates: Readonly<Partial<Record<PhMeasure, number>>> = {}) => {
    const then = PH_MEASURES.filter((each) => measures.includes(each)).reduce<DayThen>(
      (present, each) => DO[each](present, settings, deviates[each] ?? 0, tank),
      { day, parts },
    );
    return dayOf(tank, then.parts, then.day);
  };
  const [likely = {} as DayAssumed, ...others] = fitted.points;
  const courses = [likely, ...others].map((day) => after(day));
  const ends = measures.flatMap((each) => [-SDS_95, SDS_95].map((deviate) => after(likely, { [each]: deviate })));
  const riseOf = (figure: (course: DayCourse) => number): Spread => {
    const was = now.map(figure);
    const [today = Number.NaN] = was;
    return spreadOf([
      ...courses.map((course, i) => figure(course) - (was[i] ?? today)),
      ...ends.map((course) => figure(course) - today),
    ]);
  };
  return { rise: riseOf(meanPh), lowestRise: riseOf(({ ph }) => ph.low), course: courses[0] as DayCourse };
}

/**
 * The mean pH of a day, over its samples.
 * By definition.
 */
export function meanPh({ points }: DayCourse): number {
  const day = points.slice(1);
  return day.reduce((sum, { ph }) => sum + ph, 0) / day.length;
}

/**
 * The mean CO2 the water is at rest with over a day, µatm.
 * By definition.
 */
export function meanCo2({ points }: DayCourse): number {
  const day = points.slice(1);
  return day.reduce((sum, { pco2Uatm }) => sum + pco2Uatm, 0) / day.length;
}
