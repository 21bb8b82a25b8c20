'use client';

import { Bench } from '@/interface/answer/bench';
import { Answer } from '@/interface/answer/answer';
import { UnitChoices } from '@/interface/fields/unit-choices';
import { useCommit, useTank } from '@/interface/workspace/workspace';
import type { Answer as AnswerText } from '@/calculators/calculator/calculator';
import type { Settings } from '@/record/schema';
import { ZoneChoice } from './zone-choice';

/** How the record is shown and typed: units, clock, keys. Every tank of it is shown so. */
export function SettingsBench() {
  const { snapshot } = useTank();
  const commit = useCommit();
  const { settings } = snapshot;
  return (
    <Bench>
      <Answer answer={settingsAnswer(settings)} />
      <section aria-label="Settings" className="mt-6">
        <UnitChoices settings={settings} />
        <ZoneChoice settings={settings} />
        <label className="mt-5 flex min-h-11 items-center gap-3">
          <input
            type="checkbox"
            className="size-5 accent-glass"
            checked={settings.letterShortcuts}
            onChange={({ target: { checked } }) =>
              void commit({
                label: `Letter shortcuts ${checked ? 'on' : 'off'}`,
                settings: (present) => ({ ...present, letterShortcuts: checked }),
              })
            }
          />
          Shortcuts of a single letter
        </label>
        <p className="mt-4 max-w-xl text-sm text-soft">
          Everything stays in this browser. Settings belong to the record: they go out with its file and come back with
          it.
        </p>
      </section>
    </Bench>
  );
}

function settingsAnswer({ units, zone, letterShortcuts }: Settings): AnswerText {
  const { volume, temperature, alkalinity, salinity } = units;
  return {
    says: [
      `Figures are shown in ${volume}, ${temperature}, ${alkalinity} and ${salinity}; days begin at midnight in ${zone.replaceAll('_', ' ')}.`,
    ],
    certainty: 'worked out',
    because: [
      'Any figure may be typed in another unit, with the unit written out.',
      letterShortcuts ? 'Single letters are shortcuts.' : 'Single letters do nothing.',
    ],
  };
}
