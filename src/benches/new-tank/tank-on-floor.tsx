'use client';

import type { setUp } from '@/calculators/set-up/set-up';
import { quantity, showText } from '@/quantities/quantity';
import { useUnits } from '@/interface/workspace/workspace';
import type { SetUpRow } from '@/record/schema';

interface Props {
  readonly draft: SetUpRow;
  readonly values: ReturnType<typeof setUp.run>['values'];
}

/** The tank from the front, to scale: water, sand, rock, and what presses on the floor. */
export function TankOnFloor({ draft, values }: Props) {
  const units = useUnits();
  const told = (kind: 'volume' | 'mass' | 'length' | 'power' | 'floorLoad', amount: number) =>
    showText(quantity(kind, amount), units);
  // A stand is about as high as a table; under a small tank it is drawn shorter, so that the tank can be seen.
  const stand = Math.min(70, draft.heightCm * 0.9);
  const scale = Math.min(250 / draft.lengthCm, 210 / (draft.heightCm + stand));
  const w = draft.lengthCm * scale;
  const h = draft.heightCm * scale;
  const left = 24;
  const floor = 246;
  const top = floor - (draft.heightCm + stand) * scale;
  const bottom = top + h;
  const water = values.waterCm * scale;
  const sand = Math.min(values.sandCm * scale, h * 0.4);
  // A pile whose area stands to the water's as its litres do, and half as much again for its hollows.
  const pile = Math.min(h * 0.8, (water * 1.5 * values.rockL * 2) / Math.max(1, values.displayL));
  const rock = [
    [0.12, 0],
    [0.2, 0.55],
    [0.3, 0.6],
    [0.4, 1],
    [0.5, 0.75],
    [0.62, 0.85],
    [0.74, 0.4],
    [0.86, 0],
  ]
    .map(([x = 0, y = 0]) => `${(left + w * x).toFixed(1)},${(bottom - sand - pile * y * 2).toFixed(1)}`)
    .join(' ');
  return (
    <svg
      viewBox="0 0 420 300"
      className="w-full max-w-lg"
      role="img"
      aria-label={`${told('length', draft.lengthCm)} long, ${told('length', draft.heightCm)} high; water ${told('length', values.waterCm)}, sand ${told('length', values.sandCm)} deep; ${told('mass', values.massKg * 1000)} on the floor, ${told('floorLoad', values.floorLoadKgPerM2)}`}
    >
      <rect x={left} y={bottom - water} width={w} height={water} fill="var(--glass-wash)" />
      <polygon points={rock} fill="var(--line)" stroke="var(--edge)" strokeLinejoin="round" />
      <rect
        x={left}
        y={bottom - sand}
        width={w}
        height={sand}
        fill="var(--kelp-wash)"
        stroke="var(--edge)"
        strokeWidth="0.6"
      />
      <path d={`M${left} ${top} V${bottom} H${left + w} V${top}`} fill="none" stroke="var(--edge)" strokeWidth="3" />
      <rect
        x={left}
        y={bottom + 2}
        width={w}
        height={floor - bottom - 2}
        fill="none"
        stroke="var(--edge)"
        strokeWidth="1.2"
      />
      {draft.sumpL > 0 && (
        <>
          <rect
            x={left + 8}
            y={floor - (floor - bottom) * 0.5}
            width={w * 0.6}
            height={(floor - bottom) * 0.5 - 4}
            fill="var(--glass-wash)"
            stroke="var(--edge)"
          />
          <text x={left + 14} y={floor - 9} fontSize="11" fill="var(--ink)">
            sump {told('volume', draft.sumpL)}
          </text>
        </>
      )}
      <line x1="4" x2="416" y1={floor} y2={floor} stroke="var(--ink)" strokeWidth="2.5" />
      {[0.2, 0.5, 0.8].map((x) => (
        <path
          key={x}
          d={`M${left + w * x} ${floor + 3} v12 m-4 -5 l4 5 l4 -5`}
          fill="none"
          stroke="var(--rust)"
          strokeWidth="1.6"
        />
      ))}
      <text x={left} y={floor + 34} fontSize="14" fontWeight="650" fill="var(--ink)">
        {told('mass', values.massKg * 1000)}
      </text>
      <text x={left} y={floor + 50} fontSize="12" fill="var(--soft)">
        {told('floorLoad', values.floorLoadKgPerM2)} under it
      </text>
      <g fontSize="12.5" fill="var(--ink)">
        <text x={left + w + 14} y={bottom - water + 12}>
          net {told('volume', values.netL)}
        </text>
        <text x={left + w + 14} y={bottom - water + 30}>
          rock {told('mass', values.rockG)}
        </text>
        <text x={left + w + 14} y={bottom - water + 48}>
          sand {told('mass', values.sandG)}, {told('length', values.sandCm)}
        </text>
        <text x={left + w + 14} y={bottom - water + 66}>
          {values.heaters > 1 ? `${values.heaters} heaters, ` : 'heater '}
          {told('power', values.heaterW)}
        </text>
      </g>
    </svg>
  );
}
