'use client';

import { memo, useMemo } from 'react';
import { Area, Line, ReferenceLine } from 'recharts';
import { tableCsv } from '@/record/table-csv';
import { CYCLE_LINES, type BandPoint, type CycleLine } from '@/chemistry/cycle/expected-course';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { preferredUnit, quantity, showText } from '@/quantities/quantity';
import { axisFor } from '@/interface/charts/axis';
import { daysAxis, levelAxis } from '@/interface/charts/days-axis';
import { ChartFrame } from '@/interface/charts/chart-frame';
import { Plot, STILL, STILL_RANGE, wordsAt } from '@/interface/charts/plot';
import { saveFile } from '@/interface/storage/save';
import { dayText } from '@/interface/time/when';
import { useTank } from '@/interface/workspace/workspace';

export interface CycleTest {
  readonly at: number;
  readonly ammonia?: number | undefined;
  readonly nitrite?: number | undefined;
  readonly nitrate?: number | undefined;
}

interface Props {
  readonly startedAt: number;
  readonly lines: Readonly<Record<CycleLine, readonly BandPoint[]>>;
  readonly tests?: readonly CycleTest[];
  readonly now?: number;
  /** When it will probably be through. */
  readonly endsFrom?: number | undefined;
  readonly endsBy?: number | undefined;
  /** The last day drawn; all there is when left out. */
  readonly until?: number | undefined;
  readonly name: string;
}

const LOOK = {
  ammonia: { stroke: 'var(--rust)', dash: '', wash: 'var(--rust)', mark: 'circle' },
  nitrite: { stroke: 'var(--dusk)', dash: '7 3', wash: 'var(--dusk)', mark: 'square' },
  nitrate: { stroke: 'var(--kelp)', dash: '2 3', wash: 'var(--kelp)', mark: 'triangle' },
} as const;

type Row = Readonly<Record<string, number | [number, number]>>;

const NO_TESTS: readonly CycleTest[] = [];

