import { danger } from '@/calculators/levels/danger';
import { EVERYDAY_IDS } from '@/calculators/parameters/parameters';
import type { Snapshot, Tank } from '@/record/schema';
import { memoise } from '../memoise';
import { lastObservation } from '../observations/observations';
import { isStocked } from '../tank/stocked';

/** What of a tank's last readings is beyond what its animals bear. */
export function dangerOf(snapshot: Snapshot, tank: Tank, now: number) {
  return memoise(snapshot, tank, `danger at ${now}`, () =>
    danger.run({
      now,
      stocked: isStocked(snapshot, tank, now),
      readings: Object.fromEntries(
        EVERYDAY_IDS.flatMap((parameter) => {
          const last = lastObservation(snapshot, tank.id, parameter);
          return last && last.at <= now
            ? [[parameter, { at: last.at, value: last.value, ...(last.bound && { bound: last.bound }) }]]
            : [];
        }),
      ),
    }),
  );
}
