import { estimateConsumption } from '@/chemistry/consumption/estimate';
import { isElement } from '@/chemistry/dosing/elements';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { FOLLOWED, type Followed, type Levels } from '@/chemistry/water-change/followed';
import { netVolumeL, type Book, type Tank } from '@/record/schema';
import { consumptionOf } from './consumption';
import { knownEvents } from './known-events';
import { lastReading, readingsOf } from './readings';
import { remember } from './remember';
import { suppliedPerDay } from './supply';

/** Nutrients are tested coarsely and move by the month. Chosen. */
const NUTRIENT_WINDOW_DAYS = 60;

/** Where a tank's water stands: what the readings together tell where they tell a rate, else the last of them. */
export function levelsNow(book: Book, tank: Tank, now: number): Levels {
  return Object.fromEntries(
    FOLLOWED.flatMap((id) => {
      const level =
        (isElement(id) ? consumptionOf(book, tank, id, now)?.level : undefined) ??
        lastReading(book, tank.id, id)?.value;
      return level === undefined ? [] : [[id, Math.max(0, level)]];
    }),
  );
}

/**
 * What a tank takes of each a day and a litre that no standing dose replaces; below nought what it makes, as nitrate from
 * food. What readings cannot tell from nothing is taken as nothing.
 */
export function takesPerDay(book: Book, tank: Tank, now: number): Levels {
  return remember(book, tank, `what no dose replaces at ${now}`, () =>
    Object.fromEntries(
      FOLLOWED.flatMap((id) => {
        const rate = rateOf(book, tank, id, now);
        return rate === undefined ? [] : [[id, rate]];
      }),
    ),
  );
}

function rateOf(book: Book, tank: Tank, id: Followed, now: number): number | undefined {
  if (id === 'salinity') return undefined;
  const volumeL = netVolumeL(tank);
  if (isElement(id)) {
    const estimate = consumptionOf(book, tank, id, now);
    if (!estimate) return undefined;
    const unreplaced = estimate.perDay - suppliedPerDay(book, tank, id, now).amountPerDay / volumeL;
    return Math.abs(unreplaced) > estimate.perDaySd ? unreplaced : 0;
  }
  const readings = readingsOf(book, tank.id, id).filter(
    ({ at }) => at <= now && at > now - NUTRIENT_WINDOW_DAYS * DAY_MS,
  );
  const estimate = estimateConsumption({ species: id, volumeL, readings, events: knownEvents(book, tank) });
  return estimate && Math.abs(estimate.perDay) > estimate.perDaySd ? estimate.perDay : 0;
}
