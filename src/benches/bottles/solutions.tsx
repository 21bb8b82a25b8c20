'use client';

import { useState } from 'react';
import type { Answer as AnswerText } from '@/calculators/calculator/calculator';
import { listed } from '@/calculators/calculator/words';
import { partWords } from '@/calculators/reagents/strength-steps';
import { quantity, showText, type UnitPreferences } from '@/quantities/quantity';
import { useKeptState } from '@/interface/storage/kept-draft';
import { Answer } from '@/interface/answer/answer';
import { Button } from '@/interface/controls/button';
import { RecordRow } from '@/interface/controls/record-row';
import { useCommit, useTank } from '@/interface/workspace/workspace';
import type { Solution } from '@/record/schema';
import { MakeIt } from './make-it';
import { SolutionForm } from './solution-form';
import { strengthWords } from './strength-words';

/** What every tank of the record is fed from. */
export function Solutions() {
  const { snapshot } = useTank();
  const commit = useCommit();
  const { units } = snapshot.settings;
  const [editing, setEditing] = useKeptState<string | null>('solutions editing', null);
  const [making, setMaking] = useState<string>();
  const done = () => setEditing(null);
  const inUse = (id: string) => snapshot.entries.some((entry) => 'solutionId' in entry && entry.solutionId === id);
  return (
    <>
      <Answer answer={solutionsAnswer(snapshot.solutions)} />
      <section aria-label="Solutions" className="mt-6">
        <p className="max-w-3xl text-soft">
          Described by the grams of each salt in a litre, or by what the label says they raise; what they bring follows
          from that.
        </p>
        <ul className="mt-2 max-w-4xl">
          {snapshot.solutions.map((solution) => (
            <li key={solution.id} className="border-t border-line py-2">
              {editing === solution.id ? (
                <SolutionForm solution={solution} onDone={done} />
              ) : (
                <>
                  <RecordRow
                    title={solution.name}
                    onEdit={() => setEditing(solution.id)}
                    more={
                      <Button
                        look="quiet"
                        aria-label={`How to make ${solution.name}`}
                        aria-expanded={making === solution.id}
                        onClick={() => setMaking(making === solution.id ? undefined : solution.id)}
                      >
                        How to make it
                      </Button>
                    }
                    onRemove={
                      inUse(solution.id)
                        ? undefined
                        : () => void commit({ label: `Removed ${solution.name}`, remove: { solutions: [solution.id] } })
                    }
                  >
                    {`${toldBy(solution, units)}: ${strengthWords(solution, units)}`}
                  </RecordRow>
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
    </>
  );
}

function solutionsAnswer(solutions: readonly Solution[]): AnswerText {
  if (solutions.length === 0)
    return {
      says: ['Describe what you dose: by its label, or by the grams of each salt in a litre.'],
      certainty: 'not enough yet',
      because: ['Doses are worked out from what a millilitre supplies.'],
    };
  return {
    says: [
      `${solutions.length === 1 ? 'One solution is' : `${solutions.length} solutions are`} described: ${listed(solutions.map(({ name }) => name))}.`,
    ],
    certainty: 'worked out',
    because: ['Doses are worked out from what a millilitre supplies.'],
  };
}

/** What is told of a solution: its salts, or its label. */
function toldBy({ parts, claim }: Solution, units: UnitPreferences): string {
  if (!claim)
    return parts.map((part) => partWords(part, showText(quantity('strength', part.gramsPerL), units))).join(' + ');
  const { ml, inLitres, raises } = claim;
  const rises = (['alkalinity', 'calcium', 'magnesium'] as const).flatMap((parameter) => {
    const rise = raises[parameter];
    return rise === undefined ? [] : [`${parameter} by ${showText(quantity(parameter, rise), units)}`];
  });
  return `by its label ${showText(quantity('dose', ml), units)} in ${showText(quantity('volume', inLitres), units)} raise ${rises.join(', ')}`;
}
