'use client';

import { nanoid } from 'nanoid';
import { capitalised } from '@/calculators/calculator/words';
import { LIVESTOCK, LIVESTOCK_CLASSES, type LivestockClass } from '@/calculators/parameters/livestock';
import { parameterOf, type ParameterId } from '@/calculators/parameters/parameters';
import { attempt } from '@/calculators/calculator/attempt';
import { quantity, range, showText } from '@/quantities/quantity';
import { Bench } from '@/interface/answer/bench';
import { Button } from '@/interface/controls/button';
import { ChoiceRow } from '@/interface/controls/choice-row';
import { dayText, whenText } from '@/interface/time/when';
import { Worked } from '@/interface/answer/worked';
import { useCommit, useNow, useTank } from '@/interface/workspace/workspace';
import {
  feedingOf,
  holdingsOf,
  lightsOf,
  livestockOutcome,
  otherwiseThanClass,
  sameBand,
  type Holding,
} from '@/derived/tank/livestock';
import { entriesOfTank } from '@/record/entries-of';
import { feedingWords } from '@/record/kinds/feeding';
import { describeEntry } from '@/record/kinds/describe';
import { kindOf } from '@/record/kinds/list';
import { DayOfLight } from './day-of-light';
import { LightsForm } from './lights-form';
import { MoveForm } from './move-form';

const LEDGER: ReadonlySet<string> = new Set(['put-in', 'taken-out', 'feeding', 'lever']);
const SHOWN = 12;

