'use client';

import { nanoid } from 'nanoid';
import { correction } from '@/calculators/dosing/correction';
import { LIVESTOCK } from '@/calculators/parameters/livestock';
import { DOSED_FACTS } from '@/calculators/dosing/dosed-parameters';
import { attempt, type Attempt } from '@/chemistry/refusal';
import { capitalised } from '@/calculators/calculator/words';
import { quantity, showText } from '@/chemistry/units/quantity';
import { Answer, Working } from '@/interface/answer';
import { Figures } from '@/interface/bench';
import { Cautions } from '@/interface/cautions';
import { Button } from '@/interface/button';
import { CourseChart } from '@/interface/charts/pictures';
import { useKeptState } from '@/interface/kept-draft';
import { QuantityField } from '@/interface/quantity-field';
import { Refused } from '@/interface/refused';
import { dayText } from '@/interface/when';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace';
import { NextStep } from '@/interface/next-step';
import type { Entry } from '@/record/schema';
import {
  correctionQuestions,
  easingsUnderWay,
  paceOfClass,
  type CorrectionQuestion,
  type CorrectionTried,
  type Easing,
} from '@/reckoning/correction-question';
import type { DoseQuestion } from '@/reckoning/dose-question';
import { dosesSet } from '@/reckoning/doses-set';
import { pumpSetting } from './demand-figures';

type Worked = CorrectionQuestion & Attempt<ReturnType<typeof correction.run>>;
type TriedOf = Partial<Record<Worked['input']['parameter'], CorrectionTried>>;

