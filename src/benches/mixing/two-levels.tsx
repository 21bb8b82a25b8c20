import { quantity, showText, type UnitPreferences } from '@/quantities/quantity';

interface Level {
  readonly litres: number;
  readonly salinity: number;
}

interface Props {
  readonly before: Level;
  readonly after: Level;
  /** What is taken out first, L. */
  readonly takeOutL: number;
  readonly fullL: number | undefined;
  readonly units: UnitPreferences;
}

/** A vessel before and after its salinity is put right: level, what goes, what comes. */
export function TwoLevels({ before, after, takeOutL, fullL, units }: Props) {
  const brim = Math.max(before.litres, after.litres, fullL ?? 0) * 1.06;
  const foot = 184;
  const y = (litres: number) => foot - (150 * litres) / brim;
  const volume = (litres: number) => showText(quantity('volume', litres), units);
  const salt = (salinity: number) => showText(quantity('salinity', salinity), units);
  const kept = before.litres - takeOutL;
  return (
    <svg
      viewBox="0 0 300 214"
      className="w-full max-w-[19rem]"
      role="img"
      aria-label={`Before: ${volume(before.litres)} at ${salt(before.salinity)}. After: ${volume(after.litres)} at ${salt(after.salinity)}.${takeOutL > 0.05 ? ` ${volume(takeOutL)} is taken out first.` : ''}`}
    >
      {[
        { x: 14, level: before, words: 'now' },
        { x: 168, level: after, words: 'then' },
      ].map(({ x, level, words }) => (
        <g key={words}>
          <rect
            x={x}
            y={y(level.litres)}
            width="96"
            height={foot - y(level.litres)}
            fill={words === 'now' ? 'var(--band)' : 'var(--glass-wash)'}
          />
          <line x1={x} x2={x + 96} y1={y(level.litres)} y2={y(level.litres)} stroke="var(--glass)" strokeWidth="2.5" />
          {fullL !== undefined && (
            <line x1={x} x2={x + 96} y1={y(fullL)} y2={y(fullL)} stroke="var(--soft)" strokeDasharray="3 3" />
          )}
          <path
            d={`M${x} 20 V${foot} H${x + 96} V20`}
            fill="none"
            stroke="var(--edge)"
            strokeWidth="3"
            strokeLinejoin="round"
          />
          <text x={x + 48} y={foot - 34} textAnchor="middle" fontSize="16" fontWeight="650" fill="var(--ink)">
            {salt(level.salinity)}
          </text>
          <text x={x + 48} y={foot - 14} textAnchor="middle" fontSize="13" fill="var(--soft)">
            {volume(level.litres)}
          </text>
          <text x={x + 48} y="204" textAnchor="middle" fontSize="13" fill="var(--soft)">
            {words}
          </text>
        </g>
      ))}
      {takeOutL > 0.05 && (
        <g>
          <line x1="14" x2="110" y1={y(kept)} y2={y(kept)} stroke="var(--rust)" strokeWidth="2" strokeDasharray="5 3" />
          <text x="116" y={y(kept) + 4} fontSize="12" fill="var(--rust)">
            out
          </text>
        </g>
      )}
      <path d="M122 110 H156 M148 102 l8 8 l-8 8" fill="none" stroke="var(--soft)" strokeWidth="2" />
    </svg>
  );
}
