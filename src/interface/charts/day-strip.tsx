'use client';

import { useRef, useState } from 'react';
import type { Hours } from '@/record/kinds/entry-kind';
import { hoursText } from '@/record/kinds/hours';

export interface StripRow {
  readonly id: string;
  readonly name: string;
  /** Empty: round the clock. */
  readonly windows: readonly Hours[];
  /** Minutes of the day at which a dose is given; empty where it drips. */
  readonly atMinutes: readonly number[];
}

const DAY = 1440;
/** Drawn by hand to the quarter of an hour. */
const GRAIN = 15;
const ROW = 30;
const HEAD = 22;
const LEFT = 112;

/** A day from midnight to midnight: the lights, and under them when each part is dosed. A window is drawn by dragging over its row. */
export function DayStrip({
  lights,
  rows,
  width,
  onDraw,
}: {
  readonly lights: Hours | undefined;
  readonly rows: readonly StripRow[];
  readonly width: number;
  readonly onDraw: (id: string, window: Hours) => void;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const [drawing, setDrawing] = useState<{ readonly id: string; readonly from: number; readonly to: number }>();
  const left = width < 480 ? 0 : LEFT;
  const names = left === 0 ? 14 : 0;
  const x = (minute: number) => left + ((width - left - 8) * minute) / DAY;
  const minuteAt = (clientX: number) => {
    const box = svg.current?.getBoundingClientRect();
    if (!box) return 0;
    const minute = ((clientX - box.left - left) / (width - left - 8)) * DAY;
    return Math.min(DAY, Math.max(0, Math.round(minute / GRAIN) * GRAIN));
  };
  const height = HEAD + (ROW + names) * (rows.length + (lights ? 1 : 0)) + 4;
  const told = rows.map(
    ({ name, windows }) => `${name} ${windows.length === 0 ? 'round the clock' : windows.map(hoursText).join(' and ')}`,
  );
  return (
    <svg
      ref={svg}
      width={width}
      height={height}
      role="img"
      aria-label={`${lights ? `Lights ${hoursText(lights)}. ` : ''}${told.join('. ')}.`}
      className="touch-pan-y select-none"
    >
      {[0, 6, 12, 18, 24].map((hour) => (
        <g key={hour}>
          <line x1={x(hour * 60)} x2={x(hour * 60)} y1={HEAD - 6} y2={height} stroke="var(--line)" />
          <text
            x={x(hour * 60)}
            y={12}
            fontSize={12}
            fill="var(--soft)"
            textAnchor={hour === 0 ? 'start' : hour === 24 ? 'end' : 'middle'}
          >
            {hour}:00
          </text>
        </g>
      ))}
      {lights && (
        <g transform={`translate(0 ${HEAD})`}>
          <text x={0} y={names || ROW / 2 + 4} fontSize={13} fill="var(--soft)">
            lights
          </text>
          {pieces(lights).map(({ from, to }) => (
            <rect
              key={from}
              x={x(from)}
              width={Math.max(1, x(to) - x(from))}
              y={names + 6}
              height={ROW - 12}
              fill="var(--band)"
              stroke="var(--edge)"
              strokeDasharray="3 3"
            />
          ))}
        </g>
      )}
      {rows.map((row, i) => {
        const shown = drawing?.id === row.id ? [windowOf(drawing)] : row.windows;
        return (
          <g key={row.id} transform={`translate(0 ${HEAD + (ROW + names) * (i + (lights ? 1 : 0))})`}>
            <text x={0} y={names || ROW / 2 + 4} fontSize={13} fill="var(--ink)">
              {row.name}
            </text>
            <rect
              x={left}
              width={width - left}
              y={names + 2}
              height={ROW - 4}
              fill="transparent"
              className="cursor-crosshair"
              onPointerDown={(event) => {
                event.currentTarget.setPointerCapture(event.pointerId);
                const minute = minuteAt(event.clientX);
                setDrawing({ id: row.id, from: minute, to: minute });
              }}
              onPointerMove={(event) => drawing && setDrawing({ ...drawing, to: minuteAt(event.clientX) })}
              onPointerUp={() => {
                if (drawing && Math.abs(drawing.to - drawing.from) >= GRAIN) onDraw(row.id, windowOf(drawing));
                setDrawing(undefined);
              }}
              onPointerCancel={() => setDrawing(undefined)}
            />
            {(shown.length === 0 ? [{ fromMinute: 0, forMinutes: DAY }] : shown).flatMap(pieces).map(({ from, to }) => (
              <rect
                key={from}
                x={x(from)}
                width={Math.max(1, x(to) - x(from))}
                y={names + 8}
                height={ROW - 16}
                rx={2}
                fill="var(--glass-wash)"
                stroke="var(--glass)"
                pointerEvents="none"
              />
            ))}
            {drawing?.id !== row.id &&
              row.atMinutes.map((minute) => (
                <line
                  key={minute}
                  x1={x(minute)}
                  x2={x(minute)}
                  y1={names + 5}
                  y2={names + ROW - 5}
                  stroke="var(--glass)"
                  strokeWidth={2}
                  pointerEvents="none"
                />
              ))}
          </g>
        );
      })}
    </svg>
  );
}

function windowOf({ from, to }: { readonly from: number; readonly to: number }): Hours {
  const start = Math.min(from, to);
  return { fromMinute: start % DAY, forMinutes: Math.max(GRAIN, Math.abs(to - from)) };
}

/** A window over midnight is drawn as two pieces. */
function pieces({ fromMinute, forMinutes }: Hours): { readonly from: number; readonly to: number }[] {
  const to = fromMinute + forMinutes;
  return to <= DAY
    ? [{ from: fromMinute, to }]
    : [
        { from: fromMinute, to: DAY },
        { from: 0, to: to - DAY },
      ];
}
