'use client';

import { nanoid } from 'nanoid';
import { attempt } from '@/calculators/calculator/attempt';
import { algae } from '@/calculators/nutrients/algae';
import { NUISANCES, type Nuisance } from '@/calculators/nutrients/algae-facts';
import { REMEDY_IDS, remedyWords, type Remedy } from '@/calculators/nutrients/remedies';
import { capitalised } from '@/calculators/calculator/words';
import { signWords } from '@/calculators/signs/signs';
import { Worked } from '@/interface/answer/worked';
import { Button } from '@/interface/controls/button';
import { SelectField } from '@/interface/controls/select-field';
import { useChoice } from '@/interface/address/use-choice';
import { useDraft } from '@/interface/forms/draft';
import { Form } from '@/interface/forms/form';
import { useLog } from '@/interface/forms/log-form';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { algaeQuestion, nuisancesThere } from '@/derived/nutrients/nutrient-questions';

const FORM = 'never again';

/** What grows or lives where it should not: what it means here, what is done in which order, what is left alone. */
export function AlgaeAndPests() {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const log = useLog(FORM);
  const there = nuisancesThere(snapshot, tank, now);
  const [sign, setSign] = useChoice<Nuisance>('of', NUISANCES, there[0] ?? 'cyanobacteria');
  const { draft, set } = useDraft(FORM, { remedy: 'flatworm-remedy' as Remedy, note: '' });
  const result = attempt(() => algae.run(algaeQuestion(snapshot, tank, now, sign)));
  const values = result.outcome?.values;
  const common = () => ({ id: nanoid(), tankId: tank.id, at: now });
  const seen = (gone: boolean) =>
    void log([{ ...common(), kind: 'seen', signs: [sign], ...(gone && { gone: true as const }) }]);
  const rule = async () => {
    const note = draft.note.trim();
    const kept = await log([{ ...common(), kind: 'ruled-out', remedy: draft.remedy, ...(note !== '' && { note }) }]);
    if (kept) set({ note: '' });
  };
  return (
    <Worked
      result={result}
      otherwise="Say what was seen."
      actions={
        <>
          <Button look="main" onClick={() => seen(false)}>
            Seen now
          </Button>
          {values?.course.first !== undefined && !values.course.gone && (
            <Button onClick={() => seen(true)}>Gone now</Button>
          )}
        </>
      }
    >
      <div className="no-print mt-5">
        <SelectField
          label="What is seen"
          value={sign}
          onChange={setSign}
          options={NUISANCES.map(
            (each) => [each, `${capitalised(signWords(each))}${there.includes(each) ? ' (seen lately)' : ''}`] as const,
          )}
        />
      </div>
      {values && (
        <section aria-label="In this order" className="mt-5 max-w-3xl">
          <h2 className="text-lg font-semibold">In this order, one at a time</h2>
          <ol className="mt-1 list-decimal space-y-1 pl-5">
            {values.acts.map(({ remedy, does }) => (
              <li key={remedy}>{capitalised(does)}.</li>
            ))}
          </ol>
          <dl className="mt-4 grid gap-x-4 gap-y-1 sm:grid-cols-[8rem_minmax(0,1fr)]">
            {(
              [
                ['Leave alone', values.facts.leave],
                ['It ends', values.facts.ends],
                ['Worry', values.facts.worry],
              ] as const
            ).map(([term, words]) => (
              <div key={term} className="contents">
                <dt className="font-semibold">{term}</dt>
                <dd>{capitalised(words)}.</dd>
              </div>
            ))}
          </dl>
        </section>
      )}
      <Form label="Never again" onSend={rule} className="no-print mt-6 max-w-3xl">
        <h2 className="text-lg font-semibold">A remedy that cost an animal here</h2>
        <div className="mt-1 flex flex-wrap items-end gap-x-3 gap-y-2">
          <SelectField
            label="Never again"
            value={draft.remedy}
            onChange={(remedy) => set({ remedy })}
            options={REMEDY_IDS.map((id) => [id, capitalised(remedyWords(id))] as const)}
          />
          <label className="block min-w-0 grow">
            <span className="block text-sm font-semibold">What it cost</span>
            <input
              className="mt-1 min-h-11 w-full rounded-md border border-edge bg-sheet px-2 lg:min-h-9"
              maxLength={500}
              value={draft.note}
              placeholder="Two shrimps overnight"
              onChange={(event) => set({ note: event.target.value })}
            />
          </label>
          <Button type="submit">Keep it</Button>
        </div>
      </Form>
    </Worked>
  );
}
