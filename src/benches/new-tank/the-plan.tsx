'use client';

import { nanoid } from 'nanoid';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import {
  CYCLE_SCHOOLS,
  CYCLE_SCHOOL_IDS,
  LIGHTS_MEANWHILE,
  type CycleSchoolId,
} from '@/calculators/cycle/cycle-schools';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { quantity, showText } from '@/quantities/quantity';
import { useKeptState } from '@/interface/storage/kept-draft';
import { Figures } from '@/interface/answer/bench';
import { Button, ButtonLink } from '@/interface/controls/button';
import { Sentence } from '@/interface/answer/phrases';
import { QuantityField } from '@/interface/fields/quantity-field';
import { SelectField } from '@/interface/controls/select-field';
import { useAsked } from '@/interface/workspace/use-asked';
import { useChoice } from '@/interface/address/use-choice';
import { whenText } from '@/interface/time/when';
import { WhenField } from '@/interface/fields/when-field';
import { Refused } from '@/interface/answer/refused';
import { Worked } from '@/interface/answer/worked';
import { useCommit, useNow, useTank, useWorkspace } from '@/interface/workspace/workspace';
import { ammoniaBottles, cycleDeeds, planQuestion } from '@/derived/cycle/cycle';
import { isKnownStocked } from '@/derived/tank/stocked';
import { CycleChart } from './cycle-picture';
import { benchAddress } from '@/registry/addresses';

/** How a cycle by each school goes: what is dosed, what is to be expected, and when to test. */
export function ThePlan() {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const [asNew, setAsNew] = useKeptState('the-plan as new', false, 'tank');
  // No ammonia is put to a tank with animals in it, and no button begins a cycle there.
  if (!tank.cycle && !asNew && isKnownStocked(snapshot, tank, now))
    return (
      <>
        <Refused
          refusal={undefined}
          otherwise={`${tank.name} has animals by its record, so no cycle is begun in it: no ammonia is dosed where anything lives. After a loss or a move, test ammonia and nitrite daily and log them.`}
        />
        <Button className="mt-4" onClick={() => setAsNew(true)}>
          It is empty and begun anew: show the plan
        </Button>
      </>
    );
  return <PlanOfACycle />;
}

