'use client';

import type { Nutrient } from '@/calculators/nutrients/level-findings';
import { capitalised } from '@/calculators/calculator/words';
import type { Observation } from '@/chemistry/observation';
import type { Spread } from '@/numerics/most-likely';
import { quantity, showText } from '@/quantities/quantity';
import { tableCsv } from '@/record/table-csv';
import { ChartFrame } from '@/interface/charts/chart-frame';
import { saveFile } from '@/interface/storage/save';
import { whenText } from '@/interface/time/when';
import { useNow, useTank } from '@/interface/workspace/workspace';

type Point = Spread & { readonly at: number };
interface Props {
  readonly nutrient: Nutrient;
  readonly course: { readonly back: readonly Point[]; readonly ahead: readonly Point[] };
  readonly band: readonly [number, number];
  readonly read: readonly Observation[];
}

const HEIGHT = 270;
const TOP = 12;
const FOOT = 26;
const LEFT = 46;
const RIGHT = 12;
const DAY_MS = 86_400_000;
/** The last day is named where it has room beside “now”. */
const END_LABEL = 75;

/** The level as the balance fits it, what was read, and four weeks ahead as all goes on, with the range the words speak of. */
export function CoursePicture({ nutrient, course, band, read }: Props) {
  const {
    snapshot: {
      settings: { units, zone },
    },
  } = useTank();
  const now = useNow();
  const { back, ahead } = course;
  const [from = now, until = now] = [back[0]?.at, ahead.at(-1)?.at];
  const shown = read.filter(({ at }) => at >= from);
  const high =
    1.05 *
    Math.max(
      band[1],
      ...back.map((each) => each.high),
      ...ahead.map((each) => each.high),
      ...shown.map(({ value }) => value),
    );
  const y = (level: number) => TOP + ((HEIGHT - TOP - FOOT) * (high - Math.max(0, level))) / high;
  const end = ahead.at(-1);
  const text = (value: number) => showText(quantity(nutrient, value), units);
  const step = tickStep(high);
  const day = (at: number) => whenText(at, now, zone, 'day');
  const ranged = ({ value, low, high: most }: Point) => [value, Math.max(0, low), most];
  return (
    <ChartFrame
      label={`${capitalised(nutrient)} as it was and will be`}
      caption={
        <>
          <span className="font-semibold">{capitalised(nutrient)}, mg/L</span>
          <span className="text-sm text-soft">as fitted, and four weeks on with all as it is; 95 % range</span>
        </>
      }
      name={`${nutrient} over time`}
      fileName={`${nutrient}-balance`}
      onCsv={() =>
        saveFile(
          `${nutrient}-balance.csv`,
          'text/csv',
          tableCsv(
            [...back, ...ahead.slice(1)].map((each) => {
              const [value, low, most] = ranged(each);
              return { time: new Date(each.at).toISOString(), 'mg/L': value, 'at least': low, 'at most': most };
            }),
          ),
        )
      }
      table={{
        columns: ['Day', 'About', 'At least', 'At most'],
        rows: [...back, ...ahead.filter((_, i) => i > 0 && i % 7 === 0)].map((each) => ({
          key: each.at,
          cells: [day(each.at), ...ranged(each).map((level) => text(level ?? 0))],
        })),
      }}
    >
      {draw}
    </ChartFrame>
  );

  function draw(width: number) {
    const x = (at: number) => LEFT + ((width - LEFT - RIGHT) * (at - from)) / (until - from);
    const path = (points: readonly Point[], of: 'value' | 'low' | 'high') =>
      points.map((each, i) => `${i === 0 ? 'M' : 'L'}${x(each.at).toFixed(1)} ${y(each[of]).toFixed(1)}`).join('');
    const hull = (points: readonly Point[]) =>
      `${path(points, 'high')}${path(points.toReversed(), 'low').replace('M', 'L')}Z`;
    return (
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label={`${capitalised(nutrient)} is about ${text(back.at(-1)?.value ?? 0)} now${end ? ` and about ${text(end.value)} in four weeks, between ${text(Math.max(0, end.low))} and ${text(end.high)}` : ''}.`}
      >
        <rect
          x={LEFT}
          width={width - LEFT - RIGHT}
          y={y(band[1])}
          height={y(band[0]) - y(band[1])}
          fill="var(--kelp)"
          opacity={0.13}
        />
        {Array.from({ length: Math.floor(high / step) + 1 }, (_, i) => i * step).map((level) => (
          <g key={level}>
            <line x1={LEFT} x2={width - RIGHT} y1={y(level)} y2={y(level)} stroke="var(--line)" />
            <text x={LEFT - 6} y={y(level) + 4} fontSize={13} textAnchor="end" fill="var(--soft)">
              {Number(level.toPrecision(2))}
            </text>
          </g>
        ))}
        <path d={hull(back)} fill="var(--glass)" opacity={0.18} />
        <path d={hull(ahead)} fill="var(--dusk)" opacity={0.18} />
        <path d={path(back, 'value')} fill="none" stroke="var(--glass)" strokeWidth={2.2} />
        <path d={path(ahead, 'value')} fill="none" stroke="var(--dusk)" strokeWidth={2.2} strokeDasharray="6 4" />
        <line x1={x(now)} x2={x(now)} y1={TOP} y2={HEIGHT - FOOT} stroke="var(--soft)" strokeDasharray="2 3" />
        {shown.map(({ at, value }) => (
          <circle key={at} cx={x(at)} cy={y(value)} r={3} fill="var(--ink)" />
        ))}
        <text x={LEFT} y={HEIGHT - 6} fontSize={13} fill="var(--soft)">
          {whenText(from, now, zone, 'day')}
        </text>
        <text x={x(now)} y={HEIGHT - 6} fontSize={13} textAnchor="middle" fill="var(--soft)">
          now
        </text>
        {width - RIGHT - x(now) > END_LABEL && (
          <text x={width - RIGHT} y={HEIGHT - 6} fontSize={13} textAnchor="end" fill="var(--soft)">
            {whenText(now + 28 * DAY_MS, now, zone, 'day')}
          </text>
        )}
      </svg>
    );
  }
}

function tickStep(high: number): number {
  const rough = high / 5;
  const ten = 10 ** Math.floor(Math.log10(rough));
  return ([1, 2, 5, 10].find((each) => each * ten >= rough) ?? 10) * ten;
}
