import { z } from 'zod';
import { amount, id, moment, name } from './fields';

/** A vessel that saltwater is mixed or stored in. */
export const vesselSchema = z.strictObject({ id, name, litres: z.number().min(0.5).max(100_000) });

export const STAGE_KINDS = ['sediment', 'carbon', 'membrane', 'resin'] as const;
export type StageKind = (typeof STAGE_KINDS)[number];

/** The line that makes purified water, its parts in the order the water meets them. */
export const sourceSchema = z.strictObject({
  id,
  name,
  /** The membrane's rating: litres a day at this pressure and 25 °C. */
  ratedLPerDay: z.number().min(1).max(20_000),
  ratedKPa: z.number().min(100).max(1500),
  /** Litres of waste for each litre made. */
  wasteRatio: amount(20),
  /** Of the supply, where no test says otherwise. */
  pressureKPa: z.number().min(100).max(1500),
  temperatureC: z.number().min(1).max(45),
  flushMinutes: amount(240),
  stages: z
    .array(
      z.strictObject({
        id,
        kind: z.enum(STAGE_KINDS),
        /** Litres of resin in it. */
        resinL: z.number().min(0.05).max(200).optional(),
        /** Days after which it is changed whatever it reads. */
        everyDays: z.number().min(1).max(4000).optional(),
        /** Of a carbon block: litres that its label rates it for, and whether it is made for chloramine. */
        ratedL: z.number().min(10).max(1e6).optional(),
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
  mixHours: amount(24 * 14),
  tanks: z
    .array(
      z.strictObject({ tankId: id, litres: z.number().positive().max(100_000), salinity: z.number().min(5).max(42) }),
    )
    .min(1)
    .max(30),
  /** Vessels that may be used; all when left out. */
  vesselIds: z.array(id).max(30).optional(),
});

export type WaterVessel = z.infer<typeof vesselSchema>;
export type Source = z.infer<typeof sourceSchema>;
export type WaterDay = z.infer<typeof waterDaySchema>;
