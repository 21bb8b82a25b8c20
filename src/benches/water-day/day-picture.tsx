import { quantity, showText, type UnitPreferences } from '@/quantities/quantity';
import type { Pour } from '@/calculators/water-change/share-out';
import type { WaterVessel } from '@/record/schema';

interface Props {
  readonly pours: readonly Pour[];
  readonly vessels: readonly WaterVessel[];
  readonly units: UnitPreferences;
}

const WIDE = 166;

/** Each vessel of the day as full as it will be, and whose water is in it. */
export function DayPicture({ pours, vessels, units }: Props) {
  const volume = (litres: number) => showText(quantity('volume', litres), units);
  const largest = Math.max(
    1,
    ...pours.map(({ litres, vessel }) => Math.max(litres, vessels.find(({ name }) => name === vessel)?.litres ?? 0)),
  );
  return (
    <ul className="flex flex-wrap gap-x-3 gap-y-3" aria-label="Vessels of the day">
      {pours.map((pour) => {
        const holds = Math.max(pour.litres, vessels.find(({ id }) => id === pour.fromId)?.litres ?? pour.litres);
        const height = 58 + 62 * Math.sqrt(holds / largest);
        const foot = 132;
        const top = foot - height;
        const y = (litres: number) => foot - (height - 8) * (litres / holds);
        let below = 0;
        return (
          <li key={`${pour.from} ${pour.fromId}`}>
            <svg
              width={WIDE}
              height="176"
              role="img"
              aria-label={`${pour.vessel}: ${volume(pour.litres)} at ${showText(quantity('salinity', pour.salinity), units)} for ${pour.shares.map(({ tank, litres }) => `${tank} ${volume(litres)}`).join(', ')}`}
            >
              {pour.shares.map(({ tank, litres }, i) => {
                const from = y(below);
                below += litres;
                const to = y(below);
                return (
                  <g key={tank}>
                    <rect
                      x="6"
                      y={to}
                      width="72"
                      height={from - to}
                      fill={i % 2 === 0 ? 'var(--glass-wash)' : 'var(--dusk-wash)'}
                    />
                    <line x1="6" x2="84" y1={to} y2={to} stroke="var(--glass)" strokeWidth="1.5" />
                    <text x="88" y={Math.max(to + 12, from - 26 - i)} fontSize="13" fontWeight="650" fill="var(--ink)">
                      {tank.length > 13 ? `${tank.slice(0, 12)}…` : tank}
                    </text>
                    <text x="88" y={Math.max(to + 27, from - 11 - i)} fontSize="12" fill="var(--soft)">
                      {volume(litres)}
                    </text>
                  </g>
                );
              })}
              <path
                d={`M6 ${top} V${foot} H78 V${top}`}
                fill="none"
                stroke="var(--edge)"
                strokeWidth="3"
                strokeLinejoin="round"
              />
              <text x="6" y="150" fontSize="13" fontWeight="650" fill="var(--ink)">
                {pour.vessel.length > 22 ? `${pour.vessel.slice(0, 21)}…` : pour.vessel}
              </text>
              <text x="6" y="167" fontSize="13" fill="var(--soft)">
                {volume(pour.litres)} at {showText(quantity('salinity', pour.salinity), units)}
              </text>
            </svg>
          </li>
        );
      })}
    </ul>
  );
}
