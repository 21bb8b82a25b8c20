'use client';

import { DAY_MS } from '@/chemistry/tank-model/simulate';
import type { Supply } from '@/calculators/top-off/supply';
import { quantity, showText } from '@/quantities/quantity';
import { whenText } from '@/interface/time/when';
import { useNow, useTank } from '@/interface/workspace/workspace';

/** Each supply as a bar over the days, from leaving to coming back. */
export function WhatLasts({
  supplies,
  absence,
}: {
  readonly supplies: readonly Supply[];
  readonly absence: { readonly leavesAt: number; readonly days: number };
}) {
  const { snapshot } = useTank();
  const now = useNow();
  const { units, zone } = snapshot.settings;
  const row = 34;
  const height = supplies.length * row + 26;
  const x = (share: number) => 8 + share * 330;
  return (
    <figure aria-label="What lasts how long" className="min-w-0">
      <svg
        viewBox={`0 0 420 ${height}`}
        className="w-full max-w-xl"
        role="img"
        aria-label={supplies.map((s) => `${s.what} lasts ${showText(quantity('days', s.lastsDays), units)}`).join('; ')}
      >
        <line x1={x(1)} x2={x(1)} y1="4" y2={height - 20} stroke="var(--ink)" strokeWidth="1.4" strokeDasharray="3 3" />
        {supplies.map((supply, i) => {
          const share = Math.min(1.18, supply.lastsDays / absence.days);
          const y = i * row + 6;
          return (
            <g key={supply.what}>
              <text
                x={x(0)}
                y={y + 9}
                fontSize="12.5"
                fontWeight="600"
                fill={supply.lasts ? 'var(--ink)' : 'var(--rust)'}
              >
                {supply.what}: {showText(quantity('days', supply.lastsDays), units)}
              </text>
              <rect x={x(0)} y={y + 13} width={330} height="9" fill="none" stroke="var(--line)" />
              <rect
                x={x(0)}
                y={y + 13}
                width={Math.max(2, share * 330)}
                height="9"
                fill={supply.lasts ? 'var(--glass)' : 'var(--rust)'}
              />
            </g>
          );
        })}
        <text x={x(0)} y={height - 5} fontSize="12" fill="var(--soft)">
          {whenText(absence.leavesAt, now, zone, 'day')}
        </text>
        <text x={x(1)} y={height - 5} fontSize="12" textAnchor="middle" fill="var(--soft)">
          back {whenText(absence.leavesAt + absence.days * DAY_MS, now, zone, 'day')}
        </text>
      </svg>
    </figure>
  );
}
