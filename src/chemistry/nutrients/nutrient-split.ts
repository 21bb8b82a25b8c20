import { SDS_95 } from '@/numerics/normal-interval';
import type { Spread } from '@/numerics/most-likely';
import { DAY_MS } from '../tank-model/time';
import type { FittedNutrient, NutrientToFit } from './fit-nutrient';

/** What moves a nutrient, as means over the last weeks, mg/L a day. */
export interface NutrientSplit {
  readonly from: number;
  readonly days: number;
  /** How the level moved; below 0 where it fell. */
  readonly net: Spread;
  /** What is fed would come to so much, were all of it eaten, burnt and left in the water; undefined where no amount was told. */
  readonly fed: Spread | undefined;
  /** Salts that were dosed. */
  readonly dosed: number;
  /** What changes of water took out; below 0 where they brought some. */
  readonly changes: Spread;
  /** The rest, by difference: skimmer, filters, algae, corals, bacteria and rock; undefined where what is fed is. */
  readonly rest: Spread | undefined;
}

/** The means are over four weeks, or since feeding or a lever was changed if that is two weeks ago and more. Chosen. */
const OVER_MS = 28 * DAY_MS;
const LEAST_MS = 14 * DAY_MS;

/**
 * What each of the things that move a nutrient does, by mass: what is fed by what foods hold, changes of water by their volume, the net by the
 * fitted course; what is left over is export.
 * Source: conservation of mass; independent errors by their squares, that of food by its factor.
 */
export function splitNutrient(asked: NutrientToFit, fit: FittedNutrient): NutrientSplit {
  const { now, fed, changes, additions, turns } = asked;
  const turned = Math.max(
    fit.from,
    ...[...fed.map((each) => each.from), ...turns].filter((at) => at <= now - LEAST_MS),
    now - OVER_MS,
  );
  const days = (now - turned) / DAY_MS;
  const within = <Event extends { readonly at: number }>(events: readonly Event[]) =>
    events.filter(({ at }) => at > turned && at <= now);
  const net = fit.spread(({ levelAt }) => (levelAt(now) - levelAt(turned)) / days);
  const taken = fit.spread(
    ({ levelAt }) =>
      // The level of a moment is that behind its change: what it was before is told by its share.
      within(changes).reduce((sum, { at, share, level }) => {
        const before = share < 1 ? (levelAt(at) - share * level) / (1 - share) : levelAt(at - 1);
        return sum + share * (before - level);
      }, 0) / days,
  );
  const dosed = within(additions).reduce((sum, { mgPerL }) => sum + mgPerL, 0) / days;
  const food = fedBetween(fed, turned, now);
  const rest = food && restOf(food, dosed, taken, net);
  return { from: turned, days, net, fed: food, dosed, changes: taken, rest };
}

function restOf(food: Spread, dosed: number, taken: Spread, net: Spread): Spread {
  const value = food.value + dosed - taken.value - net.value;
  const half = (side: 'low' | 'high', other: 'low' | 'high') =>
    Math.hypot(food[side] - food.value, taken[other] - taken.value, net[other] - net.value);
  return { value, low: value - half('low', 'high'), high: value + half('high', 'low') };
}

/** The mean of what was fed, where all of it was told. A food is off by one factor, however often it is fed. */
function fedBetween(fed: NutrientToFit['fed'], from: number, to: number): Spread | undefined {
  let [sum, off] = [0, 0];
  for (const [i, { from: begins, perDay }] of fed.entries()) {
    const days = (Math.min(to, fed[i + 1]?.from ?? to) - (i === 0 ? from : Math.max(from, begins))) / DAY_MS;
    if (days <= 0) continue;
    if (!perDay) return undefined;
    sum += perDay.median * days;
    off = Math.max(off, perDay.sdLog);
  }
  if (sum === 0 && fed.length === 0) return undefined;
  const mean = sum / ((to - from) / DAY_MS);
  const most = Math.exp(SDS_95 * off);
  return { value: mean, low: mean / most, high: mean * most };
}
