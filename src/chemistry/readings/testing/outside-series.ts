import { gaussian, seeded } from '@/numerics/seeded';
import { DAY_MS } from '../../tank-model/time';
import type { ReadBySome } from '../robust-line';

/*
 * Levels that nothing here was made for: lines, bends, seasons and pulls written down as what they are, with none of the model's walks among
 * the first; read once a week or so, with slips and two instruments. An error of a reading is the unit.
 */

/** A level by the day, from 0 on. */
export type Course = (day: number) => number;
type Noise = (sd: number) => number;

/** Pushed about day by day and pulled back to its mean, as an AR(1) series of so many days' memory and so great a deviation in all. */
export function pulledBack(
  noise: Noise,
  { sd, days, drift = 0 }: { sd: number; days: number; drift?: number },
): Course {
  const keep = Math.exp(-1 / days);
  const push = sd * Math.sqrt(1 - keep ** 2);
  let off = noise(sd);
  const path = Array.from({ length: 500 }, () => (off = keep * off + noise(push)));
  return (day) => (path[Math.max(0, Math.round(day))] ?? 0) + drift * day;
}

/** Strays by so much a day without end, as a drunkard's walk. */
export function strays(noise: Noise, perDay: number): Course {
  let at = 0;
  const path = Array.from({ length: 500 }, () => (at += noise(perDay)));
  return (day) => path[Math.max(0, Math.round(day))] ?? 0;
}

/** Goes at one rate and from a day on at another. */
export function bends(day0: number, before: number, after: number): Course {
  return (day) => (day < day0 ? before * day : before * day0 + after * (day - day0));
}

/** Up and down once a year. */
export function season(height: number, phase: number): Course {
  return (day) => height * Math.sin((2 * Math.PI * day) / 365 + phase);
}

/** How a course is read. */
export interface Reading {
  readonly tests: number;
  readonly everyDays?: number;
  /** Off by so much of the interval, either way. */
  readonly uneven?: number;
  /** A share of tests that are off by four to ten errors. */
  readonly slips?: number;
  /** What the second half is read by lies so many errors off, drawn anew each time. */
  readonly second?: number;
  /** How the kit errs against what is said of it. */
  readonly errs?: number;
}

export function read(
  seed: number,
  course: Course,
  { tests, everyDays = 7, uneven = 0, slips = 0, second = 0, errs = 1 }: Reading,
): ReadBySome[] {
  const random = seeded(seed * 31 + 7);
  const noise = gaussian(random);
  const bias = noise(second);
  return Array.from({ length: tests }, (_, i): ReadBySome => {
    const day = (i + uneven * (random() * 2 - 1)) * everyDays;
    const slip = random() < slips ? (random() < 0.5 ? -1 : 1) * (4 + 6 * random()) : 0;
    const other = second > 0 && i >= tests / 2;
    return {
      at: Math.round(day * DAY_MS),
      value: course(day) + noise(errs) + slip + (other ? bias : 0),
      sd: 1,
      ...(second > 0 && { by: other ? 'b' : 'a' }),
    };
  }).toSorted((a, b) => a.at - b.at);
}

/** Noise for a course of its own, apart from that of its readings. */
export function noiseOf(seed: number): Noise {
  return gaussian(seeded(seed * 17 + 400_003));
}
