import { quantity, showText, type UnitPreferences } from '@/chemistry/units/quantity';

interface Props {
  readonly mlPerMin: number;
  readonly effluent: number;
  readonly tank: number;
  readonly co2GPerDay: number;
  readonly mediaGPerDay: number;
  readonly units: UnitPreferences;
}

/** Tank water in, gas in, media dissolved, stronger water back. */
export function ReactorPicture({ mlPerMin, effluent, tank, co2GPerDay, mediaGPerDay, units }: Props) {
  const alkalinity = (amount: number) => showText(quantity('alkalinity', amount), units);
  const mass = (amount: number) => showText(quantity('mass', amount), units);
  const flow = showText(quantity('flow', mlPerMin), units);
  return (
    <svg
      viewBox="0 0 384 216"
      className="w-full max-w-[24rem]"
      role="img"
      aria-label={`Tank water at ${alkalinity(tank)} goes through the reactor at ${flow} and returns at ${alkalinity(effluent)}; ${mass(mediaGPerDay)} of media and at least ${mass(co2GPerDay)} of CO2 a day.`}
    >
      <defs>
        <marker id="into" viewBox="0 0 8 8" refX="7" refY="4" markerWidth="7" markerHeight="7" orient="auto">
          <path d="M0 0 L8 4 L0 8 Z" fill="var(--glass)" />
        </marker>
      </defs>
      <rect x="8" y="84" width="140" height="100" fill="var(--band)" />
      <path d="M8 70 V184 H148 V70" fill="none" stroke="var(--edge)" strokeWidth="3" strokeLinejoin="round" />
      <text x="78" y="140" textAnchor="middle" fontSize="15" fontWeight="650" fill="var(--ink)">
        {alkalinity(tank)}
      </text>
      <text x="78" y="204" textAnchor="middle" fontSize="13" fill="var(--soft)">
        tank
      </text>
      <rect
        x="262"
        y="56"
        width="74"
        height="128"
        rx="8"
        fill="var(--glass-wash)"
        stroke="var(--edge)"
        strokeWidth="3"
      />
      {Array.from({ length: 24 }, (_, i) => (
        <circle
          key={i}
          cx={274 + (i % 5) * 12.5}
          cy={174 - Math.floor(i / 5) * 12 - (i % 2) * 3}
          r="5"
          fill="var(--sheet)"
          stroke="var(--soft)"
          strokeWidth="0.9"
        />
      ))}
      <text x="299" y="204" textAnchor="middle" fontSize="13" fill="var(--soft)">
        {mass(mediaGPerDay)} media a day
      </text>
      <path
        d="M148 162 C190 162 210 162 256 162"
        fill="none"
        stroke="var(--glass)"
        strokeWidth="2.5"
        markerEnd="url(#into)"
      />
      <text x="203" y="146" textAnchor="middle" fontSize="14" fontWeight="650" fill="var(--ink)">
        {flow}
      </text>
      <path d="M299 56 V36 H100 V78" fill="none" stroke="var(--glass)" strokeWidth="2.5" markerEnd="url(#into)" />
      <text x="196" y="28" textAnchor="middle" fontSize="14" fontWeight="650" fill="var(--ink)">
        {alkalinity(effluent)} back
      </text>
      <path d="M376 120 H342" fill="none" stroke="var(--dusk)" strokeWidth="2.5" strokeDasharray="3 3" />
      <text x="382" y="92" textAnchor="end" fontSize="13" fill="var(--dusk)">
        CO₂
      </text>
      <text x="382" y="108" textAnchor="end" fontSize="12" fill="var(--dusk)">
        {mass(co2GPerDay)}
      </text>
    </svg>
  );
}
