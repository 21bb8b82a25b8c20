import { SIGNS, signWords, type Sign } from '@/calculators/signs/signs';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { entriesOf } from '@/record/entries-of';
import type { Snapshot, Tank } from '@/record/schema';

/** A sign is looked for so long after something was done. Chosen: colour took three to four weeks (common practice), and as long again. */
const LOOKED_FOR_MS = 45 * DAY_MS;
/** What is seen in the same day came of something else. */
const SAME_DAY_MS = DAY_MS / 2;
/** And was there before it, if seen so lately. */
const THERE_BEFORE_MS = 30 * DAY_MS;

/** What the eye saw come of something that was done: in words, with the days it took. */
export interface SignVerdict {
  readonly sign: Sign;
  readonly gone: boolean;
  readonly days: number;
  /** "colour back after 15 days". */
  readonly words: string;
}

/**
 * The verdict by signs: what came, or went, in the weeks after something was done. That it came of it does not follow.
 * Each sign is told once, by the first time it was seen since.
 */
export function signsAfter(snapshot: Snapshot, tank: Tank, at: number, now: number): readonly SignVerdict[] {
  const seen = entriesOf(snapshot, tank.id, 'seen').filter((entry) => entry.at <= now);
  const there = new Set(
    seen
      .filter((entry) => entry.at <= at + SAME_DAY_MS && at - entry.at < THERE_BEFORE_MS && !entry.gone)
      .flatMap(({ signs }) => signs),
  );
  const told = new Map<string, SignVerdict>();
  for (const entry of seen.filter((each) => each.at - at > SAME_DAY_MS && each.at - at < LOOKED_FOR_MS))
    for (const sign of entry.signs) {
      const gone = entry.gone === true;
      const key = `${sign} ${gone}`;
      // What was there already and is there still is no news.
      if (told.has(key) || (!gone && there.has(sign) && !isGood(sign))) continue;
      const days = Math.max(1, Math.round((entry.at - at) / DAY_MS));
      const after = days >= 14 ? `after ${Math.round(days / 7)} weeks` : `after ${days} ${days === 1 ? 'day' : 'days'}`;
      told.set(key, { sign, gone, days, words: `${signWords(sign)}${gone ? ' gone' : ''} ${after}` });
    }
  return [...told.values()];
}

function isGood(sign: Sign): boolean {
  return 'good' in SIGNS[sign];
}
