'use client';

import { nanoid } from 'nanoid';
import { useState } from 'react';
import { bottles, type RememberedFigures } from '@/calculators/dosing/bottles';
import { TOP_OFF_AMOUNTS } from '@/calculators/top-off/top-off-amounts';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { attempt } from '@/calculators/calculator/attempt';
import { quantity, range, showText } from '@/quantities/quantity';
import { given } from '@/calculators/calculator/given';
import { useDraft } from '@/interface/forms/draft';
import { Form } from '@/interface/forms/form';
import { useLog } from '@/interface/forms/log-form';
import { useKeptState } from '@/interface/storage/kept-draft';
import { Button } from '@/interface/controls/button';
import { QuantityField } from '@/interface/fields/quantity-field';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import { SelectField } from '@/interface/controls/select-field';
import { dayText } from '@/interface/time/when';
import { Worked } from '@/interface/answer/worked';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { bottlesOf } from '@/derived/supplies/bottles';
import { bottlesQuestion } from '@/derived/supplies/dosing-bottles';

/** What is left in each bottle, when it runs dry, what its refill is made of, and what dosing costs. */
export function RefillsAndCost() {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const [remembered, setRemembered] = useKeptState<
    { readonly name: string; readonly figures: RememberedFigures } | undefined
  >('remembered', undefined);
  const [wantedDays, setWantedDays] = useKeptState<number | null>('a vessel is to last', null);
  const question = bottlesQuestion(snapshot, tank, now);
  const result = attempt(() =>
    bottles.run({
      ...question,
      bottles: question.bottles.map((bottle) =>
        bottle.name === remembered?.name ? { ...bottle, remembered: remembered.figures } : bottle,
      ),
    }),
  );
  const {
    settings: { units, zone },
  } = snapshot;
  const money = (amount: number) => showText(quantity('money', amount), units);
  const told = result.outcome?.values.bottles ?? [];
  return (
    <Worked result={result} otherwise="">
      <ul className="mt-5 grid max-w-4xl gap-5 sm:grid-cols-2 lg:grid-cols-3">
        {told.map((bottle, i) => {
          const given = question.bottles[i];
          return (
            <li key={bottle.name} className="flex gap-4">
              <BottlePicture left={given?.leftMl} holds={given?.bottleMl} />
              <span className="min-w-0">
                <span className="block font-semibold">{bottle.name}</span>
                <span className="block text-soft">
                  {given?.leftMl === undefined
                    ? 'not looked at yet'
                    : `${showText(quantity('dose', given.leftMl), units)} left`}
                </span>
                <span className="block">
                  {bottle.emptyAt === undefined ? 'empty: unknown' : `empty ${dayText(bottle.emptyAt, zone)}`}
                </span>
                {bottle.orderBy !== undefined && (
                  <span className="block text-soft">
                    {bottle.orderBy <= now ? 'reorder now' : `reorder by ${dayText(bottle.orderBy, zone)}`}
                  </span>
                )}
                {bottle.vesselMl && (
                  <span className="block text-soft">
                    {wantedDays === null
                      ? `a vessel for 3 to 6 months: ${showText(range('dose', ...bottle.vesselMl), units)}`
                      : `a vessel for ${showText(quantity('days', wantedDays), units)}: ${showText(quantity('dose', (given?.mlPerDay ?? 0) * wantedDays), units)}`}
                  </span>
                )}
                <span className="block text-soft">
                  {bottle.costADay === undefined ? 'no price yet' : `${money(bottle.costADay * 30.44)} a month`}
                </span>
              </span>
            </li>
          );
        })}
      </ul>
      <p className="mt-3 text-sm text-soft">
        What a bottle holds and what filling it costs is set with its solution, under Solutions.
      </p>
      <div className="mt-4 max-w-56">
        <QuantityField
          label="A vessel is to last"
          expected={{ field: 'days a vessel is to last', kind: 'days', low: 1, high: 3650, usual: [14, 365] }}
          value={wantedDays}
          onChange={setWantedDays}
          onReset={wantedDays === null ? undefined : () => setWantedDays(null)}
          placeholder="3 to 6 months"
        />
      </div>
      <LookAtABottle />
      <Remembered names={told.map(({ name }) => name)} onSay={(name, figures) => setRemembered({ name, figures })} />
    </Worked>
  );
}

