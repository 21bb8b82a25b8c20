'use client';

import { reactorSize } from '@/calculators/reactor/reactor-size';
import { attempt } from '@/calculators/calculator/attempt';
import { quantity, showText } from '@/quantities/quantity';
import { Worked } from '@/interface/answer/worked';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { usePrices, YourPrices } from '@/interface/parts/your-prices';
import { NextStep } from '@/interface/answer/next-step';
import { reactorSizeQuestion } from '@/derived/reactor/reactor-size-question';
import type { ReactorPart } from './reactor-part';
import { ReactorBuilt } from './reactor-built';

/** Chamber and feed for the demand now and in two years, and the month in which it pays against two-part. */
export function SizeAndPrice({ question, tried }: ReactorPart) {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const [prices, setPrices] = usePrices();
  const input = reactorSizeQuestion(snapshot, tank, now, question, tried, prices);
  const result = input && attempt(() => reactorSize.run(input));
  const values = result?.outcome?.values;
  return (
    <>
      <Worked
        result={result}
        otherwise="Enter the effluent’s alkalinity under Output, tested or as you think of running it: the size follows from it."
        next={<NextStep bench="reactor" words="Enter the effluent" />}
      >
        {values && input && (
          <SizeScale
            chamberL={input.chamberL === undefined ? undefined : Number(input.chamberL)}
            now={values.chamberLNow}
            later={values.chamberLLater}
          />
        )}
        <YourPrices prices={prices} onChange={setPrices} />
      </Worked>
      <ReactorBuilt />
    </>
  );
}

const LEFT = 8;
const WIDTH = 560;

/** The chamber named against what suits now and in two years. */
function SizeScale({
  chamberL,
  now,
  later,
}: {
  readonly chamberL: number | undefined;
  readonly now: number;
  readonly later: number;
}) {
  const {
    snapshot: {
      settings: { units },
    },
  } = useTank();
  const most = Math.max(later * 3.4, (chamberL ?? 0) * 1.1, now * 2);
  const x = (litres: number) => LEFT + ((WIDTH - LEFT - 12) * litres) / most;
  const text = (litres: number) => showText(quantity('volume', litres), units);
  return (
    <figure className="mt-5 max-w-3xl">
      <figcaption className="font-semibold">Chamber</figcaption>
      <svg
        viewBox={`0 0 ${WIDTH} 104`}
        className="w-full"
        role="img"
        aria-label={`${text(now)} suits now, ${text(later)} in two years, from ${text(later * 3)} on it is too large${chamberL === undefined ? '' : `; yours is ${text(chamberL)}`}.`}
      >
        <rect x={x(0)} y="40" width={x(most) - x(0)} height="20" fill="var(--sheet)" stroke="var(--line)" />
        <rect x={x(now * 0.8)} y="40" width={x(later * 3) - x(now * 0.8)} height="20" fill="var(--band)" />
        <line x1={x(now)} x2={x(now)} y1="34" y2="66" stroke="var(--ink)" strokeWidth="2" />
        <line x1={x(later)} x2={x(later)} y1="34" y2="66" stroke="var(--ink)" strokeWidth="2" strokeDasharray="4 3" />
        <g fontSize="13" fill="var(--ink)">
          <text x={x(now)} y="84" textAnchor={x(now) < 60 ? 'start' : 'middle'}>
            now {text(now)}
          </text>
          {x(later) - x(now) > 110 ? (
            <text x={x(later)} y="84" textAnchor="middle">
              in two years {text(later)}
            </text>
          ) : (
            <text x={x(now)} y="100" textAnchor={x(now) < 60 ? 'start' : 'middle'}>
              in two years {text(later)}
            </text>
          )}
          <text x={x(later * 3)} y="84" textAnchor="middle" fill="var(--rust)">
            too large from {text(later * 3)}
          </text>
        </g>
        {chamberL !== undefined && (
          <g>
            <path d={`M${x(chamberL)} 38 l-7 -10 h14 Z`} fill="var(--glass)" />
            <text
              x={x(chamberL)}
              y="22"
              fontSize="14"
              fontWeight="650"
              fill="var(--glass)"
              textAnchor={x(chamberL) > WIDTH - 60 ? 'end' : 'middle'}
            >
              yours {text(chamberL)}
            </text>
          </g>
        )}
      </svg>
    </figure>
  );
}
