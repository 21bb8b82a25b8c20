import { quantity, showText, type UnitPreferences } from '@/chemistry/units/quantity';

interface Props {
  readonly reservoirL: number;
  readonly leftL: number;
  readonly litresPerDay: number;
  readonly netVolumeL: number;
  readonly salinity: number;
  readonly worstSalinity: number;
  readonly units: UnitPreferences;
}

/** The reservoir as it should stand, its days marked down the side, and beside it the worst it could do to the tank. */
export function ReservoirPicture({
  reservoirL,
  leftL,
  litresPerDay,
  netVolumeL,
  salinity,
  worstSalinity,
  units,
}: Props) {
  const top = 30;
  const foot = 190;
  const y = (litres: number) => foot - ((foot - top) * litres) / reservoirL;
  const wholeDays = litresPerDay > 0 ? Math.floor(leftL / litresPerDay) : 0;
  const step = Math.max(1, Math.ceil(wholeDays / 6));
  const days = Array.from({ length: Math.floor(wholeDays / step) }, (_, i) => (i + 1) * step);
  const volume = (litres: number) => showText(quantity('volume', litres), units);
  return (
    <svg
      viewBox="0 0 352 232"
      className="w-full max-w-[22rem]"
      role="img"
      aria-label={`The reservoir should hold ${volume(leftL)} of ${volume(reservoirL)}. All of it poured into the ${volume(netVolumeL)} tank would take salinity from ${showText(quantity('salinity', salinity), units)} to ${showText(quantity('salinity', worstSalinity), units)}.`}
    >
      <rect x="14" y={y(leftL)} width="84" height={foot - y(leftL)} fill="var(--glass-wash)" />
      <line x1="14" x2="98" y1={y(leftL)} y2={y(leftL)} stroke="var(--glass)" strokeWidth="2.5" />
      <path
        d={`M14 ${top} V${foot} H98 V${top}`}
        fill="none"
        stroke="var(--edge)"
        strokeWidth="3"
        strokeLinejoin="round"
      />
      {days.map((day) => (
        <g key={day}>
          <line
            x1="92"
            x2="104"
            y1={y(leftL - day * litresPerDay)}
            y2={y(leftL - day * litresPerDay)}
            stroke="var(--soft)"
            strokeWidth="1.2"
          />
          <text x="108" y={y(leftL - day * litresPerDay) + 4} fontSize="12" fill="var(--soft)">
            day {day}
          </text>
        </g>
      ))}
      <text
        x="56"
        y={Math.min(foot - 10, y(leftL) + 20)}
        textAnchor="middle"
        fontSize="14"
        fontWeight="650"
        fill="var(--ink)"
      >
        {volume(leftL)}
      </text>
      <text x="56" y="210" textAnchor="middle" fontSize="13" fill="var(--soft)">
        of {volume(reservoirL)}
      </text>
      <text x="14" y="18" fontSize="13" fontWeight="650" fill="var(--ink)">
        Reservoir
      </text>

      <text x="190" y="18" fontSize="13" fontWeight="650" fill="var(--ink)">
        If it all ran in
      </text>
      <rect x="190" y="66" width="148" height="124" fill="var(--band)" />
      <rect
        x="190"
        y={66 - Math.min(30, (reservoirL / netVolumeL) * 124)}
        width="148"
        height={Math.min(30, (reservoirL / netVolumeL) * 124)}
        fill="var(--rust-wash)"
        stroke="var(--rust)"
        strokeDasharray="4 3"
      />
      <path d="M190 56 V190 H338 V56" fill="none" stroke="var(--edge)" strokeWidth="3" strokeLinejoin="round" />
      <text x="264" y="118" textAnchor="middle" fontSize="14" fill="var(--soft)">
        {showText(quantity('salinity', salinity), units)} now
      </text>
      <text x="264" y="142" textAnchor="middle" fontSize="16" fontWeight="650" fill="var(--rust)">
        {showText(quantity('salinity', worstSalinity), units)} then
      </text>
      <text x="264" y="210" textAnchor="middle" fontSize="13" fill="var(--soft)">
        {volume(netVolumeL)} net
      </text>
    </svg>
  );
}
