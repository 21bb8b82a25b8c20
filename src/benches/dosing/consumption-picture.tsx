'use client';

import { halfWidth95 } from '@/numerics/normal-interval';
import { useState } from 'react';
import { Area, Line } from 'recharts';
import { capitalised } from '@/calculators/calculator/words';
import { DOSED_FACTS, DOSED_PARAMETERS, type DosedParameter } from '@/calculators/dosing/dosed-parameters';
import type { Consumption, Past } from '@/chemistry/consumption/estimate';
import { preferredUnit, quantity, showText } from '@/quantities/quantity';
import { axisFor } from '@/interface/charts/axis';
import { ChartFrame } from '@/interface/charts/chart-frame';
import { levelAxis, momentsAxis } from '@/interface/charts/days-axis';
import { Plot, STILL, STILL_RANGE } from '@/interface/charts/plot';
import { ChoiceRow } from '@/interface/controls/choice-row';
import { saveFile } from '@/interface/storage/save';
import { useTimeline } from '@/interface/timeline/timeline-context';
import { dayText } from '@/interface/time/when';
import { useTank } from '@/interface/workspace/workspace';
import { tableCsv } from '@/record/table-csv';

interface Point {
  readonly at: number;
  readonly rate: number;
  readonly range: readonly [number, number];
}

/** How much was consumed a day, with its 95 % range, over the tide line's stretch. */
export function ConsumptionPicture({ consumption }: { readonly consumption: Consumption | undefined }) {
  const {
    snapshot: {
      settings: { units, zone },
    },
    tank,
  } = useTank();
  const { from, to } = useTimeline();
  const read = DOSED_PARAMETERS.filter((parameter) => (consumption?.of[parameter]?.history.length ?? 0) > 1);
  const [chosen, setChosen] = useState<DosedParameter>('alkalinity');
  const parameter = read.includes(chosen) ? chosen : read[0];
  const history = parameter && consumption?.of[parameter]?.history;
  const kind = parameter ? DOSED_FACTS[parameter].rateKind : 'alkalinityRate';
  const unit = preferredUnit(kind, units);
  const points = history ? inUnit(history, unit.fromCanonical) : [];
  const shown = points.filter(({ at }) => at >= from && at <= to);
  if (!parameter || shown.length < 2) return null;
  const values = shown.flatMap(({ range }) => range);
  const [low, high, ticks] = axisFor(Math.min(...values) * 0.8, Math.max(...values) * 1.05);
  const told = (value: number) => showText(quantity(kind, unit.toCanonical(value)), units);
  const title = `${parameter} consumption`;
  const saveCsv = () =>
    saveFile(
      `${tank.name}-${parameter}-consumption.csv`,
      'text/csv',
      tableCsv(
        shown.map(({ at, rate, range }) => ({
          time: new Date(at).toISOString(),
          [`consumption, ${unit.symbol}`]: rate,
          'low, 95 %': range[0],
          'high, 95 %': range[1],
        })),
      ),
    );
  return (
    <div className="min-w-0">
      <ChartFrame
        label={`${capitalised(title)} with its 95 % range`}
        caption={
          <>
            <span className="font-semibold">{capitalised(title)}</span>
            <span className="text-sm text-soft">{unit.symbol}, 95 % range</span>
          </>
        }
        name={title}
        fileName={title.replaceAll(' ', '-')}
        onCsv={saveCsv}
        table={{
          columns: ['Day', 'Consumption', '95 % range'],
          rows: shown.toReversed().map(({ at, rate, range }) => ({
            key: at,
            cells: [dayText(at, zone), told(rate), `${told(range[0])} to ${told(range[1])}`],
          })),
        }}
      >
        {(width) => (
          <Plot
            width={width}
            height={200}
            data={shown}
            across={momentsAxis(from, to, zone, width)}
            up={levelAxis(low, high, ticks, 44)}
            tip={({ at, rate, range }) =>
              `${dayText(at, zone)}: ${told(rate)} (${told(range[0])} to ${told(range[1])})`
            }
          >
            <Area dataKey="range" fill="var(--dusk)" fillOpacity={0.22} {...STILL_RANGE} />
            <Line dataKey="rate" stroke="var(--dusk)" strokeWidth={2} {...STILL} />
          </Plot>
        )}
      </ChartFrame>
      {read.length > 1 && (
        <ChoiceRow
          label="Consumption of"
          choices={read.map((each) => [each, capitalised(each)] as const)}
          chosen={parameter}
          onChoose={setChosen}
        />
      )}
    </div>
  );
}

function inUnit(history: readonly Past[], fromCanonical: (amount: number) => number): Point[] {
  return history.map(({ at, perDay, perDaySd }) => ({
    at,
    rate: fromCanonical(perDay),
    range: [fromCanonical(perDay - halfWidth95(perDaySd)), fromCanonical(perDay + halfWidth95(perDaySd))],
  }));
}
