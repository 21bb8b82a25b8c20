import { given } from '@/calculators/calculator/given';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import type { FailureInput } from '@/calculators/top-off/failure-input';
import { netVolumeL, type Snapshot, type Tank } from '@/record/schema';
import { limewaterInTopOff } from './limewater-question';
import { litresOf, evaporationOf, roomToRiseL, salinityNow } from '../top-off/top-off-question';

/** What the record says of how a top-off can fail. */
export function failureQuestion(snapshot: Snapshot, tank: Tank, now: number): FailureInput {
  const row = tank.topOff ?? {};
  const [low, high] = tank.targets.salinity ?? PARAMETERS.salinity.band;
  const { reservoir, outletCm, rises, sensors = [] } = row;
  const spareL = roomToRiseL(tank);
  const loss = evaporationOf(snapshot, tank, now);
  const limewater = limewaterInTopOff(snapshot, tank, now);
  return {
    netVolumeL: netVolumeL(tank),
    salinity: salinityNow(snapshot, tank),
    band: { low, high },
    ...(loss && { litresPerDay: loss.litresPerDay }),
    reservoirL: tank.reservoirL,
    liftCm: 0,
    sensors: [...sensors],
    ...(limewater && { limewater }),
    ...given({
      spareL,
      floorSalinity: row.floorSalinity,
      runsBackL: row.runsBackL,
      returnReserveL: row.returnReserveL,
    }),
    ...(row.pump && { pump: row.pump }),
    ...(row.hose && { hose: row.hose }),
    ...(row.runLimitDays !== undefined && { runLimitDays: row.runLimitDays }),
    ...(sensors.length === 2 && rises && { cutOffL: litresOf(rises, row.cutOffCm ?? USUAL_CUT_OFF_CM) }),
    ...(reservoir &&
      outletCm !== undefined && {
        heights: {
          fullCm: reservoir.standsCm + reservoir.heightCm,
          bottomCm: reservoir.standsCm,
          outletCm,
          broken: row.siphonBroken ?? false,
          ...(rises && { sumpWaterCm: rises.standsCm + rises.levelCm }),
        },
      }),
  };
}

/** A second sensor is set about this far above the first. Chosen. */
export const USUAL_CUT_OFF_CM = 2;
