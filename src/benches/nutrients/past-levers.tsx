'use client';

import { useDeferredValue, useMemo } from 'react';
import { attempt } from '@/calculators/calculator/attempt';
import type { Nutrient } from '@/calculators/nutrients/level-findings';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { Sentence } from '@/interface/answer/phrases';
import { whenText } from '@/interface/time/when';
import { useNow, useTank, useWorkspace } from '@/interface/workspace/workspace';
import { turnsOf } from '@/derived/nutrients/exporters';
import { signsAfter } from '@/derived/nutrients/sign-verdict';
import { changeWith, eventWords } from '@/derived/trends/before-after';
import { entriesOf } from '@/record/entries-of';
import { netVolumeL, type Entry } from '@/record/schema';
import { benchAddress } from '@/registry/addresses';
import { capitalised } from '@/calculators/calculator/words';

/** So many are looked back on: each is compared with what would have been. */
const MOST = 5;
const WITHIN_DAYS = 150;
const HOUR_MS = 3_600_000;

/** What the last levers did, by levels and by signs. */
export function PastLevers({ nutrient }: { readonly nutrient: Nutrient }) {
  const { snapshot, tank } = useTank();
  const now = useNow();
  // The page is answered first; the comparisons follow.
  const asked = useDeferredValue(nutrient, undefined);
  const fed = entriesOf(snapshot, tank.id, 'feeding').filter(
    ({ at, timesPerDay, stopped }) => at <= now && (timesPerDay !== undefined || stopped),
  );
  const events = [...fed, ...turnsOf(snapshot, tank, now).map(({ entry }) => entry)]
    .filter(({ at }) => now - at < WITHIN_DAYS * DAY_MS)
    .toSorted((a, b) => b.at - a.at)
    .slice(0, MOST);
  if (events.length === 0) return null;
  return (
    <section aria-label="What the last ones did" className="mt-6 max-w-4xl">
      <h2 className="text-lg font-semibold">What the last ones did</h2>
      <ul className="mt-1">
        {events.map((event) => (
          <PastLever key={event.id} event={event} nutrient={nutrient} asked={asked} />
        ))}
      </ul>
    </section>
  );
}

/** One of them: each is compared by itself, so that the page may draw between two. */
function PastLever({
  event,
  nutrient,
  asked,
}: {
  readonly event: Entry;
  readonly nutrient: Nutrient;
  readonly asked: Nutrient | undefined;
}) {
  const { snapshot, tank } = useTank();
  const { name } = useWorkspace();
  const now = useNow();
  const { zone } = snapshot.settings;
  // As of the hour: a comparison takes longer than a frame, and does not change by the minute.
  const hour = Math.ceil(now / HOUR_MS) * HOUR_MS;
  const told = useMemo(
    () =>
      asked && attempt(() => changeWith(snapshot, tank, event, hour, netVolumeL(tank), { parameter: asked })).outcome,
    [snapshot, tank, event, hour, asked],
  );
  const signs = signsAfter(snapshot, tank, event.at, now);
  return (
    <li className="border-t border-line py-2">
      <a
        className="font-semibold underline decoration-line underline-offset-4 hover:decoration-current"
        href={`${benchAddress(name, tank.id, 'what-changed')}?event=${encodeURIComponent(event.id)}&of=${nutrient}`}
      >
        {capitalised(eventWords(event, snapshot))}
      </a>
      , {whenText(event.at, now, zone, 'day')}
      {told && (
        <div className="text-soft">
          <Sentence phrases={told.answer.says} />
        </div>
      )}
      {signs.length > 0 && <div className="text-soft">Seen since: {signs.map(({ words }) => words).join('; ')}.</div>}
    </li>
  );
}
