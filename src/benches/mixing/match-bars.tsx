import type { DosedParameter } from '@/calculators/dosing/dosed-parameters';
import { quantity, showText, type UnitPreferences } from '@/quantities/quantity';
import { capitalised } from '@/calculators/calculator/words';

interface Row {
  readonly parameter: DosedParameter;
  readonly batch: number;
  readonly tank: number;
}

/** How far the batch stands from the tank, each on a scale of its own about the tank's level. */
export function MatchBars({ rows, units }: { readonly rows: readonly Row[]; readonly units: UnitPreferences }) {
  const told = (parameter: DosedParameter, level: number) => showText(quantity(parameter, level), units);
  return (
    <svg
      viewBox="0 0 300 210"
      className="w-full max-w-[19rem]"
      role="img"
      aria-label={rows
        .map(
          ({ parameter, batch, tank }) =>
            `${parameter}: batch ${told(parameter, batch)}, tank ${told(parameter, tank)}`,
        )
        .join('; ')}
    >
      {rows.map(({ parameter, batch, tank }, i) => {
        const y = 44 + i * 68;
        // A third above or below the tank's level fills the bar.
        const apart = tank > 0 ? Math.max(-1, Math.min(1, (batch - tank) / tank / 0.33)) : 0;
        const x = 150 + apart * 120;
        return (
          <g key={parameter}>
            <text x="10" y={y - 22} fontSize="13" fontWeight="650" fill="var(--ink)">
              {capitalised(parameter)}
            </text>
            <line x1="20" x2="280" y1={y} y2={y} stroke="var(--line)" strokeWidth="2" />
            <line x1="150" x2={x} y1={y} y2={y} stroke="var(--glass)" strokeWidth="7" />
            <line x1="150" x2="150" y1={y - 11} y2={y + 11} stroke="var(--ink)" strokeWidth="2.5" />
            <circle cx={x} cy={y} r="6" fill="var(--sheet)" stroke="var(--glass)" strokeWidth="2.5" />
            <text x="150" y={y + 26} textAnchor={apart > 0 ? 'end' : 'start'} fontSize="12" fill="var(--soft)">
              {apart > 0 ? `tank ${told(parameter, tank)} ` : ` tank ${told(parameter, tank)}`}
            </text>
            <text
              x={apart > 0 ? 280 : 20}
              y={y - 12}
              textAnchor={apart > 0 ? 'end' : 'start'}
              fontSize="12"
              fill="var(--soft)"
            >
              batch {told(parameter, batch)}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
