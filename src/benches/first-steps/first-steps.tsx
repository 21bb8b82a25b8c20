'use client';

import { Bench } from '@/interface/answer/bench';
import { Button, ButtonLink } from '@/interface/controls/button';
import { ImportFile } from '@/interface/workspace/import-file';
import { Waiting } from '@/interface/lazy/waiting';
import { useSnapshotIfRead, useCommit, useWorkspace } from '@/interface/workspace/workspace';
import { METRIC_UNITS, US_UNITS, usualHere } from './starting-units';

/** What is met while a record holds no tank: what this is, and the four ways to begin. */
export function FirstSteps() {
  const snapshot = useSnapshotIfRead();
  const { name } = useWorkspace();
  if (!snapshot) return <Waiting />;
  return (
    <Bench question="First steps">
      <div className="max-w-3xl">
        <p className="text-2xl leading-snug text-pretty lg:text-[1.7rem]">
          Write down what you measure in your reef tank, and Mild Tide works out what to mix, top off and dose: how
          much, when, and how sure it is.
        </p>
        <p className="mt-2 text-lg text-soft">
          All of it runs in this browser. Nothing you enter leaves this device unless you export it.
        </p>
      </div>
      <StartingUnits />
      <ul className="mt-6 max-w-3xl divide-y divide-line border-y border-line">
        <Way
          title="My tank is running"
          text="A name and how much water it holds are enough to begin; two alkalinity tests later its consumption is known."
        >
          <ButtonLink look="main" href={`/${name}/new`}>
            Add my tank
          </ButtonLink>
        </Way>
        <Way
          title="My tank is not set up yet"
          text="Volume, weight, heater and salt for the first fill; then the cycle day by day to the first fish."
        >
          <ButtonLink look="main" href={`/${name}/new?as=planned`}>
            Plan a tank
          </ButtonLink>
        </Way>
        <Way
          title="Look around first"
          text="Three tanks of an invented library with five months of entries. Nothing you do there touches your own record."
        >
          <ButtonLink href="/demo">Look at the demo</ButtonLink>
        </Way>
      </ul>
      <ImportFile snapshot={snapshot} title="I have a saved file" />
    </Bench>
  );
}

function Way({
  title,
  text,
  children,
}: {
  readonly title: string;
  readonly text: string;
  readonly children: React.ReactNode;
}) {
  return (
    <li className="flex flex-wrap items-center justify-between gap-x-8 gap-y-2 py-3">
      <span className="min-w-0 flex-1 basis-72">
        <span className="block text-lg font-semibold">{title}</span>
        <span className="text-soft">{text}</span>
      </span>
      {children}
    </li>
  );
}

/** Which units: asked, the ones usual where this browser is named first. Finer choices are among the settings. */
function StartingUnits() {
  const commit = useCommit();
  const snapshot = useSnapshotIfRead();
  const units = snapshot?.settings.units;
  const sets = [
    ['US gallons, °F, dKH, specific gravity', US_UNITS],
    ['Litres, °C, dKH, ppt', METRIC_UNITS],
  ] as const;
  const ordered = usualHere() === US_UNITS ? sets : sets.toReversed();
  return (
    <fieldset className="mt-6">
      <legend className="font-semibold">Which units do you use?</legend>
      <div className="mt-1.5 flex flex-wrap gap-2">
        {ordered.map(([words, set]) => (
          <Button
            key={words}
            aria-pressed={units?.volume === set.volume && units.temperature === set.temperature}
            className="aria-pressed:border-glass aria-pressed:font-semibold"
            onClick={() =>
              void commit({
                label: `Units: ${words}`,
                settings: (present) => ({ ...present, units: { ...present.units, ...set } }),
              })
            }
          >
            {words}
          </Button>
        ))}
      </div>
      <p className="mt-1 text-sm text-soft">
        Any figure may be typed with a unit of its own: “3 US gal”, “77 F”, “1.0255 sg”. meq/L, ppm and mS/cm are among
        the settings.
      </p>
    </fieldset>
  );
}
