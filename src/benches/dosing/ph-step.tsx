'use client';

import { PARAMETERS } from '@/calculators/parameters/parameters';
import { useWidth } from '@/interface/controls/use-width';

const HEIGHT = 96;
const LINE_Y = 52;
const PAD = 24;

/** How pH is moved by a dose: where it stood, where it jumps to, where it settles once the water has aired. */
export function PhStep({
  before,
  atOnce,
  aired,
  band = PARAMETERS.ph.band,
}: {
  readonly before: number;
  readonly atOnce: number;
  readonly aired: number;
  readonly band?: readonly [number, number] | undefined;
}) {
  const [holder, width] = useWidth(640);
  const low = Math.min(7.7, before, atOnce, aired, band[0]) - 0.05;
  const high = Math.max(8.5, before, atOnce, aired, band[1]) + 0.05;
  const x = (ph: number) => PAD + ((ph - low) / (high - low)) * Math.max(1, width - 2 * PAD);
  const ticks = Array.from(
    { length: Math.floor(high * 5) - Math.ceil(low * 5) + 1 },
    (_, i) => (Math.ceil(low * 5) + i) / 5,
  );
  const told = `pH ${before.toFixed(2)} before, ${atOnce.toFixed(2)} at once, ${aired.toFixed(2)} once aired; target band ${band[0]} to ${band[1]}`;
  return (
    <div ref={holder} className="mt-5 max-w-3xl">
      <svg width={width} height={HEIGHT} role="img" aria-label={told} className="block text-ink">
        <rect x={x(band[0])} y={LINE_Y - 9} width={x(band[1]) - x(band[0])} height={18} className="fill-band" />
        <line x1={PAD} x2={width - PAD} y1={LINE_Y} y2={LINE_Y} stroke="currentColor" opacity={0.4} />
        {ticks.map((ph) => (
          <g key={ph} transform={`translate(${x(ph)} ${LINE_Y})`}>
            <line y1={-4} y2={4} stroke="currentColor" opacity={0.5} />
            <text y={28} textAnchor="middle" className="fill-soft text-xs tabular-nums">
              {ph.toFixed(1)}
            </text>
          </g>
        ))}
        {Math.abs(atOnce - before) >= 0.005 && (
          <path
            d={`M ${x(before)} ${LINE_Y - 4} C ${x(before)} ${LINE_Y - 32}, ${x(atOnce)} ${LINE_Y - 32}, ${x(atOnce)} ${LINE_Y - 4}`}
            fill="none"
            className="stroke-glass"
            strokeWidth={2}
          />
        )}
        <circle cx={x(before)} cy={LINE_Y} r={5} className="fill-sheet stroke-glass" strokeWidth={2} />
        <circle cx={x(atOnce)} cy={LINE_Y} r={5} className="fill-glass" />
        <rect
          x={x(aired) - 4.5}
          y={LINE_Y - 4.5}
          width={9}
          height={9}
          transform={`rotate(45 ${x(aired)} ${LINE_Y})`}
          className="fill-kelp"
        />
        <text x={PAD} y={14} className="fill-soft text-xs">
          pH, NBS scale: ring before, disc at once, diamond once aired
        </text>
      </svg>
    </div>
  );
}
