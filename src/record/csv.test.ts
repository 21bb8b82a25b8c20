import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { entriesCsv } from './csv';
import { emptySnapshot, newTank } from './defaults';
import type { Snapshot, Entry } from './schema';

const common = (id: string) => ({ id, tankId: 't', at: Date.UTC(2026, 6, 1, 12) });
const snapshot = (entries: Entry[]): Snapshot => ({
  ...emptySnapshot('Europe/Lisbon'),
  tanks: [{ ...newTank('t'), name: 'Bay, "Window"', displayL: 200 }],
  solutions: [{ id: 'soda', name: 'Carbonate', parts: [{ reagent: 'sodium-carbonate', gramsPerL: 80 }] }],
  entries,
});
const rows = (entries: Entry[]) =>
  Papa.parse<Record<string, string>>(entriesCsv(snapshot(entries)), { header: true }).data;

describe('the CSV of entries', () => {
  it('gives each kind of entry its figures with their units', () => {
    const figures = rows([
      { ...common('1'), kind: 'reading', values: { alkalinity: 2.96, ph: 8.1, ammonia: 0.25 } },
      { ...common('2'), kind: 'dose', solutionId: 'soda', volumeMl: 20 },
      { ...common('3'), kind: 'standing-dose', solutionId: 'soda', mlPerDay: 30 },
      { ...common('4'), kind: 'reactor', mlPerMin: 5, effluentAlkalinity: 10 },
      { ...common('5'), kind: 'water-change', volumeL: 40, salinity: 34 },
      { ...common('6'), kind: 'refill', volumeL: 11.5 },
      {
        ...common('7'),
        kind: 'batch',
        saltId: null,
        volumeL: 40,
        saltG: 1540,
        targetSalinity: 35,
        measuredSalinity: 34.8,
      },
      { ...common('8'), kind: 'note', note: 'corals pale' },
      { ...common('9'), kind: 'batch-check', batchId: '7', salinity: 33.2, saltAddedG: 80 },
      { ...common('10'), tankId: null, kind: 'source-test', sourceId: 'gone', tdsSupply: 285, litresPerDay: 180 },
      { ...common('11'), tankId: null, kind: 'part-fitted', sourceId: 'gone', stageId: 'resin-1' },
      { ...common('12'), tankId: null, kind: 'step-done', waterDayId: 'd', step: 'k', says: 'Heater off.' },
      { ...common('13'), kind: 'put-in', what: 'fish', count: 2 },
      { ...common('14'), kind: 'set-up-step', step: 'level', says: 'Level it.' },
      { ...common('15'), kind: 'refill', volumeL: 5, leavesL: 17 },
      { ...common('16'), kind: 'reservoir-level', litres: 12 },
      { ...common('17'), kind: 'pump-run', ranDays: 0.03, overDays: 7 },
      { ...common('18'), kind: 'room', airC: 20.5, humidityPercent: 38 },
      { ...common('19'), kind: 'upkeep', item: 'float' },
      { ...common('20'), kind: 'bottle-level', solutionId: 'soda', volumeMl: 900 },
    ]).map(({ entry, what, value, unit }) => [entry, what, value, unit].join(' '));
    expect(figures).toEqual([
      'reading alkalinity 2.96 mmol/L',
      'reading ph 8.1 ',
      'reading ammonia 0.25 mg/L',
      'dose Carbonate 20 mL',
      'standing-dose Carbonate 30 mL/day',
      'reactor flow 5 mL/min',
      'reactor effluent alkalinity 10 mmol/L',
      'water-change volume 40 L',
      'water-change salinity 34 ppt',
      'refill volume 11.5 L',
      'batch volume 40 L',
      'batch salt 1540 g',
      'batch target salinity 35 ppt',
      'batch measured salinity 34.8 ppt',
      'note note  ',
      'batch-check salinity 33.2 ppt',
      'batch-check salt added 80 g',
      'source-test TDS of the supply 285 mg/L',
      'source-test water made 180 L/day',
      'part-fitted part fitted resin-1 ',
      'step-done step Heater off. ',
      'put-in fish 2 ',
      'set-up-step step Level it. ',
      'refill volume 5 L',
      'refill then in the reservoir 17 L',
      'reservoir-level in the reservoir 12 L',
      'pump-run pump ran 0.03 days',
      'pump-run counted over 7 days',
      'room room temperature 20.5 °C',
      'room room humidity 38 %',
      'upkeep maintenance float ',
      'bottle-level in the bottle of Carbonate 900 mL',
    ]);
  });

  it('keeps the keeper’s own time, and names with commas and quotes whole', () => {
    const [row] = rows([{ ...common('1'), kind: 'refill', volumeL: 3, note: 'line one\nline two' }]);
    expect(row).toMatchObject({ time: '2026-07-01T13:00:00+01:00', tank: 'Bay, "Window"', note: 'line one\nline two' });
  });

  it('never lets a spreadsheet run a note', () => {
    for (const note of ['=HYPERLINK("x")', '+1', '-1+2', '@SUM(A1)']) {
      expect(rows([{ ...common('1'), kind: 'note', note }])[0]?.note).toBe(`'${note}`);
    }
  });
});
