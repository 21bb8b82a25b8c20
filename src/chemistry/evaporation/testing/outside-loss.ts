import { gaussian, seeded } from '@/numerics/seeded';
import { DAY_MS } from '../../tank-model/time';

/*
 * A tank that loses water as rooms have it, day by day: a year's swing of the season, weather that stays for days, days of their own, and a
 * keeper who fills a reservoir to its mark when it looks low. Written without a rate that walks and without the filter's noises.
 */

export interface LossTank {
  /** The weather moves by such a share from one day to the next, and lies within such a share in all. */
  readonly perDay: number;
  readonly inAll: number;
  /** One day's own share. */
  readonly swings?: number;
  /** Half of what the season moves it by, as a share. */
  readonly season?: number;
  readonly days?: number;
}

export interface LostWater {
  readonly refills: readonly { readonly at: number; readonly litres: number }[];
  readonly reservoirL: number;
  readonly now: number;
  /** What a formula would ask for: about what it is, and no more. */
  readonly formulaLPerDay: number;
  /** The mean over so many days from now on, litres a day. */
  readonly next: (days: number) => number;
  /** Days from now until so many litres are gone. */
  readonly lasts: (litres: number) => number;
  /** What stands in the reservoir now. */
  readonly leftL: number;
}

const AFTER = 60;

export function lossTank(seed: number, { perDay, inAll, swings = 0.06, season = 0.2, days = 90 }: LossTank): LostWater {
  const random = seeded(seed * 29 + 11);
  const noise = gaussian(random);
  const base = 1 + 5 * random();
  const phase = 2 * Math.PI * random();
  const keep = inAll > 0 ? Math.sqrt(Math.max(0, 1 - (perDay / inAll) ** 2)) : 0;
  let weather = noise(inAll);
  const lost = Array.from({ length: days + AFTER }, (_, day) => {
    weather = keep * weather + noise(perDay);
    return (
      base *
      (1 + season * Math.sin((2 * Math.PI * day) / 365 + phase)) *
      Math.exp(weather) *
      Math.max(0.2, 1 + noise(swings))
    );
  });
  const reservoirL = base * (7 + 10 * random());
  const markSd = 0.012 * reservoirL;
  const refills: { at: number; litres: number }[] = [];
  let left = reservoirL;
  let read = 0;
  for (let day = 0; day < days; day++) {
    left -= lost[day] ?? 0;
    const low = left < reservoirL * (0.25 + 0.3 * random()) || day === 0;
    if (!low) continue;
    const off = noise(markSd);
    refills.push({ at: (day + 1) * DAY_MS, litres: Math.max(0, reservoirL - left + off - read) });
    read = off;
    // The mark is misread by a hair: what stands there is what the mark says, or it would be noise the keeper could see.
    left = reservoirL;
  }
  const ahead = lost.slice(days);
  return {
    refills,
    reservoirL,
    now: days * DAY_MS,
    formulaLPerDay: base * Math.exp(noise(0.25)),
    leftL: left,
    next: (count) => ahead.slice(0, count).reduce((sum, each) => sum + each, 0) / count,
    lasts: (litres) => {
      let gone = 0;
      const day = ahead.findIndex((each) => (gone += each) >= litres);
      return day < 0 ? Infinity : day + 1 - (gone - litres) / (ahead[day] ?? 1);
    },
  };
}
