import type { EntryDraft } from '@/record/kinds/list';

/** An entry that has been understood, before it has its moment. */
export interface Understood {
  /** The token it hangs on: of several moments in a line, it takes the one told for this place. */
  readonly token: number;
  readonly make: (at: number) => EntryDraft;
}

/** A draft of a kind from its fields. The reader holds them to the kind's schema before they are answered. */
export function understood(token: number, kind: EntryDraft['kind'], fields: object): Understood {
  return { token, make: (at) => ({ kind, at, ...fields }) as EntryDraft };
}
