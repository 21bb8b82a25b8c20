import { dicAtRest } from '@/chemistry/carbonate/reef-water';
import { GRAMS_PER_L_RANGE } from '@/chemistry/mixing/salt-strength';
import { saltwaterKg, saltwaterL, roDiWaterL } from '@/chemistry/mixing/saltwater';
import { atSalinity } from '@/chemistry/seawater/composition';
import { DOSED_PARAMETERS } from '@/calculators/dosing/dosed-parameters';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import type { Water } from '@/chemistry/tank-model/water';
import type { WaterOrigins } from '@/calculators/water-change/new-water-from';
import { entriesOf, entriesOfKind, inOrder } from '@/record/entries-of';
import { netVolumeL, type Snapshot, type EntryOf, type Salt, type Tank } from '@/record/schema';
import { memoiseOn } from '../memoise';
import { originsOfSalt, waterOfSalt } from './water-of-salt';

/** A batch older than this, never linked to a change, is taken as gone. Chosen. */
export const BATCH_LASTS_DAYS = 60;
/** The rest of a batch in a vessel's foot is not told of: less than this share of it. Chosen. */
const WORTH_TELLING = 0.1;

/**
 * When a check of a batch is filed: now, but never at the very moment of what was filed of it before, since the order of
 * readings and of what was added between them matters.
 */
export function momentAfter({ batch, checks }: BatchState, now: number): number {
  return Math.max(now, (checks.at(-1)?.at ?? batch.at) + 1);
}

/** A batch as it stands now: what was mixed, what was done to it since, and what is left. */
export interface BatchState {
  readonly batch: EntryOf<'batch'>;
  readonly checks: readonly EntryOf<'batch-check'>[];
  /** The last reading, with what was added after it reckoned in; undefined before any. */
  readonly salinity: number | undefined;
  /** When it was last read. */
  readonly readAt: number | undefined;
  readonly temperatureC: number | undefined;
  /** All the salt that went in, g, and the litres it made. */
  readonly saltG: number;
  readonly madeL: number;
  /** What its last reading says of its salt: grams and litres as they were when it was read. */
  readonly measured: { readonly saltG: number; readonly volumeL: number; readonly salinity: number } | undefined;
  readonly usedL: number;
  readonly leftL: number;
}

interface Index {
  readonly checks: ReadonlyMap<string, readonly EntryOf<'batch-check'>[]>;
  readonly changes: ReadonlyMap<string, readonly EntryOf<'water-change'>[]>;
}

/** What was filed of each batch, found once for a snapshot: a long record asks after hundreds of them. */
function indexOf(snapshot: Snapshot): Index {
  const [checked, changed] = [entriesOfKind(snapshot, 'batch-check'), entriesOfKind(snapshot, 'water-change')];
  return memoiseOn('what was filed of each batch', [checked, changed], () => filedOf(checked, changed));
}

function filedOf(checked: readonly EntryOf<'batch-check'>[], changed: readonly EntryOf<'water-change'>[]): Index {
  const checks = new Map<string, EntryOf<'batch-check'>[]>();
  const changes = new Map<string, EntryOf<'water-change'>[]>();
  const file = <Kind>(map: Map<string, Kind[]>, batchId: string, entry: Kind) => {
    const own = map.get(batchId);
    if (own) own.push(entry);
    else map.set(batchId, [entry]);
  };
  for (const entry of checked) file(checks, entry.batchId, entry);
  for (const entry of changed) if (entry.batchId !== undefined) file(changes, entry.batchId, entry);
  return { checks, changes };
}

/** What a batch was weighed as, read as and made into. */
export function batchState(snapshot: Snapshot, batch: EntryOf<'batch'>, at = Infinity): BatchState {
  const own = indexOf(snapshot);
  const checks = (own.checks.get(batch.id) ?? []).filter((check) => check.at <= at);
  let { saltG, volumeL: madeL } = batch;
  let salinity = batch.measuredSalinity;
  let readAt = salinity === undefined ? undefined : batch.at;
  let measured = salinity === undefined ? undefined : { saltG, volumeL: madeL, salinity };
  let temperatureC: number | undefined;
  for (const check of checks) {
    salinity = check.salinity;
    readAt = check.at;
    temperatureC = check.temperatureC ?? temperatureC;
    measured = { saltG, volumeL: madeL, salinity };
    const { waterTakenOutL: out = 0, waterPouredInL: poured = 0, saltAddedG: added = 0 } = check;
    if (out + poured + added === 0) continue;
    // Salt and mass are kept through whatever was taken out, poured in and added.
    const kept = Math.max(0, 1 - out / madeL);
    const kg = saltwaterKg(madeL, salinity) * kept + poured / roDiWaterL(1) + added / 1000;
    const salt = saltwaterKg(madeL, salinity) * kept * salinity;
    // Salts carry some water: of an added gram, what a litre at 35 ppt holds dissolved for what it takes to weigh.
    const perG = saltG > 0 ? (saltwaterKg(madeL, salinity) * salinity) / saltG : 0;
    saltG = saltG * kept + added;
    salinity = Math.min(42, kg > 0 ? (salt + added * perG) / kg : salinity);
    madeL = saltwaterL(kg, salinity);
  }
  const usedL = (own.changes.get(batch.id) ?? []).reduce(
    (sum, change) => sum + (change.at <= at ? change.volumeL : 0),
    0,
  );
  return {
    batch,
    checks,
    salinity,
    readAt,
    temperatureC,
    saltG,
    madeL,
    measured,
    usedL,
    leftL: Math.max(0, madeL - usedL),
  };
}

