'use client';

import { limewater } from '@/calculators/limewater/limewater';
import { STRENGTHS_AGREE } from '@/calculators/limewater/strength';
import { TOP_OFF_AMOUNTS } from '@/calculators/top-off/top-off-amounts';
import { attempt } from '@/calculators/calculator/attempt';
import { quantity, showText } from '@/quantities/quantity';
import { Figures } from '@/interface/answer/bench';
import { Button } from '@/interface/controls/button';
import { CourseChart } from '@/interface/charts/pictures';
import { useKeptState } from '@/interface/storage/kept-draft';
import { QuantityField } from '@/interface/fields/quantity-field';
import { WhatWasDosed } from '@/interface/parts/what-was-dosed';
import { Worked } from '@/interface/answer/worked';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
import { NextStep } from '@/interface/answer/next-step';
import { dripNow, limewaterMadeOf, limewaterOf, limewaterQuestion } from '@/derived/limewater/limewater-question';
import { unsaidSupply } from '@/derived/balance/known-supply';
import { limewaterSet } from '@/derived/limewater/set-limewater';
import { remade } from '@/record/solution-history';
import { HowItIsMade } from './how-it-is-made';
import { LimewaterPicture } from './limewater-picture';

/** Looked ahead, in the picture. */
const AHEAD_DAYS = 730;
const POINTS = 24;

/** How strong it is, how much of it fits, what share of the consumption it supports and until when. */
export function StrengthAndRoom() {
  const { snapshot, tank } = useTank();
  const { units } = snapshot.settings;
  const now = useNow();
  const commit = useCommitOnce();
  const [tried, setTried] = useKeptState<number | null>('limewater litres', null);
  const question = limewaterQuestion(snapshot, tank, now, tried === null ? {} : { litresPerDay: tried });
  const result = question && attempt(() => limewater.run(question));
  const values = result?.outcome?.values;
  const made = limewaterMadeOf(snapshot, tank, now);
  const solution = limewaterOf(snapshot, tank);
  const litres = Number(question?.litresPerDay ?? 0);
  const suggested = values ? Math.floor(Math.min(values.roomL, values.neededL ?? Infinity) * 1000) / 1000 : 0;
  const amount = (value: number) => showText(quantity('waterRate', value), units);
  const set = async (litresPerDay: number) => {
    const { hours, pulses } = dripNow(snapshot, tank, now);
    const put = limewaterSet(snapshot, tank, now, { litresPerDay, hours, pulses });
    if (await commit({ label: `Limewater set to ${amount(litresPerDay)}`, put })) setTried(null);
  };
  const dosedGPerL = solution?.parts.find(({ reagent }) => reagent === 'calcium-hydroxide')?.gramsPerL;
  const measured = values && dosedGPerL !== undefined ? values.madeGPerL : undefined;
  const differs =
    measured !== undefined && measured > 0.01 && Math.abs(measured / (dosedGPerL ?? 1) - 1) > STRENGTHS_AGREE;
  const takeOver = () => {
    if (!solution || measured === undefined) return;
    const parts = [{ reagent: 'calcium-hydroxide' as const, gramsPerL: Math.min(1.73, measured) }];
    void commit({
      label: `${solution.name} at ${made.tested ? 'its measured strength' : 'the strength it is made at'} from now`,
      put: { solutions: [remade(solution, { parts }, now, 'now')] },
      base: { solutions: [solution] },
    });
  };
  const reduce = values !== undefined && (values.over || litres > Number(question?.evaporation.low));
  const change = tried !== null && !reduce ? tried : litres === 0 || reduce ? suggested : undefined;
  return (
    <>
      <Worked
        result={result}
        otherwise="Say what evaporates first: Evaporation and top-off works it out from the open surface, or from the reservoir’s refills."
        next={<NextStep bench="top-off" words="Work out evaporation" />}
        actions={
          <>
            {change !== undefined && change > 0 && (
              <Button look="main" onClick={() => void set(change)}>
                Set limewater to {amount(change)} from now
              </Button>
            )}
            {differs && measured !== undefined && (
              <Button onClick={takeOver}>Reckon with {showText(quantity('strength', measured), units)} from now</Button>
            )}
          </>
        }
      >
        {question && (
          <div className="mt-5 grid max-w-5xl gap-8 lg:grid-cols-[minmax(0,26rem)_minmax(0,1fr)]">
            {values && (
              <LimewaterPicture
                made={made}
                values={values}
                evaporation={{
                  low: Number(question.evaporation.low),
                  middle: Number(question.evaporation.litresPerDay),
                  high: Number(question.evaporation.high),
                }}
                litresPerDay={litres}
                units={units}
              />
            )}
            <div className="min-w-0">
              <Figures title="What if">
                <QuantityField
                  label="Limewater a day"
                  expected={{ ...TOP_OFF_AMOUNTS.drip, field: 'limewater a day' }}
                  value={tried ?? litres}
                  onChange={setTried}
                  onReset={tried === null ? undefined : () => setTried(null)}
                  hint={values ? `room for ${amount(values.roomL)}` : 'no more than evaporates'}
                />
              </Figures>
              {values && question.consumption !== undefined && (
                <div className="mt-5">
                  <Ahead
                    consumption={Number(question.consumption)}
                    growth={question.growthPerMonth ?? 0}
                    room={values.room}
                    supplies={values.supplies}
                  />
                </div>
              )}
            </div>
          </div>
        )}
      </Worked>
      <WhatWasDosed unsaid={unsaidSupply(snapshot, tank, now)} />
      <HowItIsMade />
    </>
  );
}

/** What the tank consumes as it grows, against what limewater supplies now and with all its room. */
function Ahead({
  consumption,
  growth,
  room,
  supplies,
}: {
  readonly consumption: number;
  readonly growth: number;
  readonly room: number;
  readonly supplies: number;
}) {
  const days = Array.from({ length: POINTS + 1 }, (_, i) => (i * AHEAD_DAYS) / POINTS);
  const level = (value: number) => days.map((day) => ({ days: day, value }));
  return (
    <CourseChart
      name="alkalinity a day"
      title="consumption over two years"
      kind="alkalinityRate"
      height={190}
      lines={[
        {
          label: 'consumption',
          points: days.map((day) => ({ days: day, value: consumption * (1 + Math.max(0, growth)) ** (day / 30.44) })),
        },
        { label: 'all the room', points: level(room) },
        ...(supplies > 0 ? [{ label: 'as dosed', points: level(supplies) }] : []),
      ]}
    />
  );
}
