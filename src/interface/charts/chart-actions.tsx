'use client';

import Papa from 'papaparse';
import { PARAMETERS, type ParameterId } from '@/chemistry/parameters';
import { preferredUnit } from '@/chemistry/units/quantity';
import type { DatedValue } from '@/reckoning/readings';
import { notify } from '../notices';
import { useTank } from '../workspace';
import { ChartButtons } from './chart-buttons';
import { saveFile } from './save';

interface Props {
  readonly parameter: ParameterId;
  /** The readings in view, in canonical units. */
  readonly rows: readonly DatedValue[];
  readonly asTable: boolean;
  readonly onTable: () => void;
  readonly drawing: () => SVGSVGElement | undefined;
}

/** The buttons of a chart of readings. */
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
  return (
    <ChartButtons
      name={name}
      fileName={fileName}
      asTable={asTable}
      onTable={onTable}
      onCsv={saveCsv}
      onTrouble={() => notify({ text: 'The picture could not be made.', trouble: true })}
      drawing={drawing}
    />
  );
}
