'use client';

import { useMemo } from 'react';
import { Line, ReferenceLine } from 'recharts';
import { tableCsv } from '@/record/table-csv';
import { preferredUnit, quantity, showText } from '@/quantities/quantity';
import type { QuantityKind } from '@/quantities/kinds';
import { capitalised } from '@/calculators/calculator/words';
import { useUnits } from '../workspace/workspace';
import { axisFor } from './axis';
import { labelPoints } from './label-points';
import { daysAxis, levelAxis } from './days-axis';
import { ChartFrame } from './chart-frame';
import { Plot, STILL, wordsAt } from './plot';
import { saveFile } from '../storage/save';

export interface CourseLine {
  /** Set beside its end, so that no legend is needed. */
  readonly label: string;
  /** In the kind's canonical unit; days from now. */
  readonly points: readonly { readonly days: number; readonly value: number }[];
}

interface Props {
  /** What is drawn, such as "alkalinity". */
  readonly name: string;
  readonly kind: QuantityKind;
  readonly lines: readonly CourseLine[];
  readonly band?: readonly [number, number] | undefined;
  readonly height?: number;
  /** What time is counted in along the foot; days when left out. */
  readonly time?: keyof typeof DAYS_OF;
  /** Where something turns on the way. */
  readonly turns?: readonly { readonly days: number; readonly words: string }[];
  /** What the time along the foot is counted from; "from now" when left out. */
  readonly since?: string;
  /** What the picture is called, where its name alone would not tell it from another. */
  readonly title?: string;
}

const DAYS_OF = { days: 1, hours: 1 / 24, minutes: 1 / 1440 } as const;
const ONE_OF = { days: 'day', hours: 'hour', minutes: 'minute' } as const;
const NO_TURNS: NonNullable<Props['turns']> = [];

/** Each line has its own stroke, so that they are told apart without hue. */
const STROKES = [
  { stroke: 'var(--glass)', strokeWidth: 2.2 },
  { stroke: 'var(--dusk)', strokeWidth: 2, strokeDasharray: '6 3' },
  { stroke: 'var(--kelp)', strokeWidth: 2, strokeDasharray: '2 3' },
  { stroke: 'var(--rust)', strokeWidth: 2, strokeDasharray: '8 3 2 3' },
] as const;

/** Where a level goes over the days to come, once for each way of doing it. */
export function CourseChart({
  name,
  kind,
  lines,
  band,
  height = 210,
  time = 'days',
  turns = NO_TURNS,
  since = 'from now',
  title = name,
}: Props) {
  const each = DAYS_OF[time];
  const units = useUnits();
  const unit = preferredUnit(kind, units);
  const points = useMemo(() => {
    const byDay = new Map<number, Record<string, number>>();
    lines.forEach(({ points: own }, i) => {
      for (const { days, value } of own) {
        const at = days / each;
        const row = byDay.get(at) ?? { days: at };
        row[`line${i}`] = unit.fromCanonical(value);
        byDay.set(at, row);
      }
    });
    return [...byDay.values()].toSorted((a, b) => (a.days ?? 0) - (b.days ?? 0));
  }, [lines, unit, each]);
  const labelled = useMemo(() => labelPoints(points, lines.length), [points, lines.length]);
  const levels = [
    ...(band?.map((edge) => unit.fromCanonical(edge)) ?? []),
    ...lines.flatMap(({ points: own }) => own.map(({ value }) => unit.fromCanonical(value))),
  ];
  if (points.length === 0) return null;
  const [low, high, ticks] = axisFor(Math.min(...levels), Math.max(...levels));
  const last = points.at(-1)?.days ?? 1;
  const told = (value: number) => showText(quantity(kind, unit.toCanonical(value)), units);
  const saveCsv = () => {
    const rows = points.map((row) =>
      Object.fromEntries([
        [time, Number((row.days ?? 0).toFixed(4))],
        ...lines.map(({ label }, i) => [`${label}, ${unit.symbol}`.trim(), row[`line${i}`] ?? '']),
      ]),
    );
    saveFile(`${title.replaceAll(/[^a-z0-9]+/gi, '-')}-course.csv`, 'text/csv', tableCsv(rows));
  };
  const tip = (row: Record<string, number>) => (
    <>
      {ONE_OF[time]} {Number((row.days ?? 0).toFixed(1))}
      {lines.map(({ label }, i) => {
        const value = row[`line${i}`];
        return value === undefined ? null : (
          <span key={label} className="block">
            {label}: {told(value)}
          </span>
        );
      })}
    </>
  );
  return (
    <ChartFrame
      label={`${title} over the ${time} to come`}
      caption={
        <>
          <span className="font-semibold">{capitalised(title)}</span>
          <span className="text-sm text-soft">{[unit.symbol, `${time} ${since}`].filter(Boolean).join(', ')}</span>
        </>
      }
      name={title}
      fileName={`${title}-course`}
      onCsv={saveCsv}
      table={{
        columns: [capitalised(ONE_OF[time]), ...lines.map(({ label }) => label)],
        rows: points.map((row) => ({
          key: row.days ?? 0,
          cells: [
            Number((row.days ?? 0).toFixed(1)),
            ...lines.map((_, i) => (row[`line${i}`] === undefined ? '' : told(row[`line${i}`] ?? 0))),
          ],
        })),
      }}
    >
      {(width) => (
        <Plot
          width={width}
          height={height}
          data={points}
          top={18}
          band={band && [unit.fromCanonical(band[0]), unit.fromCanonical(band[1])]}
          across={daysAxis(width, last)}
          up={levelAxis(low, high, ticks, 46)}
          tip={tip}
        >
          <ReferenceLine x={0} stroke="var(--ink)" strokeWidth={1.2} ifOverflow="hidden" />
          {turns.map(({ days, words }, i) => (
            <ReferenceLine
              key={words}
              x={days / each}
              stroke="var(--rust)"
              strokeWidth={1.4}
              strokeDasharray="3 3"
              ifOverflow="hidden"
              label={{
                value: words,
                // Every other one at the foot, so that two near each other can both be read.
                position: `inside${i % 2 === 0 ? 'Top' : 'Bottom'}${days / each > last * 0.6 ? 'Right' : 'Left'}`,
                fill: 'var(--rust)',
                fontSize: 12,
              }}
            />
          ))}
          {lines.map(({ label }, i) => (
            <Line
              key={label}
              dataKey={`line${i}`}
              {...STROKES[i % STROKES.length]}
              {...STILL}
              label={
                lines.length > 1 ? wordsAt(labelled[i] ?? -1, label, STROKES[i % STROKES.length]?.stroke ?? '') : false
              }
            />
          ))}
        </Plot>
      )}
    </ChartFrame>
  );
}
