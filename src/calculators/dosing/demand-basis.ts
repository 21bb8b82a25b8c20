import * as z from 'zod';
import { figure } from '../calculator/calculator-input';
import type { Origin } from '../calculator/calculator';

/** What a consumption rests on. The words for it are made here, from what is known of the readings. */
export const demandBasis = z
  .strictObject({
    by: z.enum(['yours', 'readings', 'ratio', 'readings and ratio']).default('yours'),
    /** How many readings it rests on, and how many were left out of it. */
    readings: figure('readings', 0, 1e6).default(0),
    leftOut: figure('readings left out', 0, 1e6).default(0),
    /** Where water was changed between them: the salt whose label the new water is taken by, or none that is known. */
    newWater: z.strictObject({ salt: z.string().max(200).optional() }).optional(),
  })
  .default({ by: 'yours', readings: 0, leftOut: 0 });
export type DemandBasis = z.output<typeof demandBasis>;

export function basisOrigin({ by }: DemandBasis): Origin {
  return by === 'yours' ? 'yours' : by === 'ratio' ? 'equation' : 'log';
}

export function basisWords({ by, readings, leftOut, newWater }: DemandBasis): string {
  if (by === 'yours') return 'your figure';
  if (by === 'ratio') return 'from alkalinity, in the proportion that skeletons use (20.04 mg per meq)';
  const aside = leftOut > 0 ? `; ${leftOut} left out as outlier${leftOut > 1 ? 's' : ''}` : '';
  const water = newWater ? `; ${newWaterWords(newWater)}` : '';
  const told = `${readings} readings, net of what was dosed and changed between them${aside}${water}`;
  return by === 'readings' ? told : `${told}, weighed with the proportion to alkalinity that skeletons use`;
}

function newWaterWords({ salt }: NonNullable<DemandBasis['newWater']>): string {
  return salt === undefined
    ? 'water changes taken as natural seawater, since no profile of the salt is entered'
    : `water changes taken as ${salt} by its label`;
}
