'use client';

import { useRef, useState, type ReactNode } from 'react';
import { notify } from '../notices/notices';
import { useWidth } from '../controls/use-width';
import { ChartButtons } from './chart-buttons';

/** The figures of a chart as a table: what heads each column, and the rows. */
export interface FigureTable {
  readonly columns: readonly string[];
  readonly rows: readonly { readonly key: string | number; readonly cells: readonly ReactNode[] }[];
}

interface Props {
  readonly label: string;
  readonly caption: ReactNode;
  /** What is drawn, for the names of its buttons, and the name of a file it leaves in. */
  readonly name: string;
  readonly fileName: string;
  readonly onCsv: () => void;
  readonly table: FigureTable;
  /** The drawing, as wide as there is room. */
  readonly children: (width: number) => ReactNode;
}

/** What every chart stands in: its name and buttons, itself, and the same figures as a table one press away. */
export function ChartFrame({ label, caption, name, fileName, onCsv, table, children }: Props) {
  const [ref, width] = useWidth(480);
  const frame = useRef<HTMLDivElement>(null);
  const [asTable, setAsTable] = useState(false);
  return (
    <figure aria-label={label} className="min-w-0">
      <figcaption className="flex flex-wrap items-baseline gap-x-2">
        {caption}
        <ChartButtons
          name={name}
          fileName={fileName}
          asTable={asTable}
          onTable={() => setAsTable(!asTable)}
          onCsv={onCsv}
          onStorageError={() => notify({ text: 'The picture could not be made.', error: true })}
          drawing={() => frame.current?.querySelector<SVGSVGElement>('svg') ?? undefined}
        />
      </figcaption>
      {asTable && (
        <div className="max-h-64 overflow-y-auto">
          <Figures {...table} />
        </div>
      )}
      <div
        ref={(element) => {
          frame.current = element;
          return ref(element);
        }}
        className={asTable ? 'sr-only' : ''}
      >
        {children(width)}
      </div>
    </figure>
  );
}

function Figures({ columns, rows }: FigureTable) {
  const side = (i: number) => (i === 0 ? 'text-left' : 'text-right');
  return (
    <table className="w-full text-sm">
      <thead>
        <tr className="text-soft">
          {columns.map((column, i) => (
            <th key={column} className={`font-normal ${side(i)}`}>
              {column}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(({ key, cells }) => (
          <tr key={key} className="border-t border-line">
            {cells.map((cell, i) => (
              <td key={i} className={`py-1 ${side(i)}`}>
                {cell}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
