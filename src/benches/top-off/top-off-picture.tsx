'use client';

import type { FailureValues } from '@/calculators/top-off/failed';
import { quantity, showText } from '@/quantities/quantity';
import { useUnits } from '@/interface/workspace/workspace';
import { litresOf } from '@/derived/top-off/top-off-question';
import type { Tank } from '@/record/schema';
import { geometryOf, type Standing } from './geometry';

interface Props {
  readonly tank: Tank;
  readonly failure: FailureValues;
  readonly salinity: number;
  /** What should stand in the reservoir now, and what it gives a day. */
  readonly leftL: number;
  /** Days are marked down the reservoir where it is known. */
  readonly drawnLPerDay: number | undefined;
}

const WIDTH = 440;
const FLOOR = 258;
const TOP = 34;
const GAP_CM = 26;
const KEPT_UNDER_CM = 14;
/** Two days' marks nearer than this cannot both be read, and words wider than the vessel stand beside it. */
const MARKS_APART = 14;
const ROOM_FOR_WORDS = 165;

/** Reservoir and sump side by side, to one scale: what stands in them, where it would rise to, and what would be on the floor. */
export function TopOffPicture({ tank, failure, salinity, leftL, drawnLPerDay = 0 }: Props) {
  const units = useUnits();
  const stood = geometryOf(tank);
  const { cutOffCm, told } = stood;
  // Empty height under both is cut short, so that what matters can be seen.
  const cutCm = Math.max(0, Math.min(stood.reservoir.standsCm, stood.rises.standsCm) - KEPT_UNDER_CM);
  const lowered = (vessel: Standing) => ({ ...vessel, standsCm: vessel.standsCm - cutCm });
  const [reservoir, rises] = [lowered(stood.reservoir), lowered(stood.rises)];
  const outletCm = Math.max(2, stood.outletCm - cutCm);
  const { worst } = failure;
  const volume = (litres: number) => showText(quantity('volume', litres), units);
  const salt = (ppt: number) => showText(quantity('salinity', ppt), units);
  const across = reservoir.widthCm + GAP_CM + rises.widthCm;
  const up = Math.max(outletCm, top(reservoir), top(rises)) + 4;
  const scale = Math.min((WIDTH - 28) / across, (FLOOR - TOP) / up);
  const left = Math.max(14, (WIDTH - across * scale - (rises.widthCm * scale > ROOM_FOR_WORDS ? 0 : 130)) / 2);
  const x = (cm: number) => left + cm * scale;
  const y = (cm: number) => FLOOR - cm * scale;
  const riseX = reservoir.widthCm + GAP_CM;
  const areaM2 = tank.topOff?.rises
    ? litresOf(tank.topOff.rises, 1)
    : Math.max(0.1, (tank.sumpL || tank.displayL) / rises.waterCm);
  const risen = Math.min(rises.heightCm, rises.waterCm + tank.reservoirL / areaM2);
  const levelCm = (litres: number) => reservoir.waterCm * Math.min(1, litres / Math.max(tank.reservoirL, 0.01));
  const whole = drawnLPerDay > 0 ? Math.floor(leftL / drawnLPerDay) : 0;
  const step = Math.max(1, Math.ceil(whole / 4), Math.ceil(MARKS_APART / Math.max(0.1, levelCm(drawnLPerDay) * scale)));
  const inside = rises.widthCm * scale > ROOM_FOR_WORDS;
  const words = inside
    ? ({ x: x(riseX + rises.widthCm / 2), textAnchor: 'middle' } as const)
    : ({ x: x(riseX + rises.widthCm) + 10, textAnchor: 'start' } as const);
  const days = Array.from({ length: Math.floor(whole / step) }, (_, i) => (i + 1) * step);
  const worstWords = `${salt(worst.salinity)} if all ran in`;
  const hoseAt = reservoir.widthCm * 0.22;
  const hoseTopCm = Math.max(outletCm, top(reservoir)) + 4;
  // What stands above the drawing is cut off, so that it comes as high as it needs to be.
  const names = y(Math.max(hoseTopCm, top(rises))) - 12;
  return (
    <svg
      viewBox={`0 ${names - 14} ${WIDTH} ${306 - names + 14}`}
      className="w-full max-w-xl"
      role="img"
      aria-label={`The reservoir should hold ${volume(leftL)} of ${volume(tank.reservoirL)}. All of it would take the ${tank.sumpL > 0 ? 'sump' : 'display'} ${worst.spiltL > 0.05 ? `over its rim, ${volume(worst.spiltL)} onto the floor, and` : 'higher, and'} salinity from ${salt(salinity)} to ${salt(worst.salinity)}.`}
    >
      <Vessel at={x(0)} vessel={reservoir} y={y} scale={scale} level={levelCm(leftL)} told={told.reservoir} />
      {days.map((day) => {
        const at = y(reservoir.standsCm + levelCm(leftL - day * drawnLPerDay));
        return (
          <g key={day}>
            <line
              x1={x(reservoir.widthCm) - 7}
              x2={x(reservoir.widthCm) + 3}
              y1={at}
              y2={at}
              stroke="var(--soft)"
              strokeWidth="1.2"
            />
            <text x={x(reservoir.widthCm) + 6} y={at + 4} fontSize="11.5" fill="var(--soft)">
              {day === step ? `day ${day}` : day}
            </text>
          </g>
        );
      })}
      <Vessel at={x(riseX)} vessel={rises} y={y} scale={scale} level={rises.waterCm} told={told.rises} />
      <rect
        x={x(riseX) + 2}
        y={y(rises.standsCm + risen)}
        width={rises.widthCm * scale - 4}
        height={Math.max(1, (risen - rises.waterCm) * scale)}
        fill="var(--rust-wash)"
        stroke="var(--rust)"
        strokeWidth="1.4"
        strokeDasharray="5 3"
      />
      {cutOffCm !== undefined && (
        <line
          x1={x(riseX) + 2}
          x2={x(riseX + rises.widthCm) - 2}
          y1={y(rises.standsCm + rises.waterCm + cutOffCm)}
          y2={y(rises.standsCm + rises.waterCm + cutOffCm)}
          stroke="var(--dusk)"
          strokeWidth="1.6"
          strokeDasharray="1 3"
        />
      )}
      <path
        d={`M${x(hoseAt)} ${y(reservoir.standsCm + 2)} V${y(hoseTopCm)} H${x(riseX + Math.min(8, rises.widthCm * 0.12))} V${y(outletCm)}`}
        fill="none"
        stroke="var(--glass)"
        strokeWidth="2.4"
        strokeLinejoin="round"
      />
      <rect
        x={x(hoseAt) - 6}
        y={y(reservoir.standsCm + 4)}
        width="12"
        height={Math.max(6, 4 * scale)}
        rx="2"
        fill="var(--glass)"
      />
      {worst.spiltL > 0.05 && (
        <ellipse
          cx={x(riseX + rises.widthCm * 0.62)}
          cy={FLOOR - 1}
          rx={Math.min((rises.widthCm * scale) / 2.2, 30 + worst.spiltL * 1.5)}
          ry="5"
          fill="var(--rust-wash)"
          stroke="var(--rust)"
          strokeWidth="1.2"
        />
      )}
      <line x1="4" x2={WIDTH - 4} y1={FLOOR + 3} y2={FLOOR + 3} stroke="var(--ink)" strokeWidth="2" />
      <g fontSize="13" fill="var(--ink)">
        <text x={x(reservoir.widthCm / 2)} y={names} textAnchor="middle" fontWeight="650">
          Reservoir
        </text>
        <text x={x(riseX + rises.widthCm / 2)} y={names} textAnchor="middle" fontWeight="650">
          {tank.sumpL > 0 ? 'Sump' : 'Display'}
        </text>
        <text {...words} y={y(rises.standsCm + rises.waterCm / 2) - 2} fill="var(--soft)">
          {salt(salinity)} now
        </text>
        <text {...words} y={y(rises.standsCm + rises.waterCm / 2) + 17} fontWeight="650" fill="var(--rust)">
          {worstWords}
        </text>
        <text x="14" y={FLOOR + 22} fontWeight="650">
          {volume(leftL)}{' '}
          <tspan fill="var(--soft)" fontWeight="400">
            of {volume(tank.reservoirL)}
          </tspan>
        </text>
        {worst.spiltL > 0.05 && (
          <text x={WIDTH - 14} y={FLOOR + 22} textAnchor="end" fontWeight="650" fill="var(--rust)">
            {volume(worst.spiltL)} on the floor
          </text>
        )}
        <text x="14" y={FLOOR + 40} fontSize="12" fill="var(--soft)">
          {told.reservoir && told.rises
            ? cutCm > 1
              ? `To scale; ${showText(quantity('length', cutCm), units)} above the floor left out.`
              : 'To scale.'
            : `${told.reservoir ? 'The vessel that rises is' : told.rises ? 'The reservoir is' : 'Both are'} drawn as usual, until the set-up is described.`}
        </text>
      </g>
    </svg>
  );
}

