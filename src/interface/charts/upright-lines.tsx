'use client';

import { DefaultZIndexes, usePlotArea, ZIndexLayer } from 'recharts';

export interface UprightLine {
  readonly key: string;
  readonly at: number;
  readonly stroke: string;
  readonly strokeWidth: number;
  readonly strokeDasharray?: string | undefined;
}

/**
 * Upright lines at moments of a chart whose axis runs from one moment to another. All of them are one child of the chart: a reference line
 * each would have every one of a hundred listen to the chart's every change.
 */
export function UprightLines({
  lines,
  from,
  to,
}: {
  readonly lines: readonly UprightLine[];
  readonly from: number;
  readonly to: number;
}) {
  const plot = usePlotArea();
  if (!plot || !(to > from)) return null;
  return (
    <ZIndexLayer zIndex={DefaultZIndexes.line}>
      {lines
        .filter(({ at }) => at >= from && at <= to)
        .map(({ key, at, ...line }) => {
          const x = plot.x + ((at - from) / (to - from)) * plot.width;
          return <line key={key} x1={x} x2={x} y1={plot.y} y2={plot.y + plot.height} {...line} />;
        })}
    </ZIndexLayer>
  );
}
