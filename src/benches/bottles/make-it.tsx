'use client';

import { AMOUNTS } from '@/calculators/calculator/amounts';
import { recipe } from '@/calculators/reagents/recipe-calculator';
import { REAGENTS, type ReagentId } from '@/chemistry/reagents/reagents';
import { usualSalts, type SaltAtHand } from '@/chemistry/reagents/recipe';
import { strengthOfBottle } from '@/chemistry/reagents/label-claim';
import { attempt } from '@/calculators/calculator/attempt';
import { useKeptState } from '@/interface/storage/kept-draft';
import { Answer, Working } from '@/interface/answer/answer';
import { Cautions } from '@/interface/answer/cautions';
import { Button } from '@/interface/controls/button';
import { QuantityField } from '@/interface/fields/quantity-field';
import { Refused } from '@/interface/answer/refused';
import { SelectField } from '@/interface/controls/select-field';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import type { Solution } from '@/record/schema';

/** Salts that may stand for another where both bring the same. */
const CHOICES: readonly (readonly ReagentId[])[] = [
  ['sodium-carbonate', 'sodium-bicarbonate'],
  ['calcium-chloride-dihydrate', 'calcium-chloride'],
  ['magnesium-chloride-hexahydrate', 'magnesium-sulfate-heptahydrate'],
];

/** How a solution is made from plain salts, so that it matches the bottle millilitre for millilitre. */
export const MakeIt = inOwnScope(function MakeIt({
  solution,
  onDone,
}: {
  readonly solution: Solution;
  readonly onDone: () => void;
}) {
  const form = `make ${solution.id}`;
  const [litres, setLitres] = useKeptState<number | null>(`${form} litres`, 2);
  const [strength, setStrength] = useKeptState<number | null>(`${form} strength`, 1);
  const [salts, setSalts] = useKeptState(`${form} salts`, () => startingSalts(solution));
  const choose = (at: number, reagent: ReagentId) => setSalts(salts.map((salt, i) => (i === at ? { reagent } : salt)));
  const { outcome, refusal } = attempt(() =>
    recipe.run({
      match: solution.claim ? { claim: solution.claim } : { parts: solution.parts },
      litres: litres ?? 2,
      strength: strength ?? 1,
      from: salts,
    }),
  );
  // Where a salt would not dissolve, the recipe says what share of the strength asked for would.
  const share = refusal?.suggestion?.endsWith('%') ? Number.parseFloat(refusal.suggestion) : undefined;
  const weaker = share === undefined ? undefined : Math.floor(share * (strength ?? 1));
  return (
    <div className="mt-2 rounded-md border border-line bg-sheet p-4">
      {outcome ? (
        <Answer lesser label={`How to make ${solution.name}`} answer={outcome.answer} />
      ) : (
        <>
          <Refused refusal={refusal} otherwise="" lesser />
          {weaker !== undefined && (
            <Button className="mt-2" onClick={() => setStrength(weaker / 100)}>
              Make it at {weaker} %
            </Button>
          )}
        </>
      )}
      <div className="mt-3 flex flex-wrap gap-4">
        <QuantityField
          label="To make"
          expected={{ ...AMOUNTS.batchVolume, field: 'litres to make', low: 0.05, high: 1000, usual: [0.2, 50] }}
          value={litres}
          onChange={setLitres}
        />
        <QuantityField
          label="At a strength of"
          expected={{ field: 'strength', kind: 'percent', low: 1, high: 500, usual: [20, 200] }}
          value={strength === null ? null : strength * 100}
          onChange={(percent) => setStrength(percent === null ? null : percent / 100)}
          hint="100 % matches the bottle; less where a salt would not dissolve"
        />
      </div>
      <div className="mt-3 flex flex-wrap gap-4">
        {salts.map(({ reagent }, i) => (
          <SelectField
            key={i}
            label="Salt to take"
            value={reagent}
            options={insteadOf(reagent).map((id) => [id, REAGENTS[id].name] as const)}
            onChange={(id) => choose(i, id)}
          />
        ))}
      </div>
      {outcome && (
        <>
          <Working steps={outcome.working} />
          <Cautions alone cautions={outcome.cautions} />
        </>
      )}
      <Button className="mt-3" onClick={onDone}>
        Close
      </Button>
    </div>
  );
});

/** Its own salts, or the usual ones for what its label claims. */
function startingSalts(solution: Solution): SaltAtHand[] {
  if (!solution.claim) return solution.parts.map(({ reagent, purity }) => ({ reagent, purity }));
  const { outcome } = attempt(() => usualSalts(strengthOfBottle(solution)));
  return (outcome ?? []).map(({ reagent }) => ({ reagent }));
}

function insteadOf(reagent: ReagentId): readonly ReagentId[] {
  return CHOICES.find((among) => among.includes(reagent)) ?? [reagent];
}
