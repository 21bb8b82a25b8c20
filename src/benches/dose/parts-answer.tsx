'use client';

import { listed } from '@/calculators/calculator/words';
import { nanoid } from 'nanoid';
import type { DosedParameter } from '@/calculators/dosing/dosed-parameters';
import type { PartDose } from '@/calculators/dosing/bottle-dose';
import { maintenanceDose } from '@/calculators/dosing/maintenance';
import { attempt } from '@/chemistry/refusal';
import { quantity, showText } from '@/chemistry/units/quantity';
import { Answer, Cautions, Working } from '@/interface/answer';
import { Button } from '@/interface/button';
import { SeriesChart } from '@/interface/charts/series-chart';
import { Refused } from '@/interface/refused';
import { marksOf } from '@/interface/tide/marks';
import { useTide } from '@/interface/tide/tide-context';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace';
import type { Entry } from '@/record/schema';
import type { DoseQuestion } from '@/reckoning/dose-question';
import { limewaterCautions } from '@/reckoning/limewater-room';
import { outlook, outlookAtDose } from '@/reckoning/outlook';
import { observationsOf } from '@/reckoning/observations';
import { suppliesAt } from '@/reckoning/supply-timeline';
import { DemandFigures, pumpSetting, type AnswerProps } from './demand-figures';
import { WhatWasDosed } from './what-was-dosed';

/** For a keeper of parts: what each is dosed at, what runs now, and where either leads. */
export function PartsAnswer({
  question,
  overrides,
  onOverride,
  byWaterChanges,
}: AnswerProps & { readonly byWaterChanges: boolean }) {
  const { book, tank } = useTank();
  const now = useNow();
  const commit = useCommitOnce();
  const { units } = book.settings;
  const { outcome, refusal } = attempt(() => maintenanceDose.run(question.input));
  const doses = outcome?.values.doses ?? [];
  const running = suppliesAt(book, tank, now).doses;
  const planned = new Map(
    doses.flatMap(({ parameter, mlPerDay }) => {
      const solution = question.parts[parameter];
      return solution ? [[solution.id, mlPerDay] as const] : [];
    }),
  );
  const changed = doses.filter(
    (dose) =>
      Math.abs(pumpSetting(dose.mlPerDay) - (running.get(question.parts[dose.parameter]?.id ?? '') ?? 0)) > 0.05,
  );

  const setRunning = () => {
    const entries = changed.flatMap((dose): Entry[] => {
      const solution = question.parts[dose.parameter];
      return solution
        ? [
            {
              id: nanoid(),
              tankId: tank.id,
              at: now,
              kind: 'standing-dose',
              solutionId: solution.id,
              mlPerDay: pumpSetting(dose.mlPerDay),
            },
          ]
        : [];
    });
    void commit({
      label: `Set ${listed(changed.map((dose) => `${dose.part} to ${showText(quantity('doseRate', pumpSetting(dose.mlPerDay)), units)}`))}`,
      put: { entries },
    });
  };

  return (
    <>
      {byWaterChanges && (
        <p className="mb-2 max-w-3xl text-soft">
          Water changes carry this tank. What follows is what parts would have to bring if they carried all of it.
        </p>
      )}
      {book.solutions.length === 0 ? (
        <Refused otherwise="Describe what you dose on the Tank bench, in grams of salt a litre; then the dose is worked out here." />
      ) : outcome ? (
        <Answer
          answer={outcome.answer}
          actions={
            doses.length > 0 && (
              <Button look="main" disabled={changed.length === 0} onClick={setRunning}>
                {changed.length === 0 ? 'This is what runs now' : 'Set as the standing dose from now'}
              </Button>
            )
          }
        />
      ) : (
        <Refused refusal={refusal} otherwise="" />
      )}
      <WhatWasDosed unsaid={question.unsaid} />
      {doses.length > 0 && (
        <NowAndThen doses={doses} running={(parameter) => running.get(question.parts[parameter]?.id ?? '') ?? 0} />
      )}
      <Picture question={question} doses={doses} />
      <DemandFigures question={question} overrides={overrides} onOverride={onOverride} />
      {outcome && <Working steps={outcome.working} />}
      {outcome && <Cautions cautions={[...outcome.cautions, ...limewaterCautions(book, tank, now, planned)]} />}
    </>
  );
}

function NowAndThen({
  doses,
  running,
}: {
  readonly doses: readonly PartDose[];
  readonly running: (parameter: DosedParameter) => number;
}) {
  const {
    book: {
      settings: { units },
    },
  } = useTank();
  return (
    <p className="mt-2 max-w-3xl text-sm text-soft">
      Running now:{' '}
      {doses
        .map(
          (dose) =>
            `${dose.part} ${running(dose.parameter) > 0 ? showText(quantity('doseRate', running(dose.parameter)), units) : 'off'}`,
        )
        .join(', ')}
      .
    </p>
  );
}

/** Alkalinity as read, as it is heading, and as it would head at the answer. */
function Picture({ question, doses }: { readonly question: DoseQuestion; readonly doses: readonly PartDose[] }) {
  const { book, tank } = useTank();
  const { from, to } = useTide();
  const now = useNow();
  const dose = doses.find(({ parameter }) => parameter === 'alkalinity');
  const solution = question.parts.alkalinity;
  const planned =
    dose && solution ? outlookAtDose(book, tank, 'alkalinity', now, to, { solution, mlPerDay: dose.mlPerDay }) : [];
  return (
    <div className="mt-5 max-w-4xl">
      <SeriesChart
        parameter="alkalinity"
        readings={observationsOf(book, tank.id, 'alkalinity')}
        band={tank.targets.alkalinity}
        ahead={outlook(book, tank, 'alkalinity', now, to)}
        planned={planned}
        plannedWords="at this dose"
        marks={marksOf(book, tank.id, from, to)}
        height={210}
      />
    </div>
  );
}
