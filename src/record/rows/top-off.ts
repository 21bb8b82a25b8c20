import { z } from 'zod';
import { COVER_IDS, MOVED_IDS, PLACES } from '@/chemistry/evaporation/surfaces';
import { SENSOR_IDS } from '@/calculators/top-off/sensors';
import { UPKEEP_ITEMS } from '@/calculators/top-off/upkeep';
import { amount, id, moment } from './fields';

const cm = (low: number, high: number) => z.number().min(low).max(high);

/** How a tank is topped off, as far as its keeper has told: what is left out is not known, and nothing is made of it. */
export const topOffSchema = z.strictObject({
  places: z
    .array(z.strictObject({ place: z.enum(PLACES), areaM2: z.number().positive().max(100), cover: z.enum(COVER_IDS) }))
    .max(9)
    .optional(),
  moved: z.enum(MOVED_IDS).optional(),
  airMPerS: amount(5).optional(),
  /** The vessel that rises when too much comes in, a sump or the display: inside, with the water at the top-off's mark. */
  rises: z
    .strictObject({
      lengthCm: cm(5, 1000),
      widthCm: cm(5, 400),
      heightCm: cm(5, 250),
      levelCm: cm(1, 250),
      standsCm: cm(0, 400),
    })
    .refine(({ levelCm, heightCm }) => levelCm <= heightCm, {
      path: ['levelCm'],
      message: 'the water stands above the rim',
    })
    .optional(),
  /** When the reservoir came to hold what it holds now. */
  markedAt: moment.optional(),
  /** Its water when full, and the height it stands at. */
  reservoir: z.strictObject({ heightCm: cm(2, 300), standsCm: cm(0, 400) }).optional(),
  /** Where the hose ends, above the floor. */
  outletCm: cm(0, 500).optional(),
  /** A hole at the top of the hose lets air in when the pump stops. */
  siphonBroken: z.boolean().optional(),
  pump: z.strictObject({ litresPerHour: amount(20_000), greatestLiftCm: cm(5, 1000) }).optional(),
  hose: z.strictObject({ boreCm: cm(0.2, 10), lengthCm: cm(1, 5000) }).optional(),
  sensors: z.array(z.enum(SENSOR_IDS)).max(2).optional(),
  /** How far above the mark the second sensor cuts the pump. */
  cutOffCm: cm(0, 100).optional(),
  runLimitDays: cm(1 / 1440, 1).optional(),
  runsBackL: amount(10_000).optional(),
  returnReserveL: amount(10_000).optional(),
  floorSalinity: cm(5, 42).optional(),
  /** Solutions made with the reservoir's water: it is drawn with what they bring. */
  fromReservoir: z.array(id).max(10).optional(),
  /** The keeper's own days between, where they differ from what is usual. */
  everyDays: z.partialRecord(z.enum(UPKEEP_ITEMS), z.number().min(1).max(800)).optional(),
});

/** An automatic feeder. */
export const feederSchema = z.strictObject({ portions: amount(1000), perDay: z.number().min(0.1).max(24) });

/** When nobody is there: the house's, for all its tanks. */
export const absenceSchema = z.strictObject({
  leavesAt: moment,
  days: z.number().min(0.5).max(120),
});

export type TopOffRow = z.infer<typeof topOffSchema>;
