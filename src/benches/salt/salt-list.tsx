'use client';

import { halfWidth95 } from '@/numerics/normal-interval';
import { quantity, showText, type UnitPreferences } from '@/quantities/quantity';
import { useKeptState } from '@/interface/storage/kept-draft';
import { Button } from '@/interface/controls/button';
import { RecordRow } from '@/interface/controls/record-row';
import { useCommit, useTank } from '@/interface/workspace/workspace';
import { labelTested, saltStrength, type LabelTested, type SaltStrength } from '@/derived/saltwater/learnt-salt';
import type { Salt } from '@/record/schema';
import { SaltForm } from './salt-form';

/** Every salt of the record: what it takes, what its label says, and what batches say of both. */
export function SaltList({
  schools,
}: {
  readonly schools: readonly { readonly name: string; readonly school: string; readonly costAYear?: number }[];
}) {
  const { snapshot } = useTank();
  const { units } = snapshot.settings;
  const commit = useCommit();
  const [editing, setEditing] = useKeptState<string | null>('salt-list editing', null);
  const done = () => setEditing(null);
  const inUse = (id: string) =>
    snapshot.entries.some((entry) => 'saltId' in entry && entry.saltId === id) ||
    snapshot.tanks.some((tank) => tank.saltId === id);
  return (
    <section aria-label="Salts" className="mt-10 border-t border-line pt-5">
      <h2 className="text-lg font-semibold">Salts</h2>
      <p className="max-w-3xl text-soft">
        Those you mix, and any you think of buying: enter its label and it stands beside the others.
      </p>
      <ul className="mt-2 max-w-5xl">
        {snapshot.salts.map((salt) => {
          const compared = schools.find(({ name }) => name === salt.name);
          return (
            <li key={salt.id} className="border-t border-line py-2">
              {editing === salt.id ? (
                <SaltForm salt={salt} onDone={done} />
              ) : (
                <RecordRow
                  title={salt.name}
                  under={compared?.school}
                  onEdit={() => setEditing(salt.id)}
                  onRemove={
                    inUse(salt.id)
                      ? undefined
                      : () => void commit({ label: `Removed ${salt.name}`, remove: { salts: [salt.id] } })
                  }
                >
                  <span className="block">{strengthWords(salt, saltStrength(snapshot, salt))}</span>
                  {salt.profile && <span className="block">{profileWords(salt.profile, units)}</span>}
                  {labelTested(snapshot, salt).map((tested) => (
                    <span key={tested.parameter} className={`block ${tested.differs ? 'text-kelp' : 'text-soft'}`}>
                      {testedWords(tested, units)}
                    </span>
                  ))}
                  {salt.boxG !== undefined && (
                    <span className="block text-soft">
                      {showText(quantity('mass', salt.boxG), units)} a box
                      {salt.boxPrice !== undefined && ` at ${showText(quantity('money', salt.boxPrice), units)}`}
                      {compared?.costAYear !== undefined &&
                        `; ${showText(quantity('money', compared.costAYear), units)} a year on this routine`}
                    </span>
                  )}
                </RecordRow>
              )}
            </li>
          );
        })}
      </ul>
      {editing === 'new' ? (
        <SaltForm onDone={done} />
      ) : (
        <Button className="mt-2" onClick={() => setEditing('new')}>
          Add a salt
        </Button>
      )}
    </section>
  );
}

function strengthWords({ gramsPerLAt35: label }: Salt, { gramsPerLAt35, from, learnt }: SaltStrength): string {
  if (from === 'learnt' && learnt) {
    const doubt = halfWidth95(learnt.error) * gramsPerLAt35;
    return `${gramsPerLAt35.toFixed(1)} ± ${doubt.toFixed(1)} g/L at 35 ppt, learnt from ${learnt.batches} ${learnt.batches === 1 ? 'batch' : 'batches'}${label === null ? '' : `; the label says ${label}`}`;
  }
  return from === 'label' ? `${gramsPerLAt35} g/L at 35 ppt, by the label` : 'grams a litre not known yet';
}

function profileWords(
  { salinity, alkalinity, calcium, magnesium }: NonNullable<Salt['profile']>,
  units: UnitPreferences,
): string {
  return `Label at ${showText(quantity('salinity', salinity), units)}: ${showText(quantity('alkalinity', alkalinity), units)}, calcium ${calcium.toFixed(0)}, magnesium ${magnesium.toFixed(0)} mg/L`;
}

function testedWords({ parameter, label, tested, tests, differs, sd }: LabelTested, units: UnitPreferences): string {
  const told = (value: number) => showText(quantity(parameter, value), units);
  const count = `${tests} ${tests === 1 ? 'test' : 'tests'} of batches`;
  return differs
    ? `${count}: ${parameter} ${told(tested)}, where the label says ${told(label)}; more than test error (${told(halfWidth95(sd))}) explains`
    : `${count}: ${parameter} ${told(tested)}, as the label says within test error`;
}
