import { given } from '@/calculators/calculator/given';
import type * as z from 'zod';
import type { additions } from '@/calculators/dosing/additions';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { netVolumeL, type Snapshot, type Solution, type Tank } from '@/record/schema';
import { aimFor } from '../observations/targets';
import { lastObservation } from '../observations/observations';

/** A pH read further from the alkalinity than this belongs to another water. */
const TOGETHER_DAYS = 2;

/**
 * What the record says of a tank's water, ready for the additions calculator: what would so much of a solution do?
 * @returns undefined until alkalinity has been read once
 */
export function doseEffectQuestion(
  snapshot: Snapshot,
  tank: Tank,
  solution: Solution,
  ml: number,
): z.input<typeof additions.input> | undefined {
  const last = (parameter: Parameters<typeof lastObservation>[2]) => lastObservation(snapshot, tank.id, parameter);
  const alkalinity = last('alkalinity');
  if (!alkalinity) return undefined;
  const ph = last('ph');
  const calcium = last('calcium')?.value;
  const magnesium = last('magnesium')?.value;
  return {
    netVolumeL: netVolumeL(tank),
    waterFrom: 'log',
    water: {
      salinity: last('salinity')?.value ?? aimFor(tank, 'salinity'),
      temperatureC: last('temperature')?.value ?? aimFor(tank, 'temperature'),
      alkalinity: alkalinity.value,
      ...given({ calcium, magnesium }),
      ...(ph && Math.abs(ph.at - alkalinity.at) <= TOGETHER_DAYS * DAY_MS && { phNbs: ph.value }),
    },
    add: [{ solution: solution.claim ? { claim: solution.claim } : { parts: solution.parts }, ml }],
  };
}
