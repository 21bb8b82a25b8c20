'use client';

import { halfWidth95 } from '@/numerics/normal-interval';
import { scaleLinear } from 'd3-scale';
import { differenceKindOf } from '@/calculators/parameters/rates';
import { parameterOf } from '@/calculators/parameters/parameters';
import { preferredUnit, quantity, showText } from '@/quantities/quantity';
import { dayText } from '@/interface/time/when';
import { useTank } from '@/interface/workspace/workspace';
import type { InstrumentFinding } from '@/derived/observations/instrument-check';

const WIDTH = 620;
const LEFT = 190;
const RIGHT = 96;
const ROW = 30;
const HEAD = 34;
const MOST = 14;

/** Each pair as what the instrument read less what the other said, with the error both explain; zero is agreement. */
export function DifferencePicture({ finding }: { readonly finding: InstrumentFinding }) {
  const {
    snapshot: {
      settings: { units, zone },
    },
  } = useTank();
  const { instrument, otherName, outcome } = finding;
  const { comparison } = outcome.values;
  const shown = finding.differences.slice(-MOST);
  const kind = differenceKindOf(instrument.parameter);
  const unit = preferredUnit(kind, units);
  const inUnit = unit.fromCanonical;
  const ends = shown.flatMap(({ value, sd }) => [inUnit(value - halfWidth95(sd)), inUnit(value + halfWidth95(sd))]);
  const x = scaleLinear()
    .domain([Math.min(0, ...ends), Math.max(0, ...ends)])
    .nice(5)
    .range([LEFT, WIDTH - RIGHT]);
  const height = HEAD + shown.length * ROW + 26;
  const foot = height - 22;
  const slips = new Set(comparison?.slips);
  const first = finding.differences.length - shown.length;
  const levelKind = parameterOf(instrument.parameter).kind;
  return (
    <figure aria-label={`${instrument.name} less ${otherName ?? 'the other'}`} className="mt-5 max-w-3xl">
      <figcaption className="font-semibold">
        {instrument.name} less {otherName}
        <span className="ml-2 text-sm font-normal text-soft">{unit.symbol}, with the error of both</span>
      </figcaption>
      <svg viewBox={`0 0 ${WIDTH} ${height}`} className="mt-1 w-full" role="img" aria-label={tableText()}>
        {comparison && (
          <rect
            x={x(inUnit(comparison.low))}
            width={Math.max(1, x(inUnit(comparison.high)) - x(inUnit(comparison.low)))}
            y={HEAD - 12}
            height={foot - HEAD + 12}
            fill="var(--glass)"
            opacity="0.13"
          />
        )}
        {x.ticks(5).map((tick) => (
          <g key={tick}>
            <line x1={x(tick)} x2={x(tick)} y1={HEAD - 12} y2={foot} stroke="var(--line)" strokeDasharray="1 5" />
            <text x={x(tick)} y={height - 5} fontSize="12" textAnchor="middle" fill="var(--soft)">
              {String(tick).replace('-', '−')}
            </text>
          </g>
        ))}
        <line x1={x(0)} x2={x(0)} y1={HEAD - 12} y2={foot} stroke="var(--ink)" strokeWidth="1.2" />
        <text x={x(0)} y={14} fontSize="12" textAnchor="middle" fill="var(--ink)">
          they agree
        </text>
        {comparison && Math.abs(x(inUnit(comparison.bias)) - x(0)) > 90 && (
          <text x={x(inUnit(comparison.bias))} y={14} fontSize="12" textAnchor="middle" fill="var(--glass)">
            {comparison.bias > 0 ? 'reads high' : 'reads low'}
          </text>
        )}
        {shown.map(({ at, tank, value, sd, read, other }, i) => {
          const y = HEAD + i * ROW + 8;
          const colour = slips.has(first + i) ? 'var(--rust)' : 'var(--glass)';
          return (
            <g key={`${at}-${tank}`}>
              <text x="0" y={y + 4} fontSize="13" fill="var(--ink)">
                {tank}
              </text>
              <text x={LEFT - 14} y={y + 4} fontSize="12" textAnchor="end" fill="var(--soft)">
                {dayText(at, zone)}
              </text>
              <line
                x1={x(inUnit(value - halfWidth95(sd)))}
                x2={x(inUnit(value + halfWidth95(sd)))}
                y1={y}
                y2={y}
                stroke={colour}
                strokeWidth="1.4"
              />
              <circle
                cx={x(inUnit(value))}
                cy={y}
                r="4"
                fill={slips.has(first + i) ? 'var(--paper)' : colour}
                stroke={colour}
              />
              <text x={WIDTH} y={y + 4} fontSize="12" textAnchor="end" fill="var(--soft)">
                {showText(quantity(levelKind, read), units).replace(/ .*/, '')} ·{' '}
                {showText(quantity(levelKind, other), units).replace(/ .*/, '')}
              </text>
            </g>
          );
        })}
      </svg>
      <p className="text-sm text-soft">
        At the right what each read. Shaded, the mean difference with its 95 % range
        {slips.size > 0 ? '; open, a slip that was left out' : ''}.
      </p>
    </figure>
  );

  function tableText(): string {
    return shown
      .map(({ tank, at, value }) => `${tank}, ${dayText(at, zone)}: ${showText(quantity(kind, value), units)}`)
      .join('; ');
  }
}
