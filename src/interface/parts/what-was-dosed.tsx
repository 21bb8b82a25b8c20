'use client';

import { nanoid } from 'nanoid';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { quantity, showText } from '@/quantities/quantity';
import { listed } from '@/calculators/calculator/words';
import { useDraft } from '../forms/draft';
import { Form } from '../forms/form';
import { useForgetDrafts } from '../storage/kept-draft';
import { Button } from '../controls/button';
import { QuantityField } from '../fields/quantity-field';
import { whenText } from '../time/when';
import { useCommitOnce, useNow, useTank } from '../workspace/workspace';
import { inOwnScope } from '../workspace/refused-fields';
import type { Entry } from '@/record/schema';
import type { UnsaidSupply } from '@/derived/balance/known-supply';

/** Asked once: what was dosed, or what a reactor gave, while the first readings were taken, before any dose was logged. */
export const WhatWasDosed = inOwnScope(function WhatWasDosed({
  unsaid,
}: {
  readonly unsaid: UnsaidSupply | undefined;
}) {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const form = 'what-was-dosed';
  const commit = useCommitOnce();
  const forget = useForgetDrafts(form);
  const { draft, set, field } = useDraft(form, {
    rates: {} as Readonly<Record<string, number | null>>,
    mlPerMin: null as number | null,
    effluentAlkalinity: null as number | null,
  });
  const { rates, mlPerMin, effluentAlkalinity } = draft;
  const {
    settings: { zone, units },
  } = snapshot;
  if (!unsaid || (unsaid.solutions.length === 0 && !unsaid.reactor)) return null;
  const since = whenText(unsaid.since, now, zone);
  const until = unsaid.until === undefined ? 'until now' : `until ${whenText(unsaid.until, now, zone)}`;
  const dosed = unsaid.solutions.flatMap((solution) => {
    const mlPerDay = rates[solution.id] ?? 0;
    return mlPerDay > 0 ? [{ solution, mlPerDay }] : [];
  });
  const ran = unsaid.reactor && mlPerMin !== null && effluentAlkalinity !== null;
  // Half of what a reactor did tells nothing, and is not left out unsaid.
  const said = dosed.length > 0 || ran;
  const halfSaid = unsaid.reactor && (mlPerMin === null) !== (effluentAlkalinity === null);
  const file = (
    label: string,
    doses: readonly { solutionId: string; mlPerDay: number }[],
    reactor?: { mlPerMin: number; effluentAlkalinity: number },
  ) => {
    const then = { tankId: tank.id, at: unsaid.since };
    const entries: Entry[] = doses.map((dose) => ({ id: nanoid(), ...then, kind: 'standing-dose', ...dose }));
    if (reactor) entries.push({ id: nanoid(), ...then, kind: 'reactor', ...reactor });
    void commit({ label, put: { entries } }).then((kept) => kept && forget());
  };
  const thatRan = () =>
    file(
      `Dosed from ${since}: ${listed([
        ...dosed.map(
          ({ solution, mlPerDay }) => `${showText(quantity('doseRate', mlPerDay), units)} of ${solution.name}`,
        ),
        ...(ran ? [`the reactor at ${showText(quantity('flow', mlPerMin), units)}`] : []),
      ])}`,
      dosed.map(({ solution, mlPerDay }) => ({ solutionId: solution.id, mlPerDay })),
      ran ? { mlPerMin, effluentAlkalinity } : undefined,
    );
  const nothing = () =>
    file(
      `Nothing was dosed from ${since} ${until}`,
      unsaid.solutions.map(({ id }) => ({ solutionId: id, mlPerDay: 0 })),
      unsaid.reactor ? { mlPerMin: 0, effluentAlkalinity: 0 } : undefined,
    );
  return (
    <Form
      label="What was dosed before"
      onSend={() => said && !halfSaid && thatRan()}
      className="mt-4 max-w-3xl rounded-md border border-edge bg-sheet p-4"
    >
      <h2 className="font-semibold">
        What was dosed from {since} {until}?
      </h2>
      <p className="text-soft">
        {`Readings of ${listed(unsaid.parameters)} were taken then, and no dose of that time is logged. They count once this is said.`}
      </p>
      <div className="mt-2 flex flex-wrap gap-4">
        {unsaid.solutions.map((solution) => (
          <QuantityField
            key={solution.id}
            label={solution.name}
            expected={{ ...AMOUNTS.standingDose, field: `${solution.name} a day` }}
            value={rates[solution.id] ?? null}
            onChange={(mlPerDay) => set((present) => ({ rates: { ...present.rates, [solution.id]: mlPerDay } }))}
            placeholder="0 mL/day"
          />
        ))}
        {unsaid.reactor && (
          <>
            <QuantityField label="The reactor’s flow then" expected={AMOUNTS.reactorFlow} {...field('mlPerMin')} />
            <QuantityField label="Its effluent then" expected={AMOUNTS.effluent} {...field('effluentAlkalinity')} />
          </>
        )}
      </div>
      <div className="mt-3 flex flex-wrap gap-2">
        <Button type="submit" look="main" disabled={!said || halfSaid}>
          That was dosed each day
        </Button>
        <Button onClick={nothing}>Nothing was dosed</Button>
      </div>
    </Form>
  );
});
