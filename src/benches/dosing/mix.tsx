'use client';

import type { PlannedDose } from '@/calculators/dosing/planned-dose';
import type { Keeps } from '@/calculators/dosing/dose-cost';
import type { Use } from '@/calculators/dosing/plan-source';
import { quantity, showText } from '@/quantities/quantity';
import { Button } from '@/interface/controls/button';
import { SelectField } from '@/interface/controls/select-field';
import { useCommitOnce, useTank } from '@/interface/workspace/workspace';
import { without } from '@/interface/parts/without';
import type { DoseOverrides, DoseQuestion } from '@/derived/dosing/dose-question';

const KEPT: readonly (readonly [Keeps, string])[] = [
  ['few changes', 'few changes of dose'],
  ['close to target', 'close to target'],
];

const USES: readonly (readonly [Use, string])[] = [
  ['solved', 'solve for it'],
  ['fixed', 'as it runs'],
  ['off', 'not dosed'],
];

/** What each solution is to the dosing: bases go on as they run, and the others are solved to make up the rest. */
export function Mix({
  sources,
  doses,
  overrides,
  onOverride,
}: {
  readonly sources: DoseQuestion['input']['sources'];
  readonly doses: readonly PlannedDose[];
  readonly overrides: DoseOverrides;
  readonly onOverride: (overrides: DoseOverrides) => void;
}) {
  const { snapshot, tank } = useTank();
  const commit = useCommitOnce();
  if (sources.length === 0) return null;
  const { units } = snapshot.settings;
  const mix = overrides.mix ?? tank.mix ?? {};
  const told = (mlPerDay: number) => (mlPerDay > 0 ? showText(quantity('doseRate', mlPerDay), units) : 'off');
  const save = () => {
    void commit({ label: 'Saved what is dosed with', put: { tanks: [{ ...tank, mix }] } });
    onOverride(without(overrides, 'mix'));
  };
  return (
    <section aria-label="What is dosed with" className="mt-6 max-w-3xl">
      <h2 className="font-semibold">What is dosed with</h2>
      <ul className="mt-1">
        {sources.map(({ id = '', name, use, runs }) => {
          const dose = doses.find((each) => each.id === id);
          return (
            <li
              key={id}
              className="flex flex-wrap items-end justify-between gap-x-4 border-t border-line py-2 *:last:w-48"
            >
              <span className="min-w-0">
                {name}
                <span className="block text-sm text-soft">
                  runs {told(runs)}
                  {dose &&
                    dose.highMlPerDay > dose.lowMlPerDay &&
                    `; ${told(dose.lowMlPerDay)} to ${told(dose.highMlPerDay)} holds the level`}
                </span>
              </span>
              <SelectField
                width="w-full"
                label={`${name} in the plan`}
                value={use}
                options={USES}
                onChange={(chosen) => onOverride({ ...overrides, mix: { ...mix, [id]: chosen } })}
              />
            </li>
          );
        })}
      </ul>
      <SelectField
        width="w-64"
        label="What you would rather have"
        value={tank.keeps ?? 'few changes'}
        options={KEPT}
        onChange={(keeps) => {
          void commit({ label: `Saved: ${keeps}`, put: { tanks: [{ ...tank, keeps }] } });
        }}
      />
      {overrides.mix && (
        <p className="mt-2 flex flex-wrap items-center gap-2 text-kelp">
          Tried here only.
          <Button onClick={save}>Save this mix for {tank.name}</Button>
        </p>
      )}
    </section>
  );
}
