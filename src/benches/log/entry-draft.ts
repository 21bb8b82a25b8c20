import { nanoid } from 'nanoid';
import { useMemo, useState } from 'react';
import type { FormChoice } from '@/interface/entry-kinds/entry-form';
import { formOf } from '@/interface/entry-kinds/entry-forms';
import { useDraft } from '@/interface/forms/draft';
import { useStillSent } from '@/interface/storage/kept-draft';
import { entrySchema, type Entry, type EntryKind, type Snapshot } from '@/record/schema';

type Figures = Readonly<Partial<Record<string, number | null>>>;
/** What is picked from lists, by field. */
type Chosen = Readonly<Partial<Record<string, string>>>;

/** What a list offers; solutions are those of the record. */
export function optionsOf({ options }: FormChoice, { solutions }: Snapshot): readonly (readonly [string, string])[] {
  if (options !== 'solutions') return options;
  return solutions.length === 0 ? [['', 'none described yet']] : solutions.map(({ id, name }) => [id, name] as const);
}

/**
 * An entry as it is typed by fields, kept for the tab.
 * @param form the name it is kept under
 * @param entry that is corrected; undefined for a new one
 * @param tankId of the tank in view: a new entry is its
 */
export function useEntryDraft(form: string, entry: Entry | undefined, tankId: string, snapshot: Snapshot) {
  const { draft, set, field } = useDraft(form, () => ({
    kind: (entry?.kind ?? null) as EntryKind | null,
    figures: figuresOf(entry),
    chosen: chosenIn(entry),
    note: entry?.note ?? '',
    when: (entry?.at ?? null) as number | null,
  }));
  const { kind, figures, chosen, note, when } = draft;
  // An entry has its identity before it is sent: sent again after a failure it is the same one.
  // It is not kept with the drafts: a tab that is duplicated takes those along, and logs entries of its own.
  const [newId, setNewId] = useState(nanoid);
  // A fresh set of fields after each entry is filed.
  const [round, setRound] = useState(0);
  const typed = useMemo(() => ({ figures, note, when }), [figures, note, when]);
  const stillSent = useStillSent(typed);

  const choices: readonly FormChoice[] = (kind && formOf(kind)?.choices) ?? [];
  const picked = Object.fromEntries(
    choices.map((choice) => [
      choice.key,
      chosen[choice.key] ?? choice.first ?? optionsOf(choice, snapshot)[0]?.[0] ?? '',
    ]),
  );
  /** The entry as it would be filed at a moment, if it is whole. */
  const rowAt = (at: number) =>
    entrySchema.safeParse(
      plainEntry(
        {
          id: entry?.id ?? newId,
          tankId: entry ? entry.tankId : tankId,
          at,
          kind: kind ?? 'note',
          jotted: entry?.jotted,
          note: note.trim() || undefined,
        },
        figures,
        picked,
        entry,
      ),
    );
  /** Nothing of one entry is left for the next: neither its figures nor its time. */
  const startAfresh = (next: EntryKind | null = kind) => {
    set({ kind: next, figures: {}, note: '', when: null });
    setRound(round + 1);
  };
  /** The next is another entry, whether the form is emptied for it or was typed on while this one was being written. */
  const goOn = () => {
    setNewId(nanoid());
    const emptied = stillSent(typed);
    if (emptied) startAfresh();
    return emptied;
  };
  return { draft, set, field, round, choices, picked, rowAt, startAfresh, goOn };
}

function figuresOf(entry: Entry | undefined): Figures {
  if (!entry) return {};
  const own = formOf(entry.kind)?.figuresOf?.(entry as never);
  return own
    ? { ...own }
    : Object.fromEntries(
        Object.entries(entry).filter(
          (pair): pair is [string, number] => typeof pair[1] === 'number' && pair[0] !== 'at',
        ),
      );
}

function chosenIn(entry: Entry | undefined): Chosen {
  if (!entry) return {};
  const row: Readonly<Record<string, unknown>> = entry;
  return Object.fromEntries(
    (formOf(entry.kind)?.choices ?? []).flatMap(({ key, of }) => {
      const picked = of ? of(entry as never) : row[key];
      return typeof picked === 'string' ? [[key, picked]] : [];
    }),
  );
}

interface CommonFields {
  readonly id: string;
  readonly tankId: string | null;
  readonly at: number;
  readonly kind: EntryKind;
  readonly jotted: string | undefined;
  readonly note: string | undefined;
}

/** The row as plain data; the schema decides whether it is whole. */
function plainEntry(common: CommonFields, figures: Figures, chosen: Chosen, entry: Entry | undefined): unknown {
  const form = formOf(common.kind);
  const given = Object.fromEntries(
    Object.entries(figures).filter((pair): pair is [string, number] => typeof pair[1] === 'number'),
  );
  // A choice that is no field of the row is read back by the form itself.
  const apart = new Set((form?.choices ?? []).flatMap(({ key, of }) => (of ? [key] : [])));
  const fields = Object.fromEntries(Object.entries(chosen).filter(([key]) => !apart.has(key)));
  const picked = Object.fromEntries(
    Object.entries(chosen).filter((pair): pair is [string, string] => apart.has(pair[0]) && pair[1] !== undefined),
  );
  return {
    // What no field here shows, such as the salt of a batch, stays as it was.
    ...(entry && Object.fromEntries(Object.entries(entry).filter(([, value]) => typeof value !== 'number'))),
    ...common,
    ...fields,
    ...(form?.rowOf ? form.rowOf(given, entry as never, picked) : given),
  };
}
