'use client';

import { REAGENTS, REAGENT_IDS } from '@/chemistry/reagents/reagents';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { Button } from '@/interface/controls/button';
import { QuantityField } from '@/interface/fields/quantity-field';
import { SelectField } from '@/interface/controls/select-field';
import type { DraftPart } from './solution-draft';

/** A solution by the grams of each salt in a litre. */
export function SaltsWeighed({
  parts,
  onChange,
}: {
  readonly parts: readonly DraftPart[];
  readonly onChange: (parts: readonly DraftPart[]) => void;
}) {
  const setPart = (at: number, change: Partial<DraftPart>) =>
    onChange(parts.map((part, i) => (i === at ? { ...part, ...change } : part)));
  return (
    <>
      {parts.map((part, i) => {
        const { name: salt, solubilityGPerL } = REAGENTS[part.reagent];
        const limit = Math.floor(solubilityGPerL * 100) / 100;
        return (
          <div key={i} className="mt-3 flex flex-wrap gap-4">
            <SelectField
              label="Salt dissolved"
              value={part.reagent}
              options={REAGENT_IDS.map((id) => [id, `${REAGENTS[id].name}, ${REAGENTS[id].formula}`] as const)}
              onChange={(reagent) => setPart(i, { reagent })}
            />
            <QuantityField
              key={part.reagent}
              label="Grams in a litre"
              expected={{
                ...AMOUNTS.solutionPart,
                field: `${salt} in a litre`,
                high: limit,
                usual: [limit / 20, limit],
              }}
              value={part.gramsPerL}
              onChange={(gramsPerL) => setPart(i, { gramsPerL })}
              hint={`${Number(limit.toPrecision(3))} g/L at most dissolves at 20 °C`}
            />
            <QuantityField
              label="Purity"
              narrow
              expected={AMOUNTS.purity}
              value={part.purity === null ? null : part.purity * 100}
              onChange={(percent) => setPart(i, { purity: percent === null ? null : percent / 100 })}
              placeholder="100 %"
            />
            {parts.length > 1 && (
              <Button look="quiet" onClick={() => onChange(parts.filter((_, at) => at !== i))}>
                Without this salt
              </Button>
            )}
          </div>
        );
      })}
      {parts.length < 6 && (
        <Button
          className="mt-3"
          onClick={() =>
            onChange([...parts, { reagent: 'magnesium-sulfate-heptahydrate', gramsPerL: null, purity: null }])
          }
        >
          And another salt
        </Button>
      )}
    </>
  );
}
