'use client';

import { AMOUNTS } from '@/calculators/calculator/amounts';
import { PARAMETERS, readingExpectation } from '@/calculators/parameters/parameters';
import { capitalised } from '@/calculators/calculator/words';
import { attempt } from '@/chemistry/refusal';
import { dilution } from '@/calculators/mixing/dilution';
import { useKeptState } from '@/interface/kept-draft';
import { Figures } from '@/interface/bench';
import { CourseChart } from '@/interface/charts/pictures';
import { QuantityField } from '@/interface/quantity-field';
import { Worked } from '@/interface/worked';
import { useTank } from '@/interface/workspace';
import { aimFor } from '@/reckoning/targets';
import { netVolumeL } from '@/record/schema';
import type { Seen } from './new-water';

/** Drawn a week apart; the answer itself knows no days. */
const DRAWN_APART_DAYS = 7;

/** From a level to an aim: how much to change. */
export function Backwards({ water, about, levels }: Seen) {
  const { tank } = useTank();
  const [own, setOwn] = useKeptState<number | null>('backwards own', null);
  const [aim, setAim] = useKeptState<number | null>('backwards aim', null);
  const [changes, setChanges] = useKeptState<number | null>('backwards changes', 1);
  const { name, kind } = PARAMETERS[about];
  const expected = { ...readingExpectation(about), low: 0 };
  const has = own ?? levels[about];
  const target = aim ?? aimFor(tank, about);
  const result =
    has === undefined
      ? undefined
      : attempt(() =>
          dilution.run({
            of: about,
            litres: netVolumeL(tank),
            has,
            adds: water.levels[about] ?? 0,
            target,
            changes: changes ?? 1,
          }),
        );
  const outcome = result?.outcome;
  const points =
    outcome && has !== undefined
      ? outcome.values.levels.flatMap((after, i) => [
          { days: i * DRAWN_APART_DAYS, value: i === 0 ? has : (outcome.values.levels[i - 1] ?? has) },
          { days: i * DRAWN_APART_DAYS + 1e-4, value: after },
        ])
      : [];
  return (
    <Worked result={result} otherwise={`Say what ${name} is now, and what it should be.`}>
      <div className="mt-5 grid gap-8 lg:grid-cols-2">
        {points.length > 0 && (
          <CourseChart
            name={name}
            kind={kind}
            band={tank.targets[about] ?? PARAMETERS[about].band}
            lines={[
              {
                label: name,
                points: [
                  ...points,
                  {
                    days: (outcome?.values.levels.length ?? 1) * DRAWN_APART_DAYS,
                    value: outcome?.values.levels.at(-1) ?? 0,
                  },
                ],
              },
            ]}
          />
        )}
        <Figures title="From here to there">
          <QuantityField
            label={`${capitalised(name)} now`}
            expected={expected}
            value={has ?? null}
            digits={own === null ? 3 : undefined}
            onChange={setOwn}
            onReset={own === null ? undefined : () => setOwn(null)}
            required
          />
          <QuantityField
            label={`${capitalised(name)} wanted`}
            expected={expected}
            value={target}
            digits={aim === null ? 3 : undefined}
            onChange={setAim}
            onReset={aim === null ? undefined : () => setAim(null)}
            required
          />
          <QuantityField label="In how many changes" expected={AMOUNTS.changes} value={changes} onChange={setChanges} />
          {water.fields}
        </Figures>
      </div>
    </Worked>
  );
}
