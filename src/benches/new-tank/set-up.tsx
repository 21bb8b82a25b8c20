'use client';

import { nanoid } from 'nanoid';
import { useId } from 'react';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { readingExpectation } from '@/calculators/parameters/parameters';
import { attempt } from '@/calculators/calculator/attempt';
import { plainSentence } from '@/calculators/calculator/sentence';
import { SCHOOLS_OF_SET_UP, type Choices } from '@/calculators/set-up/order-of-work';
import { MEASURED, setUp, SET_UP_AMOUNTS } from '@/calculators/set-up/set-up';
import { quantity, showText } from '@/quantities/quantity';
import { useForgetDrafts, useKeptState } from '@/interface/storage/kept-draft';
import { Figures } from '@/interface/answer/bench';
import { Button } from '@/interface/controls/button';
import { ChoiceRow } from '@/interface/controls/choice-row';
import { Sentence } from '@/interface/answer/phrases';
import { PaperBox, TickBox } from '@/interface/controls/tick-box';
import { QuantityField } from '@/interface/fields/quantity-field';
import { whenText } from '@/interface/time/when';
import { without } from '@/interface/parts/without';
import { WhenField } from '@/interface/fields/when-field';
import { Worked } from '@/interface/answer/worked';
import { useCommit, useNow, useTank, useTell, useUnits } from '@/interface/workspace/workspace';
import { saltStrength } from '@/derived/saltwater/learnt-salt';
import { samePlan, setUpTicks, usualSetUp, waterMadePerDay } from '@/derived/set-up/set-up';
import type { SetUpRow } from '@/record/schema';
import { TankOnFloor } from './tank-on-floor';

const CHOICES = {
  first: ['Goes in first', ['rock', 'sand']],
  rock: ['Rock', ['dry', 'live']],
  mixed: ['Water is mixed', ['outside', 'in the tank']],
} as const satisfies { readonly [Key in keyof Choices]: readonly [string, readonly Choices[Key][]] };

/** A tank that is not filled yet: what it takes, what it weighs, and the work in its order. */
export function SetUp() {
  const { snapshot, tank } = useTank();
  const { zone, units } = snapshot.settings;
  const now = useNow();
  const commit = useCommit();
  const form = 'set-up';
  const forget = useForgetDrafts(form);
  const [draft, setDraft] = useKeptState<SetUpRow>(`${form} draft`, () => tank.setUp ?? usualSetUp(tank, now));
  const set = (change: Partial<SetUpRow>) => setDraft((present) => ({ ...present, ...change }));
  const salt = snapshot.salts.find(({ id }) => id === tank.saltId);
  const madePerDay = waterMadePerDay(snapshot, now);
  const result = attempt(() =>
    setUp.run({
      ...draft,
      gramsPerLAt35: saltStrength(snapshot, salt).gramsPerLAt35,
      ...(salt?.boxG !== undefined && { boxG: salt.boxG }),
      ...(madePerDay !== undefined && { madePerDay }),
      humidity: tank.room.humidity,
    }),
  );
  const values = result.outcome?.values;
  const kept = samePlan(tank.setUp, draft);
  const keep = () =>
    void commit({ label: `Saved the set-up of ${tank.name}`, put: { tanks: [{ ...tank, setUp: draft }] } }).then(
      (done) => done && forget(),
    );
  const takeVolumes = () =>
    values &&
    void commit({
      label: `${tank.name} taken as planned: ${showText(quantity('volume', values.netL), units)}`,
      put: {
        tanks: [
          {
            ...tank,
            setUp: draft,
            displayL: round(values.displayL),
            sumpL: draft.sumpL,
            rockL: round(values.rockL),
            sandL: round(values.sandL),
            netVolumeL: null,
          },
        ],
      },
    });
  const length = (
    key: 'lengthCm' | 'widthCm' | 'heightCm' | 'freeboardCm' | 'glassCm',
    label: string,
    hint?: string,
  ) => (
    <QuantityField
      narrow
      label={label}
      expected={SET_UP_AMOUNTS[key]}
      value={draft[key]}
      onChange={(cm) => cm !== null && set({ [key]: cm })}
      hint={hint}
    />
  );
  const mass = (key: 'rockG' | 'sandG' | 'standG', label: string, worked: number | undefined) => (
    <QuantityField
      narrow
      label={label}
      expected={SET_UP_AMOUNTS[key]}
      value={draft[key] ?? worked ?? null}
      digits={draft[key] === undefined ? 3 : undefined}
      onChange={(grams) =>
        setDraft((present) => (grams === null ? without(present, key) : { ...present, [key]: grams }))
      }
      onReset={draft[key] === undefined ? undefined : () => setDraft((present) => without(present, key))}
    />
  );
  return (
    <Worked
      result={result}
      otherwise="Say how long, wide and high it is."
      actions={
        <>
          <Button look="main" disabled={kept} onClick={keep}>
            {kept ? 'Plan saved' : 'Save this plan'}
          </Button>
          <Button onClick={() => void takeVolumes()}>Take these volumes for {tank.name}</Button>
          <Button className="max-lg:hidden" onClick={() => window.print()}>
            Print
          </Button>
        </>
      }
    >
      <div className="mt-5 grid gap-8 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
        {values && <TankOnFloor draft={draft} values={values} />}
        <div className="no-print">
          <div className="mb-4">
            <ChoiceRow
              label="Measured"
              choices={MEASURED.map((each) => [each, `Measured ${each}`] as const)}
              chosen={draft.measured ?? 'inside'}
              onChoose={(measured) => set({ measured })}
            />
          </div>
          <Figures title={`The tank, ${draft.measured ?? 'inside'} the glass`} narrow>
            {length('lengthCm', 'Length')}
            {length('widthCm', 'Width, front to back')}
            {length('heightCm', 'Height')}
            {length('freeboardCm', 'Rim above the water')}
            {length('glassCm', 'Glass')}
            <QuantityField
              narrow
              label="Sump"
              expected={AMOUNTS.sumpVolume}
              value={draft.sumpL}
              onChange={(litres) => set({ sumpL: litres ?? 0 })}
            />
            {mass('rockG', 'Rock', values?.rockG)}
            {mass('sandG', 'Sand', values?.sandG)}
            <QuantityField
              narrow
              label="Coldest room"
              expected={AMOUNTS.roomTemperature}
              value={draft.roomC}
              onChange={(c) => c !== null && set({ roomC: c })}
            />
            <QuantityField
              narrow
              label="Water wanted at"
              expected={readingExpectation('temperature')}
              value={draft.targetC}
              onChange={(c) => c !== null && set({ targetC: c })}
            />
            {mass('standG', 'Stand', values?.standG)}
            <div className="col-span-full">
              <WhenField
                label="Work begins"
                value={draft.startAt}
                onChange={(at) => at !== null && set({ startAt: at })}
                zone={zone}
              />
            </div>
          </Figures>
        </div>
      </div>
      <section aria-label="The ways keepers differ" className="no-print mt-6">
        <h2 className="text-lg font-semibold">The ways keepers differ on</h2>
        <div className="mt-1 grid gap-x-8 lg:grid-cols-3">
          {(Object.keys(CHOICES) as (keyof Choices)[]).map((key) => {
            const [label, choices] = CHOICES[key];
            const says: Readonly<Record<string, string>> = SCHOOLS_OF_SET_UP[key];
            return (
              <div key={key} className="border-t border-line py-2">
                <div className="flex flex-wrap items-center gap-x-2">
                  <span className="font-semibold">{label}</span>
                  <ChoiceRow
                    label={label}
                    choices={choices.map((each) => [each, each] as [string, string])}
                    chosen={draft[key]}
                    onChoose={(value) => set({ [key]: value })}
                  />
                </div>
                {choices.map((each) => (
                  <p key={each} className={each === draft[key] ? '' : 'text-soft'}>
                    <span className="font-semibold first-letter:uppercase">{each}:</span> {says[each]}
                  </p>
                ))}
              </div>
            );
          })}
        </div>
      </section>
      {values && <OrderOfWork order={values.order} kept={kept} />}
    </Worked>
  );
}

