import type { Snapshot, EntryKind } from '@/record/schema';
import { describeEntry } from '@/record/kinds/describe';
import { MARKS, type MarkShape } from './mark-shapes';

/** An entry as it stands on the tide line and over charts. */
export interface Mark {
  readonly at: number;
  readonly kind: EntryKind;
  readonly text: string;
  readonly entryId: string;
  /** Not done yet: a change that falls due. */
  readonly toCome?: true;
}

/** The shape of a kind, and the word for it. */
export function markOf(kind: EntryKind): MarkShape {
  const mark = MARKS[kind];
  if (!mark) throw new Error(`${kind} has no mark on the tide line`);
  return mark;
}

export function marksOf(snapshot: Snapshot, tankId: string, from: number, to: number): Mark[] {
  return snapshot.entries.flatMap((entry): Mark[] =>
    (entry.tankId === tankId || entry.tankId === null) &&
    MARKS[entry.kind] !== undefined &&
    entry.at >= from &&
    entry.at <= to
      ? [{ at: entry.at, kind: entry.kind, text: describeEntry(entry, snapshot), entryId: entry.id }]
      : [],
  );
}
