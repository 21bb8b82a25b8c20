import { useEffect } from 'react';
import { copyToOffer, type CopyHead } from '@/record/copies';
import { keepPacked, localCopies, type PackedCopy } from '@/record/local-copy';
import type { RecordStore } from '@/record/store';
import { hereZone } from '../time/here-zone';
import { writeOwnFile } from './own-file';
import { apartStorage, copyApartIsDue, isTorn, setCopyApartDue } from './precautions';
import { observable, useObservable } from '../lazy/observable';

/**
 * The copies of the keeper's own record: each change goes into local storage as soon as it is saved (`precautions.ts`); a copy among the
 * private files, the file in local storage where it is due, and the keeper's own file follow soon after, beside the page. The newest is
 * offered when the record opens without what it had.
 */

/** A change is seldom alone: what follows within this time goes into the same copy. */
const SOON_MS = 1500;
/** Copies take no more than this share of the time. */
const SHARE = 1 / 50;

export interface Copies {
  /** The newest first; undefined until they are known. */
  readonly heads: readonly CopyHead[] | undefined;
  /** Whether the last attempt to keep one among the private files failed. */
  readonly failed: boolean;
  /** Why local storage holds no copy of the record as it stands; undefined where it does, or it is not known yet. */
  readonly notApart: string | undefined;
  readonly offer: ReturnType<typeof copyToOffer>;
  /** Whether it was looked for a copy to offer: before that none is written, or it might stand in its place. */
  readonly looked: boolean;
}

const copies = observable<Copies>({
  heads: undefined,
  failed: false,
  notApart: undefined,
  offer: undefined,
  looked: false,
});

function set(next: Partial<Copies>): void {
  copies.set({ ...copies.now(), ...next });
}

export function useCopies(): Copies {
  return useObservable(copies, copies.now());
}

/** Beside the page, and after it. */
const records = () => import('@/workers/records');

/** Looks for a copy to offer once the record was opened, or could not be. */
export async function lookForCopies(store: RecordStore): Promise<void> {
  const heads = await allCopies();
  const { snapshot, revision, storageError } = store;
  const lost = storageError?.kind === 'damaged';
  const found =
    heads && (snapshot || lost) ? copyToOffer(heads, revision, lost || snapshot?.tanks.length === 0) : undefined;
  const offer = found && found.head.name !== keptDeclined() ? found : undefined;
  set({ heads, offer, looked: snapshot !== undefined });
}

/** Those among the private files and those in local storage, the newest first. */
async function allCopies(): Promise<CopyHead[]> {
  const storage = apartStorage();
  const inFiles = await records()
    .then(({ copiesKept }) => copiesKept())
    .catch(() => []);
  return [...(storage ? localCopies(storage) : []), ...inFiles].toSorted((a, b) => b.at - a.at || b.turn - a.turn);
}

const DECLINED = 'mild-tide:copy-declined';
function keptDeclined(): string | null {
  try {
    return localStorage.getItem(DECLINED);
  } catch {
    return null;
  }
}

/** The record is right as it opened: this copy is not offered again. */
export function declineCopy(name: string): void {
  try {
    localStorage.setItem(DECLINED, name);
  } catch {
    // Then it is offered again at the next opening.
  }
  set({ offer: undefined });
}

export function copyTaken(): void {
  set({ offer: undefined });
}

/** Keeps copies of a record as it changes, until stopped. */
function followWithCopies(database: string, store: RecordStore): () => void {
  let copiedTurn: number | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let restsUntil = 0;
  let stopped = false;
  let offeredAt: number | undefined;
  let looking: Promise<void> | undefined;
  const copy = async () => {
    timer = undefined;
    const turn = store.revision?.turn;
    const record = store.revision?.record;
    const began = performance.now();
    const storage = apartStorage();
    const apart = storage && localCopies(storage).find((each) => each.record === record);
    try {
      const { keepCopyOf } = await records();
      const told = await keepCopyOf(database, hereZone(), Date.now(), {
        turn: apart?.turn,
        wanted: storage !== undefined && (apart?.turn !== turn || copyApartIsDue()),
      });
      if (told) copiedTurn = turn;
      set({ failed: told?.failed ?? copies.now().failed, notApart: keptApart(storage, told?.packed) });
    } catch {
      // A full disk, or a worker that cannot be fetched: the older copies stand.
      set({ failed: true });
    }
    set({ heads: await allCopies() });
    await writeOwnFile(database, store);
    restsUntil = performance.now() + (performance.now() - began) / SHARE;
    if (!stopped) look();
  };
  /** Writes a packed copy into local storage; answers why there is none. */
  const keptApart = (storage: Storage | undefined, packed: PackedCopy | undefined): string | undefined => {
    if (!storage) return 'the browser keeps no local storage for this page';
    // While the disk is full nothing is written here: local storage is to outlast it.
    if (!packed || isTorn()) return copies.now().notApart;
    try {
      keepPacked(storage, packed);
      setCopyApartDue(false);
      return undefined;
    } catch {
      return 'the browser’s local storage has no room for it';
    }
  };
  const look = () => {
    const { revision, snapshot } = store;
    if (snapshot && !copies.now().looked) {
      // Opened at last, after another tab had stood in the way.
      looking ??= lookForCopies(store).finally(() => (looking = undefined));
      return;
    }
    if (!snapshot || !revision || revision.turn === copiedTurn || timer !== undefined) return;
    // A record that opened without its last changes is not copied until it is gone on with.
    if (copies.now().offer) offeredAt ??= revision.turn;
    if (revision.turn === offeredAt) return;
    if (snapshot.tanks.length + snapshot.entries.length === 0) return;
    timer = setTimeout(() => void copy(), Math.max(SOON_MS, restsUntil - performance.now()));
  };
  /** A page that is left may not come back. */
  const hide = () => {
    if (document.visibilityState !== 'hidden' || timer === undefined) return;
    clearTimeout(timer);
    void copy();
  };
  const leave = store.subscribe(look);
  const follow = copies.subscribe(look);
  document.addEventListener('visibilitychange', hide);
  look();
  return () => {
    stopped = true;
    leave();
    follow();
    clearTimeout(timer);
    document.removeEventListener('visibilitychange', hide);
  };
}

/** Keeps copies while a workspace is open. */
export function useKeepCopies(database: string | undefined, store: RecordStore | undefined): void {
  useEffect(() => (database && store ? followWithCopies(database, store) : undefined), [database, store]);
}
