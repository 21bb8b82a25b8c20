'use client';

import { nanoid } from 'nanoid';
import { quantity, showText } from '@/quantities/quantity';
import { Answer } from '@/interface/answer/answer';
import { Button } from '@/interface/controls/button';
import { Sentence } from '@/interface/answer/phrases';
import { Refused } from '@/interface/answer/refused';
import { whenText } from '@/interface/time/when';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
import { useCycle } from '@/interface/workspace/cycle-context';
import { ammoniaBottles, putIn } from '@/derived/cycle/cycle';
import { challengesOf } from '@/derived/cycle/new-tank';
import { ammoniaBottleMl, ammoniumChlorideG } from '@/chemistry/cycle/ammonia-dose';
import { ANIMALS } from '@/calculators/cycle/cycle-input';
import { CYCLE_SCHOOLS } from '@/calculators/cycle/cycle-schools';
import { netVolumeL } from '@/record/schema';

/** What a tank is put to the test with, mg/L. Common practice: 1 to 2. */
const RAISED = 2;

/** A known dose of ammonia that must be gone in a day; each one's result is worked out from the log again. */
export function ChallengePanel() {
  const { snapshot, tank } = useTank();
  const { units, zone } = snapshot.settings;
  const now = useNow();
  const commit = useCommitOnce();
  const challenges = challengesOf(snapshot, tank).filter(({ at }) => at <= now);
  const last = challenges.at(-1);
  const animals = putIn(snapshot, tank).some(({ what, at }) => at <= now && ANIMALS.includes(what));
  const stage = useCycle().result?.outcome?.values.stage;
  const ready = tank.cycle?.doneAt !== undefined || stage === 'cycled' || stage === 'waiting to confirm';
  const netL = netVolumeL(tank);
  // Living rock carries animals, and fish are animals: neither is given ammonia. What was tried is still told.
  const alive = animals || (tank.cycle && CYCLE_SCHOOLS[tank.cycle.school].rock === 'live');
  if (alive && !last) return null;
  const [first] = ammoniaBottles(snapshot);
  const bottle = first?.solution;
  const ml = first && ammoniaBottleMl(RAISED, netL, first.ammoniaMgPerL);
  const grams = ammoniumChlorideG(RAISED, netL);
  return (
    <section aria-label="Put to the test" className="mt-8 max-w-3xl">
      <h2 className="text-lg font-semibold">Put to the test</h2>
      {last?.result?.outcome && <Answer answer={last.result.outcome.answer} label="The last test by dose" lesser />}
      {last?.result?.refusal && <Refused refusal={last.result.refusal} otherwise="" lesser />}
      {last && !last.result && (
        <p>
          <Sentence
            phrases={[
              quantity('ammonia', last.raised),
              'went in',
              { moment: last.at },
              ': test ammonia and nitrite',
              { moment: last.dueAt },
              '.',
            ]}
          />
        </p>
      )}
      {!animals && !ready && (
        <p className="text-soft">Once ammonia and nitrite both read zero, a measured dose shows whether it lasts.</p>
      )}
      {!animals && ready && (!last || last.result) && (
        <p className="mt-1">
          <Sentence
            phrases={[
              'Dose',
              ...(bottle && ml !== undefined
                ? [quantity('dose', ml), `of ${bottle.name}`]
                : [quantity('mass', grams), 'of ammonium chloride']),
              'for',
              quantity('ammonia', RAISED),
              'and test a day later: both must read zero.',
            ]}
          />
          {bottle && ml !== undefined && (
            <Button
              look="quiet"
              onClick={() =>
                void commit({
                  label: `Logged ${showText(quantity('dose', ml), units)} of ${bottle.name}`,
                  put: {
                    entries: [
                      { id: nanoid(), tankId: tank.id, at: now, kind: 'dose', solutionId: bottle.id, volumeMl: ml },
                    ],
                  },
                })
              }
            >
              Log this dose
            </Button>
          )}
        </p>
      )}
      {animals && <p className="text-soft">With animals in, no ammonia is dosed: their own food is the test.</p>}
      {challenges.length > 1 && (
        <ul aria-label="Tests before" className="mt-1 text-sm text-soft">
          {challenges.slice(0, -1).map(({ at, result }) => (
            <li key={at}>
              {whenText(at, now, zone, 'day')}:{' '}
              {result?.outcome
                ? `${result.outcome.values.passed ? 'passed' : 'not passed'}, ${showText(quantity('ammoniaRate', result.outcome.values.perDay), units)}`
                : 'not tested after'}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
