'use client';

import { startTransition, useId, useRef, useState, type KeyboardEvent } from 'react';
import { attempt, type RefusalDetail } from '@/calculators/calculator/attempt';
import { parseQuantity, type Expectation } from '@/quantities/parse-quantity';
import { preferredUnit, quantity, showOther, showText, type UnitPreferences } from '@/quantities/quantity';
import { useRefusedField } from '../workspace/refused-fields';
import { useUnits } from '../workspace/workspace';

interface Props {
  readonly label: string;
  readonly expected: Expectation;
  /** In the kind's canonical unit; null while empty. */
  readonly value: number | null;
  readonly onChange: (amount: number | null) => void;
  readonly hint?: string | undefined;
  /** Shown while the field is empty: what is taken then. */
  readonly placeholder?: string | undefined;
  readonly required?: boolean;
  /** Figures an estimate is good for; a typed value keeps its own. */
  readonly digits?: number | undefined;
  /** Set close among others: a shorter field, its other unit below. */
  readonly narrow?: boolean;
  /** The whole name for those who listen, where the label leans on what stands around it. */
  readonly spoken?: string;
  /** Given when the value overrules one from the record: puts that back. */
  readonly onReset?: (() => void) | undefined;
}

/** What is being typed, kept as typed until the field is left; a refused text stays even then. */
interface Draft {
  readonly text: string;
  readonly refusal?: RefusalDetail;
}

/**
 * A quantity typed with or without its unit. A refused text stays in the field, with what is allowed and what was probably meant.
 *
 * A key shows in the field at once; the bench it is for follows as soon as it is worked out, and a further key does not wait for that.
 * Before the field is left or Enter is pressed all of it has followed: what acts on a figure acts on the one that stands there.
 */
export function QuantityField({
  label,
  expected,
  value,
  onChange,
  hint,
  placeholder,
  required = false,
  digits,
  narrow = false,
  spoken,
  onReset,
}: Props) {
  const units = useUnits();
  const id = useId();
  const [draft, setDraft] = useState<Draft>();
  const text = draft?.text ?? (value === null ? '' : plainText(value, expected, units, digits));
  const refusal = draft?.refusal;
  useRefusedField(id, spoken ?? label, refusal !== undefined);

  const handedOn = useRef<{ readonly amount: number | null }>(undefined);
  /** Hands on what a text means, or answers why it is refused. */
  const take = (typed: string): RefusalDetail | undefined => {
    const empty = typed.trim() === '';
    const { outcome, refusal: refused } = attempt(() => (empty ? undefined : parseQuantity(typed, expected, units)));
    const amount = empty ? null : outcome?.amount;
    if (amount === undefined) return refused;
    handedOn.current = { amount };
    startTransition(() => onChange(amount));
    return undefined;
  };
  const type = (typed: string) => {
    const refused = take(typed);
    setDraft(refused ? { text: typed, refusal: refused } : { text: typed });
  };
  /** What is still being followed is handed on now. */
  const settle = () => {
    const last = handedOn.current;
    handedOn.current = undefined;
    if (last && last.amount !== value) onChange(last.amount);
  };
  const input = useRef<HTMLInputElement>(null);
  const accept = (suggested: string) => {
    if (!take(suggested)) setDraft(undefined);
    // The button goes with its refusal; the field is where one goes on.
    input.current?.focus();
  };
  const other = value === null || refusal ? undefined : showOther(quantity(expected.kind, value), units);
  const about = [refusal && `${id}-refusal`, hint && `${id}-hint`].filter(Boolean).join(' ');

  return (
    <div className="min-w-0">
      <label htmlFor={id} className="block text-sm font-semibold">
        {label}
        {required && <span className="font-normal text-soft"> (needed)</span>}
      </label>
      <div className="mt-1 flex flex-wrap items-center gap-x-2">
        <input
          id={id}
          ref={input}
          type="text"
          autoComplete="off"
          inputMode="text"
          className={`min-h-11 ${narrow ? 'w-28' : 'w-44'} max-w-full rounded-md border bg-sheet px-2.5 lg:min-h-9 ${refusal ? 'border-2 border-rust' : 'border-edge'}`}
          value={text}
          placeholder={placeholder}
          aria-label={spoken}
          aria-invalid={refusal ? true : undefined}
          aria-describedby={about || undefined}
          aria-required={required || undefined}
          onChange={(event) => type(event.target.value)}
          onKeyDown={(event: KeyboardEvent) => event.key === 'Enter' && settle()}
          onBlur={() => {
            settle();
            if (!refusal) setDraft(undefined);
          }}
        />
        {other && <span className={`text-sm text-soft ${narrow ? 'basis-full' : ''}`}>{other}</span>}
        {onReset && (
          <button
            type="button"
            className="min-h-11 text-sm text-glass underline underline-offset-4 lg:min-h-9"
            onClick={() => {
              handedOn.current = undefined;
              setDraft(undefined);
              onReset();
            }}
          >
            your figure; reset
          </button>
        )}
      </div>
      {refusal && (
        <p id={`${id}-refusal`} role="alert" className="mt-1 max-w-72 text-sm text-rust">
          Not accepted: {expected.field} is {refusal.allowed}. {refusal.hint}{' '}
          {refusal.suggestion && (
            <button
              type="button"
              className="min-h-8 font-semibold underline underline-offset-4"
              onClick={() => accept(refusal.suggestion ?? '')}
            >
              Use {refusal.suggestion}
            </button>
          )}
        </p>
      )}
      {hint && (
        <p id={`${id}-hint`} className="mt-1 max-w-72 text-sm text-soft">
          {hint}
        </p>
      )}
    </div>
  );
}

/**
 * The value as it would be typed, without trailing noughts: one decimal more than is shown; of other units five figures where they are the
 * whole of it, and four where they only come of a conversion.
 */
function plainText(value: number, { kind }: Expectation, units: UnitPreferences, digits?: number): string {
  const unit = preferredUnit(kind, units);
  const typed = unit.fromCanonical(value);
  const whole = Math.abs(Number(typed.toPrecision(5)) - typed) <= 1e-9 * Math.abs(typed);
  return showText(quantity(kind, value), units, digits ?? (unit.decimals === undefined && whole ? 5 : 4))
    .replace(/(\.\d*?)0+(?=\s|$)/, '$1')
    .replace(/\.(?=\s|$)/, '');
}

/** Whether a form holds a refused field; the first of them takes the focus. */
export function focusRefused(form: HTMLFormElement): boolean {
  const refused = form.querySelector<HTMLElement>('[aria-invalid=true]');
  refused?.focus();
  return refused !== null;
}
