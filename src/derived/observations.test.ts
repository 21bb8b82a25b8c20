import { describe, expect, it } from 'vitest';
import { usualErrorOf } from '@/calculators/parameters/parameters';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { emptySnapshot, newTank } from '@/record/defaults';
import type { Snapshot, Entry, EntryOf, Instrument, Solution, Tank } from '@/record/schema';
import { consumptionOf, driftOf } from './balance/consumption';
import { lastLevel, lastObservation, levelsRead, observationsOf } from './observations/observations';
import { outlookOf } from './day/outlook-of';
import { nutrientsAtZero, waterStatus } from './observations/water-status';

const day = (n: number) => n * DAY_MS;
const reading = (n: number, values: EntryOf<'reading'>['values'], more: Partial<EntryOf<'reading'>> = {}): Entry => ({
  id: `r${n}`,
  tankId: 't',
  at: day(n),
  kind: 'reading',
  values,
  ...more,
});
const checker: Instrument = {
  id: 'checker',
  name: 'Colorimeter',
  parameter: 'alkalinity',
  by: 'kit',
  error: 0.05 * DKH,
  calibrations: [
    { at: day(10), correction: 0.2 * DKH },
    { at: day(20), correction: -0.1 * DKH },
  ],
  reagents: [{ openedAt: day(0), lot: 'B7', expiresAt: day(400) }],
};
const tank: Tank = {
  ...newTank('t'),
  name: 'Bay',
  displayL: 300,
  supplies: [],
  targets: { alkalinity: [7.8 * DKH, 8.6 * DKH] },
};
const snapshotOf = (entries: Entry[], instruments: Instrument[] = [checker], own: Tank = tank): Snapshot => ({
  ...emptySnapshot('UTC'),
  tanks: [own],
  instruments,
  entries,
});

describe('an observation', () => {
  it('of a reading that names nothing errs as what usually reads it', () => {
    const [seen] = observationsOf(snapshotOf([reading(1, { calcium: 431 })]), 't', 'calcium');
    expect(seen).toEqual({
      at: day(1),
      value: 431,
      sd: usualErrorOf('calcium'),
      entryId: 'r1',
      raw: 431,
      correction: 0,
    });
  });

  it('carries its instrument’s error and the correction of the calibration before it; the raw value is kept', () => {
    const named = { instruments: { alkalinity: 'checker' } } as const;
    const snapshot = snapshotOf([5, 15, 25].map((n) => reading(n, { alkalinity: 8 * DKH }, named)));
    const seen = observationsOf(snapshot, 't', 'alkalinity');
    expect(seen.map(({ value }) => Number((value / DKH).toFixed(6)))).toEqual([8, 8.2, 7.9]);
    expect(seen.map(({ correction }) => Number((correction / DKH).toFixed(6)))).toEqual([0, 0.2, -0.1]);
    for (const each of seen) {
      expect(each.raw).toBe(8 * DKH);
      expect(each.sd).toBeCloseTo(0.05 * DKH, 12);
      expect(each.instrument?.id).toBe('checker');
    }
  });

  it('takes the tank’s own instrument where none is named, and no instrument of another parameter', () => {
    const own: Tank = { ...tank, instruments: { alkalinity: 'checker', calcium: 'checker' } };
    const snapshot = snapshotOf([reading(1, { alkalinity: 8 * DKH, calcium: 430 })], [checker], own);
    expect(lastObservation(snapshot, 't', 'alkalinity')?.instrument?.name).toBe('Colorimeter');
    expect(lastObservation(snapshot, 't', 'calcium')?.instrument).toBeUndefined();
    expect(lastObservation(snapshot, 't', 'calcium')?.sd).toBe(usualErrorOf('calcium'));
  });

  it('errs no less than the step of the scale allows (step/√12)', () => {
    const coarse: Instrument = { ...checker, error: 0.01, resolution: 1, calibrations: [] };
    const named = { instruments: { alkalinity: 'checker' } } as const;
    const [seen] = observationsOf(snapshotOf([reading(1, { alkalinity: 3 }, named)], [coarse]), 't', 'alkalinity');
    expect(seen?.sd).toBeCloseTo(0.288675, 5);
  });

  it('a correction leads nowhere a reading may not lie', () => {
    const wild: Instrument = { ...checker, calibrations: [{ at: 0, correction: -1e6 }] };
    const named = { instruments: { alkalinity: 'checker' } } as const;
    const snapshot = snapshotOf([reading(1, { alkalinity: 3 }, named)], [wild]);
    expect(lastObservation(snapshot, 't', 'alkalinity')?.value).toBe(0);
  });

  it('keeps a bound as one: half of it stands for it where a figure is needed', () => {
    const entry = reading(1, { phosphate: 0.02, nitrate: 4 }, { bounds: { phosphate: 'below' } });
    const snapshot = snapshotOf([entry]);
    expect(lastObservation(snapshot, 't', 'phosphate')).toMatchObject({ value: 0.02, bound: 'below' });
    expect(lastLevel(snapshot, 't', 'phosphate')).toBe(0.01);
    expect(levelsRead(snapshot, tank, entry as EntryOf<'reading'>)).toEqual({ phosphate: 0.01, nitrate: 4 });
  });
});

