'use client';

import { attempt } from '@/calculators/calculator/attempt';
import { NUTRIENTS, type Nutrient } from '@/calculators/nutrients/level-findings';
import type { ForetoldLever } from '@/calculators/nutrients/nutrient-levers';
import { RAISED_BY, raiseNutrient } from '@/calculators/nutrients/raise-nutrient';
import { capitalised } from '@/calculators/calculator/words';
import { readingExpectation } from '@/calculators/parameters/parameters';
import { reagent } from '@/chemistry/reagents/reagents';
import { estimate, quantity, range, showText } from '@/quantities/quantity';
import { Answer, Working } from '@/interface/answer/answer';
import { Figures } from '@/interface/answer/bench';
import { Cautions } from '@/interface/answer/cautions';
import { Worked } from '@/interface/answer/worked';
import { SelectField } from '@/interface/controls/select-field';
import { QuantityField } from '@/interface/fields/quantity-field';
import { Waiting } from '@/interface/lazy/waiting';
import { useChoice } from '@/interface/address/use-choice';
import { useKeptState } from '@/interface/storage/kept-draft';
import { useAsked } from '@/interface/workspace/use-asked';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { balanceQuestion } from '@/derived/nutrients/nutrient-questions';
import { aimFor, bandFor } from '@/derived/observations/targets';
import { netVolumeL } from '@/record/schema';
import { WhichNutrient } from './balance';
import { LeverLog } from './lever-log';
import { PastLevers } from './past-levers';

const DAYS = { field: 'days to the goal', kind: 'days', low: 7, high: 180, usual: [14, 90] } as const;
const USUAL_DAYS = 28;

/** Each lever backwards from the level that is wanted: its step, where it leads and its look; then what the last ones did. */
export function Levers() {
  const { snapshot, tank } = useTank();
  const { units } = snapshot.settings;
  const now = useNow();
  const [nutrient, setNutrient] = useChoice<Nutrient>('of', NUTRIENTS, 'nitrate');
  const [goals, setGoals] = useKeptState<Partial<Record<Nutrient, number>>>('goals', {});
  const [days, setDays] = useKeptState<number | null>('days to it', null);
  const goal = goals[nutrient] ?? aimFor(tank, nutrient);
  const result = useAsked('nutrient-levers', {
    ...balanceQuestion(snapshot, tank, now, nutrient),
    goal,
    days: days ?? USUAL_DAYS,
    ...(goals[nutrient] === undefined && { band: [...bandFor(tank, nutrient)] as [number, number] }),
  });
  if (!result) return <Waiting />;
  const values = result.outcome?.values;
  return (
    <Worked
      result={result}
      otherwise="Test weekly, and log what is fed."
      actions={<WhichNutrient nutrient={nutrient} onChoose={setNutrient} />}
    >
      <div className="mt-5">
        <Figures title="What is wanted" narrow>
          <QuantityField
            narrow
            label={`${capitalised(nutrient)} wanted`}
            expected={readingExpectation(nutrient)}
            value={goal}
            onChange={(value) => value !== null && setGoals({ ...goals, [nutrient]: value })}
            digits={2}
          />
          <QuantityField narrow label="In" expected={DAYS} value={days} onChange={setDays} placeholder="28 days" />
        </Figures>
      </div>
      {values && (values.foretold.length > 0 || values.steps.length > 0) && (
        <ol aria-label="Levers, in their order" className="mt-5 max-w-4xl">
          {values.foretold.map((each) => (
            <li
              key={each.lever}
              className="grid gap-x-5 border-t border-line py-2.5 sm:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]"
            >
              <strong>{leverWords(each)}</strong>
              <span>
                leads to{' '}
                <strong>
                  {showText(estimate(nutrient, each.leadsTo.value, each.leadsTo.low, each.leadsTo.high), units)}
                </strong>{' '}
                <span className="text-soft">
                  ({showText(range(nutrient, Math.max(0, each.leadsTo.low), each.leadsTo.high), units)})
                </span>
                <span className="block text-sm text-soft">
                  look after two weeks:{' '}
                  {showText(range(nutrient, Math.max(0, each.atCheck.low), each.atCheck.high), units)}
                  {each.reaches ? '' : '; it goes no further'}
                </span>
              </span>
            </li>
          ))}
          {values.steps.map(({ lever, step, check }) => (
            <li
              key={`step ${lever}`}
              className="grid gap-x-5 border-t border-line py-2.5 sm:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]"
            >
              <strong className="font-semibold">{capitalised(step)}</strong>
              <span className="text-sm text-soft">What it does here shows after it was tried: {check}.</span>
            </li>
          ))}
        </ol>
      )}
      {values?.way === 'up' && <BySalt key={nutrient} nutrient={nutrient} goal={goal} level={values.now?.value ?? 0} />}
      <LeverLog />
      <PastLevers nutrient={nutrient} />
    </Worked>
  );

  function leverWords({ lever, from, to }: ForetoldLever): string {
    const percent = (share: number) => showText(quantity('percent', Math.round(100 * share)), units);
    switch (lever) {
      case 'feed':
        return `Feed ${percent(Math.round(20 * to) / 20)} of what is fed now`;
      case 'changes':
        return `Change ${percent(to)} a week${from > 0.005 ? ` in place of ${percent(from)}` : ''}`;
      case 'one change':
        return `Change ${percent(to)} of the water once, now`;
      default:
        return `Dose a salt: ${Number(to.toPrecision(2))} mg/L a day`;
    }
  }
}

/** A plain salt, as grams and millilitres a day. */
function BySalt({
  nutrient,
  goal,
  level,
}: {
  readonly nutrient: Nutrient;
  readonly goal: number;
  readonly level: number;
}) {
  const { tank } = useTank();
  const now = useNow();
  const salts: readonly (typeof RAISED_BY)[Nutrient][number][] = RAISED_BY[nutrient];
  const [salt, setSalt] = useKeptState<(typeof RAISED_BY)[Nutrient][number]>(
    `salt for ${nutrient}`,
    RAISED_BY[nutrient][0],
  );
  const { outcome } = attempt(() =>
    raiseNutrient.run({ nutrient, now, netVolumeL: netVolumeL(tank), level: Math.max(0, level), goal, salt }),
  );
  return (
    <section aria-label="By a plain salt" className="mt-6 max-w-4xl">
      <h2 className="text-lg font-semibold">By a plain salt, where fish are fed enough</h2>
      {outcome && <Answer answer={outcome.answer} lesser label="By a plain salt" />}
      <div className="mt-2">
        <SelectField
          label="Salt"
          value={salt}
          onChange={setSalt}
          options={salts.map((id) => [id, reagent(id).name] as const)}
        />
      </div>
      {outcome && <Cautions cautions={outcome.cautions} />}
      {outcome && <Working steps={outcome.working} />}
    </section>
  );
}
