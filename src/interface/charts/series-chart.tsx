'use client';

import Papa from 'papaparse';
import { useMemo, useRef, useState } from 'react';
import {
  Area,
  CartesianGrid,
  ComposedChart,
  ErrorBar,
  Line,
  ReferenceArea,
  ReferenceLine,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import { PARAMETERS, type ParameterId } from '@/chemistry/parameters';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { preferredUnit, quantity, showText } from '@/chemistry/units/quantity';
import { capitalised } from '@/chemistry/words';
import type { OutlookPoint } from '@/reckoning/outlook';
import type { DatedValue } from '@/reckoning/readings';
import { notify } from '../notices';
import { dayTicks } from '../tide/day-ticks';
import type { Mark } from '../tide/marks';
import { useTide } from '../tide/tide-context';
import { useWidth } from '../use-width';
import { dayText, whenText } from '../when';
import { useNow, useTank } from '../workspace';
import { saveFile, savePng, svgText } from './save';

interface Props {
  readonly parameter: ParameterId;
  readonly readings: readonly DatedValue[];
  readonly band?: readonly [number, number] | undefined;
  /** Where it is heading as things stand, with its doubt. */
  readonly ahead?: readonly OutlookPoint[];
  /** Where it would head if the answer were followed. */
  readonly planned?: readonly OutlookPoint[];
  readonly marks?: readonly Mark[];
  readonly height?: number;
  /** Words set at the end of the planned line. */
  readonly plannedWords?: string;
}

interface Point {
  readonly at: number;
  readonly value?: number | null;
  /** Down and up from the value. */
  readonly error?: readonly [number, number];
  readonly doubt?: readonly [number, number];
  readonly ahead?: number;
  readonly planned?: number;
}

/** Readings further apart than this are not joined: what lay between was not seen. */
const GAP_DAYS = 16;

/** One parameter over the tide line's stretch: readings with the test's error, the target band, and what is expected. */
export function SeriesChart({
  parameter,
  readings,
  band,
  ahead = [],
  planned = [],
  marks = [],
  height = 168,
  plannedWords,
}: Props) {
  const {
    book: {
      settings: { units, zone },
    },
    tank,
  } = useTank();
  const { from, to } = useTide();
  const now = useNow();
  const [ref, width] = useWidth(480);
  const frame = useRef<HTMLDivElement>(null);
  const [asTable, setAsTable] = useState(false);
  const { name, kind, testError } = PARAMETERS[parameter];
  const unit = preferredUnit(kind, units);

  const points = useMemo(() => {
    const inUnit = (canonical: number) => unit.fromCanonical(canonical);
    const merged = new Map<number, Point>();
    readings.forEach((reading, i) => {
      const before = readings[i - 1];
      if (before && reading.at - before.at > GAP_DAYS * DAY_MS)
        merged.set(reading.at - 1, { at: reading.at - 1, value: null });
      merged.set(reading.at, {
        at: reading.at,
        value: inUnit(reading.value), // A whisker outside the stretch would be drawn over the axis.
        ...(reading.at >= from && reading.at <= to
          ? {
              error: whisker(
                inUnit(reading.value),
                Math.abs(inUnit(reading.value + testError) - inUnit(reading.value)),
              ),
            }
          : {}),
      });
    });
    for (const point of ahead)
      merged.set(point.at, {
        ...merged.get(point.at),
        at: point.at,
        ahead: inUnit(point.value),
        doubt: [inUnit(point.low), inUnit(point.high)],
      });
    for (const point of planned)
      merged.set(point.at, { ...merged.get(point.at), at: point.at, planned: inUnit(point.value) });
    return [...merged.values()]
      .filter(({ at }) => at >= from - 40 * DAY_MS && at <= to + 2 * DAY_MS)
      .toSorted((a, b) => a.at - b.at);
  }, [readings, ahead, planned, from, to, unit, testError]);

  const inView = points.filter(({ at }) => at >= from && at <= to);
  const bandInUnit = band?.map((edge) => unit.fromCanonical(edge)) as [number, number] | undefined;
  const levels = [
    ...(bandInUnit ?? []),
    ...inView.flatMap((point) =>
      [point.value, point.ahead, point.planned].filter((v): v is number => typeof v === 'number'),
    ),
  ];
  const [low, high, ticks] = axisFor(Math.min(...levels), Math.max(...levels));
  const last = readings.at(-1);
  const format = (value: number) => String(Number(value.toPrecision(5)));

  const svg = () => frame.current?.querySelector<SVGSVGElement>('svg.recharts-surface') ?? undefined;
  const fileName = `${tank.name}-${parameter}`.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-');
  const rows = readings.filter(({ at }) => at >= from && at <= to);
  const saveCsv = () =>
    saveFile(
      `${fileName}.csv`,
      'text/csv',
      Papa.unparse(
        rows.map(({ at, value }) => ({
          time: new Date(at).toISOString(),
          [`${parameter} ${unit.symbol}`.trim()]: Number(unit.fromCanonical(value).toPrecision(6)),
        })),
      ),
    );

  return (
    <figure aria-label={`${name} over time`} className="min-w-0">
      <figcaption className="flex flex-wrap items-baseline gap-x-2">
        <span className="font-semibold">{capitalised(name)}</span>
        {last && (
          <span className="text-sm text-soft">
            {showText(quantity(kind, last.value), units)}, {whenText(last.at, now, zone)}
          </span>
        )}
        <span className="no-print ml-auto flex text-sm">
          <ChartButton onClick={() => setAsTable(!asTable)} label={`${name} as a ${asTable ? 'chart' : 'table'}`}>
            {asTable ? 'Chart' : 'Table'}
          </ChartButton>
          <ChartButton onClick={saveCsv} label={`Save ${name} as CSV`}>
            CSV
          </ChartButton>
          <ChartButton
            onClick={() => {
              const drawn = svg();
              if (drawn) saveFile(`${fileName}.svg`, 'image/svg+xml', svgText(drawn));
            }}
            label={`Save ${name} as SVG`}
          >
            SVG
          </ChartButton>
          <ChartButton
            onClick={() => {
              const drawn = svg();
              if (drawn)
                void savePng(`${fileName}.png`, drawn).catch(() =>
                  notify({ text: 'The picture could not be made.', trouble: true }),
                );
            }}
            label={`Save ${name} as PNG`}
          >
            PNG
          </ChartButton>
        </span>
      </figcaption>
      {asTable && (
        <div className="max-h-64 overflow-y-auto">
          <table className="w-full text-sm">
            <thead>
              <tr className="text-left text-soft">
                <th className="font-normal">When</th>
                <th className="text-right font-normal">{name}</th>
              </tr>
            </thead>
            <tbody>
              {rows.toReversed().map((row) => (
                <tr key={row.entryId} className="border-t border-line">
                  <td className="py-1">{whenText(row.at, now, zone)}</td>
                  <td className="text-right">{showText(quantity(kind, row.value), units)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <div
        ref={(element) => {
          frame.current = element;
          return ref(element);
        }}
        className={asTable ? 'sr-only' : ''}
      >
        {levels.length === 0 ? (
          <p className="py-8 text-sm text-soft">
            Nothing logged in this stretch of time. Jot it: {PARAMETERS[parameter].short} …
          </p>
        ) : (
          <ComposedChart
            width={width}
            height={height}
            data={points}
            margin={{ top: 8, right: 14, bottom: 0, left: 0 }}
            accessibilityLayer={false}
          >
            <CartesianGrid stroke="var(--line)" strokeDasharray="1 5" vertical={false} />
            {bandInUnit && (
              <ReferenceArea
                y1={bandInUnit[0]}
                y2={bandInUnit[1]}
                fill="var(--band)"
                fillOpacity={1}
                ifOverflow="hidden"
              />
            )}
            {marks
              .filter(({ kind: what }) => what !== 'refill' && what !== 'batch')
              .map((mark) => (
                <ReferenceLine
                  key={mark.entryId}
                  x={mark.at}
                  stroke="var(--edge)"
                  strokeWidth={0.8}
                  strokeDasharray={mark.kind === 'note' ? '1 3' : '4 3'}
                  ifOverflow="hidden"
                />
              ))}
            <ReferenceLine x={now} stroke="var(--ink)" strokeWidth={1.2} ifOverflow="hidden" />
            <XAxis
              dataKey="at"
              type="number"
              domain={[from, to]}
              ticks={dayTicks(from, to, zone, Math.max(2, width / 95))}
              tickFormatter={(at: number) => dayText(at, zone)}
              allowDataOverflow
              tick={{ fill: 'var(--soft)', fontSize: 12 }}
              stroke="var(--edge)"
              tickLine={false}
            />
            <YAxis
              domain={[low, high]}
              ticks={ticks}
              width={46}
              allowDataOverflow
              tick={{ fill: 'var(--soft)', fontSize: 12 }}
              stroke="none"
              tickFormatter={format}
            />
            <Area
              dataKey="doubt"
              stroke="none"
              fill="var(--dusk-wash)"
              isAnimationActive={false}
              activeDot={false}
              connectNulls
            />
            <Line
              dataKey="ahead"
              stroke="var(--dusk)"
              strokeWidth={2}
              strokeDasharray="5 4"
              dot={false}
              activeDot={false}
              isAnimationActive={false}
              connectNulls
            />
            <Line
              dataKey="planned"
              stroke="var(--glass)"
              strokeWidth={2.2}
              strokeDasharray="1.5 4"
              strokeLinecap="round"
              dot={false}
              activeDot={false}
              isAnimationActive={false}
              connectNulls
              label={plannedWords ? endLabel(plannedWords, points) : false}
            />
            <Line
              dataKey="value"
              stroke="var(--glass)"
              strokeWidth={1.6}
              dot={{ r: 2.8, fill: 'var(--glass)', stroke: 'none' }}
              isAnimationActive={false}
            >
              <ErrorBar
                dataKey="error"
                isAnimationActive={false}
                width={3}
                strokeWidth={1}
                stroke="var(--glass)"
                direction="y"
              />
            </Line>
            <Tooltip
              isAnimationActive={false}
              cursor={{ stroke: 'var(--edge)' }}
              content={({ payload }) => {
                const point = payload[0]?.payload as Point | undefined;
                const shown = point?.value ?? point?.ahead ?? point?.planned;
                if (!point || shown === undefined) return null;
                const words = typeof point.value === 'number' ? 'read' : 'expected';
                return (
                  <div className="rounded border border-edge bg-sheet px-2 py-1 text-sm shadow">
                    {whenText(point.at, now, zone)}: {words} {showText(quantity(kind, unit.toCanonical(shown)), units)}
                  </div>
                );
              }}
            />
          </ComposedChart>
        )}
      </div>
    </figure>
  );
}

/** Nothing is less than nought, however coarse the test. */
function whisker(value: number, error: number): readonly [number, number] {
  return [value >= 0 ? Math.min(value, error) : error, error];
}

function ChartButton({
  label,
  onClick,
  children,
}: {
  readonly label: string;
  readonly onClick: () => void;
  readonly children: string;
}) {
  return (
    <button
      type="button"
      aria-label={label}
      className="min-h-11 px-1.5 text-soft underline decoration-line underline-offset-4 hover:text-ink lg:min-h-7"
      onClick={onClick}
    >
      {children}
    </button>
  );
}

/** Round axis limits a little outside the levels, with three to five ticks. */
function axisFor(low: number, high: number): [number, number, number[]] {
  const span = high - low || Math.abs(high) * 0.1 || 1;
  const rough = (span * 1.2) / 4;
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = [1, 2, 2.5, 5, 10].map((each) => each * power).find((each) => each >= rough) ?? 10 * power;
  const from = Math.max(low >= 0 ? 0 : -Infinity, Math.floor((low - span * 0.08) / step) * step);
  const to = Math.ceil((high + span * 0.08) / step) * step;
  const ticks = Array.from({ length: Math.round((to - from) / step) + 1 }, (_, i) =>
    Number((from + i * step).toPrecision(10)),
  );
  return [from, to, ticks];
}

/** Words at the last point of a line, so that no legend is needed. */
function endLabel(words: string, points: readonly Point[]) {
  const lastIndex = points.findLastIndex((point) => point.planned !== undefined);
  return function EndLabel({
    x,
    y,
    index,
  }: {
    readonly x?: number | string | undefined;
    readonly y?: number | string | undefined;
    readonly index?: number | undefined;
  }) {
    return index === lastIndex ? (
      <text x={Number(x) - 4} y={Number(y) - 7} textAnchor="end" fontSize="12" fill="var(--glass)">
        {words}
      </text>
    ) : (
      <g />
    );
  };
}
