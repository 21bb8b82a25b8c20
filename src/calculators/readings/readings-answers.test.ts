import { describe, expect, it } from 'vitest';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import { plainSentence } from '../calculator/sentence';
import { beforeAfter } from './before-after';
import { instrumentCheck } from './instrument-check';
import { parameterTrend } from './parameter-trend';
import { recordConfidence } from './record-confidence';
import { whenSeen } from './when-seen';

const NOW = 1_790_000_000_000;
const says = ({ answer }: { answer: { says: readonly never[] | readonly unknown[] } }) =>
  plainSentence(answer.says as never, DEFAULT_UNITS);
const because = ({ answer }: { answer: { because: readonly unknown[] } }) =>
  plainSentence(answer.because as never, DEFAULT_UNITS);
const weekly = (values: readonly number[], sd: number) =>
  values.map((value, i) => ({ at: NOW - (values.length - 1 - i) * 7 * DAY_MS, value, sd }));

describe('the trend of a level', () => {
  it('says the rate, its range, and the day on which the band is left', () => {
    const told = parameterTrend.run({
      parameter: 'calcium',
      now: NOW,
      readings: weekly([450, 446, 441, 437, 433, 429, 424, 420], 3),
      band: [410, 450],
    });
    // By hand: 30 mg/L in 49 days is 0.61 a day; ten more take 16 days.
    expect(says(told)).toMatch(
      /^Calcium is falling 0\.6\d? mg\/L\/day over seven weeks and is 42\d mg\/L; it leaves its band by about /,
    );
    expect(((told.values.leavesAt ?? 0) - NOW) / DAY_MS).toBeCloseTo(16.5, -0.5);
    expect(told.values.leavesSoonest).toBeLessThan(told.values.leavesAt ?? 0);
  });

  it('that the tests cannot tell from any other is not called steady, and says how many more would', () => {
    const told = parameterTrend.run({ parameter: 'calcium', now: NOW, readings: weekly([420, 431, 415, 424], 8) });
    expect(says(told)).toMatch(/^The tests cannot tell yet how calcium moves; it is 4\d\d mg\/L\.$/);
    expect(told.values.moved?.moves).toBeUndefined();
    expect(told.answer.certainty).toBe('within test error');
  });

  it('whose rate can be no more than would matter is steady, and says so', () => {
    const told = parameterTrend.run({
      parameter: 'calcium',
      now: NOW,
      readings: weekly([420, 424, 421, 423, 422, 421, 423, 420, 422, 421], 5),
    });
    expect(says(told)).toMatch(/^Calcium is steady at 42\d mg\/L\.$/);
    expect(because(told)).toContain('too little to matter within the month');
    expect(told.answer.certainty).toBe('within test error');
  });

  it('calls a level that keeps its rate changed in pace seldom, and says a change when there is one', () => {
    const turned = parameterTrend.run({
      parameter: 'nitrate',
      now: NOW,
      readings: weekly([6, 6.2, 5.9, 6.1, 6, 5.1, 3.9, 3.1, 2, 1.1], 0.3),
    });
    expect(turned.values.changedPace?.perDayAfter).toBeLessThan(-0.1);
    expect(because(turned)).toContain('changed its pace');
  });

  it('a slip stands apart and asks for a retest where it is the last', () => {
    const told = parameterTrend.run({
      parameter: 'magnesium',
      now: NOW,
      readings: weekly([1310, 1300, 1320, 1310, 1300, 1315, 1310, 1500], 25),
    });
    expect(told.values.doubted).toEqual([NOW]);
    expect(told.answer.retest).toBe(true);
  });

  it('refuses figures that are no such level, and needs four', () => {
    expect(() => parameterTrend.run({ parameter: 'ph', now: NOW, readings: weekly([420, 421], 1) })).toThrow(/pH/);
    expect(says(parameterTrend.run({ parameter: 'ph', now: NOW, readings: weekly([8.1, 8.2], 0.03) }))).toContain(
      'a trend needs 4 tests',
    );
    expect(says(parameterTrend.run({ parameter: 'ph', now: NOW, readings: [] }))).toBe('No test of pH yet.');
  });
});

