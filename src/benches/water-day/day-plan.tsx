'use client';

import { AMOUNTS } from '@/calculators/calculator/amounts';
import { quantity, showText } from '@/quantities/quantity';
import { QuantityField } from '@/interface/fields/quantity-field';
import { WhenField } from '@/interface/fields/when-field';
import { useNow } from '@/interface/workspace/workspace';
import { changeHabit } from '@/derived/saltwater/change-habit';
import { usualChange } from '@/derived/saltwater/water-day';
import { netVolumeL, type Snapshot, type WaterDay } from '@/record/schema';
import { whenText } from '@/interface/time/when';

type Draft = Omit<WaterDay, 'id'>;

/** Which tanks, how much and how salt; when, and in which vessels. */
export function DayPlan({
  snapshot,
  draft,
  onDraft,
}: {
  readonly snapshot: Snapshot;
  readonly draft: Draft;
  readonly onDraft: (draft: Draft) => void;
}) {
  const now = useNow();
  const { units, zone } = snapshot.settings;
  const change = (tankId: string, over: Partial<Draft['tanks'][number]>) =>
    onDraft({ ...draft, tanks: draft.tanks.map((each) => (each.tankId === tankId ? { ...each, ...over } : each)) });
  const toggle = (tankId: string, on: boolean) => {
    const tank = snapshot.tanks.find(({ id }) => id === tankId);
    if (!tank) return;
    const tanks = on
      ? [...draft.tanks, usualChange(snapshot, tank, now)]
      : draft.tanks.filter((each) => each.tankId !== tankId);
    onDraft({ ...draft, tanks });
  };
  const vesselIds = draft.vesselIds ?? snapshot.vessels.map(({ id }) => id);
  return (
    <div className="mt-6 grid gap-8 lg:grid-cols-[minmax(0,1fr)_18rem]">
      <fieldset className="min-w-0">
        <legend className="mb-1 font-semibold">Tanks</legend>
        <ul>
          {snapshot.tanks.map((tank) => {
            const own = draft.tanks.find(({ tankId }) => tankId === tank.id);
            const { nextAt } = changeHabit(snapshot, tank, now);
            return (
              <li key={tank.id} className="border-t border-line py-2">
                <label className="flex min-h-11 items-center gap-3">
                  <input
                    type="checkbox"
                    className="size-5 shrink-0 accent-glass"
                    checked={own !== undefined}
                    onChange={({ target: { checked } }) => toggle(tank.id, checked)}
                  />
                  <span className="font-semibold">{tank.name}</span>
                  <span className="text-sm text-soft">
                    {nextAt === undefined
                      ? 'no change is due'
                      : `due ${whenText(nextAt, now, zone).replace(/ \d\d:\d\d$/, '')}`}
                  </span>
                </label>
                {own && (
                  <div className="mt-1 flex flex-wrap gap-x-6 gap-y-2 pl-8">
                    <QuantityField
                      label="Changed"
                      spoken={`Changed in ${tank.name}`}
                      narrow
                      expected={{ ...AMOUNTS.waterChange, whole: netVolumeL(tank) }}
                      value={own.litres}
                      digits={3}
                      onChange={(litres) => litres !== null && change(tank.id, { litres })}
                    />
                    <QuantityField
                      label="At salinity"
                      spoken={`Salinity for ${tank.name}`}
                      narrow
                      expected={AMOUNTS.batchSalinity}
                      value={own.salinity}
                      onChange={(salinity) => salinity !== null && change(tank.id, { salinity })}
                    />
                  </div>
                )}
              </li>
            );
          })}
        </ul>
      </fieldset>
      <div className="space-y-4">
        <WhenField
          label="The first change begins"
          value={draft.at}
          onChange={(at) => at !== null && onDraft({ ...draft, at })}
          zone={zone}
        />
        <QuantityField
          label="Mixed before it"
          expected={{ field: 'time to mix', kind: 'days', low: 0, high: 14, usual: [0.5, 7] }}
          value={draft.mixHours / 24}
          onChange={(days) => days !== null && onDraft({ ...draft, mixHours: days * 24 })}
          hint="at least 24 hours is common practice"
        />
        <fieldset>
          <legend className="mb-1 font-semibold">Vessels to mix in</legend>
          {snapshot.vessels.length === 0 && (
            <p className="text-sm text-soft">None entered: one is taken for each water. Add yours under Mixing.</p>
          )}
          {snapshot.vessels.map((vessel) => (
            <label key={vessel.id} className="flex min-h-11 items-center gap-3 lg:min-h-9">
              <input
                type="checkbox"
                className="size-5 shrink-0 accent-glass"
                checked={vesselIds.includes(vessel.id)}
                onChange={({ target: { checked } }) =>
                  onDraft({
                    ...draft,
                    vesselIds: checked ? [...vesselIds, vessel.id] : vesselIds.filter((id) => id !== vessel.id),
                  })
                }
              />
              {vessel.name}, {showText(quantity('volume', vessel.litres), units)}
            </label>
          ))}
        </fieldset>
      </div>
    </div>
  );
}
