import * as z from 'zod';
import type { Amounts, Water } from '@/chemistry/tank-model/water';
import type { DailyHours, TankEvent } from '@/chemistry/tank-model/events';
import { quantity, showText, type UnitPreferences } from '@/quantities/quantity';
import type { QuantityKind } from '@/quantities/kinds';
import { id, moment } from '../rows/fields';
import type { Instrument } from '../rows/instrument';
import type { Hours } from './hours';
import type { JotPhrase } from './jot-phrase';

export type { Hours } from './hours';
import type { Salt } from '../rows/salt';
import type { Settings } from '../rows/settings';
import type { Solution } from '../rows/solution';
import type { Source } from '../rows/water';

/*
 * A kind of entry is one module: everything that is particular to it, from what may stand on disk to what it does to the
 * water. `list.ts` names them all; schema, jotted line, CSV, descriptions, tide line, forms and timeline are made from that
 * list. `src/adding.test.ts` adds one.
 */

/** Whose an entry is: a tank's, the house's, or either. */
export const OF_A_TANK = id;
export const OF_THE_HOUSE = z.null();
export const OF_EITHER = id.nullable();

const common = {
  id,
  at: moment,
  /** Counts up with each entry that is filed: of two at one moment the later filed holds. Given when it is written; 0 for those of before. */
  seq: z.number().int().min(0).optional(),
  note: z.string().max(2000).optional(),
  /** The line it was jotted as. */
  jotted: z.string().max(2000).optional(),
};

/** What descriptions and figures need of the rest of the record. */
export interface House {
  readonly settings: Pick<Settings, 'units'>;
  readonly solutions: readonly Solution[];
  readonly salts: readonly Salt[];
  readonly sources: readonly Source[];
  readonly instruments?: readonly Pick<Instrument, 'id' | 'name'>[];
}

/** A figure of an entry, as one line of the exported table: what, value, canonical unit. */
export type TableFigure = readonly [what: string, value: number | string, unit: string];

/** What the rest of the record says of the water that an entry moves. */
export interface WaterFacts {
  /** What a millilitre of a solution adds, as it was made at a moment; nothing of one no longer listed. */
  readonly perMl: (solutionId: string, at: number) => Amounts;
  /** The moments within a span at which a solution came to be made otherwise. */
  readonly remadeWithin: (solutionId: string, from: number, to: number) => readonly number[];
  /** The water that a change put in. */
  readonly newWater: (change: { at: number; salinity?: number | undefined; batchId?: string | undefined }) => Water;
  /** Dissolved carbon of an effluent at a chamber's pH, mmol/L. */
  readonly effluentDic: (alkalinityMmolPerL: number, chamberPh: number) => number;
  /** Hours of the keeper's day as the model takes them, anew wherever the clocks change within the span. */
  readonly inHours: (
    hours: Hours | undefined,
    from: number,
    to: number,
  ) => readonly { readonly at: number; readonly hours?: DailyHours }[];
}

type KindShape<Name extends string, TankId extends z.ZodType, Shape extends z.ZodRawShape> = Omit<
  typeof common,
  keyof Shape
> & { tankId: TankId; kind: z.ZodLiteral<Name> } & Shape;
type KindSchema<Name extends string, TankId extends z.ZodType, Shape extends z.ZodRawShape> = z.ZodObject<
  KindShape<Name, TankId, Shape>,
  z.core.$strict
>;
type RowOf<Name extends string, TankId extends z.ZodType, Shape extends z.ZodRawShape> = z.infer<
  KindSchema<Name, TankId, Shape>
>;

interface Definition<Name extends string, TankId extends z.ZodType, Shape extends z.ZodRawShape, Row> {
  readonly kind: Name;
  /** As it stands at the head of a line: "Water change". */
  readonly title: string;
  readonly tankId: TankId;
  readonly shape: Shape;
  /** What the fields must hold together. */
  readonly whole?: { readonly test: (row: Row) => boolean; readonly message: string };
  /** How it is jotted. */
  readonly jot?: readonly JotPhrase<Omit<Row, 'id' | 'tankId' | 'kind' | 'at'>>[];
  /** Two that stand in one line are one entry; undefined where these two stay apart. */
  readonly together?: (a: Row, b: Row) => Row | undefined;
  readonly describe: (row: Row, house: House) => string;
  readonly figures: (row: Row, house: House) => readonly TableFigure[];
  /** What it sets going, by name: it holds until the next entry that names the same. */
  readonly source?: (row: Row) => string;
  /** Whether it ends what it names. */
  readonly ends?: (row: Row) => boolean;
  /**
   * For an entry that measures what already runs: the entry as which it goes on from then. Undefined where nothing ran that it
   * could carry on; it then sets nothing going.
   */
  readonly carriesOn?: (
    row: Row,
    before: { readonly kind: string } | undefined,
  ) => { readonly kind: string } | undefined;
  /**
   * What it does to the tank's water.
   * @param until when the next entry of the same source overrules it; the entry's own moment where it sets nothing going
   */
  readonly events?: (row: Row, facts: WaterFacts, until: number) => readonly TankEvent[];
}

/** Makes a kind of entry of its parts: a row is exactly its fields and those that all entries have. */
export function defineKind<const Name extends string, TankId extends z.ZodType, Shape extends z.ZodRawShape>(
  definition: Definition<Name, TankId, Shape, RowOf<Name, TankId, Shape>>,
) {
  const { kind, tankId, shape, whole } = definition;
  const fields = z.strictObject({
    ...common,
    tankId,
    kind: z.literal(kind),
    ...shape,
  }) as unknown as KindSchema<Name, TankId, Shape>;
  const schema = whole ? fields.refine((row) => whole.test(row as RowOf<Name, TankId, Shape>), whole.message) : fields;
  return { ...definition, schema };
}

/** A kind of entry as the plain interface, for who goes through all of them. */
export interface AnyKind {
  readonly kind: string;
  readonly title: string;
  readonly jot?: readonly JotPhrase[];
  readonly together?: (a: never, b: never) => unknown;
  readonly describe: (row: never, house: House) => string;
  readonly figures: (row: never, house: House) => readonly TableFigure[];
  readonly source?: (row: never) => string;
  readonly ends?: (row: never) => boolean;
  readonly carriesOn?: (
    row: never,
    before: { readonly kind: string } | undefined,
  ) => { readonly kind: string } | undefined;
  readonly events?: (row: never, facts: WaterFacts, until: number) => readonly TankEvent[];
}

/** A quantity in the keeper's units; a dose as finely as it was logged. */
export function formatted(kind: QuantityKind, amount: number, units: UnitPreferences): string {
  return showText(quantity(kind, amount), units, kind === 'dose' || kind === 'doseRate' ? 4 : 3);
}

/** Words for what is there. */
export function ifThere<Value>(value: Value | undefined, words: (value: Value) => string): string[] {
  return value === undefined ? [] : [words(value)];
}

/** Figures of a row that are there, each with its name and unit. */
export function figuresAt<Row extends object>(
  row: Row,
  columns: readonly (readonly [key: keyof Row, what: string, unit: string])[],
): TableFigure[] {
  return columns.flatMap(([key, what, unit]) => {
    const value = row[key];
    return typeof value === 'number' ? [[what, value, unit] as const] : [];
  });
}

/** The name of a solution, in a table: its identity where it is no longer listed. */
export function solutionName({ solutions }: House, solutionId: string, otherwise = solutionId): string {
  return solutions.find((solution) => solution.id === solutionId)?.name ?? otherwise;
}
