import { quantity, showText, type UnitPreferences } from '@/quantities/quantity';
import { netVolumeL, type Tank } from '@/record/schema';

/** Display above sump, with what rock and sand take of them, drawn to one scale. */
export function TankPicture({ tank, units }: { readonly tank: Tank; readonly units: UnitPreferences }) {
  const gross = tank.displayL + tank.sumpL;
  if (gross <= 0 || netVolumeL(tank) <= 0) return null;
  const scale = 200 / Math.max(tank.displayL, tank.sumpL * 1.2);
  const display = tank.displayL * scale;
  const sump = tank.sumpL * scale;
  const height = 96;
  const volume = (litres: number) => showText(quantity('volume', litres), units);
  const sandHeight = tank.sandL > 0 ? Math.max(4, (tank.sandL / tank.displayL) * height) : 0;
  const floor = 24 + height - sandHeight;
  // A pile is drawn wider than high; its height follows its share of the display.
  const pile = Math.min(height * 0.7, 14 + (tank.rockL / tank.displayL) * height * 4);
  const rock = [
    [0.14, 0],
    [0.2, 0.5],
    [0.3, 0.62],
    [0.38, 1],
    [0.47, 0.78],
    [0.55, 0.86],
    [0.66, 0.5],
    [0.76, 0.42],
    [0.84, 0],
  ]
    .map(([across = 0, up = 0]) => `${(10 + display * across).toFixed(1)},${(floor - pile * up).toFixed(1)}`)
    .join(' ');
  return (
    <svg
      viewBox="0 0 280 246"
      className="w-full max-w-[18rem]"
      role="img"
      aria-label={`Display ${volume(tank.displayL)}, sump ${volume(tank.sumpL)}, rock and sand ${volume(tank.rockL + tank.sandL)}, net ${volume(netVolumeL(tank))}`}
    >
      <rect x="10" y="24" width={display} height={height} fill="var(--glass-wash)" />
      {tank.rockL > 0 && (
        <polygon points={rock} fill="var(--line)" stroke="var(--edge)" strokeWidth="1" strokeLinejoin="round" />
      )}
      {tank.sandL > 0 && (
        <rect
          x="10"
          y={floor}
          width={display}
          height={sandHeight}
          fill="var(--kelp-wash)"
          stroke="var(--edge)"
          strokeWidth="0.6"
        />
      )}
      <path
        d={`M10 14 V${24 + height} H${10 + display} V14`}
        fill="none"
        stroke="var(--edge)"
        strokeWidth="3"
        strokeLinejoin="round"
      />
      <text x={18} y={44} fontSize="14" fontWeight="650" fill="var(--ink)">
        {volume(tank.displayL)}
      </text>
      {tank.sumpL > 0 && (
        <>
          <path d={`M30 ${24 + height} V156`} stroke="var(--edge)" strokeWidth="2" strokeDasharray="4 3" />
          <rect x="10" y="162" width={sump} height="50" fill="var(--glass-wash)" />
          <path
            d={`M10 154 V212 H${10 + sump} V154`}
            fill="none"
            stroke="var(--edge)"
            strokeWidth="3"
            strokeLinejoin="round"
          />
          <text x={18 + sump} y={192} fontSize="13" fill="var(--ink)">
            sump {volume(tank.sumpL)}
          </text>
        </>
      )}
      <text x="10" y="236" fontSize="13" fill="var(--soft)">
        rock {volume(tank.rockL)}, sand {volume(tank.sandL)}
      </text>
    </svg>
  );
}
