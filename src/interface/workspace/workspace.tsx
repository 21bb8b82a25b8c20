'use client';

import {
  createContext,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useSyncExternalStore,
  type ReactNode,
} from 'react';
import type { Tell } from '@/calculators/calculator/sentence';
import type { Change, CommitOptions } from '@/record/change';
import { saidBy } from '@/record/says-the-same';
import type { Snapshot, TableName, Tank } from '@/record/schema';
import type { Quarantined } from '@/record/quarantine';
import { RecordStore } from '@/record/store';
import type { StorageError } from '@/record/storage-error';
import { lookForCopies, useKeepCopies } from '../storage/copies';
import { failureText } from '../storage/failure-text';
import { hereZone } from '../time/here-zone';
import { notify } from '../notices/notices';
import { precautions } from '../storage/precautions';
import { watchRoom } from '../storage/quota';
import { RefusedScope, useAskRefused } from './refused-fields';
import { takeStep } from '../storage/take-step';
import { whenText } from '../time/when';
import { Waiting } from '../lazy/waiting';
import type { WorkspaceName } from '../storage/workspace-name';

export const DATABASES: Record<WorkspaceName, string> = { mine: 'mild-tide', demo: 'mild-tide-demo' };

const stores = new Map<WorkspaceName, RecordStore>();

/** One store a workspace and tab, opened on first use; the demo is planted when its database is empty. */
function storeFor(name: WorkspaceName): RecordStore {
  const known = stores.get(name);
  if (known) return known;
  const store = new RecordStore(DATABASES[name], hereZone(), { precautions: precautions(name === 'mine') });
  stores.set(name, store);
  void openStore(name, store);
  return store;
}

async function openStore(name: WorkspaceName, store: RecordStore): Promise<void> {
  try {
    await (name === 'demo' ? store.plant(writeDemo) : store.reload());
  } catch {
    // The store keeps its trouble and tells it; the page shows it.
  }
  if (name === 'mine') await lookForCopies(store);
}

/** Fetched only for a demo that is not there yet. */
async function writeDemo(): Promise<Snapshot> {
  const { demoSnapshot } = await import('@/demo/scenario');
  return demoSnapshot(Date.now(), hereZone());
}

interface Workspace {
  readonly name: WorkspaceName;
  readonly store: RecordStore;
}

const WorkspaceContext = createContext<Workspace | undefined>(undefined);

export function WorkspaceProvider({ name, children }: { readonly name: WorkspaceName; readonly children: ReactNode }) {
  const hydrated = useSyncExternalStore(
    noSubscription,
    () => true,
    () => false,
  );
  const workspace = useMemo(() => (hydrated ? { name, store: storeFor(name) } : undefined), [hydrated, name]);
  const own = workspace?.name === 'mine';
  useKeepCopies(own ? DATABASES.mine : undefined, own ? workspace.store : undefined);
  useEffect(() => (own ? watchRoom() : undefined), [own]);
  if (!workspace) return <Waiting />;
  return (
    <WorkspaceContext value={workspace}>
      <RefusedScope>{children}</RefusedScope>
    </WorkspaceContext>
  );
}

export function useWorkspace(): Workspace {
  const workspace = useContext(WorkspaceContext);
  if (!workspace) throw new Error('outside a workspace');
  return workspace;
}

/** The snapshot as it stands, or undefined until it has been read. Changes in any tab show here. */
export function useSnapshotIfRead(): Snapshot | undefined {
  const { store } = useWorkspace();
  return useSyncExternalStore(
    store.subscribe,
    () => store.snapshot,
    () => undefined,
  );
}

export function useStorageError(): StorageError | undefined {
  const { store } = useWorkspace();
  return useSyncExternalStore(
    store.subscribe,
    () => store.storageError,
    () => undefined,
  );
}

/** Rows on disk that cannot be read. */
export function useQuarantined(): readonly Quarantined[] {
  const { store } = useWorkspace();
  return useSyncExternalStore(
    store.subscribe,
    () => store.quarantined,
    () => NONE_APART,
  );
}
const NONE_APART: readonly Quarantined[] = [];

/** Whether room ran out since this page was opened. */
export function useWasFull(): boolean {
  const { store } = useWorkspace();
  return useSyncExternalStore(
    store.subscribe,
    () => store.wasFull,
    () => false,
  );
}

/** Whether the database had lost the record since this page was opened, and was made whole from memory. */
export function useWasPutBack(): boolean {
  const { store } = useWorkspace();
  return useSyncExternalStore(
    store.subscribe,
    () => store.wasPutBack,
    () => false,
  );
}

