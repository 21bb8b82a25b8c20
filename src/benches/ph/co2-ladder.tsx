'use client';

import type { PhDayValues } from '@/calculators/ph/ph-day-values';
import { OUTDOOR_CO2_UATM } from '@/chemistry/carbonate/reef-water';
import { quantity, showText } from '@/quantities/quantity';
import { useUnits } from '@/interface/workspace/workspace';

const WIDTH = 380;
const LEFT = 2;
const ROW = 46;
const HEAD = 6;

/** Where the water's CO2 comes from: outdoor air, the room above it, and what breath adds. */
export function Co2Ladder({ values, roomRead }: { readonly values: PhDayValues; readonly roomRead: boolean }) {
  const units = useUnits();
  const { waterUatm, fitted } = values;
  const room = fitted.of.roomUatm;
  const rows = [
    { name: 'outdoor air', value: OUTDOOR_CO2_UATM, low: OUTDOOR_CO2_UATM, high: OUTDOOR_CO2_UATM },
    { name: roomRead ? 'this room, as read' : 'this room, by the fit', ...room },
    { name: 'what the water sees', ...waterUatm },
  ];
  const most = Math.max(1000, ...rows.map(({ high }) => high)) * 1.04;
  const x = (uatm: number) => LEFT + ((WIDTH - 12 - LEFT) * Math.max(0, uatm)) / most;
  const text = (uatm: number, low: number, high: number) =>
    showText({ ...quantity('co2', uatm), halfWidth: (high - low) / 2 }, units);
  return (
    <figure className="min-w-0">
      <figcaption className="font-semibold">Where its CO₂ comes from</figcaption>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEAD + rows.length * ROW}`}
        className="w-full max-w-[28rem]"
        role="img"
        aria-label={rows.map(({ name, value, low, high }) => `${name} ${text(value, low, high)}`).join('; ')}
      >
        {rows.map(({ name, value, low, high }, i) => (
          <g key={name} transform={`translate(0 ${HEAD + i * ROW})`}>
            <text x={LEFT} y={12} fontSize={15} fill="var(--soft)">
              {name}
              <tspan fontWeight={650} fill="var(--ink)">
                {'  '}
                {text(value, low, high)}
              </tspan>
            </text>
            <rect x={LEFT} y={20} width={x(value) - LEFT} height={10} fill={i === 2 ? 'var(--glass)' : 'var(--band)'} />
            <line
              x1={x(OUTDOOR_CO2_UATM)}
              x2={x(OUTDOOR_CO2_UATM)}
              y1={17}
              y2={33}
              stroke="var(--kelp)"
              strokeWidth={1.5}
            />
            {high > low && (
              <path
                d={`M${x(low)} 25H${x(high)}M${x(low)} 20v10M${x(high)} 20v10`}
                stroke="var(--ink)"
                strokeWidth={1.5}
                fill="none"
              />
            )}
          </g>
        ))}
      </svg>
    </figure>
  );
}
