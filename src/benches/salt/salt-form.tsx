'use client';

import { useState, type FormEvent } from 'react';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import { useKeptState, useRowForm } from '@/interface/storage/kept-draft';
import { FormEnd } from '@/interface/controls/form-end';
import { NameField } from '@/interface/controls/name-field';
import { focusRefused, QuantityField } from '@/interface/fields/quantity-field';
import { useCommitOnce } from '@/interface/workspace/workspace';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import type { Salt } from '@/record/schema';

/** A box of sea salt: its grams a litre, and what the label says it makes. */
export const SaltForm = inOwnScope(function SaltForm({
  salt,
  onDone,
}: {
  readonly salt?: Salt;
  readonly onDone: () => void;
}) {
  const commit = useCommitOnce();
  const { form, id, opened, leave } = useRowForm('salt', salt, onDone);
  const [name, setName] = useKeptState(`${form} name`, salt?.name ?? '');
  const [grams, setGrams] = useKeptState<number | null>(`${form} grams`, salt?.gramsPerLAt35 ?? null);
  const [profile, setProfile] = useKeptState<
    Partial<Record<'salinity' | 'alkalinity' | 'calcium' | 'magnesium', number | null>>
  >(`${form} profile`, salt?.profile ?? { salinity: 35 });
  const [boxG, setBoxG] = useKeptState<number | null>(`${form} boxG`, salt?.boxG ?? null);
  const [boxPrice, setBoxPrice] = useKeptState<number | null>(`${form} boxPrice`, salt?.boxPrice ?? null);
  const [fault, setFault] = useState<string>();
  const save = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    if (focusRefused(event.currentTarget)) return;
    const { salinity, alkalinity, calcium, magnesium } = profile;
    const given = [alkalinity, calcium, magnesium].filter((figure) => typeof figure === 'number').length;
    const problem =
      name.trim() === ''
        ? 'The salt needs a name.'
        : given > 0 && (given < 3 || typeof salinity !== 'number')
          ? typeof salinity !== 'number'
            ? 'A profile without the salinity it was measured at says nothing: labels mostly mean 35 ppt, or 1.025 or 1.026 sg.'
            : 'A profile needs salinity, alkalinity, calcium and magnesium, or none of the three.'
          : undefined;
    setFault(problem);
    if (problem) return;
    const row: Salt = {
      id,
      name: name.trim(),
      gramsPerLAt35: grams,
      profile:
        typeof salinity === 'number' &&
        typeof alkalinity === 'number' &&
        typeof calcium === 'number' &&
        typeof magnesium === 'number'
          ? { salinity, alkalinity, calcium, magnesium }
          : null,
      ...(boxG !== null && { boxG }),
      ...(boxPrice !== null && { boxPrice }),
    };
    if (
      await commit({
        label: `Saved ${row.name}`,
        put: { salts: [row] },
        ...(opened && { base: { salts: [opened] } }),
      })
    )
      leave();
  };
  return (
    <form
      onSubmit={(event) => void save(event)}
      aria-label="A salt"
      className="rounded-md border border-line bg-sheet p-4"
    >
      <NameField value={name} onChange={setName} />
      <div className="mt-3 grid gap-3 sm:grid-cols-2 lg:grid-cols-3">
        <QuantityField
          label="Grams a litre at 35 ppt"
          expected={AMOUNTS.saltPerL}
          value={grams}
          onChange={setGrams}
          hint="leave empty to learn it from batches"
        />
        <QuantityField
          label="Label figures hold at"
          expected={AMOUNTS.batchSalinity}
          value={profile.salinity ?? null}
          onChange={(salinity) => setProfile({ ...profile, salinity })}
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
            value={profile[id] ?? null}
            onChange={(amount) => setProfile({ ...profile, [id]: amount })}
          />
        ))}
        <QuantityField
          label="Salt in a box"
          expected={AMOUNTS.boxMass}
          value={boxG}
          onChange={setBoxG}
          hint="“20 kg”, “44 lb”"
        />
        <QuantityField label="Price of a box" expected={AMOUNTS.price} value={boxPrice} onChange={setBoxPrice} />
      </div>
      <FormEnd fault={fault} save="Save the salt" onLeave={leave} />
    </form>
  );
});
