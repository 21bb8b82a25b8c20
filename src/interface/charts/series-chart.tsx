'use client';

import { useMemo } from 'react';
import { Area, CartesianGrid, ComposedChart, ErrorBar, Line, ReferenceArea, Tooltip, XAxis, YAxis } from 'recharts';
import { tableCsv } from '@/record/table-csv';
import { PARAMETERS, type ParameterId } from '@/calculators/parameters/parameters';
import { boundSign } from '@/chemistry/observation';
import { preferredUnit, quantity, showText } from '@/quantities/quantity';
import { capitalised } from '@/calculators/calculator/words';
import type { OutlookPoint } from '@/derived/outlook/outlook';
import { observationText, type TankObservation } from '@/derived/observations/observations';
import { dayTicks } from '../timeline/day-ticks';
import type { Mark } from '../timeline/marks';
import { useTimeline } from '../timeline/timeline-context';
import { dayText, whenText } from '../time/when';
import { useNow, useTank } from '../workspace/workspace';
import { axisFor } from './axis';
import { ChartFrame } from './chart-frame';
import { ReadingDot } from './reading-dot';
import { saveFile } from '../storage/save';
import { levelsOf, seriesPoints, type Point, type ShownTrend } from './series-points';
import { UprightLines } from './upright-lines';

interface Props {
  readonly parameter: ParameterId;
  readonly readings: readonly TankObservation[];
  readonly band?: readonly [number, number] | undefined;
  /** Where it is heading as things stand, with its doubt. */
  readonly ahead?: readonly OutlookPoint[];
  /** Where it would head if the answer were followed. */
  readonly planned?: readonly OutlookPoint[];
  readonly marks?: readonly Mark[];
  readonly height?: number;
  /** What the readings tell together; without it they are only joined. */
  readonly trend?: ShownTrend | undefined;
  /** Words set at the end of the planned line. */
  readonly plannedWords?: string;
}

/** What may show in a level; refills and what is done to the source line stand on the tide line alone. */
const MOVES_THE_WATER: ReadonlySet<Mark['kind']> = new Set([
  'water-change',
  'dose',
  'standing-dose',
  'reactor',
  'note',
  'seen',
  'feeding',
  'replaced',
  'put-in',
  'taken-out',
  'trial',
]);

/** One parameter over the tide line's stretch: readings with the test's error, the target band, and what is expected. */
export function SeriesChart({
  parameter,
  readings,
  band,
  ahead = [],
  planned = [],
  marks = [],
  height = 168,
  trend,
  plannedWords,
}: Props) {
  const {
    snapshot: {
      settings: { units, zone },
    },
    tank,
  } = useTank();
  const { from, to } = useTimeline();
  const now = useNow();
  const { name, kind } = PARAMETERS[parameter];
  const unit = preferredUnit(kind, units);

  const points = useMemo(
    () => seriesPoints({ readings, ahead, planned, trend, from, to, unit }),
    [readings, ahead, planned, trend, from, to, unit],
  );
  const inView = points.filter(({ at }) => at >= from && at <= to);
  const bandInUnit = band?.map((edge) => unit.fromCanonical(edge)) as [number, number] | undefined;
  const levels = [...(bandInUnit ?? []), ...levelsOf(inView)];
  const [low, high, ticks] = axisFor(Math.min(...levels), Math.max(...levels));
  const last = readings.at(-1);
  const format = (value: number) => String(Number(value.toPrecision(5)));

  const rows = readings.filter(({ at }) => at >= from && at <= to);

  const fileName = `${tank.name}-${parameter}`.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-');
  const saveCsv = () => {
    const column = `${parameter} ${unit.symbol}`.trim();
    const inColumn = (value: number) => Number(unit.fromCanonical(value).toPrecision(6));
    const lines = rows.map(({ at, value, bound }) => ({
      time: new Date(at).toISOString(),
      [column]: bound ? `${boundSign(bound)}${inColumn(value)}` : inColumn(value),
    }));
    saveFile(`${fileName}.csv`, 'text/csv', tableCsv(lines));
  };

  return (
    <ChartFrame
      label={`${name} over time`}
      caption={
        <>
          <span className="font-semibold">{capitalised(name)}</span>
          {last && (
            <span className="text-sm text-soft">
              {observationText(parameter, last, units)}, {whenText(last.at, now, zone)}
            </span>
          )}
        </>
      }
      name={name}
      fileName={fileName}
      onCsv={saveCsv}
      table={
        <>
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
                <td className="text-right">{observationText(parameter, row, units)}</td>
              </tr>
            ))}
          </tbody>
        </>
      }
    >
      {(width) =>
        levels.length === 0 ? (
          <p className="py-8 text-sm text-soft">
            Nothing logged in this stretch of time. Jot it: {PARAMETERS[parameter].words[0]} …
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
            <UprightLines
              from={from}
              to={to}
              lines={[
                ...marks
                  .filter(({ kind: what }) => MOVES_THE_WATER.has(what))
                  .map((mark) => ({
                    key: mark.entryId,
                    at: mark.at,
                    stroke: 'var(--edge)',
                    strokeWidth: 0.8,
                    strokeDasharray: mark.kind === 'note' || mark.kind === 'seen' ? '1 3' : '4 3',
                  })),
                { key: 'now', at: now, stroke: 'var(--ink)', strokeWidth: 1.2 },
              ]}
            />
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
            {trend && (
              <Area
                dataKey="trendRange"
                stroke="none"
                fill="var(--glass)"
                fillOpacity={0.14}
                isAnimationActive={false}
                activeDot={false}
                connectNulls
              />
            )}
            {trend && (
              <Line
                dataKey="trend"
                stroke="var(--glass)"
                strokeWidth={2}
                dot={false}
                activeDot={false}
                isAnimationActive={false}
                connectNulls
              />
            )}
            <Line
              dataKey="value"
              stroke="var(--glass)"
              strokeWidth={trend ? 0 : 1.6}
              dot={ReadingDot}
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
                const words =
                  typeof point.value === 'number'
                    ? `${point.doubted ? 'stands apart; ' : ''}${point.by === 'laboratory' ? 'laboratory read' : point.by === 'probe' ? 'probe read' : 'read'}`
                    : 'expected';
                return (
                  <div className="rounded border border-edge bg-sheet px-2 py-1 text-sm shadow">
                    {whenText(point.at, now, zone)}: {words} {boundSign(point.bound)}
                    {showText(quantity(kind, unit.toCanonical(shown)), units)}
                  </div>
                );
              }}
            />
          </ComposedChart>
        )
      }
    </ChartFrame>
  );
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
