'use client';

import { useState, type ReactNode } from 'react';
import type { Expectation } from '@/quantities/parse-quantity';
import { quantity, showText } from '@/quantities/quantity';
import { Fault, Form } from '@/interface/forms/form';
import { useKeptState } from '@/interface/storage/kept-draft';
import { Button } from '@/interface/controls/button';
import { NameField } from '@/interface/forms/name-field';
import { QuantityField } from '@/interface/fields/quantity-field';
import { SelectField } from '@/interface/controls/select-field';
import { without } from '@/interface/parts/without';
import { useUnits } from '@/interface/workspace/workspace';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { netVolumeL, SUPPLIES, tankSchema, type Salt, type Solution, type Tank } from '@/record/schema';
import type { VolumeHoldsFrom } from '@/record/volume-history';
import { Targets } from './targets';
import { displacementExpectation, litresDisplaced, type Filling } from '@/calculators/set-up/displacement';

interface Props {
  readonly draft: Tank;
  readonly onDraft: (draft: Tank) => void;
  readonly salts: readonly Salt[];
  readonly solutions: readonly Solution[];
  readonly submitWords: string;
  readonly onSubmit: (tank: Tank) => void;
  /** Asked where the net volume is given anew and something rests on it: from when it holds. */
  readonly holdsFrom?:
    { readonly value: VolumeHoldsFrom | ''; readonly onChange: (from: VolumeHoldsFrom) => void } | undefined;
  /** The short form a new tank begins with; the rest has defaults and its place under Volumes and targets. */
  readonly short?: boolean;
}

const HOLDS_FROM: readonly (readonly [VolumeHoldsFrom | '', string])[] = [
  ['', 'from when?'],
  ['now', 'from now on: the water changed'],
  ['always', 'it was always so: the figure was wrong'],
];

const MIXES: readonly (readonly [mix: string, words: string])[] = [
  ['parts', 'parts (carbonate, calcium, magnesium)'],
  ['reactor', 'a calcium reactor'],
  ['parts reactor', 'a calcium reactor and parts'],
  ['', 'water changes'],
];

