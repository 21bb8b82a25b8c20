import { halfWidth95 } from '@/numerics/normal-interval';
import { poolEvaporationLPerDay } from '@/chemistry/evaporation/pool';
import { FORMULA_LOG_SD } from '@/chemistry/evaporation/surfaces';
import { attempt } from '@/calculators/calculator/attempt';
import type { TankEvent } from '@/chemistry/tank-model/events';
import { netVolumeL, type Snapshot, type Tank } from '@/record/schema';
import { lastObservation } from '../observations/observations';
import { aimFor } from '../observations/targets';
import { dosedWaterSteps } from '../supplies/supply-timeline';

/** Depth taken when the open surface was never measured: most displays are about half a metre deep. Common practice. */
const USUAL_DEPTH_M = 0.5;

/** All the open water there is, as told in one figure; else as most tanks have it. */
export function openSurfaceOf(tank: Tank): number {
  return tank.openSurfaceM2 ?? (tank.displayL + tank.sumpL) / 1000 / USUAL_DEPTH_M;
}

/**
 * The tank's level as its keeper holds it, for the tank model: what doses bring is that much less to top off, so that they
 * change no volume as long as no more comes in than evaporates. Only what is more than evaporation could carry away, by the
 * formula at its upper end, stays and dilutes.
 */
export function levelEvents(snapshot: Snapshot, tank: Tank): TankEvent[] {
  const steps = dosedWaterSteps(snapshot, tank);
  const volumeL = netVolumeL(tank);
  const usual = expectedEvaporation(snapshot, tank);
  const most = usual * Math.exp(halfWidth95(FORMULA_LOG_SD));
  const earlier = tank.earlierVolumes ?? [];
  return [
    { kind: 'top-off', at: 0, holdsL: earlier[0]?.netVolumeL ?? volumeL },
    ...earlier.map(({ until }, i): TankEvent => ({
      kind: 'top-off',
      at: until,
      holdsL: earlier[i + 1]?.netVolumeL ?? volumeL,
    })),
    { kind: 'evaporation', at: 0, litresPerDay: usual },
    ...steps.map(({ at, litresPerDay }): TankEvent => ({
      kind: 'evaporation',
      at,
      litresPerDay: Math.max(usual, Math.min(litresPerDay, most)),
    })),
  ];
}

/** By the formula alone: what the record says of it rests on these events itself. Litres a day. */
function expectedEvaporation(snapshot: Snapshot, tank: Tank): number {
  const { outcome } = attempt(() =>
    poolEvaporationLPerDay({
      openSurfaceM2: Math.min(100, openSurfaceOf(tank)),
      waterC: lastObservation(snapshot, tank.id, 'temperature')?.value ?? aimFor(tank, 'temperature'),
      airC: tank.room.airC,
      humidity: tank.room.humidity,
      salinity: aimFor(tank, 'salinity'),
    }),
  );
  // A surface out of all proportion to its water would dry it up between two doses.
  return Math.min(outcome ?? 0, netVolumeL(tank) / 4);
}
