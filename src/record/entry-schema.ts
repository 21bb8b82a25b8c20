import { z } from 'zod';
import type { PARAMETER_IDS } from '@/calculators/parameters/parameters';
import { ADDED_KINDS } from '@/calculators/cycle/cycle-input';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import { UPKEEP_ITEMS } from '@/calculators/top-off/upkeep';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { amount, id, moment, within } from './fields';

const reading = (parameter: (typeof PARAMETER_IDS)[number]) => {
  const { low, high } = PARAMETERS[parameter];
  return z.number().min(low).max(high).optional();
};

const common = {
  id,
  tankId: id,
  at: moment,
  note: z.string().max(2000).optional(),
  /** The line it was jotted as. */ jotted: z.string().max(2000).optional(),
};

/** What belongs to the house and to no one tank. */
const ofTheHouse = { ...common, tankId: z.null() };

const sourceReading = (high: number) => amount(high).optional();

export const entrySchema = z.discriminatedUnion('kind', [
  z.strictObject({
    ...common,
    kind: z.literal('reading'),
    values: z.strictObject({
      alkalinity: reading('alkalinity'),
      calcium: reading('calcium'),
      magnesium: reading('magnesium'),
      nitrate: reading('nitrate'),
      phosphate: reading('phosphate'),
      ph: reading('ph'),
      salinity: reading('salinity'),
      temperature: reading('temperature'),
      ammonia: reading('ammonia'),
      nitrite: reading('nitrite'),
    }),
  }),
  /** Once, by hand. */
  z.strictObject({ ...common, kind: z.literal('dose'), solutionId: id, volumeMl: within(AMOUNTS.dose) }),
  /** From now on, by a pump or by habit; nought ends it. */
  z.strictObject({ ...common, kind: z.literal('standing-dose'), solutionId: id, mlPerDay: amount(1_000_000) }),
  /** A calcium reactor's feed from now on; nought closes it. */
  z.strictObject({ ...common, kind: z.literal('reactor'), mlPerMin: amount(1000), effluentAlkalinity: amount(60) }),
  z.strictObject({
    ...common,
    kind: z.literal('water-change'),
    volumeL: within(AMOUNTS.waterChange),
    salinity: within(AMOUNTS.newWaterSalinity).optional(),
    /** The batch it came from. */
    batchId: id.optional(),
  }),
  z.strictObject({
    ...common,
    kind: z.literal('refill'),
    volumeL: within(AMOUNTS.refill),
    /** What then stood in the reservoir, where it was not filled to its mark. */
    leavesL: amount(10_000).optional(),
  }),
  /** The reservoir looked at. */
  z.strictObject({ ...common, kind: z.literal('reservoir-level'), litres: amount(10_000) }),
  /** The top-off pump's time counted: how long it ran in the days before. */
  z.strictObject({
    ...common,
    kind: z.literal('pump-run'),
    ranDays: amount(31),
    overDays: z.number().min(0.25).max(62),
  }),
  /** The air about the tank. */
  z
    .strictObject({
      ...common,
      kind: z.literal('room'),
      airC: z.number().min(-10).max(45).optional(),
      humidityPercent: z.number().min(5).max(100).optional(),
    })
    .refine(({ airC, humidityPercent }) => airC !== undefined || humidityPercent !== undefined, 'warmth or humidity'),
  /** The top-off seen to. */
  z.strictObject({ ...common, kind: z.literal('upkeep'), item: z.enum(UPKEEP_ITEMS) }),
  /** What stands in a solution's bottle. */
  z.strictObject({ ...common, kind: z.literal('bottle-level'), solutionId: id, volumeMl: amount(1e6) }),
  z.strictObject({
    ...common,
    /** null where it was mixed for more than one tank. */
    tankId: id.nullable(),
    kind: z.literal('batch'),
    saltId: id.nullable(),
    vesselId: id.optional(),
    /** The lot printed on the box. */
    lot: z.string().trim().max(60).optional(),
    volumeL: within(AMOUNTS.batchVolume),
    saltG: z.number().positive().max(1e7),
    targetSalinity: within(AMOUNTS.batchSalinity),
    measuredSalinity: within(AMOUNTS.measuredSalinity).optional(),
  }),
  /** A batch read again, and what was done to it then: the reading is of before. */
  z.strictObject({
    ...common,
    tankId: id.nullable(),
    kind: z.literal('batch-check'),
    batchId: id,
    // Below 2 no instrument tells of saltwater, and what was tested could not be told at another salinity.
    salinity: z.number().min(2).max(42),
    temperatureC: z.number().min(0).max(40).optional(),
    alkalinity: reading('alkalinity'),
    calcium: reading('calcium'),
    magnesium: reading('magnesium'),
    saltAddedG: z.number().positive().max(1e7).optional(),
    waterTakenOutL: z.number().positive().max(100_000).optional(),
    waterPouredInL: z.number().positive().max(100_000).optional(),
  }),
  /** The supply and the filter line, read on one day. */
  z.strictObject({
    ...ofTheHouse,
    kind: z.literal('source-test'),
    sourceId: id,
    tdsSupply: sourceReading(10_000),
    tdsMembrane: sourceReading(10_000),
    tdsProduct: sourceReading(1000),
    totalChlorine: sourceReading(10),
    freeChlorine: sourceReading(10),
    afterCarbon: sourceReading(10),
    temperatureC: z.number().min(1).max(45).optional(),
    pressureKPa: within(AMOUNTS.feedPressure).optional(),
    /** What ran into a jug in the time it took, as litres a day. */
    litresPerDay: z.number().min(1).max(20_000).optional(),
  }),
  z.strictObject({ ...ofTheHouse, kind: z.literal('part-fitted'), sourceId: id, stageId: id }),
  /** A step of a water day, ticked off. */
  z.strictObject({
    ...common,
    tankId: id.nullable(),
    kind: z.literal('step-done'),
    waterDayId: id,
    step: z.string().min(1).max(120),
    says: z.string().min(1).max(300),
    /** Entries that were filed with the tick, and go with it. */
    filed: z.array(id).max(4).optional(),
  }),
  /** Something put in that lives or carries life. */
  z.strictObject({
    ...common,
    kind: z.literal('put-in'),
    what: z.enum(ADDED_KINDS),
    count: z.number().min(1).max(1000),
  }),
  /** A step of the set-up, ticked off. */
  z.strictObject({
    ...common,
    kind: z.literal('set-up-step'),
    step: z.string().min(1).max(120),
    says: z.string().min(1).max(300),
  }),
  z.strictObject({ ...common, kind: z.literal('note'), note: z.string().trim().min(1).max(2000) }),
]);

export type Entry = z.infer<typeof entrySchema>;
export type EntryKind = Entry['kind'];
export type EntryOf<Kind extends EntryKind> = Extract<Entry, { kind: Kind }>;
/** An entry of a tank before it is filed: no identity and no tank yet. */
export type EntryDraft =
  Exclude<Entry, { tankId: null }> extends infer Each
    ? Each extends Entry
      ? Omit<Each, 'id' | 'tankId'>
      : never
    : never;
