import { gaussian, seeded } from '@/numerics/seeded';
import { DAY_MS } from '../../tank-model/time';
import type { Point } from '../../observation';
import { changeOfPace } from '../change-of-pace';
import { compareMethods } from '../compare-methods';
import { localTrend } from '../local-trend';

/** Readings of a level by a kit that rounds to its step and errs a little more or less than is said of it, about once a week. */
export function kitSeries(seed: number, level: (day: number) => number, { weeks = 26, sd = 0.12 } = {}): Point[] {
  const random = seeded(seed);
  const noise = gaussian(random);
  const errs = sd * (0.8 + 0.4 * random());
  return Array.from({ length: weeks }, (_, i) => {
    const day = i * 7 + Math.round(random() * 2 - 1);
    const read = level(day) + noise(errs);
    return { at: (day + 10) * DAY_MS, value: Math.round(read / 0.1) * 0.1, sd: Math.hypot(sd, 0.1 / Math.sqrt(12)) };
  }).toSorted((a, b) => a.at - b.at);
}

/** Of levels pushed about day by day and pulled back, read weekly with a slip now and then: how often the trend's band held the truth. */
export function wanderHeld(tanks: number): { readonly held: number; readonly asked: number } {
  let held = 0;
  let asked = 0;
  for (let seed = 0; seed < tanks; seed++) {
    const random = seeded(seed + 5000);
    const noise = gaussian(random);
    const truth = [8.3];
    let rate = 0;
    for (let day = 1; day < 170; day++) {
      rate = 0.97 * rate + noise(0.0025);
      truth.push((truth.at(-1) ?? 8.3) + rate + 0.01 * (8.3 - (truth.at(-1) ?? 8.3)));
    }
    const readings = kitSeries(seed, (day) => truth[Math.max(0, day + 2)] ?? 8.3, { weeks: 22 }).map((reading) =>
      random() < 0.03 ? { ...reading, value: reading.value + 1.2 } : reading,
    );
    const trend = localTrend(
      readings,
      [60, 100, 140].map((day) => (day + 8) * DAY_MS),
    );
    trend?.points.forEach(({ level, levelSd, at }) => {
      asked += 1;
      const there = truth[Math.round(at / DAY_MS) - 8] ?? NaN;
      if (Math.abs(level - there) < trend.t95 * levelSd) held += 1;
    });
  }
  return { held, asked };
}

/** Of kits that are off by some figure and err more or less than is said, read beside a laboratory on three waters: how often its interval held it. */
export function biasHeld(kits: number): number {
  let held = 0;
  for (let seed = 0; seed < kits; seed++) {
    const random = seeded(seed + 900);
    const noise = gaussian(random);
    const bias = 150 * random() - 75;
    const kit = 25 * (0.7 + 0.6 * random());
    const compared = compareMethods(
      Array.from({ length: 6 }, (_, i) => ({
        at: i,
        value: Math.round((bias + noise(kit)) / 10) * 10 + noise(25 * (0.8 + 0.3 * random())),
        sd: Math.hypot(25, 25),
        water: `tank ${i % 3}`,
      })),
    );
    if (compared && compared.low < bias && bias < compared.high) held += 1;
  }
  return held / kits;
}

/** The day on which a level of `bent` begins to fall by so much a day. */
const BEND_DAY = 80;

/** Of levels that never changed their pace, the share called changed; of levels that did, the share found, and how long after. */
export function paceScore(series: number, perDay: number) {
  const straight = (day: number) => 8.4 - 0.004 * day;
  const bent = (day: number) => 8.4 - Math.max(0, day - BEND_DAY) * perDay;
  let alarms = 0;
  let hits = 0;
  const delays: number[] = [];
  for (let seed = 0; seed < series; seed++) {
    if (changeOfPace(kitSeries(seed, straight))) alarms += 1;
    const readings = kitSeries(seed, bent);
    if (changeOfPace(readings)) hits += 1;
    const told = readings.findIndex(
      (reading, i) => reading.at > (BEND_DAY + 10) * DAY_MS && changeOfPace(readings.slice(0, i + 1)) !== undefined,
    );
    const at = readings[told]?.at;
    if (at !== undefined) delays.push(at / DAY_MS - BEND_DAY - 10);
  }
  const sorted = delays.toSorted((a, b) => a - b);
  return {
    alarms: alarms / series,
    hits: hits / series,
    medianDelayDays: sorted[Math.floor(sorted.length / 2)],
  };
}
