'use client';

import { useId, useState } from 'react';
import { monthFirst } from '../time/date-order';
import { useRefusedField } from '../workspace/refused-fields';
import { readTyped, typedText } from '../time/typed-moment';
import { useNow } from '../workspace/workspace';

interface Props {
  readonly label: string;
  /** Epoch ms; null while empty. */
  readonly value: number | null;
  readonly onChange: (at: number | null) => void;
  readonly zone: string;
  readonly hint?: string | undefined;
  /** What Enter does in it, in place of sending its form. */
  readonly onEnter?: (() => void) | undefined;
}

/** A day and an hour in the keeper's own zone. The month is a word, so that no two keepers read a date two ways. */
export function WhenField({ label, value, onChange, zone, hint, onEnter }: Props) {
  const id = useId();
  const now = useNow();
  const [draft, setDraft] = useState<string>();
  const text = draft ?? (value === null ? '' : typedText(value, zone));
  const refused = draft !== undefined && draft.trim() !== '' && readTyped(draft, now, zone, monthFirst()) === undefined;
  useRefusedField(id, label, refused);
  const type = (typed: string) => {
    setDraft(typed);
    const at = readTyped(typed, now, zone, monthFirst());
    if (typed.trim() === '') onChange(null);
    else if (at !== undefined) onChange(at);
  };
  return (
    <div>
      <label htmlFor={id} className="block text-sm font-semibold">
        {label}
      </label>
      <input
        id={id}
        type="text"
        autoComplete="off"
        className={`mt-1 min-h-11 w-56 max-w-full rounded-md border bg-sheet px-2.5 lg:min-h-9 ${refused ? 'border-2 border-rust' : 'border-edge'}`}
        placeholder={typedText(now, zone)}
        value={text}
        aria-invalid={refused || undefined}
        aria-describedby={refused ? `${id}-refusal` : hint ? `${id}-hint` : undefined}
        onChange={(event) => type(event.target.value)}
        onKeyDown={(event) => {
          if (event.key !== 'Enter' || !onEnter) return;
          event.preventDefault();
          onEnter();
        }}
        onBlur={() => !refused && setDraft(undefined)}
      />
      {refused && (
        <p id={`${id}-refusal`} role="alert" className="mt-1 max-w-72 text-sm text-rust">
          Not accepted: write the day with its month as a word, and the hour, as in {typedText(now, zone)} or “yesterday
          8pm”.
        </p>
      )}
      {hint && (
        <p id={`${id}-hint`} className="mt-1 text-sm text-soft">
          {hint}
        </p>
      )}
    </div>
  );
}
