'use client';

import { TZDate } from '@date-fns/tz';
import { format } from 'date-fns';
import { Bar, CartesianGrid, ComposedChart, ErrorBar, Tooltip, XAxis, YAxis } from 'recharts';
import { tableCsv } from '@/record/table-csv';
import { preferredUnit, quantity, showText } from '@/quantities/quantity';
import { axisFor } from '@/interface/charts/axis';
import { ChartFrame } from '@/interface/charts/chart-frame';
import { levelAxis } from '@/interface/charts/days-axis';
import { saveFile } from '@/interface/storage/save';
import { useTank } from '@/interface/workspace/workspace';

interface Month {
  readonly from: number;
  readonly to: number;
  readonly litresPerDay: number;
  readonly sd: number;
}

const NINETEEN_IN_TWENTY = 1.96;

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
    error: unit.fromCanonical(sd * NINETEEN_IN_TWENTY),
    words: `${told(litresPerDay)}, ± ${told(sd * NINETEEN_IN_TWENTY)}`,
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
      table={
        <tbody>
          {rows.map(({ whole, words }) => (
            <tr key={whole} className="border-t border-line">
              <th className="py-1 text-left font-normal">{whole}</th>
              <td className="text-right">{words}</td>
            </tr>
          ))}
        </tbody>
      }
    >
      {(width) => (
        <ComposedChart
          width={width}
          height={190}
          data={rows}
          margin={{ top: 10, right: 8, bottom: 0, left: 0 }}
          accessibilityLayer={false}
        >
          <CartesianGrid stroke="var(--line)" strokeDasharray="1 5" vertical={false} />
          <XAxis dataKey="month" tick={{ fill: 'var(--soft)', fontSize: 12 }} stroke="var(--edge)" tickLine={false} />
          <YAxis {...levelAxis(0, high, ticks, 36)} />
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
          <Tooltip
            isAnimationActive={false}
            cursor={{ fill: 'var(--band)' }}
            content={({ payload }) => {
              const row = payload[0]?.payload as (typeof rows)[number] | undefined;
              return row ? (
                <div className="rounded border border-edge bg-sheet px-2 py-1 text-sm shadow">
                  {row.whole}: {row.words}
                </div>
              ) : null;
            }}
          />
        </ComposedChart>
      )}
    </ChartFrame>
  );
}
