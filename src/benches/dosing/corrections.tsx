'use client';

import { nanoid } from 'nanoid';
import { correction } from '@/calculators/dosing/correction';
import { LIVESTOCK } from '@/calculators/parameters/livestock';
import { DOSED_FACTS, type DosedParameter } from '@/calculators/dosing/dosed-parameters';
import { attempt } from '@/chemistry/refusal';
import { capitalised } from '@/calculators/calculator/words';
import { quantity, showText } from '@/chemistry/units/quantity';
import { Answer, Working } from '@/interface/answer';
import { Cautions } from '@/interface/cautions';
import { Button } from '@/interface/button';
import { CourseChart } from '@/interface/charts/pictures';
import { useKeptState } from '@/interface/kept-draft';
import { QuantityField } from '@/interface/quantity-field';
import { Refused } from '@/interface/refused';
import { without } from '@/interface/without';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace';
import { NextStep } from '@/interface/next-step';
import type { Tank } from '@/record/schema';
import { correctionQuestions, type DoseQuestion } from '@/reckoning/dose-question';
import { pumpSetting } from './demand-figures';

/** Where the level goes: brought back, and as it stands. */
function Course({
  input,
  values,
}: {
  readonly input: ReturnType<typeof correctionQuestions>[number];
  readonly values: {
    readonly totalMl: number;
    readonly days: number;
    readonly lowered?: { readonly days: number } | undefined;
  };
}) {
  const level = Number(input.level);
  const aim = Number(input.aim);
  const days = values.lowered?.days ?? values.days;
  if (values.totalMl === 0 && !values.lowered) return null;
  const band = input.band?.map(Number);
  return (
    <div className="mt-4 max-w-2xl">
      <CourseChart
        name={input.parameter}
        kind={input.parameter}
        band={band && [band[0] ?? 0, band[1] ?? 0]}
        height={150}
        lines={[
          {
            label: 'brought back',
            points: [
              { days: 0, value: level },
              { days, value: aim },
              { days: days + 2, value: aim },
            ],
          },
          {
            label: 'held as it is',
            points: [
              { days: 0, value: level },
              { days: days + 2, value: level },
            ],
          },
        ]}
      />
    </div>
  );
}

/** Levels that are off their aim, brought back once and apart from the maintenance dose, no faster than the animals bear. */
export function Corrections({ question }: { readonly question: DoseQuestion }) {
  const { book, tank } = useTank();
  const now = useNow();
  const commit = useCommitOnce();
  const [own, setOwn] = useKeptState<Partial<Record<DosedParameter, number>>>('own limits of a correction', {});
  const worked = correctionQuestions(book, tank, now, question).map((input) => {
    const limit = own[input.parameter];
    const ofClass = classLimit(tank, input.parameter);
    const held = limit ?? ofClass;
    const bounded = held === undefined ? input : { ...input, limitPerDay: held, fallLimitPerDay: held };
    return { input, ...attempt(() => correction.run(bounded)) };
  });
  if (worked.length === 0)
    return (
      <>
        <Refused otherwise="Describe what you dose and test once: then the dose that brings a level back is worked out here." />
        <NextStep bench="bottles" as="solutions" words="Describe a solution" />
      </>
    );
  // What is off stands first, and large.
  const sorted = worked.toSorted(
    (a, b) => Number(a.outcome?.values.withinTestError ?? false) - Number(b.outcome?.values.withinTestError ?? false),
  );
  return (
    <section aria-label="One-off corrections">
      {sorted.map(({ input, outcome, refusal }, i) => {
        if (!outcome) return <Refused key={input.parameter} lesser refusal={refusal} otherwise="" />;
        const solution = question.parts[input.parameter];
        const { mlPerDay, lowered } = outcome.values;
        const log = () => {
          if (!solution) return;
          void commit({
            label: `Logged ${showText(quantity('dose', mlPerDay), book.settings.units)} of ${solution.name}`,
            put: {
              entries: [
                {
                  id: nanoid(),
                  tankId: tank.id,
                  at: now,
                  kind: 'dose',
                  solutionId: solution.id,
                  volumeMl: mlPerDay,
                  note: 'Correction',
                },
              ],
            },
          });
        };
        const lower = () => {
          if (!solution || !lowered) return;
          const told = showText(quantity('doseRate', pumpSetting(lowered.mlPerDay)), book.settings.units);
          void commit({
            label: `Set ${solution.name} to ${told}`,
            put: {
              entries: [
                {
                  id: nanoid(),
                  tankId: tank.id,
                  at: now,
                  kind: 'standing-dose',
                  solutionId: solution.id,
                  mlPerDay: pumpSetting(lowered.mlPerDay),
                  note: `Lowered to bring ${input.parameter} down`,
                },
              ],
            },
          });
        };
        return (
          <details
            key={input.parameter}
            className={i === 0 ? '' : 'mt-4 border-t border-line pt-3'}
            open={i === 0 || !outcome.values.withinTestError}
          >
            <summary className="min-h-9 cursor-pointer font-semibold">
              {capitalised(input.parameter)}{' '}
              <span className="font-normal text-soft">{outcome.values.place ?? 'left as it is'}</span>
            </summary>
            <div className="mt-2">
              <Answer
                lesser={i > 0}
                label={i === 0 ? 'Answer' : `${input.parameter} correction`}
                answer={outcome.answer}
                cautions={outcome.cautions}
                actions={
                  mlPerDay > 0 ? (
                    <Button onClick={log}>Log today’s share</Button>
                  ) : (
                    lowered && <Button onClick={lower}>Set this as the standing dose from now</Button>
                  )
                }
              />
            </div>
            {i === 0 && <Course input={input} values={outcome.values} />}
            {!outcome.values.withinTestError && (
              <div className="mt-4">
                <QuantityField
                  label={`Fastest change of ${input.parameter} a day`}
                  expected={{
                    field: 'fastest change a day',
                    kind: DOSED_FACTS[input.parameter].rateKind,
                    low: 0.02 * DOSED_FACTS[input.parameter].riseLimitPerDay,
                    high: 2 * DOSED_FACTS[input.parameter].riseLimitPerDay,
                  }}
                  value={own[input.parameter] ?? null}
                  onChange={(limit) =>
                    setOwn(limit === null ? without(own, input.parameter) : { ...own, [input.parameter]: limit })
                  }
                  placeholder={showText(
                    quantity(
                      DOSED_FACTS[input.parameter].rateKind,
                      classLimit(tank, input.parameter) ??
                        (outcome.values.lowered
                          ? DOSED_FACTS[input.parameter].fallLimitPerDay
                          : DOSED_FACTS[input.parameter].riseLimitPerDay),
                    ),
                    book.settings.units,
                  )}
                  hint={
                    classLimit(tank, input.parameter) === undefined || !tank.livestock
                      ? 'gentler by choice; common practice where left empty'
                      : `where left empty, what ${LIVESTOCK[tank.livestock].words.toLowerCase()} is held to`
                  }
                />
              </div>
            )}
            <Cautions cautions={outcome.cautions} />
            <Working steps={outcome.working} />
          </details>
        );
      })}
    </section>
  );
}

/** The pace that what lives in the tank is held to, where its class is said and is gentler than what is usual. */
function classLimit({ livestock }: Tank, parameter: DosedParameter): number | undefined {
  const ofClass = livestock && parameter === 'alkalinity' ? LIVESTOCK[livestock].alkalinityPerDay : undefined;
  return ofClass !== undefined && ofClass < DOSED_FACTS.alkalinity.riseLimitPerDay ? ofClass : undefined;
}
