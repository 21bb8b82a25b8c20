import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { touchedRows } from './change';
import { ImportError, readFile, replaceWith, writeFile } from './file';
import { migrateRow } from './migrations';
import { entrySchema, netVolumeL, RECORD_VERSION, TABLE_NAMES, TABLES, tankSchema } from './schema';
import { defaultSettings, newTank } from './defaults';

const fixture = readFileSync(new URL('./fixtures/record-v1.json', import.meta.url), 'utf8');

describe('migrations', () => {
  it.each([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17])(
    'carry every row of the stored version %d to the present schema',
    (version) => {
      const stored = readFileSync(new URL(`./fixtures/record-v${version}.json`, import.meta.url), 'utf8');
      const old = JSON.parse(stored) as Record<string, Record<string, unknown>[]> & { version: number };
      expect(old.version).toBe(version);
      for (const table of TABLE_NAMES) {
        for (const row of table === 'settings'
          ? [old.settings as unknown as Record<string, unknown>]
          : (old[table] ?? [])) {
          expect(TABLES[table].safeParse(migrateRow(table, row, version)).error?.issues).toBeUndefined();
        }
      }
      // One record, kept through the versions: both files tell the same water.
      expect(readFile(stored).tanks.map(netVolumeL)).toEqual(readFile(fixture).tanks.map(netVolumeL));
    },
  );

  it('call what a solution is to the plan by the words of version 17', () => {
    const stored = readFileSync(new URL('./fixtures/record-v16.json', import.meta.url), 'utf8');
    expect(readFile(stored).tanks.find(({ id }) => id === 'bay')?.mix).toEqual({ soda: 'fixed' });
    expect(readFile(fixture).tanks[0]?.mix).toBeUndefined();
    const old = readFileSync(new URL('./fixtures/record-v15.json', import.meta.url), 'utf8');
    expect(readFile(old).tanks.find(({ id }) => id === 'bay')?.mix).toEqual({ soda: 'solved' });
  });

  it.each([
    ['parts', ['parts']],
    ['reactor', ['parts', 'reactor']],
    ['water-changes', []],
  ])('make of the one method "%s" of version 8 what may run: %o', (method, supplies) => {
    const old = Object.fromEntries(Object.entries(newTank('t')).filter(([key]) => key !== 'supplies'));
    const row = migrateRow('tanks', { ...old, name: 'Bay', displayL: 100, method }, 8);
    expect(row).toMatchObject({ supplies });
    expect(tankSchema.safeParse(row).error?.issues).toBeUndefined();
  });

  it('leave entries of one moment in the order they had, before all that are filed since', () => {
    const stored = readFileSync(new URL('./fixtures/record-v12.json', import.meta.url), 'utf8');
    const sets = readFile(stored).entries.filter(({ kind }) => kind === 'standing-dose');
    expect(sets.slice(-2).map(({ id, seq }) => [id, seq])).toEqual([
      ['a-second', 0],
      ['z-first', 0],
    ]);
  });

  it('leave a dose by hand of version 13 as a dose of its own: which were shares of a correction nobody wrote down', () => {
    const stored = readFileSync(new URL('./fixtures/record-v13.json', import.meta.url), 'utf8');
    const hand = readFile(stored).entries.find(({ id }) => id === 'b-hand');
    expect(hand).toMatchObject({ kind: 'dose', volumeMl: 30, note: 'Correction' });
    expect(hand).not.toHaveProperty('correction');
  });

  it('leave an easing of version 14 as the course it was, and say of no tank how its doses are kept', () => {
    const snapshot = readFile(readFileSync(new URL('./fixtures/record-v14.json', import.meta.url), 'utf8'));
    expect(snapshot.entries.find(({ id }) => id === 'c-eased')).toMatchObject({
      from: 3.3,
      to: 2.9,
      backToMlPerDay: 12,
    });
    expect(snapshot.tanks.every(({ keeps }) => keeps === undefined)).toBe(true);
  });

  it('leave a row of the present version as it is', () => {
    const tank = { ...newTank('t'), name: 'Bay', displayL: 100, rockL: 5 };
    expect(migrateRow('tanks', tank, RECORD_VERSION)).toBe(tank);
  });

  it('read a file of before vessels, sources and water days as one that holds none', () => {
    const snapshot = readFile(readFileSync(new URL('./fixtures/record-v3.json', import.meta.url), 'utf8'));
    expect([snapshot.vessels, snapshot.sources, snapshot.waterDays]).toEqual([[], [], []]);
    expect(snapshot.solutions.map(({ id }) => id)).toEqual(['soda', 'bottle']);
    // What it holds goes out again whole, and comes back the same.
    expect(readFile(writeFile(snapshot, new Date(0)))).toEqual(snapshot);
  });

  it('keep the water of a tank the same: what was one displacement is still all of it', () => {
    const [tank] = readFile(fixture).tanks;
    expect(tank && netVolumeL(tank)).toBe(240 + 60 - 28);
  });
});

