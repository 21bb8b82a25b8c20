'use client';

import { listed } from '@/calculators/calculator/words';
import { attempt } from '@/chemistry/refusal';
import { Bench } from '@/interface/bench';
import { Button } from '@/interface/button';
import { ChoiceRow } from '@/interface/choice-row';
import { useKeptState } from '@/interface/kept-draft';
import { Refused } from '@/interface/refused';
import { useChoice } from '@/interface/use-choice';
import { WhatWasDosed } from '@/interface/what-was-dosed';
import { useNow, useTank, useTitle } from '@/interface/workspace';
import { doseQuestion } from '@/reckoning/dose-question';
import { DialIn } from './dial-in';
import { GasAndMedia } from './gas-and-media';
import { Output } from './output';
import type { ReactorPart, Tried } from './reactor-part';
import { SizeAndPrice } from './size-and-price';

const WAYS = [
  ['output', 'Output'],
  ['use', 'Gas and media'],
  ['dial', 'Dial in'],
  ['size', 'Size and price'],
] as const;
type Way = (typeof WAYS)[number][0];

const QUESTIONS: Record<Way, string> = {
  output: 'Of demand, effluent and flow, what does the third have to be?',
  use: 'What gas and media does the reactor use, and what does its CO₂ do to the tank?',
  dial: 'What is the next single change, and when is it tested?',
  size: 'How large a reactor suits this tank, and when does it pay?',
};

const TRIED_WORDS = [
  ['perDay', 'the consumption'],
  ['effluent', 'the effluent'],
  ['flow', 'the flow'],
  ['chamberPh', 'the chamber’s pH'],
  ['tankAlkalinity', 'the tank’s alkalinity'],
] as const satisfies readonly (readonly [keyof Tried, string])[];

const SCREENS: Record<Way, (part: ReactorPart) => React.ReactNode> = {
  output: Output,
  use: GasAndMedia,
  dial: DialIn,
  size: SizeAndPrice,
};

/** A calcium reactor: run, fed, dialled in and sized; one that runs, or one on paper. */
export function ReactorBench() {
  const { book, tank } = useTank();
  const now = useNow();
  useTitle(`Reactor, ${tank.name}`);
  const [way, setWay] = useChoice<Way>(
    'as',
    WAYS.map(([value]) => value),
    'output',
  );
  const [tried, setTried] = useKeptState<Tried>('reactor tried', {});
  const { outcome: question, refusal } = attempt(() =>
    doseQuestion(book, tank, now, tried.perDay === undefined ? {} : { perDay: { alkalinity: tried.perDay } }),
  );
  const own = TRIED_WORDS.flatMap(([key, words]) => (tried[key] === undefined ? [] : [words]));
  const Screen = SCREENS[way];
  return (
    <Bench question={QUESTIONS[way]}>
      <div className="mb-4">
        <ChoiceRow label="Part of the reactor" choices={WAYS} chosen={way} onChoose={setWay} />
      </div>
      {own.length > 0 && (
        // Kept while one looks at another part, so it is said on each.
        <p className="mb-3 text-kelp">
          With your figure for {listed(own)}, not the record’s.{' '}
          <Button look="quiet" onClick={() => setTried({})}>
            Put the record’s back
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
            Put the record’s figures back
          </Button>
        </>
      )}
    </Bench>
  );
}
