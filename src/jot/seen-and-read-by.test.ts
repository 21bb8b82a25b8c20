import { describe, expect, it } from 'vitest';
import { SIGN_IDS, SIGNS } from '@/calculators/signs/signs';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import type { Instrument } from '@/record/rows/instrument';
import { readCells } from './read-cell';
import { readLine } from './read-line';
import { typedSession } from './typed-session';

const instruments: Instrument[] = [
  { id: 'kit', name: 'New magnesium kit', parameter: 'magnesium', by: 'kit' },
  { id: 'lab-mg', name: 'Lab panel', parameter: 'magnesium', by: 'laboratory' },
  { id: 'lab-ca', name: 'Lab panel', parameter: 'calcium', by: 'laboratory' },
];
const context = { now: Date.UTC(2026, 10, 24, 18), zone: 'UTC', units: DEFAULT_UNITS, solutions: [], instruments };
const read = (line: string) => readLine(line, context);

describe('what the eye saw', () => {
  it.each(SIGN_IDS.flatMap((sign) => SIGNS[sign].words.map((words) => [words, sign] as const)))(
    '“%s” is %s',
    (words, sign) => {
      const { drafts, problems } = read(words);
      expect(problems).toEqual([]);
      expect(drafts).toMatchObject([{ kind: 'seen', signs: [sign] }]);
    },
  );

  it('stands in one entry, beside tests, in any order', () => {
    const { drafts, problems } = read('paling alk 8.2, polyps in and red film no3 <0.5 paling');
    expect(problems).toEqual([]);
    expect(drafts.find(({ kind }) => kind === 'seen')).toMatchObject({
      signs: ['paling', 'polyps-in', 'cyanobacteria'],
    });
    expect(drafts.find(({ kind }) => kind === 'reading')).toMatchObject({ bounds: { nitrate: 'below' } });
    expect(drafts).toHaveLength(2);
  });

  it('misspelt is asked about with what was meant', () => {
    expect(read('palling').problems[0]).toMatchObject({ suggestion: 'paling' });
    expect(read('diatomes').problems[0]?.suggestion).toMatch(/^diatoms?$/);
  });
});

describe('feeding, livestock, replacements, lights', () => {
  it.each([
    ['feeding twice a day', { kind: 'feeding', timesPerDay: 2 }],
    ['feeding every third day', { kind: 'feeding', timesPerDay: 1 / 3 }],
    ['feeding 3x daily', { kind: 'feeding', timesPerDay: 3 }],
    ['fed 2 cubes', { kind: 'feeding', portions: 2 }],
    ['fed', { kind: 'feeding', portions: 1 }],
    ['lost 2 snails', { kind: 'taken-out', what: 'clean-up crew', count: 2, lost: true }],
    ['removed 1 fish', { kind: 'taken-out', what: 'fish', count: 1 }],
    ['replaced half the carbon', { kind: 'replaced', what: 'carbon', half: true }],
    ['swapped lamps', { kind: 'replaced', what: 'lamps' }],
    [
      'lights 9:00 to 20:00 ramp 60 min',
      { kind: 'lever', rampMinutes: 60, hours: { fromMinute: 540, forMinutes: 660 } },
    ],
    ['lights 9:00-20:00 ramp 1 h', { kind: 'lever', rampMinutes: 60 }],
  ] as const)('“%s”', (line, draft) => {
    const { drafts, problems } = read(line);
    expect(problems).toEqual([]);
    expect(drafts).toMatchObject([draft]);
  });

  it.each([
    ['feeding 40 times a day', /feedings a day accepts/],
    ['fed 900', /What is this figure of/],
    ['lost 3 unicorns', /What was it/],
    ['lights 9:00 to 10:00 ramp 45 min', /longer than it shines/],
  ])('“%s” is asked about', (line, message) => {
    expect(read(line).problems[0]?.message).toMatch(message);
  });
});

