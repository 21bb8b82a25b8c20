'use client';

import { capitalised } from '@/calculators/calculator/words';
import { quantity, showText } from '@/chemistry/units/quantity';
import { Button } from '@/interface/button';
import { dayText } from '@/interface/when';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace';
import { easingEnded } from '@/reckoning/correction-entries';
import type { Easing } from '@/reckoning/correction-question';

/** A dose that was lowered to bring a level down, and the day on which it goes back. */
export function EasingUnderWay({ easing: { entry, endsAt } }: { readonly easing: Easing }) {
  const { book, tank } = useTank();
  const now = useNow();
  const commit = useCommitOnce();
  const { units, zone } = book.settings;
  const name = book.solutions.find(({ id }) => id === entry.solutionId)?.name ?? 'the part';
  const back = entry.backToMlPerDay ?? 0;
  const told = showText(quantity('doseRate', back), units);
  const over = now >= endsAt;
  const setBack = () =>
    void commit({
      label: `Set ${name} back to ${told}`,
      put: { entries: easingEnded(book, tank, now, entry) },
    });
  return (
    <p className="mb-4 flex max-w-3xl flex-wrap items-center gap-3 border-l-2 border-kelp pl-3">
      <span className="min-w-0">
        {capitalised(entry.parameter)} is eased from {showText(quantity(entry.parameter, entry.from), units)} to{' '}
        {showText(quantity(entry.parameter, entry.to), units)} by a lowered dose of {name}
        {over
          ? `: its days were over on ${dayText(endsAt, zone)}. Test it, and set the dose back.`
          : ` until ${dayText(endsAt, zone)}.`}
      </span>
      <Button look={over ? 'main' : 'quiet'} onClick={setBack}>
        Set {name} back to {told}
      </Button>
    </p>
  );
}
