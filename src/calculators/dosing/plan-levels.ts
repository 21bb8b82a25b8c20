import * as z from 'zod';
import { MMOL_PER_L_PER_DKH } from '@/chemistry/conversion';
import { figure } from '../calculator/calculator-input';
import { RETURNED_AT_MOST } from './dose-cost';
import type { DecidedLevel } from './dose-decision';
import { DOSED_FACTS, DOSED_PARAMETERS, type DosedParameter } from './dosed-parameters';

const planLevel = z.strictObject({
  /** As it stands now, with all that was given and is not tested yet, and where it should be: in the parameter's canonical unit. */
  level: figure('level', 0, 1e5),
  target: figure('target', 0, 1e5),
  /** One standard deviation of it. */
  sd: figure('doubt of the level', 0, 1e5).default(0),
  /** Fastest change a day that the livestock is held to; common practice when left out. */
  pacePerDay: figure('fastest change a day', 1e-9, 1e5).optional(),
  /** Nitrate is under 1 mg/L, or it and phosphate read zero: a high alkalinity is then eased over weeks. */
  lean: z.boolean().default(false),
});

/** Where each level stands and should be; a level that is left out is only held. */
export const planLevels = z.partialRecord(z.enum(DOSED_PARAMETERS), planLevel).default({});
export type PlanLevels = z.output<typeof planLevels>;

/**
 * A high alkalinity in lean water is eased back by this a day: over three to four weeks a keeper brought it from above 9 to 8.3 dKH while
 * the corals fed up again (common practice).
 */
export const EASED_PER_DAY = (0.8 / 25) * MMOL_PER_L_PER_DKH;

/** A level as it is aimed at. */
export interface Aim {
  readonly level: number;
  readonly target: number;
  readonly sd: number;
  /** What the daily dose brings back: the level less its target; 0 where that is left to a correction. */
  readonly returned: number;
  /** It is too far off for the daily dose: a correction of its own. */
  readonly far: boolean;
  /** The target lies beyond what animals bear: nothing is brought there. */
  readonly unbearable: boolean;
  readonly pacePerDay: number;
}
export type Aims = Readonly<Partial<Record<DosedParameter, Aim>>>;

export function aimsOf(levels: PlanLevels): Aims {
  return Object.fromEntries(
    DOSED_PARAMETERS.flatMap((parameter) => {
      const given = levels[parameter];
      if (!given) return [];
      const { level, target, sd, lean } = given;
      const offset = level - target;
      const [least, most] = DOSED_FACTS[parameter].aims;
      const unbearable = target < least || target > most;
      const far = Math.abs(offset) > RETURNED_AT_MOST[parameter];
      const { fallLimitPerDay, riseLimitPerDay } = DOSED_FACTS[parameter];
      const usual = given.pacePerDay ?? (offset > 0 ? fallLimitPerDay : riseLimitPerDay);
      const eased = lean && parameter === 'alkalinity' && offset > 0;
      const aim: Aim = {
        level,
        target,
        sd,
        far,
        unbearable,
        returned: far || unbearable ? 0 : offset,
        pacePerDay: eased ? Math.min(usual, EASED_PER_DAY) : usual,
      };
      return [[parameter, aim]];
    }),
  );
}

/** The days that the pace asks for, so that every level is back. */
export function paceDays(levels: readonly Pick<DecidedLevel, 'parameter' | 'offset'>[], aims: Aims): number {
  return Math.max(
    0,
    ...levels.map(({ parameter, offset }) => Math.abs(offset) / (aims[parameter]?.pacePerDay ?? Infinity)),
  );
}
