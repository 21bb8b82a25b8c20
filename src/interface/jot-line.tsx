'use client';

import { nanoid } from 'nanoid';
import { useId, useMemo, useRef, useState, type FormEvent } from 'react';
import { jotExamples } from '@/record/jot/example';
import { readLine } from '@/record/jot/read-line';
import { netVolumeL, type Entry } from '@/record/schema';
import { draftQuestion } from '@/reckoning/draft-question';
import { describeEntry, ENTRY_WORDS } from './describe-entry';
import { whenText } from './when';
import { useCommitOnce, useNow, useTank, useWorkspace } from './workspace';

/** Marks the field that the shortcut for jotting looks for. */
export const JOT_FIELD = 'data-jot-line';

/** One line for a whole session at the tank. It says what it understood, and what it did not, before anything is filed. */
export function JotLine() {
  const { book, tank } = useTank();
  const { name } = useWorkspace();
  const now = useNow();
  const commit = useCommitOnce();
  const id = useId();
  const about = `${id}-understood`;
  const draftKey = `mild-tide:jot:${name}:${tank.id}`;
  const [line, setLine] = useState(() => keptDraft(draftKey));
  const [open, setOpen] = useState(false);
  const field = useRef<HTMLInputElement>(null);
  const {
    settings: { zone, units },
    solutions,
  } = book;
  const examples = jotExamples(units);
  const volumeL = netVolumeL(tank);
  const jotted = useMemo(
    () => readLine(line, { now, zone, units, solutions, netVolumeL: volumeL }),
    [line, now, zone, units, solutions, volumeL],
  );
  const questions = jotted.drafts.flatMap((draft) => draftQuestion(book, tank, draft) ?? []);
  // The line that was asked about once: the next Enter files it all the same.
  const [asked, setAsked] = useState<string>();
  const ready = jotted.drafts.length > 0 && jotted.problems.length === 0;

  const write = (text: string) => {
    setLine(text);
    try {
      sessionStorage.setItem(draftKey, text);
    } catch {
      // Then a reload forgets the half-typed line, and nothing else.
    }
  };
  const file = async (event: FormEvent) => {
    event.preventDefault();
    setOpen(true);
    if (!ready) return;
    if (questions.length > 0 && asked !== line) {
      setAsked(line);
      return;
    }
    const entries = jotted.drafts.map((draft): Entry => ({ ...draft, id: nanoid(), tankId: tank.id }));
    const label = `Logged ${entries.map((entry) => describeEntry(entry, book)).join('; ')}`;
    if (await commit({ label, put: { entries } })) write('');
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
          {...{ [JOT_FIELD]: '' }}
          type="text"
          autoComplete="off"
          autoCapitalize="off"
          spellCheck={false}
          className="min-h-11 w-full min-w-0 rounded-md border border-edge bg-sheet px-3 placeholder:text-soft"
          placeholder={`Jot: ${examples.alkalinity} ca 440 · ${examples.changed} · yesterday 8pm ph 8.2`}
          value={line}
          aria-describedby={about}
          aria-invalid={jotted.problems.length > 0 || undefined}
          onChange={(event) => write(event.target.value)}
        />
        <button
          type="submit"
          disabled={!ready}
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
            {jotted.drafts.length > 0 && (
              <p className="text-sm text-soft">
                For {tank.name}, {whenText(jotted.at, now, zone)}:
              </p>
            )}
            <ul>
              {jotted.drafts.map((draft, i) => (
                <li key={i}>
                  <span className="font-semibold">{ENTRY_WORDS[draft.kind]}</span> {describeEntry(draft, book)}
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
                      write(`${line.slice(0, problem.from)}${problem.suggestion ?? ''}${line.slice(problem.to)}`);
                      // The button goes with its problem; Enter is wanted next.
                      field.current?.focus();
                    }}
                  >
                    Use “{problem.suggestion}”
                  </button>
                )}
              </p>
            ))}
            {ready && (
              <p className="mt-1 text-sm text-soft">
                {questions.length === 0
                  ? 'Enter logs it.'
                  : asked === line
                    ? 'Enter once more logs it all the same.'
                    : 'Mend it, or press Enter twice to log it all the same.'}
              </p>
            )}
          </>
        )}
      </div>
    </form>
  );
}

function keptDraft(key: string): string {
  try {
    return sessionStorage.getItem(key) ?? '';
  } catch {
    return '';
  }
}
