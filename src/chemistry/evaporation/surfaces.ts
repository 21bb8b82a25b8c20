import { poolEvaporationLPerDay } from './pool';

export const SURFACE_PLACES = ['display', 'sump', 'refugium'] as const;

/**
 * What lies over a surface, and the share of the open loss that it lets by. Chosen, so that the losses keepers see (common
 * practice: a lidded 50 L tank 0.25 L a day) lie well inside what is expected.
 */
export const COVERS = {
  open: { lets: 1 },
  net: { lets: 0.95 },
  canopy: { lets: 0.85 },
  lid: { lets: 0.5 },
  'tight lid': { lets: 0.2 },
} as const;
export type Cover = keyof typeof COVERS;
export const COVER_IDS = Object.keys(COVERS) as [Cover, ...Cover[]];

/** How the surface moves, as the activity factor of pools. ASHRAE Handbook—HVAC Applications, natatoriums; from memory. */
export const MOVED = {
  calm: { activity: 0.5 },
  rippled: { activity: 0.65 },
  broken: { activity: 1 },
} as const;
export type Moved = keyof typeof MOVED;
export const MOVED_IDS = Object.keys(MOVED) as [Moved, ...Moved[]];

export interface OpenPlace {
  readonly place: (typeof SURFACE_PLACES)[number];
  readonly areaM2: number;
  readonly cover: Cover;
}

/** Everything the physical estimate asks for. */
export interface Situation {
  readonly places: readonly OpenPlace[];
  readonly moved: Moved;
  readonly waterC: number;
  readonly airC: number;
  /** 0 to 1. */
  readonly humidity: number;
  readonly salinity: number;
  /** A fan's, over the water, m/s. */
  readonly airMPerS: number;
}

/**
 * How far the formula is off for a hobby tank, as a standard deviation of the logarithm: nineteen in twenty tanks lie within
 * a half and twice of it. Chosen: common practice's losses, from lidded nano to open system, lie inside.
 */
export const FORMULA_LOG_SD = 0.35;

/**
 * What should evaporate, by the formula for pools, from every surface as it is covered.
 * @returns litres a day
 * @throws Refusal outside the formula's ranges
 * Source: `pool.ts` (ASHRAE Handbook—HVAC Applications, natatoriums; from memory), surface by surface.
 */
export function expectedEvaporationLPerDay({ places, moved, airMPerS, ...air }: Situation): number {
  return places.reduce(
    (sum, { areaM2, cover }) =>
      sum +
      COVERS[cover].lets *
        poolEvaporationLPerDay({
          ...air,
          openSurfaceM2: areaM2,
          activity: MOVED[moved].activity,
          airSpeedMPerS: airMPerS,
        }),
    0,
  );
}
