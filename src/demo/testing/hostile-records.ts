import * as z from 'zod';
import { EVERYDAY_IDS, isParameter } from '@/calculators/parameters/parameters';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { emptyBook, newTank } from '@/record/defaults';
import { readTold, writeFile } from '@/record/file';
import {
  entrySchema,
  ROW_TABLES,
  TABLES,
  type Book,
  type Entry,
  type EntryKind,
  type RowTable,
  type Tank,
} from '@/record/schema';

/**
 * Records that import takes and that no keeper has: every figure of every kind of row at the ends of what its schema accepts, one at a
 * time, in a small house in which all kinds of rows stand. They are made from the schemas themselves, so that a bound that is widened
 * is tried at its new place.
 */

const HOUR_MS = 3_600_000;

/** A house with a reef and a cycling tank, in which each kind of row stands at least once. */
export function smallHouse(now: number): Book {
  const day = (n: number, hour = 0) => now - n * DAY_MS + hour * HOUR_MS;
  const bay: Tank = {
    ...newTank('bay'),
    name: 'Bay',
    displayL: 240,
    sumpL: 60,
    rockL: 20,
    sandL: 5,
    reservoirL: 25,
    openSurfaceM2: 0.4,
    saltId: 'salt',
    parts: { alkalinity: 'soda', calcium: 'chloride' },
    instruments: { alkalinity: 'checker' },
    targets: { alkalinity: [2.7, 3.2], calcium: [410, 440], nitrate: [1, 10], ph: [7.9, 8.4], salinity: [34, 36] },
    routine: { changeL: 25, everyDays: 14 },
    topOff: {
      places: [{ place: 'display', areaM2: 0.4, cover: 'net' }],
      moved: 'rippled',
      airMPerS: 0.1,
      rises: { lengthCm: 60, widthCm: 40, heightCm: 40, levelCm: 25, standsCm: 10 },
      markedAt: day(60),
      reservoir: { heightCm: 40, standsCm: 10 },
      outletCm: 45,
      siphonBroken: true,
      pump: { litresPerHour: 200, greatestLiftCm: 150 },
      hose: { boreCm: 0.6, lengthCm: 150 },
      sensors: ['optical', 'float'],
      cutOffCm: 3,
      runLimitDays: 0.01,
      runsBackL: 12,
      returnReserveL: 8,
      floorSalinity: 31,
      fromReservoir: ['soda'],
      everyDays: { optical: 30 },
    },
    feeder: { portions: 40, perDay: 2 },
    limewater: {
      solutionId: 'lime',
      vessel: 'stirrer',
      litres: 4,
      temperatureC: 22,
      pumpLPerH: 0.2,
      byTopOff: true,
      keptBack: 0.2,
      weakened: 0.05,
    },
    reactor: {
      chamberL: 2,
      mediaG: 1500,
      cylinderG: 2000,
      bubbles: { counted: 60, ml: 5 },
      leastMlPerMin: 1,
      mostMlPerMin: 100,
      pressureKPa: 20,
      magnesiumPercent: 0.1,
      strontiumPercent: 0.8,
      effluentAlkalinity: 9,
      chamberPh: 6.6,
    },
  };
  const back: Tank = {
    ...newTank('back'),
    name: 'Cellar',
    displayL: 50,
    cycle: { school: 'starter', startedAt: day(15) },
    setUp: {
      startAt: day(20),
      lengthCm: 50,
      widthCm: 35,
      heightCm: 35,
      freeboardCm: 3,
      glassCm: 0.8,
      sumpL: 0,
      rockG: 5000,
      sandG: 4000,
      standG: 20_000,
      targetC: 25,
      roomC: 20,
      first: 'rock',
      rock: 'dry',
      mixed: 'in the tank',
    } as unknown as NonNullable<Tank['setUp']>,
  };
  let count = 0;
  const entry = (at: number, row: Record<string, unknown>, tankId: string | null = 'bay'): Entry =>
    ({ id: `e${++count}`, tankId, at, ...row }) as Entry;
  const weekly = Array.from({ length: 8 }, (_, i) =>
    entry(day(56 - 7 * i), {
      kind: 'reading',
      values: {
        alkalinity: 2.9 - 0.01 * i,
        calcium: 430 - i,
        magnesium: 1330 - 2 * i,
        nitrate: 5,
        phosphate: 0.05,
        ph: 8.1,
        salinity: 35,
        temperature: 25.5,
      },
    }),
  );
  const cycling = Array.from({ length: 6 }, (_, i) =>
    entry(
      day(14 - 2 * i),
      { kind: 'reading', values: { ammonia: Math.max(0, 2 - 0.4 * i), nitrite: 0.5 * i, nitrate: 2 * i, ph: 8.1 } },
      'back',
    ),
  );
  const others = [
    entry(day(57), {
      kind: 'standing-dose',
      solutionId: 'soda',
      mlPerDay: 20,
      hours: { fromMinute: 1320, forMinutes: 600 },
      pulses: 12,
    }),
    entry(day(57), { kind: 'standing-dose', solutionId: 'chloride', mlPerDay: 20 }),
    entry(day(40), { kind: 'dose', solutionId: 'soda', volumeMl: 30 }),
    entry(day(30), { kind: 'reactor', mlPerMin: 1, effluentAlkalinity: 10 }),
    entry(day(10), { kind: 'reactor', mlPerMin: 0, effluentAlkalinity: 10, chamberPh: 6.6 }),
    entry(day(9), { kind: 'lever', lever: 'lights', hours: { fromMinute: 600, forMinutes: 600 } }),
    entry(day(20), {
      kind: 'batch',
      saltId: 'salt',
      vesselId: 'drum',
      lot: 'A1',
      volumeL: 40,
      saltG: 1500,
      targetSalinity: 35,
      measuredSalinity: 34.8,
    }),
    entry(day(6), { kind: 'batch', saltId: 'salt', vesselId: 'drum', volumeL: 40, saltG: 1500, targetSalinity: 35 }),
    entry(day(5), {
      kind: 'batch-check',
      batchId: 'e20',
      salinity: 35,
      temperatureC: 24,
      alkalinity: 3,
      calcium: 430,
      magnesium: 1300,
      saltAddedG: 10,
      waterTakenOutL: 1,
      waterPouredInL: 1,
    }),
    entry(day(19), { kind: 'water-change', volumeL: 25, salinity: 35 }),
    entry(day(5), { kind: 'water-change', volumeL: 25, batchId: 'e21' }),
    entry(day(15), { kind: 'refill', volumeL: 18 }),
    entry(day(8), { kind: 'refill', volumeL: 18, leavesL: 20 }),
    entry(day(1), { kind: 'reservoir-level', litres: 12 }),
    entry(day(3), { kind: 'pump-run', ranDays: 0.05, overDays: 7 }),
    entry(day(4), { kind: 'room', airC: 21, humidityPercent: 50 }),
    entry(day(9), { kind: 'upkeep', item: 'float' }),
    entry(day(2), { kind: 'bottle-level', solutionId: 'soda', volumeMl: 800 }),
    entry(
      day(11),
      {
        kind: 'source-test',
        sourceId: 'ro',
        tdsSupply: 200,
        tdsMembrane: 6,
        tdsProduct: 0,
        totalChlorine: 0.5,
        freeChlorine: 0.4,
        afterCarbon: 0,
        temperatureC: 15,
        pressureKPa: 400,
        litresPerDay: 150,
      },
      null,
    ),
    entry(day(90), { kind: 'part-fitted', sourceId: 'ro', stageId: 'carbon' }, null),
    entry(day(1), { kind: 'step-done', waterDayId: 'day', step: 'bay: drain', says: 'Drain.', filed: [] }),
    entry(day(2), { kind: 'put-in', what: 'fish', count: 2 }),
    entry(day(16), { kind: 'set-up-step', step: 'glass', says: 'Fill.' }, 'back'),
    entry(day(15), { kind: 'dose', solutionId: 'ammonia', volumeMl: 5 }, 'back'),
    entry(day(12), { kind: 'note', note: 'cloudy' }),
    entry(day(50), {
      kind: 'standing-dose',
      solutionId: 'lime',
      mlPerDay: 700,
      hours: { fromMinute: 1200, forMinutes: 720 },
    }),
    entry(day(50), { kind: 'limewater', grams: 120 }),
    entry(day(22), { kind: 'limewater', grams: 25, litres: 10 }),
    entry(day(21), { kind: 'limewater', alkalinity: 40, conductivity: 8 }),
    entry(day(30), { kind: 'reactor-filled', store: 'media', grams: 1500 }),
    entry(day(30), { kind: 'reactor-filled', store: 'CO2', grams: 2000 }),
    entry(day(25), { kind: 'effluent-test', effluentAlkalinity: 9, chamberPh: 6.6, mlPerMin: 1, bubblesPerMin: 12 }),
  ];
  const book = emptyBook('Europe/Lisbon');
  return {
    ...book,
    settings: {
      ...book.settings,
      kit: { ammoniaReads: 'all', ammoniaStep: 0.2, nitriteStep: 0.1 },
      away: { leavesAt: now + 3 * DAY_MS, days: 12 },
      prices: { mediaPerKg: 6, co2PerKg: 4, reactorGear: 300, twoPartGear: 150, calciumHydroxidePerKg: 5 },
    },
    tanks: [bay, back],
    salts: [
      {
        id: 'salt',
        name: 'Salt',
        gramsPerLAt35: 38,
        profile: { salinity: 35, alkalinity: 3, calcium: 420, magnesium: 1300 },
        boxG: 20_000,
        boxPrice: 60,
      },
    ],
    solutions: [
      { id: 'lime', name: 'Limewater', parts: [{ reagent: 'calcium-hydroxide', gramsPerL: 1.6 }] },
      { id: 'soda', name: 'Soda', parts: [{ reagent: 'sodium-carbonate', gramsPerL: 84, purity: 0.99 }] },
      {
        id: 'chloride',
        name: 'Chloride',
        parts: [],
        claim: { ml: 10, inLitres: 100, raises: { calcium: 4, magnesium: 0.4 }, alkalinityAs: 'carbonate' },
      } as unknown as Book['solutions'][number],
      { id: 'ammonia', name: 'Ammonia', parts: [{ reagent: 'ammonium-chloride', gramsPerL: 10 }] },
    ],
    vessels: [{ id: 'drum', name: 'Drum', litres: 60 }],
    sources: [
      {
        id: 'ro',
        name: 'Line',
        ratedLPerDay: 280,
        ratedKPa: 414,
        wasteRatio: 4,
        pressureKPa: 400,
        temperatureC: 15,
        flushMinutes: 5,
        stages: [
          { id: 'sediment', kind: 'sediment', everyDays: 180 },
          { id: 'carbon', kind: 'carbon', ratedL: 5000, forChloramine: false },
          { id: 'membrane', kind: 'membrane' },
          { id: 'resin', kind: 'resin', resinL: 1 },
        ],
      },
    ],
    waterDays: [
      {
        id: 'day',
        at: day(1),
        mixHours: 24,
        tanks: [{ tankId: 'bay', litres: 25, salinity: 35 }],
        vesselIds: ['drum'],
      },
    ],
    instruments: [
      {
        id: 'checker',
        name: 'Checker',
        parameter: 'alkalinity',
        by: 'kit',
        resolution: 0.05,
        error: 0.03,
        calibrations: [{ at: day(40), correction: 0.02 }],
        reagents: [{ openedAt: day(50), lot: 'L1', expiresAt: day(-200) }],
      },
    ],
    entries: [...weekly, ...cycling, ...others].toSorted((a, b) => a.at - b.at),
  };
}

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
  readonly book: Book;
  readonly tankId: string | undefined;
}

