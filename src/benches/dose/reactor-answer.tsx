'use client';

import { nanoid } from 'nanoid';
import { reactorOutput } from '@/calculators/reactor/reactor-output';
import { attempt } from '@/chemistry/refusal';
import { quantity, showText } from '@/chemistry/units/quantity';
import { useKeptState } from '@/interface/kept-draft';
import { Answer, Cautions, Working } from '@/interface/answer';
import { Figures } from '@/interface/bench';
import { Button } from '@/interface/button';
import { QuantityField } from '@/interface/quantity-field';
import { Refused } from '@/interface/refused';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { reactorQuestion } from '@/reckoning/dose-question';
import { DemandFigures, pumpSetting, type AnswerProps } from './demand-figures';
import { ReactorPicture } from './reactor-picture';
import { WhatWasDosed } from './what-was-dosed';

/** For a keeper with a calcium reactor: the effluent flow that carries the demand. */
export function ReactorAnswer({ question, overrides, onOverride }: AnswerProps) {
  const { book, tank } = useTank();
  const { units } = book.settings;
  const now = useNow();
  const commit = useCommitOnce();
  const [effluent, setEffluent] = useKeptState<number | null>('reactor-answer effluent', null);
  const [tankAlkalinity, setTankAlkalinity] = useKeptState<number | null>('reactor-answer tankAlkalinity', null);
  const input = reactorQuestion(book, tank, now, question, {
    ...(effluent === null ? {} : { effluent }),
    ...(tankAlkalinity === null ? {} : { tankAlkalinity }),
  });
  const { outcome, refusal } = attempt(() => (input ? reactorOutput.run(input) : undefined));
  const setRunning = () => {
    if (!outcome || !input) return;
    const mlPerMin = pumpSetting(outcome.values.mlPerMin);
    void commit({
      label: `Set the reactor to ${showText(quantity('flow', mlPerMin), units)}`,
      put: {
        entries: [
          {
            id: nanoid(),
            tankId: tank.id,
            at: now,
            kind: 'reactor',
            mlPerMin,
            effluentAlkalinity: input.effluentAlkalinity,
          },
        ],
      },
    });
  };
  return (
    <>
      {outcome ? (
        <Answer
          answer={outcome.answer}
          actions={
            <Button look="main" onClick={setRunning}>
              Set as the reactor’s flow from now
            </Button>
          }
        />
      ) : (
        <Refused
          refusal={refusal}
          otherwise={
            question.input.demand.alkalinity
              ? 'Test the effluent’s alkalinity and enter it: then the flow is worked out.'
              : question.unsaid?.parameters.includes('alkalinity')
                ? 'Say what was dosed while alkalinity was tested: then the flow can be worked out.'
                : 'Test the tank’s alkalinity twice, a few days apart, and log what you dose: then the flow can be worked out.'
          }
        />
      )}
      <WhatWasDosed unsaid={question.unsaid} />
      <div className="mt-5 grid gap-8 md:grid-cols-[minmax(0,24rem)_minmax(0,1fr)]">
        {outcome && input && (
          <ReactorPicture
            mlPerMin={outcome.values.mlPerMin}
            effluent={input.effluentAlkalinity}
            tank={input.tankAlkalinity}
            co2GPerDay={outcome.values.co2GPerDay}
            mediaGPerDay={outcome.values.mediaGPerDay}
            units={units}
          />
        )}
        <Figures title="At the reactor">
          <QuantityField
            label="Effluent alkalinity"
            expected={AMOUNTS.effluent}
            value={effluent ?? input?.effluentAlkalinity ?? null}
            onChange={setEffluent}
            required
            hint="measured where it drips back"
          />
          <QuantityField
            label="Tank alkalinity"
            expected={{ ...AMOUNTS.effluent, field: 'tank alkalinity', high: 9 }}
            value={tankAlkalinity ?? input?.tankAlkalinity ?? null}
            digits={tankAlkalinity === null ? 3 : undefined}
            onChange={setTankAlkalinity}
            onReset={tankAlkalinity === null ? undefined : () => setTankAlkalinity(null)}
            hint="the level the readings tell, unless you say"
          />
        </Figures>
      </div>
      <DemandFigures question={question} overrides={overrides} onOverride={onOverride} />
      {outcome && <Working steps={outcome.working} />}
      {outcome && <Cautions cautions={outcome.cautions} />}
    </>
  );
}
