'use client';

import { useMemo } from 'react';
import { Area, ErrorBar, Line } from 'recharts';
import { tableCsv } from '@/record/table-csv';
import { PARAMETERS, type ParameterId } from '@/calculators/parameters/parameters';
import { boundSign } from '@/chemistry/observation';
import { preferredUnit, quantity, showText } from '@/quantities/quantity';
import { capitalised } from '@/calculators/calculator/words';
import type { OutlookPoint } from '@/derived/outlook/outlook';
import { observationText, type TankObservation } from '@/derived/observations/observations';
import type { Mark } from '../timeline/marks';
import { useTimeline } from '../timeline/timeline-context';
import { whenText } from '../time/when';
import { useNow, useTank } from '../workspace/workspace';
import { axisFor } from './axis';
import { ChartFrame } from './chart-frame';
import { levelAxis, momentsAxis } from './days-axis';
import { Plot, STILL, STILL_RANGE, wordsAt } from './plot';
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

  const lastPlanned = points.findLastIndex((point) => point.planned !== undefined);
  const tip = (point: Point) => {
    const shown = point.value ?? point.ahead ?? point.planned;
    if (shown === undefined) return null;
    const by = point.by === 'laboratory' ? 'laboratory read' : point.by === 'probe' ? 'probe read' : 'read';
    const words = typeof point.value === 'number' ? `${point.doubted ? 'stands apart; ' : ''}${by}` : 'expected';
    return (
      <>
        {whenText(point.at, now, zone)}: {words} {boundSign(point.bound)}
        {showText(quantity(kind, unit.toCanonical(shown)), units)}
      </>
    );
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
      table={{
        columns: ['When', name],
        rows: rows.toReversed().map((row) => ({
          key: row.entryId,
          cells: [whenText(row.at, now, zone), observationText(parameter, row, units)],
        })),
      }}
    >
      {(width) =>
        levels.length === 0 ? (
          <p className="py-8 text-sm text-soft">
            Nothing logged in this stretch of time. Jot it: {PARAMETERS[parameter].words[0]} …
          </p>
        ) : (
          <Plot
            width={width}
            height={height}
            data={points}
            band={bandInUnit}
            across={momentsAxis(from, to, zone, width)}
            up={{ ...levelAxis(low, high, ticks, 46), allowDataOverflow: true }}
            tip={tip}
          >
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
            <Area dataKey="doubt" fill="var(--dusk-wash)" {...STILL_RANGE} />
            <Line dataKey="ahead" stroke="var(--dusk)" strokeWidth={2} strokeDasharray="5 4" {...STILL} />
            <Line
              dataKey="planned"
              stroke="var(--glass)"
              strokeWidth={2.2}
              strokeDasharray="1.5 4"
              strokeLinecap="round"
              {...STILL}
              label={plannedWords ? wordsAt(lastPlanned, plannedWords, 'var(--glass)') : false}
            />
            {trend && <Area dataKey="trendRange" fill="var(--glass)" fillOpacity={0.14} {...STILL_RANGE} />}
            {trend && <Line dataKey="trend" stroke="var(--glass)" strokeWidth={2} {...STILL} />}
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
          </Plot>
        )
      }
    </ChartFrame>
  );
}
