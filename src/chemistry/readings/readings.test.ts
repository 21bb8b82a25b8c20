import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { gaussian, seeded } from '@/numerics/seeded';
import { DAY_MS } from '../tank-model/time';
import { remade } from '@/testing/reference-table';
import { atSalinity35 } from './at-salinity';
import { changeOfPace } from './change-of-pace';
import { biasForm } from './bias-form';
import { compareMethods } from './compare-methods';
import { localTrend } from './local-trend';
import { errorFromNeighbours, errorFromRepeats } from './reading-error';
import { deviationRange, studentT95 } from '@/numerics/student-t';
import { biasHeld, kitSeries, wanderHeld } from './testing/simulated-kit';

interface Check {
  readonly days: number[];
  readonly value: number[];
  readonly sd: number[];
  readonly belief: number[];
  readonly scatter: number;
  readonly trend: [day: number, level: number, levelSd: number, perDay: number, perDaySd: number][];
  readonly bent: { at: number; before: number; change: number; left: number };
  readonly welch: { difference: number; low: number; high: number };
  readonly rate: { slope: number; sd: number };
  readonly paired: { mean: number; half: number };
  readonly t95: [number, number][];
  readonly deviation: [number, number, number][];
}

/** By statsmodels and scipy: scripts/references/readings.py. */
const stored = readFileSync(new URL('./readings-check.json', import.meta.url), 'utf8');
const check = JSON.parse(stored) as Check;
const series = check.days.map((day, i) => ({
  at: day * DAY_MS,
  value: check.value[i] ?? 0,
  sd: check.sd[i] ?? 1,
}));
const kept = series.filter((_, i) => (check.belief[i] ?? 0) > 0.1);
describe('against statsmodels and scipy', () => {
  it.skipIf(remade('readings.py', 'statsmodels') === undefined)(
    'the committed figures are what the script makes',
    () => {
      expect(JSON.parse(remade('readings.py', 'statsmodels') ?? '')).toEqual(check);
    },
  );

  it('the local trend: level, rate, their errors, and what each reading is believed', () => {
    const trend = localTrend(
      series,
      check.trend.map(([day]) => day * DAY_MS),
    );
    expect(trend?.scatter).toBeCloseTo(check.scatter, 9);
    trend?.belief.forEach((belief, i) => expect(belief).toBeCloseTo(check.belief[i] ?? NaN, 9));
    check.trend.forEach(([, level, levelSd, perDay, perDaySd], i) => {
      const point = trend?.points[i];
      expect(point?.level).toBeCloseTo(level, 9);
      expect(point?.levelSd).toBeCloseTo(levelSd, 9);
      expect(point?.perDay).toBeCloseTo(perDay, 9);
      expect(point?.perDaySd).toBeCloseTo(perDaySd, 9);
    });
    // The slip of 1.5 is not believed at all.
    expect(trend?.belief[9]).toBe(0);
  });

  it('the day of the bend and the rates about it', () => {
    const change = changeOfPace(kept);
    expect((change?.at ?? 0) / DAY_MS).toBeCloseTo(check.bent.at, -0.5);
    expect(change?.perDayBefore).toBeCloseTo(check.bent.before, 2);
    expect((change?.perDayAfter ?? 0) - (change?.perDayBefore ?? 0)).toBeCloseTo(check.bent.change, 2);
  });

  it('pairs of two methods: the paired interval', () => {
    const compared = compareMethods(
      kept
        .slice(0, 10)
        .map(({ at, value }, i) => ({ at, value: value - (kept[i + 10]?.value ?? 0), sd: 0.02, water: 'a' })),
    );
    expect(compared?.bias).toBeCloseTo(check.paired.mean, 9);
    expect((compared?.high ?? 0) - (compared?.bias ?? 0)).toBeCloseTo(check.paired.half, 5);
  });

  it.each(check.t95)('Student’s t of %d degrees', (degrees, t) => {
    // Between whole degrees below three it is within 1 %.
    expect(Math.abs(studentT95(degrees) / t - 1)).toBeLessThan(degrees < 3 && degrees % 1 !== 0 ? 0.01 : 1e-4);
  });

  it.each(check.deviation)('the range of a deviation of %d degrees', (degrees, low, high) => {
    const [from, to] = deviationRange(degrees);
    expect(Math.abs(from / low - 1)).toBeLessThan(0.01);
    expect(Math.abs(to / high - 1)).toBeLessThan(0.025);
  });
});

describe('the error of an instrument', () => {
  it('is found again from repeats and from neighbours, within its own range', () => {
    let inRepeats = 0;
    let inNeighbours = 0;
    for (let seed = 0; seed < 400; seed++) {
      const random = seeded(seed);
      const noise = gaussian(random);
      const level = (i: number) => 420 + 15 * Math.sin(i / 9) + i * 0.2;
      const single = Array.from({ length: 30 }, (_, i) => ({ at: i * 7 * DAY_MS, value: level(i) + noise(8) }));
      const repeats = Array.from({ length: 12 }, (_, i) => [level(i) + noise(8), level(i) + noise(8)]);
      const a = errorFromRepeats(repeats);
      const b = errorFromNeighbours(single);
      if (a && a.low < 8 && 8 < a.high) inRepeats += 1;
      if (b && b.low < 8 && 8 < b.high) inNeighbours += 1;
    }
    expect(inRepeats / 4).toBeGreaterThan(92);
    expect(inRepeats / 4).toBeLessThan(98);
    expect(inNeighbours / 4).toBeGreaterThan(92);
    expect(inNeighbours / 4).toBeLessThan(98);
  });

  it('of too few readings is not told', () => {
    expect(errorFromRepeats([[8, 8.1], [8.2]])).toBeUndefined();
    expect(errorFromNeighbours([1, 2, 3, 4].map((day) => ({ at: day * DAY_MS, value: 8 })))).toBeUndefined();
    // Two at one moment stand on no line between each other.
    expect(errorFromNeighbours(Array.from({ length: 9 }, () => ({ at: 5, value: 8 })))).toBeUndefined();
  });
});

