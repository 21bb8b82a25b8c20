import { cyclePlan } from '../src/calculators/cycle/cycle-plan';
import { readCycle } from '@/chemistry/cycle/read-cycle';
import { STAGES, type Stage } from '@/chemistry/cycle/stage';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { CYCLE_SCHOOLS } from '../src/calculators/cycle/cycle-schools';
import { KIT, simulatedCycle } from '../src/calculators/testing/simulated-cycles';

const CYCLES = 200;
/** Each cycle is read on every third day, to a week beyond its end. */
const EVERY_DAYS = 3;
const NOW_AFTER_TEST_MS = 3_600_000;

export interface CycleScore {
  readonly read: number;
  readonly right: number;
  /** Called cycled while ammonia or nitrite stood above the kit's first step. */
  readonly calledTooSoon: number;
  readonly endInRange: number;
  readonly ranges: number;
  readonly rightByStage: Readonly<Record<Stage, readonly [right: number, of: number]>>;
}

/** How well stages are named on simulated cycles with a kit's noise, spoilt tests and gaps. */
export function scoreCycles(): CycleScore {
  const byStage = Object.fromEntries(STAGES.map((stage) => [stage, [0, 0]])) as Record<Stage, [number, number]>;
  let [read, right, calledTooSoon, endInRange, ranges] = [0, 0, 0, 0, 0];
  for (let number = 0; number < CYCLES; number++) {
    const { school, days, truth, stages, endDay, readings } = simulatedCycle(number);
    for (let day = number % EVERY_DAYS; day <= endDay + 6; day += EVERY_DAYS) {
      const found = readCycle({
        tank: { startedAt: 0, volumeL: 100, temperatureC: 25, events: [] },
        begun: CYCLE_SCHOOLS[school],
        doseLogged: false,
        readings,
        steps: KIT,
        now: (days[day] ?? 0) + NOW_AFTER_TEST_MS,
        aheadDays: 30,
      });
      const true_ = stages[day] ?? 'not started';
      const named = found.stage === 'cycled' ? 'waiting to confirm' : found.stage;
      read++;
      byStage[true_][1]++;
      if (named === true_) {
        right++;
        byStage[true_][0]++;
      }
      const there = (truth.ammonia[day] ?? 0) >= KIT.ammonia || (truth.nitrite[day] ?? 0) >= KIT.nitrite;
      if (found.stage === 'cycled' && there) calledTooSoon++;
      const { ends } = found.course;
      if (!ends || true_ === 'waiting to confirm') continue;
      ranges++;
      const end = (endDay + 0.5) * DAY_MS;
      if (end >= ends.low - DAY_MS && end <= ends.high + DAY_MS) endInRange++;
    }
  }
  return { read, right, calledTooSoon, endInRange, ranges, rightByStage: byStage };
}

/** One plan drawn, as each keystroke on it asks. */
export function drawPlan(i: number): void {
  cyclePlan.run({ school: 'starter', netVolumeL: 46, startAt: 0, ammonia: 1.5 + (i % 10) / 10 });
}
