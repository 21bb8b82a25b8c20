'use client';

import { nanoid } from 'nanoid';
import { useRef } from 'react';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { topOff, type TopOffValues } from '@/calculators/top-off/top-off';
import { attempt } from '@/calculators/calculator/attempt';
import { topOffFailure } from '@/calculators/top-off/failure';
import { TOP_OFF_AMOUNTS } from '@/calculators/top-off/top-off-amounts';
import { quantity, showText } from '@/quantities/quantity';
import { deferred } from '@/interface/charts/deferred';
import { lazy } from '@/interface/lazy/lazy';
import { useForgetDrafts, useKeptState } from '@/interface/storage/kept-draft';
import { Figures } from '@/interface/answer/bench';
import { Button } from '@/interface/controls/button';
import { Sentence } from '@/interface/answer/phrases';
import { QuantityField } from '@/interface/fields/quantity-field';
import { without } from '@/interface/parts/without';
import { Worked } from '@/interface/answer/worked';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
import { draftQuestion } from '@/derived/dosing/draft-question';
import { withReservoir } from '@/derived/top-off/reservoir-mark';
import { failureQuestion } from '@/derived/limewater/top-off-failure';
import { topOffQuestion } from '@/derived/top-off/top-off-question';
import type { EntryDraft } from '@/record/schema';
import { TopOffPicture } from './top-off-picture';

const EvaporationByMonth = deferred(
  lazy(() => import('./evaporation-by-month').then((of) => of.EvaporationByMonth)),
  224,
);

/** What evaporates and how long the reservoir lasts; the next refills, the months, and what a cover would change. */
export function EvaporationAndReservoir() {
  const { snapshot, tank } = useTank();
  const { units } = snapshot.settings;
  const now = useNow();
  const commit = useCommitOnce();
  const form = 'loss';
  const forget = useForgetDrafts(form);
  const [loss, setLoss] = useKeptState<number | null>(`${form} loss`, null);
  // Typed and not saved yet, it holds on the other parts of this tank too.
  const [reservoir, setReservoir] = useKeptState<number | null>('tried reservoir', null, 'tank');
  const [refill, setRefill] = useKeptState<number | null>(`${form} refill`, null);
  const [stands, setStands] = useKeptState<number | null>(`${form} stands`, null);
  const [forDays, setForDays] = useKeptState<number | null>(`${form} forDays`, 14);

  const reservoirL = reservoir ?? tank.reservoirL;
  const tried = withReservoir({ ...tank, reservoirL }, tank, now);
  const record = topOffQuestion(snapshot, tried, now);
  const result = attempt(() =>
    topOff.run({
      ...record,
      forDays: forDays ?? 14,
      ...(loss === null ? {} : { litresPerDay: loss }),
    }),
  );
  const values = result.outcome?.values;
  const failure = attempt(() =>
    topOffFailure.run({
      ...failureQuestion(snapshot, tried, now),
      ...(loss !== null && { litresPerDay: loss }),
    }),
  ).outcome;
  const needed = values && reservoirL > 0 ? Math.max(0, reservoirL - values.leftL) : 0;
  const fields = useRef<HTMLDivElement>(null);

  const file = async (label: string, entry: EntryDraft, clear: () => void) => {
    if (!(await commit({ label, put: { entries: [{ id: nanoid(), tankId: tank.id, ...entry }] } }))) return;
    clear();
    forget();
  };
  // What is expected is never logged for what was measured: it would only confirm itself.
  const logRefill = () =>
    refill === null
      ? fields.current?.querySelector('input')?.focus()
      : void file(
          `Logged a refill of ${showText(quantity('volume', refill), units)}`,
          { kind: 'refill', at: now, volumeL: refill },
          () => setRefill((present) => (present === refill ? null : present)),
        );
  const keepReservoir = async () => {
    const label = `${tank.name}: a reservoir of ${showText(quantity('volume', reservoirL), units)}`;
    if (!(await commit({ label, put: { tanks: [tried] } }))) return;
    setReservoir(null);
    forget();
  };
  const own = tank.topOff?.litresPerDay;
  const keepLoss = async () => {
    if (loss === null) return;
    const label = `${tank.name}: evaporation of ${showText(quantity('waterRate', loss), units)}, your figure`;
    if (await commit({ label, put: { tanks: [{ ...tank, topOff: { ...tank.topOff, litresPerDay: loss } }] } }))
      setLoss(null);
  };
  const dropLoss = () =>
    void commit({
      label: `${tank.name}: evaporation by its log again`,
      put: { tanks: [{ ...tank, topOff: without(tank.topOff ?? {}, 'litresPerDay') }] },
    });
  const logLevel = () =>
    stands !== null &&
    void file(
      `Logged ${showText(quantity('volume', stands), units)} in the reservoir`,
      { kind: 'reservoir-level', at: now, litres: stands },
      () => setStands((present) => (present === stands ? null : present)),
    );

  return (
    <Worked
      result={result}
      otherwise="Say what the reservoir holds."
      actions={
        <>
          <Button look="main" onClick={logRefill}>
            {refill === null ? 'Log a refill' : `Log a refill of ${showText(quantity('volume', refill), units)}`}
          </Button>
          {stands !== null && <Button onClick={logLevel}>Log what stands in it</Button>}
          {loss !== null && <Button onClick={() => void keepLoss()}>Save this evaporation for every bench</Button>}
          {loss === null && own !== undefined && <Button onClick={dropLoss}>Use the log’s evaporation again</Button>}
          {reservoirL !== tank.reservoirL && <Button onClick={() => void keepReservoir()}>Save this reservoir</Button>}
        </>
      }
    >
      <div className="mt-5 grid gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)]">
        {values && failure && reservoirL > 0 && (
          <TopOffPicture
            tank={tried}
            failure={failure.values}
            salinity={record.salinity}
            leftL={values.leftL}
            drawnLPerDay={values.drawnLPerDay}
          />
        )}
        <div ref={fields}>
          <Figures title="What it rests on" narrow>
            <QuantityField
              narrow
              label="Refilled just now"
              expected={AMOUNTS.refill}
              value={refill}
              onChange={setRefill}
              placeholder={needed >= 0.05 ? `about ${showText(quantity('volume', needed), units, 2)}` : ''}
              hint={
                (refill !== null && draftQuestion(snapshot, tried, { kind: 'refill', at: now, volumeL: refill })) ||
                'to its mark'
              }
            />
            {reservoirL > 0 && (
              <QuantityField
                narrow
                label="Or it is at"
                expected={TOP_OFF_AMOUNTS.reservoirLevel}
                value={stands}
                onChange={setStands}
                hint={
                  (stands !== null &&
                    draftQuestion(snapshot, tried, { kind: 'reservoir-level', at: now, litres: stands })) ||
                  'looked at, not filled'
                }
              />
            )}
            <QuantityField
              narrow
              label="Evaporation"
              expected={TOP_OFF_AMOUNTS.evaporation}
              value={loss ?? values?.litresPerDay ?? null}
              digits={loss === null ? 3 : undefined}
              onChange={setLoss}
              onReset={loss === null ? undefined : () => setLoss(null)}
              hint={
                loss !== null
                  ? 'tried here only, until it is saved'
                  : own !== undefined
                    ? 'your figure, on every bench'
                    : values?.fromLog
                      ? 'from the log'
                      : 'from surface and room'
              }
            />
            <QuantityField
              narrow
              label="Reservoir"
              expected={AMOUNTS.reservoir}
              value={reservoirL}
              onChange={setReservoir}
              onReset={reservoir === null ? undefined : () => setReservoir(null)}
            />
            {reservoirL > 0 && (
              <QuantityField
                narrow
                label="It is to last"
                expected={TOP_OFF_AMOUNTS.away}
                value={forDays}
                onChange={setForDays}
                hint={
                  values
                    ? `needs ${showText(quantity('volume', values.neededL), units)} at the most that may be drawn`
                    : ''
                }
              />
            )}
          </Figures>
        </div>
      </div>
      {values && <Ahead values={values} reservoirL={reservoirL} limewaterLPerDay={record.limewaterLPerDay} />}
    </Worked>
  );
}

