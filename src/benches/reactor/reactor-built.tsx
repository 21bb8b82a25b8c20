'use client';

import { AMOUNTS } from '@/calculators/calculator/amounts';
import type { Expectation } from '@/quantities/parse-quantity';
import { Button } from '@/interface/controls/button';
import { useForgetDrafts, useKeptState } from '@/interface/storage/kept-draft';
import { focusRefused, QuantityField } from '@/interface/fields/quantity-field';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import { useCommitOnce, useTank } from '@/interface/workspace/workspace';
import type { Tank } from '@/record/schema';

type Row = NonNullable<Tank['reactor']>;

interface Draft {
  readonly chamberL: number | null;
  readonly mediaG: number | null;
  readonly cylinderG: number | null;
  readonly counted: number | null;
  readonly ml: number | null;
  readonly leastMlPerMin: number | null;
  readonly mostMlPerMin: number | null;
  readonly pressureKPa: number | null;
  readonly magnesiumPercent: number | null;
  readonly strontiumPercent: number | null;
}

const FIELDS: readonly (readonly [keyof Draft, string, Expectation, string?])[] = [
  ['chamberL', 'Chamber', AMOUNTS.chamber],
  ['mediaG', 'A full charge of media', AMOUNTS.media],
  ['cylinderG', 'CO₂ in a full cylinder', AMOUNTS.cylinder],
  ['counted', 'Bubbles counted', AMOUNTS.bubblesCounted, 'while they filled the volume beside'],
  ['ml', 'Volume they filled', AMOUNTS.bubblesFill, 'under water, at the counter’s outlet'],
  ['leastMlPerMin', 'Feed pump at least', AMOUNTS.reactorFlow],
  ['mostMlPerMin', 'Feed pump at most', AMOUNTS.reactorFlow],
  ['pressureKPa', 'Feed pressure', AMOUNTS.reactorPressure, '5 psi or less'],
  ['magnesiumPercent', 'Magnesium in the media', AMOUNTS.mediaMagnesium, 'coral skeleton: about 0.1 %'],
  ['strontiumPercent', 'Strontium in the media', AMOUNTS.mediaStrontium, 'coral skeleton: about 0.8 %'],
];

/** Chamber, charge, cylinder, bubble and feed of a reactor that is there or thought of: told once. */
export const ReactorBuilt = inOwnScope(function ReactorBuilt() {
  const { tank } = useTank();
  const commit = useCommitOnce();
  const form = 'reactor-built';
  const forget = useForgetDrafts(form);
  const row = tank.reactor ?? {};
  const [draft, setDraft] = useKeptState<Draft>(`${form} draft`, () => ({
    chamberL: row.chamberL ?? null,
    mediaG: row.mediaG ?? null,
    cylinderG: row.cylinderG ?? null,
    counted: row.bubbles?.counted ?? null,
    ml: row.bubbles?.ml ?? null,
    leastMlPerMin: row.leastMlPerMin ?? null,
    mostMlPerMin: row.mostMlPerMin ?? null,
    pressureKPa: row.pressureKPa ?? null,
    magnesiumPercent: row.magnesiumPercent ?? null,
    strontiumPercent: row.strontiumPercent ?? null,
  }));
  const half = (draft.counted === null) !== (draft.ml === null);
  const save = () => {
    const { counted, ml, ...plain } = draft;
    const there = Object.fromEntries(Object.entries(plain).filter(([, value]) => value !== null)) as Partial<Row>;
    const reactor: Row = {
      ...(row.effluentAlkalinity !== undefined && { effluentAlkalinity: row.effluentAlkalinity }),
      ...(row.chamberPh !== undefined && { chamberPh: row.chamberPh }),
      ...there,
      ...(counted !== null && ml !== null && { bubbles: { counted: Math.round(counted), ml } }),
    };
    void commit({ label: `How the reactor of ${tank.name} is built`, put: { tanks: [{ ...tank, reactor }] } }).then(
      (done) => done && forget(),
    );
  };
  return (
    <form
      aria-label="How the reactor is built"
      className="mt-8 max-w-4xl"
      onSubmit={(event) => {
        event.preventDefault();
        if (!focusRefused(event.currentTarget) && !half) save();
      }}
    >
      <h2 className="mb-2 text-lg font-semibold">How it is built</h2>
      <div className="grid grid-cols-2 gap-x-6 gap-y-3 sm:grid-cols-3 lg:grid-cols-4">
        {FIELDS.map(([key, label, expected, hint]) => (
          <QuantityField
            key={key}
            narrow
            label={label}
            expected={expected}
            value={draft[key]}
            onChange={(value) => setDraft((present) => ({ ...present, [key]: value }))}
            {...(hint && { hint })}
          />
        ))}
      </div>
      {half && (
        <p className="mt-2 text-rust">
          A bubble is calibrated by both: how many were counted, and the volume they filled.
        </p>
      )}
      <Button type="submit" className="mt-3" disabled={half}>
        Save
      </Button>
    </form>
  );
});
