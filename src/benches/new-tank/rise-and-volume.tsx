'use client';

import type { QuantityKind } from '@/quantities/kinds';
import { quantity, showText } from '@/quantities/quantity';
import { useUnits } from '@/interface/workspace/workspace';

interface Props {
  readonly kind: QuantityKind;
  readonly before: number | null;
  readonly after: number | null;
  readonly thoughtL: number;
  readonly volumeL: number | undefined;
  readonly lowL: number | undefined;
  readonly highL: number | undefined;
}

/** The volume found on a scale of litres, with its error, beside what the tank was thought to hold. */
export function RiseAndVolume({ kind, before, after, thoughtL, volumeL, lowL, highL }: Props) {
  const units = useUnits();
  const told = (litres: number) => showText(quantity('volume', litres), units);
  const top = Math.max(thoughtL, highL ?? volumeL ?? 0) * 1.2;
  const x = (litres: number) => 20 + (360 * Math.min(litres, top)) / top;
  const rise =
    before === null || after === null
      ? 'no rise read yet'
      : `${showText(quantity(kind, before), units)} to ${showText(quantity(kind, after), units)}`;
  return (
    <svg
      viewBox="0 0 400 130"
      className="w-full max-w-md"
      role="img"
      aria-label={`Thought to hold ${told(thoughtL)}; ${volumeL === undefined ? 'not measured yet' : `measured ${told(volumeL)}`}; ${rise}`}
    >
      <line x1="20" x2="380" y1="70" y2="70" stroke="var(--edge)" strokeWidth="1.5" />
      {lowL !== undefined && (
        <rect x={x(lowL)} y="58" width={Math.max(2, x(highL ?? top) - x(lowL))} height="24" fill="var(--glass-wash)" />
      )}
      {volumeL !== undefined && (
        <>
          <line x1={x(volumeL)} x2={x(volumeL)} y1="50" y2="90" stroke="var(--glass)" strokeWidth="3" />
          <text x={x(volumeL)} y="42" textAnchor="middle" fontSize="15" fontWeight="650" fill="var(--glass)">
            {told(volumeL)}
          </text>
        </>
      )}
      <path d={`M${x(thoughtL)} 84 l-6 12 h12 Z`} fill="none" stroke="var(--ink)" strokeWidth="1.5" />
      <text x={x(thoughtL)} y="112" textAnchor="middle" fontSize="12" fill="var(--soft)">
        thought {told(thoughtL)}
      </text>
      <text x="20" y="18" fontSize="13" fill="var(--soft)">
        {rise}
      </text>
    </svg>
  );
}
