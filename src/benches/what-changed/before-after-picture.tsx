'use client';

import { halfWidth95 } from '@/numerics/normal-interval';
import { scaleLinear } from 'd3-scale';
import { parameterOf, type ParameterId } from '@/calculators/parameters/parameters';
import type { beforeAfter } from '@/calculators/readings/before-after';
import { preferredUnit, quantity, showText } from '@/quantities/quantity';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { axisFor } from '@/interface/charts/axis';
import { useWidth } from '@/interface/controls/use-width';
import { dayText } from '@/interface/time/when';
import { useTank } from '@/interface/workspace/workspace';
import { observationText, observationsOf } from '@/derived/observations/observations';
import type { Entry } from '@/record/schema';

type Values = ReturnType<typeof beforeAfter.run>['values'];

const HEIGHT = 250;
const LEFT = 48;
const FOOT = 26;
const HEAD = 26;

/** The tests on either side of an event: how the level went before it, and where it would have gone beside what came. */
export function BeforeAfterPicture({
  event,
  parameter,
  values: { told, from, until, wouldBe },
  words,
}: {
  readonly event: Entry;
  readonly parameter: ParameterId;
  readonly values: Values;
  readonly words: string;
}) {
  const {
    snapshot,
    snapshot: {
      settings: { units, zone },
    },
    tank,
  } = useTank();
  const [ref, width] = useWidth(640);
  const { kind, name, low: least } = parameterOf(parameter);
  const unit = preferredUnit(kind, units);
  const room = Math.max(2 * DAY_MS, 0.06 * (until - from));
  const [start, end] = [from - room, until + room];
  const readings = observationsOf(snapshot, tank.id, parameter).filter(({ at }) => at >= start && at <= end);
  const band = tank.targets[parameter];
  const levels = [
    ...readings.flatMap(({ value, sd }) => [Math.max(least, value - sd), value + sd]),
    // No level is below what can be read, however wide the doubt.
    ...(wouldBe?.ahead ?? []).flatMap((point) => [Math.max(least, point.low), point.high]),
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
  const past = (wouldBe?.before ?? []).filter((point) => point.at >= start);
  const ahead = wouldBe?.ahead ?? [];
  const area = (points: readonly { readonly at: number; readonly low: number; readonly high: number }[]) =>
    points.length === 0
      ? ''
      : `M${[
          ...points.map((point) => `${x(point.at)},${at(Math.max(least, point.low))}`),
          ...points.toReversed().map((point) => `${x(point.at)},${at(point.high)}`),
        ].join('L')}Z`;
  const path = (points: readonly (readonly [number, number])[]) =>
    points.length === 0 ? '' : `M${points.map(([when, level]) => `${x(when)},${at(level)}`).join('L')}`;
  const last = ahead.at(-1);
  const said =
    told && last
      ? `${showText(quantity(kind, Math.max(least, last.value)), units)} would have been at the end`
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
        <path d={area(ahead)} fill="var(--dusk)" opacity="0.14" />
        <path
          d={area(
            past.map((point) => ({
              at: point.at,
              low: point.level - halfWidth95(point.levelSd),
              high: point.level + halfWidth95(point.levelSd),
            })),
          )}
          fill="var(--glass)"
          opacity="0.13"
        />
        <path
          d={path(past.map((point) => [point.at, point.level]))}
          fill="none"
          stroke="var(--glass)"
          strokeWidth="2"
        />
        <path
          d={path(ahead.map((point) => [point.at, point.value]))}
          fill="none"
          stroke="var(--dusk)"
          strokeWidth="1.6"
          strokeDasharray="5 4"
        />
        {last && (
          <text
            x={x(last.at) - 4}
            y={at(Math.max(least, last.value)) - 6}
            fontSize="12"
            textAnchor="end"
            fill="var(--dusk)"
          >
            would have been
          </text>
        )}
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
        Dots are tests with their own error; the line, how the level went before; dashed, where it would have gone, each
        shaded its 95 % range
        {band ? '; the wide band, the target' : ''}.
      </figcaption>
    </figure>
  );
}

/** What stands over the line, as much of it as there is room for. */
function fitted(text: string, width: number): string {
  const most = Math.max(18, Math.floor(width / 9));
  return text.length <= most ? text : `${text.slice(0, most - 1).trimEnd()}…`;
}
