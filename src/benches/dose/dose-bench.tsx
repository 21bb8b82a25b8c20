'use client';

import { useState } from 'react';
import { attempt } from '@/chemistry/refusal';
import { listed } from '@/calculators/calculator/words';
import { useKeptState } from '@/interface/kept-draft';
import { Bench } from '@/interface/bench';
import { Button } from '@/interface/button';
import { ChoiceRow } from '@/interface/choice-row';
import { Refused } from '@/interface/refused';
import { useNow, useTank, useTitle } from '@/interface/workspace';
import type { Supply, Tank } from '@/record/schema';
import { doseQuestion, type DoseOverrides } from '@/reckoning/dose-question';
import { Corrections } from './corrections';
import { PartsAnswer } from './parts-answer';
import { ReactorAnswer } from './reactor-answer';
import { TryADose } from './try-a-dose';
import { WhatRuns } from './what-runs';

/** The schools of replacing what a tank takes; each sees the same demand. */
type Way = Supply | 'water-changes';
const WAYS: readonly (readonly [Way, string])[] = [
  ['parts', 'Parts'],
  ['reactor', 'Calcium reactor'],
  ['water-changes', 'Water changes'],
];

export function DoseBench() {
  const { book, tank } = useTank();
  const now = useNow();
  useTitle(`Dose, ${tank.name}`);
  const [method, setMethod] = useState<Way>(usualWay(tank));
  const [overrides, setOverrides] = useKeptState<DoseOverrides>('dose-bench overrides', {});
  const { outcome: question, refusal } = attempt(() => doseQuestion(book, tank, now, overrides));
  const own = [
    ...(overrides.netVolumeL === undefined ? [] : ['the net volume']),
    ...Object.keys(overrides.perDay ?? {}).map((parameter) => `the ${parameter} a day`),
  ];
  return (
    <Bench question="What does the tank take, and what replaces it?">
      <div className="mb-4">
        <ChoiceRow label="How it is replaced" choices={WAYS} chosen={method} onChoose={setMethod} />
      </div>
      {question && own.length > 0 && (
        // Kept while one looks elsewhere, so it is said where the answer stands.
        <p className="mb-3 text-kelp">
          With your figure for {listed(own)}, not the record’s.{' '}
          <Button look="quiet" onClick={() => setOverrides({})}>
            Put the record’s back
          </Button>
        </p>
      )}
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
      <WhatRuns />
    </Bench>
  );
}

/** A reactor is looked at first where there is one: parts beside it make up what it leaves. */
function usualWay({ supplies }: Tank): Way {
  return supplies.includes('reactor') ? 'reactor' : (supplies[0] ?? 'water-changes');
}
