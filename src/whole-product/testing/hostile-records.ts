import * as z from 'zod';
import { EVERYDAY_IDS, isParameter } from '@/calculators/parameters/parameters';
import { readTold, writeFile } from '@/record/file';
import {
  entrySchema,
  ROW_TABLES,
  TABLES,
  type Snapshot,
  type Entry,
  type EntryKind,
  type RowTable,
} from '@/record/schema';
import { smallHouse } from './small-house';

/**
 * Records that import takes and that no keeper has: every figure of every kind of row at the ends of what its schema accepts, one at a
 * time, in a small house in which all kinds of rows stand. They are made from the schemas themselves, so that a bound that is widened
 * is tried at its new place.
 */

/** One figure of the small house at an end of what its schema takes. */
export interface Extreme {
  /** "entries water-change.volumeL = 100000". */
  readonly what: string;
  readonly table: RowTable | 'settings';
  /** Of the row; undefined for the settings. */
  readonly id: string | undefined;
  readonly path: readonly string[];
  readonly value: number;
  /** The tank it is a figure of; undefined where it is the house's. */
  readonly tankId: string | undefined;
}

export interface HostileRecord {
  readonly what: string;
  readonly snapshot: Snapshot;
  readonly tankId: string | undefined;
}

type Plain = Record<string, unknown>;

/** Every figure of the small house at both ends of its range. */
export function extremesOf(house: Snapshot): Extreme[] {
  const rows: [place: string, table: RowTable | 'settings', row: Plain, schema: unknown][] = [
    ['settings', 'settings', house.settings, z.toJSONSchema(TABLES.settings, { unrepresentable: 'any' })],
    ...ROW_TABLES.filter((table) => table !== 'entries').flatMap((table) =>
      house[table].map((row): [string, RowTable, Plain, unknown] => [
        `${table} ${row.id}`,
        table,
        row,
        z.toJSONSchema(TABLES[table], { unrepresentable: 'any' }),
      ]),
    ),
    ...firstOfKinds(house).map((row): [string, RowTable, Plain, unknown] => [
      `entries ${row.kind}`,
      'entries',
      row,
      schemaOfKind(row.kind),
    ]),
  ];
  return rows.flatMap(([place, table, row, schema]) =>
    extremes(row, schema).map(({ path, value }) => ({
      what: `${place}.${path.join('.')} = ${value}`,
      table,
      id: typeof row.id === 'string' ? row.id : undefined,
      path,
      value,
      tankId: tankOf(table, row),
    })),
  );
}

/** The house with some of its figures at their ends, as import takes it; undefined where import refuses it. */
export function houseWith(house: Snapshot, changed: readonly Extreme[]): Snapshot | undefined {
  const plain = JSON.parse(written(house)) as Plain;
  for (const { table, id, path, value } of changed)
    plain[table] =
      table === 'settings'
        ? withFigure(plain[table], path, value)
        : (plain[table] as Plain[]).map((row) => (row.id === id ? withFigure(row, path, value) : row));
  const told = readTold(JSON.stringify(plain));
  return 'read' in told ? told.read.snapshot : undefined;
}

/** Every record that differs from the small house by one figure at an end of its range, of those that import accepts. */
export function hostileRecords(now: number): HostileRecord[] {
  const house = smallHouse(now);
  return extremesOf(house).flatMap((extreme): HostileRecord[] => {
    const snapshot = houseWith(house, [extreme]);
    return snapshot ? [{ what: extreme.what, snapshot, tankId: extreme.tankId }] : [];
  });
}

/**
 * The extremes that import takes one by one, shared out over packs of so many, neighbours apart: what stands in one row
 * would hide each other most.
 */
export function packsOf(extremes: readonly Extreme[], size: number): Extreme[][] {
  const packs = Math.ceil(extremes.length / size);
  return Array.from({ length: packs }, (_, pack) => extremes.filter((_, i) => i % packs === pack));
}

