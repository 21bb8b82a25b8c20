'use client';

import { nanoid } from 'nanoid';
import { useId } from 'react';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { plainSentence } from '@/calculators/calculator/sentence';
import type { DayPhase, DayStep } from '@/calculators/water-change/checklist';
import { useKeptState } from '@/interface/storage/kept-draft';
import { Sentence } from '@/interface/answer/phrases';
import { PaperBox, TickBox } from '@/interface/controls/tick-box';
import { QuantityField } from '@/interface/fields/quantity-field';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import { whenText } from '@/interface/time/when';
import { useCommit, useNow, useTell } from '@/interface/workspace/workspace';
import { tickChange, untickChange } from '@/derived/saltwater/tick';
import { ticksOf } from '@/derived/saltwater/water-day';
import type { Snapshot, WaterDay } from '@/record/schema';

/** The day step by step; ticked once it is kept. What a tick stands for is logged with it. */
export function DayChecklist({
  snapshot,
  phases,
  day,
}: {
  readonly snapshot: Snapshot;
  readonly phases: readonly DayPhase[];
  readonly day: WaterDay | undefined;
}) {
  return (
    <section aria-label="Step by step" className="mt-8">
      <h2 className="text-lg font-semibold">Step by step</h2>
      {!day && (
        <p className="no-print text-soft">Save the day, and its steps can be ticked off here, on this device.</p>
      )}
      <div className="mt-2 grid gap-x-10 lg:grid-cols-2 print:block">
        {phases.map(({ title, steps }) => (
          <section key={title} aria-label={title} className="mb-4 break-inside-avoid">
            <h3 className="font-semibold">{title}</h3>
            <ul>
              {steps.map((step) => (
                <Step key={step.key} snapshot={snapshot} day={day} step={step} />
              ))}
            </ul>
          </section>
        ))}
      </div>
    </section>
  );
}

const Step = inOwnScope(function Step({
  snapshot,
  day,
  step,
}: {
  readonly snapshot: Snapshot;
  readonly day: WaterDay | undefined;
  readonly step: DayStep;
}) {
  const id = useId();
  const now = useNow();
  const tell = useTell();
  const commit = useCommit();
  const [salinity, setSalinity] = useKeptState<number | null>(`day reads ${day?.id ?? ''} ${step.key}`, null);
  const { units, zone } = snapshot.settings;
  const tick = day && ticksOf(snapshot, day.id).find((each) => each.step === step.key);
  const reads = day && !tick && step.writes?.what === 'read';
  const turn = async (done: boolean) => {
    if (!day) return;
    await commit(
      done
        ? tickChange(snapshot, {
            day,
            step,
            says: plainSentence(step.says, units, tell).slice(0, 300),
            now,
            newId: nanoid,
            ...(salinity !== null && { salinity }),
          })
        : untickChange(snapshot, day, step),
    );
  };
  return (
    <li className="flex items-start gap-3 border-t border-line py-1">
      {day ? <TickBox id={id} done={tick !== undefined} onTurn={turn} /> : <PaperBox />}
      <div className="min-w-0 flex-1">
        <label
          htmlFor={day ? id : undefined}
          className={`flex min-h-11 items-center lg:min-h-8 ${tick ? 'text-soft' : ''}`}
        >
          <span>
            <Sentence phrases={step.says} />
            {tick && <span className="text-sm"> ({whenText(tick.at, now, zone)})</span>}
          </span>
        </label>
        {reads && (
          <div className="no-print pb-2">
            <QuantityField
              narrow
              label="It reads"
              spoken={`${step.writes?.what === 'read' ? step.writes.pour.vessel : ''} reads`}
              expected={AMOUNTS.measuredSalinity}
              value={salinity}
              onChange={setSalinity}
              hint="logged with the tick"
            />
          </div>
        )}
      </div>
    </li>
  );
});
