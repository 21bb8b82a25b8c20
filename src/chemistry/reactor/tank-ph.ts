import { dicAtRest } from '../carbonate/reef-water';
import { naturalSeawater } from '../seawater/composition';
import type { TankEvent } from '../tank-model/events';
import { calcificationPerDay } from '../tank-model/metabolism';
import { DAY_MS, simulate } from '../tank-model/simulate';
import type { Effluent } from './ceiling';

export interface TankOfReactor {
  readonly netVolumeL: number;
  readonly salinity: number;
  readonly temperatureC: number;
  readonly alkalinity: number;
  readonly calcium: number;
  /** The CO2 the water is at rest with without the reactor, µatm. */
  readonly pco2Uatm: number;
  /** How often a day air renews dissolved CO2. */
  readonly exchangePerDay: number;
}

export interface RestingWater {
  readonly phNbs: number;
  readonly pco2Uatm: number;
}

/** By then what comes in and what leaves through the surface balance. */
const AT_REST_DAYS = 6;

/**
 * Where a tank's pH comes to rest while a reactor, and perhaps limewater, supply exactly what it consumes: the tank model, open
 * to air, day and night taken together.
 * @param loop the effluent that returns, and how much of it
 * @param hydroxideMmolPerDay alkalinity that limewater supplies
 * Source: the tank model at rest: inputs less consumption and the exchange of CO2 with the room, ∂DIC/∂t = k([CO2]_air − [CO2]) + Σ
 * inputs.
 */
export function restingWater(
  tank: TankOfReactor,
  loop: { readonly effluent: Pick<Effluent, 'alkalinity' | 'dic'>; readonly litresPerDay: number } | undefined,
  hydroxideMmolPerDay = 0,
): RestingWater {
  const { netVolumeL, salinity, temperatureC, alkalinity, calcium, pco2Uatm, exchangePerDay } = tank;
  const supplied = hydroxideMmolPerDay + (loop ? loop.litresPerDay * (loop.effluent.alkalinity - alkalinity) : 0);
  const events: TankEvent[] = [
    { kind: 'temperature', at: 0, temperatureC },
    { kind: 'air', at: 0, co2Uatm: pco2Uatm, exchangePerDay },
    { kind: 'rate', at: 0, source: 'growth', perDay: { ...calcificationPerDay(supplied), salinity: 0, calcium: 0 } },
    { kind: 'rate', at: 0, source: 'limewater', perDay: { alkalinity: hydroxideMmolPerDay } },
    ...(loop
      ? [{ kind: 'loop' as const, at: 0, source: 'reactor', litresPerDay: loop.litresPerDay, returns: loop.effluent }]
      : []),
  ];
  const [state] = simulate(
    {
      at: 0,
      volumeL: netVolumeL,
      temperatureC,
      water: {
        salinity,
        alkalinity,
        dic: dicAtRest(alkalinity, salinity, temperatureC, pco2Uatm),
        calcium,
        magnesium: naturalSeawater(salinity).magnesiumMgPerL,
        nitrate: 0,
        phosphate: 0,
      },
    },
    events,
    [AT_REST_DAYS * DAY_MS],
  );
  if (!state?.carbonate) throw new Error('a tank open to air has a pH');
  return { phNbs: state.carbonate.phNbs, pco2Uatm: state.carbonate.pco2Uatm };
}
