'use client';

import { nanoid } from 'nanoid';
import { useId, useMemo, useState, type FormEvent } from 'react';
import { offered } from '@/calculators/parameters/parameters';
import { Button } from '@/interface/controls/button';
import { ChoiceRow } from '@/interface/controls/choice-row';
import { describeEntry } from '@/record/kinds/describe';
import { ALL_KINDS } from '@/record/kinds/list';
import type { FormChoice, FormFigure } from '@/interface/entry-kinds/entry-form';
import { formOf } from '@/interface/entry-kinds/entry-forms';
import { useBase, useForgetDrafts, useKeptState, useStillSent } from '@/interface/storage/kept-draft';
import { focusRefused, QuantityField } from '@/interface/fields/quantity-field';
import { SelectField } from '@/interface/controls/select-field';
import { WhenField } from '@/interface/fields/when-field';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import { observationsOf } from '@/derived/observations/observations';
import { draftQuestion } from '@/derived/dosing/draft-question';
import { AHEAD_MS, EARLIEST } from '@/record/rows/fields';
import { entrySchema, netVolumeL, type Entry, type EntryDraft, type EntryKind } from '@/record/schema';

type Figures = Partial<Record<string, number | null>>;
/** What is picked from lists, by field. */
type Chosen = Readonly<Partial<Record<string, string>>>;

