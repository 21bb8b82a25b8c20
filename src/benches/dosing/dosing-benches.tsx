'use client';

import type { ReactNode } from 'react';
import { attempt } from '@/calculators/calculator/attempt';
import { listed } from '@/calculators/calculator/words';
import { Bench } from '@/interface/answer/bench';
import { Button } from '@/interface/controls/button';
import { useKeptState } from '@/interface/storage/kept-draft';
import { Refused } from '@/interface/answer/refused';
import { WhatRuns } from '@/interface/parts/what-runs';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { doseQuestion, type DoseOverrides } from '@/derived/dosing/dose-question';
import { AfterAChange } from './after-a-change';
import { AfterAGap } from './after-a-gap';
import { Corrections } from './corrections';
import type { AnswerProps } from './demand-figures';
import { HeldLately } from './held-lately';
import { Plan } from './plan';
import { TryADose } from './try-a-dose';

/*
 * Two benches that rest on one question, what the tank consumes and what is dosed; a figure tried on one of them is tried on both.
 */

export const DosingBench = () => (
  <OnTheDoses>
    {(props) => (
      <>
        <Plan {...props} />
        <AfterAChange />
        <HeldLately />
        <WhatRuns />
      </>
    )}
  </OnTheDoses>
);

export const CorrectionsBench = () => (
  <OnTheDoses>
    {({ question }) => (
      <>
        <Corrections question={question} />
        <AfterAGap />
        <TryADose />
      </>
    )}
  </OnTheDoses>
);

function OnTheDoses({ children }: { readonly children: (props: AnswerProps) => ReactNode }) {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const [overrides, setOverrides] = useKeptState<DoseOverrides>('dosing overrides', {}, 'tank');
  const { outcome: question, refusal } = attempt(() => doseQuestion(snapshot, tank, now, overrides));
  const own = [
    ...(overrides.netVolumeL === undefined ? [] : ['the net volume']),
    ...Object.keys(overrides.perDay ?? {}).map((parameter) => `the ${parameter} consumption`),
  ];
  return (
    <Bench>
      {question && own.length > 0 && (
        // Kept while one looks elsewhere, so it is said where the answer stands.
        <p className="mb-3 text-kelp">
          With your figure for {listed(own)}, not the record’s.{' '}
          <Button look="quiet" onClick={() => setOverrides({})}>
            Use the record’s
          </Button>
        </p>
      )}
      {question ? (
        children({ question, overrides, onOverride: setOverrides })
      ) : (
        <>
          <Refused refusal={refusal} otherwise="" />
          <Button className="mt-4" onClick={() => setOverrides({})}>
            Use the record’s figures
          </Button>
        </>
      )}
    </Bench>
  );
}
