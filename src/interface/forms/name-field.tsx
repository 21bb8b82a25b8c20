'use client';

import { useId } from 'react';

interface Props {
  readonly value: string;
  readonly onChange: (name: string) => void;
  readonly placeholder?: string;
}

/** What a tank, a solution or a salt is called; the record takes up to 60 characters. */
export function NameField({ value, onChange, placeholder }: Props) {
  const id = useId();
  return (
    <>
      <label htmlFor={id} className="block text-sm font-semibold">
        Name <span className="font-normal text-soft">(needed)</span>
      </label>
      <input
        id={id}
        className="mt-1 min-h-11 w-72 max-w-full rounded-md border border-edge bg-sheet px-2.5 lg:min-h-9"
        value={value}
        maxLength={60}
        placeholder={placeholder}
        onChange={(event) => onChange(event.target.value)}
      />
    </>
  );
}
