'use client';

import { scaleLinear } from 'd3-scale';
import { parameterOf, type ParameterId } from '@/calculators/parameters/parameters';
import type { beforeAfter } from '@/calculators/readings/before-after';
import { preferredUnit, quantity, showText } from '@/chemistry/units/quantity';
import type { Stretch } from '@/chemistry/readings/before-after';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { axisFor } from '@/interface/charts/axis';
import { useWidth } from '@/interface/use-width';
import { dayText } from '@/interface/when';
import { useTank } from '@/interface/workspace';
import { observationText, observationsOf } from '@/reckoning/observations';
import type { Entry } from '@/record/schema';

type Values = ReturnType<typeof beforeAfter.run>['values'];

const HEIGHT = 250;
const LEFT = 48;
const FOOT = 26;
const HEAD = 26;

/** The tests on either side of an event, the mean of each with its range, and the line each goes along. */
export function BeforeAfterPicture({
  event,
  parameter,
  values: { told, from, until },
  words,
}: {
  readonly event: Entry;
  readonly parameter: ParameterId;
  readonly values: Values;
  readonly words: string;
}) {
  const {
    book,
    book: {
      settings: { units, zone },
    },
    tank,
  } = useTank();
  const [ref, width] = useWidth(640);
  const { kind, name, low: least } = parameterOf(parameter);
  const unit = preferredUnit(kind, units);
  const room = Math.max(2 * DAY_MS, 0.06 * (until - from));
  const [start, end] = [from - room, until + room];
  const readings = observationsOf(book, tank.id, parameter).filter(({ at }) => at >= start && at <= end);
  const band = tank.targets[parameter];
  const levels = [
    ...readings.flatMap(({ value, sd }) => [Math.max(least, value - sd), value + sd]),
    // No level is below what can be read, however wide the doubt of a mean.
    ...(told ? [told.before, told.after].flatMap((side) => [Math.max(least, side.level.low), side.level.high]) : []),
    ...(band ?? []),
  ].map(unit.fromCanonical);
  if (readings.length === 0) return null;
  const [low, high, ticks] = axisFor(Math.min(...levels), Math.max(...levels));
  const x = scaleLinear()
    .domain([start, end])
    .range([LEFT, width - 12]);
  const y = scaleLinear()
    .domain([low, high])
    .range([HEIGHT - FOOT, HEAD])
    .clamp(true);
  const at = (level: number) => y(unit.fromCanonical(level));
  const sides = told
    ? ([
        [from, event.at, told.before],
        [event.at, until, told.after],
      ] as const)
    : [];
  const said = told
    ? `${showText(quantity(kind, told.before.level.value), units)} before, ${showText(quantity(kind, told.after.level.value), units)} after`
    : `${readings.length} tests`;
  return (
    <figure aria-label={`${name} before and after`} className="mt-5" ref={ref}>
      <svg width={width} height={HEIGHT} role="img" aria-label={`${name}: ${said}`} className="max-w-full">
        {band && (
          <rect
            x={LEFT}
            width={width - 12 - LEFT}
            y={at(band[1])}
            height={Math.max(0, at(band[0]) - at(band[1]))}
            fill="var(--band)"
          />
        )}
        {ticks.map((tick) => (
          <g key={tick}>
            <line x1={LEFT} x2={width - 12} y1={y(tick)} y2={y(tick)} stroke="var(--line)" strokeDasharray="1 5" />
            <text x={LEFT - 6} y={y(tick) + 4} fontSize="12" textAnchor="end" fill="var(--soft)">
              {Number(tick.toPrecision(4))}
            </text>
          </g>
        ))}
        {sides.map(([begin, stop, side], i) => (
          <g key={i}>
            <rect
              x={x(begin)}
              width={Math.max(2, x(stop) - x(begin))}
              y={at(side.level.high)}
              height={Math.max(1, at(Math.max(least, side.level.low)) - at(side.level.high))}
              fill="var(--glass)"
              opacity="0.13"
            />
            <line
              x1={x(begin)}
              x2={x(stop)}
              y1={at(side.level.value)}
              y2={at(side.level.value)}
              stroke="var(--glass)"
              strokeWidth="2"
            />
            <text
              x={i === 0 ? x(begin) + 4 : x(stop) - 4}
              y={at(side.level.value) - 6}
              fontSize="12"
              textAnchor={i === 0 ? 'start' : 'end'}
              fill="var(--glass)"
            >
              {i === 0 ? 'before' : 'after'} {showText(quantity(kind, side.level.value), units)}
            </text>
          </g>
        ))}
        {sides.map(([begin, stop, side], i) => {
          const along = alongOf(readings, begin, stop, side);
          return (
            along && (
              <line
                key={i}
                x1={x(begin)}
                x2={x(stop)}
                y1={at(along(begin))}
                y2={at(along(stop))}
                stroke="var(--dusk)"
                strokeWidth="1.6"
                strokeDasharray="5 4"
              />
            )
          );
        })}
        <line
          x1={x(event.at)}
          x2={x(event.at)}
          y1={HEAD - 6}
          y2={HEIGHT - FOOT}
          stroke="var(--ink)"
          strokeWidth="1.2"
        />
        <text
          x={Math.min(Math.max(x(event.at), LEFT + 4), width - 16)}
          y={14}
          fontSize="12"
          textAnchor={x(event.at) > width * 0.6 ? 'end' : x(event.at) < width * 0.3 ? 'start' : 'middle'}
          fill="var(--ink)"
        >
          {fitted(words, width)}
        </text>
        {readings.map((reading) => (
          <g key={reading.entryId}>
            <line
              x1={x(reading.at)}
              x2={x(reading.at)}
              y1={at(reading.value - reading.sd)}
              y2={at(reading.value + reading.sd)}
              stroke="var(--glass)"
            />
            <circle cx={x(reading.at)} cy={at(reading.value)} r="3" fill="var(--glass)">
              <title>{`${dayText(reading.at, zone)}: ${observationText(parameter, reading, units)}`}</title>
            </circle>
          </g>
        ))}
        {[start + room, event.at, end - room].map((moment, i) => (
          <text
            key={i}
            x={x(moment)}
            y={HEIGHT - 8}
            fontSize="12"
            textAnchor={i === 0 ? 'start' : i === 1 ? 'middle' : 'end'}
            fill="var(--soft)"
          >
            {i === 1 && (x(event.at) - x(start) < 90 || x(end) - x(event.at) < 90) ? '' : dayText(moment, zone)}
          </text>
        ))}
      </svg>
      <figcaption className="text-sm text-soft">
        Dots are tests with their own error; a line, the mean of each side, shaded its 95 % range; dashed, the rate it
        went at
        {band ? '; the wide band, the target' : ''}.
      </figcaption>
    </figure>
  );
}

/** The line a side goes along, through the middle of its tests; nothing where they tell no rate. */
function alongOf(
  readings: readonly { readonly at: number }[],
  begin: number,
  stop: number,
  { level, perDay }: Stretch,
): ((at: number) => number) | undefined {
  const own = readings.filter(({ at }) => at >= begin && at <= stop);
  if (!perDay || own.length === 0) return undefined;
  const centre = own.reduce((sum, { at }) => sum + at, 0) / own.length;
  return (at) => level.value + (perDay.value * (at - centre)) / DAY_MS;
}

/** What stands over the line, as much of it as there is room for. */
function fitted(text: string, width: number): string {
  const most = Math.max(18, Math.floor(width / 9));
  return text.length <= most ? text : `${text.slice(0, most - 1).trimEnd()}…`;
}
