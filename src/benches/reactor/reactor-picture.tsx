import { quantity, showText, type UnitPreferences } from '@/quantities/quantity';

interface Props {
  readonly mlPerMin: number;
  readonly effluent: number;
  readonly tank: number;
  readonly chamberPh: number | undefined;
  readonly mediaGPerDay: number;
  /** As used; only where the chamber's pH is known. */
  readonly co2GPerDay: number | undefined;
  readonly co2LeastGPerDay: number;
  readonly bubblesPerMin: number | undefined;
  readonly units: UnitPreferences;
}

const TANK = { x: 12, y: 118, width: 156, height: 116 };
const CHAMBER = { x: 286, y: 84, width: 84, height: 150 };
const CYLINDER = { x: 438, y: 112, width: 44, height: 122 };

/** Tank water in, gas in, media dissolved, stronger water back: each with its figure. */
export function ReactorPicture({
  mlPerMin,
  effluent,
  tank,
  chamberPh,
  mediaGPerDay,
  co2GPerDay,
  co2LeastGPerDay,
  bubblesPerMin,
  units,
}: Props) {
  const alkalinity = (amount: number) => showText(quantity('alkalinity', amount), units);
  const mass = (amount: number) => showText(quantity('mass', amount), units);
  const flow = showText(quantity('flow', mlPerMin), units);
  const gas = co2GPerDay === undefined ? `${mass(co2LeastGPerDay)} CO₂ at least` : `${mass(co2GPerDay)} CO₂`;
  const ph = chamberPh === undefined ? undefined : `pH ${showText(quantity('ph', chamberPh), units)}`;
  const bottom = TANK.y + TANK.height;
  return (
    <svg
      viewBox="0 0 512 264"
      className="w-full max-w-[32rem]"
      role="img"
      aria-label={`Tank water at ${alkalinity(tank)} goes through the reactor at ${flow}${ph ? `, its chamber at ${ph},` : ''} and returns at ${alkalinity(effluent)}; ${mass(mediaGPerDay)} of media and ${gas} a day.`}
    >
      <defs>
        <marker id="flows" viewBox="0 0 8 8" refX="7" refY="4" markerWidth="7" markerHeight="7" orient="auto">
          <path d="M0 0 L8 4 L0 8 Z" fill="var(--glass)" />
        </marker>
        <marker id="gas-flows" viewBox="0 0 8 8" refX="7" refY="4" markerWidth="7" markerHeight="7" orient="auto">
          <path d="M0 0 L8 4 L0 8 Z" fill="var(--dusk)" />
        </marker>
      </defs>
      <rect x={TANK.x} y={TANK.y + 16} width={TANK.width} height={TANK.height - 16} fill="var(--band)" />
      <path
        d={`M${TANK.x} ${TANK.y} V${bottom} H${TANK.x + TANK.width} V${TANK.y}`}
        fill="none"
        stroke="var(--edge)"
        strokeWidth="3"
        strokeLinejoin="round"
      />
      <text
        x={TANK.x + TANK.width / 2}
        y={TANK.y + 68}
        textAnchor="middle"
        fontSize="16"
        fontWeight="650"
        fill="var(--ink)"
      >
        {alkalinity(tank)}
      </text>
      <text x={TANK.x + TANK.width / 2} y="254" textAnchor="middle" fontSize="13" fill="var(--soft)">
        tank
      </text>

      <rect
        x={CHAMBER.x}
        y={CHAMBER.y}
        width={CHAMBER.width}
        height={CHAMBER.height}
        rx="9"
        fill="var(--glass-wash)"
        stroke="var(--edge)"
        strokeWidth="3"
      />
      {Array.from({ length: 30 }, (_, i) => (
        <circle
          key={i}
          cx={CHAMBER.x + 14 + (i % 5) * 14}
          cy={bottom - 12 - Math.floor(i / 5) * 13 - (i % 2) * 3}
          r="5.5"
          fill="var(--sheet)"
          stroke="var(--soft)"
          strokeWidth="0.9"
        />
      ))}
      {ph && (
        <text
          x={CHAMBER.x + CHAMBER.width / 2}
          y={CHAMBER.y + 30}
          textAnchor="middle"
          fontSize="16"
          fontWeight="650"
          fill="var(--ink)"
        >
          {ph}
        </text>
      )}
      <text x={CHAMBER.x + CHAMBER.width / 2} y="254" textAnchor="middle" fontSize="13" fill="var(--soft)">
        {mass(mediaGPerDay)} media a day
      </text>

      <path
        d={`M${TANK.x + TANK.width} 208 H${CHAMBER.x - 8}`}
        fill="none"
        stroke="var(--glass)"
        strokeWidth="2.5"
        markerEnd="url(#flows)"
      />
      <text
        x={(TANK.x + TANK.width + CHAMBER.x) / 2}
        y="196"
        textAnchor="middle"
        fontSize="15"
        fontWeight="650"
        fill="var(--ink)"
      >
        {flow}
      </text>
      <text x={(TANK.x + TANK.width + CHAMBER.x) / 2} y="226" textAnchor="middle" fontSize="13" fill="var(--soft)">
        feed
      </text>
      <path
        d={`M${CHAMBER.x + 42} ${CHAMBER.y} V48 H${TANK.x + 92} V${TANK.y + 6}`}
        fill="none"
        stroke="var(--glass)"
        strokeWidth="2.5"
        markerEnd="url(#flows)"
      />
      <text
        x={(TANK.x + 92 + CHAMBER.x + 42) / 2}
        y="38"
        textAnchor="middle"
        fontSize="15"
        fontWeight="650"
        fill="var(--ink)"
      >
        {alkalinity(effluent)}
      </text>
      <text x={(TANK.x + 92 + CHAMBER.x + 42) / 2} y="66" textAnchor="middle" fontSize="13" fill="var(--soft)">
        effluent
      </text>

      <path
        d={`M${CYLINDER.x} ${CYLINDER.y + CYLINDER.height} V${CYLINDER.y + 18} Q${CYLINDER.x} ${CYLINDER.y} ${CYLINDER.x + CYLINDER.width / 2} ${CYLINDER.y} Q${CYLINDER.x + CYLINDER.width} ${CYLINDER.y} ${CYLINDER.x + CYLINDER.width} ${CYLINDER.y + 18} V${CYLINDER.y + CYLINDER.height} Z`}
        fill="var(--sheet)"
        stroke="var(--edge)"
        strokeWidth="3"
        strokeLinejoin="round"
      />
      <path
        d={`M${CYLINDER.x + CYLINDER.width / 2} ${CYLINDER.y} V92 H${CHAMBER.x + CHAMBER.width + 8}`}
        fill="none"
        stroke="var(--dusk)"
        strokeWidth="2"
        strokeDasharray="2 5"
        strokeLinecap="round"
        markerEnd="url(#gas-flows)"
      />
      <text x="506" y="66" textAnchor="end" fontSize="14" fontWeight="650" fill="var(--ink)">
        {gas}
      </text>
      <text x="506" y="83" textAnchor="end" fontSize="13" fill="var(--soft)">
        {bubblesPerMin === undefined ? 'a day' : `a day, ${Math.round(bubblesPerMin)} bubbles/min`}
      </text>
      <text x={CYLINDER.x + CYLINDER.width / 2} y="254" textAnchor="middle" fontSize="13" fill="var(--soft)">
        gas
      </text>
    </svg>
  );
}
