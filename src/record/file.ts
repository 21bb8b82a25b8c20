import { z } from 'zod';
import type { Change } from './change';
import { migrateRow } from './migrations';
import { RECORD_VERSION, ROW_TABLES, TABLES, type Book, type RowTable } from './schema';

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
  entries: z.array(z.unknown()),
});

const bookSchema = z.object({
  settings: TABLES.settings,
  tanks: z.array(TABLES.tanks),
  salts: z.array(TABLES.salts),
  solutions: z.array(TABLES.solutions),
  vessels: z.array(TABLES.vessels),
  sources: z.array(TABLES.sources),
  waterDays: z.array(TABLES.waterDays),
  entries: z.array(TABLES.entries),
});

/** Why a file cannot be taken in: each fault with the place it stands. */
export class ImportTrouble extends Error {
  readonly faults: readonly string[];

  constructor(faults: readonly string[]) {
    super(faults[0] ?? 'The file could not be read.');
    this.name = 'ImportTrouble';
    this.faults = faults;
  }
}

/** The whole record as the text of one JSON file. Keys stand in the schema's order, so equal records give equal files. */
export function writeFile(book: Book, exportedAt: Date): string {
  const head = { format: FILE_FORMAT, version: RECORD_VERSION, exportedAt: exportedAt.toISOString() };
  return `${JSON.stringify({ ...head, ...bookSchema.parse(book) }, null, 1)}\n`;
}

/**
 * Reads a file back, from this version or an older one.
 * @throws ImportTrouble naming each fault and its place, such as "entries[12].values.alkalinity: Too big…"
 */
export function readFile(text: string): Book {
  let plain: unknown;
  try {
    plain = JSON.parse(text);
  } catch (error) {
    if (looksLikeTable(text))
      throw new ImportTrouble([
        'This is a table (CSV): it holds figures for a spreadsheet, and not the whole record. Choose the .json file that “Export everything” made.',
      ]);
    throw new ImportTrouble([
      `This is not a JSON file: ${error instanceof Error ? error.message : 'it could not be read'}.`,
    ]);
  }
  const envelope = envelopeSchema.safeParse(plain);
  if (!envelope.success) throw new ImportTrouble(faultsOf(envelope.error));
  const { version } = envelope.data;
  if (version > RECORD_VERSION) {
    throw new ImportTrouble([
      `version: this file is of version ${version}; this copy of Mild Tide reads up to ${RECORD_VERSION}. Open it with a newer copy.`,
    ]);
  }
  const carried = (table: keyof typeof TABLES, row: unknown) =>
    isPlainRow(row) ? migrateRow(table, row, version) : row;
  const book = bookSchema.safeParse({
    settings: carried('settings', envelope.data.settings),
    ...Object.fromEntries(ROW_TABLES.map((table) => [table, envelope.data[table].map((row) => carried(table, row))])),
  });
  if (!book.success) throw new ImportTrouble(faultsOf(book.error));
  const loose = looseEnds(book.data);
  if (loose.length > 0) throw new ImportTrouble(loose);
  return { ...book.data, entries: book.data.entries.toSorted((a, b) => a.at - b.at) };
}

/** Whether a text that is no JSON is rows of values, as a spreadsheet saves them. */
function looksLikeTable(text: string): boolean {
  const [head = '', second = ''] = text.replace(/^\uFEFF/, '').split(/\r?\n/, 2);
  const columns = (line: string) => line.split(/[,;\t]/).length;
  return !/^\s*[{[]/.test(head) && columns(head) > 1 && columns(second) > 1;
}

/** The change that puts a file's record in the place of the present one; undone like any other. */
export function replaceWith(book: Book, present: Book): Change {
  const gone = (here: readonly { id: string }[], there: readonly { id: string }[]) => {
    const kept = new Set(there.map((row) => row.id));
    return here.filter((row) => !kept.has(row.id)).map((row) => row.id);
  };
  return {
    label: 'Imported a record',
    put: {
      settings: [book.settings],
      ...Object.fromEntries(ROW_TABLES.map((table) => [table, book[table]])),
    },
    remove: Object.fromEntries(ROW_TABLES.map((table) => [table, gone(present[table], book[table])])),
  };
}

const MOST_FAULTS_TOLD = 8;

function faultsOf(error: z.ZodError): string[] {
  const told = error.issues.slice(0, MOST_FAULTS_TOLD).map((issue) => `${placeOf(issue.path)}: ${issue.message}`);
  const more = error.issues.length - told.length;
  return more > 0 ? [...told, `and ${more} more`] : told;
}

function placeOf(path: readonly PropertyKey[]): string {
  return (
    path.reduce<string>(
      (place, key) => (typeof key === 'number' ? `${place}[${key}]` : place ? `${place}.${String(key)}` : String(key)),
      '',
    ) || 'file'
  );
}

/** Rows that point at rows the file does not hold, and rows that share an identity. */
function looseEnds(book: Omit<Book, 'settings'>): string[] {
  const faults: string[] = [];
  const ids = (table: RowTable) => {
    const seen = new Set<string>();
    book[table].forEach(({ id }, i) => {
      if (seen.has(id)) faults.push(`${table}[${i}].id: "${id}" stands twice`);
      seen.add(id);
    });
    return seen;
  };
  const tanks = ids('tanks');
  const salts = ids('salts');
  const solutions = ids('solutions');
  const sources = ids('sources');
  for (const table of ['vessels', 'waterDays', 'entries'] as const) ids(table);
  book.tanks.forEach((tank, i) => {
    if (tank.saltId !== null && !salts.has(tank.saltId))
      faults.push(`tanks[${i}].saltId: no salt "${tank.saltId}" in the file`);
  });
  book.entries.forEach((entry, i) => {
    if (entry.tankId !== null && !tanks.has(entry.tankId))
      faults.push(`entries[${i}].tankId: no tank "${entry.tankId}" in the file`);
    if ('solutionId' in entry && !solutions.has(entry.solutionId))
      faults.push(`entries[${i}].solutionId: no solution "${entry.solutionId}" in the file`);
    if ('sourceId' in entry && !sources.has(entry.sourceId))
      faults.push(`entries[${i}].sourceId: no source "${entry.sourceId}" in the file`);
  });
  return faults.slice(0, MOST_FAULTS_TOLD);
}

function isPlainRow(row: unknown): row is Record<string, unknown> {
  return typeof row === 'object' && row !== null && !Array.isArray(row);
}
