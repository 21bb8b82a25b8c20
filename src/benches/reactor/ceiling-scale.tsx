import { quantity, showText, type UnitPreferences } from '@/quantities/quantity';

interface Props {
  readonly tank: number;
  readonly effluent: number;
  readonly ceiling: number;
  readonly chamberPh: number;
  /** What the chamber would give by its own measured rate. */
  readonly measured: number | undefined;
  readonly units: UnitPreferences;
}

const LEFT = 12;
const RIGHT = 500;

/** Where the effluent stands between the tank and the ceiling at its chamber's pH. */
export function CeilingScale({ tank, effluent, ceiling, chamberPh, measured, units }: Props) {
  const text = (amount: number) => showText(quantity('alkalinity', amount), units);
  const most = ceiling * 1.06;
  const x = (amount: number) => LEFT + ((RIGHT - LEFT) * Math.min(most, amount)) / most;
  return (
    <svg
      viewBox="0 0 512 92"
      className="mt-3 w-full max-w-[32rem]"
      role="img"
      aria-label={`The tank is at ${text(tank)}, the effluent at ${text(effluent)}, and at chamber pH ${chamberPh.toFixed(2)} media stop dissolving at ${text(ceiling)}.`}
    >
      <rect x={LEFT} y="36" width={x(ceiling) - LEFT} height="16" fill="var(--band)" />
      <rect
        x={x(tank)}
        y="36"
        width={Math.max(0, x(effluent) - x(tank))}
        height="16"
        fill="var(--glass-wash)"
        stroke="var(--glass)"
      />
      <line x1={x(ceiling)} x2={x(ceiling)} y1="24" y2="58" stroke="var(--rust)" strokeWidth="2.4" />
      <line x1={x(tank)} x2={x(tank)} y1="32" y2="56" stroke="var(--ink)" strokeWidth="1.6" />
      {measured !== undefined && <path d={`M${x(measured)} 34 l-5 -8 h10 Z`} fill="var(--kelp)" />}
      <g fontSize="13">
        <text x={x(tank)} y="74" fill="var(--soft)" textAnchor="middle">
          tank
        </text>
        <text x={x(effluent)} y="74" fill="var(--ink)" textAnchor="middle">
          {text(effluent)}
        </text>
        <text x={RIGHT} y="16" fill="var(--rust)" textAnchor="end">
          ceiling at pH {chamberPh.toFixed(2)}: {text(ceiling)}
        </text>
        {measured !== undefined && (
          <text x={Math.max(LEFT + 60, x(measured) - 8)} y="20" fill="var(--kelp)" textAnchor="end">
            by its tests {text(measured)}
          </text>
        )}
      </g>
    </svg>
  );
}
