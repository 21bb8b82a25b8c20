import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { salinityFromSpecificGravity } from '@/chemistry/seawater/specific-gravity';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import { entrySchema } from '@/record/schema';
import { readLine, type JotContext } from './read-line';

// Saturday 21 November 2026, 18:30 in Lisbon (UTC in winter).
const now = Date.UTC(2026, 10, 21, 18, 30);
const context: JotContext = {
  now,
  zone: 'Europe/Lisbon',
  units: DEFAULT_UNITS,
  solutions: [
    { id: 'soda', name: 'Carbonate part', parts: [{ reagent: 'sodium-carbonate', gramsPerL: 80 }] },
    { id: 'lime', name: 'Calcium part', parts: [{ reagent: 'calcium-chloride-dihydrate', gramsPerL: 100 }] },
  ],
};
const read = (line: string) => readLine(line, context);
const only = (line: string) => {
  const { drafts, problems } = read(line);
  expect(problems).toEqual([]);
  expect(drafts).toHaveLength(1);
  return drafts[0];
};

describe('a line of tests', () => {
  it('reads a whole session', () => {
    const draft = only('alk 8.3 ca 440 mg 1320 no3 4 po4 45ppb po4 ph 8.15 sal 1.0255sg temp 77F');
    expect(draft).toMatchObject({ kind: 'reading', at: now });
    const values = draft?.kind === 'reading' ? draft.values : {};
    expect(values.alkalinity).toBeCloseTo(8.3 * DKH, 12);
    expect(values).toMatchObject({ calcium: 440, magnesium: 1320, nitrate: 4, ph: 8.15 });
    expect(values.phosphate).toBeCloseTo(0.045, 12);
    expect(values.salinity).toBeCloseTo(salinityFromSpecificGravity(1.0255), 9);
    expect(values.temperature).toBeCloseTo(25, 12);
  });

  it.each([
    ['kh 2.9 meq', 'alkalinity', 2.9],
    ['kh 2.9 (meq/L)', 'alkalinity', 2.9],
    ['dkh 7.8', 'alkalinity', 7.8 * DKH],
    ['po4 40 ppb p', 'phosphate', 0.04 * 3.0662],
    ['po4 40 ppb po4', 'phosphate', 0.04],
    ['Alkalinity: 150 ppm', 'alkalinity', 150 / 50.0435],
    ['p 15ppb', 'phosphate', 0.015 * 3.0662],
    ['p 15', 'phosphate', 0.015 * 3.0662],
    ['sg 1.026', 'salinity', 34.52],
    ['mg=1,320', 'magnesium', 1320],
    ['temp 25.4 °c', 'temperature', 25.4],
  ] as const)('reads "%s"', (line, parameter, expected) => {
    const draft = only(line);
    const value = draft?.kind === 'reading' ? draft.values[parameter] : undefined;
    expect(Math.abs((value ?? 0) / expected - 1)).toBeLessThan(0.001);
  });

  it.each([
    ['sal 1.026', /specific gravity/, 'sal 1.026 sg'],
    ['sal 35sg', /ppt/, 'sal 35 ppt'],
    ['alk 830', /point/, 'alk 8.3 dKH'],
    ['alk 2.9', /2\.9 meq\/L/, 'alk 2.9 meq/L'],
    ['po4 40 ppb', /ppb P or ppb PO4/, 'po4 40 µg/L P'],
    ['changed 10 gal', /imp gal/, 'changed 10 US gal'],
    ['temp 77', /Fahrenheit/, 'temp 77 °F'],
    ['alc 8', /alk/, 'alk'],
    ['ca', /number/, undefined],
    ['alk 8 alk 10', /twice/, undefined],
    ['changed -3 l', /negative/, undefined],
    ['changed 40lb', /not a unit/, undefined],
    ['dosed 20 ml potion', /Which solution/, undefined],
    // Half an hour is not lost, and no ramp.
    ['skimmer off 30 min', /When does it run/, undefined],
  ])('refuses "%s" and says what was meant', (line, message, suggestion) => {
    const { problems } = read(line);
    expect(problems[0]?.message).toMatch(message);
    expect(problems[0]?.suggestion).toBe(suggestion);
    if (suggestion && suggestion !== 'alk') expect(read(suggestion).problems).toEqual([]);
  });

  it.each([
    ['no3 <0.2', 'nitrate', 0.2, 'below'],
    ['po4 < 0.02 mg/l', 'phosphate', 0.02, 'below'],
    ['ca >500', 'calcium', 500, 'above'],
    ['amm: ≤ 0.05', 'ammonia', 0.05, 'below'],
  ] as const)('keeps the bound of "%s"', (line, parameter, value, bound) => {
    const draft = only(line);
    expect(draft).toMatchObject({ kind: 'reading', values: { [parameter]: value }, bounds: { [parameter]: bound } });
  });

  it.each([
    ['potassium 395', 'potassium', 395],
    ['sr 8.1 ppm', 'strontium', 8.1],
    ['iodine 58 ppb', 'iodine', 58],
    ['iron 0.003 ppm', 'iron', 3],
    ['orp 340 mv', 'orp', 340],
    ['co2 620 ppm', 'roomCo2', 620],
  ] as const)('reads what a laboratory or a probe tells: "%s"', (line, parameter, value) => {
    const draft = only(line);
    expect(draft?.kind === 'reading' && draft.values[parameter]).toBeCloseTo(value, 9);
  });

  it('keeps what was understood beside what was not', () => {
    const { drafts, problems } = read('alk 8.3 frobs 12 ca 430');
    expect(drafts[0]).toMatchObject({ values: { calcium: 430 } });
    expect(problems.map(({ from, to }) => 'alk 8.3 frobs 12 ca 430'.slice(from, to))).toEqual(['12']);
  });
});

