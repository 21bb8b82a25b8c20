'use client';

import { differenceInCalendarDays } from 'date-fns';
import { TZDate } from '@date-fns/tz';
import type { Answer as AnswerText } from '@/calculators/calculator/calculator';
import { DOSED_PARAMETERS } from '@/calculators/dosing/dosed-parameters';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import { attempt } from '@/calculators/calculator/attempt';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { quantity } from '@/quantities/quantity';
import { Answer, Working } from '@/interface/answer/answer';
import { Bench } from '@/interface/answer/bench';
import { Cautions } from '@/interface/answer/cautions';
import { ChoiceRow } from '@/interface/controls/choice-row';
import { useChoice } from '@/interface/address/use-choice';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { lastObservation } from '@/derived/observations/observations';
import { confidenceOf } from '@/derived/balance/record-confidence';
import type { Snapshot, Tank } from '@/record/schema';
import { EntryEditor } from './entry-editor';
import { History } from './history';
import { SessionGrid } from './session-grid';
import { SessionOfAll } from './session-of-all';

/** Alkalinity is the one to keep up with; a week without it and consumption is a guess. Common practice. */
const TEST_EVERY_DAYS = 7;

export function LogBench() {
  const { snapshot, tank } = useTank();
  const now = useNow();
  return (
    <Bench>
      <Answer answer={logAnswer(snapshot, tank, now)} />
      <section aria-label="Session of tests" className="mt-6 rounded-md border border-line bg-sheet px-4 py-3">
        <Session />
      </section>
      <section aria-label="Log by fields" className="mt-4">
        <EntryEditor key={tank.id} />
      </section>
      <Confidence />
      <History />
    </Bench>
  );
}

/** A session at this tank, or one round of all of them where there are several. */
function Session() {
  const { snapshot, tank } = useTank();
  const [of, setOf] = useChoice('session', ['one', 'all'] as const, 'one');
  const several = snapshot.tanks.length > 1;
  return (
    <>
      <div className="mb-2 flex flex-wrap items-center justify-between gap-x-4">
        <h2 className="font-semibold">A session of tests</h2>
        {several && (
          <ChoiceRow
            label="Of which tanks"
            chosen={of}
            choices={[
              ['one', tank.name],
              ['all', 'All tanks'],
            ]}
            onChoose={setOf}
          />
        )}
      </div>
      {several && of === 'all' ? <SessionOfAll /> : <SessionGrid key={tank.id} />}
    </>
  );
}

/** Which tests are stale for what hangs on them, and what the record contradicts itself in. */
function Confidence() {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const { outcome } = attempt(() => confidenceOf(snapshot, tank, now));
  if (!outcome) return null;
  const { answer, cautions, working } = outcome;
  return (
    <section aria-label="How far the record can be trusted" className="mt-8">
      <h2 className="text-lg font-semibold">How far the record can be trusted</h2>
      <Answer answer={answer} lesser label="Trust in the record" />
      <Cautions alone cautions={cautions} />
      <Working steps={working} />
    </section>
  );
}

function logAnswer(snapshot: Snapshot, tank: Tank, now: number): AnswerText {
  const last = lastObservation(snapshot, tank.id, 'alkalinity');
  const count = snapshot.entries.filter((entry) => entry.tankId === tank.id).length;
  if (!last)
    return {
      says: ['Test alkalinity and jot it down; a second test some days later shows its consumption.'],
      certainty: 'not enough yet',
      because: [`${count} ${count === 1 ? 'entry' : 'entries'} so far.`],
    };
  const zone = snapshot.settings.zone;
  const days = differenceInCalendarDays(new TZDate(now, zone), new TZDate(last.at, zone));
  const due = (now - last.at) / DAY_MS >= TEST_EVERY_DAYS;
  const others = DOSED_PARAMETERS.filter((parameter) => parameter !== 'alkalinity')
    .map((parameter) => lastObservation(snapshot, tank.id, parameter))
    .filter((reading) => reading !== undefined && now - reading.at < 30 * DAY_MS).length;
  return {
    says: due
      ? ['Test alkalinity today: the last reading is', quantity('days', Math.max(days, 2)), 'old.']
      : [
          'Alkalinity was',
          quantity(PARAMETERS.alkalinity.kind, last.value),
          days === 0 ? 'today.' : days === 1 ? 'yesterday.' : `${days} days ago.`,
        ],
    certainty: 'worked out',
    ...(due && { retest: true }),
    because: [
      `${count} ${count === 1 ? 'entry' : 'entries'}; ${others === 2 ? 'calcium and magnesium are tested within the month.' : 'calcium or magnesium is more than a month old.'}`,
    ],
  };
}
