import { DAY_MS } from '../../tank-model/time';
import type { CycleStart } from '../prior';
import { readCycle } from '../read-cycle';
import { outsideCycle, OUTSIDE_STEPS, type OutsideForm } from './outside-cycles';

/** A dose of 2 mg/L and what bacteria come by themselves, as the calculators' school of that name has it. */
const FISHLESS: CycleStart = {
  source: 'measured',
  doseMgPerL: 2,
  prior: { seeds: [0.0045, 0.00085], seedsDiffer: 0.9, dieOff: 0.15, dieOffDiffers: 0.8, food: 0 },
};
/** How far into it a cycle is asked about, as a share of what it takes. */
const ASKED = [0.25, 0.5, 0.75, 0.95] as const;

export interface CycleScore {
  readonly asked: number;
  /** In 100: the end lay in its range, a day either way; and how many days that is wide in the middle. */
  readonly held: number;
  readonly days: number;
  readonly tooLate: number;
  /** Called cycled while either was there. */
  readonly tooSoon: number;
}

/** Of cycles by one of the outside books, from the slowest pace to the fastest. */
export function cycleScore(form: OutsideForm, paces: readonly number[], cycles: number, seed: number): CycleScore {
  let [held, asked, tooLate, tooSoon] = [0, 0, 0, 0];
  const widths: number[] = [];
  for (const pace of paces)
    for (let i = 0; i < cycles; i++) {
      const { tests, endDay } = outsideCycle(seed + i, form, pace);
      if (endDay === undefined) continue;
      const readings = tests.flatMap((test, day) => (test ? [{ at: (day + 0.01) * DAY_MS, ...test }] : []));
      for (const share of ASKED) {
        const day = Math.min(endDay - 1, Math.max(2, Math.round(endDay * share)));
        const found = readCycle({
          tank: {
            startedAt: 0,
            volumeL: 100,
            temperatureC: 25,
            events: [{ kind: 'addition', at: 0, amounts: { ammonia: 200 } }],
          },
          begun: FISHLESS,
          doseLogged: true,
          readings,
          steps: OUTSIDE_STEPS,
          now: (day + 0.05) * DAY_MS,
          aheadDays: 60,
        });
        if (found.stage === 'cycled') tooSoon += 1;
        asked += 1;
        const { ends } = found.course;
        if (!ends) continue;
        const [low, high] = [ends.low / DAY_MS - 1, ends.high / DAY_MS + 1];
        if (low <= endDay && endDay <= high) held += 1;
        else if (endDay < low) tooLate += 1;
        widths.push(high - low - 2);
      }
    }
  widths.sort((a, b) => a - b);
  return {
    asked,
    held: (100 * held) / asked,
    days: widths[Math.floor(widths.length / 2)] ?? Infinity,
    tooLate: (100 * tooLate) / asked,
    tooSoon,
  };
}
