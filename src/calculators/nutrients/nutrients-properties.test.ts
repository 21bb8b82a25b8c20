import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fedTank } from '@/chemistry/nutrients/testing/fed-tank';
import { sumOfSalts } from '@/chemistry/reagents/solution';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { spend } from '@/testing/work';
import { tried } from '@/testing/tier';
import { algae } from './algae';
import { NUISANCES, NUISANCE_FACTS } from './algae-facts';
import { carbonSource } from './carbon-source';
import { nutrientBalance } from './nutrient-balance';
import { nutrientLevels } from './nutrient-levels';
import { nutrientLevers } from './nutrient-levers';
import { RAISED_BY, raiseNutrient } from './raise-nutrient';
import { REMEDY_IDS } from './remedies';

const NOW = Date.UTC(2026, 10, 20);
const figure = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const readings = (values: readonly number[]) =>
  values.map((value, i) => ({ at: NOW - (values.length - i) * 7 * DAY_MS, value }));

/** A tank of another book as a question of the calculators. */
function asked(seed: number, nutrient: 'nitrate' | 'phosphate') {
  spend('fed tanks');
  const question = fedTank({ seed: 61_000 + seed, nutrient, lively: seed % 2 === 0 }).asked;
  return {
    nutrient,
    now: question.now,
    netVolumeL: 300,
    readings: question.readings.map(({ at, value, sd }) => ({ at, value, sd })),
    fed: question.fed.map(({ from, timesPerDay }) => ({
      from,
      meals: [{ timesPerDay: Math.min(24, timesPerDay ?? 1), portions: 2, measure: 'cubes' as const }],
    })),
    turns: question.turns.map((at) => ({ at, what: 'skimmer' })),
    changes: question.changes.map(({ at, share, level }) => ({ at, share, level })),
    routine: { share: 0.1, everyDays: 7 },
  };
}

describe('whatever the tank', () => {
  it('the parts of a balance add up, and nothing is told of the future outside its own range', () => {
    for (let seed = 0; seed < tried(12, 120); seed++) {
      const { values } = nutrientBalance.run(asked(seed, seed % 3 === 0 ? 'phosphate' : 'nitrate'));
      const { split, ahead, course } = values;
      if (!split?.fed || !split.rest || !ahead) continue;
      expect(split.fed.value + split.dosed).toBeCloseTo(split.rest.value + split.changes.value + split.net.value, 9);
      expect(split.rest.low).toBeLessThanOrEqual(split.rest.high);
      for (const { value, low, high } of [...(course?.back ?? []), ...(course?.ahead ?? [])]) {
        expect(value).toBeGreaterThanOrEqual(low - 1e-9);
        expect(value).toBeLessThanOrEqual(high + 1e-9);
      }
      expect(course?.ahead.at(-1)?.value).toBeCloseTo(ahead.value, 9);
    }
  });

  it('more food is told for a higher goal, never less than half of it nor more than thrice, and where it reaches it leads there', () => {
    for (let seed = 0; seed < tried(8, 80); seed++) {
      const question = asked(seed, 'nitrate');
      const goals = [0.5, 2, 6, 14, 40].map((goal) => ({ ...nutrientLevers.run({ ...question, goal }).values, goal }));
      const times = goals.flatMap(({ foretold, goal }) =>
        foretold.filter(({ lever }) => lever === 'feed').map((feed) => ({ ...feed, goal })),
      );
      for (const { to, reaches, leadsTo, goal } of times) {
        expect(to).toBeGreaterThanOrEqual(0.5);
        expect(to).toBeLessThanOrEqual(3);
        if (reaches) expect(leadsTo.value).toBeCloseTo(goal, 6);
      }
      expect(times.map(({ to }) => to)).toEqual(times.map(({ to }) => to).toSorted((a, b) => a - b));
      for (const { foretold } of goals)
        for (const { lever, to } of foretold) if (lever === 'changes') expect(to).toBeLessThanOrEqual(0.4 + 1e-9);
    }
  });
});

