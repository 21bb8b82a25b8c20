import { isDosedParameter } from '@/calculators/dosing/dosed-parameters';
import { amountsOf } from '@/chemistry/reagents/solution';
import type { TankEvent } from '@/chemistry/tank-model/events';
import { DAY_MS, simulate } from '@/chemistry/tank-model/simulate';
import { amountOf, levelIn, waterOfOne } from '@/chemistry/tank-model/water';
import { netVolumeL, type Book, type Tank } from '@/record/schema';
import { consumptionOf, driftOf } from './consumption';
import type { FollowedParameter } from './consumption-window';
import { strengthOf, tankEvents } from './known-events';
import { supplyKnownSince } from './known-supply';

export interface OutlookPoint {
  readonly at: number;
  readonly value: number;
  /** 95 in 100. */
  readonly low: number;
  readonly high: number;
}

const STEP_MS = DAY_MS / 4;

/**
 * Where an parameter is heading if everything goes on as it stands: the model run from the last reading with the
 * standing doses and the consumption estimated. The band widens with the doubt of level and rate.
 * @param plan further events, such as a dose that is being thought of
 */
export function outlook(
  book: Book,
  tank: Tank,
  parameter: FollowedParameter,
  now: number,
  until: number,
  plan: readonly TankEvent[] = [],
): OutlookPoint[] {
  // Where no dose was ever told, the level goes on as it has moved.
  const everTold = isDosedParameter(parameter) && supplyKnownSince(book, tank, parameter) !== Infinity;
  const estimate = everTold ? consumptionOf(book, tank, parameter, now) : driftOf(book, tank, parameter, now);
  if (!estimate || until <= estimate.lastAt) return [];
  const volumeL = netVolumeL(tank);
  const at = Array.from(
    { length: Math.floor((until - estimate.lastAt) / STEP_MS) + 1 },
    (_, i) => estimate.lastAt + i * STEP_MS,
  );
  const life: TankEvent = {
    kind: 'rate',
    at: estimate.lastAt,
    source: 'consumption',
    perDay: amountOf(parameter, -estimate.perDay * volumeL),
  };
  const start = {
    at: estimate.lastAt,
    volumeL,
    water: waterOfOne(parameter, Math.max(0, estimate.level)),
  };
  return simulate(start, [...tankEvents(book, tank), ...plan, life].map(overTheDay), at).map((state) => {
    const days = (state.at - estimate.lastAt) / DAY_MS;
    const doubt = 1.96 * Math.hypot(estimate.levelSd, estimate.perDaySd * days);
    const value = levelIn(state.water, parameter);
    return { at: state.at, value, low: Math.max(0, value - doubt), high: value + doubt };
  });
}

/** An outlook is told by the day: what runs by the hour or in pulses is taken as running evenly, or each night would be drawn. */
function overTheDay(event: TankEvent): TankEvent {
  if (event.kind !== 'rate' || (!event.hours && event.pulses === undefined)) return event;
  const { kind, at, source, perDay, litresPerDay = 0 } = event;
  return { kind, at, source, perDay, litresPerDay };
}

/** Where it would be heading if some solutions were dosed at so many millilitres a day from now on, in place of what runs of them. */
export function outlookAtDoses(
  book: Book,
  tank: Tank,
  parameter: FollowedParameter,
  now: number,
  until: number,
  doses: readonly { readonly id: string; readonly mlPerDay: number }[],
): OutlookPoint[] {
  const plan = doses.flatMap(({ id, mlPerDay }): TankEvent[] => {
    const solution = book.solutions.find((each) => each.id === id);
    if (!solution) return [];
    const rate = { kind: 'rate', at: now } as const;
    return [
      {
        ...rate,
        source: id,
        perDay: amountsOf(strengthOf(solution), mlPerDay / 1000),
        litresPerDay: mlPerDay / 1000,
      },
      // A second stretch of the day is counted with the first.
      { ...rate, source: `${id}, second stretch`, perDay: {}, litresPerDay: 0 },
    ];
  });
  return outlook(book, tank, parameter, now, until, plan).filter(({ at }) => at >= now);
}
