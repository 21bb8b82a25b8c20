'use client';

import type { Nutrient } from '@/calculators/nutrients/level-findings';
import { rateKindOf } from '@/calculators/parameters/rates';
import type { NutrientSplit } from '@/chemistry/nutrients/nutrient-split';
import type { Spread } from '@/numerics/most-likely';
import { estimate, quantity, range, showText } from '@/quantities/quantity';
import { useUnits } from '@/interface/workspace/workspace';

/** The balance as a ledger drawn to scale: what comes to the right of the line, what goes to its left, each with its range. */
export function BalanceBars({ nutrient, split }: { readonly nutrient: Nutrient; readonly split: NutrientSplit }) {
  const units = useUnits();
  const kind = rateKindOf(nutrient) ?? 'ionRate';
  const { fed, dosed, changes, rest, net, days } = split;
  const out = (of: Spread): Spread => ({ value: -of.value, low: -of.high, high: -of.low });
  const lines: readonly (readonly [name: string, of: Spread | undefined, why: string])[] = [
    ['What is fed would bring', fed, 'by what foods hold, from memory: one third more or less is usual'],
    ...(dosed > 0 ? [['Salts dosed', { value: dosed, low: dosed, high: dosed }, 'as logged'] as const] : []),
    ['Changes of water', out(changes), 'by volume and level'],
    ['Export, the rest', rest && out(rest), 'by difference'],
    ['So the level moves', net, 'by the tests'],
  ];
  const most = Math.max(1e-9, ...lines.flatMap(([, of]) => (of ? [Math.abs(of.low), Math.abs(of.high)] : [])));
  const at = (value: number) => 50 + (50 * value) / most;
  return (
    <section aria-label="The balance" className="min-w-0">
      <h2 className="font-semibold">
        A day, over the last {showText(quantity('days', Math.round(days)), units)}{' '}
        <span className="text-sm font-normal text-soft">left takes out, right brings</span>
      </h2>
      <ul className="mt-2">
        {lines.map(([name, of, why], i) => (
          <li
            key={name}
            className={`py-2 ${i === lines.length - 1 ? 'border-t-2 border-edge' : 'border-t border-line'}`}
          >
            <div className="flex flex-wrap items-baseline justify-between gap-x-3">
              <span>{name}</span>
              <span>
                {of ? (
                  <>
                    <strong>{showText(estimate(kind, of.value, of.low, of.high), units)}</strong>{' '}
                    {of.low !== of.high && (
                      <span className="text-sm text-soft">({showText(range(kind, of.low, of.high), units)})</span>
                    )}
                  </>
                ) : (
                  <span className="text-soft">unknown: the amount fed was never logged</span>
                )}
              </span>
            </div>
            {of && (
              <svg viewBox="0 0 100 5" preserveAspectRatio="none" className="mt-1 h-4 w-full" aria-hidden>
                <line x1={50} x2={50} y1={0} y2={5} stroke="var(--soft)" strokeWidth={0.3} />
                <rect
                  x={Math.min(50, at(of.value))}
                  width={Math.abs(at(of.value) - 50)}
                  y={1}
                  height={3}
                  fill={of.value >= 0 ? 'var(--dusk)' : 'var(--kelp)'}
                  opacity={0.75}
                />
                <line x1={at(of.low)} x2={at(of.high)} y1={2.5} y2={2.5} stroke="var(--ink)" strokeWidth={0.5} />
              </svg>
            )}
            <div className="text-sm text-soft">{why}</div>
          </li>
        ))}
      </ul>
    </section>
  );
}
