import { z } from 'zod';
import { ELEMENTS } from '@/chemistry/dosing/elements';
import { PARAMETER_IDS, PARAMETERS } from '@/chemistry/parameters';
import { REAGENT_IDS } from '@/chemistry/reagents/reagents';
import { ALKALINITY_FORMS, strengthOfBottle } from '@/chemistry/reagents/claim';
import { attempt } from '@/chemistry/refusal';

/**
 * The record: everything the keeper wrote, and the only state there is. All figures are in the core's canonical
 * units (see chemistry/units/kinds.ts); moments are epoch milliseconds. The version counts changes of this file's shapes;
 * `migrations.ts` carries older rows up to it.
 */
export const RECORD_VERSION = 4;

const id = z.string().min(1).max(64);
const moment = z.number().int().min(0).max(8.64e15);
const amount = (high: number) => z.number().min(0).max(high);
const name = z.string().trim().min(1, 'a name is needed').max(60, 'a name has at most 60 characters');

export const settingsSchema = z.strictObject({
  id: z.literal('settings'),
  /** IANA zone, for where a day begins. */
  zone: z.string().min(1),
  units: z.strictObject({
    volume: z.enum(['L', 'US gal']),
    temperature: z.enum(['°C', '°F']),
    alkalinity: z.enum(['dKH', 'meq/L', 'ppm CaCO3']),
    salinity: z.enum(['ppt', 'sg', 'mS/cm']),
    /** What money is called, for the price of a box. */
    currency: z.string().trim().max(4).optional(),
  }),
  /** Shortcuts of one letter can be turned off for those whose speech or switch input would set them off. */
  letterShortcuts: z.boolean(),
});

/** A box of sea salt. */
export const saltSchema = z.strictObject({
  id,
  name,
  /** Grams a litre of saltwater at 35 ppt, from the label; null until told or learnt. */
  gramsPerLAt35: z.number().min(33).max(50).nullable(),
  /** What the label says it makes, at the salinity it says it for. */
  profile: z
    .strictObject({ salinity: amount(42), alkalinity: amount(10), calcium: amount(1000), magnesium: amount(3000) })
    .nullable(),
  /** What a box holds, and what it costs. */
  boxG: z.number().min(50).max(1e6).optional(),
  boxPrice: amount(1e6).optional(),
});

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

/** A solution by the salts weighed into a litre, or by what its maker's label claims; never by both. */
export const solutionSchema = z
  .strictObject({
    id,
    name,
    parts: z
      .array(
        z.strictObject({
          reagent: z.enum(REAGENT_IDS),
          gramsPerL: z.number().positive().max(2000),
          /** The share of what is weighed that is the salt; all of it when left out. */
          purity: z.number().min(0.2).max(1).optional(),
        }),
      )
      .max(6),
    /** So many mL in so many litres raise this by that. */
    claim: z
      .strictObject({
        ml: z.number().positive().max(100_000),
        inLitres: z.number().positive().max(100_000),
        raises: z.strictObject({
          alkalinity: amount(50).optional(),
          calcium: amount(5000).optional(),
          magnesium: amount(5000).optional(),
        }),
        alkalinityAs: z.enum(ALKALINITY_FORMS),
      })
      .optional(),
  })
  .refine(({ parts, claim }) => (parts.length === 0) === (claim !== undefined), {
    path: ['parts'],
    message: 'a solution is told by its salts or by its label, one of the two',
  })
  .superRefine((bottle, context) => {
    const { refusal } = attempt(() => strengthOfBottle(bottle));
    if (refusal) context.addIssue({ code: 'custom', path: ['parts'], message: `${refusal.field}: ${refusal.allowed}` });
  });

const band = z
  .tuple([z.number(), z.number()])
  .refine(([low, high]) => low <= high, 'the lower end stands above the upper');

/** What the net volume follows from. */
interface Volumes {
  readonly displayL: number;
  readonly sumpL: number;
  readonly rockL: number;
  readonly sandL: number;
  readonly netVolumeL: number | null;
}

/** Litres of water in the system: what the vessels hold less what rock and sand displace, or the keeper's own figure. */
export function netVolumeL(tank: Volumes): number {
  return tank.netVolumeL ?? tank.displayL + tank.sumpL - tank.rockL - tank.sandL;
}

