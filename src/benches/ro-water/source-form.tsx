'use client';

import { nanoid } from 'nanoid';
import { useState } from 'react';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { capitalised } from '@/calculators/calculator/words';
import { useDraft } from '@/interface/forms/draft';
import { Form } from '@/interface/forms/form';
import { useRowForm } from '@/interface/forms/row-form';
import { Button } from '@/interface/controls/button';
import { FormEnd } from '@/interface/forms/form-end';
import { STAGE_WORDS } from '@/record/schema';
import { NameField } from '@/interface/forms/name-field';
import { QuantityField } from '@/interface/fields/quantity-field';
import { SelectField } from '@/interface/controls/select-field';
import { without } from '@/interface/parts/without';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import { USUAL_RATED_KPA } from '@/derived/source-water/source-line';
import { STAGE_KINDS, type Source, type StageKind } from '@/record/schema';

type Stage = Source['stages'][number];

/** Four stages do for clean chlorinated or well water; six for chloramine, nitrate or phosphate in the supply. Common practice. */
const FOUR: readonly StageKind[] = ['sediment', 'carbon', 'membrane', 'resin'];
const SIX: readonly StageKind[] = ['sediment', 'carbon', 'carbon', 'membrane', 'resin', 'resin'];
/** What a cartridge of ten inches holds. From memory. */
const CARTRIDGE_L = 0.6;

function stageOf(kind: StageKind): Stage {
  return { id: nanoid(8), kind, ...(kind === 'resin' && { resinL: CARTRIDGE_L }) };
}

