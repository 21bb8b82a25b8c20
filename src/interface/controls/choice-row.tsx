'use client';

import { ToggleGroup } from 'radix-ui';

interface Props<Value extends string> {
  readonly label: string;
  readonly choices: readonly (readonly [value: Value, words: string])[];
  readonly chosen: Value | undefined;
  readonly onChoose: (value: Value) => void;
}

/** A few ways to go on, one of them chosen. */
export function ChoiceRow<Value extends string>({ label, choices, chosen, onChoose }: Props<Value>) {
  return (
    <ToggleGroup.Root
      type="single"
      value={chosen ?? ''}
      onValueChange={(value) => value && onChoose(value as Value)}
      aria-label={label}
      className="no-print flex flex-wrap gap-1"
    >
      {choices.map(([value, words]) => (
        <ToggleGroup.Item
          key={value}
          value={value}
          className="min-h-11 rounded-md border border-transparent px-2.5 text-soft hover:text-ink data-[state=on]:border-edge data-[state=on]:bg-sheet data-[state=on]:font-semibold data-[state=on]:text-ink lg:min-h-9"
        >
          {words}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
