import * as z from 'zod';
import type { Change } from './change';
import { asFiled } from './entries-of';
import { migrateRow } from './migrations';
import { fileFault, rowName } from './faults';
import { madeToFit, type PlainSnapshot } from './made-to-fit';
import { namedBy, neededBy } from './references';
import { RECORD_VERSION, ROW_TABLES, TABLES, type Snapshot } from './schema';
import type { Quarantined } from './quarantine';

/** What an exported file says it is. */
export const FILE_FORMAT = 'mild-tide-record';

const envelopeSchema = z.looseObject({
  format: z.literal(FILE_FORMAT),
  version: z.number().int().min(1),
  settings: z.unknown(),
  tanks: z.array(z.unknown()),
  salts: z.array(z.unknown()),
  solutions: z.array(z.unknown()),
  // Files before version 4 have none of these.
  vessels: z.array(z.unknown()).default([]),
  sources: z.array(z.unknown()).default([]),
  waterDays: z.array(z.unknown()).default([]),
  // Nor files before version 9 of these.
  instruments: z.array(z.unknown()).default([]),
  entries: z.array(z.unknown()),
  // Rows that could not be read; the files have called them so since the first.
  setApart: z.array(z.unknown()).default([]),
});

const snapshotSchema = z.object({
  settings: TABLES.settings,
  tanks: z.array(TABLES.tanks),
  salts: z.array(TABLES.salts),
  solutions: z.array(TABLES.solutions),
  vessels: z.array(TABLES.vessels),
  sources: z.array(TABLES.sources),
  waterDays: z.array(TABLES.waterDays),
  instruments: z.array(TABLES.instruments),
  entries: z.array(TABLES.entries),
});

/** Why a file cannot be taken in: each fault with the place it stands. */
export class ImportError extends Error {
  readonly faults: readonly string[];

  constructor(faults: readonly string[]) {
    super(faults[0] ?? 'The file could not be read.');
    this.name = 'ImportTrouble';
    this.faults = faults;
  }
}

/**
 * The whole record as the text of one JSON file. Keys stand in the schema's order, so equal records give equal files.
 * @param quarantined rows on disk that cannot be read: they go out as they are, in a place of their own
 */
export function writeFile(snapshot: Snapshot, exportedAt: Date, quarantined: readonly Quarantined[] = []): string {
  const head = { format: FILE_FORMAT, version: RECORD_VERSION, exportedAt: exportedAt.toISOString() };
  const foot =
    quarantined.length > 0 ? { setApart: quarantined.map(({ table, row, fault }) => ({ table, fault, row })) } : {};
  return `${JSON.stringify({ ...head, ...snapshotSchema.parse(snapshot), ...foot }, null, 1)}\n`;
}

/** A file as it was read, and what was made to fit on the way in. */
export interface FileRead {
  readonly snapshot: Snapshot;
  readonly remarks: readonly string[];
}

/** The same as data that can be handed from a worker to the page: the record, or the faults it is refused for. */
export type ReadTold = { readonly read: FileRead } | { readonly faults: readonly string[] };

export function readTold(text: string, zone?: string): ReadTold {
  try {
    return { read: readRecord(text, zone) };
  } catch (error) {
    return { faults: error instanceof ImportError ? error.faults : ['The file could not be read.'] };
  }
}

/** @throws ImportTrouble as `readRecord` does */
export function readFile(text: string): Snapshot {
  return readRecord(text).snapshot;
}

/**
 * Reads a file back, from this version or an older one. What cannot stand as it is and has an obvious other form is given that, with a
 * remark: a zone this browser does not know, a tank's identity that cannot be an address.
 * @param zone IANA zone of this device, for a file whose own is not known here
 * @throws ImportTrouble naming each fault and its place, such as "Entry 13 (reading, 2026-11-12): alkalinity is 2324 dKH; too big: at most 168 dKH is taken"
 */