/** Logs by fields, and corrects an entry that is there. */
export const EntryEditor = inOwnScope(function EntryEditor({
  entry,
  onDone,
}: {
  readonly entry?: Entry;
  readonly onDone?: () => void;
}) {
  const { snapshot, tank } = useTank();
  const { zone } = snapshot.settings;
  const now = useNow();
  const commit = useCommitOnce();
  const noteId = useId();
  // A change may be told as a share of the water.
  const allWaterL = netVolumeL(tank);
  // Kept for the tab while another bench is open or the page is reloaded.
  const form = `entry ${entry?.id ?? 'new'}`;
  const forget = useForgetDrafts(form);
  const [kind, setKind] = useKeptState<EntryKind | null>(`${form} kind`, entry?.kind ?? null);
  const [figures, setFigures] = useKeptState<Figures>(`${form} figures`, () => figuresOf(entry));
  const [chosen, setChosen] = useKeptState<Chosen>(`${form} chosen`, () => chosenIn(entry));
  const [note, setNote] = useKeptState(`${form} note`, entry?.note ?? '');
  const [when, setWhen] = useKeptState<number | null>(`${form} when`, entry?.at ?? null);
  // What the entry said when it was opened: only what is changed here is written.
  const [opened] = useBase(form, entry);
  // An entry has its identity before it is sent: sent again after a failure it is the same one.
  // It is not kept with the drafts: a tab that is duplicated takes those along, and logs entries of its own.
  const [newId, setNewId] = useState(nanoid);
  const [fault, setFault] = useState<string>();
  // A fresh set of fields after each entry is filed.
  const [round, setRound] = useState(0);

  // What was asked of these figures when they were to be filed; they may be filed all the same.
  const [asked, setAsked] = useState<string>();
  /** Nothing of one entry is left for the next: neither its figures nor its time. */
  const startAfresh = () => {
    setFigures({});
    setNote('');
    setWhen(null);
    setAsked(undefined);
    setRound(round + 1);
  };

  const module = kind ? formOf(kind) : undefined;
  const choices: readonly FormChoice[] = module?.choices ?? [];
  const optionsOf = ({ options }: FormChoice): readonly (readonly [string, string])[] =>
    options !== 'solutions'
      ? options
      : snapshot.solutions.length === 0
        ? [['', 'none described yet']]
        : snapshot.solutions.map(({ id, name }) => [id, name] as const);
  const firstChosen = Object.fromEntries(
    choices.map((choice) => [choice.key, choice.first ?? optionsOf(choice)[0]?.[0] ?? '']),
  );

  const rowAt = (at: number) =>
    entrySchema.safeParse(
      plainEntry(
        {
          id: entry?.id ?? newId,
          tankId: entry ? entry.tankId : tank.id,
          at,
          kind: kind ?? 'note',
          jotted: entry?.jotted,
          note: note.trim() || undefined,
        },
        figures,
        Object.fromEntries(choices.map(({ key }) => [key, chosen[key] ?? firstChosen[key]])),
        entry,
      ),
    );
  const whole = kind && kind !== 'note' ? rowAt(when ?? now) : undefined;
  const question = whole?.success && !entry ? draftQuestion(snapshot, tank, whole.data as EntryDraft) : undefined;

  const typed = useMemo(() => ({ figures, note, when }), [figures, note, when]);
  const stillSent = useStillSent(typed);
  const leave = () => {
    if (entry) forget();
    onDone?.();
  };

  const file = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    if (!kind || focusRefused(event.currentTarget)) return;
    const at = when ?? now;
    if (at < EARLIEST) {
      setFault('The time lies before 1990: a year has slipped.');
      return;
    }
    if (!(at <= now + AHEAD_MS)) {
      setFault('The time lies ahead of now; the record holds what has happened.');
      return;
    }
    const built = rowAt(at);
    if (!built.success) {
      setFault(
        kind === 'note'
          ? 'A note needs some words.'
          : 'Something is missing: fill in the figures this entry is made of.',
      );
      return;
    }
    setFault(undefined);
    if (question !== undefined && question !== asked) {
      setAsked(question);
      return;
    }
    if (
      !(await commit({
        label: `${entry ? 'Corrected' : 'Logged'} ${describeEntry(built.data, snapshot)}`,
        put: { entries: [built.data] },
        ...(opened && { base: { entries: [opened] } }),
      }))
    )
      return;
    // What was typed while this was being written stays for the next.
    if (!entry) {
      // The next one is another entry, whether the form is emptied for it or was typed on meanwhile.
      setNewId(nanoid());
      if (stillSent(typed)) startAfresh();
    }
    leave();
  };
  const field = ({ key, label, expected, optional, ofTheWater }: FormFigure) => (
    <QuantityField
      key={`${round}-${key}`}
      label={label}
      expected={ofTheWater ? { ...expected, whole: allWaterL } : expected}
      value={figures[key] ?? null}
      onChange={(amount) => setFigures((present) => ({ ...present, [key]: amount }))}
      required={!optional}
    />
  );
  const read = offered((id) => figures[id] !== undefined || observationsOf(snapshot, tank.id, id).length > 0);

  return (
    <form
      onSubmit={(event) => void file(event)}
      aria-label={entry ? 'Edit this entry' : 'Log by fields'}
      className="rounded-md border border-line bg-sheet px-4 py-3"
    >
      {!entry && (
        <div className="flex flex-wrap items-center gap-x-3">
          <span className="font-semibold">Log by fields</span>
          <ChoiceRow
            label="Log by fields"
            choices={ALL_KINDS.filter((each) => formOf(each.kind)?.offered).map(
              (each) => [each.kind, each.title] as const,
            )}
            chosen={kind ?? undefined}
            onChoose={(each) => {
              setKind(each);
              setFault(undefined);
              startAfresh();
            }}
          />
        </div>
      )}
      {kind && (
        <>
          <div className="mt-3 grid grid-cols-2 gap-x-4 gap-y-3 sm:grid-cols-[repeat(auto-fill,minmax(13rem,1fr))]">
            {choices.map((choice) => (
              <SelectField
                key={choice.key}
                label={choice.label}
                width="w-44"
                value={chosen[choice.key] ?? firstChosen[choice.key] ?? ''}
                options={optionsOf(choice)}
                onChange={(value) => setChosen({ ...chosen, [choice.key]: value })}
              />
            ))}
            {module?.figures(read).map(field)}
            <WhenField
              label="When"
              value={when}
              onChange={setWhen}
              zone={zone}
              hint={when === null ? 'now, when left empty' : undefined}
            />
            <div className="col-span-full">
              <label htmlFor={noteId} className="block text-sm font-semibold">
                {kind === 'note' ? 'What was seen or done' : 'Note'}
              </label>
              <input
                id={noteId}
                type="text"
                maxLength={2000}
                className="mt-1 min-h-11 w-full max-w-2xl rounded-md border border-edge bg-sheet px-2.5 lg:min-h-9"
                value={note}
                onChange={(event) => setNote(event.target.value)}
              />
            </div>
          </div>
          {question && <p className="mt-2 text-kelp">{question}</p>}
          {fault && (
            <p role="alert" className="mt-2 text-rust">
              {fault}
            </p>
          )}
          <div className="mt-3 flex gap-2">
            <Button type="submit" look="main">
              {entry
                ? 'Save the correction'
                : asked !== undefined && asked === question
                  ? 'Log it all the same'
                  : 'Log it'}
            </Button>
            {onDone && <Button onClick={leave}>Cancel</Button>}
            {!entry && <Button onClick={() => setKind(null)}>Close</Button>}
          </div>
        </>
      )}
    </form>
  );
});

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