/** Two humps and a rising line, each with the range it lies in: 95 % of a tank that was tested, eight in ten of those begun so; tests as marks, and now. */
export const CycleChart = memo(function CycleChart({
  startedAt,
  lines,
  tests = NO_TESTS,
  now,
  endsFrom,
  endsBy,
  until = Infinity,
  name,
}: Props) {
  const { snapshot } = useTank();
  const { units, zone } = snapshot.settings;
  const unitOf = (line: CycleLine) => preferredUnit(line, units);
  const rows = useMemo(() => {
    const byDay = new Map<number, Record<string, number | [number, number]>>();
    const at = (moment: number) => {
      const days = Number(((moment - startedAt) / DAY_MS).toFixed(3));
      const row = byDay.get(days) ?? { days };
      byDay.set(days, row);
      return row;
    };
    for (const line of CYCLE_LINES) {
      const { fromCanonical } = preferredUnit(line, units);
      for (const { at: moment, low, middle, high } of lines[line]) {
        if (moment > until) continue;
        const row = at(moment);
        row[line] = fromCanonical(middle);
        row[`${line}Band`] = [fromCanonical(low), fromCanonical(high)];
      }
      for (const test of tests) {
        const value = test[line];
        if (value !== undefined) at(test.at)[`${line}Test`] = fromCanonical(value);
      }
    }
    return [...byDay.values()].toSorted((a, b) => Number(a.days) - Number(b.days));
  }, [lines, tests, startedAt, until, units]);
  const levels = rows.flatMap((row) =>
    CYCLE_LINES.flatMap((line) => {
      const band = row[`${line}Band`];
      return [row[`${line}Test`], ...(Array.isArray(band) ? [band[1]] : [])].filter((v) => typeof v === 'number');
    }),
  );
  const [, high, ticks] = axisFor(0, Math.max(1, ...levels));
  const last = Number(rows.at(-1)?.days ?? 1);
  const told = (line: CycleLine, value: number) => showText(quantity(line, unitOf(line).toCanonical(value)), units);
  const sameUnit = new Set(CYCLE_LINES.map((line) => unitOf(line).symbol)).size === 1;
  const saveCsv = () =>
    saveFile(
      `${name}.csv`,
      'text/csv',
      tableCsv(
        rows.map((row) => ({
          day: row.days,
          ...Object.fromEntries(
            CYCLE_LINES.flatMap((line) => [
              [`${line}, ${unitOf(line).symbol}`, row[line] ?? ''],
              [`${line} tested`, row[`${line}Test`] ?? ''],
            ]),
          ),
        })),
      ),
    );
  const dayOf = (moment: number) => (moment - startedAt) / DAY_MS;
  const tip = (row: Row) => (
    <>
      day {Number(Number(row.days).toFixed(1))}, {dayText(startedAt + Number(row.days) * DAY_MS, zone)}
      {CYCLE_LINES.map((line) => (
        <span key={line} className="block">
          {line}: {cell(row, line, told)}
        </span>
      ))}
    </>
  );
  return (
    <ChartFrame
      label="Ammonia, nitrite and nitrate over the cycle"
      caption={
        <>
          <span className="font-semibold">The cycle</span>
          <span className="text-sm text-soft">{sameUnit ? 'mg/L' : 'each in its kit’s unit'}, days from its start</span>
        </>
      }
      name="the cycle"
      fileName={name}
      onCsv={saveCsv}
      table={{
        columns: ['Day', ...CYCLE_LINES],
        rows: rows.map((row) => ({
          key: String(row.days),
          cells: [
            `${Number(Number(row.days).toFixed(1))} (${dayText(startedAt + Number(row.days) * DAY_MS, zone)})`,
            ...CYCLE_LINES.map((line) => cell(row, line, told)),
          ],
        })),
      }}
    >
      {(width) => (
        <Plot
          width={width}
          height={width < 480 ? 240 : 290}
          data={rows}
          top={20}
          across={daysAxis(width, last)}
          up={levelAxis(0, high, ticks, 40)}
          tip={tip}
        >
          {CYCLE_LINES.map((line) => (
            <Area
              key={`${line}-band`}
              dataKey={`${line}Band`}
              fill={LOOK[line].wash}
              fillOpacity={0.13}
              {...STILL_RANGE}
            />
          ))}
          {CYCLE_LINES.map((line) => (
            <Line
              key={line}
              dataKey={line}
              stroke={LOOK[line].stroke}
              strokeWidth={2.2}
              strokeDasharray={LOOK[line].dash}
              {...STILL}
              label={lineName(line, rows, LOOK[line].stroke)}
            />
          ))}
          {(tests.length > 0 ? CYCLE_LINES : []).map((line) => (
            <Line
              key={`${line}-tests`}
              dataKey={`${line}Test`}
              stroke="none"
              isAnimationActive={false}
              activeDot={false}
              dot={testMark(line)}
            />
          ))}
          {endsFrom !== undefined && (
            <ReferenceLine
              x={dayOf(endsFrom)}
              stroke="var(--glass)"
              strokeWidth={1.4}
              strokeDasharray="2 3"
              ifOverflow="hidden"
              label={{
                value: endsBy === undefined ? 'through, at the soonest' : 'through',
                position: 'insideTopLeft',
                fill: 'var(--glass)',
                fontSize: 12,
              }}
            />
          )}
          {endsBy !== undefined && (
            <ReferenceLine
              x={dayOf(endsBy)}
              stroke="var(--glass)"
              strokeWidth={1.4}
              strokeDasharray="2 3"
              ifOverflow="hidden"
            />
          )}
          {now !== undefined && (
            <ReferenceLine
              x={dayOf(now)}
              stroke="var(--ink)"
              strokeWidth={1.2}
              ifOverflow="hidden"
              label={{ value: 'now', position: 'top', fill: 'var(--ink)', fontSize: 12 }}
            />
          )}
        </Plot>
      )}
    </ChartFrame>
  );
});

function cell(row: Row, line: CycleLine, told: (line: CycleLine, value: number) => string): string {
  const [expected, tested] = [row[line], row[`${line}Test`]];
  return [
    ...(typeof expected === 'number' ? [told(line, expected)] : []),
    ...(typeof tested === 'number' ? [`tested ${told(line, tested)}`] : []),
  ].join(', ');
}

/** A line's name over its highest point. */
function lineName(line: CycleLine, rows: readonly Row[], fill: string) {
  let top = 0;
  rows.forEach((row, i) => {
    if (Number(row[line] ?? -1) > Number(rows[top]?.[line] ?? -1)) top = i;
  });
  const anchor = top < rows.length * 0.12 ? 'start' : top > rows.length * 0.8 ? 'end' : 'middle';
  return wordsAt(top, line, fill, { anchor, bold: true });
}

/** Circle, square and triangle, so that the three are told apart without hue. */
function testMark(line: CycleLine) {
  const { stroke } = LOOK[line];
  return function TestMark({
    cx,
    cy,
    value,
    index,
  }: {
    readonly cx?: number | undefined;
    readonly cy?: number | undefined;
    readonly value?: unknown;
    readonly index?: number | undefined;
  }) {
    if (cx === undefined || cy === undefined || value === undefined || value === null) return <g key={index} />;
    const common = { key: index, fill: 'var(--sheet)', stroke, strokeWidth: 1.6 };
    if (line === 'ammonia') return <circle {...common} key={index} cx={cx} cy={cy} r={3.4} />;
    if (line === 'nitrite') return <rect {...common} key={index} x={cx - 3} y={cy - 3} width={6} height={6} />;
    return <path {...common} key={index} d={`M${cx} ${cy - 4} L${cx + 4} ${cy + 3} H${cx - 4} Z`} />;
  };
}
