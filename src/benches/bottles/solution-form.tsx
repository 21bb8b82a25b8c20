'use client';

import { useState } from 'react';
import { strengthOfBottle } from '@/chemistry/reagents/label-claim';
import { attempt } from '@/calculators/calculator/attempt';
import { given } from '@/calculators/calculator/given';
import { useDraft } from '@/interface/forms/draft';
import { Form } from '@/interface/forms/form';
import { useRowForm } from '@/interface/forms/row-form';
import { FormEnd } from '@/interface/forms/form-end';
import { ChoiceRow } from '@/interface/controls/choice-row';
import { NameField } from '@/interface/forms/name-field';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { QuantityField } from '@/interface/fields/quantity-field';
import { without } from '@/interface/parts/without';
import { SelectField } from '@/interface/controls/select-field';
import { whenText } from '@/interface/time/when';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import type { Solution } from '@/record/schema';
import { madeAlike, remade, type HoldsFrom } from '@/record/solution-history';
import { LabelClaim } from './label-claim';
import { SaltsWeighed } from './salts-weighed';
import { draftOf, wholeClaim, wholeParts, type DraftPart } from './solution-draft';
import { strengthWords } from './strength-words';

const TELLINGS = [
  ['salts', 'By the salts in it'],
  ['label', 'By its label'],
] as const;
type Telling = (typeof TELLINGS)[number][0];

const EMPTY_PART: DraftPart = { reagent: 'sodium-carbonate', gramsPerL: null, purity: null };

/** A stock solution: by the grams of each salt in a litre, or by what its maker's label claims. */
export const SolutionForm = inOwnScope(function SolutionForm({
  solution,
  onDone,
}: {
  readonly solution?: Solution;
  readonly onDone: () => void;
}) {
  const { snapshot } = useTank();
  const now = useNow();
  const { form, id, leave, save } = useRowForm('solutions', solution, onDone);
  const { draft, set, field } = useDraft(form, {
    name: solution?.name ?? '',
    telling: (solution?.claim ? 'label' : 'salts') as Telling,
    parts: (solution?.parts.length
      ? solution.parts.map((part) => ({ ...part, purity: part.purity ?? null }))
      : [EMPTY_PART]) as readonly DraftPart[],
    claim: draftOf(solution?.claim),
    bottleMl: solution?.bottleMl ?? null,
    bottlePrice: solution?.bottlePrice ?? null,
  });
  const { telling, parts } = draft;
  const [fault, setFault] = useState<string>();
  const weighed = wholeParts(parts);
  const claim = wholeClaim(draft.claim);
  const bottle = telling === 'label' ? claim && { parts: [], claim } : weighed && { parts: weighed };

  // What was dosed of it rests on its strength: a change of that says from when it holds.
  const dosed = solution && snapshot.entries.some((entry) => 'solutionId' in entry && entry.solutionId === solution.id);
  const asks = dosed && bottle !== undefined && !madeAlike(solution, bottle);
  const [holdsFrom, setHoldsFrom] = useState<HoldsFrom>();

  const send = () => {
    const { bottleMl, bottlePrice } = draft;
    const name = draft.name.trim();
    const taken = snapshot.solutions.some(
      (other) => other.id !== solution?.id && other.name.toLowerCase() === name.toLowerCase(),
    );
    const problem =
      name === ''
        ? 'The solution needs a name to be jotted by.'
        : taken
          ? 'Another solution has that name.'
          : bottle === undefined
            ? telling === 'label'
              ? 'Say how many millilitres in how much water raise at least one of the three.'
              : 'Say how many grams of each salt stand in a litre.'
            : asks && holdsFrom === undefined
              ? 'Say whether it holds from now on, or was always so: doses already given rest on it.'
              : attempt(() => strengthOfBottle(bottle)).refusal?.hint;
    setFault(problem);
    if (problem || !bottle) return;
    const named = { id, name, ...given({ bottleMl, bottlePrice }) };
    return save(
      asks && holdsFrom
        ? remade({ ...bare(solution), ...named }, bottle, now, holdsFrom)
        : { ...named, ...bottle, ...given({ earlier: solution?.earlier }) },
    );
  };

  return (
    <Form label="A solution" onSend={send} className="rounded-md border border-line bg-sheet p-4">
      <NameField {...field('name')} placeholder="Carbonate part" />
      <div className="mt-3 -ml-2.5">
        <ChoiceRow
          label="Described by"
          choices={TELLINGS}
          chosen={telling}
          onChoose={(chosen) => set({ telling: chosen })}
        />
      </div>
      {telling === 'label' ? (
        <LabelClaim draft={draft.claim} onChange={(told) => set({ claim: told })} />
      ) : (
        <SaltsWeighed parts={parts} onChange={(weighedIn) => set({ parts: weighedIn })} />
      )}
      {bottle && <p className="mt-2 text-soft">Brings {strengthWords(bottle, snapshot.settings.units)}.</p>}
      <div className="mt-3 flex flex-wrap gap-x-6 gap-y-3">
        <QuantityField
          label="Its bottle holds"
          expected={AMOUNTS.bottle}
          {...field('bottleMl')}
          hint="full; for refills and for what a stuck pump would give"
        />
        <QuantityField
          label="Filling it costs"
          expected={{ ...AMOUNTS.price, field: 'price of a filling' }}
          {...field('bottlePrice')}
        />
      </div>
      {asks && (
        <div className="mt-3">
          <SelectField
            label="This strength holds"
            value={holdsFrom ?? ''}
            options={holdsFromChoices(solution, now, snapshot.settings.zone)}
            onChange={(from) => from && setHoldsFrom(from)}
          />
          <p className="mt-1 max-w-3xl text-sm text-soft">
            From now on: what was dosed before keeps the strength it had. Always: it was described wrongly, and what was
            dosed before is counted anew.
          </p>
        </div>
      )}
      <FormEnd fault={fault} save="Save the solution" onLeave={leave} />
    </Form>
  );
});

/** Without what the form itself tells anew. */
function bare(solution: Solution): Solution {
  return without(without(solution, 'bottleMl'), 'bottlePrice');
}

function holdsFromChoices(
  { earlier = [] }: Solution,
  now: number,
  zone: string,
): readonly (readonly [value: HoldsFrom | '', words: string])[] {
  const last = earlier.at(-1);
  return [
    ['', 'from when?'],
    ['now', 'from now on'],
    ...(last ? [['last change', `since it was last changed, ${whenText(last.until, now, zone)}`] as const] : []),
    ['always', 'it was always so'],
  ];
}
