'use client';

import { nanoid } from 'nanoid';
import { quantity, showText } from '@/quantities/quantity';
import { capitalised } from '@/calculators/calculator/words';
import { Button } from '@/interface/controls/button';
import { STAGE_WORDS } from '@/record/schema';
import { dayText } from '@/interface/time/when';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
import type { SourceState } from '@/derived/source-water/source-line';

/** The parts of the line in the order the water meets them: since when, how much water since, and until when. */
export function UnitParts({ state: { source, stages, supply } }: { readonly state: SourceState }) {
  const { snapshot } = useTank();
  const { units, zone } = snapshot.settings;
  const now = useNow();
  const commit = useCommitOnce();
  const fitted = (stageId: string, words: string) =>
    void commit({
      label: `Fitted a new ${words}`,
      put: { entries: [{ id: nanoid(), tankId: null, at: now, kind: 'part-fitted', sourceId: source.id, stageId }] },
    });
  return (
    <section aria-label="Parts of the RO/DI unit" className="mt-8">
      <h2 className="text-lg font-semibold">Parts of the RO/DI unit</h2>
      <ul className="mt-1 max-w-4xl">
        {stages.map(({ stage, fittedAt, litresMade, dueAt, carbon }, i) => {
          const words = STAGE_WORDS[stage.kind];
          const twins = stages.filter(({ stage: other }) => other.kind === stage.kind);
          const which = twins.length > 1 ? ` ${twins.findIndex(({ stage: other }) => other.id === stage.id) + 1}` : '';
          const overdue = dueAt !== undefined && dueAt < now;
          return (
            <li key={stage.id} className="flex flex-wrap items-baseline gap-x-4 border-t border-line py-1">
              <span className="w-40 shrink-0 font-semibold">
                {i + 1}. {capitalised(words)}
                {which}
              </span>
              <span className="min-w-0 flex-1 basis-64">
                {fittedAt === undefined
                  ? `not said when it was fitted; ${showText(quantity('volume', litresMade), units)} made since the record began`
                  : `fitted ${dayText(fittedAt, zone)}, ${showText(quantity('volume', litresMade), units)} made since`}
                {dueAt !== undefined && (
                  <span className={overdue ? 'font-semibold text-kelp' : 'text-soft'}>
                    {overdue ? `; due since ${dayText(dueAt, zone)}` : `; due ${dayText(dueAt, zone)}`}
                  </span>
                )}
                {carbon?.life && (
                  <span className={carbon.passedL >= carbon.life.litres ? 'font-semibold text-kelp' : 'text-soft'}>
                    {`; ${showText(quantity('volume', carbon.passedL), units)} passed it of about ${showText(quantity('volume', Number(carbon.life.litres.toPrecision(2))), units)} it is good for${supply === 'unknown' ? ' if the supply carries chlorine; of chloramine an ordinary block stands some tens of gallons: read both strips' : ` with ${supply}`}`}
                  </span>
                )}
                {dueAt === undefined && stage.kind === 'resin' && (
                  <span className="text-soft">; goes by what it lets through</span>
                )}
              </span>
              <Button
                look="quiet"
                aria-label={`A new ${words}${which} was fitted`}
                onClick={() => fitted(stage.id, words)}
              >
                Fitted a new one
              </Button>
            </li>
          );
        })}
      </ul>
      <p className="mt-1 max-w-3xl text-sm text-soft">
        Water made is what batches and refills took; what passed the carbon is that and its waste. Carbon goes by litres
        and by what the supply holds, and sediment filter and carbon are kept half a year at the longest, a membrane two
        years: common practice.
      </p>
    </section>
  );
}
