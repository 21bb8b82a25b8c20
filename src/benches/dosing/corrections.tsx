'use client';

import { correction } from '@/calculators/dosing/correction';
import { dosingPlan } from '@/calculators/dosing/dosing-plan';
import { LIVESTOCK } from '@/calculators/parameters/livestock';
import { DOSED_FACTS } from '@/calculators/dosing/dosed-parameters';
import { attempt } from '@/calculators/calculator/attempt';
import { capitalised } from '@/calculators/calculator/words';
import { quantity, showText } from '@/quantities/quantity';
import { Answer, Working } from '@/interface/answer/answer';
import { Figures } from '@/interface/answer/bench';
import { Cautions } from '@/interface/answer/cautions';
import { CourseChart } from '@/interface/charts/pictures';
import { useKeptState } from '@/interface/storage/kept-draft';
import { QuantityField } from '@/interface/fields/quantity-field';
import { Refused } from '@/interface/answer/refused';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { NextStep } from '@/interface/answer/next-step';
import { correctionQuestions, type CorrectionTried } from '@/derived/dosing/correction-question';
import { easingsUnderWay, paceOfClass } from '@/derived/balance/corrections-under-way';
import type { DoseQuestion } from '@/derived/dosing/dose-question';
import { CorrectionActions, type WorkedCorrection } from './correction-actions';
import { EasingUnderWay } from './easing-under-way';

type TriedOf = Partial<Record<WorkedCorrection['input']['parameter'], CorrectionTried>>;

/** Levels that are off their aim, brought back once and apart from the maintenance dose, no faster than the animals bear. */
export function Corrections({ question }: { readonly question: DoseQuestion }) {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const [tried, setTried] = useKeptState<TriedOf>('corrections as tried', {}, 'tank');
  const worked = correctionQuestions(snapshot, tank, now, question, tried).map((asked): WorkedCorrection => ({
    ...asked,
    ...attempt(() => correction.run(asked.input)),
  }));
  const easings = easingsUnderWay(snapshot, tank, now);
  // Only where one goes back is it asked what holds by now.
  const doses = easings.length > 0 ? (attempt(() => dosingPlan.run(question.input)).outcome?.values.doses ?? []) : [];
  if (worked.length === 0)
    return (
      <>
        <Refused otherwise="Describe what you dose and test once: then the dose that brings a level back is worked out here." />
        <NextStep bench="bottles" as="solutions" words="Describe a solution" />
      </>
    );
  // One that was begun stands first, then what is off, and large.
  const rank = ({ begun, outcome }: WorkedCorrection) => (begun ? 0 : outcome?.values.withinTestError ? 2 : 1);
  const sorted = worked.toSorted((a, b) => rank(a) - rank(b));
  return (
    <section aria-label="One-off corrections">
      {easings.map((easing) => (
        <EasingUnderWay
          key={easing.entry.id}
          easing={easing}
          holdsMlPerDay={doses.find(({ id }) => id === easing.entry.solutionId)?.holdsMlPerDay}
        />
      ))}
      {sorted.map((each, i) => (
        <OneCorrection
          key={each.input.parameter}
          worked={each}
          first={i === 0}
          tried={tried[each.input.parameter] ?? {}}
          onTry={(own) => setTried((present) => ({ ...present, [each.input.parameter]: own }))}
        />
      ))}
    </section>
  );
}

function OneCorrection({
  worked,
  first,
  tried,
  onTry,
}: {
  readonly worked: WorkedCorrection;
  readonly first: boolean;
  readonly tried: CorrectionTried;
  readonly onTry: (tried: CorrectionTried) => void;
}) {
  const { input, outcome, refusal, begun } = worked;
  const { parameter } = input;
  const figures = <Tried worked={worked} tried={tried} onTry={onTry} />;
  if (!outcome)
    return (
      <div className={first ? '' : 'mt-4 border-t border-line pt-3'}>
        <Refused lesser={!first} refusal={refusal} otherwise="" />
        {figures}
      </div>
    );
  const { values, answer, cautions, working } = outcome;
  return (
    <details
      className={first ? '' : 'mt-4 border-t border-line pt-3'}
      open={first || !values.withinTestError || begun !== undefined}
    >
      <summary className="min-h-9 cursor-pointer font-semibold">
        {capitalised(parameter)}{' '}
        <span className="font-normal text-soft">{begun ? 'under way' : (values.place ?? 'left as it is')}</span>
      </summary>
      <div className="mt-2">
        <Answer
          lesser={!first}
          label={first ? 'Answer' : `${parameter} correction`}
          answer={answer}
          cautions={cautions}
          actions={<CorrectionActions worked={worked} />}
        />
      </div>
      {first && <Course worked={worked} />}
      {figures}
      <Cautions cautions={cautions} />
      <Working steps={working} />
    </details>
  );
}

