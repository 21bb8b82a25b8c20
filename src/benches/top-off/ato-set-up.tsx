'use client';

import { useId, type ReactNode } from 'react';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { COVER_NAMES, MOVED_NAMES } from '@/calculators/evaporation/surface-names';
import { COVER_IDS, MOVED_IDS, SURFACE_PLACES } from '@/chemistry/evaporation/surfaces';
import { readingExpectation } from '@/calculators/parameters/parameters';
import { attempt } from '@/calculators/calculator/attempt';
import { topOffFailure } from '@/calculators/top-off/failure';
import { SENSOR_IDS, SENSORS, type SensorId } from '@/calculators/top-off/sensors';
import { TOP_OFF_AMOUNTS } from '@/calculators/top-off/top-off-amounts';
import type { Expectation } from '@/quantities/parse-quantity';
import { capitalised } from '@/calculators/calculator/words';
import { useForgetDrafts, useKeptState } from '@/interface/storage/kept-draft';
import { Figures } from '@/interface/answer/bench';
import { Button } from '@/interface/controls/button';
import { QuantityField } from '@/interface/fields/quantity-field';
import { SelectField } from '@/interface/controls/select-field';
import { Worked } from '@/interface/answer/worked';
import { useCommit, useNow, useTank } from '@/interface/workspace/workspace';
import { suppliesAt } from '@/derived/supplies/supply-timeline';
import { failureQuestion, USUAL_CUT_OFF_CM } from '@/derived/limewater/top-off-failure';
import { evaporationOf } from '@/derived/top-off/top-off-question';
import { tankSchema } from '@/record/schema';
import { draftOf, rowOf, type SetUpDraft } from './set-up-draft';
import { TopOffPicture } from './top-off-picture';

type FigureKey = {
  [Key in keyof SetUpDraft]: SetUpDraft[Key] extends number | null ? Key : never;
}[keyof SetUpDraft];

const NO_SENSOR = ['', 'none'] as const;
const SENSOR_OPTIONS = SENSOR_IDS.map((id) => [id, SENSORS[id].name] as const);

