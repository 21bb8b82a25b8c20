'use client';

import { quantity, showText } from '@/quantities/quantity';
import { tableCsv } from '@/record/table-csv';
import { ChartFrame } from '@/interface/charts/chart-frame';
import { saveFile } from '@/interface/storage/save';
import { whenText } from '@/interface/time/when';
import { useNow, useTank } from '@/interface/workspace/workspace';
import type { nutrientPath } from '@/derived/nutrients/nutrient-questions';

type Path = ReturnType<typeof nutrientPath>;
interface Props {
  readonly path: Path;
  readonly bands: Readonly<Record<'nitrate' | 'phosphate', readonly [number, number]>>;
}

const HEIGHT = 320;
const TOP = 14;
const FOOT = 40;
const LEFT = 52;
const RIGHT = 18;
/** Labels nearer than this to one that stands are left out. */
const APART = 46;

/** Nitrate across, phosphate up: the tank's way through time, with the band of both and what the last tests may be off by. */
export function PathPicture({ path, bands }: Props) {
  const {
    snapshot: {
      settings: { units, zone },
    },
  } = useTank();
  const now = useNow();
  const most = (nutrient: 'nitrate' | 'phosphate') =>
    niceTop(Math.max(bands[nutrient][1] * 1.15, ...path.map((each) => each[nutrient] * 1.08)));
  const [mostN, mostP] = [most('nitrate'), most('phosphate')];
  const last = path.at(-1);
  const text = (kind: 'nitrate' | 'phosphate', value: number) => showText(quantity(kind, value), units);
  const [first] = path;
  const day = (at: number) => whenText(at, now, zone, 'day');
  return (
    <div className="min-w-0">
      <ChartFrame
        label="Nitrate and phosphate together"
        caption={
          <>
            <span className="font-semibold">The way of the two</span>
            <span className="text-sm text-soft">the newer the darker; shaded: your band of both</span>
          </>
        }
        name="the way of the two"
        fileName="nitrate-and-phosphate"
        onCsv={() =>
          saveFile(
            'nitrate-and-phosphate.csv',
            'text/csv',
            tableCsv(
              path.map((each) => ({
                time: new Date(each.at).toISOString(),
                'nitrate, mg/L': each.nitrate,
                'phosphate, mg/L': each.phosphate,
              })),
            ),
          )
        }
        table={{
          columns: ['Day', 'Nitrate', 'Phosphate'],
          rows: path.toReversed().map((each) => ({
            key: each.at,
            cells: [day(each.at), text('nitrate', each.nitrate), text('phosphate', each.phosphate)],
          })),
        }}
      >
        {draw}
      </ChartFrame>
      <p className="text-sm text-soft">
        The cross is what the last two tests may be off by. Both axes are drawn by the root, so that what is near zero
        has room.
      </p>
    </div>
  );

  function draw(width: number) {
    // By its root, so that what is near zero has room: there the findings are.
    const x = (nitrate: number) => LEFT + (width - LEFT - RIGHT) * Math.sqrt(Math.max(0, nitrate) / mostN);
    const y = (phosphate: number) => HEIGHT - FOOT - (HEIGHT - TOP - FOOT) * Math.sqrt(Math.max(0, phosphate) / mostP);
    const labels = labelled(path, x, y);
    return (
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label={`Nitrate and phosphate together, from ${first ? `${text('nitrate', first.nitrate)} and ${text('phosphate', first.phosphate)}` : 'nothing'} to ${last ? `${text('nitrate', last.nitrate)} and ${text('phosphate', last.phosphate)}` : 'nothing'} in ${path.length} tests.`}
      >
        <rect
          x={x(bands.nitrate[0])}
          y={y(bands.phosphate[1])}
          width={Math.max(2, x(bands.nitrate[1]) - x(bands.nitrate[0]))}
          height={Math.max(2, y(bands.phosphate[0]) - y(bands.phosphate[1]))}
          fill="var(--kelp)"
          opacity={0.16}
        />
        {ticksTo(mostN).map((value) => (
          <g key={`n${value}`}>
            <line x1={x(value)} x2={x(value)} y1={TOP} y2={HEIGHT - FOOT} stroke="var(--line)" />
            <text x={x(value)} y={HEIGHT - FOOT + 16} fontSize={13} textAnchor="middle" fill="var(--soft)">
              {value}
            </text>
          </g>
        ))}
        {ticksTo(mostP).map((value) => (
          <g key={`p${value}`}>
            <line x1={LEFT} x2={width - RIGHT} y1={y(value)} y2={y(value)} stroke="var(--line)" />
            <text x={LEFT - 6} y={y(value) + 4} fontSize={13} textAnchor="end" fill="var(--soft)">
              {value}
            </text>
          </g>
        ))}
        <text x={width - RIGHT} y={HEIGHT - 6} fontSize={13} textAnchor="end" fill="var(--soft)">
          nitrate, mg/L
        </text>
        <text x={LEFT + 6} y={TOP + 10} fontSize={13} fill="var(--soft)">
          phosphate, mg/L
        </text>
        {path.slice(1).map((each, i) => {
          const before = path[i];
          return (
            before && (
              <line
                key={each.at}
                x1={x(before.nitrate)}
                y1={y(before.phosphate)}
                x2={x(each.nitrate)}
                y2={y(each.phosphate)}
                stroke="var(--glass)"
                strokeWidth={2}
                opacity={0.25 + (0.75 * (i + 1)) / path.length}
              />
            )
          );
        })}
        {last && (
          <g stroke="var(--ink)">
            <line
              x1={x(last.nitrate - last.nitrateHalf)}
              x2={x(last.nitrate + last.nitrateHalf)}
              y1={y(last.phosphate)}
              y2={y(last.phosphate)}
            />
            <line
              y1={y(last.phosphate - last.phosphateHalf)}
              y2={y(last.phosphate + last.phosphateHalf)}
              x1={x(last.nitrate)}
              x2={x(last.nitrate)}
            />
          </g>
        )}
        {path.map((each, i) => (
          <circle
            key={each.at}
            cx={x(each.nitrate)}
            cy={y(each.phosphate)}
            r={i === path.length - 1 ? 5 : 3}
            fill={i === path.length - 1 ? 'var(--ink)' : 'var(--glass)'}
            opacity={0.35 + (0.65 * (i + 1)) / path.length}
          />
        ))}
        {labels.map(({ at, left, top, end }) => (
          <text key={at} x={left} y={top} fontSize={13} textAnchor={end ? 'end' : 'start'} fill="var(--ink)">
            {whenText(at, now, zone, 'day')}
          </text>
        ))}
      </svg>
    );
  }
}