/**
 * Batches that still stand in a vessel, the oldest first. A batch that no change names is taken as used by the first change
 * of its tank after it, since that is what such entries meant before changes could name their batch.
 */
export function batchStates(snapshot: Snapshot, now: number): BatchState[] {
  const batches = entriesOfKind(snapshot, 'batch');
  return batches.flatMap((entry): BatchState[] => {
    if (entry.at > now || now - entry.at > BATCH_LASTS_DAYS * DAY_MS) return [];
    const state = batchState(snapshot, entry);
    const spokenFor = state.usedL > 0 || entry.tankId === null;
    const usedUnsaid =
      !spokenFor &&
      entriesOf(snapshot, entry.tankId, 'water-change').some(
        (other) => other.batchId === undefined && other.at > entry.at && other.at <= now,
      );
    // A first fill is in the tank it was mixed for.
    const tank = snapshot.tanks.find(({ id }) => id === entry.tankId);
    // A vessel holds one water: what is mixed in it later takes the place of what stood there.
    const mixedOver =
      entry.vesselId !== undefined &&
      batches.some((other) => other.vesselId === entry.vesselId && other.at > entry.at && other.at <= now);
    const firstFill = tank !== undefined && !spokenFor && isFirstFill(snapshot, tank, entry);
    return usedUnsaid || firstFill || state.leftL < WORTH_TELLING * state.madeL || mixedOver ? [] : [state];
  });
}

/** The first batch of a tank whose water was never changed, and large enough for it, is what it was filled with. */
function isFirstFill(snapshot: Snapshot, tank: Tank, batch: EntryOf<'batch'>): boolean {
  const [first] = entriesOf(snapshot, tank.id, 'batch');
  const [change] = entriesOf(snapshot, tank.id, 'water-change');
  const isFirst = first?.id === batch.id && (!change || inOrder(first, change) < 0);
  return isFirst && batch.volumeL >= netVolumeL(tank) / 2;
}

/** Grams a litre at 35 ppt that a batch's own last reading tells; undefined before one, or where no salt could be so. */
export function strengthByItself({ measured }: BatchState): number | undefined {
  if (!measured || measured.salinity <= 0) return undefined;
  const [low, high] = GRAMS_PER_L_RANGE;
  const told = atSalinity(measured.saltG / measured.volumeL, measured.salinity, 35);
  return told >= low && told <= high ? told : undefined;
}

/** The water a batch holds: its own tests where it was tested, else its salt's profile at its salinity. */
export function waterOfBatch(snapshot: Snapshot, { batch, checks, salinity }: BatchState): Water {
  const s = salinity ?? batch.targetSalinity;
  const byLabel = waterOfSalt(saltOf(snapshot, batch), s);
  const tested = Object.fromEntries(
    DOSED_PARAMETERS.flatMap((parameter) => {
      const check = checks.findLast((each) => each[parameter] !== undefined);
      return check?.[parameter] === undefined ? [] : [[parameter, atSalinity(check[parameter], check.salinity, s)]];
    }),
  );
  const water = { ...byLabel, ...tested };
  return { ...water, dic: dicAtRest(water.alkalinity, s) };
}

/** Where each level of `waterOfBatch` comes from. */
export function originsOfBatch(snapshot: Snapshot, { batch, checks, salinity }: BatchState): WaterOrigins {
  return {
    ...originsOfSalt(saltOf(snapshot, batch)),
    salinity: salinity === undefined ? 'assumed' : 'tested',
    ...Object.fromEntries(
      DOSED_PARAMETERS.filter((parameter) => checks.some((each) => each[parameter] !== undefined)).map((parameter) => [
        parameter,
        'tested',
      ]),
    ),
  };
}

export function saltOf(snapshot: Snapshot, batch: EntryOf<'batch'>): Salt | undefined {
  const saltId = batch.saltId ?? snapshot.tanks.find(({ id }) => id === batch.tankId)?.saltId;
  return snapshot.salts.find(({ id }) => id === saltId);
}
