'use client';

import { nanoid } from 'nanoid';
import { useState } from 'react';
import { ELEMENT_FACTS, type Element } from '@/chemistry/dosing/elements';
import { maintenanceDose, type PartDose } from '@/chemistry/dosing/maintenance';
import { effluentFlow } from '@/chemistry/reactor/effluent-flow';
import { attempt } from '@/chemistry/refusal';
import type { TankEvent } from '@/chemistry/tank-model/events';
import { quantity, showText } from '@/chemistry/units/quantity';
import { capitalised } from '@/chemistry/words';
import { Answer, Cautions, Working } from '@/interface/answer';
import { Bench, Figures } from '@/interface/bench';
import { Button } from '@/interface/button';
import { ChoiceRow } from '@/interface/choice-row';
import { SeriesChart } from '@/interface/charts/series-chart';
import { QuantityField } from '@/interface/quantity-field';
import { Refused } from '@/interface/refused';
import { marksOf } from '@/interface/tide/marks';
import { useTide } from '@/interface/tide/tide-context';
import { without } from '@/interface/without';
import { useCommit, useNow, useTank, useTitle } from '@/interface/workspace';
import { AMOUNTS } from '@/record/amounts';
import type { Entry, Tank } from '@/record/schema';
import { doseQuestion, reactorQuestion, type DoseOverrides, type DoseQuestion } from '@/reckoning/dose-question';
import { outlook } from '@/reckoning/outlook';
import { readingsOf } from '@/reckoning/readings';
import { standingAt } from '@/reckoning/standing';
import { Corrections } from './corrections';
import { ReactorPicture } from './reactor-picture';

/** The schools of replacing what a tank takes; each sees the same demand. */
const SCHOOLS: readonly (readonly [Tank['method'], string])[] = [
  ['parts', 'By parts'],
  ['reactor', 'By calcium reactor'],
  ['water-changes', 'By water changes'],
];

export function DoseBench() {
  const { book, tank } = useTank();
  const now = useNow();
  useTitle(`Dose, ${tank.name}`);
  const [method, setMethod] = useState(tank.method);
  const [overrides, setOverrides] = useState<DoseOverrides>({});
  const question = doseQuestion(book, tank, now, overrides);
  return (
    <Bench question="What does the tank take, and what replaces it?">
      <div className="mb-4">
        <ChoiceRow label="How it is replaced" choices={SCHOOLS} chosen={method} onChoose={setMethod} />
      </div>
      {method === 'reactor' ? (
        <ReactorAnswer question={question} overrides={overrides} onOverride={setOverrides} />
      ) : (
        <PartsAnswer
          question={question}
          overrides={overrides}
          onOverride={setOverrides}
          byWaterChanges={method === 'water-changes'}
        />
      )}
      <Corrections question={question} />
    </Bench>
  );
}

interface AnswerProps {
  readonly question: DoseQuestion;
  readonly overrides: DoseOverrides;
  readonly onOverride: (overrides: DoseOverrides) => void;
}

