import * as z from 'zod';
import type { Caution, Certainty, Origin } from '../calculator/calculator';
import { listed } from '../calculator/words';
import { FOLLOWED, type Followed } from '@/chemistry/water-change/followed';
import { nameOf } from './change-input';

/** Where each level of the new water comes from. */
export const WATER_ORIGINS = ['tested', 'label', 'assumed', 'yours'] as const;
export type WaterOrigin = (typeof WATER_ORIGINS)[number];
export type WaterOrigins = { readonly [Id in Followed]?: WaterOrigin };

/** Where nothing is said the figure is taken as the asker's own. */
export const waterOriginsInput = z.partialRecord(z.enum(FOLLOWED), z.enum(WATER_ORIGINS)).default({});

const TOLD: Record<WaterOrigin, { readonly origin: Origin; readonly from: string }> = {
  tested: { origin: 'log', from: 'the batch’s own tests' },
  label: { origin: 'setting', from: 'the salt’s profile, by its label' },
  assumed: { origin: 'assumed', from: 'as natural seawater, since neither a test nor a profile of the salt is known' },
  yours: { origin: 'yours', from: 'your figure' },
};

/** Origin and words of one level of the new water, for a working. */
export function originOf(origins: WaterOrigins, id: Followed): { readonly origin: Origin; readonly from: string } {
  return TOLD[origins[id] ?? 'yours'];
}

/** An answer that rests on assumed water is a rough one. */
export function certaintyOn(origins: WaterOrigins, id: Followed | readonly Followed[]): Certainty {
  return [id].flat().some((each) => origins[each] === 'assumed') ? 'rough' : 'worked out';
}

/** What is assumed of the new water, said where it applies. Nutrients are left out: RO/DI water and salt bring next to none. */
export function assumedCautions(origins: WaterOrigins, followed: readonly Followed[]): Caution[] {
  const assumed = followed.filter((id) => origins[id] === 'assumed' && id !== 'nitrate' && id !== 'phosphate');
  if (assumed.length === 0) return [];
  return [
    {
      severity: 'caution',
      says: [
        `What the new water holds of ${listed(assumed.map(nameOf))} is not known: natural seawater’s is assumed. A salt can make half as much again: enter its profile on the Salt bench, or test the batch.`,
      ],
    },
  ];
}
