import { consumptionModel } from './consumption-model';
import { type ChannelReading } from './channel';
import { LEAST_TO_JUDGE } from './steps-and-slips';
import { USUAL_PROCESS_NOISE } from './process-noise';
import type { Setting, Taken } from './fitted-readings';
import { kalmanFilter } from '@/numerics/kalman';
import { kalmanSmoother, type Smoothed } from '@/numerics/kalman-smoother';

/** A reading this many standard deviations from what all others say of it is left out. */
const LEFT_OUT_AT = 4;
/** So far off no tank steps between two tests: a slip of a digit or a unit. Chosen. */
const NO_STEP_AT = 15;

/**
 * Readings that all the others contradict. The last of the first channel is left in unless it is far beyond any step: whether it slipped
 * or the tank stepped is not to be told yet, and both are followed (`process-noise.ts`).
 * Source: each reading against what all the others say of it, by the smoother (`numerics/kalman-smoother.ts`); how far is too far is
 * chosen.
 */
export function outliersOf(setting: Setting, usual: number): ReadonlySet<Taken> {
  const out = new Set<Taken>();
  const { transitions } = setting;
  const channels = transitions.layout.channels.map((_, i) => setting.readings.filter(({ channel }) => channel === i));
  const open = channels[0]?.at(-1);
  for (let round = 0; round < 8; round++) {
    const readings = setting.readings.filter((reading) => !out.has(reading));
    const space = consumptionModel(transitions, {
      readings,
      usual,
      processNoise: USUAL_PROCESS_NOISE,
      stepped: setting.stepped,
    });
    const { deletionResiduals } = kalmanSmoother(space, kalmanFilter(space));
    const residual = residualsOf(transitions.moments, readings, deletionResiduals);
    // So great a slip makes all the others look wrong: it goes alone.
    if (open && !out.has(open) && (channels[0]?.length ?? 0) >= LEAST_TO_JUDGE && residual(open) > NO_STEP_AT) {
      out.add(open);
      continue;
    }
    const worst = channels.flatMap((all) => {
      const judged = all.filter((reading) => !out.has(reading));
      if (judged.length <= LEAST_TO_JUDGE - 1 || all.length - judged.length > all.length / 6) return [];
      // A slip makes its neighbours look wrong too: of neighbours only the worst is left out at a time.
      return judged.filter((reading, i) => {
        const own = residual(reading);
        return (
          own > LEFT_OUT_AT &&
          reading !== open &&
          [i - 2, i - 1, i + 1, i + 2].every((j) => {
            const other = judged[j];
            return !other || residual(other) <= own;
          })
        );
      });
    });
    if (worst.length === 0) break;
    for (const reading of worst) out.add(reading);
  }
  return out;
}

function residualsOf(
  moments: readonly number[],
  readings: readonly ChannelReading[],
  residuals: Smoothed['deletionResiduals'],
): (reading: ChannelReading) => number {
  const index = new Map(moments.map((at, i) => [at, i]));
  const taken = new Map<number, number>();
  const found = new Map<ChannelReading, number>();
  for (const reading of readings) {
    const place = taken.get(reading.at) ?? 0;
    taken.set(reading.at, place + 1);
    // A bound lies where it lies: it is no slip.
    const own = reading.bound ? 0 : residuals[index.get(reading.at) ?? -1]?.[place];
    found.set(reading, Math.abs(own ?? 0));
  }
  return (reading) => found.get(reading) ?? 0;
}
