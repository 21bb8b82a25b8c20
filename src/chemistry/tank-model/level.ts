import { chemicalRefusal } from '../refusal';

/** The tank's level while it runs. */
export interface Level {
  volumeL: number;
  evaporationLPerDay: number;
  /** The top-off holds this volume; null while it is off. */
  holdsL: number | null;
  /** What it has left to give. */
  reservoirL: number;
  readonly brimL: number;
  spiltL: number;
}

/** A stretch in which the level moves evenly. */
export interface LevelStretch {
  /** Litres a day the volume gains. */
  readonly gainLPerDay: number;
  /** Litres a day that run over the brim, at the tank's concentration. */
  readonly overflowLPerDay: number;
  readonly topOffLPerDay: number;
  /** Days it can last before something turns: the top-off's mark, an empty reservoir, the brim. */
  readonly lastsDays: number;
  /** The volume at which it turns. */
  readonly endsAtL: number;
}

/**
 * How the level moves from here on. Of water gained and lost the model knows three kinds: what drips in, what evaporates,
 * and what the top-off adds, which is just what is missing at its mark.
 * @param inflowLPerDay litres a day that come in with doses and drips
 * Source: dV/dt = inflow − evaporation + top-off, piece by piece.
 */
export function nextStretch(level: Level, inflowLPerDay: number): LevelStretch {
  const { volumeL, holdsL, reservoirL, brimL } = level;
  const gain = inflowLPerDay - level.evaporationLPerDay;
  const still = { gainLPerDay: 0, overflowLPerDay: 0, topOffLPerDay: 0, lastsDays: Infinity, endsAtL: volumeL };
  if (gain < 0) {
    const mark = holdsL !== null && reservoirL > 0 ? holdsL : 0;
    if (volumeL <= mark) return { ...still, topOffLPerDay: -gain, lastsDays: reservoirL / -gain };
    return { ...still, gainLPerDay: gain, lastsDays: (volumeL - mark) / -gain, endsAtL: mark };
  }
  if (gain === 0) return still;
  if (volumeL >= brimL) return { ...still, overflowLPerDay: gain };
  return { ...still, gainLPerDay: gain, lastsDays: (brimL - volumeL) / gain, endsAtL: brimL };
}

/**
 * Moves the level along a stretch. Where the stretch ran out, the mark it ran to is set exactly.
 * @throws Refusal where it would fall to nothing
 * Source: as `nextStretch`.
 */
export function alongStretch(level: Level, stretch: LevelStretch, days: number): void {
  const ranOut = days >= stretch.lastsDays;
  level.spiltL += stretch.overflowLPerDay * days;
  if (stretch.topOffLPerDay > 0)
    level.reservoirL = ranOut ? 0 : Math.max(0, level.reservoirL - stretch.topOffLPerDay * days);
  level.volumeL = ranOut ? stretch.endsAtL : level.volumeL + stretch.gainLPerDay * days;
  if (level.volumeL > 0) return;
  throw chemicalRefusal({
    field: 'tank level',
    value: level.volumeL,
    allowed: { code: 'above', least: 0, unit: 'L' },
    hint: { code: 'evaporates empty' },
  });
}

/**
 * What a top-off pours in at once when it finds the level below its mark.
 * @returns litres
 * Source: conservation of water.
 */
export function pouredToMark({ holdsL, volumeL, reservoirL }: Level): number {
  return holdsL === null ? 0 : Math.max(0, Math.min(holdsL - volumeL, reservoirL));
}
