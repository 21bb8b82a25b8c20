'use client';

import { given } from '@/calculators/calculator/given';
import { nanoid } from 'nanoid';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import { attempt } from '@/calculators/calculator/attempt';
import { quantity, showText } from '@/quantities/quantity';
import { waterChange } from '@/calculators/water-change/water-change';
import { useKeptState } from '@/interface/storage/kept-draft';
import { Figures } from '@/interface/answer/bench';
import { Button } from '@/interface/controls/button';
import { CourseChart } from '@/interface/charts/pictures';
import { QuantityField } from '@/interface/fields/quantity-field';
import { Worked } from '@/interface/answer/worked';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
import { changeHabit } from '@/derived/saltwater/change-habit';
import { consumptionPerDay } from '@/derived/water-change/change-question';
import { aimFor } from '@/derived/observations/targets';
import { lastObservation } from '@/derived/observations/observations';
import { netVolumeL } from '@/record/schema';
import type { Seen } from './new-water';
import { LevelTable } from './level-table';

/** A yearly reset: four changes of 30 %. Common practice. */
const RESET = { share: 0.3, changes: 4, everyDays: 4 } as const;
/** A share typed for litres is the commonest slip; both are taken. */
const PERCENT_OF_TANK = 100;

/** One change, or a few some days apart: what every level becomes, what must match, what heat it needs. */
export function OneOrSeveral({ several, water, about, levels: measured }: Seen & { readonly several: boolean }) {
  const { snapshot, tank } = useTank();
  const { units } = snapshot.settings;
  const now = useNow();
  const commit = useCommitOnce();
  const volumeL = netVolumeL(tank);
  // A tank never tested is taken to stand at the salinity it is meant to have.
  const levels = { salinity: aimFor(tank, 'salinity'), ...measured };
  const habit = changeHabit(snapshot, tank, now);
  const usualL = several ? Math.round(volumeL * RESET.share) : habit.changeL;
  const [own, setOwn] = useKeptState<number | null>('change-series own', null);
  const [changes, setChanges] = useKeptState<number | null>('change-series changes', several ? RESET.changes : 1);
  const [everyDays, setEveryDays] = useKeptState<number | null>('change-series everyDays', RESET.everyDays);
  const [newC, setNewC] = useKeptState<number | null>('change-series newC', null);
  const [heaterW, setHeaterW] = useKeptState<number | null>('change-series heaterW', null);
  const changeL = own ?? usualL;
  const tankC = lastObservation(snapshot, tank.id, 'temperature')?.value ?? aimFor(tank, 'temperature');
  const result = attempt(() =>
    waterChange.run({
      netVolumeL: volumeL,
      changeL,
      changes: changes ?? (several ? RESET.changes : 1),
      everyDays: everyDays ?? RESET.everyDays,
      tank: levels,
      newWater: water.levels,
      newWaterFrom: water.from,
      consumptionPerDay: several ? consumptionPerDay(snapshot, tank, now) : {},
      tankC,
      ...given({ newC, heaterW }),
    }),
  );
  const { outcome } = result;
  const log = () =>
    void commit({
      label: `Logged ${showText(quantity('volume', changeL), units)} changed`,
      put: {
        entries: [
          {
            id: nanoid(),
            tankId: tank.id,
            at: now,
            kind: 'water-change',
            volumeL: changeL,
            // Left to the batch, so that a reading of it corrected later corrects the change too.
            ...(water.salinityTold && { salinity: water.salinity }),
            ...(water.batch && { batchId: water.batch.batch.id }),
          },
        ],
      },
    });
  const drawn = outcome?.values.levels[about];
  const band = tank.targets[about] ?? PARAMETERS[about].band;
  return (
    <Worked
      result={result}
      otherwise="Say how much water is changed."
      actions={
        !several && (
          <Button look="main" onClick={log}>
            Log this change
          </Button>
        )
      }
    >
      <div className="mt-5 grid gap-8 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
        {several && drawn ? (
          <CourseChart
            name={PARAMETERS[about].name}
            kind={PARAMETERS[about].kind}
            band={band}
            lines={[
              {
                label: PARAMETERS[about].name,
                points: drawn.flatMap(({ before, after }, i) =>
                  pointsOf(before, after, i * (everyDays ?? RESET.everyDays)),
                ),
              },
            ]}
          />
        ) : (
          outcome && <LevelTable outcome={outcome} levels={levels} water={water.levels} />
        )}
        <Figures title={several ? 'These changes' : 'This change'}>
          <QuantityField
            label="Water changed"
            expected={{ ...AMOUNTS.waterChange, whole: volumeL }}
            value={changeL}
            digits={own === null ? 3 : undefined}
            onChange={setOwn}
            onReset={own === null ? undefined : () => setOwn(null)}
            hint={
              water.batch && changeL > water.batch.leftL * 1.02
                ? `only ${showText(quantity('volume', water.batch.leftL), units)} are left of that batch`
                : `of ${showText(quantity('volume', volumeL), units)} in the tank`
            }
          />
          <QuantityField
            label="In percent"
            expected={{ field: 'share of the water', kind: 'percent', low: 0.1, high: 100, usual: [1, 60] }}
            value={(changeL / volumeL) * PERCENT_OF_TANK}
            digits={3}
            onChange={(percent) => setOwn(percent === null ? null : (percent / PERCENT_OF_TANK) * volumeL)}
          />
          {several && (
            <>
              <QuantityField
                label="How many"
                expected={AMOUNTS.changes}
                value={changes}
                onChange={setChanges}
                placeholder={String(RESET.changes)}
              />
              <QuantityField
                label="Apart"
                expected={AMOUNTS.changeEvery}
                value={everyDays}
                placeholder={`${RESET.everyDays} days`}
                onChange={setEveryDays}
              />
            </>
          )}
          {water.fields}
          {!several && (
            <>
              <QuantityField
                label="Its temperature"
                expected={AMOUNTS.newWaterTemperature}
                value={newC}
                onChange={setNewC}
                hint={`the tank is at ${showText(quantity('temperature', tankC), units)}`}
              />
              <QuantityField
                label="Heater it is warmed by"
                expected={AMOUNTS.heater}
                value={heaterW}
                onChange={setHeaterW}
              />
            </>
          )}
        </Figures>
      </div>
      {several && outcome && <LevelTable outcome={outcome} levels={levels} water={water.levels} />}
    </Worked>
  );
}

/** A step upright in time: the level before and after a change of one moment. */
function pointsOf(before: number, after: number, days: number) {
  return [
    { days, value: before },
    { days: days + 1e-4, value: after },
  ];
}
