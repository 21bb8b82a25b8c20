import { gaussian, seeded } from '@/numerics/seeded';
import type { TankEvent } from '../../tank-model/events';
import { DAY_MS } from '../../tank-model/time';
import { estimateConsumption } from '../estimate';
import { levelAheadSd } from '../level-ahead';

/*
 * Alkalinity of tanks whose consumption goes as seasons, corals and weather have it, day by day: dosed evenly, corrected by hand once a week,
 * read weekly. Nothing of the estimate's walks is in them.
 */

type Noise = (sd: number) => number;
/** Consumption against its mean, by the day. */
type Course = (day: number) => number;

function weather(noise: Noise, perDay: number, inAll: number): Course {
  const keep = Math.sqrt(1 - (perDay / inAll) ** 2);
  let off = noise(inAll);
  const path = Array.from({ length: WEEKS * 7 + 40 }, () => (off = keep * off + noise(perDay)));
  return (day) => Math.exp(path[Math.floor(day)] ?? 0);
}

export const CONSUMES: Readonly<Record<string, (noise: Noise, random: () => number) => Course>> = {
  evenly: () => () => 1,
  'growing corals': () => (day) => 1 + 0.002 * day,
  'as a season goes': (_, random) => {
    const phase = 2 * Math.PI * random();
    return (day) => 1 + 0.15 * Math.sin(day / 58 + phase);
  },
  'as the weather goes, 3 % a day and 8 % in all': (noise) => weather(noise, 0.03, 0.08),
};

const WEEKS = 19;
const VOLUME_L = 400;
const DKH = 0.356_65;
export const LEVEL_AHEAD_DAYS = [7, 14, 28] as const;

/** How often, in 100, the level so many days on lay in its range, and half of that range, dKH. */
export function levelAheadScore(name: string, tanks: number, seed: number) {
  const held = LEVEL_AHEAD_DAYS.map(() => 0);
  const half = LEVEL_AHEAD_DAYS.map(() => 0);
  for (let tank = 0; tank < tanks; tank++) {
    const random = seeded(seed + tank * 19);
    const noise = gaussian(random);
    const mean = (0.3 + 0.9 * random()) * DKH;
    const course = CONSUMES[name]?.(noise, random) ?? (() => 1);
    const dosed = mean * course(60);
    const aim = 8.3 * DKH;
    const last = WEEKS * 7;
    const events: TankEvent[] = [{ kind: 'rate', at: 0, source: 'part', perDay: { alkalinity: dosed * VOLUME_L } }];
    let level = aim;
    const path = Array.from({ length: last + 40 }, (_, day) => {
      const now = level;
      level += dosed - mean * course(day);
      if (day % 7 === 6 && day < last) {
        const added = (aim - level) / 2;
        events.push({ kind: 'addition', at: (day + 1) * DAY_MS, amounts: { alkalinity: added * VOLUME_L } });
        level += added;
      }
      return now;
    });
    const readings = Array.from({ length: WEEKS + 1 }, (_, week) => ({
      species: 'alkalinity' as const,
      at: week * 7 * DAY_MS + DAY_MS / 12,
      value: (path[week * 7] ?? aim) + noise(0.14 * DKH),
      sd: 0.14 * DKH,
    }));
    const now = readings.at(-1)?.at ?? 0;
    const estimate = estimateConsumption({ volumeL: VOLUME_L, events, readings, now })?.of.alkalinity;
    if (!estimate) continue;
    LEVEL_AHEAD_DAYS.forEach((days, i) => {
      const off = (path[last + days] ?? NaN) - (estimate.level + (dosed - estimate.perDay) * days);
      const width = 1.96 * levelAheadSd(estimate, days);
      if (Math.abs(off) < width) held[i] = (held[i] ?? 0) + 1;
      half[i] = (half[i] ?? 0) + width / DKH;
    });
  }
  return { held: held.map((n) => (100 * n) / tanks), half: half.map((sum) => sum / tanks) };
}
