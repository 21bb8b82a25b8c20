'use client';

import { nanoid } from 'nanoid';
import { useState } from 'react';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { listed } from '@/calculators/calculator/words';
import { doseSchedule } from '@/calculators/dosing/dose-schedule';
import { attempt } from '@/calculators/calculator/attempt';
import { Bench } from '@/interface/answer/bench';
import { quantity, showText } from '@/quantities/quantity';
import { Button } from '@/interface/controls/button';
import { ChoiceRow } from '@/interface/controls/choice-row';
import { CourseChart } from '@/interface/charts/pictures';
import { useKeptState } from '@/interface/storage/kept-draft';
import { QuantityField } from '@/interface/fields/quantity-field';
import { useWidth } from '@/interface/controls/use-width';
import { Worked } from '@/interface/answer/worked';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
import type { Hours } from '@/record/kinds/entry-kind';
import type { Entry } from '@/record/schema';
import { lightsOf, USUAL_LIGHTS } from '@/derived/day/day-of-tank';
import { scheduleQuestion } from '@/derived/schedule/schedule-question';
import { dosesRunning, type PartSchedule } from '@/derived/balance/what-goes-in';
import { DayStrip } from '@/interface/charts/day-strip';
import { ClockFields } from '@/interface/controls/clock-fields';
import { NextStep } from '@/interface/answer/next-step';
import { patternOf, windowsOf, type Pattern } from './patterns';
import { PumpDeliveries } from './pump-deliveries';

const DAY = 1440;
const PATTERNS: readonly (readonly [Pattern, string])[] = [
  ['round the clock', 'Round the clock'],
  ['lights off', 'Lights off'],
  ['two stretches', 'Two stretches'],
  ['own hours', 'Own hours'],
];
/** When each part is dosed, drawn over a day against the lights, and what the day's water makes of it. */
export function ScheduleBench() {
  return (
    <Bench>
      <Schedule />
    </Bench>
  );
}

function Schedule() {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const commit = useCommitOnce();
  const runs = dosesRunning(snapshot, tank, now);
  const [tried, setTried] = useKeptState<Readonly<Record<string, PartSchedule>>>(`schedule of ${tank.id}`, {});
  const [ref, width] = useWidth(600);
  const lights = lightsOf(snapshot, tank, now);
  const parts = runs.map((run) => ({ ...(tried[run.solutionId] ?? run), mlPerDay: run.mlPerDay }));
  const result = attempt(() => doseSchedule.run(scheduleQuestion(snapshot, tank, now, parts)));
  const values = result.outcome?.values;
  const nameOf = (id: string) => snapshot.solutions.find((solution) => solution.id === id)?.name ?? '';
  const change = (part: PartSchedule, over: Partial<PartSchedule>) =>
    setTried({ ...tried, [part.solutionId]: { ...part, ...over } });
  const changed = parts.filter((part) => {
    const run = runs.find(({ solutionId }) => solutionId === part.solutionId);
    return JSON.stringify([run?.windows, run?.doses]) !== JSON.stringify([part.windows, part.doses]);
  });
  const mended = values?.mended ?? [];
  const mend = () =>
    setTried((present) => ({
      ...present,
      ...Object.fromEntries(
        mended.flatMap(({ index, windows }) => {
          const part = parts[index];
          return part ? [[part.solutionId, { ...part, windows }] as const] : [];
        }),
      ),
    }));
  const keep = async () => {
    const entries = changed.map(({ solutionId, mlPerDay, windows: [hours, alsoHours], doses }): Entry => ({
      id: nanoid(),
      tankId: tank.id,
      at: now,
      kind: 'standing-dose',
      solutionId,
      mlPerDay,
      ...(hours && { hours }),
      ...(alsoHours && { alsoHours }),
      ...(doses > 0 && { pulses: doses }),
    }));
    const label = `Set the hours of ${listed(changed.map(({ solutionId }) => nameOf(solutionId)))}`;
    if (await commit({ label, put: { entries } })) setTried({});
  };
  return (
    <>
      <Worked
        result={runs.length === 0 ? undefined : result}
        otherwise="Set a dose first: then its hours are drawn here."
        next={<NextStep bench="dosing" words="Set a dose" />}
        actions={
          <>
            <Button look="main" disabled={changed.length === 0} onClick={() => void keep()}>
              {changed.length === 0 ? 'This is how it runs now' : 'Set these hours from now'}
            </Button>
            {mended.length > 0 && (
              <Button onClick={mend}>
                Move {listed(mended.map(({ name, laterMinutes }) => `${name} ${laterWords(laterMinutes)} later`))}
              </Button>
            )}
            {changed.length > 0 && (
              <Button look="quiet" onClick={() => setTried({})}>
                Back to what runs
              </Button>
            )}
          </>
        }
      >
        {runs.length > 0 && (
          <>
            <div ref={ref} className="mt-5 max-w-5xl">
              <h2 className="font-semibold">The day</h2>
              <p className="text-sm text-soft">
                Drag over a row to draw its hours, or set them below.{' '}
                {!lights && 'No lights are logged: “lights 10:00 to 20:00” in the line draws them.'}
              </p>
              <DayStrip
                lights={lights}
                width={width}
                rows={parts.map((part, i) => ({
                  id: part.solutionId,
                  name: nameOf(part.solutionId),
                  windows: part.windows,
                  atMinutes: values?.parts[i]?.atMinutes ?? [],
                }))}
                onDraw={(id, window) => {
                  const part = parts.find(({ solutionId }) => solutionId === id);
                  if (part) change(part, { windows: [window] });
                }}
              />
            </div>
            {values && (
              <div className="mt-4 grid max-w-5xl gap-x-8 gap-y-4 lg:grid-cols-2">
                <CourseChart
                  name="alkalinity"
                  title="alkalinity within the day"
                  kind="alkalinity"
                  time="hours"
                  since="of the day"
                  height={170}
                  lines={[
                    {
                      label: 'by this schedule',
                      points: values.day.points.map(({ minute, alkalinity }) => ({
                        days: minute / DAY,
                        value: alkalinity,
                      })),
                    },
                  ]}
                />
                <CourseChart
                  name="pH"
                  title="pH within the day"
                  kind="ph"
                  time="hours"
                  since="of the day"
                  height={170}
                  lines={[
                    {
                      label: 'by this schedule',
                      points: values.day.points.map(({ minute, ph }) => ({ days: minute / DAY, value: ph })),
                    },
                  ]}
                />
              </div>
            )}
            <div className="mt-6 grid max-w-5xl gap-x-8 gap-y-6 lg:grid-cols-2">
              {parts.map((part, i) => (
                <PartHours
                  key={part.solutionId}
                  name={nameOf(part.solutionId)}
                  part={part}
                  lights={lights ?? USUAL_LIGHTS}
                  each={values?.parts[i]}
                  onChange={(over) => change(part, over)}
                />
              ))}
            </div>
          </>
        )}
      </Worked>
      <PumpDeliveries />
    </>
  );
}

