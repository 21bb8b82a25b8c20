import { PUMP_OF_LIMEWATER_DAYS, type UpkeepItem } from '@/calculators/top-off/upkeep';
import { entriesOf } from '@/record/entries-of';
import type { Snapshot, Tank } from '@/record/schema';
import { limewaterPerDay } from '../supplies/supply-timeline';

/** What of a tank's top-off is kept up: its sensors by kind, then pump, hose and reservoir. */
export function upkeepQuestion(snapshot: Snapshot, tank: Tank, now: number) {
  const { sensors = [], everyDays = {} } = tank.topOff ?? {};
  const items: UpkeepItem[] = [
    ...new Set<UpkeepItem>([
      ...sensors,
      ...(sensors.length === 2 ? (['fail-safe'] as const) : []),
      ...(sensors.length > 0 ? (['look'] as const) : []),
      ...(tank.reservoirL > 0 ? (['pump', 'tubing', 'reservoir'] as const) : []),
      ...(limewaterPerDay(snapshot, tank, now) > 0 ? (['limewater'] as const) : []),
    ]),
  ];
  const changedAt = entriesOf(snapshot, tank.id, 'water-change').findLast(({ at }) => at <= now)?.at;
  const done = entriesOf(snapshot, tank.id, 'upkeep');
  return {
    now,
    items: items.map((item) => ({
      item,
      lastAt: done.findLast((entry) => entry.item === item && entry.at <= now)?.at,
      everyDays: everyDays[item] ?? (item === 'pump' && tank.limewater?.byTopOff ? PUMP_OF_LIMEWATER_DAYS : undefined),
    })),
    changedAt,
  };
}
