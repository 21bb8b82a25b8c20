/**
 * Room kept back for the day when the disk is full: a file of nothing among the private files, let go so that what is refused can be
 * written after all, and the browser's log be begun anew.
 */

/** Enough for a log that is begun anew (`turn-log-over.ts`) and the record with it. */
const BYTES = 24 * 1024 * 1024;
const STEP_BYTES = 2 * 1024 * 1024;
const NAME = 'kept-room';

/** A private file as a worker writes it. */
export interface SyncFile {
  truncate(size: number): void;
  write(bytes: Uint8Array, at: { at: number }): number;
  flush(): void;
  close(): void;
  getSize(): number;
}

/**
 * Keeps room back, unless it is kept already. To be called in a worker.
 * @returns false where the disk has no room for it: what was taken of that is given back
 * @throws where this browser keeps no private files
 */
export async function keepRoom(folder: FileSystemDirectoryHandle): Promise<boolean> {
  const file = (await folder.getFileHandle(NAME, { create: true })) as FileSystemFileHandle & {
    createSyncAccessHandle: () => Promise<SyncFile>;
  };
  const open = await file.createSyncAccessHandle();
  try {
    for (let at = open.getSize(); at < BYTES; at += STEP_BYTES)
      if (open.write(noise(STEP_BYTES), { at }) !== STEP_BYTES) throw new DOMException('no room', 'QuotaExceededError');
    open.flush();
    return true;
  } catch {
    open.truncate(0);
    return false;
  } finally {
    open.close();
  }
}

/** Lets it go. @returns whether there was any */
export async function giveUpRoom(folder: FileSystemDirectoryHandle): Promise<boolean> {
  const there = await folder.getFileHandle(NAME).then(
    async (file) => (await file.getFile()).size >= BYTES / 2,
    () => false,
  );
  // Over a full disk the browser may say that it failed when the file is gone; whether there is room is seen by the next try.
  if (there) await folder.removeEntry(NAME).catch(() => undefined);
  return there;
}

/** Bytes that no file system keeps in less room. */
function noise(length: number): Uint8Array {
  const bytes = new Uint8Array(length);
  // No more at once than the browser gives.
  for (let at = 0; at < length; at += 65_536) crypto.getRandomValues(bytes.subarray(at, at + 65_536));
  return bytes;
}
