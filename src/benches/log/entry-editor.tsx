'use client';

import { nanoid } from 'nanoid';
import { useId, useMemo, useState, type FormEvent } from 'react';
import { ADDED_KINDS, type AddedKind } from '@/calculators/cycle/cycle-input';
import { PARAMETERS, PARAMETER_IDS, readingExpectation } from '@/calculators/parameters/parameters';
import { capitalised } from '@/calculators/calculator/words';
import type { Expectation } from '@/chemistry/units/parse-quantity';
import { Button } from '@/interface/button';
import { ChoiceRow } from '@/interface/choice-row';
import { describeEntry, ENTRY_WORDS } from '@/interface/describe-entry';
import { useBase, useForgetDrafts, useKeptState, useStillSent } from '@/interface/kept-draft';
import { focusRefused, QuantityField } from '@/interface/quantity-field';
import { SelectField } from '@/interface/select-field';
import { WhenField } from '@/interface/when-field';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace';
import { inOwnScope } from '@/interface/refused-fields';
import { UPKEEP, UPKEEP_ITEMS, type UpkeepItem } from '@/calculators/top-off/upkeep';
import { draftQuestion } from '@/reckoning/draft-question';
import { AHEAD_MS, EARLIEST } from '@/record/fields';
import { entrySchema, netVolumeL, type Entry, type EntryDraft, type EntryKind } from '@/record/schema';
import { figuresFor, NEW_KINDS, OF_A_SOLUTION } from './entry-figures';

type Figures = Partial<Record<string, number | null>>;

/** Logs by fields, and corrects an entry that is there. */
export const EntryEditor = inOwnScope(function EntryEditor({
  entry,
  onDone,
}: {
  readonly entry?: Entry;
  readonly onDone?: () => void;
}) {
  const { book, tank } = useTank();
  const { zone } = book.settings;
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
  const [solutionId, setSolutionId] = useKeptState(
    `${form} solution`,
    entry && 'solutionId' in entry ? entry.solutionId : (book.solutions[0]?.id ?? ''),
  );
  const [what, setWhat] = useKeptState<AddedKind>(`${form} what`, entry?.kind === 'put-in' ? entry.what : 'fish');
  const [item, setItem] = useKeptState<UpkeepItem>(`${form} item`, entry?.kind === 'upkeep' ? entry.item : 'float');
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
        { solutionId, what, item },
        entry,
      ),
    );
  const whole = kind && kind !== 'note' ? rowAt(when ?? now) : undefined;
  const question = whole?.success && !entry ? draftQuestion(book, tank, whole.data as EntryDraft) : undefined;

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
        label: `${entry ? 'Corrected' : 'Logged'} ${describeEntry(built.data, book)}`,
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
  const field = (key: string, label: string, expected: Expectation, optional = false) => (
    <QuantityField
      key={`${round}-${key}`}
      label={label}
      expected={expected}
      value={figures[key] ?? null}
      onChange={(amount) => setFigures((present) => ({ ...present, [key]: amount }))}
      required={!optional}
    />
  );

  return (
    <form
      onSubmit={(event) => void file(event)}
      aria-label={entry ? 'Correct this entry' : 'Log by fields'}
      className="rounded-md border border-line bg-sheet px-4 py-3"
    >
      {!entry && (
        <div className="flex flex-wrap items-center gap-x-3">
          <span className="font-semibold">Log by fields</span>
          <ChoiceRow
            label="Log by fields"
            choices={NEW_KINDS.map((each) => [each, ENTRY_WORDS[each]] as const)}
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
            {kind === 'reading' &&
              PARAMETER_IDS.map((id) => field(id, capitalised(PARAMETERS[id].name), readingExpectation(id), true))}
            {OF_A_SOLUTION.has(kind) && (
              <SelectField
                label="Solution"
                width="w-40"
                value={solutionId}
                options={
                  book.solutions.length === 0
                    ? [['', 'none described yet']]
                    : book.solutions.map(({ id, name }) => [id, name] as const)
                }
                onChange={setSolutionId}
              />
            )}
            {kind === 'upkeep' && (
              <SelectField
                label="What was seen to"
                width="w-44"
                value={item}
                options={UPKEEP_ITEMS.map((each) => [each, UPKEEP[each].thing] as const)}
                onChange={setItem}
              />
            )}
            {kind === 'put-in' && (
              <SelectField
                label="What went in"
                width="w-40"
                value={what}
                options={ADDED_KINDS.map((each) => [each, each] as const)}
                onChange={(each) => setWhat(each as AddedKind)}
              />
            )}
            {kind !== 'reading' &&
              kind !== 'note' &&
              figuresFor(kind).map(([key, label, expected, optional]) =>
                field(
                  key,
                  label,
                  kind === 'water-change' && key === 'volumeL' ? { ...expected, whole: allWaterL } : expected,
                  optional,
                ),
              )}
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
            {onDone && <Button onClick={leave}>Leave as it was</Button>}
            {!entry && <Button onClick={() => setKind(null)}>Close</Button>}
          </div>
        </>
      )}
    </form>
  );
});

function figuresOf(entry: Entry | undefined): Figures {
  if (!entry) return {};
  if (entry.kind === 'reading') return { ...entry.values };
  return Object.fromEntries(
    Object.entries(entry).filter((pair): pair is [string, number] => typeof pair[1] === 'number' && pair[0] !== 'at'),
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

/** What is picked from a list. */
interface Chosen {
  readonly solutionId: string;
  readonly what: AddedKind;
  readonly item: UpkeepItem;
}

/** The row as plain data; the schema decides whether it is whole. */
function plainEntry(common: CommonFields, figures: Figures, chosen: Chosen, entry: Entry | undefined): unknown {
  const { kind } = common;
  const given = (keys: readonly string[]) =>
    Object.fromEntries(keys.flatMap((key) => (typeof figures[key] === 'number' ? [[key, figures[key]]] : [])));
  if (kind === 'note') return common;
  if (kind === 'reading') {
    const values = given(PARAMETER_IDS);
    return Object.keys(values).length > 0 ? { ...common, values } : undefined;
  }
  return {
    // What no field here shows, such as the salt of a batch, stays as it was.
    ...(entry && Object.fromEntries(Object.entries(entry).filter(([, value]) => typeof value !== 'number'))),
    ...common,
    ...given(figuresFor(kind).map(([key]) => key)),
    ...(OF_A_SOLUTION.has(kind) ? { solutionId: chosen.solutionId } : {}),
    ...(kind === 'upkeep' ? { item: chosen.item } : {}),
    ...(kind === 'put-in' ? { what: chosen.what, count: figures.count ?? 1 } : {}),
  };
}
