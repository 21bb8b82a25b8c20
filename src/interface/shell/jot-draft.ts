import type { WorkspaceName } from '../storage/workspace-name';

/** How long a caret waits for the line to stand again, ms. Chosen: a bench is fetched in less, and a keeper has not turned to something else. */
const CARET_WAITS_MS = 3000;

/**
 * What is typed into the line to jot in. It lives outside the screen: where another tank comes into view the line is drawn anew, and the text, the
 * caret and the focus stand where they stood.
 */
export interface JotDraft {
  readonly text: () => string;
  readonly write: (text: string) => void;
  /** Lines that are being filed: none of them is filed again meanwhile, whichever tank's line is pressed. */
  readonly sending: Set<string>;
  readonly subscribe: (tell: () => void) => () => void;
  /** The field goes; whether it was typed in, and where, is kept for the next. */
  readonly leave: (field: HTMLInputElement) => void;
  /** A field that stands in its place takes over the caret, unless something else has taken the focus. */
  readonly comeBack: (field: HTMLInputElement) => void;
}

const drafts = new Map<WorkspaceName, JotDraft>();

/** The line of a record: one, whichever tank is in view; a reload keeps it. */
export function jotDraftOf(name: WorkspaceName): JotDraft {
  const known = drafts.get(name);
  if (known) return known;
  const key = `mild-tide:jot:${name}`;
  const tellers = new Set<() => void>();
  let text = kept(key);
  let caret: { readonly from: number | null; readonly to: number | null; readonly at: number } | undefined;
  const draft: JotDraft = {
    text: () => text,
    write: (typed) => {
      text = typed;
      try {
        sessionStorage.setItem(key, typed);
      } catch {
        // Then a reload forgets the half-typed line, and nothing else.
      }
      for (const tell of tellers) tell();
    },
    sending: new Set(),
    subscribe: (tell) => {
      tellers.add(tell);
      return () => tellers.delete(tell);
    },
    leave: (field) => {
      const typedIn = document.activeElement === field;
      caret = typedIn ? { from: field.selectionStart, to: field.selectionEnd, at: performance.now() } : undefined;
    },
    comeBack: (field) => {
      const [left, free] = [caret, document.activeElement === document.body];
      caret = undefined;
      if (!left || !free || performance.now() - left.at > CARET_WAITS_MS) return;
      field.focus({ preventScroll: true });
      field.setSelectionRange(left.from, left.to);
    },
  };
  drafts.set(name, draft);
  return draft;
}

function kept(key: string): string {
  try {
    return sessionStorage.getItem(key) ?? '';
  } catch {
    return '';
  }
}
