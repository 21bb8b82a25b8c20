import type { FirstSteps, Stage } from './stage';

interface Tested {
  readonly ammonia?: number | undefined;
  readonly nitrite?: number | undefined;
}

/** Two tests that fall have fallen by so much together: more than a kit and an eye err by. Chosen. */
const FALLEN_BY = 0.25;
/** Two that show no more than so much of what was there are falling, whatever lies between. Chosen. */
const LEFT = 0.5;

/**
 * The stage as the last tests themselves show it: two that fall are falling, whatever tanks usually do on such a day.
 * @param readings in order of time
 * @returns undefined where they show no fall: then a population of tanks knows better what rises
 * Common practice for the order of the stages.
 */
export function stageByTests(readings: readonly Tested[], steps: FirstSteps): Stage | undefined {
  const ammonia = readings.flatMap((reading) => reading.ammonia ?? []);
  const nitrite = readings.flatMap((reading) => reading.nitrite ?? []);
  const shown = ammonia.some((level) => level >= steps.ammonia) || nitrite.some((level) => level >= steps.nitrite);
  if (!shown) return undefined;
  const shows = (levels: readonly number[], step: number) => (levels.at(-1) ?? 0) >= step;
  const gone = (levels: readonly number[], step: number) =>
    levels.length >= 2 && levels.slice(-2).every((level) => level < step);
  if (!gone(ammonia, steps.ammonia))
    return shows(ammonia, steps.ammonia) && falls(ammonia) ? 'ammonia falling' : undefined;
  if (gone(nitrite, steps.nitrite)) return 'waiting to confirm';
  return shows(nitrite, steps.nitrite) && falls(nitrite) ? 'nitrite falling' : undefined;
}

function falls(levels: readonly number[]): boolean {
  const [before = NaN, last = NaN, now = NaN] = levels.slice(-3);
  const most = Math.max(...levels);
  return (
    (now < last && last < before && now <= (1 - FALLEN_BY) * before) ||
    (last <= LEFT * most && now <= LEFT * most && now <= last)
  );
}
