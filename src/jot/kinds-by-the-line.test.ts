import { describe, expect, it } from 'vitest';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import { emptySnapshot } from '@/record/defaults';
import { readLine, type JotContext } from '@/jot/read-line';
import type { EntryDraft, Solution } from '@/record/schema';
import { describeEntry } from '@/record/kinds/describe';
import { ALL_KINDS, ENTRY_KINDS, entrySchema, kindOf } from '@/record/kinds/list';

const solutions: Solution[] = [
  { id: 'soda', name: 'Carbonate', parts: [{ reagent: 'sodium-carbonate', gramsPerL: 80 }] },
];
const house = { ...emptySnapshot('Europe/Lisbon'), solutions };
const now = Date.UTC(2026, 10, 21, 18, 30);
const context: JotContext = { now, zone: 'Europe/Lisbon', units: DEFAULT_UNITS, solutions };
function jotted(line: string): EntryDraft {
  const { drafts, problems } = readLine(line, context);
  expect(problems).toEqual([]);
  const [draft] = drafts;
  if (!draft) throw new Error('a draft');
  expect(entrySchema.safeParse({ id: 'x', tankId: 't', ...draft }).error?.issues).toBeUndefined();
  return draft;
}

describe('the kinds of entry', () => {
  it('each have a name, a title and a schema of their own', () => {
    const names = ENTRY_KINDS.map(({ kind }) => kind);
    expect(new Set(names).size).toBe(names.length);
    for (const { title } of ALL_KINDS) expect(title).toMatch(/^[A-Z]/);
  });
});

describe('hours of the day', () => {
  it.each([
    ['dosing 40 ml/day carbonate 22:00 to 8:00', 'Carbonate at 40 mL/day from then on, 22:00–8:00'],
    ['dosing 40 ml/day carbonate from 10pm to 8am', 'Carbonate at 40 mL/day from then on, 22:00–8:00'],
    ['dosing 40 ml/day carbonate 20-6 in 24 pulses', 'Carbonate at 40 mL/day from then on, 20:00–6:00, in 24 pulses'],
    ['dosing 40 ml/day carbonate in 12 pulses', 'Carbonate at 40 mL/day from then on, in 12 pulses'],
    [
      'dosing 40 ml/day carbonate 21:00 to 1:00 and 5:00 to 9:00 in 8 pulses',
      'Carbonate at 40 mL/day from then on, 21:00–1:00 and 5:00–9:00, in 8 pulses',
    ],
    ['dosing 40 ml/day carbonate', 'Carbonate at 40 mL/day from then on'],
    ['measured carbonate 9.6 ml in 60 s for 10 ml', 'pump of Carbonate gave 9.6 mL in 1 min, set to 10 mL'],
    ['measured carbonate 48 ml in 5 min', 'pump of Carbonate gave 48 mL in 5 min'],
    ['dosing carbonate off', 'Carbonate off'],
    ['lights 10:30 to 20:00', 'lights 10:30–20:00'],
    ['lights off', 'lights off'],
    ['refugium light 20:00-8:00', 'refugium light 20:00–8:00'],
    ['skimmer on', 'skimmer on all day'],
    ['scrubber off', 'CO2 scrubber off'],
    ['reactor 30 ml/min effluent 25 dkh chamber ph 6.5', 'reactor at 30 mL/min, effluent 25 dKH, chamber at pH 6.5'],
    ['reactor 30 ml/min 25 dkh', 'reactor at 30 mL/min, effluent 25 dKH'],
    ['effluent 25 dkh', 'effluent 25 dKH'],
    [
      'effluent 25 dkh ph 6.55 12 ml/min 30 bubbles',
      'effluent 25 dKH, chamber at pH 6.55, flow 12 mL/min, 30 bubbles a minute',
    ],
    ['effluent flow 12 ml/min', 'flow 12 mL/min'],
    ['effluent ph 6.5', 'chamber at pH 6.5'],
    ['chamber 6.5', 'chamber at pH 6.5'],
    ['chamber ph 6.5, 24 bpm', 'chamber at pH 6.5, 24 bubbles a minute'],
    ['media 4 kg', 'reactor media: 4 kg there from then on'],
    ['cylinder 2 kg', 'CO₂ cylinder: 2 kg there from then on'],
    ['limewater 25 g in 10 l', '25 g of calcium hydroxide into the limewater, limewater filled to 10 L'],
    ['limewater 40 g', '40 g of calcium hydroxide into the limewater'],
    ['limewater 115 dkh', 'limewater tested, 115 dKH'],
    ['limewater 8.2 ms/cm', 'limewater at 8.2 mS/cm'],
  ])('"%s" is "%s"', (line, words) => {
    expect(describeEntry(jotted(line), house)).toBe(words.replace('25 dKH', '25 dKH'));
  });

  it.each([
    ['dosing 40 ml/day carbonate 25:00 to 8:00', /no such date or time/],
    ['dosing 40 ml/day carbonate in 300 pulses', /At most 288/],
    ['lights', /When does it run/],
    ['effluent', /What did it read/],
    ['effluent 25 dkh ph 12', /pH of the chamber/],
    ['chamber', /What did it read/],
    ['limewater', /How much/],
    ['media 4 g', /reactor media/],
  ])('"%s" is asked about', (line, message) => {
    expect(readLine(line, context).problems[0]?.message).toMatch(message);
  });

  it('go out in the table, and a bound keeps its sign', () => {
    const figures = (line: string) => {
      const draft = jotted(line);
      return kindOf(draft.kind).figures(draft as never, house);
    };
    expect(figures('dosing 40 ml/day carbonate 22:00 to 8:00 in 10 pulses')).toEqual([
      ['Carbonate', 40, 'mL/day'],
      ['hours', '22:00–8:00', ''],
      ['pulses', 10, 'a day'],
    ]);
    expect(figures('po4 <0.02 no3 4')).toEqual([
      ['nitrate', 4, 'mg/L'],
      ['phosphate', '<0.02', 'mg/L'],
    ]);
  });
});

describe('a bound', () => {
  it('is described as one', () => {
    expect(describeEntry(jotted('po4 <0.02'), house)).toBe('phosphate <0.02 mg/L');
  });
  it('without its value is refused', () => {
    const row = {
      id: 'x',
      tankId: 't',
      at: 1,
      kind: 'reading',
      values: { nitrate: 4 },
      bounds: { phosphate: 'below' },
    };
    expect(entrySchema.safeParse(row).success).toBe(false);
  });
});
