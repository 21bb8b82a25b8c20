'use client';

import { nanoid } from 'nanoid';
import {
  useEffect,
  useId,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  useSyncExternalStore,
  type FormEvent,
} from 'react';
import { jotExamples } from '@/jot/example';
import type { Entry } from '@/record/schema';
import { describeEntry } from '@/record/kinds/describe';
import { kindOf } from '@/record/kinds/list';
import { lazy, useLazy } from '../lazy/lazy';
import { whenText } from '../time/when';
import { jotDraftOf } from './jot-draft';
import { onJotAsked } from './jot-request';
import type { Understood } from './jot-understood';
import { useCommit, useNow, useTank, useWorkspace } from '../workspace/workspace';

/** Presses closer than this, ms, are one that bounces; two by a hand are further apart. Chosen. */
const BOUNCE_MS = 100;

/** The reader of the line, with its lexicon: fetched beside the page, so that the page is drawn without it. */
const READER = lazy(() => import('./jot-understood').then((of) => of.understood));
const NOT_READ: Understood = { jotted: { at: 0, drafts: [], problems: [] }, questions: [] };

/** One line for a whole session at the tank. It says what it understood, and what it did not, before anything is filed. */
export function JotLine() {
  const { snapshot, tank } = useTank();
  const { name } = useWorkspace();
  const now = useNow();
  const commit = useCommit();
  const id = useId();
  const about = `${id}-understood`;
  const draft = jotDraftOf(name);
  const line = useSyncExternalStore(draft.subscribe, draft.text, () => '');
  const [open, setOpen] = useState(false);
  const field = useRef<HTMLInputElement>(null);
  const { zone, units } = snapshot.settings;
  const examples = jotExamples(units);
  const understood = useLazy(READER, true);
  const { jotted, questions } = useMemo(
    () => understood?.(line, snapshot, tank, now) ?? NOT_READ,
    [understood, line, snapshot, tank, now],
  );
  // The line that was asked about once: the next Enter files it all the same.
  const [asked, setAsked] = useState<{ readonly line: string; readonly at: number }>();
  const ready = jotted.drafts.length > 0 && jotted.problems.length === 0;

  // A line has its identity before it is sent: sent again after a failure it is the same entries, and not more of them.
  const identities = useRef(new Map<string, string[]>());
  useLayoutEffect(() => {
    const input = field.current;
    if (!input) return;
    draft.comeBack(input);
    return () => draft.leave(input);
  }, [draft]);
  useEffect(() =>
    onJotAsked((beginning) => {
      // What is half typed stays; a beginning is for an empty line.
      if (beginning && draft.text().trim() === '') draft.write(beginning);
      field.current?.focus();
    }),
  );
  const file = async (event: FormEvent) => {
    event.preventDefault();
    setOpen(true);
    // The line as it stands now: an Enter may come before the screen has followed the one before it.
    const typed = draft.text();
    // A line that was typed before its reader came is read now.
    const read = READER.now() ?? (await READER.fetch().catch(() => undefined));
    if (!read) return;
    const told = typed === line && understood ? { jotted, questions } : read(typed, snapshot, tank, now);
    const { drafts, problems } = told.jotted;
    if (drafts.length === 0 || problems.length > 0) return;
    if (told.questions.length > 0 && asked?.line !== typed) {
      setAsked({ line: typed, at: performance.now() });
      return;
    }
    // A key that bounces has answered no question.
    if (told.questions.length > 0 && asked && performance.now() - asked.at < BOUNCE_MS) return;
    if (draft.sending.has(typed)) return;
    draft.sending.add(typed);
    const ids = identities.current.get(typed) ?? drafts.map(() => nanoid());
    identities.current.set(typed, ids);
    const entries = drafts.map((each, i): Entry => ({ ...each, id: ids[i] ?? nanoid(), tankId: tank.id }));
    const label = `Logged ${entries.map((entry) => describeEntry(entry, snapshot)).join('; ')}`;
    const kept = await commit({ label, put: { entries } });
    draft.sending.delete(typed);
    if (!kept) return;
    identities.current.delete(typed);
    // What was typed while this was being written is another line.
    if (draft.text() === typed) draft.write('');
  };

  return (
    <form
      className="relative min-w-0 flex-1"
      onSubmit={(event) => void file(event)}
      onFocus={() => setOpen(true)}
      onBlur={(event) => !event.currentTarget.contains(event.relatedTarget) && setOpen(false)}
      onKeyDown={(event) => {
        if (event.key !== 'Escape') return;
        setOpen(false);
        // Out of the line, so that the shortcuts of a single letter act again; what was typed stays.
        if (event.target instanceof HTMLElement) event.target.blur();
      }}
    >
      <label htmlFor={id} className="sr-only">
        Jot tests, doses, changes and refills for {tank.name}
      </label>
      <div className="flex gap-2">
        <input
          id={id}
          ref={field}
          type="text"
          autoComplete="off"
          autoCapitalize="off"
          spellCheck={false}
          className="min-h-11 w-full min-w-0 rounded-md border border-edge bg-sheet px-3 placeholder:text-soft"
          placeholder={`Jot: ${examples.alkalinity} ca 440 · ${examples.changed} · yesterday 8pm ph 8.2`}
          value={line}
          aria-describedby={about}
          aria-invalid={jotted.problems.length > 0 || undefined}
          onChange={(event) => draft.write(event.target.value)}
        />
        <button
          type="submit"
          // While its reader is on its way Enter waits for it.
          disabled={understood !== undefined && !ready}
          className="min-h-11 rounded-md border border-glass px-3 font-semibold text-glass disabled:border-line disabled:text-soft"
        >
          Log
        </button>
      </div>
      <div
        id={about}
        aria-live="polite"
        className={
          open && line.trim()
            ? 'absolute inset-x-0 z-30 rounded-md border border-edge bg-sheet p-3 shadow-lg max-lg:bottom-full max-lg:mb-2 lg:top-full lg:mt-1'
            : 'sr-only'
        }
      >
        {line.trim() && (
          <>
            {!understood && (
              <p className="text-sm text-soft">The line’s reader is being fetched; Enter waits for it.</p>
            )}
            {jotted.tells && (
              <p>
                <span className="font-semibold">{jotted.tells.says}</span>{' '}
                <span className="block text-sm text-soft">{jotted.tells.working}</span>
              </p>
            )}
            {jotted.drafts.length > 0 && (
              <p className="text-sm text-soft">
                For {tank.name}, {whenText(jotted.at, now, zone)}:
              </p>
            )}
            <ul>
              {jotted.drafts.map((each, i) => (
                <li key={i}>
                  <span className="font-semibold">{kindOf(each.kind).title}</span> {describeEntry(each, snapshot)}
                  {each.kind !== 'note' && each.note && <span className="text-soft">, note: {each.note}</span>}
                  {each.at !== jotted.at && <span className="text-soft">, {whenText(each.at, now, zone)}</span>}
                </li>
              ))}
            </ul>
            {questions.map((question) => (
              <p key={question} className="mt-1 text-kelp">
                {question}
              </p>
            ))}
            {jotted.problems.map((problem, i) => (
              <p key={i} className="mt-1 text-rust">
                <span className="font-semibold">“{line.slice(problem.from, problem.to).trim()}”</span> {problem.message}{' '}
                {problem.suggestion && (
                  <button
                    type="button"
                    className="min-h-9 font-semibold underline underline-offset-4"
                    onClick={() => {
                      draft.write(`${line.slice(0, problem.from)}${problem.suggestion ?? ''}${line.slice(problem.to)}`);
                      // The button goes with its problem; Enter is wanted next.
                      field.current?.focus();
                    }}
                  >
                    Use “{problem.suggestion}”
                  </button>
                )}
                {/* Every line can be logged: what is asked about can be left to the note. */}
                <button
                  type="button"
                  className="ml-2 min-h-9 font-semibold underline underline-offset-4"
                  onClick={() => {
                    draft.write(asNote(line, problem));
                    field.current?.focus();
                  }}
                >
                  Keep it as a note
                </button>
                {jotted.drafts.length > 0 && (
                  <button
                    type="button"
                    className="ml-2 min-h-9 font-semibold underline underline-offset-4"
                    onClick={() => {
                      draft.write(
                        `${line.slice(0, problem.from).trimEnd()} ${line.slice(problem.to).trimStart()}`.trim(),
                      );
                      field.current?.focus();
                    }}
                  >
                    Leave it out
                  </button>
                )}
              </p>
            ))}
            {ready && (
              <p className="mt-1 text-sm text-soft">
                {questions.length === 0
                  ? 'Enter logs it.'
                  : asked?.line === line
                    ? 'Enter once more logs it all the same.'
                    : 'Correct it, or press Enter twice to log it all the same.'}
              </p>
            )}
          </>
        )}
      </div>
    </form>
  );
}

/** The line with what was asked about in quotation marks: a note as it stands. */
function asNote(line: string, { from, to }: { readonly from: number; readonly to: number }): string {
  const stretch = line
    .slice(from, to)
    .replaceAll(/["“”„«»]/g, '')
    .trim();
  return `${line.slice(0, from).trimEnd()} "${stretch}" ${line.slice(to).trimStart()}`.trim();
}
