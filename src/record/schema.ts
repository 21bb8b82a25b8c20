import type * as z from 'zod';
import { entrySchema, type Entry } from './kinds/list';
import { instrumentSchema, type Instrument } from './rows/instrument';
import { saltSchema, type Salt } from './rows/salt';
import { settingsSchema, type Settings } from './rows/settings';
import { solutionSchema, type Solution } from './rows/solution';
import { tankSchema, type Tank } from './rows/tank';
import { sourceSchema, vesselSchema, waterDaySchema, type Source, type WaterDay, type WaterVessel } from './rows/water';

export { entrySchema, type Entry, type EntryDraft, type EntryKind, type EntryOf } from './kinds/list';
export type { Instrument } from './rows/instrument';
export { saltSchema, type Salt } from './rows/salt';
export { settingsSchema, type Settings } from './rows/settings';
export { solutionSchema, type Solution } from './rows/solution';
export type { CycleRow, Kit, SetUpRow } from './rows/start';
export { netVolumeAt, netVolumeL, SUPPLIES, tankSchema, type Supply, type Tank } from './rows/tank';
export type { TopOffRow } from './rows/top-off';
export { STAGE_KINDS, STAGE_WORDS, type Source, type StageKind, type WaterDay, type WaterVessel } from './rows/water';

/**
 * The record: everything the keeper wrote, and the only state there is. All figures are in the core's canonical
 * units (see quantities/kinds.ts); moments are epoch milliseconds. Its rows are in `rows/`, its kinds of entry in `kinds/`.
 * The version counts changes of their shapes; `migrations.ts` carries older rows up to it.
 */
export const RECORD_VERSION = 18;

/** The tables of the record, with the schema of a row of each. */
export const TABLES = {
  settings: settingsSchema,
  tanks: tankSchema,
  salts: saltSchema,
  solutions: solutionSchema,
  vessels: vesselSchema,
  sources: sourceSchema,
  waterDays: waterDaySchema,
  instruments: instrumentSchema,
  entries: entrySchema,
} as const;

export type TableName = keyof typeof TABLES;
export const TABLE_NAMES = Object.keys(TABLES) as TableName[];
/** The tables of many rows: all but the settings. */
export type RowTable = Exclude<TableName, 'settings'>;
export const ROW_TABLES = TABLE_NAMES.filter((table): table is RowTable => table !== 'settings');
export type Row<Name extends TableName> = z.infer<(typeof TABLES)[Name]>;

/** The whole record in memory. Entries stand in order of time, the rest in order of name. */
export interface Snapshot {
  readonly settings: Settings;
  readonly tanks: readonly Tank[];
  readonly salts: readonly Salt[];
  readonly solutions: readonly Solution[];
  readonly vessels: readonly WaterVessel[];
  readonly sources: readonly Source[];
  /** In order of time. */
  readonly waterDays: readonly WaterDay[];
  readonly instruments: readonly Instrument[];
  readonly entries: readonly Entry[];
}
