import { poolEvaporationLPerDay, type Surroundings } from '../evaporation/pool';
import { within } from '../refusal';

/** Heat a glass box full of warm water loses to its room. */
export interface WarmBox {
  readonly lengthCm: number;
  readonly widthCm: number;
  readonly waterHeightCm: number;
  readonly glassMm: number;
  readonly waterC: number;
  readonly airC: number;
  /** 0 to 1. */
  readonly humidity: number;
  readonly salinity: number;
  /** Share of the top that is open, 0 to 1. */
  readonly open: number;
}

export interface HeatLoss {
  readonly throughGlassW: number;
  readonly fromTopW: number;
  readonly evaporatingW: number;
  readonly allW: number;
}

/** Still air along a wall, radiation counted in, W/m²K. ASHRAE Handbook—Fundamentals, surface conductances; from memory. */
const ALONG_WALL = 8.29;
/** Still air over a level surface that gives heat upward, the same. */
const OVER_TOP = 9.26;
/** Float glass, W/mK. EN 572-1; from memory. */
const GLASS_CONDUCTS = 1;
/** A bottom that stands on a board or foam loses about half of what a wall of its size does. Chosen. */
const BOTTOM_SHARE = 0.5;
const KJ_PER_L = (waterC: number) => 2501 - 2.36 * waterC;
const S_PER_DAY = 86_400;

/**
 * Watts a tank loses: through its walls by the film of air on them and the glass in series (the water's own film is thin beside them), from
 * its open top, and with what evaporates.
 * Source: ASHRAE Handbook—Fundamentals, surface conductances (from memory); evaporation by the formula for pools.
 */
export function heatLoss(box: WarmBox): HeatLoss {
  const { lengthCm, widthCm, waterHeightCm, glassMm, waterC, airC, open } = box;
  within('room temperature', airC, -10, 45, '°C');
  const drop = Math.max(0, waterC - airC);
  const floorM2 = (lengthCm * widthCm) / 1e4;
  const wallsM2 = (2 * (lengthCm + widthCm) * waterHeightCm) / 1e4;
  const perM2K = 1 / (1 / ALONG_WALL + glassMm / 1000 / GLASS_CONDUCTS);
  const throughGlassW = perM2K * (wallsM2 + floorM2 * BOTTOM_SHARE) * drop;
  const surroundings: Surroundings = {
    openSurfaceM2: floorM2 * open,
    waterC,
    airC,
    humidity: box.humidity,
    salinity: box.salinity,
  };
  const fromTopW = OVER_TOP * floorM2 * drop * open + perM2K * floorM2 * drop * (1 - open);
  const evaporatingW = (poolEvaporationLPerDay(surroundings) * KJ_PER_L(waterC) * 1000) / S_PER_DAY;
  return { throughGlassW, fromTopW, evaporatingW, allW: throughGlassW + fromTopW + evaporatingW };
}
