import type { LimewaterValues } from '@/calculators/limewater/limewater';
import type { LimewaterMade } from '@/calculators/limewater/strength';
import { quantity, showText, type UnitPreferences } from '@/quantities/quantity';

interface Props {
  readonly made: LimewaterMade;
  readonly values: LimewaterValues;
  readonly evaporation: { readonly low: number; readonly middle: number; readonly high: number };
  readonly litresPerDay: number;
  readonly units: UnitPreferences;
}

const VESSEL = { x: 20, y: 34, width: 120, height: 168 };
const BAR = { x: 20, y: 268, width: 376, height: 22 };
/** So many grams a litre of vessel would lie half way up it, in the picture. */
const BED_G_PER_L = 60;

/** The vessel with what lies on its bottom, and what evaporates a day with what limewater takes of it. */
export function LimewaterPicture({ made, values, evaporation, litresPerDay, units }: Props) {
  const { vessel, vesselL, limeG } = made;
  const stirrer = vessel === 'stirrer';
  const left = made.leftL ?? vesselL;
  const lying = stirrer ? (limeG ?? 0) : (values.lyingG ?? 0);
  const bed = Math.min(0.45, (lying / vesselL / BED_G_PER_L) * 0.5) * VESSEL.height;
  const level = stirrer ? 1 : Math.min(1, left / vesselL);
  const water = VESSEL.height * 0.94 * level;
  const text = (kind: Parameters<typeof quantity>[0], amount: number) => showText(quantity(kind, amount), units);
  const strength = `${text('strength', values.gramsPerL)}, ${text('alkalinity', values.strength)}`;
  const bedWords =
    limeG === undefined
      ? 'lime: not logged'
      : stirrer
        ? `${text('mass', limeG)} of lime in it`
        : lying > 0.05
          ? `${text('mass', lying)} lie on the bottom`
          : 'all dissolved';
  const most = Math.max(evaporation.high, litresPerDay) * 1.08 || 1;
  const x = (litres: number) => BAR.x + (BAR.width * litres) / most;
  const over = litresPerDay > values.roomL;
  const bottom = VESSEL.y + VESSEL.height;
  return (
    <svg
      viewBox="0 0 416 330"
      className="w-full max-w-[26rem]"
      role="img"
      aria-label={`${stirrer ? 'A stirrer' : 'A vessel'} of ${text('volume', vesselL)}: ${strength}; ${bedWords}. ${text('waterRate', evaporation.middle)} evaporate, ${text('waterRate', evaporation.low)} to ${text('waterRate', evaporation.high)}; room for ${text('waterRate', values.roomL)}; ${text('waterRate', litresPerDay)} of it limewater.`}
    >
      <rect x={VESSEL.x} y={bottom - water} width={VESSEL.width} height={water} fill="var(--glass-wash)" />
      {bed > 0 && (
        <path
          d={`M${VESSEL.x} ${bottom} V${bottom - bed} Q${VESSEL.x + VESSEL.width / 2} ${bottom - bed - Math.min(10, bed)} ${VESSEL.x + VESSEL.width} ${bottom - bed} V${bottom} Z`}
          fill="var(--sheet)"
          stroke="var(--soft)"
          strokeWidth="1.2"
        />
      )}
      <path
        d={`M${VESSEL.x} ${VESSEL.y} V${bottom} H${VESSEL.x + VESSEL.width} V${VESSEL.y}`}
        fill="none"
        stroke="var(--edge)"
        strokeWidth="3"
        strokeLinejoin="round"
      />
      <path
        d={`M${VESSEL.x - 6} ${VESSEL.y - 6} H${VESSEL.x + VESSEL.width + 6}`}
        stroke="var(--edge)"
        strokeWidth="4"
      />
      {stirrer && (
        <>
          <path
            d={`M${VESSEL.x + 60} ${VESSEL.y - 14} V${bottom - bed - 12} M${VESSEL.x + 38} ${bottom - bed - 12} H${VESSEL.x + 82}`}
            stroke="var(--soft)"
            strokeWidth="3"
            fill="none"
          />
          <path
            d={`M${VESSEL.x + 96} ${VESSEL.y - 26} V${bottom - bed - 30}`}
            stroke="var(--glass)"
            strokeWidth="2"
            strokeDasharray="5 4"
            fill="none"
          />
        </>
      )}
      <path
        d={`M${VESSEL.x + VESSEL.width} ${VESSEL.y + 20} H${VESSEL.x + VESSEL.width + 34} V${VESSEL.y + 44}`}
        stroke="var(--glass)"
        strokeWidth="2"
        fill="none"
      />
      <g fill="var(--ink)" fontSize="15">
        <text x="200" y="62" fontWeight="650">
          {text('strength', values.gramsPerL)}
        </text>
        <text x="200" y="82">
          {text('alkalinity', values.strength)} as it drips
        </text>
        <text x="200" y="116" fill="var(--soft)" fontSize="13.5">
          {stirrer ? 'stirrer' : 'vessel'} of {text('volume', vesselL)}
          {!stirrer && made.leftL !== undefined && `, ${text('volume', left)} left`}
        </text>
        <text x="200" y="136" fill="var(--soft)" fontSize="13.5">
          {bedWords}
        </text>
        <text x="200" y="156" fill="var(--soft)" fontSize="13.5">
          {text('temperature', made.temperatureC)}
        </text>
        {values.vessel.turnsPerDay !== undefined && values.vessel.turnsPerDay > 0 && (
          <text x="200" y="176" fill="var(--soft)" fontSize="13.5">
            its water renewed {text('timesPerDay', values.vessel.turnsPerDay)}
          </text>
        )}
      </g>
      <text x={BAR.x} y={BAR.y - 30} fontSize="14" fontWeight="650" fill="var(--ink)">
        Evaporation a day
      </text>
      <rect
        x={BAR.x}
        y={BAR.y}
        width={Math.max(0, x(evaporation.middle) - BAR.x)}
        height={BAR.height}
        fill="var(--band)"
        stroke="var(--edge)"
      />
      <rect
        x={BAR.x}
        y={BAR.y}
        width={Math.max(0, x(litresPerDay) - BAR.x)}
        height={BAR.height}
        fill={over ? 'none' : 'var(--glass-wash)'}
        stroke={over ? 'var(--rust)' : 'var(--glass)'}
        strokeWidth="2"
        strokeDasharray={over ? '5 3' : undefined}
      />
      <g stroke="var(--ink)" strokeWidth="1.4">
        <line x1={x(evaporation.low)} x2={x(evaporation.high)} y1={BAR.y + 11} y2={BAR.y + 11} />
        <line x1={x(evaporation.low)} x2={x(evaporation.low)} y1={BAR.y + 5} y2={BAR.y + 17} />
        <line x1={x(evaporation.high)} x2={x(evaporation.high)} y1={BAR.y + 5} y2={BAR.y + 17} />
      </g>
      <line
        x1={x(values.roomL)}
        x2={x(values.roomL)}
        y1={BAR.y - 8}
        y2={BAR.y + BAR.height + 2}
        stroke="var(--kelp)"
        strokeWidth="2"
        strokeDasharray="4 2"
      />
      <text x={x(values.roomL)} y={BAR.y - 12} fontSize="13" fill="var(--kelp)" textAnchor="middle">
        room {text('waterRate', values.roomL)}
      </text>
      <text x={BAR.x} y={BAR.y + BAR.height + 18} fontSize="13" fill="var(--ink)">
        {litresPerDay > 0 ? `limewater ${text('waterRate', litresPerDay)}` : 'no limewater yet'}
      </text>
      <text x={BAR.x + BAR.width} y={BAR.y + BAR.height + 18} fontSize="13" fill="var(--soft)" textAnchor="end">
        {text('waterRate', evaporation.middle)} evaporate
      </text>
    </svg>
  );
}