export function readRecord(text: string, zone = 'UTC'): FileRead {
  const read = jsonOf(text);
  const envelope = envelopeSchema.safeParse(read);
  if (!envelope.success) throw new ImportError(faultsOf(envelope.error, read));
  const { version, setApart: quarantined } = envelope.data;
  if (version > RECORD_VERSION) {
    throw new ImportError([
      `version: this file is of version ${version}; this copy of Mild Tide reads up to ${RECORD_VERSION}. Open it with a newer copy.`,
    ]);
  }
  const carried = (table: keyof typeof TABLES, row: unknown) =>
    isPlainRow(row) ? migrateRow(table, row, version) : row;
  const plain = {
    settings: carried('settings', envelope.data.settings),
    ...Object.fromEntries(ROW_TABLES.map((table) => [table, envelope.data[table].map((row) => carried(table, row))])),
  } as PlainSnapshot;
  const { plain: fitted, remarks } = madeToFit(plain, zone);
  const snapshot = snapshotSchema.safeParse(fitted);
  if (!snapshot.success) throw new ImportError(faultsOf(snapshot.error, fitted));
  const loose = looseEnds(snapshot.data);
  if (loose.length > 0) throw new ImportError(loose);
  if (quarantined.length > 0)
    remarks.push(
      `${quarantined.length} ${quarantined.length === 1 ? 'row' : 'rows'} that could not be read where the file was written ${quarantined.length === 1 ? 'is' : 'are'} left out.`,
    );
  return { snapshot: { ...snapshot.data, entries: snapshot.data.entries.toSorted(asFiled) }, remarks };
}

/** @throws ImportTrouble for what is no JSON, saying what it may be instead */
function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch (error) {
    if (looksLikeTable(text))
      throw new ImportError([
        'This is a table (CSV): it holds figures for a spreadsheet, and not the whole record. Choose the .json file that “Export everything” made.',
      ]);
    throw new ImportError([
      `This is not a JSON file: ${error instanceof SyntaxError ? error.message : 'it could not be read'}.`,
    ]);
  }
}

/** Whether a text that is no JSON is rows of values, as a spreadsheet saves them. */
function looksLikeTable(text: string): boolean {
  const [head = '', second = ''] = text.replace(/^\uFEFF/, '').split(/\r?\n/, 2);
  const columns = (line: string) => line.split(/[,;\t]/).length;
  return !/^\s*[{[]/.test(head) && columns(head) > 1 && columns(second) > 1;
}

/** The change that puts a file's record in the place of the present one; undone like any other. */
export function replaceWith(snapshot: Snapshot, present: Snapshot, label = 'Imported a record'): Change {
  const gone = (here: readonly { id: string }[], there: readonly { id: string }[]) => {
    const kept = new Set(there.map((row) => row.id));
    return here.filter((row) => !kept.has(row.id)).map((row) => row.id);
  };
  return {
    label,
    put: {
      settings: [snapshot.settings],
      ...Object.fromEntries(ROW_TABLES.map((table) => [table, snapshot[table]])),
    },
    remove: Object.fromEntries(ROW_TABLES.map((table) => [table, gone(present[table], snapshot[table])])),
  };
}

const MOST_FAULTS_TOLD = 8;

function faultsOf(error: z.ZodError, file: unknown): string[] {
  const told = error.issues.slice(0, MOST_FAULTS_TOLD).map((issue) => fileFault(issue, file));
  const more = error.issues.length - told.length;
  return more > 0 ? [...told, `and ${more} more`] : told;
}

/** Rows that point at rows the file does not hold, and rows that share an identity. */
function looseEnds(snapshot: Omit<Snapshot, 'settings'>): string[] {
  const faults: string[] = [];
  const ids = Object.fromEntries(
    ROW_TABLES.map((table) => {
      const seen = new Set<string>();
      snapshot[table].forEach(({ id }, i) => {
        if (seen.has(id))
          faults.push(
            `${rowName(table, i, snapshot[table][i])}: its id “${id}” stands twice; each row has one of its own. [${table}[${i}].id]`,
          );
        seen.add(id);
      });
      return [table, seen];
    }),
  );
  for (const table of ['tanks', 'entries'] as const)
    snapshot[table].forEach((row, i) => {
      for (const { field, table: of, id } of table === 'tanks' ? namedBy(table, row) : neededBy(table, row))
        if (!ids[of]?.has(id))
          faults.push(
            `${rowName(table, i, row)}: there is no ${of.slice(0, -1)} “${id}” in the file. [${table}[${i}].${field}]`,
          );
    });
  return faults.slice(0, MOST_FAULTS_TOLD);
}

function isPlainRow(row: unknown): row is Record<string, unknown> {
  return typeof row === 'object' && row !== null && !Array.isArray(row);
}