/** What the bench screens stand on: a snapshot that is read, and the tank in view. */
export interface TankInView {
  readonly snapshot: Snapshot;
  readonly tank: Tank;
}

const TankContext = createContext<TankInView | undefined>(undefined);

export function TankProvider({ snapshot, tank, children }: TankInView & { readonly children: ReactNode }) {
  const value = useMemo(() => ({ snapshot, tank }), [snapshot, tank]);
  return <TankContext value={value}>{children}</TankContext>;
}

/** The tank in view, where there is one. */
export function useTankIfAny(): TankInView | undefined {
  return useContext(TankContext);
}

export function useTank(): TankInView {
  const inView = useContext(TankContext);
  if (!inView) throw new Error('outside a tank');
  return inView;
}

export function useUnits() {
  const snapshot = useSnapshotIfRead();
  if (!snapshot) throw new Error('the record is not read yet');
  return snapshot.settings.units;
}

/** How a moment is told: in the keeper's own zone, days named from today. */
export function useTell(): Tell {
  const zone = useSnapshotIfRead()?.settings.zone ?? hereZone();
  const now = useNow();
  return (moment, fineness) => whenText(moment, now, zone, fineness);
}

/** What was pressed last, by record: the same press once more, by a hand that trembles or a key that sticks, is no second entry. */
interface Pressed {
  readonly said: string;
  /** How far the record had come when it was written, and when; undefined while it is being written. */
  readonly done: { readonly turn: number | undefined; readonly at: number } | undefined;
}
const pressed = new WeakMap<RecordStore, Pressed>();

/** Within this time a press is taken for the one before it, ms. Chosen: as systems take two clicks for one double click. */
const ONE_PRESS_MS = 700;

/** Writes a change and says so with an undo; answers whether it was kept, so that a field empties only when it was. */
export function useCommit(): (change: Change, course?: CommitOptions) => Promise<boolean> {
  const { store, name } = useWorkspace();
  const refusedField = useAskRefused();
  return useCallback(
    async (change, course) => {
      // Whatever this rests on was worked out from what the field held before.
      const refused = refusedField();
      if (refused !== undefined) {
        notify({ text: `Not done: “${refused}” is not accepted. Correct it first.`, error: true });
        return false;
      }
      const said = saidBy(change, (table, id) => store.holds(table as TableName, id));
      const last = pressed.get(store);
      if (said !== undefined && said === last?.said) {
        if (!last.done) return false;
        // Undone in between, or pressed again on purpose, it is filed again.
        if (last.done.turn === store.revision?.turn && performance.now() - last.done.at < ONE_PRESS_MS) return false;
      }
      if (said !== undefined) pressed.set(store, { said, done: undefined });
      try {
        const filed = await store.commit(change, course);
        if (said !== undefined)
          pressed.set(store, { said, done: { turn: store.revision?.turn, at: performance.now() } });
        if (name === 'mine') askToPersist();
        notify({
          text: change.label,
          // Its own change, whatever was done since here or in another tab.
          ...(filed && { action: { words: 'Undo', run: () => void takeStep(store, 'undo', filed.seq) } }),
        });
        return true;
      } catch (error) {
        if (said !== undefined) pressed.delete(store);
        notify({ text: failureText(error), error: true });
        return false;
      }
    },
    [store, name, refusedField],
  );
}

/** For buttons and lines that file something new: a second press while the first is being written does nothing. */
export function useCommitOnce(): (change: Change) => Promise<boolean> {
  const commit = useCommit();
  const writing = useRef(false);
  return useCallback(
    async (change) => {
      if (writing.current) return false;
      writing.current = true;
      try {
        return await commit(change);
      } finally {
        writing.current = false;
      }
    },
    [commit],
  );
}

/** Asks the browser, once a visit, not to clear the record when space runs short. */
let asked = false;
function askToPersist(): void {
  if (asked || !('storage' in navigator) || !('persist' in navigator.storage)) return;
  asked = true;
  void navigator.storage.persist().catch(() => false);
}

const noSubscription = () => () => undefined;

const MINUTE_MS = 60_000;
const everyMinute = (tell: () => void) => {
  const timer = setInterval(tell, MINUTE_MS / 4);
  return () => clearInterval(timer);
};

/** The present minute, epoch ms; screens move on with it. */
export function useNow(): number {
  return useSyncExternalStore(
    everyMinute,
    () => Math.floor(Date.now() / MINUTE_MS) * MINUTE_MS,
    () => 0,
  );
}

/** Sets the title of the page for the tab and for screen readers. */
export function useTitle(title: string): void {
  useEffect(() => {
    document.title = `${title} · Mild Tide`;
  }, [title]);
}
