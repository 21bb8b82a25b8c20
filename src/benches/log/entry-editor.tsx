'use client';

import { useId, useState } from 'react';
import { offered } from '@/calculators/parameters/parameters';
import { draftQuestion } from '@/derived/dosing/draft-question';
import { observationsOf } from '@/derived/observations/observations';
import { Button } from '@/interface/controls/button';
import { ChoiceRow } from '@/interface/controls/choice-row';
import { SelectField } from '@/interface/controls/select-field';
import { formOf } from '@/interface/entry-kinds/entry-forms';
import { QuantityField } from '@/interface/fields/quantity-field';
import { WhenField } from '@/interface/fields/when-field';
import { Fault, Form } from '@/interface/forms/form';
import { useBase, useForgetDrafts } from '@/interface/storage/kept-draft';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
import { describeEntry } from '@/record/kinds/describe';
import { ALL_KINDS } from '@/record/kinds/list';
import { AHEAD_MS, EARLIEST } from '@/record/rows/fields';
import { netVolumeL, type Entry, type EntryDraft, type EntryKind } from '@/record/schema';
import { optionsOf, useEntryDraft } from './entry-draft';

/** Logs by fields, and corrects an entry that is there. */
export const EntryEditor = inOwnScope(function EntryEditor({
  entry,
  onDone,
}: {
  readonly entry?: Entry;
  readonly onDone?: () => void;
}) {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const commit = useCommitOnce();
  const form = `entry ${entry?.id ?? 'new'}`;
  const forget = useForgetDrafts(form);
  const editing = useEntryDraft(form, entry, tank.id, snapshot);
  const { kind, when } = editing.draft;
  // What the entry said when it was opened: only what is changed here is written.
  const [opened] = useBase(form, entry);
  const [fault, setFault] = useState<string>();
  // What was asked of these figures when they were to be filed; they may be filed all the same.
  const [asked, setAsked] = useState<string>();

  const whole = kind && kind !== 'note' ? editing.rowAt(when ?? now) : undefined;
  const question = whole?.success && !entry ? draftQuestion(snapshot, tank, whole.data as EntryDraft) : undefined;
  const askedAlready = question === undefined || question === asked;
  const leave = () => {
    if (entry) forget();
    onDone?.();
  };

  const send = async () => {
    if (!kind) return;
    const at = when ?? now;
    const built = editing.rowAt(at);
    const problem = faultOfTime(at, now) ?? (built.success ? undefined : missingOf(kind));
    setFault(problem);
    if (problem || !built.success) return;
    if (!askedAlready) {
      setAsked(question);
      return;
    }
    const kept = await commit({
      label: `${entry ? 'Corrected' : 'Logged'} ${describeEntry(built.data, snapshot)}`,
      put: { entries: [built.data] },
      ...(opened && { base: { entries: [opened] } }),
    });
    if (!kept) return;
    if (!entry && editing.goOn()) setAsked(undefined);
    leave();
  };

  return (
    <Form
      label={entry ? 'Edit this entry' : 'Log by fields'}
      onSend={send}
      className="rounded-md border border-line bg-sheet px-4 py-3"
    >
      {!entry && (
        <KindChoice
          kind={kind}
          onChoose={(each) => {
            setFault(undefined);
            setAsked(undefined);
            editing.startAfresh(each);
          }}
        />
      )}
      {kind && (
        <>
          <EntryFields kind={kind} editing={editing} />
          {question && <p className="mt-2 text-kelp">{question}</p>}
          <Fault>{fault}</Fault>
          <div className="mt-3 flex gap-2">
            <Button type="submit" look="main">
              {entry ? 'Save the correction' : question && askedAlready ? 'Log it all the same' : 'Log it'}
            </Button>
            {onDone && <Button onClick={leave}>Cancel</Button>}
            {!entry && <Button onClick={() => editing.set({ kind: null })}>Close</Button>}
          </div>
        </>
      )}
    </Form>
  );
});

function faultOfTime(at: number, now: number): string | undefined {
  if (at < EARLIEST) return 'The time lies before 1990: a year has slipped.';
  return at <= now + AHEAD_MS ? undefined : 'The time lies ahead of now; the record holds what has happened.';
}

function missingOf(kind: EntryKind): string {
  return kind === 'note'
    ? 'A note needs some words.'
    : 'Something is missing: fill in the figures this entry is made of.';
}

function KindChoice({
  kind,
  onChoose,
}: {
  readonly kind: EntryKind | null;
  readonly onChoose: (kind: EntryKind) => void;
}) {
  return (
    <div className="flex flex-wrap items-center gap-x-3">
      <span className="font-semibold">Log by fields</span>
      <ChoiceRow
        label="Log by fields"
        choices={ALL_KINDS.filter((each) => formOf(each.kind)?.offered).map((each) => [each.kind, each.title] as const)}
        chosen={kind ?? undefined}
        onChoose={onChoose}
      />
    </div>
  );
}

/** The figures and choices an entry of a kind is made of, when it was, and a note. */
function EntryFields({
  kind,
  editing: { draft, set, field, round, choices, picked },
}: {
  readonly kind: EntryKind;
  readonly editing: ReturnType<typeof useEntryDraft>;
}) {
  const { snapshot, tank } = useTank();
  const noteId = useId();
  const { figures, note, when } = draft;
  const read = offered((id) => figures[id] !== undefined || observationsOf(snapshot, tank.id, id).length > 0);
  return (
    <div className="mt-3 grid grid-cols-2 gap-x-4 gap-y-3 sm:grid-cols-[repeat(auto-fill,minmax(13rem,1fr))]">
      {choices.map((choice) => (
        <SelectField
          key={choice.key}
          label={choice.label}
          width="w-44"
          value={picked[choice.key] ?? ''}
          options={optionsOf(choice, snapshot)}
          onChange={(value) => set(({ chosen }) => ({ chosen: { ...chosen, [choice.key]: value } }))}
        />
      ))}
      {formOf(kind)
        ?.figures(read)
        .map(({ key, label, expected, optional, ofTheWater }) => (
          <QuantityField
            key={`${round}-${key}`}
            label={label}
            // A change may be told as a share of the water.
            expected={ofTheWater ? { ...expected, whole: netVolumeL(tank) } : expected}
            value={figures[key] ?? null}
            onChange={(amount) => set((present) => ({ figures: { ...present.figures, [key]: amount } }))}
            required={!optional}
          />
        ))}
      <WhenField
        label="When"
        {...field('when')}
        zone={snapshot.settings.zone}
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
          onChange={(event) => set({ note: event.target.value })}
        />
      </div>
    </div>
  );
}
