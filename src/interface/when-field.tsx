'use client';

import { TZDate } from '@date-fns/tz';
import { format, parse } from 'date-fns';
import { useId } from 'react';

interface Props {
  readonly label: string;
  /** Epoch ms; null while empty. */
  readonly value: number | null;
  readonly onChange: (at: number | null) => void;
  readonly zone: string;
  readonly hint?: string | undefined;
}

/** A day and an hour in the keeper's own zone. */
export function WhenField({ label, value, onChange, zone, hint }: Props) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="block text-sm font-semibold">
        {label}
      </label>
      <input
        id={id}
        type="datetime-local"
        className="mt-1 min-h-11 max-w-full rounded-md border border-edge bg-sheet px-2 lg:min-h-9"
        value={value === null ? '' : format(new TZDate(value, zone), "yyyy-MM-dd'T'HH:mm")}
        aria-describedby={hint ? `${id}-hint` : undefined}
        onChange={({ target: { value: typed } }) => {
          const at = typed ? parse(typed, "yyyy-MM-dd'T'HH:mm", new TZDate(0, zone)).getTime() : Number.NaN;
          onChange(Number.isFinite(at) ? at : null);
        }}
      />
      {hint && (
        <p id={`${id}-hint`} className="mt-1 text-sm text-soft">
          {hint}
        </p>
      )}
    </div>
  );
}