function PartsAnswer({
  question,
  overrides,
  onOverride,
  byWaterChanges,
}: AnswerProps & { readonly byWaterChanges: boolean }) {
  const { book, tank } = useTank();
  const now = useNow();
  const commit = useCommit();
  const { units } = book.settings;
  const { outcome, refusal } = attempt(() => maintenanceDose.run(question.input));
  const doses = outcome?.values.doses ?? [];
  const standing = standingAt(book, tank, now).doses;
  const changed = doses.filter(
    (dose) => Math.abs(round(dose.mlPerDay) - (standing.get(question.parts[dose.element]?.id ?? '') ?? 0)) > 0.05,
  );

  const setStanding = () => {
    const entries = changed.flatMap((dose): Entry[] => {
      const solution = question.parts[dose.element];
      return solution
        ? [
            {
              id: nanoid(),
              tankId: tank.id,
              at: now,
              kind: 'standing-dose',
              solutionId: solution.id,
              mlPerDay: round(dose.mlPerDay),
            },
          ]
        : [];
    });
    void commit({
      label: `Set ${changed.map((dose) => `${dose.part} to ${showText(quantity('doseRate', round(dose.mlPerDay)), units)}`).join(' and ')}`,
      put: { entries },
    });
  };

  return (
    <>
      {byWaterChanges && (
        <p className="mb-2 max-w-3xl text-soft">
          Water changes carry this tank. What follows is what parts would have to bring if they carried all of it.
        </p>
      )}
      {book.solutions.length === 0 ? (
        <Refused otherwise="Describe what you dose on the Tank bench, in grams of salt a litre; then the dose is worked out here." />
      ) : outcome ? (
        <Answer
          answer={outcome.answer}
          actions={
            doses.length > 0 && (
              <Button look="main" disabled={changed.length === 0} onClick={setStanding}>
                {changed.length === 0 ? 'This is what runs now' : 'Set as the standing dose from now'}
              </Button>
            )
          }
        />
      ) : (
        <Refused refusal={refusal} otherwise="" />
      )}
      {doses.length > 0 && (
        <NowAndThen doses={doses} standing={(element) => standing.get(question.parts[element]?.id ?? '') ?? 0} />
      )}
      <Picture question={question} doses={doses} />
      <DemandFigures question={question} overrides={overrides} onOverride={onOverride} />
      {outcome && <Working steps={outcome.working} />}
      {outcome && <Cautions cautions={outcome.cautions} />}
    </>
  );
}

/** A pump is set to a tenth of a millilitre at best. */
function round(mlPerDay: number): number {
  return Math.round(mlPerDay * 10) / 10;
}

function NowAndThen({
  doses,
  standing,
}: {
  readonly doses: readonly PartDose[];
  readonly standing: (element: Element) => number;
}) {
  const {
    book: {
      settings: { units },
    },
  } = useTank();
  return (
    <p className="mt-2 max-w-3xl text-sm text-soft">
      Running now:{' '}
      {doses
        .map(
          (dose) =>
            `${dose.part} ${standing(dose.element) > 0 ? showText(quantity('doseRate', standing(dose.element)), units) : 'off'}`,
        )
        .join(', ')}
      .
    </p>
  );
}

/** Alkalinity as read, as it is heading, and as it would head at the answer. */
function Picture({ question, doses }: { readonly question: DoseQuestion; readonly doses: readonly PartDose[] }) {
  const { book, tank } = useTank();
  const { from, to } = useTide();
  const now = useNow();
  const dose = doses.find(({ element }) => element === 'alkalinity');
  const solution = question.parts.alkalinity;
  const plan: TankEvent[] =
    dose && solution
      ? [
          {
            kind: 'rate',
            at: now,
            source: solution.id,
            perDay: { alkalinity: dose.mlPerDay * (question.input.parts.alkalinity?.perMl ?? 0) },
          },
        ]
      : [];
  const planned = plan.length > 0 ? outlook(book, tank, 'alkalinity', now, to, plan).filter(({ at }) => at >= now) : [];
  return (
    <div className="mt-5 max-w-4xl">
      <SeriesChart
        parameter="alkalinity"
        readings={readingsOf(book, tank.id, 'alkalinity')}
        band={tank.targets.alkalinity}
        ahead={outlook(book, tank, 'alkalinity', now, to)}
        planned={planned}
        plannedWords="at this dose"
        marks={marksOf(book, tank.id, from, to)}
        height={210}
      />
    </div>
  );
}

