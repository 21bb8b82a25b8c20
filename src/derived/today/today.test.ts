import { describe, expect, it } from 'vitest';
import { topOff } from '@/calculators/top-off/top-off';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { emptySnapshot, newTank } from '@/record/defaults';
import type { Snapshot, Entry, Tank } from '@/record/schema';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import { outlook } from '../outlook/outlook';
import { levelsOutcome } from '../trends/levels-question';
import { waterStatus } from '../observations/water-status';
import { lastObservation, observationsOf } from '../observations/observations';
import { todayOf } from './today';
import { topOffQuestion } from '../top-off/top-off-question';

const now = 200 * DAY_MS;
const base: Tank = {
  ...newTank('t'),
  name: 'Bay',
  displayL: 300,
  sumpL: 60,
  reservoirL: 40,
  targets: { alkalinity: [8 * DKH, 8.8 * DKH], salinity: [34, 36], temperature: [25, 26] },
};
const soda = { id: 'soda', name: 'Carbonate', parts: [{ reagent: 'sodium-carbonate' as const, gramsPerL: 80 }] };

function snapshotOf(entries: Entry[], tank: Tank = base, solutions = [soda]): Snapshot {
  return {
    ...emptySnapshot('UTC'),
    tanks: [tank],
    solutions,
    entries: entries.toSorted((a, b) => a.at - b.at),
  };
}
let count = 0;
const at = (daysAgo: number) => ({ id: `e${++count}`, tankId: 't', at: now - daysAgo * DAY_MS });
const alk = (daysAgo: number, dkh: number): Entry => ({
  ...at(daysAgo),
  kind: 'reading',
  values: { alkalinity: dkh * DKH },
});
const refill = (daysAgo: number, volumeL: number): Entry => ({ ...at(daysAgo), kind: 'refill', volumeL });
const standing = (daysAgo: number, mlPerDay: number): Entry => ({
  ...at(daysAgo),
  kind: 'standing-dose',
  solutionId: 'soda',
  mlPerDay,
});

describe('nitrate and phosphate at zero for weeks', () => {
  const zero = [20, 13, 6, 1].map((daysAgo): Entry => ({
    ...at(daysAgo),
    kind: 'reading',
    values: { nitrate: 0, phosphate: 0 },
  }));
  it.each(['ultra-low', 'low', 'fed'] as const)(
    'is a warning in the %s school, on Today, Series and beside the level',
    (school) => {
      const tank: Tank = {
        ...base,
        targets: {
          ...base.targets,
          nitrate: [...PARAMETERS.nitrate.bandBySchool[school]],
          phosphate: [...PARAMETERS.phosphate.bandBySchool[school]],
        },
      };
      const snapshot = snapshotOf(zero, tank);
      const line = todayOf(snapshot, tank, now).lines.find(({ answer }) =>
        answer.says.join(' ').startsWith('Feed more'),
      );
      expect(line?.answer.says[0]).toMatch(/^Feed more: nitrate and phosphate have both read zero/);
      expect(waterStatus(snapshot, tank, now).map(({ zeroForDays }) => zeroForDays)).toEqual([19, 19]);
      expect(levelsOutcome(snapshot, tank, now).answer.says[0]).toMatch(
        /^Nitrate and phosphate have both read zero for/,
      );
    },
  );
});