describe('a line of work', () => {
  it.each([
    ['changed 40 l', { kind: 'water-change', volumeL: 40 }],
    ['changed 10 us gal at 1.025 sg', { kind: 'water-change', volumeL: 37.85411784 }],
    ['refilled 11.5 l', { kind: 'refill', volumeL: 11.5 }],
    ['dosed 20ml carbonate', { kind: 'dose', solutionId: 'soda', volumeMl: 20 }],
    ['dosing 25 ml/day calcium part', { kind: 'standing-dose', solutionId: 'lime', mlPerDay: 25 }],
    ['dosing carbonate off', { kind: 'standing-dose', solutionId: 'soda', mlPerDay: 0 }],
    ['reactor 5.1 ml/min effluent 28 dkh', { kind: 'reactor', mlPerMin: 5.1, effluentAlkalinity: 28 * DKH }],
    ['note corals pale, fed twice', { kind: 'note', note: 'corals pale, fed twice' }],
  ])('reads "%s"', (line, expected) => {
    expect(only(line)).toMatchObject(expected);
  });

  it('files several things of one line apart, at one time', () => {
    const twice = read('refilled 5 l, refilled 3 l');
    expect(twice.drafts).toMatchObject([
      { kind: 'refill', volumeL: 5 },
      { kind: 'refill', volumeL: 3 },
    ]);
    const { drafts } = read('yesterday 8pm alk 8.1, changed 40 l and refilled 11.5 l');
    expect(drafts.map(({ kind }) => kind)).toEqual(['reading', 'water-change', 'refill']);
    expect(new Set(drafts.map(({ at }) => at))).toEqual(new Set([Date.UTC(2026, 10, 20, 20, 0)]));
  });
});