function DemandFigures({ question, overrides, onOverride }: AnswerProps) {
  const { demand } = question.input;
  const setPerDay = (element: Element, amount: number | null) => {
    const rest = without(overrides.perDay ?? {}, element);
    onOverride({ ...overrides, perDay: amount === null ? rest : { ...rest, [element]: amount } });
  };
  const field = (element: Element, high: number) => (
    <QuantityField
      label={`${capitalised(element)} taken a day`}
      expected={{ field: `${element} taken a day`, kind: ELEMENT_FACTS[element].rateKind, low: 0, high }}
      value={overrides.perDay?.[element] ?? demand[element]?.perDay ?? null}
      digits={overrides.perDay?.[element] === undefined ? 3 : 5}
      onChange={(amount) => setPerDay(element, amount)}
      onReset={overrides.perDay?.[element] === undefined ? undefined : () => setPerDay(element, null)}
      {...(demand[element] ? { hint: demand[element].from } : { hint: 'two readings a day or more apart would tell' })}
    />
  );
  const withoutVolume = without(overrides, 'netVolumeL');
  return (
    <div className="mt-5">
      <Figures title="What it rests on">
        {field('alkalinity', 2)}
        {question.parts.calcium && field('calcium', 60)}
        <QuantityField
          label="Net volume"
          expected={AMOUNTS.netVolume}
          value={question.volumeL}
          onChange={(amount) => onOverride(amount === null ? withoutVolume : { ...overrides, netVolumeL: amount })}
          onReset={overrides.netVolumeL === undefined ? undefined : () => onOverride(withoutVolume)}
          hint="water only, without rock and sand"
        />
      </Figures>
    </div>
  );
}

function ReactorAnswer({ question, overrides, onOverride }: AnswerProps) {
  const { book, tank } = useTank();
  const { units } = book.settings;
  const now = useNow();
  const commit = useCommit();
  const [effluent, setEffluent] = useState<number | null>(null);
  const [tankAlkalinity, setTankAlkalinity] = useState<number | null>(null);
  const input = reactorQuestion(book, tank, now, question, {
    ...(effluent === null ? {} : { effluent }),
    ...(tankAlkalinity === null ? {} : { tankAlkalinity }),
  });
  const { outcome, refusal } = attempt(() => (input ? effluentFlow.run(input) : undefined));
  const setRunning = () => {
    if (!outcome || !input) return;
    const mlPerMin = round(outcome.values.mlPerMin);
    void commit({
      label: `Set the reactor to ${showText(quantity('flow', mlPerMin), units)}`,
      put: {
        entries: [
          {
            id: nanoid(),
            tankId: tank.id,
            at: now,
            kind: 'reactor',
            mlPerMin,
            effluentAlkalinity: input.effluentAlkalinity,
          },
        ],
      },
    });
  };
  return (
    <>
      {outcome ? (
        <Answer
          answer={outcome.answer}
          actions={
            <Button look="main" onClick={setRunning}>
              Set as the reactor’s flow from now
            </Button>
          }
        />
      ) : (
        <Refused
          refusal={refusal}
          otherwise={
            question.input.demand.alkalinity
              ? 'Test the effluent’s alkalinity and enter it: then the flow is worked out.'
              : 'Test the tank’s alkalinity twice, a few days apart, and log what you dose: then the flow can be worked out.'
          }
        />
      )}
      <div className="mt-5 grid gap-8 md:grid-cols-[minmax(0,24rem)_minmax(0,1fr)]">
        {outcome && input && (
          <ReactorPicture
            mlPerMin={outcome.values.mlPerMin}
            effluent={input.effluentAlkalinity}
            tank={input.tankAlkalinity}
            co2GPerDay={outcome.values.co2GPerDay}
            mediaGPerDay={outcome.values.mediaGPerDay}
            units={units}
          />
        )}
        <Figures title="At the reactor">
          <QuantityField
            label="Effluent alkalinity"
            expected={AMOUNTS.effluent}
            value={effluent ?? input?.effluentAlkalinity ?? null}
            onChange={setEffluent}
            required
            hint="measured where it drips back"
          />
          <QuantityField
            label="Tank alkalinity"
            expected={{ ...AMOUNTS.effluent, field: 'tank alkalinity', high: 9 }}
            value={tankAlkalinity ?? input?.tankAlkalinity ?? null}
            digits={tankAlkalinity === null ? 3 : 5}
            onChange={setTankAlkalinity}
            onReset={tankAlkalinity === null ? undefined : () => setTankAlkalinity(null)}
            hint="the level the readings tell, unless you say"
          />
        </Figures>
      </div>
      <DemandFigures question={question} overrides={overrides} onOverride={onOverride} />
      {outcome && <Working steps={outcome.working} />}
      {outcome && <Cautions cautions={outcome.cautions} />}
    </>
  );
}
