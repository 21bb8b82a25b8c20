'use client';

import { listed } from '@/calculators/calculator/words';
import { dosingPlan } from '@/calculators/dosing/dosing-plan';
import type { PlannedDose } from '@/calculators/dosing/planned-dose';
import { attempt } from '@/calculators/calculator/attempt';
import { quantity, showText } from '@/quantities/quantity';
import { Answer, Working } from '@/interface/answer/answer';
import { Cautions } from '@/interface/answer/cautions';
import { Button } from '@/interface/controls/button';
import { deferred } from '@/interface/charts/deferred';
import { LazyPart, lazy } from '@/interface/lazy/lazy';
import { SERIES_CHART } from '@/interface/charts/pictures';
import { Refused } from '@/interface/answer/refused';
import { marksOf } from '@/interface/timeline/marks';
import { useTimeline } from '@/interface/timeline/timeline-context';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
import { limewaterCautions } from '@/derived/limewater/limewater-room';
import { offInstrumentCautions } from '@/derived/observations/off-instrument-cautions';
import { observationsOf } from '@/derived/observations/observations';
import type { PlanLevels } from '@/calculators/dosing/plan-levels';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { planSet } from '@/derived/dosing/correction-entries';
import { dosesSet } from '@/derived/supplies/doses-set';
import { outlook } from '@/derived/outlook/outlook';
import { ConsumptionWords } from './consumption';
import { DemandFigures, type AnswerProps } from './demand-figures';
import { Mix } from './mix';
import { WhatWasDosed } from '@/interface/parts/what-was-dosed';
import { NextStep } from '@/interface/answer/next-step';

const ConsumptionPicture = deferred(
  lazy(() => import('./consumption-picture').then((of) => of.ConsumptionPicture)),
  266,
);

/** What the tank consumes, and what each source is to be set to so that it holds: what changes, and what is left. */
export function Plan({ question, overrides, onOverride }: AnswerProps) {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const setDoses = useSetDoses(question.input.levels);
  const { outcome, refusal } = attempt(() => dosingPlan.run(question.input));
  const doses = outcome?.values.doses ?? [];
  const changed = doses.filter(({ action, mlPerDay, runs }) => action !== 'leave' && Math.abs(mlPerDay - runs) > 0.05);
  const planned = new Map(doses.map(({ id, mlPerDay }) => [id, mlPerDay]));
  const cautions = outcome
    ? [
        ...outcome.cautions,
        ...offInstrumentCautions(snapshot, tank, now),
        ...limewaterCautions(snapshot, tank, now, planned),
      ]
    : [];
  return (
    <>
      {tank.supplies.length === 0 && (
        <p className="mb-2 max-w-3xl text-soft">
          Water changes support this tank. What follows is what would have to be dosed beside them.
        </p>
      )}
      {snapshot.solutions.length === 0 ? (
        <>
          <Refused otherwise="Describe what you dose, by its label or its grams a litre; then the dose is worked out here." />
          <NextStep bench="bottles" as="solutions" words="Describe a solution" />
        </>
      ) : outcome ? (
        <Answer
          answer={outcome.answer}
          cautions={cautions}
          actions={
            doses.length > 0 && (
              <Button look="main" disabled={changed.length === 0} onClick={() => setDoses(changed)}>
                {changed.length === 0 ? 'This is what runs now' : 'Set these doses from now'}
              </Button>
            )
          }
        />
      ) : (
        <Refused refusal={refusal} otherwise="" />
      )}
      <WhatWasDosed unsaid={question.unsaid} />
      <div className="mt-5 grid gap-x-8 gap-y-5 lg:grid-cols-2">
        <LevelPicture doses={doses} />
        <ConsumptionPicture consumption={question.consumption} />
      </div>
      <Mix sources={question.input.sources} doses={doses} overrides={overrides} onOverride={onOverride} />
      <DemandFigures question={question} overrides={overrides} onOverride={onOverride} />
      <Cautions cautions={cautions} />
      {outcome && <Working steps={outcome.working} />}
      <ConsumptionWords consumption={question.consumption} />
    </>
  );
}

/** Files the changed doses as what runs from now on, in the hours and pulses they ran in. */
function useSetDoses(levels: PlanLevels): (changed: readonly PlannedDose[]) => void {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const commit = useCommitOnce();
  return (changed) => {
    const entries = planSet(snapshot, tank, now, changed, levels);
    const told = (mlPerDay: number) => showText(quantity('doseRate', mlPerDay), snapshot.settings.units);
    void commit({
      label: `Set ${listed(changed.map(({ name, mlPerDay }) => `${name} to ${told(mlPerDay)}`))}`,
      put: { entries },
    });
  };
}

/** Alkalinity as read, as it is heading, and as it would head with the doses of the answer. */
const LevelPicture = deferred(function LevelPicture({ doses }: { readonly doses: readonly PlannedDose[] }) {
  const { snapshot, tank } = useTank();
  const { from, to } = useTimeline();
  const now = useNow();
  const changes = doses.filter(({ action }) => action !== 'leave');
  // As they are set now, and as they go back.
  const thought = [
    ...dosesSet(snapshot, tank, now, changes),
    ...changes.flatMap(({ id, returns }) =>
      returns
        ? dosesSet(snapshot, tank, now, [{ id, mlPerDay: returns.thenMlPerDay }]).map((entry) => ({
            ...entry,
            at: now + returns.days * DAY_MS,
          }))
        : [],
    ),
  ];
  return (
    <LazyPart
      what={SERIES_CHART}
      props={{
        parameter: 'alkalinity',
        readings: observationsOf(snapshot, tank.id, 'alkalinity'),
        band: tank.targets.alkalinity,
        ahead: outlook(snapshot, tank, 'alkalinity', now, to),
        planned: changes.length > 0 ? outlook(snapshot, tank, 'alkalinity', now, to, thought) : [],
        plannedWords: 'at these doses',
        marks: marksOf(snapshot, tank.id, from, to),
        height: 200,
      }}
    />
  );
}, 234);
