'use client';

import { AMOUNTS } from '@/calculators/calculator/amounts';
import { ALKALINITY_FORMS, type AlkalinityForm } from '@/chemistry/reagents/label-claim';
import { QuantityField } from '@/interface/fields/quantity-field';
import { SelectField } from '@/interface/controls/select-field';
import { useUnits } from '@/interface/workspace/workspace';
import type { DraftClaim } from './solution-draft';

const FORM_WORDS: Record<AlkalinityForm, string> = {
  carbonate: 'carbonate, which lifts pH',
  bicarbonate: 'bicarbonate, which does not',
  hydroxide: 'hydroxide, which lifts it most',
};

/** A bought solution, as its maker words it: so many millilitres in so many litres raise this by that. */
export function LabelClaim({
  draft,
  onChange,
}: {
  readonly draft: DraftClaim;
  readonly onChange: (draft: DraftClaim) => void;
}) {
  const units = useUnits();
  const set = (change: Partial<DraftClaim>) => onChange({ ...draft, ...change });
  return (
    <fieldset className="mt-3">
      <legend className="text-soft">The label says that so many millilitres in so many litres raise …</legend>
      <div className="mt-2 flex flex-wrap gap-4">
        <QuantityField
          label="Millilitres"
          expected={AMOUNTS.claimMl}
          value={draft.ml}
          onChange={(ml) => set({ ml })}
          placeholder="10 mL"
        />
        <QuantityField
          label="In so much water"
          expected={AMOUNTS.claimLitres}
          value={draft.inLitres}
          onChange={(inLitres) => set({ inLitres })}
          placeholder={units.volume === 'L' ? '100 L' : '25 US gal'}
        />
      </div>
      <div className="mt-3 flex flex-wrap gap-4">
        <QuantityField
          label="Alkalinity by"
          expected={AMOUNTS.claimAlkalinity}
          value={draft.alkalinity}
          onChange={(alkalinity) => set({ alkalinity })}
        />
        <QuantityField
          label="Calcium by"
          expected={AMOUNTS.claimCalcium}
          value={draft.calcium}
          onChange={(calcium) => set({ calcium })}
        />
        <QuantityField
          label="Magnesium by"
          expected={AMOUNTS.claimMagnesium}
          value={draft.magnesium}
          onChange={(magnesium) => set({ magnesium })}
        />
        <QuantityField
          label="Ammonia by"
          expected={AMOUNTS.claimAmmonia}
          value={draft.ammonia}
          onChange={(ammonia) => set({ ammonia })}
          hint="a source for cycling"
        />
      </div>
      {draft.alkalinity !== null && draft.alkalinity > 0 && (
        <div className="mt-3">
          <SelectField
            label="Its alkalinity is taken as"
            value={draft.alkalinityAs}
            options={ALKALINITY_FORMS.map((form) => [form, FORM_WORDS[form]] as const)}
            onChange={(alkalinityAs) => set({ alkalinityAs })}
          />
        </div>
      )}
    </fieldset>
  );
}
