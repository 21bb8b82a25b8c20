import { ZodError } from 'zod';
import { faultText } from '@/record/faults';
import { ChangeRefused, StorageError } from '@/record/storage-error';

/** What went wrong, in words for the keeper; never a browser's or a library's own. */
export function failureText(error: unknown): string {
  // The whole of it stands above the page, with what can be done.
  if (error instanceof StorageError) return 'Not saved: the note above says why, and what to do.';
  if (error instanceof ChangeRefused) return error.message;
  if (error instanceof ZodError) {
    const [issue] = error.issues;
    return `Not saved: ${issue ? faultText(issue, 'it') : 'it does not fit the record'}.`;
  }
  return 'It could not be saved; what you typed is still here.';
}
