import { describe, expect, it } from 'vitest';
import { estimateConsumption } from '@/chemistry/consumption/estimate';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { tried } from '@/testing/tier';
import { spend } from '@/testing/work';
import { keptTank, type Hardship, type Keeper } from './testing/kept-tank';
import { bySlope } from './testing/keepers';

/** Before so many days a record is too short to be judged by. */
const FROM_DAY = 21;

/** How often the 95 % range of the estimate held the consumption of that day, and how wide it was, over half years kept by the rule of thumb. */
function rangesOf(tanks: number, firstSeed: number, hardship: Hardship) {
  spend('simulated tanks', tanks);
  const found = { count: 0, held: 0, width: 0 };
  const thumb = bySlope(1);
  const keeper: Keeper = (seen) => {
    const { volumeL, readings, events, at, truth } = seen;
    const own = estimateConsumption({ volumeL, readings, events, now: at })?.of['alkalinity'];
    if (own && at >= FROM_DAY * DAY_MS) {
      found.count++;
      found.width += (1.96 * own.perDaySd) / truth;
      if (Math.abs(own.perDay - truth) <= 1.96 * own.perDaySd) found.held++;
    }
    return thumb(seen);
  };
  for (let i = 0; i < tanks; i++) keptTank(firstSeed + i, keeper, hardship);
  return { held: found.held / found.count, halfWidth: found.width / found.count };
}

// By the simulator of kept tanks, which steps by a fifth, answers to its level and slips: `testing/kept-tank.ts` names its source. The wandering
// is learnt from each tank's own tests; one that wanders twice as far is the edge of what weekly tests can tell.
describe('the 95 % range on tanks that wander less and more', () => {
  it.each([
    [0.5, tried(0.86, 0.93)],
    [1, tried(0.86, 0.93)],
    [2, tried(0.82, 0.88)],
  ])('%d times as far: holds the truth, no wider than a tenth or so', (wander, least) => {
    const { held, halfWidth } = rangesOf(tried(5, 60), 31_000, { wander });
    expect(held).toBeGreaterThan(least);
    expect(halfWidth).toBeLessThan(0.11);
  });
});
