'use client';

import { useState } from 'react';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { useDraft } from '@/interface/forms/draft';
import { Fault, Form } from '@/interface/forms/form';
import { Button } from '@/interface/controls/button';
import { ClockFields } from '@/interface/controls/clock-fields';
import { QuantityField } from '@/interface/fields/quantity-field';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import type { Hours } from '@/record/kinds/entry-kind';
import type { EntryOf } from '@/record/schema';

interface Props {
  readonly lights: EntryOf<'lever'> | undefined;
  readonly onSave: (set: { hours: Hours; rampMinutes?: number }) => void;
}

/** When the lights run, and how long they take to come up: set from now on, so that what was before stays as it was. */
export const LightsForm = inOwnScope(function LightsForm({ lights, onSave }: Props) {
  const { draft, field } = useDraft(`lights ${lights?.id ?? 'none'}`, {
    hours: (lights?.hours ?? { fromMinute: 600, forMinutes: 600 }) as Hours,
    ramp: lights?.rampMinutes ?? null,
  });
  const { hours, ramp } = draft;
  const [fault, setFault] = useState<string>();
  const changed =
    hours.fromMinute !== lights?.hours?.fromMinute ||
    hours.forMinutes !== lights.hours.forMinutes ||
    (ramp ?? undefined) !== lights.rampMinutes;
  const send = () => {
    const tooLong = ramp !== null && ramp > hours.forMinutes / 2;
    setFault(
      tooLong ? 'They would dim up and down for longer than they shine: a shorter ramp, or more hours.' : undefined,
    );
    if (!tooLong) onSave({ hours, ...(ramp !== null && { rampMinutes: ramp }) });
  };
  return (
    <Form label="Set the lights" onSend={send} className="no-print mt-2">
      <div className="flex flex-wrap items-end gap-x-5 gap-y-2">
        <ClockFields label="Lit from" hours={hours} onChange={field('hours').onChange} />
        <QuantityField narrow label="Ramp, minutes" expected={AMOUNTS.rampMinutes} {...field('ramp')} />
        <Button type="submit" disabled={!changed}>
          Set from now
        </Button>
      </div>
      <Fault>{fault}</Fault>
    </Form>
  );
});
