import type { Tank } from './schema';
import { netVolumeL } from './schema';

/** From when a tank's new net volume is meant to hold. */
export type VolumeHoldsFrom = 'now' | 'always';

/** Whether an edit changed the water there is, by more than rounding. */
export function volumeChanged(before: Tank, after: Tank): boolean {
  return Math.abs(netVolumeL(after) - netVolumeL(before)) > 0.001 * netVolumeL(before);
}

/**
 * A tank with another net volume. What was dosed and tested before rests on the volume it had, unless the keeper says that the
 * figure given until now was never right.
 * @param now epoch ms, from which it holds where it is meant from now on
 */
export function withVolume(before: Tank, after: Tank, now: number, from: VolumeHoldsFrom): Tank {
  const earlier = before.earlierVolumes ?? [];
  if (!volumeChanged(before, after)) return after;
  if (from === 'always') return after;
  // Changed twice within the minute: what was given in between never held.
  const kept =
    (earlier.at(-1)?.until ?? -1) < now ? [...earlier, { until: now, netVolumeL: netVolumeL(before) }] : earlier;
  return { ...after, earlierVolumes: kept };
}
