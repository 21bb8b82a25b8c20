'use client';

import { takenFromWithHint } from '@/calculators/calculator/refusal-text';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { attempt } from '@/calculators/calculator/attempt';
import { disinfectant } from '@/calculators/source-water/disinfectant';
import { purifier } from '@/calculators/source-water/purifier';
import { given } from '@/calculators/calculator/given';
import { useDraft } from '@/interface/forms/draft';
import { Form } from '@/interface/forms/form';
import { useLog } from '@/interface/forms/log-form';
import { useStillSent } from '@/interface/storage/kept-draft';
import { FormEnd } from '@/interface/forms/form-end';
import { QuantityField } from '@/interface/fields/quantity-field';
import { SOURCE_FIGURES } from '@/record/kinds/source-test';
import { useNow } from '@/interface/workspace/workspace';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import type { Source } from '@/record/schema';

type Given = Partial<Record<Figure, number>>;
type Figure = (typeof SOURCE_FIGURES)[number][0];

const NOTHING = Object.fromEntries(SOURCE_FIGURES.map(([key]) => [key, null])) as Record<Figure, number | null>;

/** A reading of the line: as many of its figures as were taken. */
export const TestTheUnit = inOwnScope(function TestTheUnit({ source }: { readonly source: Source }) {
  const now = useNow();
  const form = 'test-the-unit';
  const log = useLog(form);
  const { draft, set, field } = useDraft(form, NOTHING);
  const [round, setRound] = useState(0);
  const [fault, setFault] = useState<string>();
  const stillSent = useStillSent(draft);
  const send = async () => {
    const figures = given(draft);
    const problem = faultOf(figures);
    setFault(problem);
    if (problem) return;
    const common = { id: nanoid(), tankId: null, at: now };
    if ((await log([{ ...common, kind: 'source-test', sourceId: source.id, ...figures }])) && stillSent(draft)) {
      set(NOTHING);
      setRound(round + 1);
    }
  };
  return (
    <Form
      label="Test the unit"
      onSend={send}
      className="mt-8 max-w-4xl rounded-md border border-line bg-sheet px-4 py-3"
    >
      <h2 className="font-semibold">Test the unit today</h2>
      <p className="text-sm text-soft">As many as you took; the rest stay as they were last read.</p>
      <div className="mt-2 grid grid-cols-2 gap-x-4 gap-y-3 sm:grid-cols-[repeat(auto-fill,minmax(12rem,1fr))]">
        {SOURCE_FIGURES.map(([key, label, expected]) => (
          <QuantityField key={`${round}-${key}`} label={label} expected={expected} {...field(key)} />
        ))}
      </div>
      <FormEnd fault={fault} save="Log this reading" />
    </Form>
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
