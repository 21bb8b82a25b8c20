'use client';

import { useState } from 'react';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { attempt } from '@/calculators/calculator/attempt';
import { additions } from '@/calculators/dosing/additions';
import { useKeptState } from '@/interface/storage/kept-draft';
import { Answer, Working } from '@/interface/answer/answer';
import { Cautions } from '@/interface/answer/cautions';
import { QuantityField } from '@/interface/fields/quantity-field';
import { Refused } from '@/interface/answer/refused';
import { SelectField } from '@/interface/controls/select-field';
import { useTank } from '@/interface/workspace/workspace';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import { doseEffectQuestion } from '@/derived/dosing/dose-effect';
import { PhStep } from './ph-step';

/** Before a dose is given by hand: all that it would do, pH included. */
export const TryADose = inOwnScope(function TryADose() {
  const { snapshot, tank } = useTank();
  const [chosen, setChosen] = useState<string>();
  const [ml, setMl] = useKeptState<number | null>('try-a-dose ml', 100);
  const first = snapshot.solutions.find(({ id }) => id === tank.parts.alkalinity) ?? snapshot.solutions[0];
  const solution = snapshot.solutions.find(({ id }) => id === chosen) ?? first;
  if (!solution) return null;
  const { outcome, refusal } = attempt(() => {
    const question = doseEffectQuestion(snapshot, tank, solution, ml ?? 100);
    return question && additions.run(question);
  });
  return (
    <section aria-label="What a dose would do" className="mt-10 border-t border-line pt-6">
      <h2 className="text-lg font-semibold">What would a dose do?</h2>
      <p className="max-w-3xl text-soft">
        Given all at once into the water as it was last read, before anything answers it.
      </p>
      <div className="mt-3">
        {outcome ? (
          <Answer lesser label="Effect of the dose" answer={outcome.answer} />
        ) : (
          <Refused
            lesser
            refusal={refusal}
            otherwise="Log an alkalinity reading first: what a dose does to pH depends on it."
          />
        )}
      </div>
      <div className="mt-4 flex flex-wrap gap-4">
        <SelectField
          label="Solution"
          value={solution.id}
          options={snapshot.solutions.map(({ id, name }) => [id, name] as const)}
          onChange={setChosen}
        />
        <QuantityField label="This much, at once" expected={AMOUNTS.dose} value={ml} onChange={setMl} />
      </div>
      {outcome && (
        <>
          <PhStep
            before={outcome.values.before.phNbs}
            atOnce={outcome.values.after.phNbs}
            aired={outcome.values.airedPhNbs}
            band={tank.targets.ph}
          />
          <Working steps={outcome.working} />
          <Cautions alone cautions={outcome.cautions} />
        </>
      )}
    </section>
  );
});