describe('what a reading was read by', () => {
  it('stands behind it, with or without “by”, in brackets too', () => {
    for (const line of ['mg 1490 by new magnesium kit', 'mg 1490 New magnesium kit', 'mg 1490 (new magnesium kit)'])
      expect(read(line)).toMatchObject({ drafts: [{ instruments: { magnesium: 'kit' } }], problems: [] });
  });

  it('stands before all it read, or at the end of the line', () => {
    const both = { magnesium: 'lab-mg', calcium: 'lab-ca' };
    expect(read('lab panel: ca 421 mg 1295 alk 8')).toMatchObject({ drafts: [{ instruments: both }], problems: [] });
    expect(read('ca 421 mg 1295, lab panel')).toMatchObject({ drafts: [{ instruments: both }], problems: [] });
  });

  it('is refused where it does not read that', () => {
    expect(read('ca 421 by new magnesium kit').problems[0]?.message).toBe('New magnesium kit does not read calcium.');
  });
});

describe('eight values in a line with one wrong', () => {
  it('the seven stay understood, the eighth is asked about', () => {
    const { drafts, problems } = read('alk 8.3 ca 440 mg 1320 no3 4 po4 0.05 ph 82 sal 35 temp 25.4');
    const [reading] = drafts;
    expect(reading?.kind === 'reading' && Object.keys(reading.values)).toHaveLength(7);
    expect(problems).toHaveLength(1);
    expect(problems[0]?.message).toMatch(/pH/);
  });
});

describe('how the last session was typed', () => {
  it('is its order and the units that were named', () => {
    expect(
      typedSession('yesterday 8pm po4 45 ppb p, alk 2.9 meq ca 440 no3 <2 sg 1.0255 mg 1320 by lab panel temp 77f'),
    ).toEqual({
      order: ['phosphate', 'alkalinity', 'calcium', 'nitrate', 'salinity', 'magnesium', 'temperature'],
      units: { phosphate: 'ppb p', alkalinity: 'meq', temperature: 'f' },
    });
    expect(typedSession('sal 1.0255 sg temp 78 f').units).toEqual({ salinity: 'sg', temperature: 'f' });
    expect(typedSession('alk 8.1 sg 1.0255 ca 420').units).toEqual({});
    expect(typedSession('')).toEqual({ order: [], units: {} });
    expect(typedSession('changed 40 l and refilled 3 l').order).toEqual([]);
  });

  it('a bare figure is read in the unit of then, one with its own unit in that', () => {
    const units = { phosphate: 'ppb p', alkalinity: 'meq' };
    expect(readCells({ phosphate: '45', alkalinity: '2.9' }, context, units).values?.values).toMatchObject({
      phosphate: expect.closeTo(0.138, 3) as number,
      alkalinity: 2.9,
    });
    expect(readCells({ phosphate: '0.05 mg/l' }, context, units).values?.values.phosphate).toBeCloseTo(0.05, 9);
    expect(readCells({ phosphate: '<20' }, context, units).values?.bounds).toEqual({ phosphate: 'below' });
  });
});

describe('cells of the test grid', () => {
  it('take what the line takes, each for itself', () => {
    const { of, values } = readCells(
      {
        alkalinity: '8.3',
        nitrate: '<0.5',
        phosphate: '45 ppb p',
        magnesium: '1490 by new magnesium kit',
        ph: '82',
        calcium: ' ',
      },
      context,
    );
    expect(values).toMatchObject({
      values: { nitrate: 0.5, magnesium: 1490 },
      bounds: { nitrate: 'below' },
      instruments: { magnesium: 'kit' },
    });
    expect(Object.keys(values?.values ?? {})).toHaveLength(4);
    expect(of.ph?.problem).toMatch(/pH/);
    expect(of.calcium).toBeUndefined();
  });

  it('hold one reading: a second, or words, are asked about', () => {
    expect(readCells({ alkalinity: '8.3 ca 420' }, context).of.alkalinity?.problem).toMatch(/reading of alkalinity/);
    expect(readCells({ alkalinity: '8.3 paling' }, context).of.alkalinity?.problem).toMatch(/One reading/);
    expect(readCells({ alkalinity: 'high' }, context).of.alkalinity?.problem).toMatch(/needs a number/);
    expect(readCells({}, context).values).toBeUndefined();
  });
});
