import { TZDate } from '@date-fns/tz';
import { formatISO } from 'date-fns';
import { PARAMETERS, PARAMETER_IDS } from '@/calculators/parameters/parameters';
import { unitsOf } from '@/chemistry/units/kinds';
import type { Book, Entry } from './schema';
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
export function entriesCsv(book: Book): string {
  const tankNames = new Map(book.tanks.map((tank) => [tank.id, tank.name]));
  const lines = book.entries.flatMap((entry): Line[] => {
    const time = formatISO(new TZDate(entry.at, book.settings.zone));
    const tank = entry.tankId === null ? '' : (tankNames.get(entry.tankId) ?? entry.tankId);
    return figuresOf(entry, book).map(([what, value, unit]) => ({
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

function figuresOf(entry: Entry, book: Book): [what: string, value: number | string, unit: string][] {
  const solution =
    'solutionId' in entry ? (book.solutions.find(({ id }) => id === entry.solutionId)?.name ?? entry.solutionId) : '';
  switch (entry.kind) {
    case 'reading':
      return PARAMETER_IDS.flatMap((id) => {
        const value = entry.values[id];
        const unit = id === 'alkalinity' ? 'mmol/L' : (unitsOf(PARAMETERS[id].kind)[0]?.symbol ?? '');
        return value === undefined ? [] : [[id, value, unit] as [string, number, string]];
      });
    case 'dose':
      return [[solution, entry.volumeMl, 'mL']];
    case 'standing-dose':
      return [[solution, entry.mlPerDay, 'mL/day']];
    case 'reactor':
      return [
        ['flow', entry.mlPerMin, 'mL/min'],
        ['effluent alkalinity', entry.effluentAlkalinity, 'mmol/L'],
      ];
    case 'water-change':
      return [
        ['volume', entry.volumeL, 'L'],
        ...(entry.salinity === undefined ? [] : [['salinity', entry.salinity, 'ppt'] as [string, number, string]]),
      ];
    case 'refill':
      return figuresAt(entry, [
        ['volumeL', 'volume', 'L'],
        ['leavesL', 'then in the reservoir', 'L'],
      ]);
    case 'reservoir-level':
      return [['in the reservoir', entry.litres, 'L']];
    case 'pump-run':
      return [
        ['pump ran', entry.ranDays, 'days'],
        ['counted over', entry.overDays, 'days'],
      ];
    case 'room':
      return figuresAt(entry, [
        ['airC', 'room temperature', '°C'],
        ['humidityPercent', 'room humidity', '%'],
      ]);
    case 'upkeep':
      return [['seen to', entry.item, '']];
    case 'bottle-level':
      return [[`in the bottle of ${solution}`, entry.volumeMl, 'mL']];
    case 'batch':
      return [
        ['volume', entry.volumeL, 'L'],
        ['salt', entry.saltG, 'g'],
        ['target salinity', entry.targetSalinity, 'ppt'],
        ...(entry.measuredSalinity === undefined
          ? []
          : [['measured salinity', entry.measuredSalinity, 'ppt'] as [string, number, string]]),
      ];
    case 'batch-check':
      return figuresAt(entry, [
        ['salinity', 'salinity', 'ppt'],
        ['temperatureC', 'temperature', '°C'],
        ['alkalinity', 'alkalinity', 'mmol/L'],
        ['calcium', 'calcium', 'mg/L'],
        ['magnesium', 'magnesium', 'mg/L'],
        ['saltAddedG', 'salt added', 'g'],
        ['waterTakenOutL', 'water taken out', 'L'],
        ['waterPouredInL', 'water poured in', 'L'],
      ]);
    case 'source-test':
      return figuresAt(entry, [
        ['tdsSupply', 'TDS of the supply', 'mg/L'],
        ['tdsMembrane', 'TDS after the membrane', 'mg/L'],
        ['tdsProduct', 'TDS after the resin', 'mg/L'],
        ['totalChlorine', 'total chlorine', 'mg/L'],
        ['freeChlorine', 'free chlorine', 'mg/L'],
        ['afterCarbon', 'total chlorine after the carbon', 'mg/L'],
        ['temperatureC', 'temperature', '°C'],
        ['pressureKPa', 'pressure', 'kPa'],
        ['litresPerDay', 'water made', 'L/day'],
      ]);
    case 'part-fitted': {
      const stage = book.sources.find(({ id }) => id === entry.sourceId)?.stages.find(({ id }) => id === entry.stageId);
      return [['part fitted', stage?.kind ?? entry.stageId, '']];
    }
    case 'put-in':
      return [[entry.what, entry.count, '']];
    case 'step-done':
    case 'set-up-step':
      return [['step', entry.says, '']];
    case 'note':
      return [['note', '', '']];
  }
}

/** The figures of an entry that are there, each with its name and unit. */
function figuresAt<Row extends object>(
  row: Row,
  columns: readonly (readonly [key: keyof Row, what: string, unit: string])[],
): [what: string, value: number | string, unit: string][] {
  return columns.flatMap(([key, what, unit]) => {
    const value = row[key];
    return typeof value === 'number' ? [[what, value, unit] as [string, number, string]] : [];
  });
}
