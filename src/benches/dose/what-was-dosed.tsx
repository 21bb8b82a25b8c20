'use client';

import { nanoid } from 'nanoid';
import { useState } from 'react';
import { AMOUNTS } from '@/chemistry/amounts';
import { quantity, showText } from '@/chemistry/units/quantity';
import { listed } from '@/chemistry/words';
import { Button } from '@/interface/button';
import { focusRefused, QuantityField } from '@/interface/quantity-field';
import { whenText } from '@/interface/when';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace';
import { inOwnScope } from '@/interface/refused-fields';
import type { Entry } from '@/record/schema';
import type { UnsaidSupply } from '@/reckoning/known-supply';

/** Asked once: what was dosed while the first readings were taken, before any dose was logged. */
export const WhatWasDosed = inOwnScope(function WhatWasDosed({
  unsaid,
}: {
  readonly unsaid: UnsaidSupply | undefined;
}) {
  const { book, tank } = useTank();
  const now = useNow();
  const commit = useCommitOnce();
  const [rates, setRates] = useState<Readonly<Record<string, number | null>>>({});
  const {
    settings: { zone, units },
  } = book;
  if (!unsaid || unsaid.solutions.length === 0) return null;
  const since = whenText(unsaid.since, now, zone);
  const until = unsaid.until === undefined ? 'until now' : `until ${whenText(unsaid.until, now, zone)}`;
  const dosed = unsaid.solutions.flatMap((solution) => {
    const mlPerDay = rates[solution.id] ?? 0;
    return mlPerDay > 0 ? [{ solution, mlPerDay }] : [];
  });
  const file = (ran: readonly { solutionId: string; mlPerDay: number }[], label: string) =>
    void commit({
      label,
      put: {
        entries: ran.map((each): Entry => ({
          id: nanoid(),
          tankId: tank.id,
          at: unsaid.since,
          kind: 'standing-dose',
          ...each,
        })),
      },
    });
  const nothing = () =>
    file(
      unsaid.solutions.map(({ id }) => ({ solutionId: id, mlPerDay: 0 })),
      `Nothing was dosed from ${since} ${until}`,
    );
  return (
    <form
      aria-label="What was dosed before"
      className="mt-4 max-w-3xl rounded-md border border-edge bg-sheet p-4"
      onSubmit={(event) => {
        event.preventDefault();
        if (focusRefused(event.currentTarget) || dosed.length === 0) return;
        file(
          dosed.map(({ solution, mlPerDay }) => ({ solutionId: solution.id, mlPerDay })),
          `Dosed from ${since}: ${dosed.map(({ solution, mlPerDay }) => `${showText(quantity('doseRate', mlPerDay), units)} of ${solution.name}`).join(', ')}`,
        );
      }}
    >
      <h2 className="font-semibold">
        What was dosed from {since} {until}?
      </h2>
      <p className="text-soft">
        {`Readings of ${listed(unsaid.elements)} were taken then, and no dose of that time is logged. They count once this is said.`}
      </p>
      <div className="mt-2 flex flex-wrap gap-4">
        {unsaid.solutions.map((solution) => (
          <QuantityField
            key={solution.id}
            label={solution.name}
            expected={{ ...AMOUNTS.standingDose, field: `${solution.name} a day` }}
            value={rates[solution.id] ?? null}
            onChange={(mlPerDay) => setRates({ ...rates, [solution.id]: mlPerDay })}
            placeholder="0 mL/day"
          />
        ))}
      </div>
      <div className="mt-3 flex flex-wrap gap-2">
        <Button type="submit" look="main" disabled={dosed.length === 0}>
          That was dosed each day
        </Button>
        <Button onClick={nothing}>Nothing was dosed</Button>
      </div>
    </form>
  );
});
