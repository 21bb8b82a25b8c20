import { gaussian, seeded } from '@/numerics/seeded';
import { DAY_MS } from '../../tank-model/time';
import type { Nutrient } from '../foods';
import type { NutrientToFit } from '../fit-nutrient';

/*
 * A tank of another book than the fit's: food goes to a pool of particles that skimmer and floss take from and bacteria break down; algae take
 * nutrients up by a saturating law (Monod) of a biomass that grows and is harvested; pores denitrify by the square root of the level; phosphate
 * passes to and from rock (Langmuir). It runs by the hour. Meals stray, foods hold more or less than the table says, kits are off by a factor
 * and read in steps. Figures chosen, about what reef tanks show.
 */

export interface FedTank {
  readonly asked: NutrientToFit;
  /** The truth of the last weeks, mg/L a day, and of the level to come. */
  readonly truth: (from: number) => { readonly net: number; readonly fed: number; readonly changes: number };
  readonly levelIn: (days: number, feedTimes?: number) => number;
}

const DAYS = 140;
const NOW = Date.UTC(2026, 5, 1);
const FIRST = NOW - DAYS * DAY_MS;

interface Sets {
  readonly seed: number;
  readonly nutrient: Nutrient;
  /** The keeper changes feeding and skimming on the way. */
  readonly lively: boolean;
}

export function fedTank({ seed, nutrient, lively }: Sets): FedTank {
  const random = seeded(seed);
  const noise = gaussian(random);
  const between = (low: number, high: number) => low + (high - low) * random();
  const nitrate = nutrient === 'nitrate';
  const scale = nitrate ? 1 : 0.07;
  // What the table says a day of food comes to, and how far this food is from it.
  const told = scale * Math.exp(between(Math.log(0.15), Math.log(1.2)));
  const holds = between(0.75, 1.33);
  const feedingSteps = lively
    ? [
        [0, 1],
        [Math.round(between(45, 75)), between(0.4, 1.8)],
        [Math.round(between(85, 112)), between(0.5, 1.6)],
      ]
    : [[0, 1]];
  const skimmerTurn = lively ? Math.round(between(40, 110)) : undefined;
  const skims = between(0.15, 0.6);
  const skimsAfter = skims * between(0.4, 1.1);
  const breaksDown = between(0.3, 1.2);
  const algaeMost = between(0, 0.5) * told;
  const halfLevel = nitrate ? between(0.5, 4) : between(0.01, 0.06);
  const pores = between(0, 0.12) * Math.sqrt(scale);
  const rock = nitrate ? 0 : between(0, 1.5);
  const every = [7, 7, 14, 10][Math.floor(random() * 4)] ?? 7;
  const share = between(0.05, 0.2);
  const incoming = nitrate ? between(0, 0.3) : between(0, 0.01);
  const kitFactor = 1 + noise(0.06);
  const step = nitrate ? 0.5 : 0.01;
  const meals = Array.from({ length: DAYS + 60 }, () => Math.exp(noise(0.3)));

  const timesOn = (day: number) => feedingSteps.findLast(([from = 0]) => from <= day)?.[1] ?? 1;
  const begin = scale * between(1, 12);
  let pool = told * 0.5;
  let bound = rock * begin;
  let level = begin;
  let grown = 0.7;
  const levels: number[] = [];
  const took: number[] = [];
  const hour = (day: number, k: number, fed: number) => {
    const dt = 1 / 24;
    const out = skimmerTurn !== undefined && day >= skimmerTurn ? skimsAfter : skims;
    const meal = k === 12 ? fed : 0;
    const broken = breaksDown * pool * dt;
    pool += meal - broken - out * breaksDown * pool * dt;
    const uptake = algaeMost * grown * (level / (halfLevel + level));
    const season = 0.012 * (0.7 + 0.3 * Math.sin(day / 25) - grown);
    grown = Math.max(0.1, grown + season * dt * 5);
    const exchange = nitrate ? 0 : 0.12 * (rock * level - bound);
    level = Math.max(0, level + broken - (uptake + pores * Math.sqrt(Math.max(0, level)) + exchange) * dt);
    bound += exchange * dt;
  };
  for (let day = 0; day < DAYS; day++) {
    took[day] = 0;
    for (let k = 0; k < 24; k++) {
      if (k === 10 && day % every === 3) {
        took[day] = share * (level - incoming);
        level -= took[day] ?? 0;
      }
      if (k === 9) levels[day] = level;
      hour(day, k, told * holds * timesOn(day) * (meals[day] ?? 1));
    }
  }
  const end = { pool, bound, level, grown };
  levels[DAYS] = level;
  const readings = levels.slice(0, DAYS).flatMap((value, day) => {
    if (day % 7 !== 3 || random() < 0.1) return [];
    const sd = (nitrate ? 0.4 : 0.008) + 0.08 * value;
    const slip = random() < 0.03 ? 1.8 : 1;
    const read = Math.max(0, value * kitFactor * slip + noise(sd));
    return [
      { at: FIRST + day * DAY_MS + 9 * 3_600_000, value: Math.round(read / step) * step, sd: Math.hypot(sd, step / 3) },
    ];
  });
  const changes = levels
    .slice(0, DAYS)
    .flatMap((_, day) =>
      day % every === 3 ? [{ at: FIRST + day * DAY_MS + 10 * 3_600_000, share, level: nitrate ? 0.1 : 0.005 }] : [],
    );
  const dayOf = (at: number) => (at - FIRST) / DAY_MS;
  return {
    asked: {
      nutrient,
      now: NOW,
      readings,
      fed: feedingSteps.map(([day = 0, times = 1]) => ({
        from: FIRST + day * DAY_MS,
        perDay: { median: told * times, sdLog: 0.17 },
        timesPerDay: times,
      })),
      turns: skimmerTurn === undefined ? [] : [FIRST + skimmerTurn * DAY_MS],
      changes,
      additions: [],
    },
    truth: (from) => {
      const days = Array.from({ length: DAYS }, (_, day) => day).filter((day) => day >= dayOf(from));
      const mean = (figure: (day: number) => number) => days.reduce((sum, day) => sum + figure(day), 0) / days.length;
      return {
        net: ((levels[DAYS] ?? 0) - (levels[days[0] ?? 0] ?? 0)) / days.length,
        fed: mean((day) => told * holds * timesOn(day) * (meals[day] ?? 1)),
        changes: mean((day) => took[day] ?? 0),
      };
    },
    levelIn: (ahead, feedTimes = 1) => {
      ({ pool, bound, level, grown } = end);
      for (let day = DAYS; day < DAYS + ahead; day++)
        for (let k = 0; k < 24; k++) {
          if (k === 10 && day % every === 3) level -= share * (level - incoming);
          hour(day, k, told * holds * timesOn(day) * feedTimes * (meals[day] ?? 1));
        }
      return level;
    },
  };
}