describe('what presses first', () => {
  it('a dose that was set is not told again', () => {
    const snapshot = snapshotOf([standing(20, 0), alk(12, 8.6), alk(8, 8.2), alk(4, 7.8)]);
    const wanted = todayOf(snapshot, base, now).lines.find(({ bench }) => bench === 'dosing')?.answer.says;
    expect(wanted?.[0]).toBe('Dose');
    const mlPerDay = Math.round((wanted?.[1] as { amount: number }).amount * 10) / 10;
    const set = snapshotOf([...snapshot.entries, { ...standing(0, mlPerDay) }]);
    expect(todayOf(set, base, now).lines.find(({ bench }) => bench === 'dosing')?.answer.says[0]).toBe(
      'Leave the doses as they are:',
    );
    // Nor is the level said to fall: what is supplied now holds it.
    const levels = (snapshot: Snapshot) =>
      todayOf(snapshot, base, now).lines.find(({ bench }) => bench === 'trends')?.answer.says[0];
    expect(levels(snapshot)).toMatch(/falling/);
    expect(levels(set)).not.toMatch(/falling/);
  });

  const falling = [standing(9, 0), alk(8, 8.6), alk(4, 8.0), alk(1, 7.6)];

  it('a reservoir about to run dry comes before a dose that is off', () => {
    const entries = [...falling, refill(20, 30), refill(10, 38)];
    const today = todayOf(snapshotOf(entries), base, now);
    expect(today.bench).toBe('top-off');
    // The daily dose brings the level back: no correction is owed besides.
    expect(today.lines.map(({ bench }) => bench)).toEqual(['top-off', 'dosing', 'trends', 'log']);
  });

  it('a dose that is off comes before a full reservoir', () => {
    const today = todayOf(snapshotOf([...falling, refill(10, 20), refill(1, 27)]), base, now);
    expect(today.bench).toBe('dosing');
    expect(today.answer.moves).toBe('falling');
  });

  it('a dose that already runs as it should gives way to what the curves say', () => {
    const held = [standing(30, 27), ...[28, 25, 22, 19, 16, 13, 10, 7, 4, 1].map((daysAgo) => alk(daysAgo, 8.4))];
    const today = todayOf(snapshotOf([...held, refill(10, 20), refill(1, 27)]), base, now);
    expect(today.bench).toBe('trends');
    expect(today.lines.find(({ bench }) => bench === 'dosing')?.answer.moves).toBe('steady');
  });

  it('an empty tank is sent to the log, and one without a reservoir has no top-off line', () => {
    const bare = { ...base, reservoirL: 0 };
    const today = todayOf(snapshotOf([], bare, []), bare, now);
    expect(today.bench).toBe('log');
    expect(today.lines.map(({ bench }) => bench)).toEqual(['log']);
  });

  it('a tank by reactor is told its flow', () => {
    const reactor: Tank = { ...base, supplies: ['reactor'], reservoirL: 0 };
    const entries: Entry[] = [...falling, { ...at(9), kind: 'reactor', mlPerMin: 2, effluentAlkalinity: 28 * DKH }];
    const line = todayOf(snapshotOf(entries, reactor, []), reactor, now).lines.find(({ bench }) => bench === 'reactor');
    expect(line?.answer.says[0]).toBe('Run the effluent at');
  });
});

describe('the top-off question', () => {
  it('is asked with the last readings, and with the aims where there are none', () => {
    const read: Entry = { ...at(1), kind: 'reading', values: { salinity: 33.5, temperature: 24.6 } };
    expect(topOffQuestion(snapshotOf([read]), base, now)).toMatchObject({
      salinity: 33.5,
      surroundings: { waterC: 24.6 },
    });
    expect(topOffQuestion(snapshotOf([]), base, now)).toMatchObject({ salinity: 35, surroundings: { waterC: 25.5 } });
  });

  it('takes half a metre of depth when the surface was never measured (common practice)', () => {
    expect(topOffQuestion(snapshotOf([]), base, now).surroundings.openSurfaceM2).toBeCloseTo(0.36 / 0.5, 12);
    expect(topOffQuestion(snapshotOf([]), { ...base, openSurfaceM2: 1.1 }, now).surroundings.openSurfaceM2).toBe(1.1);
  });

  it('tells all refills of this tank, of which those of this season count', () => {
    const other = { ...refill(3, 99), tankId: 'another' } as Entry;
    const question = topOffQuestion(snapshotOf([refill(80, 60), refill(9, 20), refill(2, 21), other]), base, now);
    expect(question.refills).toHaveLength(3);
    // 21 L in seven days, drawn a little towards the 2.2 L that the formula expects of such a surface.
    expect(topOff.run(question).values.litresPerDay).toBeGreaterThan(2.85);
    expect(topOff.run(question).values.litresPerDay).toBeLessThan(3);
  });
});