describe('an instrument', () => {
  const kit = { name: 'Magnesium kit', by: 'kit' as const, error: 25 };
  const panel = { name: 'Laboratory', by: 'laboratory' as const, error: 25 };
  const differences = (values: readonly number[]) =>
    values.map((value, i) => ({ at: NOW + i, value, sd: 35, water: `tank ${i % 3}` }));
  const check = (values: readonly number[], extra: object = {}) =>
    instrumentCheck.run({
      parameter: 'magnesium',
      instrument: kit,
      other: panel,
      differences: differences(values),
      ...extra,
    });

  it('reading high on three tanks is the kit, and nothing is dosed on it (common practice: 1240 and 1500)', () => {
    const told = check([260, 255, 265]);
    expect(says(told)).toBe(
      'Magnesium kit reads 260 mg/L high of Laboratory: believe Laboratory, and retest before acting on it.',
    );
    expect(because(told)).toContain('on all 3 tanks: it is Magnesium kit, not the tanks');
    expect(told.values.correction).toBeCloseTo(-260, 9);
    expect(plainSentence(told.cautions[0]?.says ?? [], DEFAULT_UNITS)).toMatch(/^Dose nothing on Magnesium kit/);
  });

  it('apart from another once asks for both again, and corrects nothing', () => {
    const told = check([255]);
    expect(told.answer.retest).toBe(true);
    expect(told.values.correction).toBeUndefined();
    expect(says(told)).toContain('once: test with both again before acting on either');
  });

  it('in date is believed before one past its date, a laboratory before a home test, and of equals neither', () => {
    const aged = { ...panel, ages: ['reagent past its date' as const] };
    expect(check([260, 255, 265], { other: aged }).values.believe).toBe('this');
    expect(check([260, 255, 265], { other: aged }).values.correction).toBeUndefined();
    expect(check([260, 255, 265], { other: { ...panel, by: 'kit' } }).values.believe).toBe('neither');
    expect(check([260, 255, 265], { other: { ...panel, by: 'kit', error: 10 } }).values.believe).toBe('other');
  });

  it('that errs more than is said of it is told by its own readings', () => {
    const series = [Array.from({ length: 40 }, (_, i) => ({ at: NOW + i * DAY_MS, value: 1300 + (i % 2 ? 80 : -80) }))];
    expect(instrumentCheck.run({ parameter: 'magnesium', instrument: kit, series }).values.errsMore).toBe(true);
    const repeats = Array.from({ length: 10 }, () => [1300, 1330]);
    const { error, errorFrom } = instrumentCheck.run({
      parameter: 'magnesium',
      instrument: kit,
      series,
      repeats,
    }).values;
    expect(errorFrom).toBe('repeats');
    expect(error?.sd).toBeCloseTo(30 / Math.SQRT2, 9);
  });

  it('of two waters errs as both tell together, the surer for it', () => {
    const water = (shift: number) =>
      Array.from({ length: 20 }, (_, i) => ({
        at: NOW + i * DAY_MS,
        value: 1300 + shift + ([30, -10, -20, 15][i % 4] ?? 0),
      }));
    const error = (series: ReturnType<typeof water>[]) =>
      instrumentCheck.run({ parameter: 'magnesium', instrument: kit, series }).values.error;
    const [one, two] = [error([water(0)]), error([water(0), water(50)])];
    // The same scatter twice: the same error, known from twice as much.
    expect(two?.sd).toBeCloseTo(one?.sd ?? NaN, 9);
    expect(two?.degrees).toBeCloseTo(2 * (one?.degrees ?? NaN), 9);
    expect((two?.high ?? 0) - (two?.low ?? 0)).toBeLessThan(0.8 * ((one?.high ?? 0) - (one?.low ?? 0)));
  });

  it.each([
    [[5, -10, 8], 'agrees with Laboratory'],
    [[5, -10, 8, 4, 300], 'One reading of Magnesium kit stood apart'],
    [[130, -120, 110, -125, 115, -110], 'take the mean of two readings'],
    [[10], 'agreed, once'],
  ] as const)('%o: %s', (values, words) => {
    expect(says(check(values))).toContain(words);
  });
});

