import * as z from 'zod';
import { batch } from './batch';
import { batchCheck } from './batch-check';
import { bottleLevel } from './bottle-level';
import { carbonSlip } from './carbon-slip';
import { carbonSource } from './carbon-source';
import { correction } from './correction';
import { dose } from './dose';
import { effluentTest } from './effluent-test';
import { feeding } from './feeding';
import { harvest } from './harvest';
import type { AnyKind } from './entry-kind';
import { lever } from './lever';
import { limewater } from './limewater';
import { note } from './note';
import { partFitted } from './part-fitted';
import { pumpMeasured } from './pump-measured';
import { pumpRun } from './pump-run';
import { putIn } from './put-in';
import { reactor } from './reactor';
import { reactorFilled } from './reactor-filled';
import { reading } from './reading';
import { refill } from './refill';
import { reservoirLevel } from './reservoir-level';
import { replaced } from './replaced';
import { room } from './room';
import { ruledOut } from './ruled-out';
import { seen } from './seen';
import { skimmate } from './skimmate';
import { sourceTest } from './source-test';
import { standingDose } from './standing-dose';
import { takenOut } from './taken-out';
import { trial } from './trial';
import { setUpStep, stepDone } from './step-done';
import { upkeep } from './upkeep';
import { waterChange } from './water-change';

/** The one list of the kinds of entry, in the order in which forms offer them. */
export const ENTRY_KINDS = [
  reading,
  waterChange,
  refill,
  reservoirLevel,
  room,
  upkeep,
  bottleLevel,
  pumpRun,
  pumpMeasured,
  dose,
  standingDose,
  limewater,
  reactor,
  effluentTest,
  reactorFilled,
  putIn,
  takenOut,
  seen,
  feeding,
  skimmate,
  harvest,
  carbonSource,
  carbonSlip,
  replaced,
  note,
  lever,
  trial,
  ruledOut,
  correction,
  batch,
  batchCheck,
  sourceTest,
  partFitted,
  stepDone,
  setUpStep,
] as const;

type Schemas<Kinds extends readonly { readonly schema: unknown }[]> = {
  -readonly [Place in keyof Kinds]: Kinds[Place]['schema'];
};

export const entrySchema = z.discriminatedUnion(
  'kind',
  ENTRY_KINDS.map(({ schema }) => schema) as unknown as Schemas<typeof ENTRY_KINDS>,
);

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

const BY_NAME = new Map<string, AnyKind>(ENTRY_KINDS.map((kind) => [kind.kind, kind as unknown as AnyKind]));

/** The module of a kind of entry. */
export function kindOf(kind: EntryKind): AnyKind {
  const found = BY_NAME.get(kind);
  if (!found) throw new Error(`no kind of entry is called ${kind}`);
  return found;
}

/** Every kind, as the plain interface. */
export const ALL_KINDS: readonly (AnyKind & { readonly kind: EntryKind })[] = ENTRY_KINDS.map(
  (kind) => kind as unknown as AnyKind & { readonly kind: EntryKind },
);
