'use client';

import { STAGES, type Stage } from '@/chemistry/cycle/stage';

/** Where the cycle stands on its way, each stage with the chance that it is the one. */
export function StageTrack({
  stage,
  chances,
}: {
  readonly stage: Stage;
  readonly chances: Readonly<Record<Stage, number>>;
}) {
  const here = STAGES.indexOf(stage);
  return (
    <ol aria-label="Stages of the cycle" className="mt-3 grid grid-cols-[repeat(auto-fit,minmax(6.6rem,1fr))] gap-1">
      {STAGES.map((each, i) => {
        const chance = each === 'cycled' && stage === 'cycled' ? chances['waiting to confirm'] : chances[each];
        return (
          <li
            key={each}
            aria-current={i === here ? 'step' : undefined}
            className={`border-t-4 pt-1 text-sm ${i < here ? 'border-glass text-soft' : i === here ? 'border-glass font-semibold text-ink' : 'border-line text-soft'}`}
          >
            <span className="block first-letter:uppercase">{each}</span>
            {(i === here || chance >= 0.05) && chance < 0.985 && (
              <span className="block text-xs font-normal text-soft">{Math.round(chance * 100)} %</span>
            )}
            {i < here && <span className="sr-only">passed</span>}
          </li>
        );
      })}
    </ol>
  );
}
