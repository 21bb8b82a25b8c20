'use client';

import { attempt } from '@/chemistry/refusal';
import { useKeptState } from '@/interface/kept-draft';
import { Bench } from '@/interface/bench';
import { Button } from '@/interface/button';
import { ChoiceRow } from '@/interface/choice-row';
import { Refused } from '@/interface/refused';
import { useNow, useTank, useTitle } from '@/interface/workspace';
import type { Tank } from '@/record/schema';
import { doseQuestion, type DoseOverrides } from '@/reckoning/dose-question';
import { Corrections } from './corrections';
import { PartsAnswer } from './parts-answer';
import { ReactorAnswer } from './reactor-answer';
import { TryADose } from './try-a-dose';

/** The schools of replacing what a tank takes; each sees the same demand. */
const SCHOOLS: readonly (readonly [Tank['method'], string])[] = [
  ['parts', 'Parts'],
  ['reactor', 'Calcium reactor'],
  ['water-changes', 'Water changes'],
];

export function DoseBench() {
  const { book, tank } = useTank();
  const now = useNow();
  useTitle(`Dose, ${tank.name}`);
  const [method, setMethod] = useKeptState('dose-bench method', tank.method);
  const [overrides, setOverrides] = useKeptState<DoseOverrides>('dose-bench overrides', {});
  const { outcome: question, refusal } = attempt(() => doseQuestion(book, tank, now, overrides));
  return (
    <Bench question="What does the tank take, and what replaces it?">
      <div className="mb-4">
        <ChoiceRow label="How it is replaced" choices={SCHOOLS} chosen={method} onChoose={setMethod} />
      </div>
      {!question ? (
        <>
          <Refused refusal={refusal} otherwise="" />
          <Button className="mt-4" onClick={() => setOverrides({})}>
            Put the record’s figures back
          </Button>
        </>
      ) : method === 'reactor' ? (
        <ReactorAnswer question={question} overrides={overrides} onOverride={setOverrides} />
      ) : (
        <PartsAnswer
          question={question}
          overrides={overrides}
          onOverride={setOverrides}
          byWaterChanges={method === 'water-changes'}
        />
      )}
      {question && <Corrections question={question} />}
      <TryADose />
    </Bench>
  );
}