function top({ standsCm, heightCm }: Standing): number {
  return standsCm + heightCm;
}

/** Glass from the front with its water, on its stand; broken lines where it was not measured. */
function Vessel({
  at,
  vessel: { widthCm, heightCm, standsCm },
  level,
  y,
  scale,
  told,
}: {
  readonly at: number;
  readonly vessel: Standing;
  readonly level: number;
  readonly y: (cm: number) => number;
  readonly scale: number;
  readonly told: boolean;
}) {
  const width = widthCm * scale;
  const bottom = y(standsCm);
  return (
    <>
      {standsCm > 1 && (
        <path
          d={`M${at + 3} ${bottom + 2} V${FLOOR + 2} M${at + width - 3} ${bottom + 2} V${FLOOR + 2} M${at} ${bottom + 2} H${at + width}`}
          stroke="var(--line)"
          strokeWidth="2"
          fill="none"
        />
      )}
      <rect x={at} y={y(standsCm + level)} width={width} height={level * scale} fill="var(--glass-wash)" />
      <line
        x1={at}
        x2={at + width}
        y1={y(standsCm + level)}
        y2={y(standsCm + level)}
        stroke="var(--glass)"
        strokeWidth="2.2"
      />
      <path
        d={`M${at} ${y(standsCm + heightCm)} V${bottom} H${at + width} V${y(standsCm + heightCm)}`}
        fill="none"
        stroke="var(--edge)"
        strokeWidth="2.6"
        strokeLinejoin="round"
        strokeDasharray={told ? undefined : '6 4'}
      />
    </>
  );
}
