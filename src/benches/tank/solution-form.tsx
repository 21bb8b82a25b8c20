'use client';

import { nanoid } from 'nanoid';
import { useState, type FormEvent } from 'react';
import { strengthOfBottle } from '@/chemistry/reagents/claim';
import { attempt } from '@/chemistry/refusal';
import { FormEnd } from '@/interface/form-end';
import { ChoiceRow } from '@/interface/choice-row';
import { NameField } from '@/interface/name-field';
import { focusRefused } from '@/interface/quantity-field';
import { useCommitOnce, useTank } from '@/interface/workspace';
import type { Solution } from '@/record/schema';
import { draftOf, LabelClaim, wholeClaim } from './label-claim';
import { SaltsWeighed, wholeParts, type DraftPart } from './salts-weighed';
import { strengthWords } from './strength-words';

const TELLINGS = [
  ['salts', 'By the salts in it'],
  ['label', 'By its label'],
] as const;
type Telling = (typeof TELLINGS)[number][0];

const EMPTY_PART: DraftPart = { reagent: 'sodium-carbonate', gramsPerL: null, purity: null };

/** A stock solution: by the grams of each salt in a litre, or by what its maker's label claims. */
export function SolutionForm({ solution, onDone }: { readonly solution?: Solution; readonly onDone: () => void }) {
  const { book } = useTank();
  const commit = useCommitOnce();
  const [name, setName] = useState(solution?.name ?? '');
  const [telling, setTelling] = useState<Telling>(solution?.claim ? 'label' : 'salts');
  const [parts, setParts] = useState<readonly DraftPart[]>(
    solution?.parts.length ? solution.parts.map((part) => ({ ...part, purity: part.purity ?? null })) : [EMPTY_PART],
  );
  const [draft, setDraft] = useState(draftOf(solution?.claim));
  const [fault, setFault] = useState<string>();
  const weighed = wholeParts(parts);
  const claim = wholeClaim(draft);
  const bottle = telling === 'label' ? claim && { parts: [], claim } : weighed && { parts: weighed };

  const save = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    if (focusRefused(event.currentTarget)) return;
    const taken = book.solutions.some(
      (other) => other.id !== solution?.id && other.name.toLowerCase() === name.trim().toLowerCase(),
    );
    const problem =
      name.trim() === ''
        ? 'The solution needs a name to be jotted by.'
        : taken
          ? 'Another solution has that name.'
          : bottle === undefined
            ? telling === 'label'
              ? 'Say how many millilitres in how much water raise at least one of the three.'
              : 'Say how many grams of each salt stand in a litre.'
            : attempt(() => strengthOfBottle(bottle)).refusal?.hint;
    setFault(problem);
    if (problem || !bottle) return;
    const row: Solution = { id: solution?.id ?? nanoid(), name: name.trim(), ...bottle };
    if (await commit({ label: `Saved ${row.name}`, put: { solutions: [row] } })) onDone();
  };

  return (
    <form
      onSubmit={(event) => void save(event)}
      aria-label="A solution"
      className="rounded-md border border-line bg-sheet p-4"
    >
      <NameField value={name} onChange={setName} placeholder="Carbonate part" />
      <div className="mt-3 -ml-2.5">
        <ChoiceRow label="How it is told" choices={TELLINGS} chosen={telling} onChoose={setTelling} />
      </div>
      {telling === 'label' ? (
        <LabelClaim draft={draft} onChange={setDraft} />
      ) : (
        <SaltsWeighed parts={parts} onChange={setParts} />
      )}
      {bottle && <p className="mt-2 text-soft">Brings {strengthWords(bottle, book.settings.units)}.</p>}
      <FormEnd fault={fault} save="Save the solution" onLeave={onDone} />
    </form>
  );
}