export function TankForm({ draft, onDraft, salts, solutions, submitWords, onSubmit, holdsFrom, short = false }: Props) {
  const [fault, setFault] = useState<string>();
  const set = (change: Partial<Tank>) => onDraft({ ...draft, ...change });
  const send = () => {
    const parsed = tankSchema.safeParse(draft);
    const problem =
      draft.name.trim() === ''
        ? 'The tank needs a name.'
        : draft.displayL <= 0
          ? 'Say what the display holds.'
          : netVolumeL(draft) <= 0
            ? 'Rock and sand displace more than the vessels hold.'
            : holdsFrom?.value === ''
              ? 'Say from when the net volume holds: what was dosed and tested before rests on it.'
              : parsed.success
                ? undefined
                : `${parsed.error.issues[0]?.path.join(' ') ?? 'Something'}: ${parsed.error.issues[0]?.message ?? 'is not right'}`;
    setFault(problem);
    if (!problem && parsed.success) onSubmit(parsed.data);
  };
  const volume = (label: string, key: 'displayL' | 'sumpL' | 'reservoirL', expected: Expectation, hint?: string) => (
    <QuantityField
      label={label}
      expected={expected}
      value={draft[key] === 0 ? null : draft[key]}
      onChange={(litres) => set({ [key]: litres ?? 0 })}
      required={key === 'displayL'}
      {...(hint ? { hint } : {})}
    />
  );
  const volumes = (
    <>
      {volume('Sump', 'sumpL', AMOUNTS.sumpVolume, 'as it runs; leave empty if there is none')}
      <DisplacementField label="Rock" filling="rock" litres={draft.rockL} onChange={(rockL) => set({ rockL })} />
      <DisplacementField label="Sand" filling="sand" litres={draft.sandL} onChange={(sandL) => set({ sandL })} />
      <QuantityField
        label="Net volume"
        expected={AMOUNTS.netVolume}
        value={draft.netVolumeL ?? (draft.displayL > 0 && netVolumeL(draft) > 0 ? netVolumeL(draft) : null)}
        onChange={(litres) => set({ netVolumeL: litres })}
        onReset={draft.netVolumeL === null ? undefined : () => set({ netVolumeL: null })}
        hint={draft.netVolumeL === null ? 'worked out; type over it if you know better' : 'your own figure'}
      />
      {holdsFrom && (
        <SelectField
          width="w-72"
          label="This holds"
          value={holdsFrom.value}
          options={HOLDS_FROM}
          onChange={(from) => from && holdsFrom.onChange(from)}
        />
      )}
      {volume('Top-off reservoir', 'reservoirL', AMOUNTS.reservoir, 'leave empty if there is none')}
    </>
  );
  const keeping = (
    <Group title="How it is kept">
      <SelectField
        width="w-72"
        label="What replaces calcium and alkalinity"
        value={draft.supplies.toSorted().join(' ')}
        options={MIXES}
        onChange={(mix) => set({ supplies: SUPPLIES.filter((each) => mix.split(' ').includes(each)) })}
      />
      {salts.length > 0 && (
        <SelectField
          width="w-72"
          label="Salt"
          value={draft.saltId ?? ''}
          options={[...salts.map(({ id, name }): [string, string] => [id, name]), ['', 'another']]}
          onChange={(saltId) => set({ saltId: saltId || null })}
        />
      )}
      {!short &&
        solutions.length > 0 &&
        (['alkalinity', 'calcium', 'magnesium'] as const).map((parameter) => (
          <SelectField
            width="w-72"
            key={parameter}
            label={`Part for ${parameter}`}
            value={draft.parts[parameter] ?? ''}
            options={[
              ['', 'the first that holds it'],
              ...solutions.map(({ id, name }): [string, string] => [id, name]),
            ]}
            onChange={(id) =>
              set({ parts: id ? { ...draft.parts, [parameter]: id } : without(draft.parts, parameter) })
            }
          />
        ))}
    </Group>
  );
  return (
    <Form label="The tank" onSend={send} className="space-y-7">
      <Group title="Water">
        <div className="col-span-full">
          <NameField value={draft.name} onChange={(name) => set({ name })} />
        </div>
        {volume('Display', 'displayL', AMOUNTS.displayVolume, 'as filled, to the water line')}
        {!short && volumes}
      </Group>
      {short ? (
        <details>
          <summary className="inline-flex min-h-11 cursor-pointer items-center font-semibold text-glass underline underline-offset-4">
            Sump, rock, sand, reservoir, salt: now, or when a bench asks
          </summary>
          <div className="mt-2 space-y-7">
            <Group title="Besides the display">{volumes}</Group>
            {keeping}
          </div>
        </details>
      ) : (
        keeping
      )}
      {!short && (
        <>
          <Group title="The room">
            <QuantityField
              label="Open water surface"
              expected={AMOUNTS.openSurface}
              value={draft.openSurfaceM2}
              onChange={(openSurfaceM2) => set({ openSurfaceM2 })}
              hint={
                (draft.topOff?.places ?? []).length > 0
                  ? 'set surface by surface under ATO set-up, which counts'
                  : 'length × width of display and sump, uncovered'
              }
            />
            <QuantityField
              label="Room temperature"
              expected={AMOUNTS.roomTemperature}
              value={draft.room.airC}
              onChange={(airC) => set({ room: { ...draft.room, airC: airC ?? 21 } })}
            />
            <QuantityField
              label="Room humidity"
              expected={AMOUNTS.humidity}
              value={draft.room.humidity * 100}
              onChange={(percent) => set({ room: { ...draft.room, humidity: (percent ?? 50) / 100 } })}
            />
          </Group>
          <Targets draft={draft} onDraft={onDraft} />
        </>
      )}
      <Fault>{fault}</Fault>
      <Button type="submit" look="main">
        {submitWords}
      </Button>
    </Form>
  );
}

/** Litres displaced, or the mass of rock or sand from which they follow. */
function DisplacementField({
  label,
  filling,
  litres,
  onChange,
}: {
  readonly label: string;
  readonly filling: Filling;
  readonly litres: number;
  readonly onChange: (litres: number) => void;
}) {
  const units = useUnits();
  const [byMass, setByMass] = useKeptState(`tank ${filling} by weight`, false);
  const [grams, setGrams] = useKeptState<number | null>(`tank ${filling} weight`, null);
  return (
    <div>
      {byMass ? (
        <QuantityField
          label={`${label}, by weight`}
          expected={{ field: `weight of ${filling}`, kind: 'mass', low: 0, high: 1e7, usual: [500, 1e6] }}
          value={grams}
          onChange={(mass) => {
            setGrams(mass);
            onChange(mass === null ? 0 : litresDisplaced(filling, mass));
          }}
          hint={`type kg or lb; it displaces ${showText(quantity('volume', litres), units)}`}
        />
      ) : (
        <QuantityField
          label={`${label} displaces`}
          expected={displacementExpectation(filling)}
          value={litres === 0 ? null : litres}
          onChange={(volume) => onChange(volume ?? 0)}
        />
      )}
      <button
        type="button"
        className="min-h-11 text-sm text-glass underline underline-offset-4 lg:min-h-9"
        onClick={() => setByMass(!byMass)}
      >
        {byMass ? 'give the volume instead' : `give the ${filling}’s weight instead`}
      </button>
    </div>
  );
}

function Group({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <fieldset>
      <legend className="mb-2 text-lg font-semibold">{title}</legend>
      <div className="grid gap-x-6 gap-y-3 sm:grid-cols-2">{children}</div>
    </fieldset>
  );
}