describe('a file that is no record', () => {
  it.each(['time,tank,entry\n2026-11-01T10:00,Bay,reading\n', '\uFEFFa;b\n1;2\n'])(
    'a table is told as one: %j',
    (text) => {
      expect(() => readFile(text)).toThrow(/This is a table \(CSV\).*Export everything/);
    },
  );
  it.each(['', 'hello', '{"format": ', '[1, 2'])('anything else as no JSON: %j', (text) => {
    expect(() => readFile(text)).toThrow(/not a JSON file/);
  });
});

describe('the schema', () => {
  it('takes a new tank only once it has a name and a volume', () => {
    expect(tankSchema.safeParse(newTank('t')).success).toBe(false);
    expect(tankSchema.safeParse({ ...newTank('t'), name: 'Bay', displayL: 100 }).success).toBe(true);
    expect(
      tankSchema.safeParse({ ...newTank('t'), name: 'Bay', displayL: 100, targets: { calcium: [450, 400] } }).success,
    ).toBe(false);
    expect(TABLES.settings.safeParse(defaultSettings('UTC')).success).toBe(true);
  });

  it('refuses rock that fills the tank, and a solution that would not dissolve', () => {
    const full = { ...newTank('t'), name: 'Bay', displayL: 100, rockL: 120 };
    expect(tankSchema.safeParse(full).error?.issues[0]?.message).toMatch(/displace more/);
    expect(tankSchema.safeParse({ ...full, netVolumeL: 60 }).success).toBe(true);
    const parts = [{ reagent: 'sodium-carbonate', gramsPerL: 800 }];
    expect(TABLES.solutions.safeParse({ id: 's', name: 'Strong', parts }).error?.issues[0]?.message).toMatch(
      /0 to 215 g\/L/,
    );
  });

  it('takes a solution by its salts or by its label, one of the two, and says which salt is too impure', () => {
    const claim = { ml: 10, inLitres: 100, raises: { alkalinity: 0.18 }, alkalinityAs: 'carbonate' };
    const parts = [{ reagent: 'sodium-carbonate', gramsPerL: 80, purity: 0.97 }];
    const taken = (figures: object) => TABLES.solutions.safeParse({ id: 's', name: 'Bottle', ...figures });
    expect(taken({ parts }).success).toBe(true);
    expect(taken({ parts: [], claim }).success).toBe(true);
    expect(taken({ parts: [] }).error?.issues[0]?.message).toMatch(/one of the two/);
    expect(taken({ parts, claim }).error?.issues[0]?.message).toMatch(/one of the two/);
    expect(taken({ parts: [], claim: { ...claim, raises: {} } }).success).toBe(false);
    expect(taken({ parts: [{ ...parts[0], purity: 97 }] }).success).toBe(false);
  });

  it.each([
    { kind: 'reading', values: { alkalinity: -1 } },
    { kind: 'reading', values: { salinity: 1.026 } },
    { kind: 'reading', values: { phosphorus: 1 } },
    { kind: 'dose', solutionId: 's', volumeMl: 0 },
    { kind: 'dose', solutionId: 's', volumeMl: Number.NaN },
    { kind: 'standing-dose', solutionId: 's', mlPerDay: -5 },
    { kind: 'water-change', volumeL: -10 },
    { kind: 'refill', volumeL: Infinity },
    { kind: 'note', note: '   ' },
    { kind: 'source-test', sourceId: 's', tdsSupply: 285 },
    { kind: 'part-fitted', sourceId: 's', stageId: 'a' },
    { kind: 'batch-check', batchId: 'b' },
    { kind: 'batch-check', batchId: 'b', salinity: 1.026, saltAddedG: -5 },
    { kind: 'step-done', waterDayId: 'd', step: '', says: 'Heater off' },
    { kind: 'put-in', what: 'fish', count: 0 },
    { kind: 'put-in', what: 'gravel', count: 1 },
    { kind: 'put-in', what: 'fish' },
    { kind: 'set-up-step', step: '', says: 'Level it' },
    { kind: 'reservoir-level', litres: -1 },
    { kind: 'room' },
    { kind: 'room', humidityPercent: 0.45 },
    { kind: 'pump-run', ranDays: 0.1, overDays: 0 },
    { kind: 'upkeep', item: 'skimmer' },
    { kind: 'bottle-level', volumeMl: 20 },
    { kind: 'party' },
  ])('refuses an impossible entry (%#)', (figures) => {
    expect(entrySchema.safeParse({ id: 'e', tankId: 't', at: 0, ...figures }).success).toBe(false);
  });
});

