'use client';

import { AMOUNTS } from '@/calculators/calculator/amounts';
import { isDosedParameter } from '@/calculators/dosing/dosed-parameters';
import { capitalised } from '@/calculators/calculator/words';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import { attempt } from '@/calculators/calculator/attempt';
import { quantity, showText } from '@/quantities/quantity';
import { changeRoutine } from '@/calculators/water-change/change-routine';
import { FOLLOWED, type Levels } from '@/chemistry/water-change/followed';
import { useKeptState } from '@/interface/storage/kept-draft';
import { Figures } from '@/interface/answer/bench';
import { Button } from '@/interface/controls/button';
import { CourseChart } from '@/interface/charts/pictures';
import { QuantityField } from '@/interface/fields/quantity-field';
import { without } from '@/interface/parts/without';
import { Worked } from '@/interface/answer/worked';
import { useCommit, useNow, useTank } from '@/interface/workspace/workspace';
import { changeHabit, HABIT_FROM } from '@/derived/saltwater/change-habit';
import { movingCautions, consumptionPerDay } from '@/derived/water-change/change-question';
import { saltStrength } from '@/derived/saltwater/learnt-salt';
import { netVolumeL } from '@/record/schema';
import type { Seen } from './new-water';

/** A habit of changing water, or new water dripped in without end: where it settles, what it carries, what it costs. */
export function TheRoutine({ drip, water, about, levels }: Seen & { readonly drip: boolean }) {
  const { snapshot, tank } = useTank();
  const { units } = snapshot.settings;
  const now = useNow();
  const commit = useCommit();
  const habit = changeHabit(snapshot, tank, now);
  const [ownL, setOwnL] = useKeptState<number | null>('the-routine ownL', null);
  const [ownDays, setOwnDays] = useKeptState<number | null>('the-routine ownDays', null);
  const [litresPerDay, setLitresPerDay] = useKeptState<number | null>('the-routine litresPerDay', null);
  // By what is looked at: a figure for alkalinity says nothing of nitrate.
  const [ownTakes, setOwnTakes] = useKeptState<Levels>('the-routine ownTakes', {});
  const changeL = ownL ?? habit.changeL;
  const everyDays = ownDays ?? habit.everyDays;
  const flow = litresPerDay ?? Number((habit.changeL / habit.everyDays).toPrecision(2));
  const logged = consumptionPerDay(snapshot, tank, now);
  const takes = { ...logged, ...ownTakes };
  const takesOfAbout = (perDay: number | null) =>
    setOwnTakes((present) => (perDay === null ? without(present, about) : { ...present, [about]: perDay }));
  const salt = water.salt ?? snapshot.salts.find(({ id }) => id === tank.saltId);
  const result = attempt(() =>
    changeRoutine.run({
      netVolumeL: netVolumeL(tank),
      routine: drip ? { by: 'flow', litresPerDay: flow } : { by: 'changes', changeL, everyDays },
      tank: levels,
      newWater: water.levels,
      newWaterFrom: water.from,
      consumptionPerDay: takes,
      floor: Object.fromEntries(
        FOLLOWED.flatMap((id) => (FALLS.includes(id) ? [[id, (tank.targets[id] ?? PARAMETERS[id].band)[0]]] : [])),
      ),
      gramsPerLAt35: saltStrength(snapshot, salt).gramsPerLAt35,
      ...(salt?.boxG !== undefined && { boxG: salt.boxG }),
      ...(salt?.boxPrice !== undefined && { boxPrice: salt.boxPrice }),
      about,
    }),
  );
  const { outcome } = result;
  const kept = tank.routine?.changeL === changeL && tank.routine.everyDays === everyDays;
  const keep = () =>
    void commit({
      label: `${showText(quantity('volume', changeL), units)} every ${showText(quantity('days', everyDays), units)} kept for ${tank.name}`,
      put: { tanks: [{ ...tank, routine: { changeL, everyDays } }] },
    });
  const points =
    outcome?.values.course.flatMap(({ days, levels: at }) =>
      at[about] === undefined ? [] : [{ days, value: at[about] }],
    ) ?? [];
  return (
    <Worked
      result={result}
      otherwise="Say how much, and how often."
      actions={
        !drip && (
          <Button look="main" disabled={kept} onClick={keep}>
            {kept ? 'Routine saved' : 'Save this routine'}
          </Button>
        )
      }
      cautions={ownTakes[about] === undefined ? movingCautions(snapshot, tank, now) : []}
    >
      <div className="mt-5 grid gap-8 lg:grid-cols-2">
        {points.length > 0 ? (
          <CourseChart
            name={PARAMETERS[about].name}
            kind={PARAMETERS[about].kind}
            band={tank.targets[about] ?? PARAMETERS[about].band}
            lines={[{ label: PARAMETERS[about].name, points }]}
          />
        ) : (
          <p className="text-soft">Log a test of {PARAMETERS[about].name} and its way from there is drawn.</p>
        )}
        <Figures title={drip ? 'This exchange' : 'This routine'}>
          {drip ? (
            <QuantityField
              label="Dripped in a day"
              expected={AMOUNTS.exchange}
              value={flow}
              onChange={setLitresPerDay}
              onReset={litresPerDay === null ? undefined : () => setLitresPerDay(null)}
              hint="and as much runs off"
            />
          ) : (
            <>
              <QuantityField
                label="Changed each time"
                expected={{ ...AMOUNTS.waterChange, whole: netVolumeL(tank) }}
                value={changeL}
                digits={ownL === null ? 3 : undefined}
                onChange={setOwnL}
                onReset={ownL === null ? undefined : () => setOwnL(null)}
                hint={HABIT_FROM[habit.from]}
              />
              <QuantityField
                label="Every"
                expected={AMOUNTS.changeEvery}
                value={everyDays}
                onChange={setOwnDays}
                onReset={ownDays === null ? undefined : () => setOwnDays(null)}
              />
            </>
          )}
          {about !== 'salinity' && (
            <QuantityField
              key={about}
              label={`${capitalised(PARAMETERS[about].name)} consumption`}
              expected={{
                field: `${PARAMETERS[about].name} consumption`,
                kind: about === 'alkalinity' ? 'alkalinityRate' : 'ionRate',
                low: -100,
                high: 100,
              }}
              value={takes[about] ?? 0}
              digits={3}
              onChange={takesOfAbout}
              onReset={ownTakes[about] === undefined ? undefined : () => takesOfAbout(null)}
              hint={
                logged[about] === undefined
                  ? 'not enough tests yet'
                  : isDosedParameter(about) && tank.supplies.length > 0
                    ? 'that no dose replaces: the doses are taken to hold it'
                    : 'as the tests show; negative is what it makes'
              }
            />
          )}
          {water.fields}
        </Figures>
      </div>
    </Worked>
  );
}

/** What falls between changes; of nutrients there is no floor to keep. */
const FALLS: readonly string[] = ['alkalinity', 'calcium', 'magnesium'];