/** The RO/DI unit as it is built. */
export const SourceForm = inOwnScope(function SourceForm({
  source,
  onDone,
}: {
  readonly source?: Source;
  readonly onDone: () => void;
}) {
  const { form, id, leave, save } = useRowForm('sources', source, onDone);
  const { draft, set, field } = useDraft(form, () => ({
    name: source?.name ?? 'The RO/DI unit',
    ratedLPerDay: source?.ratedLPerDay ?? null,
    ratedKPa: (source?.ratedKPa ?? USUAL_RATED_KPA) as number | null,
    pressureKPa: (source?.pressureKPa ?? USUAL_RATED_KPA) as number | null,
    temperatureC: (source?.temperatureC ?? 15) as number | null,
    wasteRatio: (source?.wasteRatio ?? 4) as number | null,
    flushMinutes: (source?.flushMinutes ?? 5) as number | null,
    stages: (source?.stages ?? FOUR.map(stageOf)) as readonly Stage[],
  }));
  const { stages, flushMinutes } = draft;
  const setStages = (next: readonly Stage[]) => set({ stages: next });
  const [fault, setFault] = useState<string>();
  const change = (at: number, stage: Stage) => setStages(stages.map((each, i) => (i === at ? stage : each)));
  const send = () => {
    const { ratedLPerDay, ratedKPa, pressureKPa, temperatureC, wasteRatio } = draft;
    const name = draft.name.trim();
    const whole = ratedLPerDay !== null && ratedKPa !== null && pressureKPa !== null && temperatureC !== null;
    setFault(
      name === '' ? 'The line needs a name.' : whole ? undefined : 'Say what the membrane is rated at; see its label.',
    );
    if (!whole || name === '') return;
    return save({
      id,
      name,
      ratedLPerDay,
      ratedKPa,
      pressureKPa,
      temperatureC,
      wasteRatio: wasteRatio ?? 0,
      flushMinutes: flushMinutes ?? 0,
      stages: [...stages],
    });
  };
  return (
    <Form label="The RO/DI unit" onSend={send} className="mt-4 max-w-4xl rounded-md border border-line bg-sheet p-4">
      <NameField {...field('name')} />
      <div className="mt-3 grid gap-3 sm:grid-cols-2 lg:grid-cols-3">
        <QuantityField
          label="The membrane’s rating"
          expected={{ ...AMOUNTS.waterMade, field: 'rating of the membrane' }}
          {...field('ratedLPerDay')}
          required
          hint="litres or gallons a day, on its label: “75 gal/day”"
        />
        <QuantityField
          label="Rated at"
          expected={{ ...AMOUNTS.feedPressure, field: 'pressure of the rating' }}
          {...field('ratedKPa')}
          required
          hint="mostly 50 psi, on its label"
        />
        <QuantityField
          label="Supply pressure"
          expected={AMOUNTS.feedPressure}
          {...field('pressureKPa')}
          required
          hint="“50 psi”, “3.4 bar”; behind a booster pump, what it gives"
        />
        <QuantityField
          label="Supply temperature"
          expected={AMOUNTS.supplyTemperature}
          {...field('temperatureC')}
          required
        />
        <QuantityField
          label="Waste for each litre made"
          expected={AMOUNTS.wasteRatio}
          {...field('wasteRatio')}
          hint="3 to 4 litres when a line is new"
        />
        <QuantityField
          label="Flush before it is used"
          expected={FLUSH}
          value={flushMinutes === null ? null : flushMinutes / 1440}
          onChange={(days) => set({ flushMinutes: days === null ? null : Math.round(days * 1440) })}
          hint="“5 min”; 10 to 20 for a new filter"
        />
      </div>
      <fieldset className="mt-4">
        <legend className="font-semibold">Its parts, in the order the water meets them</legend>
        <div className="flex flex-wrap gap-2">
          <Button look="quiet" className="-ml-3.5" onClick={() => setStages(FOUR.map(stageOf))}>
            Four stages: clean water
          </Button>
          <Button look="quiet" onClick={() => setStages(SIX.map(stageOf))}>
            Six: chloramine, nitrate or phosphate in it
          </Button>
        </div>
        <ol className="mt-1 space-y-2">
          {stages.map((stage, i) => (
            <li key={stage.id} className="flex flex-wrap items-start gap-3">
              <SelectField
                label={`Part ${i + 1}`}
                value={stage.kind}
                options={STAGE_KINDS.map((kind) => [kind, capitalised(STAGE_WORDS[kind])] as const)}
                onChange={(kind) => change(i, { ...stageOf(kind), id: stage.id })}
              />
              {stage.kind === 'resin' && (
                <QuantityField
                  narrow
                  label="Resin in it"
                  expected={AMOUNTS.resin}
                  value={stage.resinL ?? null}
                  onChange={(resinL) => change(i, { id: stage.id, kind: 'resin', ...(resinL !== null && { resinL }) })}
                />
              )}
              {stage.kind === 'carbon' && (
                <>
                  <SelectField
                    label="The block is"
                    value={stage.forChloramine ? 'chloramine' : 'ordinary'}
                    options={[
                      ['ordinary', 'an ordinary one'],
                      ['chloramine', 'made for chloramine'],
                    ]}
                    onChange={(made) => change(i, { ...stage, forChloramine: made === 'chloramine' })}
                  />
                  <QuantityField
                    narrow
                    label="Rated for"
                    expected={AMOUNTS.carbonRated}
                    value={stage.ratedL ?? null}
                    onChange={(ratedL) =>
                      change(i, { ...without(stage, 'ratedL'), ...(ratedL !== null && { ratedL }) })
                    }
                  />
                </>
              )}
              {stages.length > 1 && (
                <Button
                  look="quiet"
                  className="mt-6"
                  aria-label={`Without part ${i + 1}`}
                  onClick={() => setStages(stages.filter((_, at) => at !== i))}
                >
                  Without it
                </Button>
              )}
            </li>
          ))}
        </ol>
        {stages.length < 10 && (
          <Button className="mt-2" onClick={() => setStages([...stages, stageOf('resin')])}>
            And another part
          </Button>
        )}
      </fieldset>
      <FormEnd fault={fault} save="Save the unit" leave="Cancel" onLeave={source ? leave : undefined} />
    </Form>
  );
});

const FLUSH = {
  field: 'flush',
  kind: 'days',
  low: 0,
  high: AMOUNTS.flush.high / 1440,
  usual: [1 / 1440, 30 / 1440],
} as const;
