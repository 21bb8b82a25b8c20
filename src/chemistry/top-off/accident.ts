import type { TankEvent, TankState, Vessel } from '../tank-model/events';
import { DAY_MS, simulate } from '../tank-model/simulate';
import { FRESH_WATER } from '../tank-model/water';
import { bisectGreatest } from '@/numerics/bisection';

/** The water a top-off looks after. */
export interface TopOffTank {
  readonly netVolumeL: number;
  readonly salinity: number;
  readonly evaporationLPerDay: number;
  /** Litres it can rise before it runs over; without end when left out. */
  readonly spareL?: number | undefined;
}

export interface CoursePoint {
  readonly hours: number;
  readonly salinity: number;
  readonly volumeL: number;
  readonly spiltL: number;
}

export interface Accident {
  readonly course: readonly CoursePoint[];
  /** Where it ends. */
  readonly end: CoursePoint;
  /** At any hour of it. */
  readonly at: (hours: number) => CoursePoint;
}

const HOUR_MS = DAY_MS / 24;
const POINTS = 48;
/** A tank without top-off is followed until so much of it is left, and no longer than so many days. */
const FOLLOWED_TO = 0.6;
const LONGEST_DAYS = 60;

function follow(tank: TopOffTank, events: readonly TankEvent[], hours: readonly number[]): Accident {
  const vessel: Vessel = tank.spareL === undefined ? {} : { brimL: tank.netVolumeL + tank.spareL };
  const states = (asked: readonly number[]) =>
    simulate(
      { at: 0, volumeL: tank.netVolumeL, water: { ...FRESH_WATER, salinity: tank.salinity } },
      [{ kind: 'evaporation', at: 0, litresPerDay: tank.evaporationLPerDay }, ...events],
      asked.map((hour) => hour * HOUR_MS),
      vessel,
    ).map(pointOf);
  const at = (hour: number) => {
    const [point] = states([hour]);
    if (!point) throw new Error('the model answers every sample');
    return point;
  };
  const course = states(hours);
  return { course, end: course.at(-1) ?? at(0), at };
}

function pointOf({ at, water, volumeL, spiltL }: TankState): CoursePoint {
  return { hours: at / HOUR_MS, salinity: water.salinity, volumeL, spiltL };
}

function evenly(hours: number): number[] {
  return Array.from({ length: POINTS + 1 }, (_, i) => (hours * i) / POINTS);
}

/**
 * So many litres of fresh water come in with nobody there.
 * @param flowLPerH how fast; at once when left out
 * @param litres 0 or more
 * Source: the tank model.
 */
export function freshWaterIn(tank: TopOffTank, litres: number, flowLPerH?: number): Accident {
  if (flowLPerH === undefined || !(flowLPerH > 0) || litres === 0)
    return follow({ ...tank, evaporationLPerDay: 0 }, [{ kind: 'fresh-water', at: 0, volumeL: litres }], [0, AT_ONCE]);
  const lasts = litres / flowLPerH;
  const fills = tank.spareL === undefined ? Infinity : tank.spareL / flowLPerH;
  const hours = fills < lasts ? [...evenly(lasts), fills].toSorted((a, b) => a - b) : evenly(lasts);
  return follow(
    tank,
    [{ kind: 'rate', at: 0, source: 'top-off stuck on', perDay: {}, litresPerDay: flowLPerH * 24 }],
    hours,
  );
}

/** A minute, in which nothing evaporates that would matter. */
const AT_ONCE = 1 / 60;

/**
 * Nothing is topped off any more.
 * Source: the tank model.
 */
export function toppedOffNoMore(tank: TopOffTank): Accident {
  const days = Math.min(LONGEST_DAYS, (tank.netVolumeL * (1 - FOLLOWED_TO)) / Math.max(tank.evaporationLPerDay, 1e-6));
  return follow(tank, [], evenly(days * 24));
}

/**
 * Hours until salinity passes a mark, by the model; undefined where the course ends before it does. It moves one way only.
 * @param salinity ppt
 * Source: straight between the model's hours.
 */
export function hoursUntil(accident: Accident, salinity: number): number | undefined {
  const { course, end } = accident;
  const start = course[0] ?? end;
  if (start.salinity === end.salinity) return undefined;
  const rising = end.salinity > start.salinity;
  return firstHour(accident, (point) => (rising ? point.salinity > salinity : point.salinity < salinity));
}

/**
 * Hours until so many litres have gone from the tank, by the model.
 * Source: straight between the model's hours.
 */
export function hoursUntilLost(accident: Accident, litres: number): number | undefined {
  const whole = accident.course[0]?.volumeL ?? 0;
  return firstHour(accident, ({ volumeL }) => whole - volumeL > litres);
}

function firstHour({ course, end, at }: Accident, passed: (point: CoursePoint) => boolean): number | undefined {
  if (passed(course[0] ?? end)) return 0;
  const after = course.findIndex(passed);
  const [from, to] = [course[after - 1], course[after]];
  if (!from || !to) return undefined;
  return from.hours + bisectGreatest((hours) => !passed(at(from.hours + hours)), to.hours - from.hours);
}

/**
 * The largest reservoir whose whole content leaves salinity at or above a floor, by the tank model.
 * @returns litres; nought where the water already stands below the floor
 * Source: the tank model, by bisection.
 */
export function largestReservoirL(tank: TopOffTank, floor: number, upToL: number): number {
  return bisectGreatest((litres) => freshWaterIn(tank, litres).end.salinity >= floor, upToL);
}
