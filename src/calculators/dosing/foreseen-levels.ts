import { halfWidth95 } from '@/numerics/normal-interval';
import { daysToTest, horizonDays, NEAR, type Keeps } from './dose-cost';
import { levelsOn, type DecidedLevel } from './dose-decision';
import type { DosedParameter } from './dosed-parameters';
import type { Aim, Aims } from './plan-levels';
import type { PlannedDose } from './planned-dose';
import type { PerParameter } from './solve-plan';
import type { Need, ToSolve } from './to-solve';

/** How the levels stand and what the keeper would rather have. */
export interface Outlook {
  readonly netVolumeL: number;
  readonly aims: Aims;
  readonly testEveryDays: number;
  readonly keeps: Keeps;
}

/** A level as the doses lead it. */
export interface Foreseen {
  readonly parameter: DosedParameter;
  readonly inDays: number;
  readonly level: number;
  /** Half of its 95 % range. */
  readonly halfWidth: number;
}

const NOTHING: PerParameter = { alkalinity: 0, calcium: 0, magnesium: 0 };

/** How far a level is off its target, in its unit. */
export function offsetOf(aim: Aim | undefined): number {
  // Towards a target no animal bears nothing is led.
  return aim && !aim.unbearable ? aim.level - aim.target : 0;
}

/** Where the doses lead a level, by the next test or the end of a return; nothing where it is not known. */
export function foreseenOf(
  { parameter, doubt }: Need,
  { solved }: ToSolve,
  doses: readonly PlannedDose[],
  levels: readonly DecidedLevel[],
  { netVolumeL, aims, testEveryDays }: Outlook,
): Foreseen | undefined {
  const aim = aims[parameter];
  const level = levels.find((each) => each.parameter === parameter);
  if (!aim || !level) return undefined;
  const own = doses.find(({ carries, returns }) => returns && carries.includes(parameter));
  const inDays = own?.returns ? Math.max(1, Math.ceil(own.returns.days)) : horizonDays(testEveryDays);
  const set = doses.map(({ mlPerDay, returns }, i) => ({
    perMl: solved[i]?.perMl ?? NOTHING,
    runs: mlPerDay,
    goesBack: returns && { inDays: returns.days, mlPerDay: returns.thenMlPerDay },
    holds: mlPerDay,
  }));
  const off = levelsOn(set, [], level, netVolumeL, inDays).at(-1) ?? 0;
  return {
    parameter,
    inDays,
    level: Math.max(0, aim.level + off - level.offset),
    halfWidth: halfWidth95(Math.hypot(aim.sd, (doubt / netVolumeL) * inDays)),
  };
}

/** Days to the next test. Alkalinity is what is tested finest; of the others a level may be off for longer than it takes to see. */
export function testDue(needs: readonly Need[], outlook: Outlook): number {
  const { netVolumeL, aims, testEveryDays } = outlook;
  const need = needs.find(({ parameter }) => parameter === 'alkalinity');
  return need && aims.alkalinity
    ? daysToTest('alkalinity', aims.alkalinity.sd, need.doubt / netVolumeL, outlook)
    : testEveryDays;
}

/** A return that ends so much of `NEAR` from its target does not reach it. Chosen: more than rounding to a pump's step leaves. */
const SHORT_BY = 0.3;

/** Whether a level foreseen for the end of a return is another than its target. */
export function fallsShort(parameter: DosedParameter, target: number, level: number): boolean {
  return Math.abs(level - target) > SHORT_BY * NEAR[parameter];
}
