import { applyRows, type RowNow } from './apply-rows';
import { readRecord, readTold, writeFile, type ReadTold } from './file';
import { MOST_CHARACTERS, type CopyTexts, type PackedCopy } from './local-copy';
import { isGroup } from './merge';
import { migrateRow } from './migrations';
import { pack, unpack } from './packed-text';
import { ROW_TABLES, type Snapshot } from './schema';
import type { Quarantined } from './quarantine';

/*
 * What a copy in local storage holds: a packed file, and the changes behind it. Made and read beside the page.
 */

/**
 * A record as a packed file.
 * @param at epoch ms
 * @param most characters it may have: where all of it has more, the newest entries that fit are in it, and its head says since when
 */
export async function packCopy(
  snapshot: Snapshot,
  quarantined: readonly Quarantined[],
  revision: { readonly record: string; readonly turn: number },
  at: number,
  most = MOST_CHARACTERS,
): Promise<PackedCopy> {
  let { entries } = snapshot;
  for (;;) {
    const held = { ...snapshot, entries };
    const packed = await pack(writeFile(held, new Date(at), quarantined));
    const since = entries.length < snapshot.entries.length ? entries[0]?.at : undefined;
    const { record, turn } = revision;
    const head = {
      record,
      turn,
      at,
      tanks: snapshot.tanks.length,
      entries: entries.length,
      ...(since !== undefined && { since }),
    };
    if (packed.length <= most || entries.length === 0) return { head, packed };
    // A little less than what should fit, so that it seldom takes a third try.
    const share = Math.min(0.9, (most / packed.length) * 0.95);
    entries = entries.slice(entries.length - Math.floor(entries.length * share));
  }
}

/** The text of an exported file that a copy in local storage is: what was packed, with the changes behind it. */
export async function fileTextOf({ packed, changes }: CopyTexts, at: number): Promise<string> {
  const text = await unpack(packed);
  if (changes.length === 0) return text;
  const rows = changes.flatMap((change) => rowsOf(JSON.parse(change)));
  return writeFile(applyRows(readRecord(text).snapshot, rows), new Date(at));
}

export async function readLocalCopy(texts: CopyTexts, zone: string, at: number): Promise<ReadTold> {
  try {
    return readTold(await fileTextOf(texts, at), zone);
  } catch {
    // The changes behind it may not fit: the file by itself is better than nothing.
    return unpack(texts.packed).then(
      (text) => readTold(text, zone),
      () => ({ faults: ['The copy could not be read.'] }),
    );
  }
}

/** The rows of a change, carried up from the version that wrote it. */
function rowsOf(change: unknown): RowNow[] {
  if (!isGroup(change) || !Array.isArray(change.rows)) return [];
  const version = Number(change.version);
  return (change.rows as RowNow[])
    .filter(({ table }) => table === 'settings' || ROW_TABLES.includes(table))
    .map(({ table, id, row }) => ({ table, id, row: isGroup(row) ? migrateRow(table, row, version) : undefined }));
}
