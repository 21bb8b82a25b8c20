import type { Book, Tank } from '@/record/schema';
import type { WorkspaceName } from './workspace-name';

/** Which tank was looked at last is a matter of this browser, not of the record. */
const keyOf = (workspace: WorkspaceName) => `mild-tide:tank:${workspace}`;

export function rememberTank(workspace: WorkspaceName, tankId: string): void {
  try {
    localStorage.setItem(keyOf(workspace), tankId);
  } catch {
    // Then the first tank is the one that opens.
  }
}

/** The tank looked at last, else the first. */
export function lastTank(workspace: WorkspaceName, book: Book): Tank | undefined {
  let known: string | null = null;
  try {
    known = localStorage.getItem(keyOf(workspace));
  } catch {
    // As if none had been looked at.
  }
  return book.tanks.find(({ id }) => id === known) ?? book.tanks[0];
}
