import { carryOn, localCopies } from '@/record/local-copy';
import type { Revision } from '@/record/revision';
import type { Precautions } from '@/record/durable-write';
import { roomGivenUp } from './quota';

/** What stands ready in this browser for a full disk: what is known of one, room to give up, and the copy in local storage. */

const TORN = 'mild-tide:log-torn';
let torn = false;
let due = false;

/** Local storage, where the browser has it. */
export function apartStorage(): Storage | undefined {
  try {
    return localStorage;
  } catch {
    return undefined;
  }
}

/** Whether the copy in local storage is to be written anew: a change could not be added to it. */
export function copyApartIsDue(): boolean {
  return due;
}

export function setCopyApartDue(next: boolean): void {
  due = next;
}

/** Whether a full disk has left the browser's log torn, and it was not begun anew since: in this tab or another. */
export function isTorn(): boolean {
  return torn || apartStorage()?.getItem(TORN) === 'yes';
}

/** Whether the copy in local storage holds all that a record does. */
export function isInCopyApart(revision: Revision | undefined): boolean {
  const storage = apartStorage();
  if (!storage || !revision) return false;
  return localCopies(storage).some(
    ({ record, turn, since }) => record === revision.record && turn >= revision.turn && since === undefined,
  );
}

/** @param own whether it is the keeper's record: of the demo no copies are kept */
export function precautions(own: boolean): Precautions {
  const storage = apartStorage();
  return {
    // All databases of the site share one log, and all tabs. One mark does not fill the storage, and outlasts the page.
    torn: isTorn,
    setTorn: (next) => {
      torn = next;
      try {
        if (next) storage?.setItem(TORN, 'yes');
        else storage?.removeItem(TORN);
      } catch {
        // Then this tab knows it, and no other.
      }
    },
    giveUpRoom: async () => {
      const { giveUpKeptRoom } = await import('@/workers/records');
      const there = await giveUpKeptRoom();
      if (there) roomGivenUp();
      return there;
    },
    written: (record, written, snapshot) => {
      if (own && storage && !carryOn(storage, record, written, snapshot, Date.now())) due = true;
    },
  };
}