/** Days beside their points: the last and the first, then those that stand apart from them. */
function labelled(path: Path, x: (value: number) => number, y: (value: number) => number) {
  const made: { readonly at: number; readonly left: number; readonly top: number; readonly end: boolean }[] = [];
  const order = [path.length - 1, 0, ...path.map((_, i) => i).slice(1, -1)];
  for (const i of order) {
    const each = path[i];
    if (!each || made.length >= 6) continue;
    const [left, top] = [x(each.nitrate), y(each.phosphate)];
    if (made.some((other) => Math.abs(other.left - left) < 2 * APART && Math.abs(other.top - top) < APART / 2 + 4))
      continue;
    const end = left > x(0) + 160;
    made.push({ at: each.at, left: left + (end ? -9 : 9), top: Math.max(TOP + 24, top - 8), end });
  }
  return made;
}

/** A round figure at or above one. */
function niceTop(value: number): number {
  const ten = 10 ** Math.floor(Math.log10(value));
  return ([1, 1.5, 2, 3, 5, 7.5, 10].find((each) => each * ten >= value) ?? 10) * ten;
}

/** Round figures, as many as there is room for by the root. */
function ticksTo(most: number): number[] {
  const round = [1, 2, 5].flatMap((each) => [-3, -2, -1, 0, 1, 2].map((ten) => each * 10 ** ten));
  const within = round.filter((value) => value <= most * 1.001).toSorted((a, b) => b - a);
  const kept: number[] = [];
  for (const value of [0, ...within])
    if (kept.every((other) => Math.abs(Math.sqrt(other / most) - Math.sqrt(value / most)) > 0.1)) kept.push(value);
  return kept.map((value) => Number(value.toPrecision(2)));
}
