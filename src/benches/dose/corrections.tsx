'use client';

import { nanoid } from 'nanoid';
import { correction } from '@/chemistry/dosing/correction';
import { capitalised } from '@/chemistry/words';
import { quantity, showText } from '@/chemistry/units/quantity';
import { Answer, Cautions, Working } from '@/interface/answer';
import { Button } from '@/interface/button';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace';
import { correctionQuestions, type DoseQuestion } from '@/reckoning/dose-question';

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
        const outcome = correction.run(input);
        const solution = question.parts[input.element];
        const { mlPerDay } = outcome.values;
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
        return (
          <details
            key={input.element}
            className="mt-4 border-t border-line pt-3"
            open={!outcome.values.withinTestError && outcome.values.totalMl > 0}
          >
            <summary className="min-h-9 cursor-pointer font-semibold">
              {capitalised(input.element)}{' '}
              <span className="font-normal text-soft">
                {outcome.values.withinTestError
                  ? 'stands where it should'
                  : outcome.values.totalMl > 0
                    ? 'stands low'
                    : 'stands high'}
              </span>
            </summary>
            <div className="mt-2">
              <Answer
                lesser
                label={`${input.element} correction`}
                answer={outcome.answer}
                actions={mlPerDay > 0 && <Button onClick={log}>Log today’s share</Button>}
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
