'use client';

import { useRouter, useSearchParams } from 'next/navigation';
import { useEffect } from 'react';
import { attempt } from '@/chemistry/refusal';
import { listed } from '@/calculators/calculator/words';
import { useKeptState } from '@/interface/kept-draft';
import { Bench } from '@/interface/bench';
import { Button } from '@/interface/button';
import { ChoiceRow } from '@/interface/choice-row';
import { Refused } from '@/interface/refused';
import { useChoice } from '@/interface/use-choice';
import { useNow, useTank, useTitle, useWorkspace } from '@/interface/workspace';
import { doseQuestion, type DoseOverrides } from '@/reckoning/dose-question';
import { AfterAChange } from './after-a-change';
import { AfterAGap } from './after-a-gap';
import { Bottles } from './bottles';
import { Corrections } from './corrections';
import type { AnswerProps } from './demand-figures';
import { Methods } from './methods';
import { Plan } from './plan';
import { Schedule } from './schedule';
import { TryADose } from './try-a-dose';
import { WhatRuns } from '@/interface/what-runs';

const WAYS = [
  ['plan', 'Consumption and doses'],
  ['correct', 'Corrections'],
  ['schedule', 'Schedule'],
  ['bottles', 'Bottles and cost'],
  ['methods', 'Methods compared'],
] as const;
type Way = (typeof WAYS)[number][0];

const QUESTIONS: Record<Way, string> = {
  plan: 'What does the tank consume, and what has to be dosed?',
  correct: 'How is a level brought back, once and gently?',
  schedule: 'When is each part dosed, and what does the day make of it?',
  bottles: 'When is each bottle empty, and what does dosing cost?',
  methods: 'Which method suits this tank, now and as it grows?',
};

const SCREENS: Record<Way, (props: AnswerProps) => React.ReactNode> = {
  plan: (props) => (
    <>
      <Plan {...props} />
      <AfterAChange />
      <WhatRuns />
    </>
  ),
  correct: ({ question }) => (
    <>
      <Corrections question={question} />
      <AfterAGap />
      <TryADose />
    </>
  ),
  schedule: Schedule,
  bottles: Bottles,
  methods: Methods,
};

/** What the tank consumes, and what replaces it: one part a question. */
export function DoseBench() {
  const { book, tank } = useTank();
  const now = useNow();
  const { name } = useWorkspace();
  const router = useRouter();
  const asked = useSearchParams().get('as');
  useTitle(`Dose, ${tank.name}`);
  // The reactor has a bench of its own; the address it had here leads on.
  useEffect(() => {
    if (asked === 'reactor') router.replace(`/${name}/${tank.id}/reactor`);
  }, [asked, router, name, tank.id]);
  const [way, setWay] = useChoice<Way>(
    'as',
    WAYS.map(([value]) => value),
    'plan',
  );
  const [overrides, setOverrides] = useKeptState<DoseOverrides>('dose-bench overrides', {});
  const { outcome: question, refusal } = attempt(() => doseQuestion(book, tank, now, overrides));
  const own = [
    ...(overrides.netVolumeL === undefined ? [] : ['the net volume']),
    ...Object.keys(overrides.perDay ?? {}).map((parameter) => `the ${parameter} consumption`),
  ];
  const Screen = SCREENS[way];
  return (
    <Bench question={QUESTIONS[way]}>
      <div className="mb-4">
        <ChoiceRow label="Part of dosing" choices={WAYS} chosen={way} onChoose={setWay} />
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
      {question ? (
        <Screen question={question} overrides={overrides} onOverride={setOverrides} />
      ) : (
        <>
          <Refused refusal={refusal} otherwise="" />
          <Button className="mt-4" onClick={() => setOverrides({})}>
            Put the record’s figures back
          </Button>
        </>
      )}
    </Bench>
  );
}
