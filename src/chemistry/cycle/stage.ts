import type { CycleTrajectory } from './cycle-course';

/** Where a cycle stands, in the order it goes through. */
export const STAGES = [
  'not started',
  'ammonia rising',
  'ammonia falling',
  'nitrite rising',
  'nitrite falling',
  'waiting to confirm',
  'cycled',
] as const;
export type Stage = (typeof STAGES)[number];

/** The least a kit tells from nothing, mg/L: the first step of its scale. */
export interface FirstSteps {
  readonly ammonia: number;
  readonly nitrite: number;
}

/** What has fallen by this share of its highest is falling. Chosen: more than a kit's error at the heights of a cycle. */
const FALLEN_BY = 0.1;

/**
 * The stage of a known course at each of its moments, which are in order of time. Both kinds of bacteria work at once for a while; a stage
 * is named after what has to come next: ammonia below the kit's first step, then nitrite. A later dose opens the first
 * stages again only if what it brought stays.
 * @returns never "cycled": that takes tests that confirm it
 * Common practice for the order of the stages.
 */
export function stagesAlong({ ammonia, nitrite }: CycleTrajectory, steps: FirstSteps): Stage[] {
  let mostAmmonia = 0;
  let mostNitrite = 0;
  let oxidised = false;
  return ammonia.map((a, i) => {
    const n = nitrite[i] ?? 0;
    mostAmmonia = Math.max(mostAmmonia, a);
    mostNitrite = Math.max(mostNitrite, n);
    if (mostAmmonia < steps.ammonia && mostNitrite < steps.nitrite) return 'not started';
    const ammoniaThere = a >= steps.ammonia;
    if (!ammoniaThere) oxidised = true;
    if (ammoniaThere && !oxidised) return a > (1 - FALLEN_BY) * mostAmmonia ? 'ammonia rising' : 'ammonia falling';
    if (n >= steps.nitrite) return n > (1 - FALLEN_BY) * mostNitrite ? 'nitrite rising' : 'nitrite falling';
    return ammoniaThere ? 'ammonia falling' : 'waiting to confirm';
  });
}

/**
 * When both stand below the kit's first step for good, epoch ms.
 * @returns undefined where they never do, or never stood above it
 * By definition of the end.
 */
export function endOf({ at, ammonia, nitrite }: CycleTrajectory, steps: FirstSteps): number | undefined {
  const last = ammonia.findLastIndex((a, i) => a >= steps.ammonia || (nitrite[i] ?? 0) >= steps.nitrite);
  if (last < 0 || last === ammonia.length - 1) return undefined;
  return at[last + 1];
}
