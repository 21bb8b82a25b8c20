import { writeFile } from '@/record/file';
import type { Snapshot } from '@/record/schema';
import type { Quarantined } from '@/record/quarantine';
import { notify } from '../notices/notices';
import { saveFile } from './save';

/**
 * Hands over the whole record as it stands in memory: no database is asked, so it works when that fails.
 * @returns whether it went out as a file that can be read back
 */
export function exportRecord(snapshot: Snapshot, quarantined: readonly Quarantined[]): boolean {
  const now = new Date();
  const day = now.toISOString().slice(0, 10);
  try {
    saveFile(`mild-tide-${day}.json`, 'application/json', writeFile(snapshot, now, quarantined));
    return true;
  } catch {
    // The rows were read through their schemas, so this is a fault; what is in memory goes out all the same, as it is.
    saveFile(`mild-tide-as-it-is-${day}.json`, 'application/json', JSON.stringify(snapshot));
    notify({ text: 'Something of the record does not fit; it was exported as it is.', error: true });
    return false;
  }
}
