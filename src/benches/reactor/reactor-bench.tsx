'use client';

import type { ReactNode } from 'react';
import { listed } from '@/calculators/calculator/words';
import { attempt } from '@/calculators/calculator/attempt';
import { Bench } from '@/interface/answer/bench';
import { Button } from '@/interface/controls/button';
import { usePart } from '@/interface/workspace/here';
import { useKeptState } from '@/interface/storage/kept-draft';
import { Refused } from '@/interface/answer/refused';
import { WhatWasDosed } from '@/interface/parts/what-was-dosed';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { doseQuestion } from '@/derived/dosing/dose-question';
import type { PartOf } from '@/registry/benches';
import { DialIn } from './dial-in';
import { GasAndMedia } from './gas-and-media';
import { Output } from './output';
import type { ReactorPart, Tried } from './reactor-part';
import { SizeAndPrice } from './size-and-price';

const TRIED_WORDS = [
  ['perDay', 'the consumption'],
  ['effluent', 'the effluent'],
  ['flow', 'the flow'],
  ['chamberPh', 'the chamber’s pH'],
  ['tankAlkalinity', 'the tank’s alkalinity'],
] as const satisfies readonly (readonly [keyof Tried, string])[];

const SCREENS: Record<PartOf<'reactor'>, (part: ReactorPart) => ReactNode> = {
  output: Output,
  use: GasAndMedia,
  dial: DialIn,
  size: SizeAndPrice,
};

/** A calcium reactor: run, fed, dialled in and sized; one that runs, or one on paper. */
export function ReactorBench() {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const [tried, setTried] = useKeptState<Tried>('reactor tried', {});
  const { outcome: question, refusal } = attempt(() =>
    doseQuestion(snapshot, tank, now, tried.perDay === undefined ? {} : { perDay: { alkalinity: tried.perDay } }),
  );
  const own = TRIED_WORDS.flatMap(([key, words]) => (tried[key] === undefined ? [] : [words]));
  const Screen = SCREENS[usePart('reactor')];
  return (
    <Bench>
      {own.length > 0 && (
        // Kept while one looks at another part, so it is said on each.
        <p className="mb-3 text-kelp">
          With your figure for {listed(own)}, not the record’s.{' '}
          <Button look="quiet" onClick={() => setTried({})}>
            Use the record’s
          </Button>
        </p>
      )}
      {question ? (
        <>
          <Screen question={question} tried={tried} onTry={setTried} />
          <WhatWasDosed unsaid={question.unsaid} />
        </>
      ) : (
        <>
          <Refused refusal={refusal} otherwise="" />
          <Button className="mt-4" onClick={() => setTried({})}>
            Use the record’s figures
          </Button>
        </>
      )}
    </Bench>
  );
}
