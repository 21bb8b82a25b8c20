'use client';

import { nanoid } from 'nanoid';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { Button } from '@/interface/controls/button';
import { QuantityField } from '@/interface/fields/quantity-field';
import { useDraft } from '@/interface/forms/draft';
import { Form } from '@/interface/forms/form';
import { useLog } from '@/interface/forms/log-form';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { supplyTimeline } from '@/derived/supplies/supply-timeline';
import type { Lever } from '@/record/kinds/lever';

const FORM = 'lever log';
/** The dark half of the day: a skimmer of half the day runs then, for oxygen. Common practice. */
const NIGHT = { fromMinute: 20 * 60, forMinutes: 12 * 60 };

/** Levers as entries, a press each: what is in, out, for half the day; what the cup held and what was harvested. */
export function LeverLog() {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const log = useLog(FORM);
  const { draft, set, field } = useDraft(FORM, {
    litres: null as number | null,
    days: null as number | null,
    grams: null as number | null,
  });
  const common = () => ({ id: nanoid(), tankId: tank.id, at: now });
  const last = (lever: Lever) =>
    supplyTimeline(snapshot, tank).findLast(({ source, from }) => source === lever && from <= now);
  const lever = (which: Lever, how: { readonly off?: true; readonly hours?: typeof NIGHT } = {}) =>
    void log([{ ...common(), kind: 'lever', lever: which, ...how }]);
  const send = async () => {
    const { litres, days, grams } = draft;
    const entries = [
      ...(litres === null ? [] : [{ ...common(), kind: 'skimmate' as const, litres, ...(days !== null && { days }) }]),
      ...(grams === null ? [] : [{ ...common(), kind: 'harvest' as const, grams }]),
    ];
    const [first, ...others] = entries;
    if (first && (await log([first, ...others]))) set({ litres: null, days: null, grams: null });
  };
  return (
    <Form label="Levers and what they gave" onSend={send} className="no-print mt-6 max-w-4xl">
      <h2 className="text-lg font-semibold">Turn one, and it is logged</h2>
      <ul className="mt-1 space-y-1">
        {(['skimmer', 'mechanical filter', 'phosphate media', 'filter blocks'] as const).map((which) => {
          const run = last(which);
          const inOut = which !== 'skimmer';
          const hours = run && !run.ended && run.entry.kind === 'lever' && run.entry.hours !== undefined;
          return (
            <li key={which} className="flex flex-wrap items-center gap-2">
              <span className="min-w-64 text-soft">
                {which}:{' '}
                {run === undefined
                  ? 'never logged'
                  : run.ended
                    ? inOut
                      ? 'out'
                      : 'off'
                    : hours
                      ? 'some hours a day'
                      : inOut
                        ? 'in'
                        : 'on all day'}
              </span>
              {(run === undefined || run.ended || hours) && (
                <Button onClick={() => lever(which)}>{inOut ? 'Put in now' : 'All day from now'}</Button>
              )}
              {!inOut && !hours && <Button onClick={() => lever(which, { hours: NIGHT })}>Nights only from now</Button>}
              {(run === undefined || !run.ended) && (
                <Button onClick={() => lever(which, { off: true })}>{inOut ? 'Taken out now' : 'Off now'}</Button>
              )}
            </li>
          );
        })}
      </ul>
      <div className="mt-3 flex flex-wrap items-end gap-x-3 gap-y-2">
        <QuantityField
          narrow
          label="Skimmate in the cup"
          expected={AMOUNTS.skimmate}
          {...field('litres')}
          placeholder="0.8 L"
        />
        <QuantityField narrow label="In" expected={AMOUNTS.skimmateDays} {...field('days')} placeholder="4 days" />
        <QuantityField
          narrow
          label="Algae harvested, wet"
          expected={AMOUNTS.harvested}
          {...field('grams')}
          placeholder="300 g"
        />
        <Button type="submit" disabled={draft.litres === null && draft.grams === null}>
          Log it
        </Button>
      </div>
    </Form>
  );
}