function tankOf(table: RowTable | 'settings', { id, tankId }: Plain): string | undefined {
  const found = table === 'tanks' ? id : tankId;
  return typeof found === 'string' ? found : undefined;
}

let kept: { house: Snapshot; text: string } | undefined;
function written(house: Snapshot): string {
  if (kept?.house !== house) kept = { house, text: writeFile(house, new Date(0)) };
  return kept.text;
}

/** The last entry of each kind: the one an answer is most likely to rest on. */
function firstOfKinds({ entries }: Snapshot): (Entry & Plain)[] {
  return [...new Map(entries.map((entry) => [entry.kind, entry])).values()];
}

function schemaOfKind(kind: EntryKind): unknown {
  const { oneOf, anyOf } = z.toJSONSchema(entrySchema, { unrepresentable: 'any' }) as {
    oneOf?: { properties?: { kind?: { const?: string } } }[];
    anyOf?: { properties?: { kind?: { const?: string } } }[];
  };
  return (oneOf ?? anyOf ?? []).find(({ properties }) => properties?.kind?.const === kind);
}

/** What a laboratory tells is tried by an ion, a trace and the two probes: the rest are made as they are. */
const TRIED: ReadonlySet<string> = new Set([...EVERYDAY_IDS, 'strontium', 'iodine', 'orp', 'roomCo2']);

/** The figures of a row, each with the least and the greatest its schema takes. */
function extremes(row: Plain, schema: unknown): { readonly path: readonly string[]; readonly value: number }[] {
  return figuresOf(row, schema, [])
    .filter(({ path }) => path.every((key) => !isParameter(key) || TRIED.has(key)))
    .flatMap(({ path, ends }) => ends.map((value) => ({ path, value })));
}

type Schema = {
  readonly properties?: Record<string, unknown>;
  readonly additionalProperties?: unknown;
  readonly items?: unknown;
  readonly prefixItems?: readonly unknown[];
  readonly anyOf?: readonly unknown[];
  readonly minimum?: number;
  readonly exclusiveMinimum?: number;
  readonly maximum?: number;
};

/** The figures of a value that are there or may be, with the ends of what they take. */
function figuresOf(
  value: unknown,
  given: unknown,
  path: readonly string[],
): { path: readonly string[]; ends: number[] }[] {
  const schema = (given ?? {}) as Schema;
  if (schema.anyOf) {
    const fits = schema.anyOf.find((each) => (each as { type?: string }).type !== 'null');
    return figuresOf(value, fits, path);
  }
  if (schema.properties || (isPlain(value) && isPlain(schema.additionalProperties))) {
    const keys = Object.keys(schema.properties ?? (value as Plain));
    return keys.flatMap((key) =>
      figuresOf(isPlain(value) ? value[key] : undefined, schema.properties?.[key] ?? schema.additionalProperties, [
        ...path,
        key,
      ]),
    );
  }
  if (schema.prefixItems && Array.isArray(value))
    return value.flatMap((each, i) => figuresOf(each, schema.prefixItems?.[i], [...path, String(i)]));
  if (schema.items && Array.isArray(value))
    return value.flatMap((each, i) => figuresOf(each, schema.items, [...path, String(i)]));
  const { type } = schema as { type?: string };
  if (type !== 'number' && type !== 'integer') return [];
  const low = schema.minimum ?? (schema.exclusiveMinimum !== undefined ? 5e-324 : -Number.MAX_VALUE);
  return [{ path, ends: [low, schema.maximum ?? Number.MAX_VALUE] }];
}

function withFigure(value: unknown, path: readonly string[], figure: number): unknown {
  const [key, ...rest] = path;
  if (key === undefined) return figure;
  if (Array.isArray(value)) return value.map((each, i) => (String(i) === key ? withFigure(each, rest, figure) : each));
  const plain = isPlain(value) ? value : {};
  return { ...plain, [key]: withFigure(plain[key], rest, figure) };
}

function isPlain(value: unknown): value is Plain {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
