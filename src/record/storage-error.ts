/** What storage refused, by what the keeper can do about it. */
export type StorageErrorKind =
  | 'blocked'
  | 'full'
  | 'outdated'
  | 'unavailable'
  | 'damaged'
  | 'stuck'
  | 'unread'
  | 'cleared'
  | 'behind'
  | 'unfetched'
  | 'failed';

const WORDS: Record<StorageErrorKind, string> = {
  blocked: 'Another tab holds an older version of the record open. Close the other tabs of Mild Tide.',
  full: 'The disk or the browser’s storage is full, so this was not saved. What you typed is still here. Export everything now, before you close or restart the browser: it may lose its database over this. Then free some space and try again.',
  outdated:
    'A newer version of Mild Tide was opened in another tab. Reload this page to go on; what you typed here is kept.',
  unavailable:
    'The browser does not let this page store anything (a private window, or storage turned off), so nothing can be saved. What you typed is still here.',
  damaged: 'The browser cannot open the record it holds. Nothing was changed.',
  stuck:
    'The browser’s storage does not answer, so it is not known whether this was saved. Try again: what was saved already is not entered twice.',
  unread:
    'This was saved, but the record could not be read back, so the screen may be behind. Nothing need be entered again.',
  cleared:
    'The browser’s data for this site was cleared while this page was open. What you see is still in memory: put it back, or export it, before you close this page.',
  behind:
    'The browser’s database has lost the last changes, or is another than before. What you see is still in memory: put it back, or export it, before you close this page.',
  unfetched:
    'A part of Mild Tide could not be fetched, so this record could not be set up: the server may be away, or was started anew. Reload this page once it is there.',
  failed: 'The browser’s storage failed, so this was not saved. What you typed is still here; try again.',
};

/** What went wrong with storage, in words for the keeper. */
export class StorageError extends Error {
  readonly kind: StorageErrorKind;

  constructor(kind: StorageErrorKind, cause?: unknown) {
    super(WORDS[kind], { cause });
    this.name = 'StorageError';
    this.kind = kind;
  }
}

/** What is asked of the record and cannot be done as it stands, in words for the keeper; the database is well. */
export class ChangeRefused extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'ChangeRefused';
  }
}

const FORBIDDEN = new Set(['SecurityError', 'NotAllowedError']);
/** A disk without room shows as these, besides the error that has it in its name: the browser says no more than that. */
const NO_ROOM = new Set(['QuotaExceededError', 'AbortError', 'UnknownError']);
/** Errors of the browser's storage that are no fault of this program's. */
const OF_STORAGE = new Set([
  'AbortError',
  'DataError',
  'InvalidStateError',
  'NotFoundError',
  'NotReadableError',
  'OperationError',
  'TimeoutError',
  'TransactionInactiveError',
  'UnknownError',
]);

/**
 * The trouble a browser's error stands for, or undefined for an error that is not storage's.
 * @param doing what was under way: the same error tells of different things when the database is opened, read and written
 */
export function storageErrorOf(error: unknown, doing: 'opening' | 'reading' | 'writing'): StorageError | undefined {
  if (error instanceof StorageError) return error;
  if (!(error instanceof Error || error instanceof DOMException)) return undefined;
  const { name } = error;
  if (name === 'VersionError') return new StorageError('outdated', error);
  if (FORBIDDEN.has(name)) return new StorageError('unavailable', error);
  if (name === 'QuotaExceededError' || (doing === 'writing' && NO_ROOM.has(name)))
    return new StorageError('full', error);
  if (!OF_STORAGE.has(name)) return undefined;
  return new StorageError(doing === 'writing' ? 'failed' : 'damaged', error);
}

/**
 * Work that must answer: storage that hangs is told as such.
 * @throws StorageError of kind "stuck" when the time is up; the work itself may still come to an end
 */
export async function withinTime<Result>(work: Promise<Result>, ms: number): Promise<Result> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const up = new Promise<never>((_, reject) => {
    timer = setTimeout(() => reject(new StorageError('stuck')), ms);
  });
  try {
    return await Promise.race([work, up]);
  } finally {
    clearTimeout(timer);
  }
}
