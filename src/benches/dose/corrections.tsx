'use client';

import { nanoid } from 'nanoid';
import { correction } from '@/calculators/dosing/correction';
import { attempt } from '@/chemistry/refusal';
import { capitalised } from '@/calculators/calculator/words';
import { quantity, showText } from '@/chemistry/units/quantity';
import { Answer, Cautions, Working } from '@/interface/answer';
import { Button } from '@/interface/button';
import { Refused } from '@/interface/refused';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace';
import { correctionQuestions, type DoseQuestion } from '@/reckoning/dose-question';
import { pumpSetting } from './demand-figures';

/** Levels that stand off their aim, mended once and apart from the maintenance dose. */
export function Corrections({ question }: { readonly question: DoseQuestion }) {
  const { book, tank } = useTank();
  const now = useNow();
  const commit = useCommitOnce();
  const questions = correctionQuestions(book, tank, now, question);
  if (questions.length === 0) return null;
  return (
    <section aria-label="One-off corrections" className="mt-10 border-t border-line pt-6">
      <h2 className="text-lg font-semibold">One-off corrections</h2>
      <p className="max-w-3xl text-soft">
        Separate from the maintenance dose: they move a level to its aim once, no faster than the animals bear.
      </p>
      {questions.map((input) => {
        const { outcome, refusal } = attempt(() => correction.run(input));
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
            className="mt-4 border-t border-line pt-3"
            open={!outcome.values.withinTestError}
          >
            <summary className="min-h-9 cursor-pointer font-semibold">
              {capitalised(input.parameter)}{' '}
              <span className="font-normal text-soft">{outcome.values.place ?? 'left as it is'}</span>
            </summary>
            <div className="mt-2">
              <Answer
                lesser
                label={`${input.parameter} correction`}
                answer={outcome.answer}
                actions={
                  mlPerDay > 0 ? (
                    <Button onClick={log}>Log today’s share</Button>
                  ) : (
                    lowered && <Button onClick={lower}>Set this as the standing dose from now</Button>
                  )
                }
              />
            </div>
            <Working steps={outcome.working} />
            <Cautions cautions={outcome.cautions} />
          </details>
        );
      })}
    </section>
  );
}
