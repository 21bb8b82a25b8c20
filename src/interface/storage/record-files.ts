import type { ReadTold } from '@/record/file';
import { readCopyKept, readRecordFile, textOfCopy } from '@/workers/records';

/** More than sixty thousand entries take; what is larger is no record. */
export const MOST_BYTES = 60_000_000;

/**
 * Reads a file beside the page. One that is too large is refused by its size, unread.
 * @throws AbortError once it is stopped
 */
export async function readFileAside(file: File, zone: string, signal: AbortSignal): Promise<ReadTold> {
  if (file.size > MOST_BYTES)
    return {
      faults: [
        `It has ${Math.round(file.size / 1e6)} MB; files of up to ${MOST_BYTES / 1e6} MB are read. A record of sixty thousand entries has about 15 MB.`,
      ],
    };
  return readRecordFile(file, zone, signal);
}

export { readCopyKept, textOfCopy };
