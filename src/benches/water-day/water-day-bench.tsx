'use client';

import { nanoid } from 'nanoid';
import { useState } from 'react';
import { attempt } from '@/calculators/calculator/attempt';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { checklist } from '@/calculators/water-change/checklist';
import { waterDay } from '@/calculators/water-change/water-day';
import { useKeptState } from '@/interface/storage/kept-draft';
import { Answer, Working } from '@/interface/answer/answer';
import { Cautions } from '@/interface/answer/cautions';
import { Bench } from '@/interface/answer/bench';
import { Button } from '@/interface/controls/button';
import { Refused } from '@/interface/answer/refused';
import { whenText } from '@/interface/time/when';
import { useCommit, useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
import { proposedDay, waterDayQuestion } from '@/derived/saltwater/water-day';
import type { Snapshot, WaterDay } from '@/record/schema';
import { DayChecklist } from './day-checklist';
import { DayPicture } from './day-picture';
import { DayPlan } from './day-plan';
import { isDone, progressOf } from './progress';

/** A kept day is in hand until it is this long past. */
const IN_HAND_DAYS = 1.5;
const HALF_HOUR_MS = 1_800_000;

/** All tanks on one page: what is mixed where and when, and the day step by step. */
export function WaterDayBench() {
  const { snapshot } = useTank();
  return <TheDay snapshot={snapshot} />;
}

interface Planned {
  /** The kept day it is a change of; undefined for a new one. */
  readonly of: string | undefined;
  readonly editing: boolean;
  readonly draft: Omit<WaterDay, 'id'> | undefined;
}

function TheDay({ snapshot }: { readonly snapshot: Snapshot }) {
  const now = useNow();
  const { zone } = snapshot.settings;
  const keepOnce = useCommitOnce();
  const commit = useCommit();
  const [planNext, setPlanNext] = useKeptState('day next', false);
  const inHand = snapshot.waterDays.filter(({ at }) => at > now - IN_HAND_DAYS * DAY_MS);
  // The first that is not done; where all are, the last, until the next is planned.
  const kept = inHand.find((day) => !isDone(snapshot, day)) ?? (planNext ? undefined : inHand.at(-1));
  // What is planned is kept for the day it was begun on: another one in hand begins with its own.
  const [planned, setPlanned] = useKeptState<Planned | undefined>('day plan', undefined);
  const begun = planned?.of === kept?.id ? planned : undefined;
  const [draft, editing] = [begun?.draft, begun?.editing ?? false];
  const setDraft = (next: Omit<WaterDay, 'id'>) => setPlanned({ of: kept?.id, editing, draft: next });
  // Proposed once a visit, so that it does not move while it is looked at.
  const [proposed] = useState(() => proposedDay(snapshot, now));
  const shown = kept && !editing ? kept : { ...(kept && { id: kept.id }), ...(draft ?? kept ?? proposed) };
  const result = attempt(() => {
    const question = waterDayQuestion(snapshot, shown, now);
    return question && { question, outcome: waterDay.run(question) };
  });
  const found = result.outcome;
  const phases = found
    ? checklist(
        found.outcome.values,
        found.question.tanks.map(({ id = '', name: of, litres }) => ({
          id,
          name: of,
          litres: Number(litres),
          sensors: hasSensors(snapshot, id),
        })),
      )
    : [];
  const keep = async () => {
    const row: WaterDay = { ...(draft ?? kept ?? proposed), id: kept?.id ?? nanoid() };
    if (
      await keepOnce({ label: `Water-change day saved for ${whenText(row.at, now, zone)}`, put: { waterDays: [row] } })
    ) {
      setPlanned(undefined);
      setPlanNext(false);
    }
  };
  const planning = !kept || editing;
  const progress = kept && !editing && found ? progressOf(snapshot, kept, phases) : undefined;
  return (
    <Bench>
      {found ? (
        <Answer
          answer={progress ?? found.outcome.answer}
          cautions={[...found.outcome.cautions, ...DAY_CAUTIONS]}
          actions={
            <>
              {planning ? (
                <Button look="main" onClick={() => void keep()}>
                  {kept ? 'Save the changes' : 'Save this day'}
                </Button>
              ) : (
                <Button onClick={() => setPlanned({ of: kept.id, editing: true, draft })}>Change the plan</Button>
              )}
              {kept && !editing && isDone(snapshot, kept) && (
                <Button
                  look="main"
                  onClick={() => {
                    // The changes just logged move what falls due next.
                    setPlanned({ of: undefined, editing: false, draft: proposedDay(snapshot, now) });
                    setPlanNext(true);
                  }}
                >
                  Plan the next day
                </Button>
              )}
              <Button onClick={() => window.print()}>Print the list</Button>
              {found.outcome.values.late && planning && (
                <Button
                  onClick={() =>
                    setDraft({
                      ...(draft ?? kept ?? proposed),
                      // With half an hour in hand: no one is at the valve the moment this is pressed.
                      at: Math.ceil((found.outcome.values.earliest + HALF_HOUR_MS) / HALF_HOUR_MS) * HALF_HOUR_MS,
                    })
                  }
                >
                  Move it to when the water is ready
                </Button>
              )}
            </>
          }
        />
      ) : (
        <Refused refusal={result.refusal} otherwise="Choose the tanks whose water is changed." />
      )}
      {found && (
        <div className="mt-5">
          <DayPicture pours={found.outcome.values.pours} vessels={snapshot.vessels} units={snapshot.settings.units} />
        </div>
      )}
      {planning && <DayPlan snapshot={snapshot} draft={draft ?? kept ?? proposed} onDraft={setDraft} />}
      {!planning && kept && (
        <p className="mt-4">
          Starts <strong>{whenText(kept.at, now, zone)}</strong>:{' '}
          {found?.question.tanks.map(({ name: of }) => of).join(', ')}.
        </p>
      )}
      {found && <DayChecklist snapshot={snapshot} phases={phases} day={planning ? undefined : kept} />}
      {found && (
        <div className="no-print">
          <Working steps={found.outcome.working} />
        </div>
      )}
      {found && <Cautions cautions={[...found.outcome.cautions, ...DAY_CAUTIONS]} />}
      <div className="no-print mt-8 flex flex-wrap gap-2 border-t border-line pt-4">
        {kept && (
          <Button
            look="quiet"
            onClick={() =>
              void commit({
                label: `Water-change day of ${whenText(kept.at, now, zone)} removed`,
                remove: { waterDays: [kept.id] },
              })
            }
          >
            Remove this day
          </Button>
        )}
      </div>
    </Bench>
  );
}

const DAY_CAUTIONS = [
  {
    severity: 'danger',
    usual: true,
    says: [
      'Switches off before hands go into the water; heaters out of water burn and break. Drip loops and a residual-current device; wiring is for a licensed electrician, by local codes.',
    ],
  },
  {
    severity: 'note',
    usual: true,
    says: [
      'Wet floors are slippery, and what a floor bears is a question for a qualified person. Saltwater and livestock never go to a storm drain or local water.',
    ],
  },
] as const;

function hasSensors(snapshot: Snapshot, tankId: string): boolean {
  return (snapshot.tanks.find(({ id }) => id === tankId)?.topOff?.sensors ?? []).length > 0;
}
