import { gaussian, seeded } from '@/numerics/seeded';
import { hiddenOf, priorOf } from '@/chemistry/cycle/prior';
import { cycleCourse, type CycleTrajectory } from '@/chemistry/cycle/cycle-course';
import type { CycleReading } from '@/chemistry/cycle/fit-cycle';
import { CYCLE_SCHOOL_IDS, CYCLE_SCHOOLS, type CycleSchoolId } from '../cycle/cycle-schools';
import { endOf, stagesAlong, type FirstSteps, type Stage } from '@/chemistry/cycle/stage';
import { DAY_MS } from '@/chemistry/tank-model/simulate';

/** A cycle nobody can see, and the tests a keeper took of it. */
export interface SimulatedCycle {
  readonly school: CycleSchoolId;
  /** One moment a day, as it was tested. */
  readonly days: readonly number[];
  readonly truth: CycleTrajectory;
  readonly stages: readonly Stage[];
  /** The day on which both fell below the kit's first step for good; the last one drawn where they never do. */
  readonly endDay: number;
  readonly readings: readonly CycleReading[];
}

export const KIT: FirstSteps = { ammonia: 0.25, nitrite: 0.25 };
const DAYS = 110;
/** Three days in ten nobody tests; three tests in a hundred are quite wrong. */
const MISSED = 0.3;
const SPOILT = 0.03;
/** A kit's steps. */
const STEP = 0.25;

/** One of many cycles that differ as tanks differ, tested with a kit's noise and with gaps. */
export function simulatedCycle(number: number): SimulatedCycle {
  const school = CYCLE_SCHOOL_IDS[number % CYCLE_SCHOOL_IDS.length] ?? 'starter';
  const random = seeded(number + 1);
  const normal = gaussian(random);
  const noise = () => normal(1);
  const prior = priorOf(CYCLE_SCHOOLS[school], false);
  const hidden = hiddenOf(prior.mean.map((mean, i) => mean + (prior.sd[i] ?? 0) * noise()));
  const days = Array.from({ length: DAYS }, (_, i) => i * DAY_MS + 9 * 3_600_000);
  const truth = cycleCourse({ startedAt: 0, volumeL: 100, temperatureC: 25, events: [] }, hidden, days);
  const end = endOf(truth, KIT);
  const endDay = end === undefined ? 40 : Math.min(DAYS - 8, Math.floor(end / DAY_MS));
  const read = (level: number, error: number) => {
    const off = random() < SPOILT ? 1.5 * noise() : 0.9 * Math.hypot(error, 0.1 * level) * noise();
    return Math.max(0, Math.round((level + off) / STEP) * STEP);
  };
  const readings = days.slice(0, endDay + 8).flatMap((at, day): CycleReading[] => {
    if (random() < MISSED) return [];
    return [{ at, ammonia: read(truth.ammonia[day] ?? 0, 0.1), nitrite: read(truth.nitrite[day] ?? 0, 0.12) }];
  });
  return { school, days, truth, stages: stagesAlong(truth, KIT), endDay, readings };
}
