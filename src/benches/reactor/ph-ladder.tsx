'use client';

import type { TankPhs } from '@/calculators/reactor/reactor-use-input';
import { quantity, showText } from '@/quantities/quantity';
import { useUnits } from '@/interface/workspace/workspace';

const LEFT = 172;
const WIDTH = 440;
const ROW = 34;
const HEAD = 46;

/** The tank's pH without the reactor, with it, and with each thing that wins some of it back. */
export function PhLadder({ ph }: { readonly ph: TankPhs }) {
  const units = useUnits();
  const rows: readonly (readonly [string, number])[] = [
    ['without the reactor', ph.without],
    ['with the reactor', ph.reactor],
    ...(ph.limewater === undefined ? [] : [['and limewater to its room', ph.limewater] as const]),
    ['and half as much air again', ph.aeration],
    ['and a second chamber', ph.secondChamber],
  ];
  const low = Math.floor((Math.min(...rows.map(([, value]) => value), 7.8) - 0.05) * 10) / 10;
  const high = Math.ceil((Math.max(...rows.map(([, value]) => value), 8.3) + 0.02) * 10) / 10;
  const x = (value: number) => LEFT + ((WIDTH - LEFT - 44) * (value - low)) / (high - low);
  const text = (value: number) => showText(quantity('ph', value), units);
  const height = HEAD + ROW * rows.length;
  return (
    <figure className="min-w-0">
      <figcaption className="font-semibold">Where the tank’s pH rests</figcaption>
      <svg
        viewBox={`0 0 ${WIDTH} ${height}`}
        className="w-full max-w-[28rem]"
        role="img"
        aria-label={rows.map(([name, value]) => `${name} pH ${text(value)}`).join('; ')}
      >
        <rect x={x(7.8)} y={HEAD - 16} width={x(8.3) - x(7.8)} height={height - HEAD + 12} fill="var(--band)" />
        <text x={(x(7.8) + x(8.3)) / 2} y={HEAD - 22} fontSize="13" fill="var(--soft)" textAnchor="middle">
          7.8 to 8.3
        </text>
        {rows.map(([name, value], i) => (
          <g key={name} transform={`translate(0 ${HEAD + i * ROW})`}>
            <text x="0" y="6" fontSize="14" fill="var(--ink)">
              {name}
            </text>
            {i > 1 && (
              <line
                x1={x(ph.reactor)}
                x2={x(value)}
                y1="1"
                y2="1"
                stroke="var(--glass)"
                strokeWidth="2"
                strokeDasharray="3 3"
              />
            )}
            <circle
              cx={x(value)}
              cy="1"
              r="6"
              fill={i === 1 ? 'var(--rust)' : i === 0 ? 'var(--sheet)' : 'var(--glass)'}
              stroke={i === 0 ? 'var(--ink)' : 'none'}
              strokeWidth="2"
            />
            <text x={x(value) + 12} y="6" fontSize="14" fontWeight="650" fill="var(--ink)">
              {text(value)}
            </text>
          </g>
        ))}
      </svg>
    </figure>
  );
}
