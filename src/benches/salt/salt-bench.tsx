'use client';

import { given } from '@/calculators/calculator/given';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { DOSED_PARAMETERS } from '@/calculators/dosing/dosed-parameters';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import { attempt } from '@/calculators/calculator/attempt';
import { quantity, showText } from '@/quantities/quantity';
import { courseOf } from '@/chemistry/water-change/course';
import { saltsCompared } from '@/calculators/water-change/salts-compared';
import { useKeptState } from '@/interface/storage/kept-draft';
import { Answer, Working } from '@/interface/answer/answer';
import { Cautions } from '@/interface/answer/cautions';
import { Bench, Figures } from '@/interface/answer/bench';
import { CourseChart } from '@/interface/charts/pictures';
import { QuantityField } from '@/interface/fields/quantity-field';
import { Refused } from '@/interface/answer/refused';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { changeHabit, HABIT_FROM } from '@/derived/saltwater/change-habit';
import { levelsNow, movingCautions, consumptionPerDay } from '@/derived/water-change/change-question';
import { aimFor } from '@/derived/observations/targets';
import { saltStrength } from '@/derived/saltwater/learnt-salt';
import { waterOfSalt } from '@/derived/saltwater/water-of-salt';
import { netVolumeL } from '@/record/schema';
import { SaltList } from './salt-list';
import { SaltScale } from './salt-scale';
import { Schools } from './schools';

/** The keeper's salts side by side, and what each would make of this tank on its routine. */
export function SaltBench() {
  const { snapshot, tank } = useTank();
  const { units } = snapshot.settings;
  const now = useNow();
  const habit = changeHabit(snapshot, tank, now);
  const [changeL, setChangeL] = useKeptState<number | null>('salt-bench changeL', null);
  const [everyDays, setEveryDays] = useKeptState<number | null>('salt-bench everyDays', null);
  const [own, setOwn] = useKeptState<number | null>('salt-bench own', null);
  const salinity = own ?? aimFor(tank, 'salinity');
  const levels = levelsNow(snapshot, tank, now);
  const takes = consumptionPerDay(snapshot, tank, now);
  const level = (parameter: (typeof DOSED_PARAMETERS)[number]) => levels[parameter] ?? aimFor(tank, parameter);
  const told = snapshot.salts.filter(({ profile }) => profile !== null);
  const result =
    told.length === 0
      ? undefined
      : attempt(() =>
          saltsCompared.run({
            netVolumeL: netVolumeL(tank),
            changeL: changeL ?? habit.changeL,
            everyDays: everyDays ?? habit.everyDays,
            salinity,
            consumptionPerDay: Object.fromEntries(
              DOSED_PARAMETERS.flatMap((parameter) =>
                takes[parameter] === undefined ? [] : [[parameter, takes[parameter]]],
              ),
            ),
            now: { alkalinity: level('alkalinity'), calcium: level('calcium'), magnesium: level('magnesium') },
            salts: told.flatMap(({ name, profile, boxG, boxPrice }, i) =>
              profile
                ? [
                    {
                      name,
                      ...profile,
                      gramsPerLAt35: saltStrength(snapshot, told[i]).gramsPerLAt35,
                      ...given({ boxG, boxPrice }),
                    },
                  ]
                : [],
            ),
          }),
        );
  const outcome = result?.outcome;
  const lines = outcome
    ? told.map((salt) => ({
        label: salt.name,
        points: courseOf(
          {
            netVolumeL: netVolumeL(tank),
            routine: { by: 'changes', changeL: changeL ?? habit.changeL, everyDays: everyDays ?? habit.everyDays },
            newWater: waterOfSalt(salt, salinity),
            consumptionPerDay: takes,
          },
          levels,
        ).flatMap(({ days, levels: at }) => (at.alkalinity === undefined ? [] : [{ days, value: at.alkalinity }])),
      }))
    : [];
  return (
    <Bench>
      {outcome ? (
        <Answer answer={outcome.answer} cautions={outcome.cautions} />
      ) : (
        <Refused
          refusal={result?.refusal}
          otherwise="Enter a salt with what its label says, to see what it would make of this tank."
        />
      )}
      {outcome && (
        <>
          <div className="mt-5 grid gap-x-10 gap-y-4 lg:grid-cols-2">
            {DOSED_PARAMETERS.map((parameter) => (
              <SaltScale
                key={parameter}
                parameter={parameter}
                marks={outcome.values.salts.map(({ name, parameters }) => ({
                  name,
                  makes: parameters[parameter].makes,
                  settles: parameters[parameter].before,
                }))}
                now={levels[parameter]}
                natural={outcome.values.natural[parameter]}
                band={tank.targets[parameter] ?? PARAMETERS[parameter].band}
                units={units}
              />
            ))}
            <CourseChart
              name="alkalinity"
              kind="alkalinity"
              lines={lines}
              band={tank.targets.alkalinity}
              height={190}
            />
          </div>
          <p className="mt-1 text-sm text-soft">
            Open circle: what the salt makes at {showText(quantity('salinity', salinity), units)}. Filled: where the
            tank settles before each change. Upright line: where it stands.
          </p>
        </>
      )}
      <div className="mt-5">
        <Figures title="The routine they are compared on">
          <QuantityField
            label="Changed each time"
            expected={{ ...AMOUNTS.waterChange, whole: netVolumeL(tank) }}
            value={changeL ?? habit.changeL}
            digits={changeL === null ? 3 : undefined}
            onChange={setChangeL}
            onReset={changeL === null ? undefined : () => setChangeL(null)}
            hint={HABIT_FROM[habit.from]}
          />
          <QuantityField
            label="Every"
            expected={AMOUNTS.changeEvery}
            value={everyDays ?? habit.everyDays}
            onChange={setEveryDays}
            onReset={everyDays === null ? undefined : () => setEveryDays(null)}
          />
          <QuantityField
            label="Salinity compared at"
            expected={AMOUNTS.batchSalinity}
            value={salinity}
            onChange={setOwn}
            onReset={own === null ? undefined : () => setOwn(null)}
            hint="the middle of this tank’s band"
          />
        </Figures>
      </div>
      <SaltList schools={outcome?.values.salts ?? []} />
      <Schools livestock={tank.livestock} />
      {outcome && <Working steps={outcome.working} />}
      {outcome && <Cautions cautions={[...outcome.cautions, ...movingCautions(snapshot, tank, now)]} />}
    </Bench>
  );
}
