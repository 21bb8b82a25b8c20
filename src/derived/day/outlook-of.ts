import { isFollowed } from '../observations/consumption-window';
import type { ParameterId } from '@/calculators/parameters/parameters';
import { attempt } from '@/calculators/calculator/attempt';
import type { Snapshot, Tank } from '@/record/schema';
import { cycleOutlook, type CycleOutcome } from '../cycle/cycle';
import { outlook, type OutlookPoint } from '../outlook/outlook';
import { phOfDays } from './ph-of-days';

/**
 * What is expected of a parameter as things stand; nothing for those that no model carries forward yet.
 * @param cycle the daily reading of a new tank, which ammonia and nitrite follow
 */
export function outlookOf(
  snapshot: Snapshot,
  tank: Tank,
  parameter: ParameterId,
  now: number,
  until: number,
  cycle?: CycleOutcome,
): OutlookPoint[] {
  // A record the model refuses has no outlook; the bench whose question it is says why.
  return attempt(() => expected()).outcome ?? [];

  function expected(): OutlookPoint[] {
    if (isFollowed(parameter)) return outlook(snapshot, tank, parameter, now, until);
    if (parameter === 'ammonia' || parameter === 'nitrite')
      return cycle ? cycleOutlook(cycle, parameter, now, until) : [];
    return parameter === 'ph' ? phOfDays(snapshot, tank, now, until) : [];
  }
}
