import { deleteDB, type IDBPDatabase } from 'idb';
import { rowById } from './apply-rows';
import type { Change, CommitOptions, Filed, PastChange, Step, Written } from './change';
import { weightOf } from './change-log';
import { asPlanted, forkRecord, plantRecord } from './begin-record';
import { changesOf, lastChanges, readRecord, snapshotOf } from './read-record';
import { Connection } from './connection';
import { type RecordDb, type Write } from './database';
import { DurableWrite, inThisTab, type Lost, type Precautions, type Work, type Wrote } from './durable-write';
import { defaultSettings } from './defaults';
import { idempotentRetry } from './idempotent-retry';
import { type Snapshot, type TableName } from './schema';
import { sortRows, type Quarantined } from './quarantine';
import { StorageError } from './storage-error';
import { isStranger, type Found, type Revision } from './revision';
import { checkedRows, fileChange, stepOver, wanted, type Done } from './writing';
import { needsReading, PendingChanges } from './pending-changes';

/** How many changes can be undone; older ones are forgotten. */
export const UNDO_DEPTH = 500;

/** How long storage may take, ms, before it is told as hanging. */
const ANSWERS_WITHIN = 30_000;
/** What is allowed above that for each row of a change, and how many rows a change is thought to have where that is not known. */
const MS_A_ROW = 5;
const MOST_ROWS = 10_000;

interface Options {
  readonly undoDepth?: number;
  readonly answersWithin?: number;
  readonly precautions?: Precautions;
}

/** What one tab tells the others: what was written, or only that the record is to be read again. */
type Message = 'changed' | 'erased' | Written;

/** A change of more rows than this is read by the other tabs, and not sent to them. */
const MOST_SENT = 5000;
/** How long what another tab wrote in between may take to come, ms, before the record is read again. */
const COMES_WITHIN = 400;

/**
 * One workspace's record in IndexedDB: reads the whole snapshot, writes changes atomically with their undo log,
 * and tells other tabs. Knows nothing of React; `subscribe` is all a screen needs.
 */
export class RecordStore {
  readonly #name: string;
  readonly #zone: string;
  readonly #undoDepth: number;
  readonly #answersWithin: number;
  readonly #listeners = new Set<() => void>();
  readonly #channel: BroadcastChannel | undefined;
  readonly #connection: Connection;
  #snapshot: Snapshot | undefined;
  #quarantined: readonly Quarantined[] = [];
  #error: StorageError | undefined;
  /** A change of which it is not known whether it was written. */
  #unsure: Change | undefined;
  #wasFull = false;
  #putBack = false;
  #writing = 0;
  readonly #precautions: Precautions;
  readonly #durable: DurableWrite;
  #erased = false;
  #undoable: { undo: string | undefined; redo: string | undefined } = { undo: undefined, redo: undefined };
  #revision: Revision | undefined;
  readonly #ahead = new PendingChanges();