/** "45 min", "2 h 15 min". */
function laterWords(minutes: number): string {
  const [hours, rest] = [Math.floor(minutes / 60), minutes % 60];
  return [...(hours > 0 ? [`${hours} h`] : []), ...(rest > 0 ? [`${rest} min`] : [])].join(' ');
}

/** The hours of one part and its doses a day. */
function PartHours({
  name,
  part,
  lights,
  each,
  onChange,
}: {
  readonly name: string;
  readonly part: PartSchedule;
  readonly lights: Hours;
  readonly each:
    { readonly mlEach: number; readonly mlPerHour: number; readonly runSeconds: number | undefined } | undefined;
  readonly onChange: (over: Partial<PartSchedule>) => void;
}) {
  const {
    snapshot: {
      settings: { units },
    },
  } = useTank();
  const [asked, setAsked] = useState<Pattern>();
  const pattern = asked ?? patternOf(part.windows, lights);
  const choose = (chosen: Pattern) => {
    setAsked(chosen);
    onChange({ windows: windowsOf(chosen, lights, part.windows) });
  };
  const [first = { fromMinute: 1320, forMinutes: 600 }, second] = part.windows;
  const dose = (ml: number) => showText(quantity('dose', ml), units);
  return (
    <fieldset className="min-w-0 border-t border-line pt-3">
      <legend className="sr-only">{name}</legend>
      <p className="font-semibold">
        {name}, {showText(quantity('doseRate', part.mlPerDay), units)}
      </p>
      {each && (
        <p className="text-sm text-soft">
          {part.doses > 0 ? `${dose(each.mlEach)} at once` : `${dose(each.mlPerHour)} an hour`}
          {each.runSeconds !== undefined && `; the pump runs ${Math.round(each.runSeconds)} s for it`}
        </p>
      )}
      <div className="mt-1 -ml-2.5">
        <ChoiceRow label={`Hours of ${name}`} choices={PATTERNS} chosen={pattern} onChoose={choose} />
      </div>
      <div className="mt-2 flex flex-wrap gap-x-5 gap-y-3">
        {pattern === 'own hours' && (
          <ClockFields
            label={`${name} from`}
            hours={first}
            onChange={(hours) => onChange({ windows: [hours, ...(second ? [second] : [])] })}
          />
        )}
        <QuantityField
          narrow
          label="Doses a day"
          spoken={`Doses a day of ${name}`}
          expected={{ ...AMOUNTS.pulses, low: 0 }}
          value={part.doses}
          onChange={(doses) => onChange({ doses: Math.round(doses ?? 0) })}
          hint="0: it drips"
        />
      </div>
    </fieldset>
  );
}