/** How full it stands; broken where that is not known. */
function BottlePicture({ left, holds }: { readonly left: number | undefined; readonly holds: number | undefined }) {
  const full = left !== undefined && holds !== undefined ? Math.min(1, left / holds) : undefined;
  return (
    <svg width={44} height={88} viewBox="0 0 44 88" aria-hidden className="shrink-0">
      {full !== undefined && <rect x={4} y={20 + 64 * (1 - full)} width={36} height={64 * full} fill="var(--band)" />}
      <path
        d="M16 4 V14 Q4 18 4 28 V84 H40 V28 Q40 18 28 14 V4 Z"
        fill="none"
        stroke="var(--edge)"
        strokeWidth={2.5}
        strokeDasharray={full === undefined ? '4 3' : undefined}
      />
    </svg>
  );
}

const LookAtABottle = inOwnScope(function LookAtABottle() {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const form = 'bottle looked at';
  const log = useLog(form);
  const all = bottlesOf(snapshot, tank, now);
  const [chosen, setChosen] = useState<string>();
  const { draft, set, field } = useDraft(form, { volumeMl: null as number | null });
  const { volumeMl } = draft;
  const bottle = all.find(({ solutionId }) => solutionId === chosen) ?? all[0];
  if (!bottle) return null;
  const { solutionId, name } = bottle;
  const file = async () => {
    if (volumeMl === null) return;
    const entry = { id: nanoid(), tankId: tank.id, at: now, kind: 'bottle-level' as const, solutionId, volumeMl };
    if (await log([entry], `Looked at the bottle of ${name}`)) set({ volumeMl: null });
  };
  return (
    <Form label="Look at a bottle" onSend={file} className="mt-5 flex flex-wrap items-start gap-x-5 gap-y-3">
      <SelectField
        label="Bottle of"
        value={solutionId}
        options={all.map((each) => [each.solutionId, each.name] as const)}
        onChange={setChosen}
      />
      <QuantityField
        narrow
        label="Holds now"
        expected={TOP_OFF_AMOUNTS.bottle}
        {...field('volumeMl')}
        placeholder="1.2 L"
        required
      />
      <Button type="submit" className="mt-6" disabled={volumeMl === null}>
        Log what stands in it
      </Button>
    </Form>
  );
});

/** Figures one has in one's head: held against each other as they are typed. */
const Remembered = inOwnScope(function Remembered({
  names,
  onSay,
}: {
  readonly names: readonly string[];
  readonly onSay: (name: string, figures: RememberedFigures) => void;
}) {
  const [name, setName] = useKeptState('remembered of', names[0] ?? '');
  const [figures, setFigures] = useKeptState<RememberedFigures>('remembered figures', {});
  if (names.length === 0) return null;
  const say = (over: RememberedFigures) => {
    const all = { ...figures, ...over };
    const known = given(all);
    setFigures(known);
    onSay(name, known);
  };
  return (
    <section aria-label="What you remember of it" className="mt-8 border-t border-line pt-5">
      <h2 className="font-semibold">Do your figures agree?</h2>
      <p className="text-sm text-soft">
        Say what you have in your head of a pump: rate, hours and how long a bottle lasts are held against its dose.
      </p>
      <div className="mt-2 flex flex-wrap gap-x-5 gap-y-3">
        <SelectField
          label="Of"
          value={name}
          options={names.map((each) => [each, each] as const)}
          onChange={(chosen) => {
            setName(chosen);
            setFigures({});
            onSay(chosen, {});
          }}
        />
        <QuantityField
          narrow
          label="An hour it gives"
          expected={{ field: 'dose an hour', kind: 'dose', low: 0.001, high: 100_000 }}
          value={figures.mlPerHour ?? null}
          onChange={(value) => say({ mlPerHour: value ?? undefined })}
          placeholder="3 mL"
        />
        <QuantityField
          narrow
          label="Hours a day it runs"
          expected={{ field: 'hours a day', kind: 'ratio', low: 0.05, high: 24 }}
          value={figures.hoursADay ?? null}
          onChange={(value) => say({ hoursADay: value ?? undefined })}
          placeholder="16"
        />
        <QuantityField
          narrow
          label="A bottle lasts"
          expected={{ ...AMOUNTS.partLasts, field: 'days a bottle lasts', high: 4000 }}
          value={figures.lastsDays ?? null}
          onChange={(value) => say({ lastsDays: value ?? undefined })}
          placeholder="30 days"
        />
      </div>
    </section>
  );
});