  /**
   * @param name of the IndexedDB database; each workspace has its own
   * @param zone IANA zone written into a new record's settings
   */
  constructor(
    name: string,
    zone: string,
    { undoDepth = UNDO_DEPTH, answersWithin = ANSWERS_WITHIN, precautions = inThisTab() }: Options = {},
  ) {
    this.#name = name;
    this.#precautions = precautions;
    this.#zone = zone;
    this.#undoDepth = undoDepth;
    this.#answersWithin = answersWithin;
    this.#connection = new Connection(name, answersWithin, {
      error: (storageError) => this.#complain(storageError),
      closed: () => void this.#readAfterClosing(),
      freed: () => void this.reload().catch(() => undefined),
    });
    this.#durable = new DurableWrite(name, this.#connection, precautions);
    if (typeof BroadcastChannel !== 'undefined') {
      this.#channel = new BroadcastChannel(`record:${name}`);
      this.#channel.onmessage = ({ data }: MessageEvent<Message>) => {
        this.#erased ||= data === 'erased';
        void (typeof data === 'string' ? this.reload() : this.#follow(data)).catch(() => undefined);
      };
    }
  }

  /** The snapshot as last read, or undefined until `reload` has run. */
  get snapshot(): Snapshot | undefined {
    return this.#snapshot;
  }

  /** Whether the snapshot as last read has a row. */
  holds(table: TableName, id: string): boolean {
    return this.#snapshot !== undefined && rowById(this.#snapshot, table, id) !== undefined;
  }

  /** Rows on disk that cannot be read; the snapshot is without them. */
  get quarantined(): readonly Quarantined[] {
    return this.#quarantined;
  }

  get storageError(): StorageError | undefined {
    return this.#error;
  }

  /** Whether room ran out since this page was opened. */
  get wasFull(): boolean {
    return this.#wasFull;
  }

  /** Whether the database was found without what is in memory, and made whole from it, since this page was opened. */
  get wasPutBack(): boolean {
    return this.#putBack;
  }

  /** Which record this is and how far it has come, as copies of it are dated. */
  get revision(): Revision | undefined {
    return this.#revision;
  }

  /** Labels of what undo and redo would do now. */
  get undoable() {
    return this.#undoable;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /**
   * Reads the snapshot from the database, in one transaction.
   * @throws StorageError of kind "cleared" or "behind" where the database has lost what is in memory: that stands, and is not read over
   */
  async reload(): Promise<Snapshot> {
    return this.#reading(2 * this.#answersWithin, async (db) => {
      const { raw, found, undoable } = await readRecord(db);
      if (this.#lostBy(found)) throw new StorageError(found.empty ? 'cleared' : 'behind');
      this.#erased = false;
      if (this.#error && isOfLoss(this.#error)) this.#error = undefined;
      const { rows: sorted, settings: told, quarantined } = sortRows(raw, this.#snapshot);
      this.#quarantined = quarantined;
      this.#snapshot = snapshotOf(sorted, told ?? defaultSettings(this.#zone));
      this.#undoable = undoable;
      this.#revision = { record: found.record, turn: found.turn, whole: found.whole };
      this.#ahead.forget(found.turn);
      this.#tell();
      return this.#snapshot;
    });
  }

  /**
   * Writes a change: every row checked against its schema, all rows and the undo log in one transaction. Of a row that is there only
   * the fields that the change alters are written.
   * @param course what is told of a long one, and what stops it
   * @returns what can be undone by its number, or undefined where there was nothing to write
   * @throws ZodError for a row that is not of its schema; ChangeRefused for one that another tab removed; StorageError when the
   *   database refuses. Nothing is written then.
   */
  async commit(asked: Change, course: CommitOptions = {}): Promise<Filed | undefined> {
    const change = this.#unsure
      ? idempotentRetry(asked, this.#unsure, (table, id) => this.holds(table as TableName, id))
      : asked;
    try {
      const filed = await this.#file(change, course);
      this.#unsure = undefined;
      return filed;
    } catch (error) {
      this.#unsure = error instanceof StorageError && error.kind === 'stuck' ? change : undefined;
      throw error;
    }
  }

  async #file(change: Change, course: CommitOptions): Promise<Filed | undefined> {
    const rows = await checkedRows(change, this.#snapshot);
    const { settings: amend, label } = change;
    if (rows.length === 0 && !amend) return undefined;
    const settings = defaultSettings(this.#zone);
    const filing = { label, rows, amend, settings, at: Date.now(), undoDepth: this.#undoDepth, course };
    return this.#change(rows.length, (tx, present) => fileChange(tx, filing, present));
  }

  /**
   * Fills an empty record without a trace in the undo log, before anyone sees it empty; leaves one that holds a tank as it is.
   * @throws StorageError of kind "unfetched" where what is to be written cannot be had
   */
  async plant(write: () => Promise<Snapshot> | Snapshot): Promise<void> {
    // Asked first, and without a word of an empty record: a transaction does not wait for what is no request of its own.
    const empty = await this.#reading(this.#answersWithin, async (db) => (await db.count('tanks')) === 0);
    if (!empty) {
      await this.reload();
      return;
    }
    const snapshot = await Promise.resolve()
      .then(write)
      .then(asPlanted)
      .catch((error: unknown) => {
        const storageError = new StorageError('unfetched', error);
        this.#complain(storageError);
        throw storageError;
      });
    // Shown before it is written: whoever looks at it for the first time need not wait for the disk. That nothing is on it yet is no loss.
    this.#erased = true;
    this.#snapshot = snapshot;
    this.#tell();
    await this.#write(0, (tx) => plantRecord(tx, snapshot));
  }

  /** Goes on as a record of its own: what its copies hold that it does not is left to them. */
  async fork(): Promise<void> {
    await this.#write(0, forkRecord);
  }

  /** Puts back what is in memory after the database lost it. */
  async putBack(): Promise<void> {
    if (!this.#snapshot) return;
    await this.#write(0, () => Promise.resolve(), true);
  }

  /** Lets go of what is in memory: the record is what the database holds. */
  async letGo(): Promise<void> {
    this.#erased = true;
    await this.reload();
  }

  /** Reads the record again after trouble; what was told of it before is forgotten when that succeeds. */
  async retry(): Promise<void> {
    // After a full disk nobody but the disk has cleared the record: it goes back without a question.
    await this.reload().catch((error: unknown) => {
      if (!(error instanceof StorageError && isOfLoss(error) && this.#precautions.torn())) throw error;
      return this.putBack();
    });
    if (!this.#error) return;
    this.#error = undefined;
    this.#tell();
  }

  /** What undo or redo would do: the last change made in any tab, or the one asked for. */
  async next(doing: 'undo' | 'redo', seq?: number): Promise<Step | undefined> {
    return this.#reading(2 * this.#answersWithin, async (db) => {
      const change = await wanted(changesOf(db), doing, seq);
      if (change?.seq === undefined) return undefined;
      return { seq: change.seq, label: change.label, at: change.at, weight: weightOf(change, doing) };
    });
  }

  /** The last changes, done and undone, as they came about; the newest first. */
  async history(most: number): Promise<readonly PastChange[]> {
    return this.#reading(2 * this.#answersWithin, (db) => lastChanges(db, most));
  }

  /**
   * Takes back a change: the one of this number, or the last one made in any tab. What was changed since in other places stands.
   * @returns what was undone, or undefined when there is nothing to undo
   * @throws ChangeRefused when it cannot be undone by itself, saying why
   */
  async undo(seq?: number, course?: CommitOptions): Promise<Filed | undefined> {
    return this.#change(MOST_ROWS, (tx, present) => stepOver(tx, { doing: 'undo', seq, course }, present));
  }

  async redo(seq?: number, course?: CommitOptions): Promise<Filed | undefined> {
    return this.#change(MOST_ROWS, (tx, present) => stepOver(tx, { doing: 'redo', seq, course }, present));
  }

  /** Removes the whole database; used to start the demo afresh, and to put aside one that cannot be opened. */
  async erase(): Promise<void> {
    this.#connection.disconnect();
    const blocked = () => this.#complain(new StorageError('blocked'));
    // One that is spoilt may refuse once, and is gone then.
    await deleteDB(this.#name, { blocked }).catch(() => deleteDB(this.#name, { blocked }));
    this.#erased = true;
    this.#channel?.postMessage('erased' satisfies Message);
    await this.reload();
  }

  close(): void {
    this.#channel?.close();
    this.#connection.close();
  }

  /** Writes what is no change of the log: the record is read again. */
  async #write(rows: number, work: (tx: Write) => Promise<void>, asked = false): Promise<void> {
    await this.#transact(rows, work, asked);
    this.#channel?.postMessage('changed' satisfies Message);
    await this.#readBack(this.reload());
  }

  /** Writes a change, an undo or a redo: the snapshot is carried along by what was written, here and in other tabs. */
  async #change(rows: number, work: Work<Done | undefined>): Promise<Filed | undefined> {
    const { value: done, restored } = await this.#transact(rows, work);
    if (!done) {
      // Nothing was to be written: what is asked for stands, and may be from a change whose end was not seen.
      await this.#readBack(this.reload());
      return undefined;
    }
    const sent: Message = restored || done.written.rows.length > MOST_SENT ? 'changed' : done.written;
    this.#channel?.postMessage(sent);
    await this.#readBack(restored ? this.reload() : this.#follow(done.written));
    const { snapshot, revision } = this;
    if (snapshot && revision && revision.turn >= done.written.turn)
      this.#precautions.written(revision.record, done.written, snapshot);
    return done.filed;
  }

  /** It is written; that it cannot be read back is another matter, and must not have it entered twice. */
  async #readBack(reading: Promise<unknown>): Promise<void> {
    await reading.catch((error: unknown) => {
      this.#complain(error instanceof StorageError && isOfLoss(error) ? error : new StorageError('unread', error));
    });
  }

  /**
   * Carries the snapshot along by what was written, here or in another tab. What was written on something that is not here yet waits for
   * that; where it does not come, or the snapshot cannot be carried along, the record is read again.
   */
  async #follow(written: Written): Promise<void> {
    const snapshot = this.#snapshot;
    if (
      !snapshot ||
      !this.#revision ||
      this.#quarantined.length > 0 ||
      this.#error ||
      needsReading(snapshot, written)
    ) {
      await this.reload();
      return;
    }
    if (written.turn <= this.#revision.turn) return;
    this.#ahead.add(written);
    this.#catchUp();
    if (this.#ahead.empty) return;
    await new Promise((resolve) => setTimeout(resolve, COMES_WITHIN));
    if (written.turn > this.#revision.turn) await this.reload();
  }

  #catchUp(): void {
    const revision = this.#revision;
    if (!this.#snapshot || !revision) return;
    const reached = this.#ahead.carry({ snapshot: this.#snapshot, turn: revision.turn, undoable: this.#undoable });
    this.#revision = { ...revision, turn: reached.turn };
    this.#undoable = reached.undoable;
    if (reached.snapshot === this.#snapshot) return;
    this.#snapshot = reached.snapshot;
    this.#tell();
  }

  /**
   * Writes in one transaction, through a full disk and a lost database where that can be (`durable-write.ts`).
   * @param asked the keeper has asked for what is in memory to be put back
   */
  async #transact<Result>(rows: number, work: Work<Result>, asked = false): Promise<Wrote<Result>> {
    // The keeper may have cleared it: that is asked about first.
    if (this.#error && isOfLoss(this.#error) && !this.#erased && !asked && !this.#precautions.torn()) throw this.#error;
    this.#writing += 1;
    try {
      const wrote = await this.#durable.write(this.#answersWithin + rows * MS_A_ROW, work, (found) =>
        this.#lostBy(found),
      );
      this.#wasFull ||= wrote.full;
      this.#putBack ||= wrote.restored;
      if (this.#error && !isOfLoss(this.#error)) {
        this.#error = undefined;
        this.#tell();
      }
      return wrote;
    } catch (error) {
      if (error instanceof StorageError) {
        this.#wasFull ||= error.kind === 'full';
        this.#complain(error);
      }
      throw error;
    } finally {
      this.#writing -= 1;
    }
  }

  /** What is in memory and has been lost by a database; undefined where it has it, or was emptied on purpose. */
  #lostBy(found: Found): Lost | undefined {
    const [snapshot, revision] = [this.#snapshot, this.#revision];
    if (this.#erased || !snapshot || !revision || snapshot.tanks.length + snapshot.entries.length === 0)
      return undefined;
    return isStranger(found, revision) ? { snapshot, revision } : undefined;
  }

  async #reading<Result>(withinMs: number, work: (db: IDBPDatabase<RecordDb>) => Promise<Result>): Promise<Result> {
    try {
      const result = await this.#connection.run('reading', withinMs, work);
      // That something can be read does not say that there is room again, nor that what was cleared is back: the whole reading tells.
      if (this.#error && this.#error.kind !== 'full' && !isOfLoss(this.#error)) {
        this.#error = undefined;
        this.#tell();
      }
      return result;
    } catch (error) {
      // What is refused while something is written is told once nothing more can be tried.
      if (error instanceof StorageError && this.#writing === 0) this.#complain(error);
      throw error;
    }
  }

  /** The disk failed, or the site's data were cleared: reading again tells which, once the browser is through with it. */
  async #readAfterClosing(): Promise<void> {
    for (const wait of [200, 800, 3000]) {
      await new Promise((resolve) => setTimeout(resolve, wait));
      if (this.#connection.closed) return;
      const told = await this.reload().then(
        () => true,
        (error: unknown) => error instanceof StorageError && isOfLoss(error),
      );
      if (told) return;
    }
  }

  #complain(storageError: StorageError): void {
    this.#error = storageError;
    this.#tell();
  }

  #tell(): void {
    for (const listener of this.#listeners) listener();
  }
}

/** What is in memory and no longer in the database. */
function isOfLoss({ kind }: StorageError): boolean {
  return kind === 'cleared' || kind === 'behind';
}