/** Sump, reservoir, hose, pump and sensors as they stand: told once, drawn as they are told, and judged at once. */
export function AtoSetUp() {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const commit = useCommit();
  const form = 'as-it-stands';
  const forget = useForgetDrafts(form);
  const [draft, setDraft] = useKeptState<SetUpDraft>(`${form} draft`, () => draftOf(tank.topOff));
  const set = (change: Partial<SetUpDraft>) => setDraft((present) => ({ ...present, ...change }));
  const row = rowOf(draft, tank.topOff);
  const read = tankSchema.safeParse({ ...tank, topOff: row });
  const tried = read.success ? read.data : tank;
  const question = failureQuestion(snapshot, tried, now);
  const result = attempt(() => topOffFailure.run(question));
  const loss = evaporationOf(snapshot, tried, now);
  const kept = JSON.stringify(rowOf(draftOf(tank.topOff), tank.topOff)) === JSON.stringify(row);
  const keep = () =>
    void commit({ label: `Saved the ATO set-up of ${tank.name}`, put: { tanks: [{ ...tank, topOff: row }] } }).then(
      (done) => done && forget(),
    );
  const doses = [...suppliesAt(snapshot, tank, now).doses.keys()].flatMap(
    (id) => snapshot.solutions.find((solution) => solution.id === id) ?? [],
  );
  const figure = (key: FigureKey, label: string, expected: Expectation, hint?: string): ReactNode => (
    <QuantityField
      narrow
      label={label}
      expected={expected}
      value={draft[key]}
      onChange={(value) => set({ [key]: value })}
      hint={hint}
    />
  );
  const vessel = tank.sumpL > 0 ? 'sump' : 'display';
  return (
    <Worked
      result={result}
      otherwise="Say what the reservoir holds."
      actions={
        <Button look="main" disabled={kept || !read.success} onClick={keep}>
          {kept ? 'Set-up saved' : 'Save the set-up'}
        </Button>
      }
    >
      {!read.success && (
        <p role="alert" className="mt-2 text-rust">
          Not kept: {read.error.issues[0]?.message}.
        </p>
      )}
      <div className="mt-5 grid gap-x-8 gap-y-7 lg:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)]">
        {result.outcome && tried.reservoirL > 0 && (
          <TopOffPicture
            tank={tried}
            failure={result.outcome.values}
            salinity={question.salinity}
            leftL={loss?.leftL ?? tried.reservoirL}
            drawnLPerDay={loss?.drawnLPerDay}
          />
        )}
        <Figures title={`The ${vessel}, inside`} narrow>
          {figure('lengthCm', 'Length', TOP_OFF_AMOUNTS.riseLength)}
          {figure('widthCm', 'Width', TOP_OFF_AMOUNTS.riseWidth)}
          {figure('heightCm', 'Height to the rim', TOP_OFF_AMOUNTS.riseHeight)}
          {figure('levelCm', 'Water at the mark', TOP_OFF_AMOUNTS.waterAtMark)}
          {figure('standsCm', 'Stands above the floor', TOP_OFF_AMOUNTS.stands)}
          {figure('runsBackL', 'Runs back when the return stops', TOP_OFF_AMOUNTS.runsBack)}
          {figure(
            'returnReserveL',
            'Return draws air when it has lost',
            TOP_OFF_AMOUNTS.returnReserve,
            'of its own section alone',
          )}
        </Figures>
        <Figures title="Where it evaporates" narrow>
          {SURFACE_PLACES.map((place) => (
            <div key={place} className="contents">
              <QuantityField
                narrow
                label={`${capitalised(place)}, surface`}
                expected={AMOUNTS.openSurface}
                value={draft.areas[place]}
                onChange={(areaM2) => set({ areas: { ...draft.areas, [place]: areaM2 } })}
                hint={place === 'display' ? 'as in 120 × 60 cm' : undefined}
              />
              <SelectField
                label={`${capitalised(place)}, under`}
                width="w-40"
                value={draft.covers[place]}
                options={COVER_IDS.map((id) => [id, COVER_NAMES[id]] as const)}
                onChange={(cover) => set({ covers: { ...draft.covers, [place]: cover } })}
              />
            </div>
          ))}
          <SelectField
            label="Its surface is"
            width="w-40"
            value={draft.moved}
            options={MOVED_IDS.map((id) => [id, MOVED_NAMES[id]] as const)}
            onChange={(moved) => set({ moved })}
          />
          {figure('airMPerS', 'A fan moves the air at', TOP_OFF_AMOUNTS.air)}
        </Figures>
        <Figures title="Reservoir, hose and pump" narrow>
          {figure('reservoirHeightCm', 'Its water, full', TOP_OFF_AMOUNTS.reservoirHeight)}
          {figure('reservoirStandsCm', 'It stands above the floor', { ...TOP_OFF_AMOUNTS.stands, field: 'it stands' })}
          {figure('outletCm', 'The hose ends above the floor', TOP_OFF_AMOUNTS.height)}
          {figure('boreCm', 'Bore of the hose', TOP_OFF_AMOUNTS.bore, 'as in 6 mm')}
          {figure('hoseCm', 'Length of the hose', TOP_OFF_AMOUNTS.hoseLength)}
          {figure('pumpLPerH', 'Pump at no lift', TOP_OFF_AMOUNTS.pump)}
          {figure('greatestLiftCm', 'Its greatest lift', TOP_OFF_AMOUNTS.greatestLift)}
          <Tick
            label="A hole at the top of the hose lets air in"
            on={draft.siphonBroken}
            onTurn={(siphonBroken) => set({ siphonBroken })}
          />
        </Figures>
        <Figures title="What stops it" narrow>
          <SelectField<SensorId | ''>
            label="First sensor"
            width="w-40"
            value={draft.first}
            options={[NO_SENSOR, ...SENSOR_OPTIONS]}
            onChange={(first) => set({ first })}
          />
          <SelectField<SensorId | ''>
            label="Second, cutting the pump"
            width="w-40"
            value={draft.second}
            options={[NO_SENSOR, ...SENSOR_OPTIONS]}
            onChange={(second) => set({ second })}
          />
          {figure(
            'cutOffCm',
            'It cuts above the mark',
            TOP_OFF_AMOUNTS.cutOffHeight,
            draft.cutOffCm === null ? `${USUAL_CUT_OFF_CM} cm, when left empty` : undefined,
          )}
          {figure('runLimitDays', 'Longest the pump may run', TOP_OFF_AMOUNTS.runLimit, 'as in 10 min')}
          {figure('floorSalinity', 'Lowest salinity put up with', {
            ...readingExpectation('salinity'),
            low: 5,
            field: 'lowest salinity put up with',
          })}
        </Figures>
      </div>
      {doses.length > 0 && (
        <fieldset className="mt-6">
          <legend className="font-semibold">Made with the reservoir’s water</legend>
          <p className="text-soft">
            A stirrer fed from it, or limewater in it: its refills count what these bring. Others bring water of their
            own.
          </p>
          <div className="flex flex-wrap gap-x-6">
            {doses.map(({ id, name }) => (
              <Tick
                key={id}
                label={name}
                on={draft.fromReservoir.includes(id)}
                onTurn={(on) =>
                  set({
                    fromReservoir: on
                      ? [...draft.fromReservoir, id]
                      : draft.fromReservoir.filter((each) => each !== id),
                  })
                }
              />
            ))}
          </div>
        </fieldset>
      )}
    </Worked>
  );
}

function Tick({
  label,
  on,
  onTurn,
}: {
  readonly label: string;
  readonly on: boolean;
  readonly onTurn: (on: boolean) => void;
}) {
  const id = useId();
  return (
    <div className="flex min-h-11 items-center gap-2.5 lg:min-h-9">
      <input
        id={id}
        type="checkbox"
        className="size-5 shrink-0 accent-glass"
        checked={on}
        onChange={({ target: { checked } }) => onTurn(checked)}
      />
      <label htmlFor={id}>{label}</label>
    </div>
  );
}
