import type { Hours } from '@/record/kinds/entry-kind';

export type Pattern = 'round the clock' | 'lights off' | 'two stretches' | 'own hours';

const DAY = 1440;
/** Late evening and early morning, around the dark. Common practice. */
const STRETCH_MINUTES = 240;

/**
 * The hours of a day in which a part is dosed.
 * @param lights minutes after midnight, and how long they burn
 * @param own hours of the keeper's own; the dark where there are none yet
 * @returns none for what is dosed round the clock
 */
export function windowsOf(
  pattern: Pattern,
  { fromMinute, forMinutes }: Hours,
  own: readonly Hours[],
): readonly Hours[] {
  const off = (fromMinute + forMinutes) % DAY;
  const dark = DAY - forMinutes;
  switch (pattern) {
    case 'round the clock':
      return [];
    case 'lights off':
      return dark > 0 ? [{ fromMinute: off, forMinutes: dark }] : [];
    case 'two stretches': {
      const each = Math.min(STRETCH_MINUTES, Math.max(30, Math.floor(dark / 2)));
      return [
        { fromMinute: off, forMinutes: each },
        { fromMinute: (fromMinute - each + DAY) % DAY, forMinutes: each },
      ];
    }
    case 'own hours':
      return own.length > 0 ? own.slice(0, 2) : [{ fromMinute: off, forMinutes: Math.max(60, dark) }];
  }
}

/** The pattern that hours make against the lights; hours that make none are the keeper's own. */
export function patternOf(windows: readonly Hours[], lights: Hours): Pattern {
  const same = (pattern: Pattern) => JSON.stringify(windowsOf(pattern, lights, [])) === JSON.stringify(windows);
  if (windows.length === 0) return 'round the clock';
  return same('lights off') ? 'lights off' : same('two stretches') ? 'two stretches' : 'own hours';
}