describe('before and after', () => {
  const at = NOW - 28 * DAY_MS;
  const readings = (before: readonly number[], after: readonly number[], sd = 0.5) => [
    ...before.map((value, i) => ({ at: at - (before.length - i) * 7 * DAY_MS, value, sd })),
    ...after.map((value, i) => ({ at: at + (i + 1) * 7 * DAY_MS - 1, value, sd })),
  ];
  const ask = (before: readonly number[], after: readonly number[], extra: object = {}) =>
    beforeAfter.run({
      parameter: 'nitrate',
      now: NOW,
      what: 'new media',
      at,
      readings: readings(before, after),
      ...extra,
    });

  it('changed: by how much against where it would have gone, with its range', () => {
    const told = ask([8, 8.2, 7.9, 8.1], [4, 4.1, 3.9, 4]);
    expect(says(told)).toMatch(/^Nitrate is lower since “new media”, by 4\S* mg\/L\.$/);
    expect(told.answer.certainty).toBe('estimated');
  });

  it('turned: it fell and rose again', () => {
    const told = ask([9, 7, 5, 3], [3, 5, 7, 9]);
    expect(says(told)).toMatch(/^Nitrate turned at “new media”: it fell 0\.2\d+ mg\/L\/day before and rose 0\.2\d+/);
  });

  it('within error, or not to be told: then with the tests that would', () => {
    expect(says(ask([8, 8, 8, 8], [8, 8, 8, 8], { matters: 2 }))).toContain('did not change at “new media”');
    const unsure = ask([8, 8.5, 8, 7.5], [8.2, 8.6, 8.4, 7.9], { matters: 0.5 });
    expect(says(unsure)).toMatch(/^The tests cannot tell what “new media” did to nitrate/);
    expect(because(unsure)).toMatch(
      /About \d+ more tests would show a jump of 0\.5 mg\/L|More tests than anybody takes/,
    );
  });

  it('too few on a side says on which', () => {
    expect(says(ask([8], [4, 4.1]))).toContain('2 are needed before it, and there are 1 and 2');
  });

  it('what else changed in the same days is cautioned of', () => {
    const [caution] = ask([8, 8, 8], [4, 4, 4], { also: ['feeding twice a day', 'carbon replaced'] }).cautions;
    expect(plainSentence(caution?.says ?? [], DEFAULT_UNITS)).toContain('feeding twice a day and carbon replaced');
  });

  it.each([
    ['higher', [1, 1, 1, 1], [3, 4, 5, 6], 'came about'],
    ['lower', [1, 1, 1, 1], [3, 4, 5, 6], 'did not'],
    ['same', [4, 4, 4, 4], [4, 4, 4, 4], 'came about'],
    ['same', [1, 1, 1, 1], [4, 7, 10, 13], 'did not'],
    ['higher', [4, 4, 4, 4], [4.3, 4.6, 4.9, 5.2], 'cannot tell'],
  ] as const)('a trial that wants %s, from %o to %o: %s', (way, before, after, outcome) => {
    const trial = { way, endsAt: NOW };
    expect(ask(before, after, { matters: way === 'same' ? 3 : 1.5, trial }).values.outcome).toBe(outcome);
  });

  it('a trial is decided only at its end', () => {
    expect(ask([1, 1, 1, 1], [3, 4, 5, 6], { trial: { way: 'higher', endsAt: NOW + DAY_MS } }).values.outcome).toBe(
      'still running',
    );
  });
});

describe('when something was seen', () => {
  it('paling on starved water is said, and high alkalinity with it is the known bad pair (common practice)', () => {
    const level = (
      parameter: 'nitrate' | 'phosphate' | 'alkalinity',
      value: number,
      sd: number,
      band: [number, number],
    ) => ({
      parameter,
      level: value,
      sd,
      band,
    });
    const starved = [level('nitrate', 0.2, 0.4, [2, 10]), level('phosphate', 0.002, 0.005, [0.03, 0.1])];
    const told = whenSeen.run({ signs: ['paling'], at: NOW, levels: starved });
    expect(says(told)).toMatch(/^When paling was seen, nitrate was low at .* and phosphate was low at /);
    expect(told.values.starved).toBe(true);
    expect(plainSentence(told.cautions[0]?.says ?? [], DEFAULT_UNITS)).toContain('feed more');
    const high = whenSeen.run({
      signs: ['paling'],
      at: NOW,
      levels: [...starved, level('alkalinity', 3.5, 0.03, [2.8, 3.2])],
    });
    expect(plainSentence(high.cautions[0]?.says ?? [], DEFAULT_UNITS)).toContain('bleaches corals');
  });

  it('what was not tested then is said to be unknown', () => {
    expect(because(whenSeen.run({ signs: ['film'], at: NOW, levels: [] }))).toBe(
      'Not tested then: phosphate and nitrate.',
    );
  });
});

describe('how far a record can be trusted', () => {
  const ask = (extra: object) => recordConfidence.run({ now: NOW, decisions: [], ...extra });
  it('names the test that is most overdue for what hangs on it', () => {
    const told = ask({
      decisions: [
        { what: 'the doses', parameter: 'alkalinity', lastAt: NOW - 20 * DAY_MS, everyDays: 7 },
        { what: 'feeding', parameter: 'nitrate', lastAt: NOW - 16 * DAY_MS, everyDays: 14 },
        { what: 'its target', parameter: 'ph', lastAt: NOW - DAY_MS, everyDays: 14 },
      ],
      lastEntryAt: NOW - DAY_MS,
    });
    expect(says(told)).toBe('Test alkalinity: the last is 20 days old, and the doses hang on it.');
    expect(because(told)).toContain('Stale too: nitrate.');
  });

  it('a silent record is as old as its last entry', () => {
    expect(says(ask({ lastEntryAt: NOW - 30 * DAY_MS }))).toBe(
      'Nothing was logged for 30 days: what is told below is as old as that.',
    );
  });

  it('where all is fresh the test that tells most comes next', () => {
    const fresh = [{ what: 'the doses', parameter: 'alkalinity' as const, lastAt: NOW, everyDays: 7 }];
    expect(says(ask({ decisions: fresh, best: { parameter: 'calcium', inDays: 3, narrower: 0.4 } }))).toBe(
      'A test of calcium would tell most, in 3 days.',
    );
    expect(says(ask({ decisions: fresh }))).toContain('fresh enough');
  });
});
