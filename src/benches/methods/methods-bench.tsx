'use client';

import { methodsCompared } from '@/calculators/methods/methods-compared';
import type { Method } from '@/calculators/methods/methods';
import { attempt } from '@/calculators/calculator/attempt';
import { Bench } from '@/interface/answer/bench';
import { quantity, showText } from '@/quantities/quantity';
import { useWidth } from '@/interface/controls/use-width';
import { Worked } from '@/interface/answer/worked';
import { usePrices, YourPrices } from '@/interface/parts/your-prices';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { NextStep } from '@/interface/answer/next-step';
import { methodsQuestion } from '@/derived/methods/methods-question';

const PH_WORDS: Record<Method['ph'], string> = { lifts: 'lifts', none: 'none', lowers: 'lowers' };

/** The schools for this tank: what each supports now and as it grows, what it costs and brings with it. */
export function MethodsBench() {
  return (
    <Bench>
      <Methods />
    </Bench>
  );
}

function Methods() {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const [prices, setPrices] = usePrices();
  const question = methodsQuestion(snapshot, tank, now, { ...snapshot.settings.prices, ...prices });
  const result = question && attempt(() => methodsCompared.run(question));
  const methods = result?.outcome?.values.methods ?? [];
  return (
    <Worked
      result={result}
      otherwise="Test alkalinity twice, a few days apart, and log what you dose: methods are compared by what the tank consumes."
      next={<NextStep bench="log" words="Log a test" />}
    >
      {methods.length > 0 && question && (
        <>
          <HeadRoom
            methods={methods}
            consumption={Number(question.consumption)}
            growth={question.growthPerMonth ?? 0}
          />
          <Comparison methods={methods} />
        </>
      )}
      {question && <YourPrices prices={prices} onChange={setPrices} />}
    </Worked>
  );
}

const YEARS_AHEAD = 2;
const ROW = 34;

/** What each method can support, against consumption now and as it grows over two years. */
function HeadRoom({
  methods,
  consumption,
  growth,
}: {
  readonly methods: readonly Method[];
  readonly consumption: number;
  readonly growth: number;
}) {
  const {
    snapshot: {
      settings: { units },
    },
  } = useTank();
  const [ref, width] = useWidth(600);
  const later = consumption * (1 + Math.max(0, growth)) ** (12 * YEARS_AHEAD);
  const most = Math.max(later, consumption) * 1.6;
  const left = Math.min(200, width * 0.42);
  const x = (rate: number) => left + ((width - left - 12) * Math.min(rate, most)) / most;
  const rate = (amount: number) => showText(quantity('alkalinityRate', amount), units);
  const height = 26 + ROW * methods.length;
  return (
    <div ref={ref} className="mt-5 max-w-4xl">
      <svg
        width={width}
        height={height}
        role="img"
        aria-label={`Consumption is ${rate(consumption)}${growth > 0 ? ` and would be ${rate(later)} in two years` : ''}. ${methods
          .map(({ name, capacity }) => `${name}: ${capacity === undefined ? 'no ceiling' : rate(capacity)}`)
          .join('. ')}.`}
      >
        <rect
          x={x(consumption)}
          y={18}
          width={Math.max(2, x(later) - x(consumption))}
          height={height - 18}
          fill="var(--band)"
        />
        <line x1={x(consumption)} x2={x(consumption)} y1={16} y2={height} stroke="var(--ink)" strokeWidth={1.5} />
        <text x={x(consumption)} y={12} fontSize={12} fill="var(--ink)" textAnchor="middle">
          consumed now
        </text>
        {growth > 0 && x(later) - x(consumption) > 90 && (
          <text x={x(later)} y={12} fontSize={12} fill="var(--soft)" textAnchor="middle">
            in two years
          </text>
        )}
        {methods.map(({ id, name, capacity }, i) => (
          <g key={id} transform={`translate(0 ${22 + i * ROW})`}>
            <foreignObject x={0} y={0} width={left - 8} height={ROW}>
              <p className="flex h-full items-center text-sm leading-tight">{name}</p>
            </foreignObject>
            <rect
              x={left}
              y={10}
              width={Math.max(1, x(capacity ?? most) - left)}
              height={ROW - 20}
              fill={capacity !== undefined && capacity < consumption ? 'none' : 'var(--glass-wash)'}
              stroke="var(--glass)"
              strokeDasharray={capacity !== undefined && capacity < consumption ? '4 3' : undefined}
            />
            {capacity === undefined && (
              <text x={width - 16} y={ROW / 2 + 4} fontSize={12} fill="var(--soft)" textAnchor="end">
                no ceiling
              </text>
            )}
          </g>
        ))}
      </svg>
    </div>
  );
}

function Comparison({ methods }: { readonly methods: readonly Method[] }) {
  const {
    snapshot: {
      settings: { units },
    },
  } = useTank();
  const money = (amount: number | undefined) =>
    amount === undefined ? 'no price' : showText(quantity('money', amount), units);
  const outgrown = ({ capacity, outgrownInMonths }: Method) =>
    capacity === undefined || outgrownInMonths === undefined
      ? 'not in sight'
      : outgrownInMonths === 0
        ? 'too little now'
        : outgrownInMonths < 1.5
          ? 'in a month'
          : `in ${Math.round(outgrownInMonths)} months`;
  return (
    <div tabIndex={0} role="region" aria-label="Methods, side by side" className="mt-4 max-w-5xl overflow-x-auto">
      <table className="w-full min-w-[40rem] text-sm">
        <thead>
          <tr className="text-left text-soft">
            {['Method', 'Supports', 'Outgrown', 'Cost a year', 'Salt a month', 'pH', 'Work a week'].map((head) => (
              <th key={head} className="py-1 pr-3 font-normal">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {methods.map((method) => (
            <tr key={method.id} className="border-t border-line">
              <td className="py-1.5 pr-3 font-semibold">{method.name}</td>
              <td className="pr-3">
                {method.capacity === undefined
                  ? 'no ceiling'
                  : showText(quantity('alkalinityRate', method.capacity), units)}
              </td>
              <td className="pr-3">{outgrown(method)}</td>
              <td className="pr-3">{money(method.costAYear)}</td>
              <td className="pr-3">
                {method.creepPptPerMonth < 0.005 ? 'none' : `+${method.creepPptPerMonth.toFixed(2)} ppt`}
              </td>
              <td className="pr-3">{PH_WORDS[method.ph]}</td>
              <td className="pr-3">about {method.minutesAWeek} min</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
