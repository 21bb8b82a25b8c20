import { describeEntry } from '@/record/kinds/describe';
import type { Entry } from '@/record/schema';
import { useForgetDrafts } from '../storage/kept-draft';
import { useCommitOnce, useTank } from '../workspace/workspace';

/**
 * How a form logs what it holds: its drafts are let go once that is kept.
 * @param form the name its drafts are kept under
 * @returns what logs entries, and answers whether they were kept. Without a label the first entry is described.
 */
export function useLog(form: string): (entries: readonly [Entry, ...Entry[]], label?: string) => Promise<boolean> {
  const { snapshot } = useTank();
  const commit = useCommitOnce();
  const forget = useForgetDrafts(form);
  return async (entries, label = `Logged ${describeEntry(entries[0], snapshot)}`) => {
    const kept = await commit({ label, put: { entries } });
    if (kept) forget();
    return kept;
  };
}
