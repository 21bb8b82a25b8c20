'use client';

import { useWidth } from '@/interface/controls/use-width';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import type { DosedParameter } from '@/calculators/dosing/dosed-parameters';
import { preferredUnit, quantity, showText, type UnitPreferences } from '@/quantities/quantity';
import { capitalised } from '@/calculators/calculator/words';

interface Mark {
  readonly name: string;
  /** What the salt makes, and where the tank would stand on it before each change. */
  readonly makes: number;
  readonly settles: number | undefined;
}

interface Props {
  readonly parameter: DosedParameter;
  readonly marks: readonly Mark[];
  readonly now: number | undefined;
  readonly natural: number;
  readonly band: readonly [number, number];
  readonly units: UnitPreferences;
}

const LEFT = 8;
const ROW = 30;

/** One parameter on one scale: the tank's band, natural seawater, where the tank stands, and what each salt would make of it. */
export function SaltScale({ parameter, marks, now, natural, band, units }: Props) {
  const [ref, width] = useWidth(480);
  const right = Math.min(560, width) - 8;
  const levels = [
    ...band,
    natural,
    ...marks.flatMap(({ makes, settles }) => [makes, settles ?? makes]),
    ...(now === undefined ? [] : [now]),
  ];
  const span = Math.max(...levels) - Math.min(...levels) || 1;
  const [low, high] = [Math.min(...levels) - span * 0.08, Math.max(...levels) + span * 0.08];
  const x = (level: number) => LEFT + ((level - low) / (high - low)) * (right - LEFT);
  const told = (level: number) => showText(quantity(parameter, level), units);
  const top = 38;
  const foot = top + marks.length * ROW;
  const { symbol } = preferredUnit(PARAMETERS[parameter].kind, units);
  return (
    <figure ref={ref} className="min-w-0">
      <figcaption className="font-semibold">
        {capitalised(parameter)} <span className="text-sm font-normal text-soft">{symbol}</span>
      </figcaption>
      <svg
        width={right + 8}
        height={foot + 8}
        className="block"
        role="img"
        aria-label={`${parameter}: the tank’s band ${told(band[0])} to ${told(band[1])}, natural seawater ${told(natural)}; ${marks.map(({ name, makes, settles }) => `${name} makes ${told(makes)}${settles === undefined ? '' : ` and holds the tank at ${told(settles)}`}`).join('; ')}.`}
      >
        <rect
          x={x(band[0])}
          width={Math.max(2, x(band[1]) - x(band[0]))}
          y={20}
          height={foot - 20}
          fill="var(--band)"
        />
        <text x={(x(band[0]) + x(band[1])) / 2} y={14} textAnchor="middle" fontSize="12" fill="var(--soft)">
          your band, {told(band[0]).replace(/ .*/, '')} to {told(band[1]).replace(/ .*/, '')}
        </text>
        <line x1={x(natural)} x2={x(natural)} y1={20} y2={foot} stroke="var(--soft)" strokeDasharray="2 3" />
        <text
          x={x(natural)}
          y={32}
          textAnchor={x(natural) > right - 60 ? 'end' : x(natural) < 60 ? 'start' : 'middle'}
          fontSize="12"
          fill="var(--soft)"
        >
          natural sea
        </text>
        {now !== undefined && <line x1={x(now)} x2={x(now)} y1={20} y2={foot} stroke="var(--ink)" strokeWidth="1.5" />}
        {marks.map(({ name, makes, settles }, i) => {
          const y = top + i * ROW + 18;
          const ends = [x(makes), ...(settles === undefined ? [] : [x(settles)])];
          const [from, to] = [Math.min(...ends), Math.max(...ends)];
          const labelRight = to < right - 170;
          return (
            <g key={name}>
              <line x1={from} x2={to} y1={y} y2={y} stroke="var(--glass)" strokeWidth="2" />
              <circle cx={x(makes)} cy={y} r="5" fill="var(--sheet)" stroke="var(--glass)" strokeWidth="2" />
              {settles !== undefined && <circle cx={x(settles)} cy={y} r="5" fill="var(--glass)" />}
              <text
                x={labelRight ? to + 10 : from - 10}
                y={y + 4}
                textAnchor={labelRight ? 'start' : 'end'}
                fontSize="13"
                fill="var(--ink)"
              >
                {name} {told(makes).replace(/ .*/, '')}
                {settles !== undefined &&
                  Math.abs(settles - makes) > span / 100 &&
                  ` → ${told(settles).replace(/ .*/, '')}`}
              </text>
            </g>
          );
        })}
      </svg>
    </figure>
  );
}
