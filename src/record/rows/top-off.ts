import * as z from 'zod';
import { COVER_IDS, MOVED_IDS, SURFACE_PLACES } from '@/chemistry/evaporation/surfaces';
import { SENSOR_IDS } from '@/calculators/top-off/sensors';
import { UPKEEP_ITEMS } from '@/calculators/top-off/upkeep';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import { TOP_OFF_AMOUNTS } from '@/calculators/top-off/top-off-amounts';
import { id, moment, bounded, more } from './fields';

/** How a tank is topped off, as far as its keeper has told: what is left out is not known, and nothing is made of it. */
export const topOffSchema = z.strictObject({
  places: z
    .array(
      z.strictObject({
        place: z.enum(SURFACE_PLACES),
        areaM2: more(AMOUNTS.openSurface.high),
        cover: z.enum(COVER_IDS),
      }),
    )
    .max(9)
    .optional(),
  moved: z.enum(MOVED_IDS).optional(),
  airMPerS: bounded(TOP_OFF_AMOUNTS.air).optional(),
  /** The vessel that rises when too much comes in, a sump or the display: inside, with the water at the top-off's mark. */
  rises: z
    .strictObject({
      lengthCm: bounded(TOP_OFF_AMOUNTS.riseLength),
      widthCm: bounded(TOP_OFF_AMOUNTS.riseWidth),
      heightCm: bounded(TOP_OFF_AMOUNTS.riseHeight),
      levelCm: bounded(TOP_OFF_AMOUNTS.waterAtMark),
      standsCm: bounded(TOP_OFF_AMOUNTS.stands),
    })
    .refine(({ levelCm, heightCm }) => levelCm <= heightCm, {
      path: ['levelCm'],
      message: 'the water stands above the rim',
    })
    .optional(),
  /** The keeper's own figure of what evaporates a day, in place of the log's; every bench reckons with it. */
  litresPerDay: bounded(TOP_OFF_AMOUNTS.evaporation).optional(),
  /** When the reservoir came to hold what it holds now. */
  markedAt: moment.optional(),
  /** Its water when full, and the height it stands at. */
  reservoir: z
    .strictObject({ heightCm: bounded(TOP_OFF_AMOUNTS.reservoirHeight), standsCm: bounded(TOP_OFF_AMOUNTS.stands) })
    .optional(),
  /** Where the hose ends, above the floor. */
  outletCm: bounded(TOP_OFF_AMOUNTS.height).optional(),
  /** A hole at the top of the hose lets air in when the pump stops. */
  siphonBroken: z.boolean().optional(),
  pump: z
    .strictObject({
      litresPerHour: bounded(TOP_OFF_AMOUNTS.pump),
      greatestLiftCm: bounded(TOP_OFF_AMOUNTS.greatestLift),
    })
    .optional(),
  hose: z
    .strictObject({ boreCm: bounded(TOP_OFF_AMOUNTS.bore), lengthCm: bounded(TOP_OFF_AMOUNTS.hoseLength) })
    .optional(),
  sensors: z.array(z.enum(SENSOR_IDS)).max(2).optional(),
  /** How far above the mark the second sensor cuts the pump. */
  cutOffCm: bounded(TOP_OFF_AMOUNTS.cutOffHeight).optional(),
  runLimitDays: bounded(TOP_OFF_AMOUNTS.runLimit).optional(),
  runsBackL: bounded(TOP_OFF_AMOUNTS.runsBack).optional(),
  returnReserveL: bounded(TOP_OFF_AMOUNTS.returnReserve).optional(),
  floorSalinity: bounded(PARAMETERS.salinity).optional(),
  /** Solutions made with the reservoir's water: it is drawn with what they bring. */
  fromReservoir: z.array(id).max(10).optional(),
  /** The keeper's own days between, where they differ from what is usual. */
  everyDays: z.partialRecord(z.enum(UPKEEP_ITEMS), bounded(TOP_OFF_AMOUNTS.everyDays)).optional(),
});

/** An automatic feeder. */
export const feederSchema = z.strictObject({
  portions: bounded(TOP_OFF_AMOUNTS.portions),
  perDay: bounded(TOP_OFF_AMOUNTS.perDay),
});

/** When nobody is there: the house's, for all its tanks. */
export const absenceSchema = z.strictObject({
  leavesAt: moment,
  days: bounded(TOP_OFF_AMOUNTS.away),
});

export type TopOffRow = z.infer<typeof topOffSchema>;
