'use client';

import { given } from '@/calculators/calculator/given';
import { useState } from 'react';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { attempt } from '@/calculators/calculator/attempt';
import { disinfectant } from '@/calculators/source-water/disinfectant';
import { roDiWater } from '@/calculators/source-water/ro-di-water';
import { purifier } from '@/calculators/source-water/purifier';
import { MIX_HOURS } from '@/calculators/mixing/batch-readiness';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { useKeptState } from '@/interface/storage/kept-draft';
import { Answer, Working } from '@/interface/answer/answer';
import { Cautions } from '@/interface/answer/cautions';
import { Bench, Figures } from '@/interface/answer/bench';
import { Button, ButtonLink } from '@/interface/controls/button';
import { QuantityField } from '@/interface/fields/quantity-field';
import { Refused } from '@/interface/answer/refused';
import { WhenField } from '@/interface/fields/when-field';
import { useNow, useTank, useWorkspace } from '@/interface/workspace/workspace';
import { changeHabit } from '@/derived/saltwater/change-habit';
import { disinfectantQuestion, sourceState, waterQuestion, type SourceState } from '@/derived/source-water/source-line';
import type { Source } from '@/record/schema';
import { UnitParts } from './unit-parts';
import { UnitPicture } from './unit-picture';
import { TestTheUnit } from './test-the-unit';
import { SourceForm } from './source-form';
import { benchAddress } from '@/registry/addresses';

/** From tap to RO/DI water: when it is ready, and what the line needs. */
export function RoWaterBench() {
  const { snapshot } = useTank();
  const [editing, setEditing] = useState(false);
  const source = snapshot.sources[0];
  if (!source || editing)
    return (
      <Bench>
        {!source && <Refused otherwise="Describe your RO/DI unit: then it is worked out when to open the valve." />}
        <SourceForm {...(source && { source })} onDone={() => setEditing(false)} />
      </Bench>
    );
  return <TheLine source={source} onEdit={() => setEditing(true)} />;
}

function TheLine({ source, onEdit }: { readonly source: Source; readonly onEdit: () => void }) {
  const { snapshot, tank } = useTank();
  const { name } = useWorkspace();
  const { zone } = snapshot.settings;
  const now = useNow();
  const state = sourceState(snapshot, source, now);
  const habit = changeHabit(snapshot, tank, now);
  // Water for the next change, in time for it to be mixed a day before.
  const wanted = (habit.nextAt ?? 0) - (MIX_HOURS * DAY_MS) / 24;
  const [litres, setLitres] = useKeptState<number | null>('ro-water litres', () =>
    Math.max(1, Math.round(habit.changeL)),
  );
  const [readyBy, setReadyBy] = useKeptState<number | null>('ro-water ready by', () =>
    wanted > now + DAY_MS / 4 ? wanted : now + DAY_MS,
  );
  const [pressure, setPressure] = useKeptState<number | null>('ro-water pressure', null);
  const [warmth, setWarmth] = useKeptState<number | null>('ro-water warmth', null);
  const asked = { ...waterQuestion(state, litres ?? 0, { now, ...(readyBy !== null && { readyBy }) }) };
  const result =
    litres === null
      ? undefined
      : attempt(() =>
          roDiWater.run({
            ...asked,
            ...given({ pressureKPa: pressure, temperatureC: warmth }),
          }),
        );
  const outcome = result?.outcome;
  const line = lineOutcome(state);
  return (
    <Bench>
      {outcome ? (
        <Answer
          answer={outcome.answer}
          cautions={[...outcome.cautions, ...(line?.outcome?.cautions ?? [])]}
          actions={<ButtonLink href={benchAddress(name, tank.id, 'water-day')}>Plan the water day</ButtonLink>}
        />
      ) : (
        <Refused refusal={result?.refusal} otherwise="Say how many litres are wanted." />
      )}
      <div className="mt-4">
        <UnitPicture source={source} read={state.read} resinLeft={line?.outcome?.values.shareLeft} />
      </div>
      <div className="mt-5 grid gap-8 lg:grid-cols-2">
        <Figures title="This water">
          <QuantityField
            label="RO/DI water wanted"
            expected={{ ...AMOUNTS.batchVolume, field: 'RO/DI water wanted' }}
            value={litres}
            onChange={setLitres}
            required
          />
          <WhenField label="Ready by" value={readyBy} onChange={setReadyBy} zone={zone} />
          <QuantityField
            label="Supply temperature"
            expected={AMOUNTS.supplyTemperature}
            value={warmth ?? (asked.temperatureC as number)}
            onChange={setWarmth}
            onReset={warmth === null ? undefined : () => setWarmth(null)}
            hint={state.read.temperatureC ? 'as last read' : 'as the unit is described'}
          />
          <QuantityField
            label="Supply pressure"
            expected={AMOUNTS.feedPressure}
            value={pressure ?? (asked.pressureKPa as number)}
            onChange={setPressure}
            onReset={pressure === null ? undefined : () => setPressure(null)}
            hint="with its unit: “50 psi”, “3.4 bar”"
          />
        </Figures>
        <section aria-label="What the unit needs">
          <h2 className="mb-2 font-semibold">What the unit needs</h2>
          {line?.outcome ? (
            <Answer lesser label="State of the unit" answer={line.outcome.answer} />
          ) : (
            <Refused
              lesser
              refusal={line?.refusal}
              otherwise="Read TDS before the membrane, after it and after the resin, and log it below."
            />
          )}
          <Supply state={state} />
        </section>
      </div>
      {outcome && <Working steps={[...outcome.working, ...(line?.outcome?.working ?? [])]} />}
      <UnitParts state={state} />
      <TestTheUnit source={source} />
      <Cautions cautions={[...(outcome?.cautions ?? []), ...(line?.outcome?.cautions ?? [])]} />
      <Button className="mt-6" onClick={onEdit}>
        Edit the unit
      </Button>
    </Bench>
  );
}

function lineOutcome({ read, stages }: SourceState) {
  const { tdsSupply, tdsMembrane, tdsProduct } = read;
  if (!tdsSupply || !tdsMembrane || !tdsProduct) return undefined;
  return attempt(() =>
    purifier.run({
      tdsSupply: tdsSupply.value,
      tdsMembrane: tdsMembrane.value,
      tdsProduct: tdsProduct.value,
      resins: stages
        .flatMap(({ stage, litresMade }) =>
          stage.kind === 'resin' && stage.resinL !== undefined ? [{ litres: stage.resinL, litresMade }] : [],
        )
        .slice(0, 2),
    }),
  );
}

/** Chlorine or chloramine, where both strips were read. */
function Supply({ state }: { readonly state: SourceState }) {
  const question = disinfectantQuestion(state);
  if (!question) return null;
  const { outcome, refusal } = attempt(() => disinfectant.run(question));
  return (
    <div className="mt-4">
      {outcome ? (
        <Answer lesser label="The supply" answer={outcome.answer} />
      ) : (
        <Refused lesser refusal={refusal} otherwise="" />
      )}
      {outcome && <Cautions alone cautions={outcome.cautions} />}
    </div>
  );
}