/** What the keeper sets in place of the record's: where it stands, where it is to go, and how fast. */
function Tried({
  worked: { input, outcome, begun },
  tried,
  onTry,
}: {
  readonly worked: WorkedCorrection;
  readonly tried: CorrectionTried;
  readonly onTry: (tried: CorrectionTried) => void;
}) {
  const { snapshot, tank } = useTank();
  const { parameter } = input;
  const { rateKind, riseLimitPerDay, fallLimitPerDay, fastestPerDay, aims } = DOSED_FACTS[parameter];
  const ofClass = paceOfClass(tank, parameter);
  const usual = ofClass ?? (outcome?.values.lowered ? fallLimitPerDay : riseLimitPerDay);
  const set = (key: keyof CorrectionTried) => (value: number | null) => onTry({ ...tried, [key]: value ?? undefined });
  const reset = (key: keyof CorrectionTried) => (tried[key] === undefined ? undefined : () => set(key)(null));
  return (
    <div className="mt-4">
      <Figures title="From, to, and how fast">
        {!begun && (
          <QuantityField
            label={`${capitalised(parameter)} now`}
            expected={{ field: `${parameter} now`, kind: parameter, low: 0, high: aims[1] * 2 }}
            value={tried.from ?? Number(input.level)}
            digits={tried.from === undefined ? 3 : undefined}
            onChange={set('from')}
            onReset={reset('from')}
            hint="the readings together; a figure of your own is tried here only"
          />
        )}
        {!begun && (
          <QuantityField
            label={`${capitalised(parameter)} aimed at`}
            expected={{ field: `${parameter} aimed at`, kind: parameter, low: aims[0], high: aims[1] }}
            value={tried.to ?? Number(input.aim)}
            digits={tried.to === undefined ? 3 : undefined}
            onChange={set('to')}
            onReset={reset('to')}
            hint="the middle of the target band"
          />
        )}
        <QuantityField
          label={`Fastest change of ${parameter} a day`}
          expected={{ field: 'fastest change a day', kind: rateKind, low: 0.02 * riseLimitPerDay, high: fastestPerDay }}
          value={tried.perDay ?? null}
          onChange={set('perDay')}
          onReset={reset('perDay')}
          placeholder={showText(quantity(rateKind, usual), snapshot.settings.units)}
          hint={
            ofClass === undefined || !tank.livestock
              ? 'gentler by choice; common practice where left empty'
              : `where left empty, what ${LIVESTOCK[tank.livestock].words.toLowerCase()} is held to`
          }
        />
      </Figures>
    </div>
  );
}

/** Where the level goes: brought back, and as it stands. */
function Course({ worked: { input, outcome } }: { readonly worked: WorkedCorrection }) {
  if (!outcome) return null;
  const { stands: level, aim, totalMl, lowered, days: rising } = outcome.values;
  if (totalMl === 0 && !lowered) return null;
  const days = lowered?.days ?? rising;
  const band = input.band?.map(Number);
  return (
    <div className="mt-4 max-w-2xl">
      <CourseChart
        name={input.parameter}
        kind={input.parameter}
        band={band && [band[0] ?? 0, band[1] ?? 0]}
        height={150}
        lines={[
          {
            label: 'brought back',
            points: [
              { days: 0, value: level },
              { days, value: aim },
              { days: days + 2, value: aim },
            ],
          },
          {
            label: 'held as it is',
            points: [
              { days: 0, value: level },
              { days: days + 2, value: level },
            ],
          },
        ]}
      />
    </div>
  );
}