describe('readings', () => {
  it('come in order of time, of one tank and one parameter', () => {
    const snapshot = snapshotOf([
      alk(1, 8),
      alk(9, 8.4),
      { ...alk(5, 7), tankId: 'another' } as Entry,
      { ...at(3), kind: 'reading', values: { calcium: 430 } },
    ]);
    expect(observationsOf(snapshot, 't', 'alkalinity').map(({ value }) => Number((value / DKH).toFixed(2)))).toEqual([
      8.4, 8,
    ]);
    expect(lastObservation(snapshot, 't', 'calcium')?.value).toBe(430);
    expect(lastObservation(snapshot, 't', 'ph')).toBeUndefined();
  });
});

describe('an outlook', () => {
  it('steps at a water change logged after the last reading', () => {
    const change: Entry = { ...at(0.5), kind: 'water-change', volumeL: 180, salinity: 35 };
    const entries = [alk(8, 6), alk(4, 6), alk(1, 6)];
    const without = outlook(snapshotOf(entries), base, 'alkalinity', now, now + DAY_MS).at(-1)?.value ?? 0;
    const changed = outlook(snapshotOf([...entries, change]), base, 'alkalinity', now, now + DAY_MS).at(-1)?.value ?? 0;
    // Half the water replaced by natural seawater at 35: 2.3 mmol/kg × 1.02334 kg/L (Dickson et al. 2007, EOS-80).
    expect(changed).toBeCloseTo((without + 2.3 * 1.02334) / 2, 2);
  });

  it('says nothing without two readings, and never falls negative', () => {
    expect(outlook(snapshotOf([alk(1, 8)]), base, 'alkalinity', now, now + 9 * DAY_MS)).toEqual([]);
    const steep = outlook(snapshotOf([alk(4, 9), alk(1, 1)]), base, 'alkalinity', now, now + 30 * DAY_MS);
    for (const point of steep) expect(Math.min(point.value, point.low)).toBeGreaterThanOrEqual(0);
    expect(steep.at(-1)?.value).toBe(0);
  });
});

describe('a change that falls due', () => {
  const change = (days: number): Entry => ({ ...at(days), kind: 'water-change', volumeL: 30 });
  const changeLine = (...entries: Entry[]) =>
    todayOf(snapshotOf(entries), base, now).lines.find(({ bench }) => bench === 'water-change');
  it('is told from two days before it, and until it is done', () => {
    expect(changeLine(change(8), change(1))).toBeUndefined();
    expect(changeLine(change(13), change(6))?.answer.says).toContain('; it is due');
    expect(changeLine(change(18), change(11))?.answer.says).toContain('; it was due');
  });
  it('never stands before a dose that is off, and is not told of a tank whose water was never changed', () => {
    const late = changeLine(change(30), change(23));
    expect(late?.pressing).toBeLessThan(1);
    expect(changeLine()).toBeUndefined();
  });
});

describe('a bench that the record refuses', () => {
  it('is told on Today with its field, range and value, and takes no other with it', () => {
    // A million mL a day in 360 L: no water takes that, so the demand is refused.
    const entries = [standing(20, 1_000_000), alk(10, 8), alk(5, 8), alk(1, 8), refill(2, 10)];
    const { lines } = todayOf(snapshotOf(entries), base, now);
    const dose = lines.find(({ title }) => title === 'Consumption and doses');
    expect(dose?.answer.says.join(' ')).toMatch(
      /^Not worked out: .* accepts .*; the record makes it \d{1,7}(\.\d{1,3})?\.$/,
    );
    expect(lines.map(({ title }) => title)).toEqual(expect.arrayContaining(['Evaporation and top-off', 'Trends']));
  });
});
