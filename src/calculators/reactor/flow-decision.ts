import { horizonDays, NEAR } from '../dosing/dose-cost';
import { decideDoses, levelsOn } from '../dosing/dose-decision';
import type { ReactorOutputInput, ReactorOutputValues } from './reactor-output-input';

/** A reactor is dialled in for days after each change, one thing at a time: setting it costs so many times what setting a pump does. Chosen. */
const COSTS_TIMES = 2;

/**
 * Whether a reactor that runs goes on as it does: by where its flow leads the tank until the next test, as doses are decided
 * (`dosing/dose-decision.ts`).
 * @param holds the flow that holds the level, mL/min; @param gain what a litre of effluent brings, mmol
 * @returns the flow it goes on at and the level foreseen, or undefined where it is to be set anew
 */
export function flowThatStays(
  { runs, netVolumeL }: ReactorOutputInput,
  { mlPerMin: holds, mmolPerDay: leftPerDay }: Pick<ReactorOutputValues, 'mlPerMin' | 'mmolPerDay'>,
  gain: number,
): ReactorOutputValues['stays'] {
  if (!runs || runs.mlPerMin <= 0 || !(gain > 0)) return undefined;
  const days = horizonDays(runs.testEveryDays);
  const source = {
    // What a millilitre a minute brings a day.
    perMl: { alkalinity: gain * 1.44, calcium: 0, magnesium: 0 },
    runs: runs.mlPerMin,
    holds,
    mayStay: true,
  };
  const level = {
    parameter: 'alkalinity' as const,
    offset: runs.level - runs.target,
    near: NEAR.alkalinity,
    leftPerDay,
  };
  const [decision] = decideDoses([source], [level], {
    netVolumeL,
    days,
    keeps: runs.keeps,
    settingCosts: COSTS_TIMES,
  });
  if (decision?.kind !== 'stay') return undefined;
  const off = levelsOn([source], [decision], level, netVolumeL, days).at(-1) ?? 0;
  return { mlPerMin: runs.mlPerMin, level: Math.max(0, runs.target + off), inDays: days };
}
