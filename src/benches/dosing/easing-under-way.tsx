'use client';

import { capitalised } from '@/calculators/calculator/words';
import { quantity, showText } from '@/quantities/quantity';
import { Button } from '@/interface/controls/button';
import { dayText } from '@/interface/time/when';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
import { easingEnded } from '@/derived/dosing/correction-entries';
import type { Easing } from '@/derived/balance/corrections-under-way';

/**
 * A dose set otherwise for a time, to bring a level where it should be, and the day on which it goes back.
 * @param holdsMlPerDay what the plan says holds the level by now; what was foreseen then where it says nothing
 */
export function EasingUnderWay({
  easing: { entry, endsAt },
  holdsMlPerDay,
}: {
  readonly easing: Easing;
  readonly holdsMlPerDay: number | undefined;
}) {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const commit = useCommitOnce();
  const { units, zone } = snapshot.settings;
  const name = snapshot.solutions.find(({ id }) => id === entry.solutionId)?.name ?? 'the part';
  const back = holdsMlPerDay ?? entry.backToMlPerDay ?? 0;
  const dose = (mlPerDay: number) => showText(quantity('doseRate', mlPerDay), units);
  const level = (value: number) => showText(quantity(entry.parameter, value), units);
  const over = now >= endsAt;
  const setBack = () =>
    void commit({
      label: `Set ${name} back to ${dose(back)}`,
      put: { entries: easingEnded(snapshot, tank, now, entry, back) },
    });
  return (
    <p className="mb-4 flex max-w-3xl flex-wrap items-center gap-3 border-l-2 border-kelp pl-3">
      <span className="min-w-0">
        {capitalised(entry.parameter)} is brought from {level(entry.from)} to {level(entry.to)} by {name} at{' '}
        {dose(entry.mlPerDay)}
        {over
          ? `: its days were over on ${dayText(endsAt, zone)}. Test it, and set the dose back.`
          : ` until ${dayText(endsAt, zone)}.`}
      </span>
      <Button look={over ? 'main' : 'quiet'} onClick={setBack}>
        Set {name} back to {dose(back)}
      </Button>
    </p>
  );
}
