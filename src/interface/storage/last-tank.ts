import type { Snapshot, Tank } from '@/record/schema';
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
export function lastTank(workspace: WorkspaceName, snapshot: Snapshot): Tank | undefined {
  let known: string | null = null;
  try {
    known = localStorage.getItem(keyOf(workspace));
  } catch {
    // As if none had been looked at.
  }
  return snapshot.tanks.find(({ id }) => id === known) ?? snapshot.tanks[0];
}
