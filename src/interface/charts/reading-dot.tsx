import type { Point } from './series-points';

interface DotProps {
  readonly cx?: number;
  readonly cy?: number;
  readonly payload?: Point;
}

/**
 * A reading is a filled dot, a laboratory's a square, a probe's a diamond; a bound, which tells no level, is open; one that the others
 * contradict is crossed.
 */
export function ReadingDot({ cx, cy, payload }: DotProps) {
  if (cx === undefined || cy === undefined || typeof payload?.value !== 'number') return <g />;
  const { bound, doubted, by } = payload;
  const colour = doubted ? 'var(--rust)' : 'var(--glass)';
  const fill = bound || doubted ? 'var(--paper)' : colour;
  const shape =
    by === 'laboratory' ? (
      <rect x={cx - 3} y={cy - 3} width="6" height="6" stroke={colour} fill={fill} />
    ) : by === 'probe' ? (
      <path d={`M${cx} ${cy - 3.6} l3.6 3.6 -3.6 3.6 -3.6 -3.6 Z`} stroke={colour} fill={fill} />
    ) : (
      <circle cx={cx} cy={cy} r="2.8" stroke={colour} fill={fill} />
    );
  return (
    <g>
      {shape}
      {doubted && <path d={`M${cx - 5} ${cy - 5} l10 10 M${cx + 5} ${cy - 5} l-10 10`} stroke={colour} />}
    </g>
  );
}
