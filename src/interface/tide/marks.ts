import type { Book, EntryKind } from '@/record/schema';
import { describeEntry } from '../describe-entry';

/** An entry as it stands on the tide line and over charts. */
export interface Mark {
  readonly at: number;
  readonly kind: MarkedKind;
  readonly text: string;
  readonly entryId: string;
  /** Not done yet: a change that falls due. */
  readonly toCome?: true;
}

/** What is told on the tide line: all but tests and looks, which are its trace, and the small steps of a day. */
export type MarkedKind = Exclude<
  EntryKind,
  'reading' | 'batch-check' | 'step-done' | 'set-up-step' | 'reservoir-level' | 'pump-run' | 'room' | 'bottle-level'
>;

/** Shapes drawn in a 10 × 10 box, so that kinds are told apart without hue. */
export const MARK_SHAPES: Record<MarkedKind, { readonly path: string; readonly word: string }> = {
  'water-change': { path: 'M1 2 H9 V8 H1 Z M1 5 H9', word: 'water change' },
  refill: { path: 'M5 1 L8.5 6 A3.6 3.6 0 1 1 1.5 6 Z', word: 'refill' },
  upkeep: { path: 'M2 8 L6 4 M5 2 A2.4 2.4 0 1 1 8 5 Z', word: 'seen to' },
  dose: { path: 'M5 9 L1 2 H9 Z', word: 'dose' },
  'standing-dose': { path: 'M1 8 H4.5 V3 H9', word: 'dose set' },
  reactor: { path: 'M2 9 V1 H8 V9 M4 4 H6 M4 6.5 H6', word: 'reactor set' },
  'source-test': { path: 'M5 1 V9 M1.5 5 H8.5 M3 3 H7', word: 'source read' },
  'part-fitted': { path: 'M2 1 H8 V9 H2 Z M2 3.5 H8 M2 6.5 H8', word: 'part fitted' },
  batch: { path: 'M1 3 H9 L7.5 9 H2.5 Z', word: 'batch' },
  'put-in': { path: 'M5 1 A4 4 0 1 1 4.99 1 M5 3 V7 M3 5 H7', word: 'put in' },
  note: { path: 'M2 9 V1 L9 3.5 L2 6', word: 'note' },
};

export function marksOf(book: Book, tankId: string, from: number, to: number): Mark[] {
  return book.entries.flatMap((entry): Mark[] =>
    (entry.tankId === tankId || entry.tankId === null) && isMarked(entry.kind) && entry.at >= from && entry.at <= to
      ? [{ at: entry.at, kind: entry.kind, text: describeEntry(entry, book), entryId: entry.id }]
      : [],
  );
}

function isMarked(kind: EntryKind): kind is MarkedKind {
  return kind in MARK_SHAPES;
}
