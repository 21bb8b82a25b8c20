import { describe, expect, it } from 'vitest';
import { tried } from '@/testing/tier';
import { dayChange } from './day-change';
import { byHour } from './ph-by-hour';
import { watchedTank } from './testing/watched-tank';

/** The same tank before and after its room changed, as two stretches of readings tell it. */
function changed(seed: number, times: number, hours: readonly number[], days: number) {
  const [before, since] = [
    watchedTank(seed, days, hours),
    watchedTank(seed, days, hours, { roomTimes: times, weather: seed + 900_000 }),
  ];
  const water = { alkalinity: before.alkalinity, salinity: 35, temperatureC: 25 };
  const told = dayChange(byHour(before.readings, water), byHour(since.readings, water));
  return { truth: since.meanPh - before.meanPh, told };
}

// Tanks of another book (`testing/watched-tank.ts`): the same seed gives the same animals, lamp and probe, in another room and weather.
describe('what a change did to pH', () => {
  it.each([1, 0.6, 1.5])('is within its range in a room of %f times the CO2', (times) => {
    const tanks = tried(40, 300);
    let [held, called] = [0, 0];
    for (let i = 0; i < tanks; i++) {
      const { truth, told } = changed(61_000 + i, times, [9.5, 19.5], 6);
      if (!told) throw new Error('both hours were read');
      held += truth >= told.mean.low && truth <= told.mean.high ? 1 : 0;
      called += told.mean.low > 0 || told.mean.high < 0 ? 1 : 0;
    }
    expect(held / tanks).toBeGreaterThanOrEqual(0.92);
    // A tenth and more of pH is seen; nothing is seen of nothing.
    if (times === 1) expect(called / tanks).toBeLessThanOrEqual(0.05);
    else expect(called / tanks).toBeGreaterThan(0.7);
  });

  it('compares like hours only, and says nothing of others', () => {
    const read = (minute: number, ph: number) => ({ minute, ph, sd: 0.02, readings: 4 });
    expect(dayChange([read(540, 7.9)], [read(1200, 8.1)])).toBeUndefined();
    const told = dayChange([read(540, 7.9), read(1200, 8.2)], [read(560, 8), read(1190, 8.24), read(800, 8.2)]);
    expect(told?.mean.value).toBeCloseTo(0.07, 9);
    expect(told?.swing?.value).toBeCloseTo(-0.06, 9);
    // Round midnight too.
    expect(dayChange([read(5, 8)], [read(1430, 8.1)])?.mean.value).toBeCloseTo(0.1, 9);
  });
});
