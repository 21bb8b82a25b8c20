'use client';

import {
  consumptionAnswer,
  consumptionCautions,
  consumptionWorking,
  nextTestAnswer,
} from '@/calculators/consumption/consumption-answer';
import { DOSED_PARAMETERS } from '@/calculators/dosing/dosed-parameters';
import type { Consumption } from '@/chemistry/consumption/estimate';
import { Answer, Working } from '@/interface/answer/answer';
import { Cautions } from '@/interface/answer/cautions';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { movedOf } from '@/derived/trends/how-it-moves';
import { mismatchFacts, nextTestOf } from '@/derived/balance/consumption-report';

/** What the tank consumes, in words; what is a finding; and what to test next. */
export function ConsumptionWords({ consumption }: { readonly consumption: Consumption | undefined }) {
  const { snapshot, tank } = useTank();
  const now = useNow();
  if (!consumption) return null;
  const moved = Object.fromEntries(DOSED_PARAMETERS.map((id) => [id, movedOf(snapshot, tank, id, now)]));
  return (
    <section aria-label="Consumption" className="mt-8 border-t border-line pt-4">
      <h2 className="text-lg font-semibold">Consumption</h2>
      <div className="mt-2 grid gap-x-8 gap-y-4 lg:grid-cols-2">
        <Answer lesser label="Consumption" answer={consumptionAnswer(consumption, moved)} />
        <Answer lesser label="What to test next" answer={nextTestAnswer(consumption, nextTestOf(consumption))} />
      </div>
      <Working steps={consumptionWorking(consumption)} />
      <Cautions alone cautions={consumptionCautions(consumption, mismatchFacts(snapshot, tank, now))} />
    </section>
  );
}
