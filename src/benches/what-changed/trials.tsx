'use client';

import { nanoid } from 'nanoid';
import { useId, useState, type FormEvent } from 'react';
import { capitalised } from '@/calculators/calculator/words';
import { parameterOf, PARAMETER_IDS, usualErrorOf, type ParameterId } from '@/calculators/parameters/parameters';
import { differenceKindOf } from '@/calculators/parameters/rates';
import { attempt } from '@/calculators/calculator/attempt';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { Answer } from '@/interface/answer/answer';
import { Button } from '@/interface/controls/button';
import { Cautions } from '@/interface/answer/cautions';
import { FormEnd } from '@/interface/controls/form-end';
import { useForgetDrafts, useKeptState } from '@/interface/storage/kept-draft';
import { focusRefused, QuantityField } from '@/interface/fields/quantity-field';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import { SelectField } from '@/interface/controls/select-field';
import { whenText } from '@/interface/time/when';
import { WhenField } from '@/interface/fields/when-field';
import { useCommit, useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
import { changeWith, trialsOf } from '@/derived/trends/before-after';
import { observationsOf } from '@/derived/observations/observations';
import { WAYS } from '@/record/kinds/trial';
import { netVolumeL, type EntryOf } from '@/record/schema';
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
  const commit = useCommitOnce();
  const form = 'trial new';
  const forget = useForgetDrafts(form);
  const [entryId] = useState(nanoid);
  const [question, setQuestion] = useKeptState(`${form} question`, '');
  const [parameter, setParameter] = useKeptState<ParameterId>(`${form} parameter`, 'nitrate');
  const [way, setWay] = useKeptState<Way>(`${form} way`, 'higher');
  const [by, setBy] = useKeptState<number | null>(`${form} by`, null);
  const [from, setFrom] = useKeptState<number | null>(`${form} from`, null);
  const [endsAt, setEndsAt] = useKeptState<number | null>(`${form} ends`, null);
  const [fault, setFault] = useState<string>();
  const matters = by ?? 2 * usualErrorOf(parameter);
  const { low, high } = parameterOf(parameter);
  const begins = from ?? now;
  const usualEnd = begins + 28 * DAY_MS;
  const leave = () => {
    forget();
    onDone();
  };
  const save = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    if (focusRefused(event.currentTarget)) return;
    const ends = endsAt ?? usualEnd;
    const problem =
      question.trim() === ''
        ? 'A trial needs its question, such as “Does feeding twice a day bring nitrate back?”'
        : ends <= begins
          ? `It would end before it begins: the end is ${whenText(ends, now, snapshot.settings.zone)}, the beginning ${whenText(begins, now, snapshot.settings.zone)}.`
          : undefined;
    setFault(problem);
    if (problem) return;
    const done = await commit({
      label: `Set up a trial: ${question.trim()}`,
      put: {
        entries: [
          {
            id: entryId,
            tankId: tank.id,
            at: begins,
            kind: 'trial',
            question: question.trim(),
            parameter,
            endsAt: ends,
            way,
            by: matters,
          },
        ],
      },
    });
    if (done) leave();
  };
  return (
    <form
      onSubmit={(event) => void save(event)}
      aria-label="A trial"
      className="mt-4 rounded-md border border-line bg-sheet p-4"
    >
      <label htmlFor={id} className="block text-sm font-semibold">
        What is asked <span className="font-normal text-soft">(needed)</span>
      </label>
      <input
        id={id}
        className="mt-1 min-h-11 w-full max-w-2xl rounded-md border border-edge bg-sheet px-2.5 lg:min-h-9"
        value={question}
        maxLength={200}
        placeholder="Does feeding twice a day bring nitrate back?"
        onChange={(event) => setQuestion(event.target.value)}
      />
      <div className="mt-3 flex flex-wrap gap-x-6 gap-y-3">
        <SelectField
          label="It counts if"
          width="w-44"
          value={parameter}
          options={PARAMETER_IDS.filter(
            (each) => parameterOf(each).everyday || observationsOf(snapshot, tank.id, each).length > 0,
          ).map((each) => [each, capitalised(parameterOf(each).name)] as const)}
          onChange={(each) => {
            setParameter(each);
            setBy(null);
          }}
        />
        <SelectField
          label="at the end"
          width="w-44"
          value={way}
          options={WAYS.map((each) => [each, WAY_WORDS[each]] as const)}
          onChange={setWay}
        />
        <QuantityField
          key={parameter}
          narrow
          label="at least"
          expected={{ field: 'what counts', kind: differenceKindOf(parameter), low: 1e-6, high: high - low }}
          value={matters}
          onChange={setBy}
          onReset={by === null ? undefined : () => setBy(null)}
          hint="twice a test’s error, unless you say"
        />
      </div>
      <div className="mt-3 flex flex-wrap gap-x-6 gap-y-3">
        <WhenField
          label="Begins"
          value={from}
          onChange={setFrom}
          zone={snapshot.settings.zone}
          hint={from === null ? 'now, when left empty' : undefined}
        />
        <WhenField
          label="Ends"
          value={endsAt}
          onChange={setEndsAt}
          zone={snapshot.settings.zone}
          hint={endsAt === null ? 'in four weeks, when left empty' : undefined}
        />
      </div>
      <p className="mt-3 max-w-3xl text-sm text-soft">
        Change one thing only while it runs. Half of a media now and half later are two trials.
      </p>
      <FormEnd fault={fault} save="Set up the trial" onLeave={leave} />
    </form>
  );
});