describe('a change of pace', () => {
  it('is told of a level that kept its pace less than five times in a hundred', () => {
    let alarms = 0;
    for (let seed = 0; seed < 400; seed++) if (changeOfPace(kitSeries(seed, (day) => 8.4 - 0.004 * day))) alarms += 1;
    expect(alarms / 4).toBeLessThan(5);
  });

  it('is found where it is, its day within the range told', () => {
    let hits = 0;
    let within = 0;
    for (let seed = 0; seed < 300; seed++) {
      const change = changeOfPace(kitSeries(seed, (day) => 8.4 - Math.max(0, day - 80) * 0.015));
      if (!change) continue;
      hits += 1;
      if (change.from <= 90 * DAY_MS && 90 * DAY_MS <= change.to) within += 1;
      expect(change.perDayAfter).toBeLessThan(change.perDayBefore);
    }
    expect(hits / 3).toBeGreaterThan(95);
    expect(within / hits).toBeGreaterThan(0.88);
  });

  it('needs eight readings', () => {
    expect(changeOfPace(kitSeries(1, (day) => day).slice(0, 7))).toBeUndefined();
    expect(changeOfPace(Array.from({ length: 12 }, () => ({ at: 5, value: 8, sd: 1 })))).toBeUndefined();
  });
});

describe('the band of a trend', () => {
  it('holds levels that wander as no line does, read by kits that slip', () => {
    const told = wanderHeld(200);
    expect(told.asked).toBe(600);
    expect(told.held / told.asked).toBeGreaterThan(0.9);
  });

  it('is none of three readings, and none where all were taken at once', () => {
    expect(localTrend(series.slice(0, 3), [0])).toBeUndefined();
    expect(
      localTrend(
        Array.from({ length: 5 }, () => ({ at: 5, value: 8, sd: 1 })),
        [5],
      )?.points,
    ).toEqual([]);
  });
});

describe('two methods', () => {
  it('the bias of a kit is found again within its interval in 92 to 98 of a hundred, on waters and errors unlike what is said', () => {
    const held = biasHeld(400);
    expect(held).toBeGreaterThan(0.92);
    expect(held).toBeLessThan(0.98);
  });

  const pairs = (values: number[], sd = 25) => values.map((value, i) => ({ at: i, value, sd, water: `tank ${i % 3}` }));
  it.each([
    // Laboratory 1240, the kit about 1500, on three tanks in one evening (common practice).
    ['bias', [250, 260, 265]],
    ['agree', [10, -20, 15, 5]],
    ['slip', [10, -20, 15, 5, 240]],
    ['noise', [90, -80, 70, -95, 85, -70]],
    ['apart once', [250]],
    ['too few', [20]],
  ] as const)('%s: %o', (finding, values) => {
    expect(compareMethods(pairs([...values]))?.finding).toBe(finding);
  });

  it('says how many waters show it', () => {
    expect(compareMethods(pairs([250, 260, 265]))).toMatchObject({ watersOff: 3, waters: 3, slips: [] });
    expect(compareMethods(pairs([10, -20, 15, 5, 240]))?.slips).toEqual([4]);
    expect(compareMethods([])).toBeUndefined();
  });
});

describe('a bias is so much, or so many times', () => {
  const twice = (pairs: readonly (readonly [number, number])[], sd = 25) =>
    biasForm(pairs.map(([read, other]) => ({ read, other, sd })));
  it('an offset where it is as great at every level: 1500 against 1240, and 260 and 240 high elsewhere (common practice)', () => {
    expect(
      twice([
        [1500, 1240],
        [1610, 1350],
        [1400, 1160],
      ])?.form,
    ).toBe('offset');
    // Of waters that are all alike neither can be told, and the simpler is taken.
    expect(
      twice([
        [1500, 1240],
        [1495, 1240],
        [1505, 1240],
      ])?.form,
    ).toBe('offset');
  });
  it('a factor where it grows with the level', () => {
    // 1.21 times 900, 1240 and 1600. By hand.
    const found = twice([
      [1089, 900],
      [1500, 1240],
      [1936, 1600],
    ]);
    expect(found?.form).toBe('factor');
    expect(found?.factor).toBeCloseTo(1.21, 3);
    expect(found?.factorSd).toBeCloseTo(25 / Math.hypot(900, 1240, 1600), 9);
  });
  it('of one pair, or against nothing, is not told', () => {
    expect(twice([[1500, 1240]])).toBeUndefined();
    expect(
      twice([
        [5, 0],
        [6, 0],
      ]),
    ).toBeUndefined();
  });
});

describe('at 35 ppt', () => {
  it('440 mg/L of calcium at 33 ppt is 467 (science.md’s worked value)', () => {
    const there = atSalinity35({ at: 0, value: 440, sd: 8 }, { salinity: 33, sd: 0.25 });
    expect(there.value).toBeCloseTo(466.67, 2);
    expect(there.sd).toBeCloseTo((35 / 33) * Math.hypot(8, (440 * 0.25) / 33), 9);
    expect(() => atSalinity35({ at: 0, value: 440, sd: 8 }, { salinity: 1.026, sd: 0.1 })).toThrow(/salinity/);
  });
});
