import { estimateConsumption, type ConsumptionEstimate } from '@/chemistry/consumption/estimate';
import { DAY_MS } from '@/chemistry/tank-model/time';
import type { Keeps } from '../dose-cost';
import { dosingPlan } from '../dosing-plan';
import type { Keeper, Seen, Setting } from './kept-tank';

/** The part they all dose, mmol in a millilitre. */
const PER_ML = 1.5;

/** What the estimate makes of all a keeper has read and logged; undefined where it cannot be told from zero. */
function estimateOf({ volumeL, readings, events, at }: Seen): ConsumptionEstimate | undefined {
  const estimate = estimateConsumption({ volumeL, readings, events, now: at })?.of['alkalinity'];
  return estimate && Math.abs(estimate.perDay) > 1.96 * estimate.perDaySd ? estimate : undefined;
}

/** The rule of thumb: the dose is moved by a share of the slope of the last two tests, with what was given at once between them counted. */
export function bySlope(share: number): Keeper {
  return ({ readings, events, volumeL, dose }) => {
    const [before, last] = [readings.at(-2), readings.at(-1)];
    if (!before || !last) return undefined;
    const days = (last.at - before.at) / DAY_MS;
    const drift = (last.value - before.value - correctedBetween(events, before.at, last.at) / volumeL) / days;
    return { dose: Math.max(0, dose - share * drift) };
  };
}

/** What corrections brought between two moments, mmol in the whole tank. */
function correctedBetween(events: Seen['events'], from: number, to: number): number {
  const corrections = events.flatMap((event) =>
    event.kind === 'rate' && event.source === 'correction' ? [event] : [],
  );
  return corrections.reduce((sum, { at, perDay }, i) => {
    const end = Math.min(corrections[i + 1]?.at ?? Infinity, to);
    const days = Math.max(0, end - Math.max(at, from)) / DAY_MS;
    return sum + days * ('alkalinity' in perDay ? (perDay.alkalinity ?? 0) : 0);
  }, 0);
}

/** Sets the dose that meets the estimate, but only once the one that runs lies outside its 95 % range. */
export const onlyOutOfRange: Keeper = (seen) => {
  const estimate = estimateOf(seen);
  if (!estimate || Math.abs(estimate.perDay - seen.dose) <= 1.96 * estimate.perDaySd) return undefined;
  return { dose: Math.max(0, estimate.perDay) };
};

/** Sets the dose that meets the estimate at each test, and gives a share of what is missing to the target each day. */
export function solvedEachTest(missingPerDay: number): Keeper {
  return (seen) => {
    const estimate = estimateOf(seen);
    if (!estimate) return undefined;
    return { dose: Math.max(0, estimate.perDay + missingPerDay * (seen.target - estimate.level)) };
  };
}

/** Does what the dosing plan says: dose, end of a return, early test. */
export function asAdvised(keeps: Keeps): Keeper {
  return (seen): Setting | undefined => {
    const estimate = estimateOf(seen);
    if (!estimate) return undefined;
    const { volumeL, dose, then, target, coming, everyDays } = seen;
    const ml = (perDay: number) => (perDay * volumeL) / PER_ML;
    const perDay = (mlPerDay: number) => (mlPerDay * PER_ML) / volumeL;
    const { values } = dosingPlan.run(
      dosingPlan.input.parse({
        netVolumeL: volumeL,
        demand: { alkalinity: { perDay: estimate.perDay, sd: estimate.perDaySd } },
        levels: { alkalinity: { level: Math.max(0, estimate.level + coming), target, sd: estimate.levelSd } },
        testEveryDays: everyDays,
        keeps,
        sources: [
          {
            name: 'part',
            perMl: { alkalinity: PER_ML },
            runs: ml(dose),
            ...(then && { goesBack: { inDays: then.inDays, mlPerDay: ml(then.dose) } }),
          },
        ],
      }),
    );
    const { testInDays } = values;
    const early = testInDays < everyDays - 1 ? { testInDays } : {};
    const [planned] = values.doses;
    if (!planned || planned.action === 'leave') return { dose, then, ...early };
    const { returns } = planned;
    return {
      dose: perDay(planned.mlPerDay),
      ...(returns && { then: { inDays: returns.days, dose: perDay(returns.thenMlPerDay) } }),
      ...early,
    };
  };
}
