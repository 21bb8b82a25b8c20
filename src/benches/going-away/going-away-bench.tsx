'use client';

import { attempt } from '@/calculators/calculator/attempt';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { away } from '@/calculators/top-off/away';
import type { AwayInput } from '@/calculators/top-off/away-input';
import { TOP_OFF_AMOUNTS } from '@/calculators/top-off/top-off-amounts';
import { useKeptState } from '@/interface/storage/kept-draft';
import { Bench, Figures } from '@/interface/answer/bench';
import { Button } from '@/interface/controls/button';
import { Sentence } from '@/interface/answer/phrases';
import { QuantityField } from '@/interface/fields/quantity-field';
import { PaperBox } from '@/interface/controls/tick-box';
import { whenText } from '@/interface/time/when';
import { WhenField } from '@/interface/fields/when-field';
import { Worked } from '@/interface/answer/worked';
import { useCommit, useNow, useTank } from '@/interface/workspace/workspace';
import { awayQuestion } from '@/derived/today/away';
import type { Tank } from '@/record/schema';
import { Bottles } from './bottles-last';
import { WhatLasts } from './what-lasts';

const USUAL_DAYS = 7;

/** Leaving for some days: what runs out first, what to fill, and three lines for whoever looks in. To be printed. */
export function GoingAwayBench() {
  return (
    <Bench>
      <Away />
    </Bench>
  );
}

function Away() {
  const { snapshot, tank } = useTank();
  const { zone } = snapshot.settings;
  const now = useNow();
  const commit = useCommit();
  const kept = snapshot.settings.away;
  const [leaves, setLeaves] = useKeptState<number | null>(
    'leaving leaves',
    kept && kept.leavesAt > now ? kept.leavesAt : null,
  );
  const [days, setDays] = useKeptState<number | null>('leaving days', kept?.days ?? USUAL_DAYS);
  const [feeder, setFeeder] = useKeptState('leaving feeder', tank.feeder);
  const absence = { leavesAt: leaves ?? now, days: days ?? USUAL_DAYS };
  const question = awayQuestion(snapshot, { ...tank, feeder }, now, absence);
  const result = attempt(() => away.run(question));
  const values = result.outcome?.values;
  const unchanged =
    kept?.days === absence.days && kept.leavesAt === absence.leavesAt && sameFeeder(feeder, tank.feeder);
  const keep = () =>
    void commit({
      label: `The house is left from ${whenText(absence.leavesAt, now, zone, 'day')}`,
      settings: (present) => ({ ...present, away: absence }),
      ...(feeder && { put: { tanks: [{ ...tank, feeder }] } }),
    });
  const others = snapshot.tanks.filter(({ id }) => id !== tank.id);
  return (
    <Worked
      result={result}
      otherwise="Say for how many days."
      actions={
        <>
          <Button look="main" onClick={() => window.print()}>
            Print this plan
          </Button>
          <Button disabled={unchanged} onClick={keep}>
            {unchanged ? 'These days are saved' : 'Save these days'}
          </Button>
        </>
      }
    >
      <p className="hidden print:block">
        {tank.name}: from {whenText(absence.leavesAt, now, zone)} to{' '}
        {whenText(absence.leavesAt + absence.days * DAY_MS, now, zone)}.
      </p>
      <div className="mt-5 grid gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)]">
        {values && (
          <div className="min-w-0">
            <WhatLasts supplies={values.supplies} absence={absence} />
            <section aria-label="For the helper" className="mt-5 rounded-md border-2 border-edge bg-sheet px-4 py-3">
              <h2 className="text-lg font-semibold">For the helper</h2>
              <ol className="mt-1 list-decimal space-y-1.5 pl-5">
                {values.helper.map((says, i) => (
                  <li key={i}>
                    <Sentence phrases={says} />
                  </li>
                ))}
              </ol>
            </section>
          </div>
        )}
        <div className="min-w-0">
          <div className="no-print">
            <Figures title="Away" narrow>
              <QuantityField
                narrow
                label="For"
                spoken="Away for"
                expected={TOP_OFF_AMOUNTS.away}
                value={days}
                onChange={setDays}
              />
              <div className="col-span-full">
                <WhenField
                  label="Leaving"
                  value={leaves}
                  onChange={setLeaves}
                  zone={zone}
                  hint={leaves === null ? 'now, when left empty' : undefined}
                />
              </div>
              <FeederFields feeder={feeder} onChange={setFeeder} />
            </Figures>
          </div>
          {values && (
            <section aria-label="Before leaving" className="mt-5">
              <h2 className="text-lg font-semibold">Before leaving</h2>
              <ul className="mt-1">
                {values.beforeLeaving.map((says, i) => (
                  <li key={i} className="flex items-start gap-3 border-t border-line py-1">
                    <PaperBox />
                    <span className="py-2 lg:py-1">
                      <Sentence phrases={says} />
                    </span>
                  </li>
                ))}
              </ul>
            </section>
          )}
          <Bottles />
        </div>
      </div>
      {others.length > 0 && (
        <section aria-label="The other tanks" className="mt-6 max-w-4xl">
          <h2 className="text-lg font-semibold">The other tanks, the same days</h2>
          <ul>
            {others.map((other) => (
              <Other key={other.id} tank={other} question={awayQuestion(snapshot, other, now, absence)} />
            ))}
          </ul>
        </section>
      )}
    </Worked>
  );
}

type Feeder = NonNullable<Tank['feeder']>;

function sameFeeder(a: Feeder | undefined, b: Feeder | undefined): boolean {
  return a?.portions === b?.portions && a?.perDay === b?.perDay;
}

function FeederFields({
  feeder,
  onChange,
}: {
  readonly feeder: Feeder | undefined;
  readonly onChange: (feeder: Feeder) => void;
}) {
  const set = (change: Partial<Feeder>) => onChange({ portions: 0, perDay: 1, ...feeder, ...change });
  return (
    <>
      <QuantityField
        narrow
        label="Feeder holds, portions"
        expected={TOP_OFF_AMOUNTS.portions}
        value={feeder?.portions ?? null}
        onChange={(portions) => portions !== null && set({ portions })}
      />
      <QuantityField
        narrow
        label="Portions a day"
        expected={TOP_OFF_AMOUNTS.perDay}
        value={feeder?.perDay ?? null}
        onChange={(perDay) => perDay !== null && set({ perDay })}
      />
    </>
  );
}

function Other({ tank, question }: { readonly tank: Tank; readonly question: AwayInput }) {
  const { outcome } = attempt(() => away.run(question));
  return (
    <li className="border-t border-line py-1.5">
      <span className="font-semibold">{tank.name}.</span>{' '}
      {outcome ? <Sentence phrases={outcome.answer.says} /> : 'Not enough is known of it yet.'}
      {outcome && (
        <ol className="hidden list-decimal pl-5 print:block">
          {outcome.values.helper.map((says, i) => (
            <li key={i}>
              <Sentence phrases={says} />
            </li>
          ))}
        </ol>
      )}
    </li>
  );
}