function PlanOfACycle() {
  const { snapshot, tank } = useTank();
  const { name } = useWorkspace();
  const { units, zone } = snapshot.settings;
  const now = useNow();
  const commit = useCommit();
  const { cycle } = tank;
  const [school, setSchool] = useChoice<CycleSchoolId>('school', CYCLE_SCHOOL_IDS, cycle?.school ?? 'starter');
  const [ammonia, setAmmonia] = useKeptState<number | null>('the-plan ammonia', null);
  const [startAt, setStartAt] = useKeptState<number | null>('the-plan startAt', null);
  const bottles = ammoniaBottles(snapshot).map(({ solution }) => solution);
  const [bottleId, setBottleId] = useKeptState('the-plan bottleId', bottles[0]?.id ?? '');
  const bottle = bottles.find(({ id }) => id === bottleId);
  const chosen = CYCLE_SCHOOLS[school];
  // To the hour, so that the course is not drawn anew each minute.
  const begins = startAt ?? cycle?.startedAt ?? Math.floor(now / 3_600_000) * 3_600_000;
  const result = useAsked(
    'cycle-plan',
    planQuestion(snapshot, tank, { school, startAt: begins, ammonia: ammonia ?? undefined, bottle }),
  );
  const values = result?.outcome?.values;
  const measured = chosen.source === 'measured';
  // What began the cycle is not offered a second time.
  const dosed = cycleDeeds(snapshot, tank).some(({ did, at }) => did === 'dosed ammonia' && at >= begins - DAY_MS);
  const begin = () =>
    void commit({
      label: `The cycle of ${tank.name} begun: ${chosen.name.toLowerCase()}`,
      put: { tanks: [{ ...tank, cycle: { school, startedAt: begins } }] },
    });
  const logDose = () =>
    values?.doseMl !== undefined &&
    bottle &&
    void commit({
      label: `Logged ${showText(quantity('dose', values.doseMl), units)} of ${bottle.name}`,
      put: {
        entries: [
          { id: nanoid(), tankId: tank.id, at: now, kind: 'dose', solutionId: bottle.id, volumeMl: values.doseMl },
        ],
      },
    });
  return (
    <Worked
      result={result}
      otherwise="Drawing what is to be expected…"
      actions={
        <>
          {!cycle && (
            <Button look="main" onClick={begin}>
              Begin this cycle
            </Button>
          )}
          {cycle && cycle.doneAt === undefined && (cycle.school !== school || cycle.startedAt !== begins) && (
            <Button onClick={begin}>It was begun like this</Button>
          )}
          {measured && bottle && !dosed && values?.doseMl !== undefined && (
            <Button onClick={() => void logDose()}>Log the dose</Button>
          )}
          {measured && !bottle && (
            <ButtonLink href={benchAddress(name, tank.id, 'tank')}>Describe the ammonia bottle</ButtonLink>
          )}
        </>
      }
    >
      <div className="mt-5 grid gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,1fr)_19rem]">
        {values && (
          <CycleChart
            startedAt={begins}
            lines={values.course}
            endsFrom={values.endsFrom}
            endsBy={values.endsBy}
            name={`${tank.id}-cycle-plan`}
          />
        )}
        <Figures title="Begun like this">
          <div className="col-span-full">
            <SelectField
              label="School"
              value={school}
              options={CYCLE_SCHOOL_IDS.map((id) => [id, CYCLE_SCHOOLS[id].name] as const)}
              onChange={setSchool}
            />
          </div>
          {measured && (
            <>
              <QuantityField
                label="Ammonia wanted"
                expected={AMOUNTS.ammoniaDose}
                value={ammonia ?? chosen.doseMgPerL}
                onChange={setAmmonia}
                onReset={ammonia === null ? undefined : () => setAmmonia(null)}
              />
              <SelectField
                label="From"
                width="w-44"
                value={bottleId}
                options={[
                  ...bottles.map(({ id, name: called }) => [id, called] as const),
                  ['', 'dry ammonium chloride'],
                ]}
                onChange={setBottleId}
              />
            </>
          )}
          <div className="col-span-full">
            <WhenField
              label="Begins"
              value={startAt ?? cycle?.startedAt ?? null}
              onChange={setStartAt}
              zone={zone}
              hint={startAt === null && !cycle ? 'now, when left empty' : undefined}
            />
          </div>
        </Figures>
      </div>
      <section aria-label="The plan day by day" className="mt-6 max-w-3xl">
        <h2 className="text-lg font-semibold">Day by day</h2>
        <ol className="mt-1">
          {values?.plan.map(({ at, says }, i) => (
            <li key={i} className="grid grid-cols-[7.5rem_minmax(0,1fr)] gap-3 border-t border-line py-1.5">
              <span className="text-soft">{whenText(at, now, zone, 'day')}</span>
              <span>
                <Sentence phrases={says} />
              </span>
            </li>
          ))}
        </ol>
      </section>
      <section aria-label="Lights meanwhile" className="mt-6 max-w-3xl">
        <h2 className="text-lg font-semibold">Lights meanwhile</h2>
        <dl>
          {LIGHTS_MEANWHILE.map(({ name: called, says }) => (
            <div key={called} className="border-t border-line py-1.5">
              <dt className="font-semibold">{called}</dt>
              <dd>{says}</dd>
            </div>
          ))}
        </dl>
      </section>
      <section aria-label="The schools side by side" className="mt-6">
        <h2 className="text-lg font-semibold">The schools, side by side</h2>
        <div className="mt-1 grid gap-x-8 sm:grid-cols-2">
          {CYCLE_SCHOOL_IDS.map((id) => {
            const { name: called, says, against, lasts, lastsFrom } = CYCLE_SCHOOLS[id];
            return (
              <div key={id} className="border-t border-line py-2">
                <h3 className="font-semibold">
                  {called}{' '}
                  <span className="text-sm font-normal text-soft">
                    {lasts[0]} to {lasts[1]} days{lastsFrom === 'assumed' ? ', chosen' : ''}
                  </span>
                </h3>
                <p>{says}</p>
                <p className="text-soft">{against}</p>
              </div>
            );
          })}
        </div>
        <p className="mt-2 max-w-3xl text-sm text-soft">
          Fishless or live rock is preferred here: the same bacteria come without any animal breathing what they have
          not yet oxidised. The other ways are followed just as closely.
        </p>
      </section>
    </Worked>
  );
}
