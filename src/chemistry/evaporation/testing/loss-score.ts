import { markErrorL } from '../from-refills';
import { refillAccount } from '../refill-account';
import { wanderingLoss } from '../wandering-loss';
import { lossTank, type LossTank } from './outside-loss';

/** Tanks that nothing here was made for, by how their weather moves. */
export const LOSSES: Readonly<Record<string, LossTank>> = {
  'follows the season': { perDay: 0, inAll: 0 },
  'strays by 1.5 % a day': { perDay: 0.015, inAll: 0.05 },
  'strays by 3 % a day, 8 % in all': { perDay: 0.03, inAll: 0.08 },
  'strays by 5 % a day, 8 % in all': { perDay: 0.05, inAll: 0.08 },
  'strays by 5 % a day, 13 % in all': { perDay: 0.05, inAll: 0.13 },
};

export interface LossScore {
  /** In 100: the week to come and the fortnight lay in their ranges; the reservoir lasted as long as was said at least. */
  readonly week: number;
  readonly fortnight: number;
  readonly lasted: number;
  /** Half the range of the week, and half of one that would have held 95 in 100, in 100 parts of the loss. */
  readonly half: number;
  readonly needed: number;
}

export function lossScore(tank: LossTank, tanks: number, seed: number): LossScore {
  const count = { week: 0, fortnight: 0, lasted: 0, half: 0 };
  const off: number[] = [];
  for (let i = 0; i < tanks; i++) {
    const made = lossTank(seed + i, tank);
    const { gaps } = refillAccount(made.refills, [], { reservoirL: made.reservoirL, netVolumeL: 1000 });
    const told = wanderingLoss(
      gaps.map((gap) => ({ ...gap, against: 1 })),
      made.formulaLPerDay,
      markErrorL(made.reservoirL),
      made.now,
    );
    if (!told) continue;
    const [week, fortnight, truth] = [told(7), told(14), made.next(7)];
    if (week.low <= truth && truth <= week.high) count.week += 1;
    if (fortnight.low <= made.next(14) && made.next(14) <= fortnight.high) count.fortnight += 1;
    if (made.lasts(made.leftL) >= made.leftL / week.high) count.lasted += 1;
    count.half += (week.high - week.low) / 2 / truth;
    off.push(Math.abs(week.litresPerDay - truth) / truth);
  }
  const share = (n: number) => (100 * n) / off.length;
  off.sort((a, b) => a - b);
  return {
    week: share(count.week),
    fortnight: share(count.fortnight),
    lasted: share(count.lasted),
    half: share(count.half),
    needed: 100 * (off[Math.floor(0.95 * off.length)] ?? NaN),
  };
}