export const tankSchema = z
  .strictObject({
    id,
    name,
    displayL: z.number().positive().max(100_000),
    sumpL: amount(100_000),
    /** Litres that rock and sand displace. */
    rockL: amount(50_000),
    sandL: amount(50_000),
    /** The keeper's own figure for the net volume, when it overrules the sum. */
    netVolumeL: z.number().positive().max(100_000).nullable(),
    reservoirL: amount(10_000),
    openSurfaceM2: z.number().positive().max(100).nullable(),
    room: z.strictObject({ airC: z.number().min(-10).max(45), humidity: z.number().min(0).max(1) }),
    saltId: id.nullable(),
    /** How calcification is answered: the dose bench opens on it. */
    method: z.enum(['parts', 'reactor', 'water-changes']),
    /** Which solution carries which element; the first that holds it when not said. */
    parts: z.partialRecord(z.enum(ELEMENTS), id),
    targets: z.partialRecord(z.enum(PARAMETER_IDS), band),
    /** Water changes as they are meant to go on; as the log shows them when left out. */
    routine: z
      .strictObject({ changeL: z.number().positive().max(100_000), everyDays: z.number().min(0.5).max(366) })
      .optional(),
  })
  .refine((tank) => netVolumeL(tank) > 0, {
    path: ['rockL'],
    message: 'rock and sand displace more than the vessels hold',
  });

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
  z.strictObject({ ...common, kind: z.literal('dose'), solutionId: id, volumeMl: z.number().positive().max(100_000) }),
  /** From now on, by a pump or by habit; nought ends it. */
  z.strictObject({ ...common, kind: z.literal('standing-dose'), solutionId: id, mlPerDay: amount(1_000_000) }),
  /** A calcium reactor's feed from now on; nought closes it. */
  z.strictObject({ ...common, kind: z.literal('reactor'), mlPerMin: amount(1000), effluentAlkalinity: amount(60) }),
  z.strictObject({
    ...common,
    kind: z.literal('water-change'),
    volumeL: z.number().positive().max(100_000),
    salinity: z.number().min(0).max(42).optional(),
    /** The batch it came from. */
    batchId: id.optional(),
  }),
  z.strictObject({ ...common, kind: z.literal('refill'), volumeL: z.number().positive().max(10_000) }),
  z.strictObject({
    ...common,
    /** null where it was mixed for more than one tank. */
    tankId: id.nullable(),
    kind: z.literal('batch'),
    saltId: id.nullable(),
    vesselId: id.optional(),
    /** The lot printed on the box. */
    lot: z.string().trim().max(60).optional(),
    volumeL: z.number().positive().max(100_000),
    saltG: z.number().positive().max(1e7),
    targetSalinity: z.number().min(0).max(42),
    measuredSalinity: z.number().min(0).max(42).optional(),
  }),
  /** A batch read again, and what was done to it then: the reading is of before. */
  z.strictObject({
    ...common,
    tankId: id.nullable(),
    kind: z.literal('batch-check'),
    batchId: id,
    salinity: z.number().min(0).max(42),
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
    pressureKPa: z.number().min(100).max(1500).optional(),
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
  z.strictObject({ ...common, kind: z.literal('note'), note: z.string().trim().min(1).max(2000) }),
]);

export type Settings = z.infer<typeof settingsSchema>;
export type Salt = z.infer<typeof saltSchema>;
export type Solution = z.infer<typeof solutionSchema>;
export type WaterVessel = z.infer<typeof vesselSchema>;
export type Source = z.infer<typeof sourceSchema>;
export type WaterDay = z.infer<typeof waterDaySchema>;
export type Tank = z.infer<typeof tankSchema>;
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

/** The tables of the record, with the schema of a row of each. */
export const TABLES = {
  settings: settingsSchema,
  tanks: tankSchema,
  salts: saltSchema,
  solutions: solutionSchema,
  vessels: vesselSchema,
  sources: sourceSchema,
  waterDays: waterDaySchema,
  entries: entrySchema,
} as const;

export type TableName = keyof typeof TABLES;
export const TABLE_NAMES = Object.keys(TABLES) as TableName[];
/** The tables of many rows: all but the settings. */
export type RowTable = Exclude<TableName, 'settings'>;
export const ROW_TABLES = TABLE_NAMES.filter((table): table is RowTable => table !== 'settings');
export type Row<Name extends TableName> = z.infer<(typeof TABLES)[Name]>;

/** The whole record in memory. Entries stand in order of time, the rest in order of name. */
export interface Book {
  readonly settings: Settings;
  readonly tanks: readonly Tank[];
  readonly salts: readonly Salt[];
  readonly solutions: readonly Solution[];
  readonly vessels: readonly WaterVessel[];
  readonly sources: readonly Source[];
  /** In order of time. */
  readonly waterDays: readonly WaterDay[];
  readonly entries: readonly Entry[];
}
