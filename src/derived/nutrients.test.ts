import { describe, expect, it } from 'vitest';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { emptySnapshot, newTank } from '@/record/defaults';
import type { Entry, Snapshot, Tank } from '@/record/schema';
import { exportersOf, turnsOf } from './nutrients/exporters';
import { fedOfTank, feedingChanged } from './nutrients/fed-of-tank';
import {
  algaeQuestion,
  balanceQuestion,
  carbonQuestion,
  nutrientLevelsOf,
  signsThere,
} from './nutrients/nutrient-questions';
import { nutrientsConcern } from './nutrients/nutrients-concern';
import { signsAfter } from './nutrients/sign-verdict';

const NOW = Date.UTC(2026, 10, 20, 12);
const at = (daysAgo: number) => NOW - daysAgo * DAY_MS;
const tank: Tank = { ...newTank('t'), name: 'Bay', displayL: 200 };
let count = 0;
type Loose = Readonly<Record<string, unknown>> & { readonly kind: Entry['kind']; readonly at: number };
const of = (...entries: readonly Loose[]): Snapshot => ({
  ...emptySnapshot('UTC'),
  tanks: [tank],
  entries: entries
    .map((entry) => ({ id: `e${count++}`, tankId: 't', ...entry }) as unknown as Entry)
    .toSorted((a, b) => a.at - b.at),
});

describe('what is fed, by the record', () => {
  it('fish food and broadcast food go on beside each other, until one is stopped', () => {
    const snapshot = of(
      { kind: 'feeding', at: at(60), timesPerDay: 2, portions: 1, measure: 'cubes' },
      { kind: 'feeding', at: at(40), timesPerDay: 1, portions: 0.5, measure: 'grams', food: 'coral' },
      { kind: 'feeding', at: at(20), food: 'coral', stopped: true },
      { kind: 'feeding', at: at(10), timesPerDay: 0.5 },
    );
    const fed = fedOfTank(snapshot, tank, NOW);
    expect(fed.map(({ meals }) => meals.length)).toEqual([1, 2, 1, 1]);
    // Told only how often: the cubes go on.
    expect(fed.at(-1)?.meals[0]).toMatchObject({ timesPerDay: 0.5, portions: 1, measure: 'cubes' });
    expect(feedingChanged(fed, NOW)).toMatchObject({ daysAgo: 10, times: 0.25 });
  });

  it('meals logged one by one are a habit once there are enough of them, and none where there are not', () => {
    const meals = Array.from({ length: 14 }, (_, i) => ({
      kind: 'feeding' as const,
      at: at(14 - i),
      portions: 2,
      measure: 'cubes',
    }));
    expect(fedOfTank(of(...meals), tank, NOW)[0]?.meals[0]).toMatchObject({
      portions: 2,
      measure: 'cubes',
      timesPerDay: 1,
    });
    expect(fedOfTank(of(...meals.slice(0, 2)), tank, NOW)).toEqual([]);
  });
});

describe('what takes nutrients out', () => {
  it('is what runs, half the day told by its hours, and what gave something lately', () => {
    const snapshot = of(
      { kind: 'lever', at: at(50), lever: 'skimmer' },
      { kind: 'lever', at: at(20), lever: 'skimmer', hours: { fromMinute: 1200, forMinutes: 720 } },
      { kind: 'lever', at: at(50), lever: 'mechanical filter' },
      { kind: 'lever', at: at(30), lever: 'mechanical filter', off: true },
      { kind: 'harvest', at: at(5), grams: 300 },
      { kind: 'carbon-source', at: at(9), liquid: 'vinegar', mlPerDay: 3 },
    );
    expect(exportersOf(snapshot, tank, NOW)).toEqual(['skimmer for 12 h a day', 'refugium', 'a liquid carbon source']);
    expect(turnsOf(snapshot, tank, NOW)).toHaveLength(5);
    expect(balanceQuestion(snapshot, tank, NOW, 'nitrate').harvestGPerWeek).toBe(50);
    expect(carbonQuestion(snapshot, tank, NOW, {})).toMatchObject({ mlPerDay: 3, skimmer: true, sinceDays: 9 });
  });
});

