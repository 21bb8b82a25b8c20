'use client';

import { nanoid } from 'nanoid';
import { useState } from 'react';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { quantity, showText } from '@/quantities/quantity';
import { given } from '@/calculators/calculator/given';
import { useDraft } from '@/interface/forms/draft';
import { Form } from '@/interface/forms/form';
import { useLog } from '@/interface/forms/log-form';
import type { Entry } from '@/record/schema';
import { Button } from '@/interface/controls/button';
import { QuantityField } from '@/interface/fields/quantity-field';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import { SelectField } from '@/interface/controls/select-field';
import { whenText } from '@/interface/time/when';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { pumpDelivery } from '@/derived/supplies/pump-delivery';
import { dosesRunning } from '@/derived/balance/what-goes-in';

const NOTHING: Readonly<Record<'gaveMl' | 'ranDays' | 'setMl', number | null>> = {
  gaveMl: null,
  ranDays: null,
  setMl: null,
};

/** What each pump gives, as it was measured: so many millilitres in so many seconds. */
export const PumpDeliveries = inOwnScope(function PumpDeliveries() {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const form = 'pump measured';
  const log = useLog(form);
  const dosed = dosesRunning(snapshot, tank, now).flatMap(
    ({ solutionId }) => snapshot.solutions.find(({ id }) => id === solutionId) ?? [],
  );
  const [chosen, setChosen] = useState<string>();
  const { draft, set, field } = useDraft(form, NOTHING);
  const { gaveMl, ranDays, setMl } = draft;
  const {
    settings: { units, zone },
  } = snapshot;
  const solution = dosed.find(({ id }) => id === chosen) ?? dosed[0];
  if (!solution) return null;
  const file = async () => {
    if (gaveMl === null || ranDays === null) return;
    const common = { id: nanoid(), tankId: tank.id, at: now, solutionId: solution.id };
    const measured: Entry = { ...common, kind: 'pump-measured', gaveMl, ranDays, ...given({ setMl }) };
    if (await log([measured], `Measured the pump of ${solution.name}`)) set(NOTHING);
  };
  return (
    <section aria-label="Pumps measured" className="mt-10 max-w-5xl border-t border-line pt-6">
      <h2 className="text-lg font-semibold">What the pumps give</h2>
      <p className="text-soft">
        Run a pump into a cylinder, read the millilitres and the seconds: tubes wear, and a dose is only as good as its
        pump.
      </p>
      <ul className="mt-2 max-w-3xl">
        {dosed.map(({ id, name }) => {
          const delivery = pumpDelivery(snapshot, tank, id, now);
          return (
            <li key={id} className="flex flex-wrap justify-between gap-x-4 border-t border-line py-1.5">
              <span>{name}</span>
              <span className="text-soft">
                {delivery
                  ? `${showText(quantity('flow', delivery.mlPerMin), units)}, measured ${whenText(delivery.last.at, now, zone)}${
                      delivery.share === undefined
                        ? ''
                        : `: ${Math.round(delivery.share * 1000) / 10} % of ${delivery.last.setMl === undefined ? 'the time before' : 'what it was set to'}`
                    }`
                  : 'never measured'}
              </span>
            </li>
          );
        })}
      </ul>
      <Form label="Measure a pump" onSend={file} className="mt-3 flex flex-wrap items-start gap-x-5 gap-y-3">
        <SelectField
          label="Pump of"
          value={solution.id}
          options={dosed.map(({ id, name }) => [id, name] as const)}
          onChange={setChosen}
        />
        <QuantityField
          narrow
          label="It gave"
          expected={AMOUNTS.measuredGave}
          {...field('gaveMl')}
          placeholder="9.6 mL"
          required
        />
        <QuantityField
          narrow
          label="In"
          spoken="Time it ran"
          expected={AMOUNTS.measuredRun}
          {...field('ranDays')}
          placeholder="60 s"
          required
        />
        <QuantityField
          narrow
          label="Set to give"
          expected={AMOUNTS.measuredSet}
          {...field('setMl')}
          placeholder="10 mL"
          hint="where it is set by millilitres"
        />
        <Button type="submit" className="mt-6" disabled={gaveMl === null || ranDays === null}>
          Log the measurement
        </Button>
      </Form>
    </section>
  );
});
