import { TZDate } from '@date-fns/tz';
import { formatISO } from 'date-fns';
import { kindOf } from './kinds/list';
import type { Snapshot } from './schema';
import { tableCsv } from './table-csv';

interface Line {
  readonly time: string;
  readonly tank: string;
  readonly entry: string;
  readonly what: string;
  readonly value: number | string;
  readonly unit: string;
  readonly note: string;
}

const COLUMNS = ['time', 'tank', 'entry', 'what', 'value', 'unit', 'note'] as const;

/** The entries as CSV, a figure a line, in canonical units and the keeper's own time. */
export function entriesCsv(snapshot: Snapshot): string {
  const tankNames = new Map(snapshot.tanks.map((tank) => [tank.id, tank.name]));
  const lines = snapshot.entries.flatMap((entry): Line[] => {
    const time = formatISO(new TZDate(entry.at, snapshot.settings.zone));
    const tank = entry.tankId === null ? '' : (tankNames.get(entry.tankId) ?? entry.tankId);
    return kindOf(entry.kind)
      .figures(entry as never, snapshot)
      .map(([what, value, unit]) => ({
        time,
        tank,
        entry: entry.kind,
        what,
        value,
        unit,
        note: entry.note ?? '',
      }));
  });
  return tableCsv(
    lines.map((line) => ({ ...line })),
    COLUMNS,
  );
}
