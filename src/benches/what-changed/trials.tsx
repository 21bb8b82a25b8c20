'use client';

import { nanoid } from 'nanoid';
import { useId, useState } from 'react';
import { capitalised } from '@/calculators/calculator/words';
import { parameterOf, PARAMETER_IDS, usualErrorOf, type ParameterId } from '@/calculators/parameters/parameters';
import { differenceKindOf } from '@/calculators/parameters/rates';
import { attempt } from '@/calculators/calculator/attempt';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { Answer } from '@/interface/answer/answer';
import { Button } from '@/interface/controls/button';
import { Cautions } from '@/interface/answer/cautions';
import { FormEnd } from '@/interface/forms/form-end';
import { useDraft } from '@/interface/forms/draft';
import { Form } from '@/interface/forms/form';
import { useLog } from '@/interface/forms/log-form';
import { useForgetDrafts, useKeptState } from '@/interface/storage/kept-draft';
import { QuantityField } from '@/interface/fields/quantity-field';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import { SelectField } from '@/interface/controls/select-field';
import { whenText } from '@/interface/time/when';
import { WhenField } from '@/interface/fields/when-field';
import { useCommit, useNow, useTank } from '@/interface/workspace/workspace';
import { changeWith, trialsOf } from '@/derived/trends/before-after';
import { observationsOf } from '@/derived/observations/observations';
import { WAYS } from '@/record/kinds/trial';
import { netVolumeL, type Entry, type EntryOf } from '@/record/schema';
import { BeforeAfterPicture } from './before-after-picture';

type Way = (typeof WAYS)[number];
const WAY_WORDS: Record<Way, string> = { higher: 'is higher by', lower: 'is lower by', same: 'is no different by' };

