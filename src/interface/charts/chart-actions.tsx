'use client';

import Papa from 'papaparse';
import { PARAMETERS, type ParameterId } from '@/chemistry/parameters';
import { preferredUnit } from '@/chemistry/units/quantity';
import type { DatedValue } from '@/reckoning/readings';
import { notify } from '../notices';
import { useTank } from '../workspace';
import { saveFile, savePng, svgText } from './save';

interface Props {
  readonly parameter: ParameterId;
  /** The readings in view, in canonical units. */
  readonly rows: readonly DatedValue[];
  readonly asTable: boolean;
  readonly onTable: () => void;
  readonly drawing: () => SVGSVGElement | undefined;
}

/** A chart as a table, and the ways it can leave. */
export function ChartActions({ parameter, rows, asTable, onTable, drawing }: Props) {
  const { book, tank } = useTank();
  const { name, kind } = PARAMETERS[parameter];
  const unit = preferredUnit(kind, book.settings.units);
  const fileName = `${tank.name}-${parameter}`.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-');
  const column = `${parameter} ${unit.symbol}`.trim();

  const saveCsv = () => {
    const lines = rows.map(({ at, value }) => ({
      time: new Date(at).toISOString(),
      [column]: Number(unit.fromCanonical(value).toPrecision(6)),
    }));
    saveFile(`${fileName}.csv`, 'text/csv', Papa.unparse(lines));
  };
  const saveDrawing = async (as: 'svg' | 'png') => {
    const drawn = drawing();
    if (!drawn) return;
    if (as === 'svg') saveFile(`${fileName}.svg`, 'image/svg+xml', svgText(drawn));
    else await savePng(`${fileName}.png`, drawn);
  };
  const draw = (as: 'svg' | 'png') =>
    void saveDrawing(as).catch(() => notify({ text: 'The picture could not be made.', trouble: true }));

  return (
    <span className="no-print ml-auto flex text-sm">
      <ChartButton onClick={onTable} label={`${name} as a ${asTable ? 'chart' : 'table'}`}>
        {asTable ? 'Chart' : 'Table'}
      </ChartButton>
      <ChartButton onClick={saveCsv} label={`Save ${name} as CSV`}>
        CSV
      </ChartButton>
      <ChartButton onClick={() => draw('svg')} label={`Save ${name} as SVG`}>
        SVG
      </ChartButton>
      <ChartButton onClick={() => draw('png')} label={`Save ${name} as PNG`}>
        PNG
      </ChartButton>
    </span>
  );
}

function ChartButton({
  label,
  onClick,
  children,
}: {
  readonly label: string;
  readonly onClick: () => void;
  readonly children: string;
}) {
  return (
    <button
      type="button"
      aria-label={label}
      className="min-h-11 px-1.5 text-soft underline decoration-line underline-offset-4 hover:text-ink lg:min-h-7"
      onClick={onClick}
    >
      {children}
    </button>
  );
}
