import type { IDBPDatabase } from 'idb';
import { openRecord, type RecordDb } from './database';
import { StorageError, storageErrorOf, withinTime } from './storage-error';

interface Told {
  /** Something went wrong, here or because of another tab. */
  readonly error: (storageError: StorageError) => void;
  /** The browser closed the database: the disk failed, or the site's data were cleared. */
  readonly closed: () => void;
  /** Another tab stood in the way of an upgrade, and has gone. */
  readonly freed: () => void;
}

/** Between the two tries to open a database, ms. */
const OPENS_AGAIN_MS = 300;

/**
 * One tab's connection to a record's database: opened when it is first needed, and anew after every failure. A connection that failed
 * stays failed, and one left open over a full disk hangs, or loses what is written to it later.
 */
export class Connection {
  readonly #name: string;
  readonly #opensWithin: number;
  readonly #told: Told;
  #db: Promise<IDBPDatabase<RecordDb>> | undefined;
  #closed = false;

  /** @param opensWithin ms after which opening is told as hanging */
  constructor(name: string, opensWithin: number, told: Told) {
    this.#name = name;
    this.#opensWithin = opensWithin;
    this.#told = told;
  }

  /**
   * Does some work with the database.
   * @throws StorageError where storage refuses or does not answer within the time; any other error as it was thrown
   */
  async run<Result>(
    doing: 'reading' | 'writing',
    withinMs: number,
    work: (db: IDBPDatabase<RecordDb>) => Promise<Result>,
  ): Promise<Result> {
    let opened = false;
    try {
      const db = await withinTime(this.#connect(), this.#opensWithin);
      opened = true;
      return await withinTime(work(db), withinMs);
    } catch (error) {
      const storageError = storageErrorOf(error, opened ? doing : 'opening');
      if (!storageError) throw error;
      this.disconnect();
      throw storageError;
    }
  }

  /** Lets go of the database; the next work opens it anew. */
  disconnect(): void {
    const db = this.#db;
    this.#db = undefined;
    void db?.then((open) => open.close()).catch(() => undefined);
  }

  close(): void {
    this.#closed = true;
    this.disconnect();
  }

  get closed(): boolean {
    return this.#closed;
  }

  #connect(): Promise<IDBPDatabase<RecordDb>> {
    if (typeof indexedDB === 'undefined') return Promise.reject(new StorageError('unavailable'));
    this.#db ??= this.#open().catch(async (error: unknown) => {
      if (!(error instanceof DOMException && error.name === 'UnknownError')) throw error;
      // What the browser cannot read it throws away, and opens at the next try: that is found empty, and its copy is offered.
      await new Promise((resolve) => setTimeout(resolve, OPENS_AGAIN_MS));
      return this.#open();
    });
    return this.#db;
  }

  #open(): Promise<IDBPDatabase<RecordDb>> {
    return new Promise((resolve, reject) => {
      let waited = false;
      openRecord(this.#name, {
        onBlocked: () => {
          waited = true;
          reject(new StorageError('blocked'));
        },
        onBlocking: (removed) => {
          this.#db = undefined;
          if (!removed) this.#told.error(new StorageError('outdated'));
        },
        onTerminated: () => {
          this.#db = undefined;
          if (!this.#closed) this.#told.closed();
        },
      }).then((db) => {
        resolve(db);
        if (!waited) return;
        // The other tab has gone at last: what was told of it no longer holds.
        if (this.#db || this.#closed) {
          db.close();
          return;
        }
        this.#db = Promise.resolve(db);
        this.#told.freed();
      }, reject);
    });
  }
}
