'use client';

import { stocking, type Gate } from '@/calculators/cycle/stocking';
import { attempt } from '@/calculators/calculator/attempt';
import { Sentence } from '@/interface/answer/phrases';
import { Refused } from '@/interface/answer/refused';
import { Worked } from '@/interface/answer/worked';
import { ButtonLink } from '@/interface/controls/button';
import { useNow, useTank, useWorkspace } from '@/interface/workspace/workspace';
import { stockingQuestion } from '@/derived/cycle/new-tank';
import { ChallengePanel } from './challenge-panel';
import { PutInForm } from './put-in-form';
import { benchAddress } from '@/registry/addresses';

/** What may go in next, gate by gate, and what the tank will look like meanwhile. */
export function AfterTheCycle() {
  const { snapshot, tank } = useTank();
  const { name } = useWorkspace();
  const now = useNow();
  const question = stockingQuestion(snapshot, tank, now);
  if (!question)
    return (
      <>
        <Refused
          refusal={undefined}
          otherwise="This tank was running before its record began, so no cycle is followed. For a new one, choose how it is begun."
        />
        <ButtonLink look="main" href={benchAddress(name, tank.id, 'new-tank', 'plan')}>
          Go to the plan
        </ButtonLink>
      </>
    );
  const result = attempt(() => stocking.run(question));
  const values = result.outcome?.values;
  return (
    <Worked result={result} otherwise="">
      {values && (
        <>
          <section aria-label="Gates" className="mt-5">
            <ol className="grid gap-x-6 sm:grid-cols-2 lg:grid-cols-3">
              {values.gates.map((gate) => (
                <GateCard key={gate.id} gate={gate} />
              ))}
            </ol>
          </section>
          <ChallengePanel />
          <section aria-label="What it looks like meanwhile" className="mt-8 grid gap-8 lg:grid-cols-2">
            <div>
              <h2 className="text-lg font-semibold">Ugly for now, and normal</h2>
              <ol className="mt-1">
                {values.phases.map(({ name: called, says, fromDay, toDay, here }) => (
                  <li
                    key={called}
                    aria-current={here ? 'step' : undefined}
                    className={`border-t border-l-4 border-t-line py-1.5 pl-3 ${here ? 'border-l-glass' : 'border-l-transparent text-soft'}`}
                  >
                    <span className="font-semibold">{called}</span>{' '}
                    <span className="text-sm">
                      about day {fromDay} to {toDay}
                      {here && ', so now'}
                    </span>
                    <span className="block">{says}</span>
                  </li>
                ))}
              </ol>
            </div>
            <div>
              <h2 className="text-lg font-semibold">Not normal</h2>
              <ul className="mt-1">
                {values.notNormal.map((says) => (
                  <li key={says} className="border-t border-line py-1.5">
                    {says}
                  </li>
                ))}
              </ul>
            </div>
          </section>
        </>
      )}
      <PutInForm usual="clean-up crew" />
    </Worked>
  );
}

const STATE_WORD = { open: 'open', done: 'done', shut: 'shut' } as const;

/** A gate drawn as one: open, shut, or passed; its reason under it. */
function GateCard({ gate }: { readonly gate: Gate }) {
  const { state, name, why, opensAt } = gate;
  const tone = state === 'open' ? 'text-glass' : 'text-soft';
  return (
    <li className="flex gap-3 border-t border-line py-3">
      <svg viewBox="0 0 36 40" className={`h-10 w-9 shrink-0 ${tone}`} aria-hidden="true">
        <path d="M4 4 V38 M32 4 V38" stroke="currentColor" strokeWidth="2.5" />
        {state === 'shut' ? (
          <path
            d="M4 12 H32 M4 22 H32 M4 32 H32 M11 12 V32 M18 12 V32 M25 12 V32"
            stroke="currentColor"
            strokeWidth="1.4"
          />
        ) : state === 'open' ? (
          <path d="M4 12 L14 8 V36 L4 32 M4 22 L14 20" stroke="currentColor" strokeWidth="1.6" fill="none" />
        ) : (
          <path d="M10 22 L16 29 L27 13" stroke="currentColor" strokeWidth="2.6" fill="none" />
        )}
      </svg>
      <div className="min-w-0">
        <h3 className="font-semibold">
          {name} <span className={`text-sm font-normal ${tone}`}>{STATE_WORD[state]}</span>
        </h3>
        {opensAt !== undefined && (
          <p className="text-sm">
            <Sentence phrases={['from', { moment: opensAt, day: true }, '.']} />
          </p>
        )}
        {state !== 'done' && (
          <p className="text-soft">
            <Sentence phrases={why} />
          </p>
        )}
      </div>
    </li>
  );
}