type Plain = Record<string, unknown>;

/** Every figure of the small house at both ends of its range. */
export function extremesOf(house: Book): Extreme[] {
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
export function houseWith(house: Book, changed: readonly Extreme[]): Book | undefined {
  const plain = JSON.parse(written(house)) as Plain;
  for (const { table, id, path, value } of changed)
    plain[table] =
      table === 'settings'
        ? withFigure(plain[table], path, value)
        : (plain[table] as Plain[]).map((row) => (row.id === id ? withFigure(row, path, value) : row));
  const told = readTold(JSON.stringify(plain));
  return 'read' in told ? told.read.book : undefined;
}

/** Every record that differs from the small house by one figure at an end of its range, of those that import accepts. */
export function hostileRecords(now: number): HostileRecord[] {
  const house = smallHouse(now);
  return extremesOf(house).flatMap((extreme): HostileRecord[] => {
    const book = houseWith(house, [extreme]);
    return book ? [{ what: extreme.what, book, tankId: extreme.tankId }] : [];
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

let kept: { house: Book; text: string } | undefined;
function written(house: Book): string {
  if (kept?.house !== house) kept = { house, text: writeFile(house, new Date(0)) };
  return kept.text;
}

/** The last entry of each kind: the one an answer is most likely to rest on. */
function firstOfKinds({ entries }: Book): (Entry & Plain)[] {
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
