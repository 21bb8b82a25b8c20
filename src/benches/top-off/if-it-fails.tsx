'use client';

import { given } from '@/calculators/calculator/given';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { readingExpectation } from '@/calculators/parameters/parameters';
import { attempt } from '@/calculators/calculator/attempt';
import type { FailureValues, Limited } from '@/calculators/top-off/failed';
import { topOffFailure } from '@/calculators/top-off/failure';
import { HARM } from '@/calculators/top-off/harm';
import { TOP_OFF_AMOUNTS } from '@/calculators/top-off/top-off-amounts';
import { quantity, showText } from '@/quantities/quantity';
import { useKeptState } from '@/interface/storage/kept-draft';
import { Figures } from '@/interface/answer/bench';
import { Button } from '@/interface/controls/button';
import { CourseChart } from '@/interface/charts/pictures';
import { Sentence } from '@/interface/answer/phrases';
import { QuantityField } from '@/interface/fields/quantity-field';
import { Worked } from '@/interface/answer/worked';
import { useCommit, useNow, useTank } from '@/interface/workspace/workspace';
import { NextStep } from '@/interface/answer/next-step';
import { failureQuestion } from '@/derived/limewater/top-off-failure';
import { withReservoir } from '@/derived/top-off/reservoir-mark';
import { evaporationOf } from '@/derived/top-off/top-off-question';
import { TopOffPicture } from './top-off-picture';

const LIMIT_WORDS: Record<Limited['by'], string> = {
  nothing: 'Nothing stops it',
  'second sensor': 'A second sensor cuts the pump',
  'time limit': 'The pump’s time is limited',
};

/** The two accidents that frame a top-off, drawn: the whole reservoir in the tank, and nothing coming at all. */
export function IfItFails() {
  const { snapshot, tank } = useTank();
  const { units } = snapshot.settings;
  const now = useNow();
  const commit = useCommit();
  const [reservoir, setReservoir] = useKeptState<number | null>('tried reservoir', null, 'tank');
  const [floor, setFloor] = useKeptState<number | null>('if-it-fails floor', null);
  const [runLimit, setRunLimit] = useKeptState<number | null>('if-it-fails runLimit', null);
  const tried = withReservoir({ ...tank, reservoirL: reservoir ?? tank.reservoirL }, tank, now);
  const question = {
    ...failureQuestion(snapshot, tried, now),
    ...given({ floorSalinity: floor, runLimitDays: runLimit }),
  };
  const result = attempt(() => topOffFailure.run(question));
  const values = result.outcome?.values;
  const loss = evaporationOf(snapshot, tried, now);
  const mark =
    values && values.worst.salinity < values.floor && values.largestL >= 1
      ? Math.floor(values.largestL * 2) / 2
      : undefined;
  const changed = reservoir !== null || floor !== null || runLimit !== null;
  const keep = async () => {
    const done = await commit({
      label: `${tank.name}: saved the reservoir and its limits`,
      put: {
        tanks: [
          {
            ...tried,
            topOff: {
              ...tried.topOff,
              ...given({ floorSalinity: floor, runLimitDays: runLimit }),
            },
          },
        ],
      },
    });
    if (done) setReservoir(null);
  };
  return (
    <Worked
      result={result}
      otherwise="Say what the reservoir holds."
      next={<NextStep bench="top-off" words="Say what the reservoir holds" />}
      actions={
        changed ? (
          <Button look="main" onClick={() => void keep()}>
            Save these
          </Button>
        ) : (
          mark !== undefined && (
            <Button look="main" onClick={() => setReservoir(mark)}>
              Try a mark at {showText(quantity('volume', mark), units)}
            </Button>
          )
        )
      }
    >
      <div className="mt-5 grid gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)]">
        {values && tried.reservoirL > 0 && (
          <TopOffPicture
            tank={tried}
            failure={values}
            salinity={question.salinity}
            leftL={tried.reservoirL}
            drawnLPerDay={loss?.drawnLPerDay}
          />
        )}
        <div className="min-w-0">
          <Figures title="What if" narrow>
            <QuantityField
              narrow
              label="The reservoir held"
              expected={AMOUNTS.reservoir}
              value={tried.reservoirL}
              onChange={setReservoir}
              onReset={reservoir === null ? undefined : () => setReservoir(null)}
            />
            <QuantityField
              narrow
              label="Lowest salinity put up with"
              expected={{ ...readingExpectation('salinity'), low: 5, field: 'lowest salinity put up with' }}
              value={floor ?? values?.floor ?? null}
              onChange={setFloor}
              onReset={floor === null ? undefined : () => setFloor(null)}
            />
            <QuantityField
              narrow
              label="Longest the pump may run"
              expected={TOP_OFF_AMOUNTS.runLimit}
              value={runLimit ?? question.runLimitDays ?? null}
              onChange={setRunLimit}
              hint="as in 10 min, if its controller can"
            />
          </Figures>
          {values && <Limits values={values} sensorsSay={values.sensorsSay} />}
        </div>
      </div>
      {values && <Courses values={values} band={[question.band.low, question.band.high]} />}
      <p className="mt-4 max-w-3xl text-soft">
        {showText(quantity('salinity', HARM.low), units)} and {showText(quantity('salinity', HARM.high), units)} are the
        bounds taken here for harm within hours; they are chosen, and a reef is held well inside.
      </p>
    </Worked>
  );
}

