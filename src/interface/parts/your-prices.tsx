'use client';

import { AMOUNTS } from '@/calculators/calculator/amounts';
import type { Settings } from '@/record/schema';
import { Figures } from '../answer/bench';
import { Button } from '../controls/button';
import { useForgetDrafts, useKeptState } from '../storage/kept-draft';
import { QuantityField } from '../fields/quantity-field';
import { inOwnScope } from '../workspace/refused-fields';
import { useCommitOnce, useTank } from '../workspace/workspace';
import { without } from './without';

export type Prices = NonNullable<Settings['prices']>;

const FORM = 'your-prices';
const FIELDS: readonly (readonly [keyof Prices, string, string?])[] = [
  ['twoPartGear', 'Dosing pumps', 'bought once'],
  ['reactorGear', 'Calcium reactor and its gear', 'bought once; nearly twice the pumps is common'],
  ['mediaPerKg', 'Reactor media, a kilogram'],
  ['co2PerKg', 'CO₂, a kilogram'],
  ['calciumHydroxidePerKg', 'Calcium hydroxide, a kilogram'],
  ['scrubberMediaPerKg', 'CO₂-scrubber media, a kilogram'],
];

/** Prices as they are kept, or as they are typed and not kept yet: what a comparison reckons with. */
export function usePrices(): readonly [Prices, (prices: Prices) => void] {
  const { snapshot } = useTank();
  return useKeptState<Prices>(`${FORM} prices`, () => snapshot.settings.prices ?? {});
}

/** What supplies and gear cost; kept with the settings, for every tank. */
export const YourPrices = inOwnScope(function YourPrices({
  prices,
  onChange,
}: {
  readonly prices: Prices;
  readonly onChange: (prices: Prices) => void;
}) {
  const {
    snapshot: { settings },
  } = useTank();
  const commit = useCommitOnce();
  const forget = useForgetDrafts(FORM);
  const kept = JSON.stringify(sorted(settings.prices ?? {})) === JSON.stringify(sorted(prices));
  const save = () =>
    void commit({ label: 'Prices saved', put: { settings: [{ ...settings, prices }] } }).then(
      (done) => done && forget(),
    );
  return (
    <div className="mt-6">
      <Figures title="Your prices">
        {FIELDS.map(([key, label, hint]) => (
          <QuantityField
            key={key}
            label={label}
            expected={{ ...AMOUNTS.price, field: label }}
            value={prices[key] ?? null}
            onChange={(amount) => onChange(amount === null ? without(prices, key) : { ...prices, [key]: amount })}
            {...(hint && { hint })}
          />
        ))}
      </Figures>
      <p className="mt-2 text-sm text-soft">
        What two-part costs follows from what filling the bottles costs, set with each solution under Solutions.
      </p>
      <Button className="mt-2" disabled={kept} onClick={save}>
        {kept ? 'Saved with the settings' : 'Save these prices'}
      </Button>
    </div>
  );
});

function sorted(prices: Prices) {
  return Object.entries(prices).toSorted(([a], [b]) => a.localeCompare(b));
}
