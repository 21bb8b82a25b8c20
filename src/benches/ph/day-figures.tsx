'use client';

import type { PhDayValues } from '@/calculators/ph/ph-day-values';
import type { Spread } from '@/numerics/most-likely';
import { estimate, quantity, range, showText } from '@/quantities/quantity';
import { useUnits } from '@/interface/workspace/workspace';

/** Mean, lowest, highest and swing of the day, when, and beside them what they were before the last change. */
export function DayFigures({ values }: { readonly values: PhDayValues }) {
  const units = useUnits();
  const { fitted, mean, lowest, highest, swing, since } = values;
  const one = ({ value, low, high }: Spread) => showText(estimate('ph', value, low, high), units);
  const both = ({ low, high }: Spread) => showText(range('ph', low, high), units);
  const at = (ph: number) => clock(fitted.course.points.find((point) => point.ph === ph)?.minute ?? 0);
  const rows: readonly (readonly [name: string, Spread, when: string, before: number | undefined])[] = [
    ['Mean', mean, '', since && mean.value - since.mean.value],
    ['Lowest', lowest, at(fitted.course.ph.low), undefined],
    ['Highest', highest, at(fitted.course.ph.high), undefined],
    ['Swing', swing, '', since?.swing && swing.value - since.swing.value],
  ];
  return (
    <table className="w-full max-w-xl text-left">
      <caption className="sr-only">The day of pH in figures</caption>
      <thead className="text-sm text-soft">
        <tr>
          <th scope="col" className="font-normal" />
          <th scope="col" className="pr-3 font-normal">
            pH
          </th>
          <th scope="col" className="pr-3 font-normal">
            95 % range
          </th>
          <th scope="col" className="pr-3 font-normal">
            about
          </th>
          {since && (
            <th scope="col" className="pr-3 font-normal">
              before the change
            </th>
          )}
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, spread, when, before]) => (
          <tr key={name} className="border-t border-line">
            <th scope="row" className="py-1 pr-3 font-normal">
              {name}
            </th>
            <td className="pr-3 font-semibold">{one(spread)}</td>
            <td className="pr-3 text-soft">{both(spread)}</td>
            <td className="pr-3 text-soft">{when}</td>
            {since && (
              <td className="text-soft">{before === undefined ? '' : showText(quantity('ph', before), units)}</td>
            )}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** To the half hour: no fit knows it finer. */
function clock(minute: number): string {
  const half = Math.round(minute / 30) % 48;
  return `${Math.floor(half / 2)}:${half % 2 === 0 ? '00' : '30'}`;
}
