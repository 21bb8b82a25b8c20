'use client';

import { halfWidth95 } from '@/numerics/normal-interval';
import { markIsOff } from '@/chemistry/mixing/learn-salt';
import { useState } from 'react';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { quantity, showText } from '@/quantities/quantity';
import { useDraft } from '@/interface/forms/draft';
import { Form } from '@/interface/forms/form';
import { useRowForm } from '@/interface/forms/row-form';
import { useKeptState } from '@/interface/storage/kept-draft';
import { Button } from '@/interface/controls/button';
import { FormEnd } from '@/interface/forms/form-end';
import { NameField } from '@/interface/forms/name-field';
import { QuantityField } from '@/interface/fields/quantity-field';
import { RecordRow } from '@/interface/controls/record-row';
import { useCommit, useTank } from '@/interface/workspace/workspace';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import { vesselLearnt } from '@/derived/saltwater/learnt-salt';
import type { WaterVessel } from '@/record/schema';

/** What saltwater is mixed in; the water day is planned over them, and batches show how true their marks are. */
export function Vessels() {
  const { snapshot } = useTank();
  const { units } = snapshot.settings;
  const commit = useCommit();
  const [editing, setEditing] = useKeptState<string | null>('vessels editing', null);
  const done = () => setEditing(null);
  return (
    <section aria-label="Vessels" className="mt-8">
      <h2 className="text-lg font-semibold">Vessels</h2>
      <ul className="mt-1 max-w-4xl">
        {snapshot.vessels.map((vessel) => {
          const learnt = vesselLearnt(snapshot, vessel.id);
          const told = learnt && markIsOff(learnt);
          return (
            <li key={vessel.id} className="border-t border-line py-1">
              {editing === vessel.id ? (
                <VesselForm vessel={vessel} onDone={done} />
              ) : (
                <RecordRow
                  title={vessel.name}
                  onEdit={() => setEditing(vessel.id)}
                  onRemove={() => void commit({ label: `Removed ${vessel.name}`, remove: { vessels: [vessel.id] } })}
                >
                  {showText(quantity('volume', vessel.litres), units)}
                  {told && (
                    <span className="text-kelp">
                      {' '}
                      by its mark; {learnt.batches} batches say{' '}
                      {showText(quantity('volume', vessel.litres * learnt.factor), units)} (±{' '}
                      {showText(quantity('volume', vessel.litres * halfWidth95(learnt.error)), units)})
                    </span>
                  )}
                  {learnt && !told && (
                    <span className="text-soft">
                      ; its mark agrees with {learnt.batches === 1 ? 'its one batch' : `${learnt.batches} batches`}
                    </span>
                  )}
                </RecordRow>
              )}
            </li>
          );
        })}
      </ul>
      {editing === 'new' ? (
        <VesselForm onDone={done} />
      ) : (
        <Button className="mt-2" onClick={() => setEditing('new')}>
          Add a vessel
        </Button>
      )}
    </section>
  );
}

const VesselForm = inOwnScope(function VesselForm({
  vessel,
  onDone,
}: {
  readonly vessel?: WaterVessel;
  readonly onDone: () => void;
}) {
  const { snapshot } = useTank();
  const { form, id, leave, save } = useRowForm('vessels', vessel, onDone);
  const { draft, field } = useDraft(form, { name: vessel?.name ?? '', litres: vessel?.litres ?? null });
  const [fault, setFault] = useState<string>();
  const send = () => {
    const name = draft.name.trim();
    const twin = snapshot.vessels.some((other) => other.id !== vessel?.id && other.name === name);
    const problem =
      name === ''
        ? 'The vessel needs a name.'
        : twin
          ? 'Another vessel goes by that name.'
          : draft.litres === null
            ? 'Say what it holds.'
            : undefined;
    setFault(problem);
    return problem || draft.litres === null ? undefined : save({ id, name, litres: draft.litres });
  };
  return (
    <Form label="A vessel" onSend={send} className="mt-2 rounded-md border border-line bg-sheet p-4">
      <div className="flex flex-wrap gap-4">
        <div>
          <NameField {...field('name')} />
        </div>
        <QuantityField label="Holds, when full" expected={AMOUNTS.vessel} {...field('litres')} required />
      </div>
      <FormEnd fault={fault} save="Save the vessel" onLeave={leave} />
    </Form>
  );
});
