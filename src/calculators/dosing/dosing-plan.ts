import * as z from 'zod';
import { howSureInput } from '../calculator/certainty';
import { amount, figure, moment } from '../calculator/calculator-input';
import { AMOUNTS } from '../calculator/amounts';
import { defineCalculator } from '../calculator/calculator';
import { DOSED_PARAMETERS } from './dosed-parameters';
import { KEEPS } from './dose-cost';
import { aimsOf, planLevels } from './plan-levels';
import { planDemand } from './plan-demand';
import { planAnswer } from './plan-answer';
import { planCautions } from './plan-cautions';
import type { PlanFacts } from './plan-facts';
import { carriedBy, planSource, sourceOf, type PlanSource } from './plan-source';
import { planWorking } from './plan-working';
import { plannedDoses } from './planned-doses';
import type { Need } from './to-solve';

/** Each bottle is one of its own: two of one name that were given no identity are two. */
function apart(sources: readonly PlanSource[]): PlanSource[] {
  const seen = new Map<string, number>();
  return sources.map((source) => {
    const before = seen.get(source.id) ?? 0;
    seen.set(source.id, before + 1);
    return before === 0 ? source : { ...source, id: `${source.id}, ${before + 1}` };
  });
}

const amountADay = figure('amount a day', -1e9, 1e9, 'mmol or mg');

export const dosingPlan = defineCalculator({
  name: 'dosing-plan',
  asks: 'What has to be dosed each day so that alkalinity, calcium and magnesium hold?',
  input: z.strictObject({
    netVolumeL: amount(AMOUNTS.netVolume),
    demand: planDemand,
    sources: z.array(planSource).max(50).default([]),
    /** What is supplied besides and not by the millilitre: water changes, a reactor. mmol and mg a day, below 0 where they take. */
    others: z
      .array(
        z.strictObject({
          by: z.string().max(200),
          perDay: z.partialRecord(z.enum(DOSED_PARAMETERS), amountADay),
        }),
      )
      .max(20)
      .default([]),
    levels: planLevels,
    /** Days between the tests of this tank. */
    testEveryDays: figure('days between tests', 1, 60, 'days').default(7),
    keeps: z.enum(KEEPS).default('few changes'),
    /** For the day on which a dose goes back. */
    now: moment('now').optional(),
    /** Parameters whose readings wait for a word on what was dosed when they were taken. */
    unsaid: z.array(z.enum(DOSED_PARAMETERS)).max(3).default([]),
    ...howSureInput,
  }),
  example: {
    netVolumeL: '620 L',
    demand: { alkalinity: { perDay: 0.27, sd: 0.01 }, calcium: { perDay: 5.4, sd: 0.4 } },
    sources: [
      { name: 'carbonate part', perMl: { alkalinity: 1.51 }, runs: 28 },
      { name: 'calcium part', perMl: { calcium: 30.3 }, runs: 32 },
      {
        name: 'limewater',
        holds: { parts: [{ reagent: 'calcium-hydroxide', gramsPerL: 1.6 }] },
        use: 'fixed',
        runs: 2640,
      },
    ],
    others: [{ by: 'water changes', perDay: { alkalinity: 6, calcium: 80 } }],
    levels: { alkalinity: { level: 2.8, target: 2.96, sd: 0.03 } },
  },
  run: ({
    netVolumeL,
    demand,
    sources: given,
    others,
    levels,
    testEveryDays,
    keeps,
    now,
    unsaid,
    certainty,
    moves,
    retest,
  }) => {
    const aims = aimsOf(levels);
    const sources = apart(given.map(sourceOf));
    const carried = DOSED_PARAMETERS.filter((parameter) =>
      sources.some((source) => source.use !== 'off' && carriedBy(source).includes(parameter)),
    );
    const needs = carried.flatMap((parameter): Need[] => {
      const need = demand[parameter];
      if (!need || need.withinTestError) return [];
      const supplied = others.flatMap(({ by, perDay }) => {
        const amount = perDay[parameter];
        return amount === undefined ? [] : [{ by, amount }];
      });
      return [
        {
          parameter,
          amountPerDay: need.perDay * netVolumeL,
          doubt: need.sd * netVolumeL,
          others: supplied,
          rises: need.perDay < 0,
          mismatch: need.mismatch,
        },
      ];
    });
    const untold = carried.filter((parameter) => !demand[parameter]);
    const unclear = carried.filter((parameter) => demand[parameter]?.withinTestError);
    const { doses, balance, foreseen, testInDays } = plannedDoses(sources, needs, {
      netVolumeL,
      aims,
      testEveryDays,
      keeps,
    });
    const facts: PlanFacts = {
      doses,
      balance,
      needs,
      sources,
      untold,
      unclear,
      unsaid,
      howSure: { certainty, moves, retest },
      netVolumeL,
      aims,
      testEveryDays,
      now,
      foreseen,
      testInDays,
    };
    return {
      answer: planAnswer(facts),
      working: planWorking(demand, facts),
      cautions: planCautions(facts),
      values: { doses, balance, foreseen, testInDays },
    };
  },
});