const round = (litres: number) => Math.round(litres * 10) / 10;

type Order = ReturnType<typeof setUp.run>['values']['order'];

/** The work in its order; ticked off once the plan is kept. */
function OrderOfWork({ order, kept }: { readonly order: Order; readonly kept: boolean }) {
  return (
    <section aria-label="The order of work" className="mt-6 max-w-3xl">
      <h2 className="text-lg font-semibold">The order of work</h2>
      {!kept && <p className="no-print text-soft">Save the plan, and its steps can be ticked off.</p>}
      <ol className="mt-1">
        {order.map((step) => (
          <WorkStepRow key={step.id} step={step} kept={kept} />
        ))}
      </ol>
    </section>
  );
}

function WorkStepRow({ step, kept }: { readonly step: Order[number]; readonly kept: boolean }) {
  const { snapshot, tank } = useTank();
  const id = useId();
  const now = useNow();
  const units = useUnits();
  const tell = useTell();
  const commit = useCommit();
  const tick = setUpTicks(snapshot, tank).get(step.id);
  const says = plainSentence(step.says, units, tell).slice(0, 300);
  const turn = (done: boolean) => {
    const entry = { id: nanoid(), tankId: tank.id, at: now, kind: 'set-up-step' as const, step: step.id, says };
    return commit(
      done
        ? { label: `Done: ${says}`, put: { entries: [entry] } }
        : { label: `Not done: ${says}`, remove: { entries: tick ? [tick.id] : [] } },
    );
  };
  return (
    <li className="flex items-start gap-3 border-t border-line py-1">
      {kept ? <TickBox id={id} done={tick !== undefined} onTurn={turn} /> : <PaperBox />}
      <span className="w-24 shrink-0 py-2.5 text-soft lg:py-1">
        {whenText(step.at, now, snapshot.settings.zone, 'day')}
      </span>
      <label htmlFor={kept ? id : undefined} className={`min-w-0 flex-1 py-2.5 lg:py-1 ${tick ? 'text-soft' : ''}`}>
        <Sentence phrases={step.says} />
      </label>
    </li>
  );
}
