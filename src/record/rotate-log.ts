import { deleteDB, openDB } from 'idb';

/** More than the log of a browser's storage engine takes before it begins a new one: 4 MB in Chromium. */
const BYTES = 9_000_000;
/** Of less than 64 KiB a value stands in the log itself and in no file beside it. */
const VALUE_BYTES = 32_768;
const VALUES_AT_ONCE = 60;

/**
 * Has the browser begin its log anew. A write that a full disk cut off leaves a torn place in it; the browser goes on writing behind that,
 * says that it is saved, and at its next start finds the log unreadable and throws the whole database away (seen in Chromium 156, on tmpfs
 * and ext4: `npm run attack -- 10 full-disk`). Once the log has grown past its bound its content goes into tables of its own and the torn file is let go.
 * @throws as storage does, where there is no room for it
 */
export async function rotateLog(name: string): Promise<void> {
  // The databases of a site share one log.
  const scratch = `${name} scratch`;
  const db = await openDB<{ filler: { key: number; value: Uint8Array } }>(scratch, 1, {
    upgrade: (made) => void made.createObjectStore('filler'),
  });
  try {
    for (let written = 0; written < BYTES; written += VALUES_AT_ONCE * VALUE_BYTES) {
      const tx = db.transaction('filler', 'readwrite', { durability: 'strict' });
      const values = Array.from({ length: VALUES_AT_ONCE }, (_, i) => tx.store.put(noise(), written + i));
      await Promise.all([...values, tx.done]);
    }
  } finally {
    db.close();
    await deleteDB(scratch);
  }
}

/** Bytes that no compression makes less of. */
function noise(): Uint8Array {
  return crypto.getRandomValues(new Uint8Array(VALUE_BYTES));
}
