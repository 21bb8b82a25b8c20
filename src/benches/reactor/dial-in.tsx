'use client';

import { nanoid } from 'nanoid';
import { reactorDialIn } from '@/calculators/reactor/reactor-dial-in';
import { attempt } from '@/calculators/calculator/attempt';
import { quantity, showText } from '@/quantities/quantity';
import { Button } from '@/interface/controls/button';
import { whenText } from '@/interface/time/when';
import { Worked } from '@/interface/answer/worked';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
import { NextStep } from '@/interface/answer/next-step';
import { dialInQuestion } from '@/derived/reactor/reactor-dial-in-question';
import { reactorSetting } from '@/derived/reactor/reactor-setting';
import { describeEntry } from '@/record/kinds/describe';
import { MeasureReactor } from './measure-reactor';
import type { ReactorPart } from './reactor-part';

const SHOWN = 8;

/** One change at a time, read from the record: what comes next, when it is tested and how the tank answers. */
export function DialIn({ question, tried }: ReactorPart) {
  const { snapshot, tank } = useTank();
  const { units, zone } = snapshot.settings;
  const now = useNow();
  const commit = useCommitOnce();
  const input = dialInQuestion(snapshot, tank, now, question, tried);
  const result = input && attempt(() => reactorDialIn.run(input));
  const values = result?.outcome?.values;
  const { running } = reactorSetting(snapshot, tank, now);
  const history = snapshot.entries
    .filter(
      ({ kind, tankId }) =>
        tankId === tank.id && (kind === 'reactor' || kind === 'effluent-test' || kind === 'reactor-filled'),
    )
    .slice(-SHOWN)
    .toReversed();
  const change = () => {
    if (!running || !values) return;
    const mlPerMin = values.toMlPerMin === undefined ? running.mlPerMin : Math.round(values.toMlPerMin * 10) / 10;
    const chamberPh = values.toChamberPh === undefined ? running.chamberPh : Math.round(values.toChamberPh * 100) / 100;
    void commit({
      label:
        values.toMlPerMin === undefined
          ? `Chamber set to pH ${showText(quantity('ph', chamberPh ?? 0), units)}`
          : `Reactor set to ${showText(quantity('flow', mlPerMin), units)}`,
      put: {
        entries: [
          {
            id: nanoid(),
            tankId: tank.id,
            at: now,
            kind: 'reactor',
            mlPerMin,
            effluentAlkalinity: running.effluentAlkalinity,
            ...(chamberPh !== undefined && { chamberPh }),
          },
        ],
      },
    });
  };
  return (
    <>
      <Worked
        result={result}
        otherwise="Test the tank’s alkalinity twice, a few days apart, and log what you dose: a reactor is dialled in to what the tank consumes."
        next={<NextStep bench="log" words="Log a test" />}
        actions={
          values?.stage === 'change one thing' ? (
            <Button look="main" onClick={change}>
              That is done: log it
            </Button>
          ) : undefined
        }
      >
        {history.length > 0 && (
          <section aria-label="Settings and tests" className="mt-5 max-w-4xl">
            <h2 className="font-semibold">Settings and tests</h2>
            <ul>
              {history.map((entry) => (
                <li key={entry.id} className="flex flex-wrap justify-between gap-x-4 border-t border-line py-1.5">
                  <span>{describeEntry(entry, snapshot)}</span>
                  <span className="text-soft">{whenText(entry.at, now, zone)}</span>
                </li>
              ))}
            </ul>
          </section>
        )}
      </Worked>
      <MeasureReactor />
    </>
  );
}
