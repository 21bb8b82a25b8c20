'use client';

import { useState } from 'react';
import { partWords } from '@/chemistry/reagents/strength-steps';
import { quantity, showText, type UnitPreferences } from '@/chemistry/units/quantity';
import { Button } from '@/interface/button';
import { useCommit, useTank } from '@/interface/workspace';
import type { Solution } from '@/record/schema';
import { MakeIt } from './make-it';
import { SolutionForm } from './solution-form';
import { strengthWords } from './strength-words';

/** What every tank of the record is fed from. */
export function Solutions() {
  const { book } = useTank();
  const commit = useCommit();
  const { units } = book.settings;
  const [editing, setEditing] = useState<string>();
  const [making, setMaking] = useState<string>();
  const done = () => setEditing(undefined);
  const inUse = (id: string) => book.entries.some((entry) => 'solutionId' in entry && entry.solutionId === id);
  return (
    <section aria-label="Solutions" className="mt-10 border-t border-line pt-5">
      <h2 className="text-lg font-semibold">Solutions you dose</h2>
      <p className="max-w-3xl text-soft">
        Described by the grams of each salt in a litre, or by what the label says they raise; what they bring follows
        from that.
      </p>
      <ul className="mt-2 max-w-4xl">
        {book.solutions.map((solution) => (
          <li key={solution.id} className="border-t border-line py-2">
            {editing === solution.id ? (
              <SolutionForm solution={solution} onDone={done} />
            ) : (
              <>
                <Row
                  title={solution.name}
                  text={`${toldBy(solution, units)}: ${strengthWords(solution, units)}`}
                  onEdit={() => setEditing(solution.id)}
                  onMake={() => setMaking(making === solution.id ? undefined : solution.id)}
                  making={making === solution.id}
                  onRemove={
                    inUse(solution.id)
                      ? undefined
                      : () => void commit({ label: `Removed ${solution.name}`, remove: { solutions: [solution.id] } })
                  }
                />
                {making === solution.id && <MakeIt solution={solution} onDone={() => setMaking(undefined)} />}
              </>
            )}
          </li>
        ))}
      </ul>
      {editing === 'new-solution' ? (
        <SolutionForm onDone={done} />
      ) : (
        <Button className="mt-2" onClick={() => setEditing('new-solution')}>
          Describe a solution
        </Button>
      )}
    </section>
  );
}

/** What is told of a solution: its salts, or its label. */
function toldBy({ parts, claim }: Solution, units: UnitPreferences): string {
  if (!claim)
    return parts.map((part) => partWords(part, showText(quantity('strength', part.gramsPerL), units))).join(' + ');
  const { ml, inLitres, raises } = claim;
  const rises = (['alkalinity', 'calcium', 'magnesium'] as const).flatMap((element) => {
    const rise = raises[element];
    return rise === undefined ? [] : [`${element} by ${showText(quantity(element, rise), units)}`];
  });
  return `by its label ${showText(quantity('dose', ml), units)} in ${showText(quantity('volume', inLitres), units)} raise ${rises.join(', ')}`;
}

function Row({
  title,
  text,
  onEdit,
  onMake,
  making = false,
  onRemove,
}: {
  readonly title: string;
  readonly text: string;
  readonly onEdit: () => void;
  readonly onMake?: () => void;
  readonly making?: boolean;
  readonly onRemove?: (() => void) | undefined;
}) {
  return (
    <div className="flex flex-wrap items-baseline gap-x-4">
      <span className="w-40 shrink-0 font-semibold">{title}</span>
      <span className="min-w-0 flex-1 basis-64">{text}</span>
      <span>
        <Button look="quiet" aria-label={`Change ${title}`} onClick={onEdit}>
          Change
        </Button>
        {onMake && (
          <Button look="quiet" aria-label={`How to make ${title}`} aria-expanded={making} onClick={onMake}>
            How to make it
          </Button>
        )}
        {onRemove && (
          <Button look="quiet" aria-label={`Remove ${title}`} onClick={onRemove}>
            Remove
          </Button>
        )}
      </span>
    </div>
  );
}
