import { DAY_MS } from '../tank-model/simulate';

export interface Refill {
  /** Epoch ms. */
  readonly at: number;
  readonly litres: number;
  /** What then stood in the reservoir; full to its mark when left out. */
  readonly leavesL?: number | undefined;
}

/** The reservoir looked at. */
export interface LevelRead {
  readonly at: number;
  readonly litres: number;
}

/** What went between two moments at which the reservoir's content was known. */
export interface Gap {
  readonly from: number;
  readonly to: number;
  readonly days: number;
  readonly litres: number;
  /** The reservoir may have stood dry for a part of it: at least so much went. */
  readonly ranDry: boolean;
}

/** An entry that cannot be as it stands. */
export interface EntryDoubt {
  readonly what: 'more than it holds' | 'logged twice' | 'rose unfilled';
  readonly at: number;
  readonly litres: number;
}

export interface RefillAccount {
  readonly gaps: readonly Gap[];
  readonly doubts: readonly EntryDoubt[];
  /** What stood in the reservoir when it was last known, with what was put in since. */
  readonly last: { readonly at: number; readonly litres: number } | undefined;
}

/** Two looks nearer than this tell of the marks and not of the tank. */
const NEAREST_DAYS = 0.25;
/** The same litres twice within the hour are one refill logged twice. */
const TWICE_MS = 3_600_000;
/** Marks are read to about this; what goes further cannot be. Chosen. */
const OVERFULL = 1.05;
const EMPTIED = 0.97;
/** A tank topped up by hand is never given so great a share of its water at once. Chosen. */
const MOST_BY_HAND = 0.25;

export interface Reservoir {
  /** What it holds at its mark; nought where the tank is topped up by hand, to its own mark. */
  readonly reservoirL: number;
  /** Of the tank. */
  readonly netVolumeL: number;
  /** When it came to hold that; always, when left out. */
  readonly markedAt?: number | undefined;
}

/**
 * The most that one refill can have been: what the reservoir holds, or by hand a quarter of the tank. Litres.
 * Chosen.
 */
export function mostAtOnceL(reservoirL: number, netVolumeL: number): number {
  return reservoirL > 0 ? reservoirL * OVERFULL : netVolumeL * MOST_BY_HAND;
}

/**
 * What the reservoir gave, gap by gap: each refill to the mark replaces what went since the one before, and a look at the
 * level tells as much.
 * A reservoir may have been another before: what was put back then still counts, what was read off it does not.
 * @returns gaps in order of time, whatever the order of the entries
 * Source: conservation of the reservoir's water.
 */
export function refillAccount(
  refills: readonly Refill[],
  levels: readonly LevelRead[],
  { reservoirL, netVolumeL, markedAt = -Infinity }: Reservoir,
): RefillAccount {
  const gaps: Gap[] = [];
  const doubts: EntryDoubt[] = [];
  const holds = mostAtOnceL(reservoirL, netVolumeL);
  const looks = [
    ...refills.map((refill) => ({ ...refill, refill: true })),
    ...levels.map((level) => ({ ...level, refill: false, leavesL: level.litres })),
  ].toSorted((a, b) => a.at - b.at || Number(a.refill) - Number(b.refill));
  let known: { at: number; litres: number } | undefined;
  let added = 0;
  let before: { at: number; litres: number } | undefined;
  let stood: { at: number; litres: number } | undefined;
  for (const { at, litres, leavesL, refill } of looks) {
    const older = at < markedAt;
    if (known && known.at < markedAt && !older) {
      stood = { at: known.at, litres: known.litres + added };
      known = undefined;
      added = 0;
    }
    if (older && leavesL !== undefined) {
      // A level of the old mark: it says nothing here, and a refill to it only ends the count.
      if (refill) known = undefined;
      continue;
    }
    if (litres > holds && !older) {
      doubts.push({ what: 'more than it holds', at, litres });
      // Whatever it was, after a refill it stood at its mark.
      known = refill ? { at, litres: leavesL ?? reservoirL } : undefined;
      added = 0;
      continue;
    }
    if (refill) {
      if (before && at - before.at < TWICE_MS && before.litres === litres) {
        doubts.push({ what: 'logged twice', at, litres });
        continue;
      }
      before = { at, litres };
      added += litres;
    }
    const stands = leavesL ?? reservoirL;
    if (known && (at - known.at) / DAY_MS < NEAREST_DAYS) continue;
    if (known) {
      const gone: number = known.litres + added - stands;
      if (gone < -(OVERFULL - 1) * Math.max(reservoirL, 1)) doubts.push({ what: 'rose unfilled', at, litres: -gone });
      else
        gaps.push({
          from: known.at,
          to: at,
          days: (at - known.at) / DAY_MS,
          litres: Math.max(0, gone),
          ranDry:
            !older &&
            reservoirL > 0 &&
            (refill ? gone >= EMPTIED * known.litres && stands >= reservoirL : stands === 0),
        });
    }
    known = { at, litres: stands };
    added = 0;
  }
  const last = known ? { at: known.at, litres: known.litres + added } : stood;
  return { gaps, doubts, last: last && { at: last.at, litres: Math.min(last.litres, holds) } };
}