describe('a time in the line', () => {
  it.each([
    ['yesterday 8pm', Date.UTC(2026, 10, 20, 20, 0)],
    ['8:15', Date.UTC(2026, 10, 21, 8, 15)],
    ['at 20:15', Date.UTC(2026, 10, 20, 20, 15)], // still to come today, so it was yesterday
    ['thu noon', Date.UTC(2026, 10, 19, 12, 0)],
    ['3 days ago', Date.UTC(2026, 10, 18, 18, 30)],
    ['2h ago', Date.UTC(2026, 10, 21, 16, 30)],
    ['2026-07-01 9am', Date.UTC(2026, 6, 1, 8, 0)], // Lisbon keeps summer time in July
    ['24 dec 10pm', Date.UTC(2025, 11, 24, 22, 0)],
  ])('"%s"', (words, expected) => {
    expect(read(`${words} ph 8.1`)).toMatchObject({ at: expected, problems: [] });
  });
  it('refuses a day that does not exist and one that is still to come', () => {
    expect(read('2026-02-31 ph 8.1').problems[0]?.message).toMatch(/no such date/);
    expect(read('2026-12-24 ph 8.1').problems[0]?.message).toMatch(/ahead of now/);
    expect(read('tomorrow 9am ph 8.1').problems[0]?.message).toMatch(/ahead of now/);
  });
});

it('a long name that is mistyped is read where it stands: what is asked about stays in its place', () => {
  expect(read('Alkalinty 8.3, magnesuim 1320')).toMatchObject({
    problems: [],
    drafts: [{ values: { magnesium: 1320 } }],
  });
  const line = 'Alkalinty 8.3, ca 4300 glass';
  const [problem] = read(line).problems;
  expect(line.slice(problem?.from, problem?.to)).toBe('ca 4300');
  const used = `${line.slice(0, problem?.from)}${problem?.suggestion ?? ''}${line.slice(problem?.to)}`;
  expect(used).toBe('Alkalinty 8.3, ca 430 mg/L glass');
  expect(read(used).problems).toEqual([]);
});

it('spoons of limewater are powder, and are asked about; its clear water is dosed', () => {
  const lime = { id: 'lime', name: 'Limewater', parts: [{ reagent: 'calcium-hydroxide' as const, gramsPerL: 1.5 }] };
  const asked = { ...context, solutions: [...context.solutions, lime] };
  for (const line of ['added 2 tsp kalk', 'kalk 1 tbsp', 'dosed 2 tsp limewater'])
    expect(readLine(line, asked).problems, line).not.toEqual([]);
  expect(readLine('dosed 200 ml limewater', asked)).toMatchObject({
    problems: [],
    drafts: [{ kind: 'dose', solutionId: 'lime', volumeMl: 200 }],
  });
});

describe('several moments in a line', () => {
  const at = (line: string, now: number) =>
    readLine(line, { ...context, now }).drafts.map((draft) => new Date(draft.at).toISOString().slice(5, 16));
  it('are told in the order they came in', () => {
    // At half past six both are of today; at ten the evening was yesterday's, and the morning with it.
    expect(at('ph 8.02 morning, 8.31 evening', now)).toEqual(['11-21T08:00', '11-21T18:30']);
    expect(at('ph 8.02 morning, 8.31 evening', Date.UTC(2026, 10, 21, 10))).toEqual(['11-20T08:00', '11-20T20:00']);
    expect(at('yesterday 7am ph 7.9, 8pm ph 8.2', now)).toEqual(['11-20T07:00', '11-20T20:00']);
  });
});

describe('a date told by figures', () => {
  it.each(['11/21 ph 8.1', '21/11 ph 8.1'])('"%s" is the one day it can be', (line) => {
    expect(read(line)).toMatchObject({ at: read('21 nov ph 8.1').at, problems: [] });
  });
  it('"5/6" is the day it is where the keeper lives', () => {
    expect(readLine('5/6 ph 8.1', { ...context, monthFirst: true }).at).toBe(read('6 may ph 8.1').at);
    expect(readLine('5/6 ph 8.1', { ...context, monthFirst: false }).at).toBe(read('5 jun ph 8.1').at);
  });
  it('"5/6" is two days where that is not known, and "13/45" none', () => {
    expect(read('5/6 ph 8.1').problems[0]?.message).toBe('That is 5 jun or 6 may: write the one that is meant.');
    expect(read('13/45 ph 8.1').problems[0]?.message).toMatch(/no such date/);
  });
});

