import { ZodError } from 'zod';
import { ChangeRefused, StoreTrouble } from '@/record/trouble';

/** What went wrong, in words for the keeper; never a browser's or a library's own. */
export function failureText(error: unknown): string {
  if (error instanceof StoreTrouble || error instanceof ChangeRefused) return error.message;
  if (error instanceof ZodError) {
    const [issue] = error.issues;
    return `Not saved: ${issue ? `${issue.path.map(String).join('.') || 'it'}: ${issue.message}` : 'it does not fit the record'}.`;
  }
  return 'It could not be saved; what you typed is still here.';
}
