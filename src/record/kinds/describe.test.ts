import { describe, expect, it } from 'vitest';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { emptySnapshot } from '@/record/defaults';
import type { Snapshot, Entry } from '@/record/schema';
import { describeEntry } from '@/record/kinds/describe';
import { kindOf } from '@/record/kinds/list';

const snapshot: Snapshot = {
  ...emptySnapshot('UTC'),
  salts: [{ id: 'sea', name: 'Sea', gramsPerLAt35: null, profile: null }],
  solutions: [{ id: 'soda', name: 'Carbonate', parts: [{ reagent: 'sodium-carbonate', gramsPerL: 80 }] }],
  sources: [
    {
      id: 'line',
      name: 'Line',
      ratedLPerDay: 284,
      ratedKPa: 345,
      wasteRatio: 4,
      pressureKPa: 345,
      temperatureC: 15,
      flushMinutes: 0,
      stages: [
        { id: 'one', kind: 'membrane' },
        { id: 'two', kind: 'resin', resinL: 0.6 },
      ],
    },
  ],
};
const house = { id: 'h', tankId: null, at: 0 };
const american: Snapshot = {
  ...snapshot,
  settings: {
    ...snapshot.settings,
    units: { volume: 'US gal', temperature: '°F', alkalinity: 'ppm CaCO3', salinity: 'sg' },
  },
};
const common = { id: 'e', tankId: 't', at: 0 };
const batch: Entry = {
  ...common,
  kind: 'batch',
  saltId: 'sea',
  volumeL: 40,
  saltG: 1540,
  targetSalinity: 35,
  measuredSalinity: 34.8,
};

describe('an entry in words', () => {
  it.each<[Entry, string]>([
    [
      { ...common, kind: 'reading', values: { alkalinity: 8.3 * DKH, calcium: 440, ph: 8.15 } },
      'alkalinity 8.3 dKH · calcium 440 mg/L · pH 8.15',
    ],
    [{ ...common, kind: 'dose', solutionId: 'soda', volumeMl: 20 }, '20 mL of Carbonate, once'],
    [
      { ...common, kind: 'standing-dose', solutionId: 'soda', mlPerDay: 34.65 },
      'Carbonate at 34.65 mL/day from then on',
    ],
    [{ ...common, kind: 'standing-dose', solutionId: 'soda', mlPerDay: 0 }, 'Carbonate off'],
    [{ ...common, kind: 'dose', solutionId: 'gone', volumeMl: 1500 }, '1.5 L of a solution no longer listed, once'],
    [
      { ...common, kind: 'reactor', mlPerMin: 5.1, effluentAlkalinity: 28 * DKH },
      'reactor at 5.1 mL/min, effluent 28 dKH',
    ],
    [{ ...common, kind: 'reactor', mlPerMin: 0, effluentAlkalinity: 0 }, 'reactor closed'],
    [{ ...common, kind: 'water-change', volumeL: 40 }, '40 L changed'],
    [{ ...common, kind: 'water-change', volumeL: 40, salinity: 34.5 }, '40 L changed at 34.5 ppt'],
    [{ ...common, kind: 'refill', volumeL: 0.05 }, '50 mL into the reservoir'],
    [batch, '40 L mixed with 1.54 kg of Sea, read 34.8 ppt'],
    [{ ...common, kind: 'note', note: 'corals pale' }, 'corals pale'],
    [
      { ...common, kind: 'batch-check', batchId: 'b', salinity: 33.2, alkalinity: 8.2 * DKH, saltAddedG: 82.4 },
      'read 33.2 ppt · alkalinity 8.2 dKH · 82.4 g of salt added',
    ],
    [
      { ...common, kind: 'batch-check', batchId: 'b', salinity: 36.4, waterTakenOutL: 2, waterPouredInL: 1.9 },
      'read 36.4 ppt · 2 L taken out · 1.9 L of RO/DI water poured in',
    ],
    [
      {
        ...house,
        kind: 'source-test',
        sourceId: 'line',
        tdsSupply: 285,
        tdsMembrane: 7,
        tdsProduct: 0,
        totalChlorine: 0.5,
      },
      'TDS 285 before the membrane · 7 after it · 0 mg/L after the resin · total chlorine 0.5 mg/L',
    ],
    [{ ...house, kind: 'part-fitted', sourceId: 'line', stageId: 'two' }, 'a new resin'],
    [{ ...house, kind: 'part-fitted', sourceId: 'line', stageId: 'gone' }, 'a new part'],
    [{ ...house, kind: 'step-done', waterDayId: 'd', step: 'k', says: 'Heater off.' }, 'Heater off.'],
    [{ ...common, kind: 'put-in', what: 'fish', count: 1 }, 'a fish'],
    [{ ...common, kind: 'put-in', what: 'fish', count: 3 }, '3 fish'],
    [{ ...common, kind: 'put-in', what: 'stony coral', count: 2 }, '2 stony corals'],
    [{ ...common, kind: 'put-in', what: 'live rock', count: 1 }, 'live rock'],
    [{ ...common, kind: 'refill', volumeL: 5, leavesL: 17 }, '5 L into the reservoir, to 17 L'],
    [{ ...common, kind: 'reservoir-level', litres: 12 }, '12 L in the reservoir'],
    [{ ...common, kind: 'pump-run', ranDays: 41 / 1440, overDays: 7 }, 'top-off pump ran 41 min in 7 days'],
    [{ ...common, kind: 'room', airC: 20.5, humidityPercent: 38 }, '20.5 °C, 38 % humid'],
    [{ ...common, kind: 'room', humidityPercent: 38 }, '38 % humid'],
    [{ ...common, kind: 'upkeep', item: 'optical' }, 'optical eye'],
    [{ ...common, kind: 'bottle-level', solutionId: 'soda', volumeMl: 900 }, '900 mL in the bottle of Carbonate'],
    [{ ...common, kind: 'set-up-step', step: 'level', says: 'Level it.' }, 'Level it.'],
  ])('%#', (entry, words) => {
    expect(describeEntry(entry, snapshot)).toBe(words);
    expect(kindOf(entry.kind).title).toMatch(/^[A-Z]/);
  });

  it('follows the keeper’s units', () => {
    const reading: Entry = { ...common, kind: 'reading', values: { alkalinity: 2.96, salinity: 35, temperature: 25 } };
    expect(describeEntry(reading, american)).toBe('alkalinity 148 ppm CaCO3 · salinity 1.0264 sg · temperature 77 °F');
    expect(describeEntry({ ...common, kind: 'water-change', volumeL: 37.85411784 }, american)).toBe(
      '10 US gal changed',
    );
  });

  it('keeps its words when the salt is gone', () => {
    expect(describeEntry({ ...batch, saltId: null }, snapshot)).toContain('of salt');
  });
});
