import { z } from 'zod';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { DOSED_PARAMETERS } from '@/calculators/dosing/dosed-parameters';
import { PARAMETERS, PARAMETER_IDS, type ParameterId } from '@/calculators/parameters/parameters';
import { REAGENT_IDS } from '@/chemistry/reagents/reagents';
import { ALKALINITY_FORMS, strengthOfBottle, type Bottle } from '@/chemistry/reagents/label-claim';
import { attempt } from '@/chemistry/refusal';
import { entrySchema, type Entry } from './entry-schema';
import { amount, id, moment, name, within, zone } from './fields';
import { cycleSchema, kitSchema, setUpSchema } from './start-schema';
import { absenceSchema, feederSchema, topOffSchema } from './top-off-schema';
import {
  sourceSchema,
  vesselSchema,
  waterDaySchema,
  type Source,
  type WaterDay,
  type WaterVessel,
} from './water-schema';

export { entrySchema, type Entry, type EntryDraft, type EntryKind, type EntryOf } from './entry-schema';
export { STAGE_KINDS, type Source, type StageKind, type WaterDay, type WaterVessel } from './water-schema';

/**
 * The record: everything the keeper wrote, and the only state there is. All figures are in the core's canonical
 * units (see chemistry/units/kinds.ts); moments are epoch milliseconds. The version counts changes of this file's shapes;
 * `migrations.ts` carries older rows up to it.
 */
export const RECORD_VERSION = 8;

export const settingsSchema = z.strictObject({
  id: z.literal('settings'),
  /** IANA zone, for where a day begins. */
  zone,
  units: z.strictObject({
    volume: z.enum(['L', 'US gal']),
    temperature: z.enum(['°C', '°F']),
    alkalinity: z.enum(['dKH', 'meq/L', 'ppm CaCO3']),
    salinity: z.enum(['ppt', 'sg', 'mS/cm']),
    /** What the kits tell ammonia and nitrite as; until asked, NH3 and NO2. */
    ammonia: z.enum(['mg/L', 'mg/L NH4', 'mg/L NH3-N']).optional(),
    nitrite: z.enum(['mg/L', 'mg/L NO2-N']).optional(),
    /** What money is called, for the price of a box. */
    currency: z.string().trim().max(4).optional(),
  }),
  /** Shortcuts of one letter can be turned off for those whose speech or switch input would set them off. */
  letterShortcuts: z.boolean(),
  kit: kitSchema.optional(),
  away: absenceSchema.optional(),
});

/** A box of sea salt. */
export const saltSchema = z.strictObject({
  id,
  name,
  /** Grams a litre of saltwater at 35 ppt, from the label; null until told or learnt. */
  gramsPerLAt35: z.number().min(33).max(50).nullable(),
  /** What the label says it makes, at the salinity it says it for. */
  profile: z
    .strictObject({
      salinity: within(AMOUNTS.batchSalinity),
      alkalinity: within(PARAMETERS.alkalinity),
      calcium: amount(PARAMETERS.calcium.high),
      magnesium: amount(PARAMETERS.magnesium.high),
    })
    .nullable(),
  /** What a box holds, and what it costs. */
  boxG: z.number().min(50).max(1e6).optional(),
  boxPrice: amount(1e6).optional(),
});

/** What a bottle holds: the salts weighed into a litre, or what its maker's label claims; never both. */
const makeup = {
  parts: z
    .array(
      z.strictObject({
        reagent: z.enum(REAGENT_IDS),
        gramsPerL: z.number().min(0.001).max(2000),
        /** The share of what is weighed that is the salt; all of it when left out. */
        purity: z.number().min(0.2).max(1).optional(),
      }),
    )
    .max(6),
  /** So many mL in so many litres raise this by that. */
  claim: z
    .strictObject({
      ml: within(AMOUNTS.dose),
      inLitres: within(AMOUNTS.netVolume),
      raises: z.strictObject({
        alkalinity: amount(50).optional(),
        calcium: amount(5000).optional(),
        magnesium: amount(5000).optional(),
        ammonia: amount(1000).optional(),
      }),
      alkalinityAs: z.enum(ALKALINITY_FORMS),
    })
    .optional(),
};

