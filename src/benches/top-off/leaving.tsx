'use client';

import { nanoid } from 'nanoid';
import { useState } from 'react';
import { attempt } from '@/chemistry/refusal';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { away, type AwayInput, type Supply } from '@/chemistry/top-off/away';
import { TOP_OFF_AMOUNTS } from '@/chemistry/top-off/top-off-amounts';
import { quantity, showText } from '@/chemistry/units/quantity';
import { Figures } from '@/interface/bench';
import { Button } from '@/interface/button';
import { Sentence } from '@/interface/phrases';
import { QuantityField } from '@/interface/quantity-field';
import { PaperBox } from '@/interface/tick-box';
import { whenText } from '@/interface/when';
import { WhenField } from '@/interface/when-field';
import { Worked } from '@/interface/worked';
import { useCommit, useNow, useTank } from '@/interface/workspace';
import { awayQuestion, bottlesOf } from '@/reckoning/top-off-fails';
import type { Tank } from '@/record/schema';

const USUAL_DAYS = 7;

/** Leaving for some days: what runs out first, what to fill, and three lines for whoever looks in. To be printed. */
export function Leaving() {
  const { book, tank } = useTank();
  const { zone } = book.settings;
  const now = useNow();
  const commit = useCommit();
  const kept = book.settings.away;
  const [leaves, setLeaves] = useState<number | null>(kept && kept.leavesAt > now ? kept.leavesAt : null);
  const [days, setDays] = useState<number | null>(kept?.days ?? USUAL_DAYS);
  const [feeder, setFeeder] = useState(tank.feeder);
  const absence = { leavesAt: leaves ?? now, days: days ?? USUAL_DAYS };
  const question = awayQuestion(book, { ...tank, feeder }, now, absence);
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
  const others = book.tanks.filter(({ id }) => id !== tank.id);
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
            {unchanged ? 'These days are kept' : 'Keep these days'}
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
              <Other key={other.id} tank={other} question={awayQuestion(book, other, now, absence)} />
            ))}
          </ul>
        </section>
      )}
    </Worked>
  );
}

/** Each supply as a bar over the days, from leaving to coming back. */
function WhatLasts({
  supplies,
  absence,
}: {
  readonly supplies: readonly Supply[];
  readonly absence: { readonly leavesAt: number; readonly days: number };
}) {
  const { book } = useTank();
  const now = useNow();
  const { units, zone } = book.settings;
  const row = 34;
  const height = supplies.length * row + 26;
  const x = (share: number) => 8 + share * 330;
  return (
    <figure aria-label="What lasts how long" className="min-w-0">
      <svg
        viewBox={`0 0 420 ${height}`}
        className="w-full max-w-xl"
        role="img"
        aria-label={supplies.map((s) => `${s.what} lasts ${showText(quantity('days', s.lastsDays), units)}`).join('; ')}
      >
        <line x1={x(1)} x2={x(1)} y1="4" y2={height - 20} stroke="var(--ink)" strokeWidth="1.4" strokeDasharray="3 3" />
        {supplies.map((supply, i) => {
          const share = Math.min(1.18, supply.lastsDays / absence.days);
          const y = i * row + 6;
          return (
            <g key={supply.what}>
              <text
                x={x(0)}
                y={y + 9}
                fontSize="12.5"
                fontWeight="600"
                fill={supply.lasts ? 'var(--ink)' : 'var(--rust)'}
              >
                {supply.what}: {showText(quantity('days', supply.lastsDays), units)}
              </text>
              <rect x={x(0)} y={y + 13} width={330} height="9" fill="none" stroke="var(--line)" />
              <rect
                x={x(0)}
                y={y + 13}
                width={Math.max(2, share * 330)}
                height="9"
                fill={supply.lasts ? 'var(--glass)' : 'var(--rust)'}
              />
            </g>
          );
        })}
        <text x={x(0)} y={height - 5} fontSize="12" fill="var(--soft)">
          {whenText(absence.leavesAt, now, zone, 'day')}
        </text>
        <text x={x(1)} y={height - 5} fontSize="12" textAnchor="middle" fill="var(--soft)">
          back {whenText(absence.leavesAt + absence.days * DAY_MS, now, zone, 'day')}
        </text>
      </svg>
    </figure>
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

/** What stands in each dosing bottle: looked at once, it is followed from then on. */
function Bottles() {
  const { book, tank } = useTank();
  const { units } = book.settings;
  const now = useNow();
  const commit = useCommit();
  const [seen, setSeen] = useState<Readonly<Record<string, number | null>>>({});
  const bottles = bottlesOf(book, tank, now);
  if (bottles.length === 0) return null;
  const told = bottles.flatMap(({ solutionId }) => {
    const volumeMl = seen[solutionId];
    return volumeMl === null || volumeMl === undefined ? [] : [{ solutionId, volumeMl }];
  });
  const log = async () => {
    const kept = await commit({
      label: `Logged what stands in ${told.length === 1 ? 'a bottle' : `${told.length} bottles`}`,
      put: {
        entries: told.map((each) => ({
          id: nanoid(),
          tankId: tank.id,
          at: now,
          kind: 'bottle-level' as const,
          ...each,
        })),
      },
    });
    if (kept) setSeen({});
  };
  return (
    <section aria-label="Dosing bottles" className="no-print mt-5">
      <h2 className="text-lg font-semibold">What stands in the bottles</h2>
      <div className="mt-1 grid grid-cols-2 gap-x-6 gap-y-3">
        {bottles.map(({ solutionId, name, leftMl, mlPerDay }) => (
          <QuantityField
            key={solutionId}
            narrow
            label={name}
            expected={TOP_OFF_AMOUNTS.bottle}
            value={seen[solutionId] ?? null}
            onChange={(ml) => setSeen((present) => ({ ...present, [solutionId]: ml }))}
            placeholder={leftMl === undefined ? '' : showText(quantity('dose', leftMl), units)}
            hint={
              leftMl === undefined
                ? `${showText(quantity('doseRate', mlPerDay), units)}; not looked at yet`
                : `lasts ${showText(quantity('days', leftMl / mlPerDay), units)} at ${showText(quantity('doseRate', mlPerDay), units)}`
            }
          />
        ))}
      </div>
      {told.length > 0 && (
        <Button className="mt-2" onClick={() => void log()}>
          Log what stands in them
        </Button>
      )}
    </section>
  );
}

function Other({ tank, question }: { readonly tank: Tank; readonly question: AwayInput }) {
  const { outcome } = attempt(() => away.run(question));
  return (
    <li className="border-t border-line py-1.5">
      <span className="font-semibold">{tank.name}.</span>{' '}
      {outcome ? <Sentence phrases={outcome.answer.says} /> : 'Not enough is told of it yet.'}
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
