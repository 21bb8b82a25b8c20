'use client';

import { quantity, showText } from '@/quantities/quantity';
import { netVolumeL } from '@/record/schema';
import { lazy } from '../lazy/lazy';
import { OnDemand } from '../controls/on-demand';
import { useTank } from '../workspace/workspace';

const TANK_MENU = lazy(() => import('./tank-menu').then((of) => of.TankMenu));

/** Which tank is in view; pressed, it leads to the others. */
export function TankSwitch() {
  const { snapshot, tank } = useTank();
  return (
    <OnDemand
      menu
      opens={TANK_MENU}
      trigger={
        <button
          type="button"
          className="flex min-h-11 items-baseline gap-2 rounded-md border border-edge bg-sheet px-3 py-2 whitespace-nowrap"
        >
          <span className="max-w-40 truncate font-semibold">{tank.name}</span>
          <span className="text-sm text-soft max-sm:hidden">
            {showText(quantity('volume', netVolumeL(tank)), snapshot.settings.units)}
          </span>
          <span aria-hidden="true" className="text-xs text-soft">
            ▼
          </span>
        </button>
      }
    />
  );
}
