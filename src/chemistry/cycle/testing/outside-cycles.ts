import { gaussian, seeded } from '@/numerics/seeded';

/*
 * Three tanks that cycle by other books than the product's own: populations with a lag, their own decay and an acid that slows them; a
 * capacity that simply grows along a logistic curve, as engineers draw a filter's start; and films that grow at their surface, the second
 * held up by the food of the first. Each is stepped by the hour; nothing of the tank model is used.
 */

export type OutsideForm = 'populations' | 'logistic' | 'films';
export const OUTSIDE_FORMS: readonly OutsideForm[] = ['populations', 'logistic', 'films'];

export interface OutsideCycle {
  /** By the day, mg/L as NH3 and NO2. */
  readonly ammonia: readonly number[];
  readonly nitrite: readonly number[];
  /** The first day on which both are below the kit's first step for good; undefined where they never are. */
  readonly endDay: number | undefined;
  /** What a kit in steps showed, day by day; undefined on a day without a test. */
  readonly tests: readonly ({ readonly ammonia: number; readonly nitrite: number } | undefined)[];
}

const DAYS = 110;
const HOURS = 24;
const NO2_PER_NH3 = 46.006 / 17.031;
export const OUTSIDE_STEPS = { ammonia: 0.25, nitrite: 0.25 } as const;
const KIT_AMMONIA = [0, 0.25, 0.5, 1, 2, 4, 8];
const KIT_NITRITE = [0, 0.25, 0.5, 1, 2, 5, 10];

/** How much a step oxidises, mg/L an hour, given what is there; it grows as it is asked. */
type Filter = (ammonia: number, nitrite: number, day: number) => readonly [number, number];

/**
 * A cycle begun with one dose of 2 mg/L.
 * @param pace 0 for the slowest of them, 1 for the fastest
 */
export function outsideCycle(seed: number, form: OutsideForm, pace: number): OutsideCycle {
  const random = seeded(seed * 37 + 5);
  const noise = gaussian(random);
  const vary = (middle: number, share: number) => middle * Math.exp(noise(share));
  const filter = FILTERS[form](pace, vary);
  const dies = vary(0.25, 0.5);
  const [ammonia, nitrite]: [number[], number[]] = [[], []];
  let [a, n] = [2, 0];
  for (let hour = 0; hour < DAYS * HOURS; hour++) {
    const day = hour / HOURS;
    if (hour % HOURS === 0) {
      ammonia.push(a);
      nitrite.push(n);
    }
    const [first, second] = filter(a, n, day);
    const eaten = Math.min(a, first);
    a += (dies * Math.exp(-day / 5)) / 5 / HOURS - eaten;
    n = Math.max(0, n + eaten * NO2_PER_NH3 - Math.min(n, second));
  }
  const there = ammonia.findLastIndex(
    (level, i) => level >= OUTSIDE_STEPS.ammonia || (nitrite[i] ?? 0) >= OUTSIDE_STEPS.nitrite,
  );
  const [biasA, biasN] = [vary(1, 0.15), vary(1, 0.15)];
  const read = (scale: readonly number[], level: number, bias: number) => {
    const seen = level * bias * Math.exp(noise(0.12)) + noise(0.04);
    return scale.reduce((best, step) => (Math.abs(step - seen) < Math.abs(best - seen) ? step : best));
  };
  return {
    ammonia,
    nitrite,
    endDay: there < DAYS - 1 ? there + 1 : undefined,
    tests: ammonia.map((level, day) =>
      random() < 0.15
        ? undefined
        : { ammonia: read(KIT_AMMONIA, level, biasA), nitrite: read(KIT_NITRITE, nitrite[day] ?? 0, biasN) },
    ),
  };
}

type Made = (pace: number, vary: (middle: number, share: number) => number) => Filter;

const FILTERS: Readonly<Record<OutsideForm, Made>> = {
  populations: (pace, vary) => {
    // Per hour; a lag of a day or two, an acid that comes with what is oxidised.
    const growth = [vary(0.4 + 0.5 * pace, 0.15), vary(0.3 + 0.4 * pace, 0.15)];
    const lag = [vary(3 - 2 * pace, 0.4), vary(4 - 3 * pace, 0.4)];
    const half = [vary(0.6, 0.3), vary(0.9, 0.3)];
    const decay = vary(0.08, 0.4);
    const grown = [vary(0.01 * 15 ** pace, 0.4), vary(0.004 * 20 ** pace, 0.4)];
    let acid = 0;
    return (a, n, day) => {
      const slow = Math.max(0.3, 1 - 0.12 * acid);
      const awake = lag.map((days) => 1 / (1 + Math.exp(-(day - days) / 0.7)));
      const rates = [a, n].map((level, i) => level / ((half[i] ?? 1) + level));
      const works = grown.map((capacity, i) => (capacity * (rates[i] ?? 0) * slow * (awake[i] ?? 0)) / HOURS);
      grown.forEach((capacity, i) => {
        const grows = (growth[i] ?? 0) * (rates[i] ?? 0) * slow * (awake[i] ?? 0) - decay;
        grown[i] = Math.max(1e-5, capacity * (1 + grows / HOURS));
      });
      acid += (works[0] ?? 0) * 0.5;
      return [works[0] ?? 0, works[1] ?? 0];
    };
  },
  logistic: (pace, vary) => {
    const ripe = [vary(11 - 8 * pace, 0.25), vary(24 - 18 * pace, 0.2)];
    const steep = [vary(0.35 + 0.6 * pace, 0.2), vary(0.3 + 0.5 * pace, 0.2)];
    const most = [vary(1.6, 0.3), vary(3.5, 0.3)];
    const capacity = (i: number, day: number) =>
      (most[i] ?? 0) / (1 + Math.exp(-(steep[i] ?? 1) * (day - (ripe[i] ?? 0))));
    return (a, n, day) => [(capacity(0, day) * a) / (0.3 + a) / HOURS, (capacity(1, day) * n) / (0.4 + n) / HOURS];
  },
  films: (pace, vary) => {
    const grows = [vary(0.28 + 0.45 * pace, 0.2), vary(0.2 + 0.4 * pace, 0.2)];
    const film = [vary(0.02 + 0.15 * pace, 0.5), vary(0.006 + 0.06 * pace, 0.5)];
    const held = vary(1.5, 0.3);
    return (a, n) => {
      const rates = [a / (0.5 + a), (n / (1 + n)) * (held / (held + a))];
      const works = film.map((thick, i) => (thick * (rates[i] ?? 0)) / HOURS);
      // Growth at the surface of a film: as its two thirds.
      film.forEach((thick, i) => {
        film[i] = thick + ((grows[i] ?? 0) * thick ** (2 / 3) * (rates[i] ?? 0) - 0.03 * thick) / HOURS;
      });
      return [works[0] ?? 0, works[1] ?? 0];
    };
  },
};