describe('what rests on observations', () => {
  it('a better instrument makes a surer consumption, nearly in proportion to its error', () => {
    const named = { instruments: { alkalinity: 'checker' } } as const;
    const entries = (more: object) => [0, 4].map((n) => reading(30 + n, { alkalinity: (8.6 - 0.2 * n) * DKH }, more));
    const plain = consumptionOf(snapshotOf(entries({})), tank, 'alkalinity', day(40));
    const sure = consumptionOf(snapshotOf(entries(named)), tank, 'alkalinity', day(40));
    expect(sure?.perDay).toBeCloseTo(plain?.perDay ?? 0, 4);
    // What may have changed since the last reading stays as it is.
    expect((sure?.perDaySd ?? 1) / (plain?.perDaySd ?? 1)).toBeGreaterThan(0.05 / 0.12);
    expect((sure?.perDaySd ?? 1) / (plain?.perDaySd ?? 1)).toBeLessThan(0.65);
  });

  it('whether a level is low goes by the error of what read it', () => {
    const named = { instruments: { alkalinity: 'checker' } } as const;
    const place = (more: object) =>
      waterStatus(snapshotOf([reading(30, { alkalinity: 7.8 * DKH }, more)]), tank, day(31))[0]?.place;
    // Corrected to 7.7: a tenth low, within a home test's error and beyond this instrument's.
    expect(place({})).toBe('on target');
    expect(place(named)).toBe('low');
  });

  it('"<0.2" of nitrate and "<0.02" of phosphate for weeks are zero for weeks', () => {
    const bounds = { nitrate: 'below', phosphate: 'below' } as const;
    const entries = [1, 8, 15, 22].map((n) => reading(n, { nitrate: 0.2, phosphate: 0.015 }, { bounds }));
    expect(nutrientsAtZero(snapshotOf(entries), tank, day(23)).values.warns).toBe(true);
    expect(
      nutrientsAtZero(snapshotOf(entries.map((e) => ({ ...e, bounds: undefined }) as Entry)), tank, day(23)).values
        .warns,
    ).toBe(false);
  });
});

describe('an ion that a laboratory reads', () => {
  it('is followed like calcium: changes bring it, doses bring it, and what the tank takes is told', () => {
    const traces: Solution = {
      id: 'traces',
      name: 'Traces',
      parts: [{ reagent: 'strontium-chloride-hexahydrate', gramsPerL: 30 }],
    };
    const entries: Entry[] = [
      { id: 'd', tankId: 't', at: day(0), kind: 'standing-dose', solutionId: 'traces', mlPerDay: 3 },
      { id: 'c', tankId: 't', at: day(20), kind: 'water-change', volumeL: 60 },
    ];
    // A tank of 300 L that takes 0.12 mg/L a day, by steps of an hour written out here: 30 g/L of SrCl2·6H2O is 9.86 g/L of Sr
    // (87.62 ÷ 266.62, CIAAW 2021), natural seawater at 35 ppt holds 8.08 mg/L (Millero et al. 2008).
    const tests = [0, 30, 60, 90];
    const levels: number[] = [];
    let level = 8;
    for (let hour = 0; hour <= 90 * 24; hour++) {
      if (tests.includes(hour / 24)) levels.push(level);
      if (hour === 20 * 24) level = level * 0.8 + 8.08 * 0.2;
      level += ((9.859 * 3) / 300 - 0.12) / 24;
    }
    const readings = tests.map((n, i) => reading(n, { strontium: levels[i] ?? 0 }));
    const own: Tank = { ...tank, supplies: ['parts'] };
    const snapshot = {
      ...snapshotOf(
        [...entries, ...readings].toSorted((a, b) => a.at - b.at),
        [],
        own,
      ),
      solutions: [traces],
    };
    const estimate = driftOf(snapshot, own, 'strontium', day(91));
    expect(estimate?.perDay).toBeCloseTo(0.12, 3);
    const ahead = outlookOf(snapshot, own, 'strontium', day(91), day(100));
    expect(ahead.at(-1)?.value).toBeCloseTo((levels[3] ?? 0) - 10 * (0.12 - 0.0986), 2);
  });
});

describe('a reading past its instrument’s time', () => {
  const aged = (more: Partial<Instrument>): Instrument => ({
    id: 'aged',
    name: 'Kit',
    parameter: 'magnesium',
    by: 'kit',
    error: 20,
    ...more,
  });
  const read = (n: number, instrument: Instrument, id = 'aged') =>
    observationsOf(
      snapshotOf([reading(n, { magnesium: 1300 }, { instruments: { magnesium: id } })], [instrument]),
      't',
      'magnesium',
    )[0];

  it('is taken with twice the error, and says why', () => {
    const kit = aged({ reagents: [{ openedAt: day(0), expiresAt: day(100) }] });
    expect(read(99, kit)).toMatchObject({ sd: 20 });
    expect(read(99, kit)?.ages).toBeUndefined();
    expect(read(101, kit)).toMatchObject({ sd: 40, ages: ['reagent past its date'] });
    expect(read(366, aged({ reagents: [{ openedAt: day(0) }] }))?.ages).toEqual(['reagent open for over a year']);
  });

  it('a probe that was calibrated once wants it again; one that never told is not held to it', () => {
    const probe = aged({ parameter: 'magnesium', by: 'probe', calibrateEveryDays: 30 });
    expect(read(90, probe)?.ages).toBeUndefined();
    expect(read(90, { ...probe, calibrations: [{ at: day(50), correction: 0 }] })?.ages).toEqual([
      'calibration overdue',
    ]);
    expect(read(90, { ...probe, calibrations: [{ at: day(70), correction: 0 }] })?.ages).toBeUndefined();
  });

  it('of an instrument that is no longer there errs as is usual, and stays', () => {
    const left = read(10, aged({}), 'gone');
    expect(left).toMatchObject({ value: 1300, sd: usualErrorOf('magnesium') });
    expect(left?.instrument).toBeUndefined();
  });
});