/** Changes tried on purpose: the question, the end and what counts are set before, and kept to. */
export function Trials() {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const commit = useCommit();
  const trials = trialsOf(snapshot, tank);
  const [setting, setSetting] = useKeptState('setting up', false);
  const running = trials.filter(({ endsAt }) => endsAt > now);
  const [first] = running.length > 0 ? running : trials;
  const told = (trial: EntryOf<'trial'>) =>
    attempt(() => changeWith(snapshot, tank, trial, now, netVolumeL(tank), { parameter: trial.parameter })).outcome;
  const outcome = first && told(first);
  return (
    <>
      <Answer
        answer={
          outcome?.answer ?? {
            says: ['Set up a trial before you change something: what is asked, what would count, and when it ends.'],
            certainty: 'not enough yet',
            because: ['Decided beforehand, it cannot be read into the figures afterwards. One change at a time.'],
          }
        }
        cautions={outcome?.cautions ?? []}
        actions={
          !setting && (
            <Button look={first ? 'plain' : 'main'} onClick={() => setSetting(true)}>
              Set up a trial
            </Button>
          )
        }
      />
      {first && outcome && (
        <BeforeAfterPicture event={first} parameter={first.parameter} values={outcome.values} words={first.question} />
      )}
      {outcome && <Cautions cautions={outcome.cautions} />}
      {setting && <TrialForm onDone={() => setSetting(false)} />}
      {trials.length > 0 && (
        <section aria-label="Trials" className="mt-8 max-w-4xl">
          <h2 className="text-lg font-semibold">Trials, the last first</h2>
          <ul className="mt-2">
            {trials.map((trial) => (
              <TrialRow
                key={trial.id}
                trial={trial}
                outcome={told(trial)?.values.outcome}
                onRemove={() =>
                  void commit({ label: `Removed the trial: ${trial.question}`, remove: { entries: [trial.id] } })
                }
              />
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

function TrialRow({
  trial,
  outcome = 'cannot tell',
  onRemove,
}: {
  readonly trial: EntryOf<'trial'>;
  readonly outcome: string | undefined;
  readonly onRemove: () => void;
}) {
  const {
    snapshot: {
      settings: { zone },
    },
  } = useTank();
  const now = useNow();
  return (
    <li className="flex flex-wrap items-baseline gap-x-4 border-t border-line py-2">
      <span className="min-w-0 flex-1 basis-72">
        <span className="font-semibold">{trial.question}</span>
        <span className="block text-sm text-soft">
          {parameterOf(trial.parameter).name}, {whenText(trial.at, now, zone, 'day')} to{' '}
          {whenText(trial.endsAt, now, zone, 'day')}
        </span>
      </span>
      <span className={outcome === 'still running' ? 'text-soft' : 'font-semibold text-glass'}>{outcome}</span>
      <Button look="quiet" aria-label={`Remove the trial: ${trial.question}`} onClick={onRemove}>
        Remove
      </Button>
    </li>
  );
}

const TrialForm = inOwnScope(function TrialForm({ onDone }: { readonly onDone: () => void }) {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const id = useId();
  const form = 'trial new';
  const log = useLog(form);
  const forget = useForgetDrafts(form);
  const [entryId] = useState(nanoid);
  const { draft, set, field } = useDraft(form, {
    question: '',
    parameter: 'nitrate' as ParameterId,
    way: 'higher' as Way,
    by: null as number | null,
    from: null as number | null,
    endsAt: null as number | null,
  });
  const { parameter, way, by, from, endsAt } = draft;
  const [fault, setFault] = useState<string>();
  const matters = by ?? 2 * usualErrorOf(parameter);
  const { low, high } = parameterOf(parameter);
  const begins = from ?? now;
  const usualEnd = begins + 28 * DAY_MS;
  const leave = () => {
    forget();
    onDone();
  };
  const send = async () => {
    const question = draft.question.trim();
    const ends = endsAt ?? usualEnd;
    const problem =
      question === ''
        ? 'A trial needs its question, such as “Does feeding twice a day bring nitrate back?”'
        : ends <= begins
          ? `It would end before it begins: the end is ${whenText(ends, now, snapshot.settings.zone)}, the beginning ${whenText(begins, now, snapshot.settings.zone)}.`
          : undefined;
    setFault(problem);
    if (problem) return;
    const trial: Entry = {
      id: entryId,
      tankId: tank.id,
      at: begins,
      kind: 'trial',
      question,
      parameter,
      endsAt: ends,
      way,
      by: matters,
    };
    if (await log([trial], `Set up a trial: ${question}`)) onDone();
  };
  return (
    <Form label="A trial" onSend={send} className="mt-4 rounded-md border border-line bg-sheet p-4">
      <label htmlFor={id} className="block text-sm font-semibold">
        What is asked <span className="font-normal text-soft">(needed)</span>
      </label>
      <input
        id={id}
        className="mt-1 min-h-11 w-full max-w-2xl rounded-md border border-edge bg-sheet px-2.5 lg:min-h-9"
        value={draft.question}
        maxLength={200}
        placeholder="Does feeding twice a day bring nitrate back?"
        onChange={(event) => set({ question: event.target.value })}
      />
      <div className="mt-3 flex flex-wrap gap-x-6 gap-y-3">
        <SelectField
          label="It counts if"
          width="w-44"
          value={parameter}
          options={PARAMETER_IDS.filter(
            (each) => parameterOf(each).everyday || observationsOf(snapshot, tank.id, each).length > 0,
          ).map((each) => [each, capitalised(parameterOf(each).name)] as const)}
          onChange={(each) => set({ parameter: each, by: null })}
        />
        <SelectField
          label="at the end"
          width="w-44"
          value={way}
          options={WAYS.map((each) => [each, WAY_WORDS[each]] as const)}
          onChange={(each) => set({ way: each })}
        />
        <QuantityField
          key={parameter}
          narrow
          label="at least"
          expected={{ field: 'what counts', kind: differenceKindOf(parameter), low: 1e-6, high: high - low }}
          value={matters}
          onChange={(amount) => set({ by: amount })}
          onReset={by === null ? undefined : () => set({ by: null })}
          hint="twice a test’s error, unless you say"
        />
      </div>
      <div className="mt-3 flex flex-wrap gap-x-6 gap-y-3">
        <WhenField
          label="Begins"
          {...field('from')}
          zone={snapshot.settings.zone}
          hint={from === null ? 'now, when left empty' : undefined}
        />
        <WhenField
          label="Ends"
          {...field('endsAt')}
          zone={snapshot.settings.zone}
          hint={endsAt === null ? 'in four weeks, when left empty' : undefined}
        />
      </div>
      <p className="mt-3 max-w-3xl text-sm text-soft">
        Change one thing only while it runs. Half of a media now and half later are two trials.
      </p>
      <FormEnd fault={fault} save="Set up the trial" onLeave={leave} />
    </Form>
  );
});