describe('a unit named by the word', () => {
  const inPpm = (line: string) =>
    readLine(line, { ...context, units: { ...DEFAULT_UNITS, alkalinity: 'ppm CaCO3', volume: 'US gal' } });
  it('is the unit, whatever the keeper’s own is', () => {
    const { drafts, problems } = inPpm('dkh 7.8');
    expect(problems).toEqual([]);
    expect(drafts[0]).toMatchObject({ values: { alkalinity: expect.closeTo(7.8 * DKH, 12) as number } });
  });
  it('where it names none, a figure of another unit is asked about', () => {
    expect(inPpm('alk 8.3').problems[0]?.suggestion).toBe('alk 8.3 dKH');
    expect(inPpm('alk 148').problems).toEqual([]);
  });
  it('a change is told as a share where the tank is known', () => {
    const changed = (line: string) => readLine(line, { ...context, netVolumeL: 620 });
    expect(changed('changed 15%').drafts[0]).toMatchObject({ kind: 'water-change', volumeL: 93 });
    expect(changed('changed 15 %').drafts[0]).toMatchObject({ volumeL: 93 });
    expect(read('changed 15%').problems).toHaveLength(1);
  });
  it('halves and quarters are read, and the keeper’s own gallons', () => {
    expect(inPpm('changed 1/2 gal').drafts[0]).toMatchObject({ volumeL: expect.closeTo(1.892705892, 9) as number });
    expect(inPpm('refilled 1 1/2 gal').drafts[0]).toMatchObject({ volumeL: expect.closeTo(5.678117676, 9) as number });
  });
});

describe('what went in', () => {
  it.each([
    ['added 2 fish', [{ what: 'fish', count: 2 }]],
    ['added a fish', [{ what: 'fish', count: 1 }]],
    ['added bacteria yesterday', [{ what: 'bacteria', count: 1 }]],
    ['added live rock, ph 8.1', [{ what: 'live rock', count: 1 }]],
    ['added 6 snails', [{ what: 'clean-up crew', count: 6 }]],
    ['added 3 soft corals', [{ what: 'soft coral', count: 3 }]],
  ])('"%s"', (line, expected) => {
    const { drafts, problems } = read(line);
    expect(problems).toEqual([]);
    expect(drafts.filter(({ kind }) => kind === 'put-in')).toMatchObject(expected);
  });
  it('what is not known is a remark, and asked about where it is counted', () => {
    expect(read('added gravel').drafts).toMatchObject([{ kind: 'note', note: 'added gravel' }]);
    expect(read('added 3 unicorns').problems[0]?.message).toMatch(/What was it to count as/);
    expect(read('added 0 fish').problems[0]?.message).toMatch(/One to a thousand/);
  });
});

describe('fresh water and what keeps it', () => {
  it.each<[string, object]>([
    ['refilled 11.5 l', { kind: 'refill', volumeL: 11.5 }],
    ['refilled 5 l to 17 l', { kind: 'refill', volumeL: 5, leavesL: 17 }],
    ['reservoir 12 l', { kind: 'reservoir-level', litres: 12 }],
    ['reservoir is at 3 us gal', { kind: 'reservoir-level', litres: 3 * 3.785411784 }],
    ['room 20.5 c 38 %', { kind: 'room', airC: 20.5, humidityPercent: 38 }],
    ['room 38%', { kind: 'room', humidityPercent: 38 }],
    ['room 69F', { kind: 'room', airC: ((69 - 32) * 5) / 9 }],
    ['pump ran 41 min in 7 days', { kind: 'pump-run', ranDays: 41 / 1440, overDays: 7 }],
    ['cleaned float', { kind: 'upkeep', item: 'float' }],
    ['cleaned the optical eye', { kind: 'upkeep', item: 'optical' }],
    ['checked sensors', { kind: 'upkeep', item: 'look' }],
    ['bottle carbonate 1.2 l', { kind: 'bottle-level', volumeMl: 1200 }],
  ])('"%s"', (line, expected) => {
    const { drafts, problems } = read(line);
    expect(problems).toEqual([]);
    expect(drafts).toHaveLength(1);
    const draft = drafts[0] as unknown as Record<string, unknown>;
    for (const [key, value] of Object.entries(expected))
      if (typeof value === 'number') expect(draft[key]).toBeCloseTo(value, 9);
      else expect(draft[key]).toBe(value);
  });
  it.each([
    ['room', /How warm is the room/],
    ['room 0.45 %', /humidity/],
    ['pump ran 41 min', /In how many days/],
    ['bottle lemonade 1 l', /Which bottle/],
    ['reservoir full', /How much stands/],
  ])('"%s" is asked about', (line, expected) => {
    expect(read(line).problems[0]?.message).toMatch(expected);
  });
});