describe('what went in and out of the water', () => {
  /** 10 g of NaNO3 in a litre, 20 since a week: 7.295 and 14.59 mg of NO3 a millilitre (CIAAW 2021: 62.004 ÷ 84.994). */
  const salt = {
    id: 'salt',
    name: 'Nitrate',
    parts: [{ reagent: 'sodium-nitrate', gramsPerL: 20 }],
    earlier: [{ until: at(7), parts: [{ reagent: 'sodium-nitrate', gramsPerL: 10 }] }],
  };
  const asked = (...entries: readonly Loose[]) =>
    balanceQuestion({ ...of(...entries), solutions: [salt as never] }, tank, NOW, 'nitrate');

  it('a salt raises by what its bottle held then, poured or pumped', () => {
    const { additions } = asked(
      { kind: 'dose', at: at(20), solutionId: 'salt', volumeMl: 10 },
      { kind: 'dose', at: at(3), solutionId: 'salt', volumeMl: 10 },
    );
    expect(additions?.map(({ mgPerL }) => mgPerL.toFixed(3))).toEqual(['0.365', '0.730']);
    const pumped = asked(
      { kind: 'standing-dose', at: at(12), solutionId: 'salt', mlPerDay: 10 },
      { kind: 'standing-dose', at: at(2), solutionId: 'salt', mlPerDay: 0 },
    ).additions;
    // Five days of the weaker, five of the stronger.
    const whole = pumped?.reduce((sum, { mgPerL }) => sum + mgPerL, 0) ?? 0;
    expect(whole).toBeCloseTo(5 * 0.3648 + 5 * 0.7295, 2);
  });

  it('a change takes its share of the water; what brings no nitrate adds none', () => {
    const { changes, additions } = asked(
      { kind: 'water-change', at: at(10), volumeL: 20 },
      { kind: 'feeding', at: at(9), timesPerDay: 1 },
    );
    expect(changes).toEqual([{ at: at(10), share: 0.1, level: 0 }]);
    expect(additions).toEqual([]);
  });
});

describe('a carbon source by the record', () => {
  it('is told as eased where it was made less, and as another exporter beside the other form', () => {
    const snapshot = of(
      { kind: 'carbon-source', at: at(30), liquid: 'vinegar', mlPerDay: 12 },
      { kind: 'carbon-source', at: at(3), liquid: 'vinegar', mlPerDay: 8 },
    );
    expect(carbonQuestion(snapshot, tank, NOW, {})).toMatchObject({ mlPerDay: 8, easedDaysAgo: 3, exporters: [] });
    const pellets = carbonQuestion(snapshot, tank, NOW, { form: 'pellets' });
    expect(pellets).toMatchObject({ form: 'pellets', exporters: ['a liquid carbon source'] });
    expect(pellets.mlPerDay).toBeUndefined();
  });
});

describe('signs', () => {
  it('what has gone is there no more; a verdict tells what came and went, with the time it took', () => {
    const snapshot = of(
      { kind: 'seen', at: at(30), signs: ['paling'] },
      { kind: 'seen', at: at(20), signs: ['cyanobacteria'] },
      { kind: 'seen', at: at(4), signs: ['cyanobacteria'], gone: true },
      { kind: 'seen', at: at(4), signs: ['colour-back'] },
    );
    expect(signsThere(snapshot, tank, NOW).map(({ sign }) => sign)).toEqual(['paling', 'colour-back']);
    expect(signsAfter(snapshot, tank, at(25), NOW).map(({ words }) => words)).toEqual([
      'cyanobacteria after 5 days',
      'cyanobacteria gone after 3 weeks',
      'colour back after 3 weeks',
    ]);
    expect(algaeQuestion(snapshot, tank, NOW, 'cyanobacteria').seen).toHaveLength(2);
  });
});

describe('Today', () => {
  const zeros = [28, 21, 14, 7, 0].map((day) => ({
    kind: 'reading' as const,
    at: at(day),
    values: { nitrate: 0, phosphate: 0 },
  }));

  it('leads with starved water, and with nothing where the two are right', () => {
    expect(nutrientsConcern(of(...zeros), tank, NOW)?.answer.says.join(' ')).toMatch(/Feed more/);
    const right = zeros.map((each) => ({ ...each, values: { nitrate: 4, phosphate: 0.04 } }));
    expect(nutrientsConcern(of(...right), tank, NOW)).toBeUndefined();
    expect(nutrientLevelsOf(of(...right), tank, NOW).values.findings).toEqual([]);
  });
});
