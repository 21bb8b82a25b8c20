import { spend } from '@/testing/work';
import { estimateConsumption } from '../estimate';
import { simulatedTank, type Wrongs } from './simulated-tank';

interface Held {
  /** Share of tanks whose true rate lies in the 95 % range. */
  readonly held: number;
  /** Sum of estimates over sum of truths, less 1. */
  readonly bias: number;
  /** Mean half width of the range, as a share of the truth. */
  readonly halfWidth: number;
}

export interface Score {
  readonly tanks: number;
  readonly alkalinity: Held;
  readonly calcium: Held;
  readonly magnesium: Held;
  /** Share of tanks where the alkalinity that has to be dosed a day (rate × written volume) is held. */
  readonly doseHeld: number;
  /** Of tanks whose consumption stayed the same: share that is called changed. */
  readonly calledChanged: number;
  readonly calledMismatch: number;
}

/** How the estimate fares on so many simulated tanks. */
export function scoreOf(tanks: number, firstSeed: number, wrongs: Wrongs = {}): Score {
  const sums = { alkalinity: newSum(), calcium: newSum(), magnesium: newSum() };
  const counts = { dose: 0, steady: 0, changed: 0, mismatch: 0 };
  spend('simulated tanks', tanks);
  for (let i = 0; i < tanks; i++) {
    const tank = simulatedTank(firstSeed + i, wrongs);
    const estimate = estimateConsumption({ ...tank, now: tank.until });
    for (const species of ['alkalinity', 'calcium', 'magnesium'] as const) {
      const own = estimate?.of[species];
      if (!own) continue;
      const truth = tank.truth[species];
      const sum = sums[species];
      sum.count++;
      sum.estimates += own.perDay;
      sum.truths += truth;
      sum.widths += (1.96 * own.perDaySd) / truth;
      if (Math.abs(own.perDay - truth) <= 1.96 * own.perDaySd) sum.held++;
      if (species === 'alkalinity' && Math.abs(own.perDay - truth * (wrongs.volume ?? 1)) <= 1.96 * own.perDaySd)
        counts.dose++;
    }
    if (tank.constant && estimate?.pace) {
      counts.steady++;
      if (estimate.pace.changed) counts.changed++;
    }
    if (estimate?.mismatch?.found) counts.mismatch++;
  }
  return {
    tanks,
    alkalinity: heldOf(sums.alkalinity),
    calcium: heldOf(sums.calcium),
    magnesium: heldOf(sums.magnesium),
    doseHeld: counts.dose / sums.alkalinity.count,
    calledChanged: counts.changed / Math.max(1, counts.steady),
    calledMismatch: counts.mismatch / tanks,
  };
}

function newSum() {
  return { count: 0, held: 0, estimates: 0, truths: 0, widths: 0 };
}

function heldOf({ count, held, estimates, truths, widths }: ReturnType<typeof newSum>): Held {
  return { held: held / count, bias: estimates / truths - 1, halfWidth: widths / count };
}
