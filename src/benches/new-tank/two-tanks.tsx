'use client';

import { quantity, showText } from '@/quantities/quantity';
import { useUnits } from '@/interface/workspace/workspace';

interface Vessel {
  readonly name: string;
  readonly litres: number;
}

/** The running tank with what it gives, and the filled one with what it gets, to one scale. */
export function TwoTanks({
  running,
  filled,
  takenL,
}: {
  readonly running: Vessel;
  readonly filled: Vessel;
  readonly takenL: number;
}) {
  const units = useUnits();
  const told = (litres: number) => showText(quantity('volume', litres), units);
  // Areas in proportion to litres, the larger filling its place.
  const most = Math.max(running.litres, filled.litres);
  const side = (litres: number) => 128 * Math.sqrt(litres / most);
  const [a, b] = [side(running.litres), side(filled.litres)];
  const gone = Math.min(1, takenL / running.litres) * a;
  const got = Math.min(1, takenL / filled.litres) * b;
  const floor = 150;
  return (
    <svg
      viewBox="0 0 400 190"
      className="w-full max-w-md"
      role="img"
      aria-label={`${told(takenL)} from ${running.name}, ${told(running.litres)}, into ${filled.name}, ${told(filled.litres)}`}
    >
      <rect x="10" y={floor - a} width={a} height={a} fill="var(--glass-wash)" />
      <rect
        x="10"
        y={floor - a}
        width={a}
        height={gone}
        fill="var(--sheet)"
        stroke="var(--dusk)"
        strokeDasharray="4 3"
      />
      <rect x="10" y={floor - a} width={a} height={a} fill="none" stroke="var(--edge)" strokeWidth="3" />
      <rect x="240" y={floor - got} width={b} height={got} fill="var(--dusk-wash)" />
      <rect x="240" y={floor - b} width={b} height={b} fill="none" stroke="var(--edge)" strokeWidth="3" />
      <path
        d={`M${16 + a} ${floor - a + gone / 2} H195 V${floor - got / 2} H232`}
        fill="none"
        stroke="var(--dusk)"
        strokeWidth="2"
        markerEnd="url(#to)"
      />
      <defs>
        <marker id="to" viewBox="0 0 8 8" refX="7" refY="4" markerWidth="7" markerHeight="7" orient="auto">
          <path d="M0 0 L8 4 L0 8 Z" fill="var(--dusk)" />
        </marker>
      </defs>
      <text x="150" y={floor - a + gone / 2 - 6} fontSize="13" fill="var(--ink)">
        {told(takenL)}
      </text>
      <text x="10" y="170" fontSize="13" fontWeight="600" fill="var(--ink)">
        {running.name}
      </text>
      <text x="10" y="186" fontSize="12" fill="var(--soft)">
        {told(running.litres)}
      </text>
      <text x="240" y="170" fontSize="13" fontWeight="600" fill="var(--ink)">
        {filled.name}
      </text>
      <text x="240" y="186" fontSize="12" fill="var(--soft)">
        {told(filled.litres)}
      </text>
    </svg>
  );
}
