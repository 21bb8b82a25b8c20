'use client';

import { useState } from 'react';
import { afterGap } from '@/calculators/dosing/after-gap';
import { DOSED_FACTS, DOSED_PARAMETERS } from '@/calculators/dosing/dosed-parameters';
import { readingExpectation } from '@/calculators/parameters/parameters';
import { attempt } from '@/calculators/calculator/attempt';
import { useKeptState } from '@/interface/storage/kept-draft';
import { Answer, Working } from '@/interface/answer/answer';
import { Cautions } from '@/interface/answer/cautions';
import { QuantityField } from '@/interface/fields/quantity-field';
import { Refused } from '@/interface/answer/refused';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import { SelectField } from '@/interface/controls/select-field';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { levelsNow } from '@/derived/water-change/change-question';
import { strengthOf } from '@/derived/balance/known-events';
import { dosesRunning } from '@/derived/balance/what-goes-in';
import { aimFor } from '@/derived/observations/targets';
import { netVolumeL } from '@/record/schema';

/** A dry bottle, a doser that stood still, a keeper away: what to do now. */
export const AfterAGap = inOwnScope(function AfterAGap() {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const [chosen, setChosen] = useState<string>();
  const [days, setDays] = useKeptState<number | null>('gap days', null);
  const [reading, setReading] = useKeptState<number | null>('gap reading', null);
  const dosed = dosesRunning(snapshot, tank, now).flatMap(({ solutionId, mlPerDay }) => {
    const solution = snapshot.solutions.find(({ id }) => id === solutionId);
    const parameter = solution && DOSED_PARAMETERS.find((each) => DOSED_FACTS[each].perMl(strengthOf(solution)) > 0);
    return solution && parameter ? [{ solution, parameter, mlPerDay }] : [];
  });
  const part = dosed.find(({ solution }) => solution.id === chosen) ?? dosed[0];
  if (!part) return null;
  const { solution, parameter, mlPerDay } = part;
  const { outcome, refusal } = attempt(() =>
    days === null
      ? undefined
      : afterGap.run({
          parameter,
          netVolumeL: netVolumeL(tank),
          days,
          name: solution.name,
          mlPerDay,
          perMl: DOSED_FACTS[parameter].perMl(strengthOf(solution)),
          level: levelsNow(snapshot, tank, now)[parameter] ?? aimFor(tank, parameter),
          aim: aimFor(tank, parameter),
          ...(reading !== null && { reading }),
        }),
  );
  return (
    <section aria-label="After a gap" className="mt-10 border-t border-line pt-6">
      <h2 className="text-lg font-semibold">The doser stopped?</h2>
      <p className="max-w-3xl text-soft">A dry bottle, a loose tube, a pump that was off: what to do now.</p>
      <div className="mt-3 flex flex-wrap gap-x-5 gap-y-3">
        <SelectField
          label="Which part"
          value={solution.id}
          options={dosed.map((each) => [each.solution.id, each.solution.name] as const)}
          onChange={setChosen}
        />
        <QuantityField
          label="For how long"
          expected={{ field: 'days without a dose', kind: 'days', low: 0.1, high: 365, usual: [0.5, 60] }}
          value={days}
          onChange={setDays}
          placeholder="6 days"
        />
        <QuantityField
          label={`${parameter} read since`}
          expected={readingExpectation(parameter)}
          value={reading}
          onChange={setReading}
          hint="where you have tested"
        />
      </div>
      {(outcome ?? refusal) && (
        <div className="mt-4">
          {outcome ? (
            <Answer lesser label="After the gap" answer={outcome.answer} />
          ) : (
            <Refused lesser refusal={refusal} otherwise="" />
          )}
        </div>
      )}
      {outcome && <Working steps={outcome.working} />}
      {outcome && <Cautions alone cautions={outcome.cautions} />}
    </section>
  );
});