function Limits({ values, sensorsSay }: { readonly values: FailureValues; readonly sensorsSay: string }) {
  return (
    <section aria-label="What would stop it" className="mt-4">
      <h2 className="font-semibold">What would stop it</h2>
      <ul>
        {values.limits.map(({ by, letsInL, salinity, spiltL }) => (
          <li key={by} className="border-t border-line py-1">
            <Sentence
              phrases={[
                `${LIMIT_WORDS[by]}:`,
                quantity('volume', letsInL),
                'come in,',
                quantity('salinity', salinity),
                ...(spiltL > 0.05 ? [',', quantity('volume', spiltL), 'on the floor'] : []),
                '.',
              ]}
            />
          </li>
        ))}
        <li className="border-t border-line py-1">{sensorsSay}</li>
        {values.limits.length === 1 && (
          <li className="border-t border-line py-1 text-soft">
            A second sensor or a limit on the pump’s time would; tell how it stands, and what they let in is drawn.
          </li>
        )}
      </ul>
    </section>
  );
}

function Courses({ values, band }: { readonly values: FailureValues; readonly band: readonly [number, number] }) {
  const { worst, stopped } = values;
  const rim = worst.course.find(({ spiltL }, i) => spiltL <= 1e-9 && (worst.course[i + 1]?.spiltL ?? 0) > 1e-9);
  const minutes = (worst.hours ?? 0) < 3;
  return (
    <div className="mt-6 grid gap-x-8 gap-y-6 lg:grid-cols-2">
      {worst.hours !== undefined && worst.hours > 0 && (
        <CourseChart
          title="Stuck on"
          name="salinity"
          kind="salinity"
          band={band}
          height={200}
          time={minutes ? 'minutes' : 'hours'}
          lines={[{ label: 'salinity', points: pointsOf(worst.course) }]}
          turns={rim ? [{ days: rim.hours / 24, words: 'over the rim' }] : []}
        />
      )}
      {stopped && stopped.course.length > 1 && stopped.hoursToBand !== undefined && (
        <CourseChart
          title="No top-off"
          name="salinity"
          kind="salinity"
          band={band}
          height={200}
          lines={[
            {
              label: 'salinity',
              points: pointsOf(
                stopped.course.filter(({ hours }) => hours <= Math.max(72, 1.2 * (stopped.hoursToHarm ?? 168))),
              ),
            },
          ]}
          turns={[
            { days: stopped.hoursToBand / 24, words: 'out of the band' },
            ...(stopped.hoursToAir === undefined ? [] : [{ days: stopped.hoursToAir / 24, words: 'return draws air' }]),
          ]}
        />
      )}
    </div>
  );
}

function pointsOf(course: FailureValues['worst']['course']) {
  return course.map(({ hours, salinity }) => ({ days: hours / 24, value: salinity }));
}