/** Levels that are off their aim, brought back once and apart from the maintenance dose, no faster than the animals bear. */
export function Corrections({ question }: { readonly question: DoseQuestion }) {
  const { book, tank } = useTank();
  const now = useNow();
  const [tried, setTried] = useKeptState<TriedOf>('corrections as tried', {}, 'tank');
  const worked = correctionQuestions(book, tank, now, question, tried).map((asked): Worked => ({
    ...asked,
    ...attempt(() => correction.run(asked.input)),
  }));
  const easings = easingsUnderWay(book, tank, now);
  if (worked.length === 0)
    return (
      <>
        <Refused otherwise="Describe what you dose and test once: then the dose that brings a level back is worked out here." />
        <NextStep bench="bottles" as="solutions" words="Describe a solution" />
      </>
    );
  // One that was begun stands first, then what is off, and large.
  const rank = ({ begun, outcome }: Worked) => (begun ? 0 : outcome?.values.withinTestError ? 2 : 1);
  const sorted = worked.toSorted((a, b) => rank(a) - rank(b));
  return (
    <section aria-label="One-off corrections">
      {easings.map((easing) => (
        <EasingUnderWay key={easing.entry.id} easing={easing} />
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
  readonly worked: Worked;
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
          actions={<Actions worked={worked} />}
        />
      </div>
      {first && <Course worked={worked} />}
      {figures}
      <Cautions cautions={cautions} />
      <Working steps={working} />
    </details>
  );
}

/** Begin, go on with, or end a correction; each files what was done, once. */
function Actions({ worked: { outcome, solution, begun, input } }: { readonly worked: Worked }) {
  const { book, tank } = useTank();
  const now = useNow();
  const commit = useCommitOnce();
  if (!outcome) return null;
  const { units } = book.settings;
  const { mlPerDay, days, lowered, level, aim, done } = outcome.values;
  const { parameter } = input;
  const share = (of: string): Entry => ({
    id: nanoid(),
    tankId: tank.id,
    at: now,
    kind: 'dose',
    solutionId: solution.id,
    volumeMl: mlPerDay,
    correction: of,
    note: `Correction of ${parameter}`,
  });
  const told = showText(quantity('dose', mlPerDay), units);
  const begin = () => {
    const id = nanoid();
    const course = { parameter, solutionId: solution.id, from: level, to: aim, days };
    const entry: Entry = { id, tankId: tank.id, at: now, kind: 'correction', ...course, mlPerDay };
    void commit({
      label: `Begun: ${parameter} to ${showText(quantity(parameter, aim), units)}, ${told} of ${solution.name} logged`,
      put: { entries: [entry, share(id)] },
    });
  };
  const end = () => {
    if (begun)
      void commit({ label: `Ended the correction of ${parameter}`, put: { entries: [{ ...begun, endedAt: now }] } });
  };
  const lower = () => {
    if (!lowered) return;
    const set = pumpSetting(lowered.mlPerDay);
    const entry: Entry = {
      id: nanoid(),
      tankId: tank.id,
      at: now,
      kind: 'correction',
      parameter,
      solutionId: solution.id,
      from: level,
      to: aim,
      days: Math.min(365, Math.max(1, Math.round(lowered.days))),
      mlPerDay: Math.max(0.01, set),
      backToMlPerDay: pumpSetting(lowered.thenMlPerDay),
    };
    void commit({
      label: `Set ${solution.name} to ${showText(quantity('doseRate', set), units)}`,
      put: { entries: [...dosesSet(book, tank, now, [{ id: solution.id, mlPerDay: set }]), entry] },
    });
  };
  if (begun)
    return (
      <>
        {!done && (
          <Button look="main" disabled={input.begun?.givenToday === true} onClick={() => void shareNow()}>
            {input.begun?.givenToday === true ? 'Today’s share is logged' : `Log today’s share, ${told}`}
          </Button>
        )}
        <Button look={done ? 'main' : 'quiet'} onClick={end}>
          End this correction
        </Button>
      </>
    );
  if (mlPerDay > 0)
    return (
      <Button look="main" onClick={begin}>
        Begin it: log today’s share, {told}
      </Button>
    );
  return lowered ? <Button onClick={lower}>Lower it from now, until it is down</Button> : null;

  function shareNow() {
    if (begun) void commit({ label: `Logged ${told} of ${solution.name}`, put: { entries: [share(begun.id)] } });
  }
}

/** What the keeper sets in place of the record's: where it stands, where it is to go, and how fast. */
function Tried({
  worked: { input, outcome, begun },
  tried,
  onTry,
}: {
  readonly worked: Worked;
  readonly tried: CorrectionTried;
  readonly onTry: (tried: CorrectionTried) => void;
}) {
  const { book, tank } = useTank();
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
          placeholder={showText(quantity(rateKind, usual), book.settings.units)}
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

/** A dose that was lowered to bring a level down, and the day on which it goes back. */
function EasingUnderWay({ easing: { entry, endsAt } }: { readonly easing: Easing }) {
  const { book, tank } = useTank();
  const now = useNow();
  const commit = useCommitOnce();
  const { units, zone } = book.settings;
  const name = book.solutions.find(({ id }) => id === entry.solutionId)?.name ?? 'the part';
  const back = entry.backToMlPerDay ?? 0;
  const told = showText(quantity('doseRate', back), units);
  const over = now >= endsAt;
  const setBack = () =>
    void commit({
      label: `Set ${name} back to ${told}`,
      put: {
        entries: [...dosesSet(book, tank, now, [{ id: entry.solutionId, mlPerDay: back }]), { ...entry, endedAt: now }],
      },
    });
  return (
    <p className="mb-4 flex max-w-3xl flex-wrap items-center gap-3 border-l-2 border-kelp pl-3">
      <span className="min-w-0">
        {capitalised(entry.parameter)} is eased from {showText(quantity(entry.parameter, entry.from), units)} to{' '}
        {showText(quantity(entry.parameter, entry.to), units)} by a lowered dose of {name}
        {over
          ? `: its days were over on ${dayText(endsAt, zone)}. Test it, and set the dose back.`
          : ` until ${dayText(endsAt, zone)}.`}
      </span>
      <Button look={over ? 'main' : 'quiet'} onClick={setBack}>
        Set {name} back to {told}
      </Button>
    </p>
  );
}

/** Where the level goes: brought back, and as it stands. */
function Course({ worked: { input, outcome } }: { readonly worked: Worked }) {
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
