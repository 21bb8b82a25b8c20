import type { TankEvent } from '../tank-model/events';
import { NITRIFIERS, type Kinetics } from '../tank-model/nitrification';
import { DAY_MS, simulateEach } from '../tank-model/simulate';
import type { Water } from '../tank-model/water';

/** A tank that cycles, as far as the record knows it. */
export interface CyclingTank {
  /** When it was filled and begun, epoch ms. */
  readonly startedAt: number;
  readonly volumeL: number;
  readonly temperatureC: number;
  /** Doses, changes, bacteria added later: all that was done. */
  readonly events: readonly TankEvent[];
}

/** What nobody can see of a cycling tank. Canonical units a litre. */
export interface Hidden {
  /** What the first bacteria oxidise, mg/L a day of ammonia and of nitrite. */
  readonly seeds: readonly [number, number];
  /** How fast they grow, against `NITRIFIERS`. */
  readonly speed: readonly [number, number];
  /** Ammonia that dying life gives in all, mg/L. */
  readonly dieOff: number;
  /** Ammonia from fish and food, mg/L a day. */
  readonly food: number;
  /** Ammonia in the water from the start that no entry tells of, mg/L. */
  readonly already: number;
}

/** Days in which two thirds of the dying is done. Chosen. */
const DYING_DAYS = 4;
/** The days between which the dying is taken as even. */
const DYING_STEPS = [0, 1, 2, 3, 4.5, 6.5, 9.5, 14, 22] as const;

/** Water of a new tank before anything of the cycle: none of what is followed here. */
const NEW_WATER: Water = {
  salinity: 35,
  alkalinity: 2.5,
  dic: 2.2,
  calcium: 0,
  magnesium: 0,
  nitrate: 0,
  phosphate: 0,
};

/** What the tank did and would do, at each moment asked. */
export interface CycleTrajectory {
  readonly at: readonly number[];
  /** mg/L as NH3, NO2, NO3. */
  readonly ammonia: readonly number[];
  readonly nitrite: readonly number[];
  readonly nitrate: readonly number[];
  /** Ammonia the tank would oxidise a day at plenty, mg/L. */
  readonly capacity: readonly number[];
}

/**
 * The kinetics of the nitrifiers at other speeds of growth than usual.
 * @param speed of the two populations, against usual, above 0
 * Source: `NITRIFIERS` of the tank model.
 */
export function kineticsOf(speed: Hidden['speed']): Kinetics {
  return { ...NITRIFIERS, growth: [NITRIFIERS.growth[0] * speed[0], NITRIFIERS.growth[1] * speed[1]] };
}

/**
 * What is hidden, as events of the tank model.
 * Source: the tank model's own events.
 */
export function hiddenEvents(
  { startedAt, volumeL }: Pick<CyclingTank, 'startedAt' | 'volumeL'>,
  hidden: Hidden,
): TankEvent[] {
  const lost = (day: number) => Math.exp(-day / DYING_DAYS);
  const dying: TankEvent[] =
    hidden.dieOff === 0
      ? []
      : DYING_STEPS.map((from, i) => {
          const to = DYING_STEPS[i + 1];
          const perDay = to === undefined ? 0 : (hidden.dieOff * (lost(from) - lost(to))) / (to - from);
          return {
            kind: 'rate',
            at: startedAt + from * DAY_MS,
            source: 'dying life',
            perDay: { ammonia: perDay * volumeL },
          };
        });
  return [
    {
      kind: 'bacteria',
      at: startedAt,
      ammoniaPerDay: hidden.seeds[0] * volumeL,
      nitritePerDay: hidden.seeds[1] * volumeL,
    },
    ...dying,
    ...(hidden.food === 0
      ? []
      : [
          {
            kind: 'rate',
            at: startedAt,
            source: 'food',
            perDay: { ammonia: hidden.food * volumeL },
          } satisfies TankEvent,
        ]),
  ];
}

/**
 * The tank model through a cycle. Moments before the start are answered as of the start.
 * @returns mg/L at each moment
 * Source: the tank model (`nitrification.ts`).
 */
export function cycleCourse(tank: CyclingTank, hidden: Hidden, at: readonly number[]): CycleTrajectory {
  const { startedAt, volumeL, temperatureC, events } = tank;
  const ammonia = new Array<number>(at.length);
  const nitrite = new Array<number>(at.length);
  const nitrate = new Array<number>(at.length);
  const capacity = new Array<number>(at.length);
  simulateEach(
    { at: startedAt, volumeL, temperatureC, water: { ...NEW_WATER, ammonia: hidden.already } },
    [...events, ...hiddenEvents(tank, hidden)],
    at,
    ({ water, bacteria, volumeL: litres }, i) => {
      ammonia[i] = water.ammonia;
      nitrite[i] = water.nitrite;
      nitrate[i] = water.nitrate;
      capacity[i] = bacteria.ammoniaPerDay / litres;
    },
    { kinetics: kineticsOf(hidden.speed) },
  );
  return { at, ammonia, nitrite, nitrate, capacity };
}
