import type { Written } from './change';
import type { Connection } from './connection';
import { ALL_STORES, type Write } from './database';
import type { Snapshot } from './schema';
import { foundIn, makeWhole, type Found, type Revision } from './revision';
import { StorageError } from './storage-error';
import { rotateLog } from './rotate-log';

/** What stands beside a record for the day when there is no more room. */
export interface Precautions {
  /** Whether room ran out since the browser's log was last begun anew: what is appended to that may not outlast the browser. */
  readonly torn: () => boolean;
  readonly setTorn: (torn: boolean) => void;
  /** Gives up room that was kept back; whether there was any. */
  readonly giveUpRoom: () => Promise<boolean>;
  /** Told of each change once it is written and read back: a copy elsewhere is carried on by it. */
  readonly written: (record: string, written: Written, snapshot: Snapshot) => void;
}

/** Waits between the tries once room was made, ms. */
const OPENS_AGAIN_AFTER = [100, 600, 2000];

/** What beginning the log anew and writing a whole record may take besides, ms. */
const WHOLE_MS = 50_000;

/** What is done in a transaction, given what the database says of itself. */
export type Work<Result> = (tx: Write, present: Found) => Promise<Result>;

/** A snapshot that a database has lost, and where it stood. */
export interface Lost {
  readonly snapshot: Snapshot;
  readonly revision: Revision;
}

export interface Wrote<Result> {
  readonly value: Result;
  /** Whether the database had lost the record, and was made whole. */
  readonly restored: boolean;
  /** Whether there was no room at first. */
  readonly full: boolean;
}

/**
 * Writes that outlast a full disk, each in one transaction. Where the disk was full, the browser's log is begun anew before; where the
 * database has lost what is in memory, it is made whole from that in the same transaction; where there is no room, what was kept back is
 * given up and it is tried again.
 */
export class DurableWrite {
  readonly #name: string;
  readonly #connection: Connection;
  readonly #precautions: Precautions;

  constructor(name: string, connection: Connection, precautions: Precautions) {
    this.#name = name;
    this.#connection = connection;
    this.#precautions = precautions;
  }

  /**
   * @param withinMs it must be done
   * @param lostBy what a database has lost of what is in memory
   * @throws StorageError where it cannot be written; any other error of the work itself. Nothing is written then.
   */
  async write<Result>(
    withinMs: number,
    work: Work<Result>,
    lostBy: (found: Found) => Lost | undefined,
  ): Promise<Wrote<Result>> {
    const write = () => this.#once(withinMs, work, lostBy);
    try {
      return { ...(await write()), full: false };
    } catch (error) {
      if (!(error instanceof StorageError) || !this.#isOfAFullDisk(error)) throw error;
      this.#precautions.setTorn(true);
      // Tried again whether there was any or not: at the first refusal the browser may throw away all it holds of the site, and has room.
      await this.#precautions.giveUpRoom().catch(() => false);
      return { ...(await this.#onceMore(write)), full: true };
    }
  }

  /** Once a disk was full, the browser's storage fails in other words too, until it has sorted itself out. */
  #isOfAFullDisk({ kind }: StorageError): boolean {
    return kind === 'full' || (this.#precautions.torn() && (kind === 'failed' || kind === 'damaged'));
  }

  /** Tries again: the browser needs a moment until it opens again what it closed over the full disk. */
  async #onceMore<Result>(write: () => Promise<Result>): Promise<Result> {
    for (const wait of OPENS_AGAIN_AFTER) {
      await new Promise((resolve) => setTimeout(resolve, wait));
      try {
        return await write();
      } catch (error) {
        if (!(error instanceof StorageError)) throw error;
      }
    }
    throw new StorageError('full');
  }

  async #once<Result>(
    withinMs: number,
    work: Work<Result>,
    lostBy: (found: Found) => Lost | undefined,
  ): Promise<{ value: Result; restored: boolean }> {
    const torn = this.#precautions.torn();
    const done = await this.#connection.run('writing', withinMs + (torn ? WHOLE_MS : 0), async (db) => {
      if (torn) await rotateLog(this.#name);
      const tx = db.transaction(ALL_STORES, 'readwrite', { durability: 'strict' });
      try {
        const found = await foundIn(tx);
        const lost = lostBy(found);
        const value = await work(tx, lost ? await makeWhole(tx, lost.snapshot, lost.revision, found) : found);
        await tx.done;
        return { value, restored: lost !== undefined };
      } catch (error) {
        tx.done.catch(() => undefined);
        try {
          tx.abort();
        } catch {
          // Already aborted by the failure itself.
        }
        throw error;
      }
    });
    if (torn) this.#precautions.setTorn(false);
    return done;
  }
}

/** Where nothing else is kept: what is known of a full disk lasts as long as the store, and there is no room to give up. */
export function inThisTab(): Precautions {
  let torn = false;
  return {
    torn: () => torn,
    setTorn: (next) => (torn = next),
    giveUpRoom: () => Promise.resolve(false),
    written: () => undefined,
  };
}
