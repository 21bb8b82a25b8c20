'use client';

import { takenFromWithHint } from '@/calculators/calculator/refusal-text';
import { nanoid } from 'nanoid';
import { useState, type FormEvent } from 'react';
import { attempt } from '@/calculators/calculator/attempt';
import { disinfectant } from '@/calculators/source-water/disinfectant';
import { purifier } from '@/calculators/source-water/purifier';
import { useForgetDrafts, useKeptState, useStillSent } from '@/interface/storage/kept-draft';
import { FormEnd } from '@/interface/controls/form-end';
import { describeEntry } from '@/record/kinds/describe';
import { focusRefused, QuantityField } from '@/interface/fields/quantity-field';
import { SOURCE_FIGURES } from '@/record/kinds/source-test';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import type { EntryOf, Source } from '@/record/schema';

type Given = Partial<Record<Figure, number>>;
type Figure = (typeof SOURCE_FIGURES)[number][0];

/** A reading of the line: as many of its figures as were taken. */
export const TestTheUnit = inOwnScope(function TestTheUnit({ source }: { readonly source: Source }) {
  const { snapshot } = useTank();
  const now = useNow();
  const commit = useCommitOnce();
  const form = 'test-the-unit';
  const forget = useForgetDrafts(form);
  const [figures, setFigures] = useKeptState<Partial<Record<Figure, number | null>>>(`${form} figures`, {});
  const [round, setRound] = useState(0);
  const [fault, setFault] = useState<string>();
  const stillSent = useStillSent(figures);
  const file = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    if (focusRefused(event.currentTarget)) return;
    const given = Object.fromEntries(Object.entries(figures).filter(([, value]) => typeof value === 'number')) as Given;
    const problem = faultOf(given);
    setFault(problem);
    if (problem) return;
    const entry: EntryOf<'source-test'> = {
      id: nanoid(),
      tankId: null,
      at: now,
      kind: 'source-test',
      sourceId: source.id,
      ...given,
    };
    if (
      (await commit({ label: `Logged ${describeEntry(entry, snapshot)}`, put: { entries: [entry] } })) &&
      stillSent(figures)
    ) {
      setFigures({});
      forget();
      setRound(round + 1);
    }
  };
  return (
    <form
      aria-label="Test the unit"
      onSubmit={(event) => void file(event)}
      className="mt-8 max-w-4xl rounded-md border border-line bg-sheet px-4 py-3"
    >
      <h2 className="font-semibold">Test the unit today</h2>
      <p className="text-sm text-soft">As many as you took; the rest stay as they were last read.</p>
      <div className="mt-2 grid grid-cols-2 gap-x-4 gap-y-3 sm:grid-cols-[repeat(auto-fill,minmax(12rem,1fr))]">
        {SOURCE_FIGURES.map(([key, label, expected]) => (
          <QuantityField
            key={`${round}-${key}`}
            label={label}
            expected={expected}
            value={figures[key] ?? null}
            onChange={(amount) => setFigures((present) => ({ ...present, [key]: amount }))}
          />
        ))}
      </div>
      <FormEnd fault={fault} save="Log this reading" />
    </form>
  );
});

/** What cannot be true of one reading, as the calculators that will be asked about it see it. */
function faultOf({ tdsSupply, tdsMembrane, totalChlorine, freeChlorine, ...rest }: Given): string | undefined {
  if (
    Object.keys(rest).length === 0 &&
    [tdsSupply, tdsMembrane, totalChlorine, freeChlorine].every((figure) => figure === undefined)
  )
    return 'Fill in one figure at least.';
  const line =
    tdsSupply === undefined || tdsMembrane === undefined
      ? undefined
      : attempt(() => purifier.run({ tdsSupply, tdsMembrane, tdsProduct: rest.tdsProduct ?? 0 })).refusal;
  const supply =
    totalChlorine === undefined || freeChlorine === undefined
      ? undefined
      : attempt(() => disinfectant.run({ totalChlorine, freeChlorine })).refusal;
  const refusal = line ?? supply;
  return refusal && takenFromWithHint(refusal);
}