it('whatever is typed, what is understood is of the record’s schema', () => {
  const word = fc.constantFrom(
    'alk',
    'ca',
    '8.3',
    '-1',
    '1e9',
    'changed',
    '40',
    'l',
    'gal',
    'dosed',
    'carbonate',
    'yesterday',
    '8pm',
    'reactor',
    '::',
    'note',
    'ph',
    '99999',
    '°F',
    'sg',
    '1.026',
    'off',
    'dosing',
    'added',
    'fish',
    'live rock',
    'room',
    '%',
    'reservoir',
    'refilled',
    'to',
    'pump',
    'min',
    'cleaned',
    'float',
    'bottle',
  );
  fc.assert(
    fc.property(
      fc.oneof(
        fc.string(),
        fc.array(word, { maxLength: 9 }).map((words) => words.join(' ')),
      ),
      (line) => {
        for (const draft of read(line).drafts)
          expect(
            entrySchema.safeParse({ ...draft, at: Math.max(0, draft.at), id: 'x', tankId: 'y' }).error?.issues,
          ).toBeUndefined();
      },
    ),
    { numRuns: 400 },
  );
});

describe('a date with its year', () => {
  it('is a moment, a leap day too', () => {
    const asked = { ...context, now: Date.UTC(2028, 2, 3, 12) };
    expect(readLine('29 feb 2028 5:00 alk 8.3', asked)).toMatchObject({ at: Date.UTC(2028, 1, 29, 5), problems: [] });
    expect(readLine('29 feb 5:00 alk 8.3', asked)).toMatchObject({ at: Date.UTC(2028, 1, 29, 5), problems: [] });
  });
});

/** What the button "Keep it as a note" makes of a line, until nothing is asked any more. */
function leftToTheNote(line: string): string {
  let text = line;
  for (let pressed = 0; pressed < 12; pressed++) {
    const [problem] = read(text).problems;
    if (!problem) break;
    const stretch = text.slice(problem.from, problem.to).replaceAll('"', '').trim();
    text = `${text.slice(0, problem.from).trimEnd()} "${stretch}" ${text.slice(problem.to).trimStart()}`.trim();
  }
  return text;
}

it('every line can be logged: what is asked about can be left to the note', () => {
  const word = fc.constantFrom(
    ...'alk ca 8.3 830 -1 changed 40 l gal dosed carbonate 20 ml yesterday 8pm reactor note ph frobs added 3 fish unicorns room % reservoir half lights 10 to , and off limewater tsp effluent'.split(
      ' ',
    ),
  );
  fc.assert(
    fc.property(fc.array(word, { minLength: 1, maxLength: 8 }), (words) => {
      const line = words.join(' ');
      const { drafts, problems, tells } = read(leftToTheNote(line));
      expect(problems, line).toEqual([]);
      // A question of units is answered, and nothing to log.
      if (tells) return;
      // A line of nothing but commas and fillers says nothing.
      if (/[a-z0-9]/.test(line.replaceAll(/\b(?:to|and|l|off|half)\b/g, '')))
        expect(drafts.length, line).toBeGreaterThan(0);
    }),
    { numRuns: 400 },
  );
});
