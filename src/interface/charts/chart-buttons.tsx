'use client';

import { savePng, saveFile, svgText } from '../storage/save';

interface Props {
  readonly name: string;
  readonly fileName: string;
  readonly asTable: boolean;
  readonly onTable: () => void;
  readonly onCsv: () => void;
  readonly onStorageError: () => void;
  readonly drawing: () => SVGSVGElement | undefined;
}

/** A chart as a table, and the ways it can leave. */
export function ChartButtons({ name, fileName, asTable, onTable, onCsv, onStorageError, drawing }: Props) {
  const saveDrawing = async (as: 'svg' | 'png') => {
    const drawn = drawing();
    if (!drawn) return;
    if (as === 'svg') saveFile(`${fileName}.svg`, 'image/svg+xml', svgText(drawn));
    else await savePng(`${fileName}.png`, drawn);
  };
  const draw = (as: 'svg' | 'png') => void saveDrawing(as).catch(onStorageError);
  return (
    <span className="no-print ml-auto flex text-sm">
      <ChartButton onClick={onTable} label={`${name} as a ${asTable ? 'chart' : 'table'}`}>
        {asTable ? 'Chart' : 'Table'}
      </ChartButton>
      <ChartButton onClick={onCsv} label={`Save ${name} as CSV`}>
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
