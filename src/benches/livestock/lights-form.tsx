'use client';

import { useState, type FormEvent } from 'react';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { useKeptState } from '@/interface/storage/kept-draft';
import { Button } from '@/interface/controls/button';
import { ClockFields } from '@/interface/controls/clock-fields';
import { focusRefused, QuantityField } from '@/interface/fields/quantity-field';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import type { Hours } from '@/record/kinds/entry-kind';
import type { EntryOf } from '@/record/schema';

interface Props {
  readonly lights: EntryOf<'lever'> | undefined;
  readonly onSave: (set: { hours: Hours; rampMinutes?: number }) => void;
}

/** When the lights run, and how long they take to come up: set from now on, so that what was before stays as it was. */
export const LightsForm = inOwnScope(function LightsForm({ lights, onSave }: Props) {
  const [hours, setHours] = useKeptState<Hours>(
    `lights ${lights?.id ?? 'none'} hours`,
    lights?.hours ?? { fromMinute: 600, forMinutes: 600 },
  );
  const [ramp, setRamp] = useKeptState<number | null>(
    `lights ${lights?.id ?? 'none'} ramp`,
    lights?.rampMinutes ?? null,
  );
  const [fault, setFault] = useState<string>();
  const changed =
    hours.fromMinute !== lights?.hours?.fromMinute ||
    hours.forMinutes !== lights.hours.forMinutes ||
    (ramp ?? undefined) !== lights.rampMinutes;
  const save = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    if (focusRefused(event.currentTarget)) return;
    const tooLong = ramp !== null && ramp > hours.forMinutes / 2;
    setFault(
      tooLong ? 'They would dim up and down for longer than they shine: a shorter ramp, or more hours.' : undefined,
    );
    if (!tooLong) onSave({ hours, ...(ramp !== null && { rampMinutes: ramp }) });
  };
  return (
    <form onSubmit={save} aria-label="Set the lights" className="no-print mt-2">
      <div className="flex flex-wrap items-end gap-x-5 gap-y-2">
        <ClockFields label="Lit from" hours={hours} onChange={setHours} />
        <QuantityField narrow label="Ramp, minutes" expected={AMOUNTS.rampMinutes} value={ramp} onChange={setRamp} />
        <Button type="submit" disabled={!changed}>
          Set from now
        </Button>
      </div>
      {fault && (
        <p role="alert" className="mt-1 text-rust">
          {fault}
        </p>
      )}
    </form>
  );
});