function Ahead({
  values,
  reservoirL,
  limewaterLPerDay,
}: {
  readonly values: TopOffValues;
  readonly reservoirL: number;
  readonly limewaterLPerDay: number;
}) {
  const { months, alternatives, refillsAhead, limewaterUpToL } = values;
  return (
    <div className="mt-6 grid gap-x-8 gap-y-6 lg:grid-cols-2">
      {months.length > 1 && <EvaporationByMonth months={months} />}
      <div className="min-w-0">
        {reservoirL > 0 && (
          <section aria-label="Refills to come">
            <h2 className="font-semibold">Refills to come</h2>
            {refillsAhead.length === 0 && (
              <p className="text-soft">The reservoir holds little more than a day’s water: fill it each day.</p>
            )}
            <ol>
              {refillsAhead.map(({ at, litres }) => (
                <li key={at} className="border-t border-line py-1">
                  <Sentence phrases={[{ moment: at, day: true }, ': about', quantity('volume', litres)]} />
                </li>
              ))}
            </ol>
          </section>
        )}
        {alternatives.length > 0 && (
          <section aria-label="What would change it" className="mt-4">
            <h2 className="font-semibold">What would change it</h2>
            <ul>
              {alternatives.map(({ what, litresPerDay, low, high }) => (
                <li key={what} className="border-t border-line py-1">
                  <Sentence
                    phrases={[
                      `With ${what}:`,
                      quantity('waterRate', litresPerDay),
                      ', between',
                      quantity('waterRate', low),
                      'and',
                      quantity('waterRate', high),
                      '.',
                    ]}
                  />
                </li>
              ))}
            </ul>
          </section>
        )}
        <p className="mt-4 border-t border-line pt-1">
          <Sentence
            phrases={[
              'Limewater shares this water: up to',
              quantity('waterRate', limewaterUpToL),
              'of it may be limewater, a tenth below the least that evaporates',
              ...(limewaterLPerDay > 0 ? ['; it takes', quantity('waterRate', limewaterLPerDay), 'now.'] : ['.']),
            ]}
          />
        </p>
      </div>
    </div>
  );
}