describe('whatever is asked', () => {
  it('a salt’s grams bring back the rise they are for, by every salt and purity', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('nitrate' as const, 'phosphate' as const),
        figure(20, 5000),
        figure(0, 5),
        figure(0, 5),
        figure(0.2, 1),
        (nutrient, netVolumeL, level, more, purity) => {
          for (const salt of RAISED_BY[nutrient]) {
            const { values } = raiseNutrient.run({
              nutrient,
              now: NOW,
              netVolumeL,
              level,
              goal: level + more,
              salt,
              purity,
            });
            const brought = sumOfSalts([{ reagent: values.salt, gramsPerL: values.grams / netVolumeL, purity }]).ions[
              nutrient
            ];
            expect(brought).toBeCloseTo(more, 6);
            expect(values.mlPerDay * values.days).toBeCloseTo(values.madeUpMl, 6);
          }
        },
      ),
    );
  });

  it('a carbon source is never begun in a young or lean tank, nor raised beyond its most, nor raised while it is to be eased', () => {
    const maybe = <Value>(of: fc.Arbitrary<Value>) => fc.option(of, { nil: undefined });
    fc.assert(
      fc.property(
        fc.record({
          form: fc.constantFrom('liquid' as const, 'pellets' as const),
          liquid: fc.constantFrom('vinegar' as const, 'ethanol' as const, 'bottled' as const),
          ageDays: maybe(figure(0, 4000)),
          skimmer: fc.boolean(),
          nitrate: maybe(figure(0, 60)),
          phosphate: maybe(figure(0, 1)),
          nitrateFalls: fc.boolean(),
          mlPerDay: maybe(figure(0.05, 200)),
          pelletsMl: maybe(figure(10, 2000)),
          sinceDays: figure(0, 400),
          netVolumeL: figure(20, 5000),
        }),
        (given) => {
          const { verdict, dose, most } = carbonSource.run({ now: NOW, ...given }).values;
          const runs = (given.form === 'pellets' ? given.pelletsMl : given.mlPerDay) !== undefined;
          if (verdict === 'start') {
            expect(runs).toBe(false);
            expect(given.ageDays).toBeGreaterThanOrEqual(180);
            expect(given.nitrate).toBeGreaterThanOrEqual(2);
            expect(given.phosphate).toBeGreaterThanOrEqual(0.03);
            expect(given.skimmer).toBe(true);
          }
          if (verdict === 'raise') {
            expect(given.nitrateFalls).toBe(false);
            expect(dose).toBeLessThanOrEqual((most ?? Infinity) + 1e-9);
            expect(dose).toBeGreaterThan((given.form === 'pellets' ? given.pelletsMl : given.mlPerDay) ?? 0);
          }
          if (verdict === 'ease')
            expect(dose).toBeLessThan((given.form === 'pellets' ? given.pelletsMl : given.mlPerDay) ?? 0);
        },
      ),
    );
  });

  it('zero and zero is never in band, whatever band stands', () => {
    fc.assert(
      fc.property(figure(0, 10), figure(0, 10), fc.integer({ min: 3, max: 20 }), (top, other, weeks) => {
        const zero = readings(Array.from({ length: weeks }, () => 0));
        const { values } = nutrientLevels.run({
          now: NOW,
          nitrate: { readings: zero, band: [0, top] },
          phosphate: { readings: zero, band: [0, other / 10] },
        });
        expect(values.findings[0]).toBe('both zero');
      }),
    );
  });

  it('what was ruled out is never proposed, and is told wherever it would have been', () => {
    fc.assert(
      fc.property(fc.constantFrom(...NUISANCES), fc.subarray([...REMEDY_IDS]), (sign, never) => {
        const ruledOut = never.map((remedy) => ({ remedy, at: NOW - 400 * DAY_MS }));
        const { values, cautions } = algae.run({ now: NOW, sign, seen: [{ at: NOW - DAY_MS }], ruledOut });
        expect(values.acts.some(({ remedy }) => never.includes(remedy))).toBe(false);
        const wouldBe = NUISANCE_FACTS[sign].acts.filter(({ remedy }) => never.includes(remedy));
        expect(cautions.filter(({ severity }) => severity === 'danger')).toHaveLength(wouldBe.length);
      }),
    );
  });
});
