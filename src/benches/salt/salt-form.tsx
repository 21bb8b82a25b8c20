'use client';

import { useState } from 'react';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import { given } from '@/calculators/calculator/given';
import { useDraft } from '@/interface/forms/draft';
import { Form } from '@/interface/forms/form';
import { useRowForm } from '@/interface/forms/row-form';
import { FormEnd } from '@/interface/forms/form-end';
import { NameField } from '@/interface/forms/name-field';
import { QuantityField } from '@/interface/fields/quantity-field';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import type { Salt } from '@/record/schema';

type Profile = NonNullable<Salt['profile']>;

/** A box of sea salt: its grams a litre, and what the label says it makes. */
export const SaltForm = inOwnScope(function SaltForm({
  salt,
  onDone,
}: {
  readonly salt?: Salt;
  readonly onDone: () => void;
}) {
  const { form, id, leave, save } = useRowForm('salts', salt, onDone);
  const { draft, set, field } = useDraft(form, {
    name: salt?.name ?? '',
    grams: salt?.gramsPerLAt35 ?? null,
    profile: (salt?.profile ?? { salinity: 35 }) as Partial<Record<keyof Profile, number | null>>,
    boxG: salt?.boxG ?? null,
    boxPrice: salt?.boxPrice ?? null,
  });
  const [fault, setFault] = useState<string>();
  const send = () => {
    const { profile, grams, boxG, boxPrice } = draft;
    const name = draft.name.trim();
    const { salinity, alkalinity, calcium, magnesium } = profile;
    const levels = [alkalinity, calcium, magnesium].filter((figure) => typeof figure === 'number').length;
    const problem =
      name === ''
        ? 'The salt needs a name.'
        : levels > 0 && (levels < 3 || typeof salinity !== 'number')
          ? typeof salinity !== 'number'
            ? 'A profile without the salinity it was measured at says nothing: labels mostly mean 35 ppt, or 1.025 or 1.026 sg.'
            : 'A profile needs salinity, alkalinity, calcium and magnesium, or none of the three.'
          : undefined;
    setFault(problem);
    if (problem) return;
    return save({
      id,
      name,
      gramsPerLAt35: grams,
      profile:
        typeof salinity === 'number' &&
        typeof alkalinity === 'number' &&
        typeof calcium === 'number' &&
        typeof magnesium === 'number'
          ? { salinity, alkalinity, calcium, magnesium }
          : null,
      ...given({ boxG, boxPrice }),
    });
  };
  return (
    <Form label="A salt" onSend={send} className="rounded-md border border-line bg-sheet p-4">
      <NameField {...field('name')} />
      <div className="mt-3 grid gap-3 sm:grid-cols-2 lg:grid-cols-3">
        <QuantityField
          label="Grams a litre at 35 ppt"
          expected={AMOUNTS.saltPerL}
          {...field('grams')}
          hint="leave empty to learn it from batches"
        />
        <QuantityField
          label="Label figures hold at"
          expected={AMOUNTS.batchSalinity}
          value={draft.profile.salinity ?? null}
          onChange={(salinity) => set(({ profile }) => ({ profile: { ...profile, salinity } }))}
        />
        {(['alkalinity', 'calcium', 'magnesium'] as const).map((id) => (
          <QuantityField
            key={id}
            label={`${PARAMETERS[id].name} on the label`}
            expected={{
              field: PARAMETERS[id].name,
              kind: PARAMETERS[id].kind,
              low: PARAMETERS[id].low,
              high: id === 'alkalinity' ? 10 : PARAMETERS[id].high,
              usual: PARAMETERS[id].usual,
            }}
            value={draft.profile[id] ?? null}
            onChange={(amount) => set(({ profile }) => ({ profile: { ...profile, [id]: amount } }))}
          />
        ))}
        <QuantityField label="Salt in a box" expected={AMOUNTS.boxMass} {...field('boxG')} hint="“20 kg”, “44 lb”" />
        <QuantityField label="Price of a box" expected={AMOUNTS.price} {...field('boxPrice')} />
      </div>
      <FormEnd fault={fault} save="Save the salt" onLeave={leave} />
    </Form>
  );
});
