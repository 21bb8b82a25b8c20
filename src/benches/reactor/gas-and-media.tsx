'use client';

import type { ReactorUseValues } from '@/calculators/reactor/reactor-use-input';
import { reactorOutput } from '@/calculators/reactor/reactor-output';
import { attempt } from '@/calculators/calculator/attempt';
import { quantity, showText } from '@/quantities/quantity';
import { Worked } from '@/interface/answer/worked';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { NextStep } from '@/interface/answer/next-step';
import { reactorQuestion } from '@/derived/reactor/reactor-question';
import { reactorSetting } from '@/derived/reactor/reactor-setting';
import { reactorUseNow } from '@/derived/reactor/reactor-use-question';
import { MeasureReactor } from './measure-reactor';
import { PhLadder } from './ph-ladder';
import type { ReactorPart } from './reactor-part';
import { ReactorBuilt } from './reactor-built';

/** Grams and bubbles, until when they last, and what the excess CO2 does to the tank's pH. */
export function GasAndMedia({ question, tried }: ReactorPart) {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const { running } = reactorSetting(snapshot, tank, now);
  // As it runs, or as it is tried; a reactor on paper runs as it would have to.
  const needed =
    tried.flow === undefined && !running
      ? attempt(() => {
          const input = reactorQuestion(snapshot, tank, now, question, tried, 'flow');
          return { mlPerMin: input && reactorOutput.run(input).values.mlPerMin };
        }).outcome?.mlPerMin
      : undefined;
  const { outcome, refusal } = attempt(() => reactorUseNow(snapshot, tank, now, question, tried, tried.flow ?? needed));
  const result = outcome ? { outcome } : refusal && { refusal };
  const values = outcome?.values;
  return (
    <>
      <Worked
        result={result}
        otherwise="Enter the effluent’s alkalinity under Output, tested or as you think of running it: gas and media follow from it."
        next={<NextStep bench="reactor" words="Enter the effluent" />}
      >
        {values && (
          <div className="mt-5 grid max-w-5xl gap-8 lg:grid-cols-2">
            <PhLadder ph={values.ph} />
            <Stores values={values} />
          </div>
        )}
      </Worked>
      <MeasureReactor />
      <ReactorBuilt />
    </>
  );
}

/** What is used a day and how often it is filled. */
function Stores({ values }: { readonly values: ReactorUseValues }) {
  const {
    snapshot: {
      settings: { units },
    },
  } = useTank();
  const mass = (grams: number) => showText(quantity('mass', grams), units);
  const often = (perYear: number) => `${perYear < 9.5 ? perYear.toFixed(1) : Math.round(perYear)} times a year`;
  const rows: readonly (readonly [string, string, string])[] = [
    ['Media', mass(values.mediaGPerDay), values.media ? often(values.media.perYear) : 'say a full charge below'],
    [
      'CO₂ bound',
      mass(values.co2LeastGPerDay),
      `of ${mass(values.co2GPerDay)} used: ${Math.round((values.co2LeastGPerDay / values.co2GPerDay) * 100)} %`,
    ],
    [
      'CO₂ used',
      mass(values.co2GPerDay),
      values.cylinder ? often(values.cylinder.perYear) : 'say a full cylinder below',
    ],
    [
      'Bubbles',
      values.bubblesNeeded === undefined ? 'not calibrated' : `${Math.round(values.bubblesNeeded)} a minute`,
      values.co2ByBubblesG === undefined ? '' : `counted supply ${mass(values.co2ByBubblesG)}`,
    ],
    ['Magnesium', mass(values.magnesiumMgPerDay / 1000), 'from the media'],
    ['Strontium', mass(values.strontiumMgPerDay / 1000), 'from the media'],
  ];
  return (
    <table className="w-full self-start text-[0.95rem]">
      <caption className="pb-1 text-left font-semibold">A day</caption>
      <tbody>
        {rows.map(([what, amount, about]) => (
          <tr key={what} className="border-t border-line">
            <th scope="row" className="py-1.5 pr-3 text-left font-normal">
              {what}
            </th>
            <td className="pr-3 font-semibold">{amount}</td>
            <td className="text-sm text-soft">{about}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
