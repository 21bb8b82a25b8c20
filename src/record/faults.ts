import type * as z from 'zod';
import { isParameter, parameterOf, type ParameterId } from '@/calculators/parameters/parameters';
import { DEFAULT_UNITS, quantity, showText } from '@/quantities/quantity';
import { isGroup } from './merge';

/** Where a fault stands: "entries[12].values.alkalinity". */
function placeOf(path: readonly PropertyKey[], whole = 'file'): string {
  return (
    path.reduce<string>(
      (place, key) => (typeof key === 'number' ? `${place}[${key}]` : place ? `${place}.${String(key)}` : String(key)),
      '',
    ) || whole
  );
}

/** A fault of a row in words, with its place. */
export function faultText(issue: z.core.$ZodIssue, whole?: string): string {
  return `${placeOf(issue.path, whole)}: ${wordsOf(issue, undefined)}`;
}

/**
 * A fault of a file in the keeper's words: which row, which figure, what stands there and what was expected; its place last, for who looks
 * into the file.
 *
 *     Entry 13 (reading, 2026-11-12): alkalinity is 2,324 dKH; at most 168 dKH is taken. [entries[12].values.alkalinity]
 *
 * @param file as it was read, of whatever shape
 */
export function fileFault(issue: z.core.$ZodIssue, file: unknown): string {
  const [table, at, ...rest] = issue.path;
  if (typeof table !== 'string' || (typeof at !== 'number' && table !== 'settings')) return faultText(issue);
  const inRow = typeof at === 'number' ? rest : issue.path.slice(1);
  const row = found(file, typeof at === 'number' ? [table, at] : [table]);
  const kind = inRow[0] === 'values' ? parameterNamed(inRow[1]) : undefined;
  const field = kind ? parameterOf(kind).name : wordsOfPath(inRow);
  const stands = standsThere(found(row, inRow), kind);
  const moment = inRow.at(-1) === 'at' && issue.code === 'invalid_type';
  const wrong = `${moment ? MOMENT_EXPECTED : wordsOf(issue, kind)}. [${placeOf(issue.path)}]`;
  return `${rowName(table, at, row)}: ${field ? `${field} ${stands}; ` : ''}${wrong}`;
}

const MOMENT_EXPECTED = 'a moment in milliseconds since 1970 was expected';

const ONE: Readonly<Record<string, string>> = {
  tanks: 'Tank',
  salts: 'Salt',
  solutions: 'Solution',
  vessels: 'Vessel',
  sources: 'Source',
  waterDays: 'Water day',
  instruments: 'Instrument',
  entries: 'Entry',
};

/** "Entry 13 (reading, 2026-11-12)", "Tank 1 (Atrium)", "Settings". */
export function rowName(table: string, at: PropertyKey | undefined, row: unknown): string {
  if (typeof at !== 'number') return 'Settings';
  const told = isGroup(row) ? [row.name ?? row.kind, dayOf(row.at)].filter((each) => typeof each === 'string') : [];
  return `${ONE[table] ?? table} ${at + 1}${told.length > 0 ? ` (${told.join(', ').slice(0, 60)})` : ''}`;
}

function dayOf(at: unknown): string | undefined {
  return typeof at === 'number' && at >= 0 && at < 8e15 ? new Date(at).toISOString().slice(0, 10) : undefined;
}

function found(within: unknown, path: readonly PropertyKey[]): unknown {
  return path.reduce<unknown>(
    (at, key) => (typeof at === 'object' && at !== null ? (at as Record<PropertyKey, unknown>)[key] : undefined),
    within,
  );
}

/** "top off reservoir", "parts 2 grams per L": a path as it may be read. */
function wordsOfPath(path: readonly PropertyKey[]): string {
  return path
    .map((key) =>
      typeof key === 'number'
        ? String(key + 1)
        : String(key)
            .replace(/([a-z])([A-Z])/g, '$1 $2')
            .toLowerCase()
            .replace(/ (l|g)$/, (unit) => unit.toUpperCase())
            .replace(/^at$/, 'time'),
    )
    .join(' ');
}

function parameterNamed(key: PropertyKey | undefined): ParameterId | undefined {
  return typeof key === 'string' && isParameter(key) ? key : undefined;
}

function standsThere(value: unknown, parameter: ParameterId | undefined): string {
  if (value === undefined) return 'is missing';
  if (typeof value === 'number' && parameter) return `is ${figure(value, parameter)}`;
  const text = JSON.stringify(value);
  return `is ${text.length > 40 ? `${text.slice(0, 40)}…` : text}`;
}

function figure(amount: number, parameter: ParameterId): string {
  return Number.isFinite(amount)
    ? showText(quantity(parameterOf(parameter).kind, amount), DEFAULT_UNITS)
    : String(amount);
}

function wordsOf(issue: z.core.$ZodIssue, parameter: ParameterId | undefined): string {
  const told = (bound: number | bigint) => (parameter ? figure(Number(bound), parameter) : short(bound));
  if (issue.code === 'too_big' && issue.origin === 'number') return `too big: at most ${told(issue.maximum)} is taken`;
  if (issue.code === 'too_small' && issue.origin === 'number')
    return `too small: ${issue.inclusive ? 'at least' : 'more than'} ${told(issue.minimum)} is taken`;
  if (issue.code === 'unrecognized_keys')
    return `not known here: ${issue.keys.map((key) => key.slice(0, 40)).join(', ')}`;
  if (issue.code === 'invalid_type') return `${EXPECTED[issue.expected] ?? issue.expected} was expected`;
  if (issue.code === 'invalid_value')
    return `one of these was expected: ${issue.values.map(String).join(', ').slice(0, 200)}`;
  if (issue.code === 'invalid_union' && 'note' in issue && issue.note === 'No matching discriminator')
    return 'no kind that is known here';
  return issue.message;
}

const EXPECTED: Readonly<Record<string, string>> = {
  number: 'a number',
  int: 'a whole number',
  string: 'text',
  boolean: 'true or false',
  array: 'a list',
  object: 'a group of fields',
};

/** A bound as it is read; some come of a conversion and have more figures than mean anything. */
function short(bound: number | bigint): string {
  return String(Number(Number(bound).toPrecision(5)));
}