describe('how a tank was begun', () => {
  const made = { ...newTank('t'), name: 'Bay', displayL: 100 };
  const plan = {
    startAt: 0,
    lengthCm: 60,
    widthCm: 30,
    heightCm: 36,
    freeboardCm: 3,
    glassCm: 0.6,
    sumpL: 0,
    targetC: 25.5,
    roomC: 18,
    first: 'rock',
    rock: 'dry',
    mixed: 'outside',
  };
  it.each([
    [{ cycle: { school: 'starter', startedAt: 0 } }, true],
    [{ cycle: { school: 'starter', startedAt: 0, doneAt: 5 } }, true],
    [{ cycle: { school: 'prayer', startedAt: 0 } }, false],
    [{ cycle: { school: 'starter' } }, false],
    [{ setUp: plan }, true],
    [{ setUp: { ...plan, rockG: 5000 } }, true],
    [{ setUp: { ...plan, lengthCm: 0 } }, false],
    [{ setUp: { ...plan, first: 'water' } }, false],
    [{ setUp: { ...plan, colour: 'blue' } }, false],
  ])('%#', (figures, taken) => {
    expect(tankSchema.safeParse({ ...made, ...figures }).success).toBe(taken);
  });
  it('goes out in a file and comes back whole, with the kits and what was put in', () => {
    const snapshot = {
      ...readFile(fixture),
      tanks: [{ ...made, setUp: plan, cycle: { school: 'ocean-rock', startedAt: 7, doneAt: 9 } }],
      salts: [],
      solutions: [],
      entries: [
        { id: 'a', tankId: 't', at: 1, kind: 'put-in', what: 'live rock', count: 1 },
        { id: 'b', tankId: 't', at: 2, kind: 'set-up-step', step: 'level', says: 'Level it' },
      ],
    } as unknown as ReturnType<typeof readFile>;
    const kit = { ammoniaReads: 'free', ammoniaStep: 0.05, nitriteStep: 0.1 } as const;
    const told = {
      ...snapshot,
      settings: { ...snapshot.settings, kit, units: { ...snapshot.settings.units, ammonia: 'mg/L NH3-N' as const } },
    };
    expect(readFile(writeFile(told, new Date(0)))).toEqual(told);
  });
});

describe('how a tank is topped off', () => {
  const made = { ...newTank('t'), name: 'Bay', displayL: 100 };
  const rises = { lengthCm: 60, widthCm: 40, heightCm: 40, levelCm: 25, standsCm: 10 };
  it.each([
    [{ topOff: {} }, true],
    [{ topOff: { rises, sensors: ['optical', 'float'], everyDays: { float: 14 } } }, true],
    [{ topOff: { rises: { ...rises, levelCm: 50 } } }, false],
    [{ topOff: { rises: { lengthCm: 60 } } }, false],
    [{ topOff: { sensors: ['optical', 'float', 'float'] } }, false],
    [{ topOff: { sensors: ['guess'] } }, false],
    [{ topOff: { places: [{ place: 'display', areaM2: 0, cover: 'open' }] } }, false],
    [{ topOff: { places: [{ place: 'sump', areaM2: 0.4, cover: 'tight lid' }] } }, true],
    [{ feeder: { portions: 20, perDay: 2 } }, true],
    [{ feeder: { portions: 20 } }, false],
  ])('%#', (figures, taken) => {
    expect(tankSchema.safeParse({ ...made, ...figures }).success).toBe(taken);
  });
  it('goes out in a file and comes back whole, with the looks, the upkeep and the days away', () => {
    const snapshot = {
      ...readFile(fixture),
      tanks: [{ ...made, topOff: { rises, fromReservoir: ['soda'] }, feeder: { portions: 20, perDay: 2 } }],
      salts: [],
      entries: [
        { id: 'a', tankId: 't', at: 1, kind: 'reservoir-level', litres: 12 },
        { id: 'b', tankId: 't', at: 2, kind: 'room', airC: 21, humidityPercent: 45 },
        { id: 'c', tankId: 't', at: 3, kind: 'upkeep', item: 'float' },
        { id: 'd', tankId: 't', at: 4, kind: 'refill', volumeL: 5, leavesL: 17 },
        { id: 'e', tankId: 't', at: 5, kind: 'pump-run', ranDays: 0.03, overDays: 7 },
      ],
    } as unknown as ReturnType<typeof readFile>;
    const away = { ...snapshot, settings: { ...snapshot.settings, away: { leavesAt: 9, days: 12 } } };
    expect(readFile(writeFile(away, new Date(0)))).toEqual(away);
  });
});

