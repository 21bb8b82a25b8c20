import type { Certainty } from '@/chemistry/calculator';
import { estimateConsumption, type ConsumptionEstimate } from '@/chemistry/consumption/estimate';
import type { Element } from '@/chemistry/dosing/elements';
import { PARAMETERS } from '@/chemistry/parameters';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { netVolumeL, type Book, type Tank } from '@/record/schema';
import { knownEvents } from './known-events';
import { remember } from './remember';
import { readingsOf } from './readings';

/**
 * How far back readings speak for what the tank takes now. Consumption moves by the month; calcium and magnesium are
 * tested more coarsely, so they need longer to tell a rate from test error. Common practice.
 */
export const WINDOW_DAYS: Record<Element, number> = { alkalinity: 21, calcium: 42, magnesium: 42 };
/** When the window holds fewer than two readings, the last two are used if they are not older than this. */
const LONGEST_DAYS = 60;

/** What a tank takes of one element, from the readings of the last weeks. */
export function consumptionOf(
  book: Book,
  tank: Tank,
  element: Element,
  now: number,
  windowDays = WINDOW_DAYS[element],
): ConsumptionEstimate | undefined {
  return remember(book, tank, `consumption of ${element} at ${now} over ${windowDays}`, () => {
    const all = readingsOf(book, tank.id, element).filter(
      ({ at }) => at <= now && at >= now - Math.max(windowDays, LONGEST_DAYS) * DAY_MS,
    );
    const recent = all.filter(({ at }) => at >= now - windowDays * DAY_MS);
    const readings = recent.length >= 2 ? recent : all.slice(-2);
    return estimateConsumption({
      species: element,
      volumeL: netVolumeL(tank),
      readings,
      events: knownEvents(book, tank),
    });
  });
}

/** The word for an estimate. Each means one thing; see CERTAINTY_MEANS. */
export function certaintyOf(estimate: ConsumptionEstimate | undefined, element: Element): Certainty {
  if (!estimate) return 'not enough yet';
  if (estimate.setAside.some(({ at }) => at === estimate.lastAt)) return 'retest';
  if (Math.abs(estimate.perDay) < 1.96 * estimate.perDaySd) return 'within test error';
  const weekly = Math.abs(estimate.driftPerDay) * 7;
  return weekly > 2 * PARAMETERS[element].testError && Math.abs(estimate.driftPerDay) > 1.96 * estimate.perDaySd
    ? 'drifting'
    : 'steady';
}
