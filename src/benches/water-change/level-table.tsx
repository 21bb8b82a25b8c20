'use client';

import { PARAMETERS } from '@/calculators/parameters/parameters';
import { quantity, showText } from '@/quantities/quantity';
import { capitalised } from '@/calculators/calculator/words';
import { FOLLOWED, type Levels } from '@/chemistry/water-change/followed';
import type { waterChange } from '@/calculators/water-change/water-change';
import { useTank } from '@/interface/workspace/workspace';

/** Each level before and after, drawn as a step on its own scale, with what the new water brings. */
export function LevelTable({
  outcome,
  levels,
  water,
}: {
  readonly outcome: ReturnType<typeof waterChange.run>;
  readonly levels: Levels;
  readonly water: Levels;
}) {
  const {
    snapshot: {
      settings: { units },
    },
  } = useTank();
  const { match } = outcome.values;
  const rows = FOLLOWED.flatMap((id) => {
    const now = levels[id];
    const brings = water[id];
    const after = outcome.values.levels[id]?.at(-1)?.after;
    return now === undefined || brings === undefined || after === undefined ? [] : [{ id, now, brings, after }];
  });
  return (
    <section aria-label="What every level becomes" className="min-w-0">
      <h2 className="font-semibold">What every level becomes</h2>
      <table className="mt-1 w-full max-w-2xl border-collapse text-[0.95rem]">
        <thead>
          <tr className="text-left text-sm text-soft">
            <th className="py-1 font-normal">Level</th>
            <th className="text-right font-normal">now</th>
            <th className="text-right font-normal">new water</th>
            <th className="w-16 max-sm:hidden">
              <span className="sr-only">Move</span>
            </th>
            <th className="text-right font-normal">after</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ id, now, brings, after }) => {
            const { kind, name } = PARAMETERS[id];
            const told = (value: number) => showText(quantity(kind, value), units);
            return (
              <tr key={id} className="border-t border-line">
                <th scope="row" className="py-1.5 text-left font-normal">
                  {capitalised(name)}
                  {(match as readonly string[]).includes(id) && (
                    <span className="block text-sm font-semibold text-kelp">match it first</span>
                  )}
                </th>
                <td className="text-right whitespace-nowrap">{told(now)}</td>
                <td className="text-right whitespace-nowrap text-soft">{told(brings)}</td>
                <td className="px-2 max-sm:hidden">
                  <Move from={now} to={after} towards={brings} />
                </td>
                <td className="text-right font-semibold whitespace-nowrap">{told(after)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}

/** How far of the way to the new water the level goes. */
function Move({ from, to, towards }: { readonly from: number; readonly to: number; readonly towards: number }) {
  const share = towards === from ? 0 : Math.min(1, Math.max(0, (to - from) / (towards - from)));
  const up = towards > from;
  const [y0, y1] = up ? [18, 4] : [4, 18];
  return (
    <svg width="48" height="22" aria-hidden="true">
      <path d={`M2 ${y0} H20 L28 ${y0 + (y1 - y0) * share} H46`} fill="none" stroke="var(--glass)" strokeWidth="2" />
      <path d={`M2 ${y1} H46`} stroke="var(--line)" strokeDasharray="2 2" />
    </svg>
  );
}
