'use client';

import { SDS_95 } from '@/numerics/normal-interval';
import { TZDate } from '@date-fns/tz';
import { format } from 'date-fns';
import { Bar, ErrorBar } from 'recharts';
import { tableCsv } from '@/record/table-csv';
import { preferredUnit, quantity, showText } from '@/quantities/quantity';
import { axisFor } from '@/interface/charts/axis';
import { ChartFrame } from '@/interface/charts/chart-frame';
import { levelAxis } from '@/interface/charts/days-axis';
import { Plot } from '@/interface/charts/plot';
import { saveFile } from '@/interface/storage/save';
import { useTank } from '@/interface/workspace/workspace';

interface Month {
  readonly from: number;
  readonly to: number;
  readonly litresPerDay: number;
  readonly sd: number;
}

/** What the log says was lost, month by month, with how sure. */
export function EvaporationByMonth({ months }: { readonly months: readonly Month[] }) {
  const { snapshot } = useTank();
  const { units, zone } = snapshot.settings;
  const unit = preferredUnit('waterRate', units);
  const told = (litres: number) => showText(quantity('waterRate', litres), units);
  const rows = months.map(({ from, litresPerDay, sd }) => ({
    month: format(new TZDate(from, zone), 'MMM'),
    whole: format(new TZDate(from, zone), 'MMMM yyyy'),
    value: unit.fromCanonical(litresPerDay),
    error: unit.fromCanonical(sd * SDS_95),
    words: `${told(litresPerDay)}, ± ${told(sd * SDS_95)}`,
  }));
  const [, high, ticks] = axisFor(0, Math.max(...rows.map(({ value, error }) => value + error)));
  const name = 'evaporation by month';
  return (
    <ChartFrame
      label="Evaporation by month"
      caption={
        <>
          <span className="font-semibold">Loss by month</span>
          <span className="text-sm text-soft">{unit.symbol}, by the log</span>
        </>
      }
      name={name}
      fileName="evaporation-by-month"
      onCsv={() =>
        saveFile(
          'evaporation-by-month.csv',
          'text/csv',
          tableCsv(
            rows.map(({ whole, value, error }) => ({
              month: whole,
              [`evaporation, ${unit.symbol}`]: Number(value.toFixed(4)),
              '±': Number(error.toFixed(4)),
            })),
          ),
        )
      }
      table={{
        columns: ['Month', 'Loss, 95 % range'],
        rows: rows.map(({ whole, words }) => ({ key: whole, cells: [whole, words] })),
      }}
    >
      {(width) => (
        <Plot
          width={width}
          height={190}
          data={rows}
          top={10}
          across={{
            dataKey: 'month',
            tick: { fill: 'var(--soft)', fontSize: 12 },
            stroke: 'var(--edge)',
            tickLine: false,
          }}
          up={levelAxis(0, high, ticks, 36)}
          tip={({ whole, words }) => `${whole}: ${words}`}
          shaded
        >
          <Bar
            dataKey="value"
            fill="var(--glass-wash)"
            stroke="var(--glass)"
            strokeWidth={1.4}
            barSize={Math.min(34, width / (rows.length * 2))}
            isAnimationActive={false}
          >
            <ErrorBar dataKey="error" width={7} stroke="var(--ink)" strokeWidth={1.4} isAnimationActive={false} />
          </Bar>
        </Plot>
      )}
    </ChartFrame>
  );
}
