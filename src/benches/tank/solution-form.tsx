'use client';

import { nanoid } from 'nanoid';
import { useState, type FormEvent } from 'react';
import { REAGENTS, REAGENT_IDS, type ReagentId } from '@/chemistry/reagents/reagents';
import { solutionStrength } from '@/chemistry/reagents/solution';
import { attempt } from '@/chemistry/refusal';
import { Button } from '@/interface/button';
import { NameField } from '@/interface/name-field';
import { focusRefused, QuantityField } from '@/interface/quantity-field';
import { useCommitOnce, useTank } from '@/interface/workspace';
import { AMOUNTS } from '@/chemistry/amounts';
import type { Solution } from '@/record/schema';
import { strengthWords } from './strength-words';

interface DraftPart {
  readonly reagent: ReagentId;
  readonly gramsPerL: number | null;
}

/** A stock solution, by the grams of each salt in a litre. */
export function SolutionForm({ solution, onDone }: { readonly solution?: Solution; readonly onDone: () => void }) {
  const { book } = useTank();
  const commit = useCommitOnce();
  const [name, setName] = useState(solution?.name ?? '');
  const [parts, setParts] = useState<readonly DraftPart[]>(
    solution?.parts ?? [{ reagent: 'sodium-carbonate', gramsPerL: null }],
  );
  const [fault, setFault] = useState<string>();
  const whole = parts.flatMap(({ reagent, gramsPerL }) => (gramsPerL === null ? [] : [{ reagent, gramsPerL }]));
  const setPart = (at: number, change: Partial<DraftPart>) =>
    setParts(parts.map((part, i) => (i === at ? { ...part, ...change } : part)));

  const save = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    if (focusRefused(event.currentTarget)) return;
    const { refusal } = attempt(() => solutionStrength(whole));
    const taken = book.solutions.some(
      (other) => other.id !== solution?.id && other.name.toLowerCase() === name.trim().toLowerCase(),
    );
    const problem =
      name.trim() === ''
        ? 'The solution needs a name to be jotted by.'
        : taken
          ? 'Another solution has that name.'
          : whole.length !== parts.length
            ? 'Say how many grams of each salt stand in a litre.'
            : refusal?.hint;
    setFault(problem);
    if (problem) return;
    const row: Solution = { id: solution?.id ?? nanoid(), name: name.trim(), parts: whole };
    if (await commit({ label: `Saved ${row.name}`, put: { solutions: [row] } })) onDone();
  };

  return (
    <form
      onSubmit={(event) => void save(event)}
      aria-label="A solution"
      className="rounded-md border border-line bg-sheet p-4"
    >
      <NameField value={name} onChange={setName} placeholder="Carbonate part" />
      {parts.map((part, i) => {
        const { name: salt, solubilityGPerL } = REAGENTS[part.reagent];
        const limit = Math.floor(solubilityGPerL * 100) / 100;
        return (
          <div key={i} className="mt-3 flex flex-wrap gap-4">
            <label className="block">
              <span className="block text-sm font-semibold">Salt dissolved</span>
              <select
                className="mt-1 min-h-11 max-w-full rounded-md border border-edge bg-sheet px-2 lg:min-h-9"
                value={part.reagent}
                onChange={(event) => setPart(i, { reagent: event.target.value as ReagentId })}
              >
                {REAGENT_IDS.map((id) => (
                  <option key={id} value={id}>
                    {REAGENTS[id].name}, {REAGENTS[id].formula}
                  </option>
                ))}
              </select>
            </label>
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
            {parts.length > 1 && (
              <Button look="quiet" onClick={() => setParts(parts.filter((_, at) => at !== i))}>
                Without this salt
              </Button>
            )}
          </div>
        );
      })}
      {whole.length > 0 && (
        <p className="mt-2 text-soft">Brings {strengthWords({ parts: whole }, book.settings.units)}.</p>
      )}
      {fault && (
        <p role="alert" className="mt-2 text-rust">
          {fault}
        </p>
      )}
      <div className="mt-3 flex flex-wrap gap-2">
        <Button type="submit" look="main">
          Save the solution
        </Button>
        {parts.length < 6 && (
          <Button onClick={() => setParts([...parts, { reagent: 'magnesium-sulfate-heptahydrate', gramsPerL: null }])}>
            And another salt
          </Button>
        )}
        <Button onClick={onDone}>Leave it</Button>
      </div>
    </form>
  );
}
