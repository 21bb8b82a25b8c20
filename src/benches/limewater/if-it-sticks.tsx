'use client';

import { AMOUNTS } from '@/calculators/calculator/amounts';
import { precipitation } from '@/calculators/carbonate/danger';
import { limewaterStuck } from '@/calculators/limewater/limewater-stuck';
import { attempt } from '@/calculators/calculator/attempt';
import { quantity, showText } from '@/quantities/quantity';
import { Figures } from '@/interface/answer/bench';
import { CourseChart } from '@/interface/charts/pictures';
import { useKeptState } from '@/interface/storage/kept-draft';
import { QuantityField } from '@/interface/fields/quantity-field';
import { Worked } from '@/interface/answer/worked';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { NextStep } from '@/interface/answer/next-step';
import { limewaterMadeOf, limewaterPumpLPerH, limewaterStuckQuestion } from '@/derived/limewater/limewater-question';

const HIGHEST_PH = { field: 'highest pH put up with', kind: 'ph', low: 8.2, high: 9.5 } as const;

/** A longer accident is drawn in days. */
const LONG_HOURS = 72;

/** The accident over its hours, part of the vessel and all of it, and the largest vessel that is survivable. */
export function IfItSticks() {
  const { snapshot, tank } = useTank();
  const { units } = snapshot.settings;
  const now = useNow();
  const [canRun, setCanRun] = useKeptState<number | null>('limewater can run', null);
  const [highestPh, setHighestPh] = useKeptState<number | null>('limewater highest pH', null);
  const question = limewaterStuckQuestion(snapshot, tank, now, {
    canRunL: canRun ?? undefined,
    highestPh: highestPh ?? undefined,
  });
  const result = question && attempt(() => limewaterStuck.run(question));
  const values = result?.outcome?.values;
  const stirrer = limewaterMadeOf(snapshot, tank, now).vessel === 'stirrer';
  const pump = limewaterPumpLPerH(snapshot, tank, now);
  const time = (values?.course.at(-1)?.hours ?? 0) > LONG_HOURS ? 'days' : 'hours';
  const text = (kind: Parameters<typeof quantity>[0], amount: number) => showText(quantity(kind, amount), units);
  return (
    <Worked
      result={result}
      otherwise="Say what the limewater’s vessel holds, under How much."
      next={<NextStep bench="limewater" words="Describe the vessel" />}
    >
      {values && (
        <>
          <div className="mt-5 grid max-w-5xl gap-x-8 gap-y-4 lg:grid-cols-2">
            {values.course.length > 0 ? (
              <>
                <CourseChart
                  name="pH"
                  title="pH as the pump gives it"
                  kind="ph"
                  time={time}
                  height={210}
                  band={[7.8, values.highestPh]}
                  lines={[
                    {
                      label: 'open to air',
                      points: values.course.flatMap(({ hours, phNbs }) =>
                        phNbs === undefined ? [] : [{ days: hours / 24, value: phNbs }],
                      ),
                    },
                    {
                      label: 'no air comes in',
                      points: values.shut.flatMap(({ hours, phNbs }) =>
                        phNbs === undefined ? [] : [{ days: hours / 24, value: phNbs }],
                      ),
                    },
                  ]}
                  turns={
                    values.hoursToDanger === undefined
                      ? []
                      : [{ days: values.hoursToDanger / 24, words: `above ${text('ph', values.highestPh)}` }]
                  }
                />
                <CourseChart
                  name="salinity"
                  title="salinity meanwhile"
                  kind="salinity"
                  time={time}
                  height={210}
                  lines={[
                    {
                      label: 'salinity',
                      points: values.course.map(({ hours, salinity }) => ({ days: hours / 24, value: salinity })),
                    },
                  ]}
                />
              </>
            ) : (
              <p className="text-soft">
                {pump === undefined
                  ? 'Say what its pump gives, under How much, or measure it: then the hours are drawn.'
                  : 'A pump that gives nothing cannot stick on.'}
              </p>
            )}
          </div>
          <div tabIndex={0} role="region" aria-label="So much of it at once" className="mt-4 max-w-4xl overflow-x-auto">
            <table className="w-full min-w-[34rem] text-sm">
              <caption className="sr-only">So much of it at once, before anything falls out</caption>
              <thead>
                <tr className="text-left text-soft">
                  {['Runs in', 'pH', 'Aragonite saturation', 'Salinity', 'What happens'].map((head) => (
                    <th key={head} scope="col" className="py-1 pr-3 font-normal">
                      {head}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {values.steps.map(({ share, litres, phNbs, aragonite, salinity }) => (
                  <tr key={share} className="border-t border-line">
                    <th scope="row" className="py-1.5 pr-3 text-left font-normal">
                      {share === 1 ? 'all' : share === 0.5 ? 'half' : 'a quarter'}, {text('volume', litres)}
                    </th>
                    <td className="pr-3">{phNbs === undefined ? 'above 10' : text('ph', phNbs)}</td>
                    <td className="pr-3">{aragonite === undefined ? 'beyond' : aragonite.toFixed(1)}</td>
                    <td className="pr-3">{text('salinity', salinity)}</td>
                    <td className="pr-3">{precipitation(aragonite)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </>
      )}
      <div className="mt-6">
        <Figures title="What if">
          <QuantityField
            narrow
            label={stirrer ? 'What can run through' : 'The vessel held'}
            expected={{ ...AMOUNTS.limewaterVessel, field: 'limewater that can run in' }}
            value={canRun ?? (question ? Number(question.canRunL) : null)}
            onChange={setCanRun}
            onReset={canRun === null ? undefined : () => setCanRun(null)}
            hint={stirrer ? 'a stirrer passes on whatever feeds it: the reservoir' : 'full'}
          />
          <QuantityField
            narrow
            label="Highest pH put up with"
            expected={HIGHEST_PH}
            value={highestPh ?? values?.highestPh ?? null}
            onChange={setHighestPh}
            onReset={highestPh === null ? undefined : () => setHighestPh(null)}
          />
        </Figures>
      </div>
    </Worked>
  );
}