/** What lives in the tank, what came and went, and the day it is given. */
export function LivestockBench() {
  const { snapshot, tank } = useTank();
  const { units, zone } = snapshot.settings;
  const now = useNow();
  const commit = useCommit();
  const holdings = holdingsOf(snapshot, tank, now);
  const lights = lightsOf(snapshot, tank, now);
  const feeding = feedingOf(snapshot, tank, now);
  const facts = tank.livestock && LIVESTOCK[tank.livestock];
  const proposed = Object.entries(facts?.bands ?? {}) as [ParameterId, readonly [number, number]][];
  const otherwise = otherwiseThanClass(tank);
  const result = attempt(() => livestockOutcome(snapshot, tank, now));
  const setClass = (livestock: LivestockClass) =>
    void commit({ label: `${tank.name} is ${livestock}`, put: { tanks: [{ ...tank, livestock }] } });
  const takeBands = () =>
    void commit({
      label: `Took the bands of ${tank.livestock ?? ''} as ${tank.name}’s targets`,
      put: {
        tanks: [
          {
            ...tank,
            targets: {
              ...tank.targets,
              ...Object.fromEntries(otherwise.map(([id, [low, high]]) => [id, [low, high] as [number, number]])),
            },
          },
        ],
      },
    });
  const history = entriesOfTank(snapshot, tank.id)
    .filter(({ kind }) => LEDGER.has(kind))
    .toReversed()
    .slice(0, SHOWN);
  return (
    <Bench>
      <Worked
        result={result}
        otherwise=""
        actions={
          facts && otherwise.length > 0 ? (
            <Button onClick={takeBands}>Take this class’s bands as targets</Button>
          ) : undefined
        }
      >
        <div className="mt-4">
          <ChoiceRow
            label="What lives here"
            choices={LIVESTOCK_CLASSES.map((each) => [each, LIVESTOCK[each].words] as const)}
            chosen={tank.livestock}
            onChoose={setClass}
          />
        </div>
        <div className="mt-5 grid max-w-5xl gap-8 lg:grid-cols-2">
          <section aria-label="What lives here" className="min-w-0">
            <h2 className="text-lg font-semibold">By the log</h2>
            {holdings.length === 0 && (
              <p className="mt-1 text-soft">
                Nothing logged yet: jot “added 2 fish” or log it here, with its day where it was long ago.
              </p>
            )}
            <Holdings holdings={holdings} />
            <MoveForm />
          </section>
          <section aria-label="Lights and feeding" className="min-w-0">
            <h2 className="text-lg font-semibold">Lights and feeding</h2>
            <DayOfLight lights={lights} />
            <p className="text-soft">
              {lights
                ? `${capitalised(describeEntry(lights, snapshot))}, since ${whenText(lights.at, now, zone, 'day')}.`
                : 'When the lights run is not logged yet.'}{' '}
              {feeding?.timesPerDay === undefined
                ? 'How often is fed is not logged yet.'
                : `Fed ${feedingWords(feeding.timesPerDay)}, since ${whenText(feeding.at, now, zone, 'day')}.`}
            </p>
            <LightsForm
              key={lights?.id ?? 'none'}
              lights={lights}
              onSave={(entry) =>
                void commit({
                  label: `Set the lights of ${tank.name}`,
                  put: {
                    entries: [{ id: nanoid(), tankId: tank.id, at: now, kind: 'lever', lever: 'lights', ...entry }],
                  },
                })
              }
            />
          </section>
        </div>
        {facts && (
          <section aria-label="Where the class decides" className="mt-6 max-w-3xl">
            <h2 className="text-lg font-semibold">Where “{facts.words.toLowerCase()}” decides</h2>
            <ul className="mt-1 list-disc pl-5">
              <li>
                Corrections move alkalinity by no more than{' '}
                {showText(quantity('alkalinityRate', facts.alkalinityPerDay), units)}, unless you say there.
              </li>
              <li>
                Keepers move its salinity by no more than{' '}
                {showText(quantity('salinityRate', facts.salinityPerDay), units)}; no bench holds to that by itself.
              </li>
              <li>{facts.salt}</li>
              {proposed.map(([id, [low, high]]) => (
                <li key={id}>
                  {parameterOf(id).name} {showText(range(parameterOf(id).kind, low, high), units)}
                  {sameBand(tank.targets[id], [low, high])
                    ? ', which is your target'
                    : tank.targets[id]
                      ? '; your target differs'
                      : ''}
                </li>
              ))}
            </ul>
          </section>
        )}
        {history.length > 0 && (
          <section aria-label="What came and went" className="mt-6 max-w-3xl">
            <h2 className="text-lg font-semibold">What came, went and was set</h2>
            <ul className="mt-1">
              {history.map((entry) => (
                <li key={entry.id} className="flex gap-3 border-t border-line py-1.5">
                  <span className="w-16 shrink-0 text-soft">{dayText(entry.at, zone)}</span>
                  <span className="min-w-0">
                    <span className="font-semibold">{kindOf(entry.kind).title}</span> {describeEntry(entry, snapshot)}
                    {entry.note && <span className="text-soft"> — {entry.note}</span>}
                  </span>
                </li>
              ))}
            </ul>
          </section>
        )}
      </Worked>
    </Bench>
  );
}

/** How many there are of each, and of how many that came: a bar with what was lost at its end. */
function Holdings({ holdings }: { readonly holdings: readonly Holding[] }) {
  const most = Math.max(1, ...holdings.map(({ added }) => added));
  return (
    <ul className="mt-1">
      {holdings.map(({ what, there, added, lost, movedOut }) => (
        <li
          key={what}
          className="grid grid-cols-[8rem_3rem_minmax(0,1fr)] items-center gap-x-3 border-t border-line py-1.5"
        >
          <span>{what}</span>
          <strong className="text-right text-lg">{there}</strong>
          <span className="min-w-0">
            <svg viewBox="0 0 100 8" preserveAspectRatio="none" className="h-2 w-full" aria-hidden="true">
              <rect x="0" y="1" width={(100 * added) / most} height="6" fill="var(--rust-wash)" />
              <rect x="0" y="1" width={Math.max(0, (100 * there) / most)} height="6" fill="var(--glass)" />
            </svg>
            <span className="block text-sm text-soft">
              {added} came{lost > 0 ? `, ${lost} lost` : ''}
              {movedOut > 0 ? `, ${movedOut} moved out` : ''}
            </span>
          </span>
        </li>
      ))}
    </ul>
  );
}