describe('what belongs to the house', () => {
  const house = { id: 'e', tankId: null, at: 0 };
  it('is filed without a tank; what is a tank’s is not', () => {
    expect(entrySchema.safeParse({ ...house, kind: 'source-test', sourceId: 's', tdsSupply: 285 }).success).toBe(true);
    expect(entrySchema.safeParse({ ...house, kind: 'part-fitted', sourceId: 's', stageId: 'a' }).success).toBe(true);
    expect(
      entrySchema.safeParse({ ...house, kind: 'batch', saltId: null, volumeL: 40, saltG: 1540, targetSalinity: 35 })
        .success,
    ).toBe(true);
    expect(entrySchema.safeParse({ ...house, kind: 'refill', volumeL: 5 }).success).toBe(false);
  });
  it('a file whose source line is missing is refused with the place', () => {
    const record = JSON.parse(fixture) as { entries: unknown[] };
    record.entries.push({ ...house, id: 'x', kind: 'source-test', sourceId: 'gone', tdsSupply: 285 });
    expect(() => readFile(JSON.stringify(record))).toThrow(
      /Entry \d+ \(source-test, .*\): there is no source “gone” in the file\. \[entries\[\d+\]\.sourceId\]/,
    );
  });
});

describe('taking a file in', () => {
  it('replaces what is there: rows the file does not hold go, and it is one change', () => {
    const incoming = readFile(fixture);
    const present = {
      ...incoming,
      tanks: [{ ...newTank('old'), name: 'Old', displayL: 10 }],
      entries: [],
      salts: [],
      solutions: [],
    };
    const touched = touchedRows(replaceWith(incoming, present));
    expect(touched.filter(({ after }) => after === undefined)).toEqual([
      { table: 'tanks', id: 'old', after: undefined },
    ]);
    expect(touched.filter(({ table }) => table === 'entries')).toHaveLength(incoming.entries.length);
  });

  it('tells of every fault up to a few, and how many more there are', () => {
    const record = JSON.parse(fixture) as { entries: unknown[] };
    record.entries = Array.from({ length: 30 }, (_, i) => ({
      id: `x${i}`,
      tankId: 'bay',
      at: 'noon',
      kind: 'note',
      note: 'n',
    }));
    try {
      readFile(JSON.stringify(record));
      expect.unreachable();
    } catch (error) {
      expect(error).toBeInstanceOf(ImportError);
      const { faults } = error as ImportError;
      expect(faults[0]).toBe(
        'Entry 1 (note): time is "noon"; a moment in milliseconds since 1970 was expected. [entries[0].at]',
      );
      expect(faults).toHaveLength(9);
      expect(faults.at(-1)).toBe('and 22 more');
    }
  });

  it('refuses a tank whose salt is missing, and a row that is no row', () => {
    expect(() => readFile(fixture.replace('"saltId": "sea"', '"saltId": "gone"'))).toThrow(
      /Tank 1 \(.*\): there is no salt “gone” in the file\. \[tanks\[0\]\.saltId\]/,
    );
    expect(() => readFile(fixture.replace(/"salts": \[.*\]/, '"salts": [null]'))).toThrow(/salts\[0\]/);
  });
});