const toldOneWay = ({ parts, claim }: Bottle) => (parts.length === 0) === (claim !== undefined);
const ONE_OF_TWO = { path: ['parts'], message: 'a solution is told by its salts or by its label, one of the two' };
/** A strength that cannot be is a fault of the row, told with the salt it lies in. */
function hasStrength(bottle: Bottle, context: z.RefinementCtx): void {
  const { refusal } = attempt(() => strengthOfBottle(bottle));
  if (refusal) context.addIssue({ code: 'custom', path: ['parts'], message: `${refusal.field}: ${refusal.allowed}` });
}

/** A solution as it is made now, and as it was made before: what was dosed then was of that strength. */
export const solutionSchema = z
  .strictObject({
    id,
    name,
    ...makeup,
    /** In order of time; each held until the moment named. */
    earlier: z
      .array(
        z
          .strictObject({ until: moment, ...makeup })
          .refine(toldOneWay, ONE_OF_TWO)
          .superRefine(hasStrength),
      )
      .max(100)
      .refine((made) => made.every(({ until }, i) => until > (made[i - 1]?.until ?? -1)), 'in order of time')
      .optional(),
  })
  .refine(toldOneWay, ONE_OF_TWO)
  .superRefine(hasStrength);

const band = ({ low, high }: { readonly low: number; readonly high: number }) =>
  z
    .tuple([within({ low, high }), within({ low, high })])
    .refine(([from, to]) => from <= to, 'the lower end stands above the upper');

/** Both ends of a target lie where the parameter can be read at all. */
const targets = z.strictObject(
  Object.fromEntries(PARAMETER_IDS.map((parameter) => [parameter, band(PARAMETERS[parameter]).optional()])) as Record<
    ParameterId,
    z.ZodOptional<ReturnType<typeof band>>
  >,
);

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
    displayL: within(AMOUNTS.displayVolume),
    sumpL: amount(100_000),
    /** Litres that rock and sand displace. */
    rockL: amount(50_000),
    sandL: amount(50_000),
    /** The keeper's own figure for the net volume, when it overrules the sum. */
    netVolumeL: within(AMOUNTS.netVolume).nullable(),
    reservoirL: amount(10_000),
    openSurfaceM2: within(AMOUNTS.openSurface).nullable(),
    room: z.strictObject({ airC: z.number().min(-10).max(45), humidity: z.number().min(0).max(1) }),
    saltId: id.nullable(),
    /** How calcification is answered: the dose bench opens on it. */
    method: z.enum(['parts', 'reactor', 'water-changes']),
    /** Which solution carries which element; the first that holds it when not said. */
    parts: z.partialRecord(z.enum(DOSED_PARAMETERS), id),
    targets,
    /** Water changes as they are meant to go on; as the log shows them when left out. */
    routine: z
      .strictObject({ changeL: within(AMOUNTS.waterChange), everyDays: within(AMOUNTS.changeEvery) })
      .optional(),
    /** Left out of a tank that was running before its record began. */
    cycle: cycleSchema.optional(),
    setUp: setUpSchema.optional(),
    topOff: topOffSchema.optional(),
    feeder: feederSchema.optional(),
  })
  .refine((tank) => netVolumeL(tank) >= AMOUNTS.netVolume.low, {
    path: ['rockL'],
    message: 'rock and sand displace more than the vessels hold',
  })
  .refine((tank) => netVolumeL(tank) <= AMOUNTS.netVolume.high, {
    path: ['displayL'],
    message: `the net volume is more than ${AMOUNTS.netVolume.high} L`,
  });

export type { CycleRow, Kit, SetUpRow } from './start-schema';
export type { TopOffRow } from './top-off-schema';
export type Settings = z.infer<typeof settingsSchema>;
export type Salt = z.infer<typeof saltSchema>;
export type Solution = z.infer<typeof solutionSchema>;
export type Tank = z.infer<typeof tankSchema>;
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
