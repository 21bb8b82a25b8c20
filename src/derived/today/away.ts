import { PARAMETERS } from '@/calculators/parameters/parameters';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import type { AwayInput } from '@/calculators/top-off/away-input';
import { topOffUpkeep, UPKEEP } from '@/calculators/top-off/upkeep';
import { netVolumeL, type Snapshot, type Tank } from '@/record/schema';
import { bottlesOf } from '../supplies/bottles';
import { changeHabit } from '../saltwater/change-habit';
import { evaporationOf, salinityNow } from '../top-off/top-off-question';
import { upkeepQuestion } from '../top-off/top-off-upkeep';

/** When the house is left, and for how long. */
export interface Absence {
  readonly leavesAt: number;
  readonly days: number;
}

/** What the record says of leaving a tank alone. */
export function awayQuestion(snapshot: Snapshot, tank: Tank, now: number, { leavesAt, days }: Absence): AwayInput {
  const salinity = salinityNow(snapshot, tank);
  const loss = evaporationOf(snapshot, tank, now);
  const high = (tank.targets.salinity ?? PARAMETERS.salinity.band)[1];
  const { nextAt } = changeHabit(snapshot, tank, now);
  const due = topOffUpkeep
    .run(upkeepQuestion(snapshot, tank, now))
    .values.due.filter(({ dueAt }) => dueAt < leavesAt + days * DAY_MS);
  return {
    leavesAt,
    days,
    netVolumeL: netVolumeL(tank),
    salinity,
    bandHigh: Math.max(high, salinity),
    ...(loss && {
      drawnLPerDay: loss.drawnLPerDay,
      drawnAtMostLPerDay: loss.drawnHigh,
      evaporationLPerDay: loss.litresPerDay,
    }),
    reservoirL: tank.reservoirL,
    bottles: bottlesOf(snapshot, tank, now).map(({ name, mlPerDay, leftMl }) => ({
      name,
      mlPerDay,
      // What it will hold on leaving, not now.
      ...(leftMl !== undefined && { holdsMl: Math.max(0, leftMl - (mlPerDay * (leavesAt - now)) / DAY_MS) }),
    })),
    ...(tank.feeder && { feeder: tank.feeder }),
    ...(nextAt !== undefined && { changeAt: nextAt }),
    upkeep: due.map(({ item }) => UPKEEP[item].does),
  };
}
