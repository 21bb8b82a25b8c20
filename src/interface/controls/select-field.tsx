'use client';

interface Props<Value extends string> {
  readonly label: string;
  readonly value: Value;
  readonly options: readonly (readonly [value: Value, words: string])[];
  readonly onChange: (value: Value) => void;
  /** Its width, where it stands among fields; else as wide as its words. */
  readonly width?: string;
}

/** One of a list that is too long, or too wordy, to lay out in a row. */
export function SelectField<Value extends string>({ label, value, options, onChange, width = '' }: Props<Value>) {
  return (
    <label className="block max-w-full min-w-0">
      <span className="block text-sm font-semibold">{label}</span>
      <select
        className={`mt-1 min-h-11 ${width} max-w-full rounded-md border border-edge bg-sheet px-2 lg:min-h-9`}
        value={value}
        onChange={(event) => onChange(event.target.value as Value)}
      >
        {options.map(([each, words]) => (
          <option key={each} value={each}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
}
