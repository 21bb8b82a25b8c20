import { specificGravity } from '@/chemistry/seawater/specific-gravity';

interface Props {
  readonly salinity: number | undefined;
  readonly band: readonly [number, number];
  readonly aim: number;
}

const [LOW, HIGH] = [28, 40];

/** Salinity and specific gravity side by side on one stem, with the tank's band and where the reading falls. */
export function SalinityScale({ salinity, band, aim }: Props) {
  const y = (s: number) => 196 - ((Math.min(HIGH, Math.max(LOW, s)) - LOW) / (HIGH - LOW)) * 180;
  const marks = Array.from({ length: HIGH - LOW + 1 }, (_, i) => LOW + i);
  return (
    <svg
      viewBox="0 0 300 214"
      className="w-full max-w-[19rem]"
      role="img"
      aria-label={
        salinity === undefined
          ? `A scale of salinity; the tank’s aim is ${aim.toFixed(1)} ppt.`
          : `${salinity.toFixed(1)} ppt on a scale where the tank’s band runs from ${band[0].toFixed(1)} to ${band[1].toFixed(1)}.`
      }
    >
      <rect x="118" width="64" y={y(band[1])} height={Math.max(2, y(band[0]) - y(band[1]))} fill="var(--band)" />
      <path d="M118 12 V200 M182 12 V200" stroke="var(--edge)" strokeWidth="2" />
      {marks.map((s) => (
        <g key={s}>
          <line x1="118" x2={s % 2 === 0 ? 130 : 124} y1={y(s)} y2={y(s)} stroke="var(--soft)" />
          <line x1="182" x2={s % 2 === 0 ? 170 : 176} y1={y(s)} y2={y(s)} stroke="var(--soft)" />
          {s % 2 === 0 && (
            <>
              <text x="110" y={y(s) + 4} textAnchor="end" fontSize="12" fill="var(--soft)">
                {s} ppt
              </text>
              <text x="190" y={y(s) + 4} fontSize="12" fill="var(--soft)">
                {specificGravity(s).toFixed(4)} sg
              </text>
            </>
          )}
        </g>
      ))}
      {salinity !== undefined && (
        <g>
          <line x1="112" x2="188" y1={y(salinity)} y2={y(salinity)} stroke="var(--glass)" strokeWidth="3" />
          <text x="150" y={y(salinity) - 6} textAnchor="middle" fontSize="14" fontWeight="650" fill="var(--ink)">
            {salinity.toFixed(1)}
          </text>
        </g>
      )}
    </svg>
  );
}
