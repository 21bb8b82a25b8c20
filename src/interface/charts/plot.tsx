'use client';

import type { ComponentProps, ReactNode } from 'react';
import { CartesianGrid, ComposedChart, ReferenceArea, Tooltip, XAxis, YAxis } from 'recharts';

interface Props<Row> {
  readonly width: number;
  readonly height: number;
  readonly data: readonly Row[];
  /** Room over the highest line, for words, px. */
  readonly top?: number;
  readonly across: ComponentProps<typeof XAxis>;
  readonly up: ComponentProps<typeof YAxis>;
  /** The target, in the axis's unit. */
  readonly band?: readonly [number, number] | undefined;
  /** What is told of a point under the pointer; nothing where it is undefined. */
  readonly tip: (row: Row) => ReactNode;
  /** What the pointer stands on is shaded, not crossed by a line. */
  readonly shaded?: boolean;
  readonly children: ReactNode;
}

/** What every chart is drawn in: the grid, the target's band, both axes, and the words under the pointer. */
export function Plot<Row>({ width, height, data, top = 8, across, up, band, tip, shaded, children }: Props<Row>) {
  return (
    <ComposedChart
      width={width}
      height={height}
      data={[...data]}
      margin={{ top, right: 14, bottom: 0, left: 0 }}
      accessibilityLayer={false}
    >
      <CartesianGrid stroke="var(--line)" strokeDasharray="1 5" vertical={false} />
      {band && <ReferenceArea y1={band[0]} y2={band[1]} fill="var(--band)" fillOpacity={1} ifOverflow="hidden" />}
      <XAxis {...across} />
      <YAxis {...up} />
      {children}
      <Tooltip
        isAnimationActive={false}
        cursor={shaded ? { fill: 'var(--band)' } : { stroke: 'var(--edge)' }}
        content={({ payload }) => {
          const row = payload[0]?.payload as Row | undefined;
          const words = row && tip(row);
          return words ? (
            <div className="rounded border border-edge bg-sheet px-2 py-1 text-sm shadow">{words}</div>
          ) : null;
        }}
      />
    </ComposedChart>
  );
}

/** A line or a range that neither moves nor marks its points. */
export const STILL = { dot: false, activeDot: false, isAnimationActive: false, connectNulls: true } as const;
/** A range has no points to mark. */
export const STILL_RANGE = { stroke: 'none', activeDot: false, isAnimationActive: false, connectNulls: true } as const;

interface AtPoint {
  readonly x?: number | string | undefined;
  readonly y?: number | string | undefined;
  readonly index?: number | undefined;
}

/**
 * Words over one point of a line, so that no legend is needed.
 * @param at place of the point among the line's
 */
export function wordsAt(
  at: number,
  words: string,
  fill: string,
  { anchor = 'end', bold = false }: { readonly anchor?: 'start' | 'middle' | 'end'; readonly bold?: boolean } = {},
) {
  const aside = { start: 6, middle: 0, end: bold ? 0 : -4 }[anchor];
  return function WordsAt({ x, y, index }: AtPoint) {
    return index === at ? (
      <text
        x={Number(x) + aside}
        y={Number(y) - 7}
        textAnchor={anchor}
        fontSize="12"
        fontWeight={bold ? '600' : undefined}
        fill={fill}
      >
        {words}
      </text>
    ) : (
      <g />
    );
  };
}
