'use client';

import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { Button, ButtonLink } from '@/interface/controls/button';
import { Refused } from '@/interface/answer/refused';
import { without } from '@/interface/parts/without';
import { Worked } from '@/interface/answer/worked';
import { useCommit, useNow, useTank, useWorkspace } from '@/interface/workspace/workspace';
import { useCycle } from '@/interface/workspace/cycle-context';
import { testsOfCycle } from '@/derived/cycle/cycle';
import { CycleChart } from './cycle-picture';
import { DailyReading } from './daily-reading';
import { FreeAmmonia } from './free-ammonia';
import { KitQuestions } from './kit-questions';
import { PutInForm } from './put-in-form';
import { StageTrack } from './stage-track';
import { benchAddress } from '@/registry/addresses';

/** Where the cycle stands today, what to do, and what to leave alone. */
export function EachDay() {
  const { snapshot, tank } = useTank();
  const { name } = useWorkspace();
  const now = useNow();
  const commit = useCommit();
  const { cycle } = tank;
  const { followed, result } = useCycle();
  if (!cycle || !followed)
    return (
      <>
        <Refused
          refusal={undefined}
          otherwise={
            cycle
              ? cycle.startedAt > now
                ? 'The cycle is planned and has not begun.'
                : 'The cycle was done long ago: what may be added next is under After the cycle.'
              : 'No cycle is begun for this tank. Choose how under The plan, and each day is followed here.'
          }
        />
        <ButtonLink look="main" href={benchAddress(name, tank.id, 'new-tank', cycle ? 'after' : 'plan')}>
          {cycle ? 'Go to After' : 'Go to the plan'}
        </ButtonLink>
      </>
    );
  const values = result?.outcome?.values;
  const tests = testsOfCycle(snapshot, tank, cycle.startedAt);
  const open = cycle.doneAt === undefined;
  return (
    <Worked
      result={result}
      otherwise="Reading the cycle from its tests…"
      actions={
        values?.stage === 'cycled' && open ? (
          <Button
            look="main"
            onClick={() =>
              void commit({
                label: `${tank.name} called cycled`,
                put: { tanks: [{ ...tank, cycle: { ...cycle, doneAt: now } }] },
              })
            }
          >
            Mark as cycled
          </Button>
        ) : (
          !open && (
            <Button
              onClick={() =>
                void commit({
                  label: `${tank.name}’s cycle opened again`,
                  put: { tanks: [{ ...tank, cycle: without(cycle, 'doneAt') }] },
                })
              }
            >
              Open the cycle again
            </Button>
          )
        )
      }
    >
      {values && (
        <>
          <StageTrack stage={values.stage} chances={values.chances} />
          <div className="mt-4 grid gap-x-8 gap-y-5 lg:grid-cols-[minmax(0,1fr)_17rem]">
            <CycleChart
              startedAt={cycle.startedAt}
              lines={values.course}
              tests={tests}
              now={now}
              until={Math.max(now + 10 * DAY_MS, (values.endsBy ?? now + 30 * DAY_MS) + 4 * DAY_MS)}
              endsFrom={open ? values.endsFrom : undefined}
              endsBy={open ? values.endsBy : undefined}
              name={`${tank.id}-cycle`}
            />
            <DailyReading />
          </div>
          <FreeAmmonia />
        </>
      )}
      <PutInForm usual="bacteria" />
      <KitQuestions />
    </Worked>
  );
}
