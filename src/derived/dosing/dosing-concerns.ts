import { attempt } from '@/calculators/calculator/attempt';
import type { Answer } from '@/calculators/calculator/calculator';
import { correction } from '@/calculators/dosing/correction';
import { dosingPlan } from '@/calculators/dosing/dosing-plan';
import { returnOver } from '@/calculators/dosing/return-over';
import type { Snapshot } from '@/record/schema';
import { easingsUnderWay, type Easing } from '../balance/corrections-under-way';
import type { AskConcern } from '../concern';
import { correctionQuestions } from './correction-question';
import { doseQuestionOnce, type DoseQuestion } from './dose-question';

/** What the parts are to run at, where any of them does. */
export const doseConcern: AskConcern = (snapshot, tank, now) => {
  if (!tank.supplies.includes('parts') || snapshot.solutions.length === 0) return undefined;
  const { input } = doseQuestionOnce(snapshot, tank, now);
  // Beside a reactor the parts are asked about only where one of them runs.
  const solved = input.sources.filter(({ use }) => use === 'solved');
  if (tank.supplies.includes('reactor') && !solved.some(({ runs }) => runs > 0)) return undefined;
  const { answer, values } = dosingPlan.run(input);
  return {
    answer,
    facts: { parts: values.doses.map(({ mlPerDay, runs }) => ({ answerMlPerDay: mlPerDay, runsMlPerDay: runs })) },
  };
};

/** The level that is being brought back, else the one that is furthest out of its band. */
export const correctionConcern: AskConcern = (snapshot, tank, now) => {
  const question = doseQuestionOnce(snapshot, tank, now);
  const over = easingsUnderWay(snapshot, tank, now).find(({ endsAt }) => endsAt <= now);
  if (over) return { answer: easingOver(snapshot, over, question), facts: { givesToday: true } };
  const asked = correctionQuestions(snapshot, tank, now, question).flatMap(({ input, begun }) => {
    const { outcome } = attempt(() => correction.run(input));
    return outcome ? [{ outcome, begun, givenToday: input.begun?.givenToday === true }] : [];
  });
  const first =
    asked.find(({ begun }) => begun) ??
    asked.find(({ outcome: { values } }) => values.place === 'low' && values.mlPerDay > 0 && !values.byDose);
  return (
    first && {
      answer: first.outcome.answer,
      facts: { givesToday: !first.givenToday && (first.outcome.values.mlPerDay > 0 || first.outcome.values.done) },
    }
  );
};

/** What goes back to what holds it by now. */
function easingOver(snapshot: Snapshot, { entry, endsAt }: Easing, { input }: DoseQuestion): Answer {
  const { outcome } = attempt(() => dosingPlan.run(input));
  return returnOver({
    parameter: entry.parameter,
    name: snapshot.solutions.find(({ id }) => id === entry.solutionId)?.name ?? 'the part',
    lowered: entry.to < entry.from,
    holdsMlPerDay:
      outcome?.values.doses.find(({ id }) => id === entry.solutionId)?.holdsMlPerDay ?? entry.backToMlPerDay ?? 0,
    endedAt: endsAt,
  });
}
