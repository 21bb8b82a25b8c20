import * as z from 'zod';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { id, moment, name, bounded, more } from './fields';

/** A vessel that saltwater is mixed or stored in. */
export const vesselSchema = z.strictObject({ id, name, litres: bounded(AMOUNTS.vessel) });

export const STAGE_KINDS = ['sediment', 'carbon', 'membrane', 'resin'] as const;
export type StageKind = (typeof STAGE_KINDS)[number];

/** What a part of the source line is called. */
export const STAGE_WORDS: Record<StageKind, string> = {
  sediment: 'sediment filter',
  carbon: 'carbon block',
  membrane: 'membrane',
  resin: 'resin',
};

/** The line that makes RO/DI water, its parts in the order the water meets them. */
export const sourceSchema = z.strictObject({
  id,
  name,
  /** The membrane's rating: litres a day at this pressure and 25 °C. */
  ratedLPerDay: bounded(AMOUNTS.waterMade),
  ratedKPa: bounded(AMOUNTS.feedPressure),
  /** Litres of waste for each litre made. */
  wasteRatio: bounded(AMOUNTS.wasteRatio),
  /** Of the supply, where no test says otherwise. */
  pressureKPa: bounded(AMOUNTS.feedPressure),
  temperatureC: bounded(AMOUNTS.supplyTemperature),
  flushMinutes: bounded(AMOUNTS.flush),
  stages: z
    .array(
      z.strictObject({
        id,
        kind: z.enum(STAGE_KINDS),
        /** Litres of resin in it. */
        resinL: bounded(AMOUNTS.resin).optional(),
        /** Days after which it is changed whatever it reads. */
        everyDays: bounded(AMOUNTS.partLasts).optional(),
        /** Of a carbon block: litres that its label rates it for, and whether it is made for chloramine. */
        ratedL: bounded(AMOUNTS.carbonRated).optional(),
        forChloramine: z.boolean().optional(),
      }),
    )
    .min(1)
    .max(10),
});

/** A day on which the water of several tanks is changed: what was decided, from which vessels and times follow. */
export const waterDaySchema = z.strictObject({
  id,
  at: moment,
  mixHours: bounded(AMOUNTS.mixHours),
  tanks: z
    .array(
      z.strictObject({
        tankId: id,
        litres: more(100_000),
        salinity: bounded(AMOUNTS.batchSalinity),
      }),
    )
    .min(1)
    .max(30),
  /** Vessels that may be used; all when left out. */
  vesselIds: z.array(id).max(30).optional(),
});

export type WaterVessel = z.infer<typeof vesselSchema>;
export type Source = z.infer<typeof sourceSchema>;
export type WaterDay = z.infer<typeof waterDaySchema>;
