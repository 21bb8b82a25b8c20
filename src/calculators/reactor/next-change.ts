import { halfWidth95 } from '@/numerics/normal-interval';
import { weightedFit } from '@/numerics/weighted-fit';
import { flowFor, type HalfwayFlow } from '@/chemistry/reactor/halfway-flow';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { quantity } from '@/quantities/quantity';
import type { Phrase } from '../calculator/calculator';
import type { DialIn, DialInInput } from './dial-in-input';

/** A flow is changed by no more than this share at once, and a chamber's pH by this. Common practice: small steps. */
const LARGEST_STEP = 0.25;
const PH_STEP = 0.05;
/** Supply and demand this near each other are left alone. Chosen. */
const NEAR = 0.06;
const RETEST_DAYS = 7;

interface Known {
  readonly flow: number;
  readonly effluent: number;
  readonly ph: number | undefined;
  readonly ceiling: number | undefined;
  readonly suppliesPerDay: number;
  readonly fit: HalfwayFlow | undefined;
  readonly answers: Phrase[];
}

/** The one change that comes next: of the flow where the chamber still has strength, else of its pH. */
export function oneChange(
  { demandPerDay, demandSd, netVolumeL, tankAlkalinity: tank, now, mostMlPerMin }: DialInInput,
  { flow, effluent, ph, ceiling, suppliesPerDay, fit, answers }: Known,
): Pick<DialIn, 'stage' | 'says' | 'because' | 'toMlPerMin' | 'toChamberPh'> {
  const off = demandPerDay - suppliesPerDay;
  if (Math.abs(off) <= Math.max(NEAR * Math.abs(demandPerDay), halfWidth95(demandSd)))
    return {
      stage: 'leave it',
      says: [
        'Leave the reactor as it is; test effluent and tank again by',
        { moment: now + RETEST_DAYS * DAY_MS, day: true },
        '.',
      ],
      because: [
        'It supplies',
        quantity('alkalinityRate', suppliesPerDay),
        'of',
        quantity('alkalinityRate', Math.max(0, demandPerDay)),
        'asked of it, which is as near as the tests can show.',
        ...answers,
      ],
      toMlPerMin: undefined,
      toChamberPh: undefined,
    };
  const wanted =
    ceiling !== undefined && fit
      ? flowFor(Math.max(0, demandPerDay) * netVolumeL, fit.mlPerMin, tank, ceiling)
      : (Math.max(0, demandPerDay) * netVolumeL) / (effluent - tank) / 1.44;
  const to =
    wanted === undefined ? undefined : Math.min(flow * (1 + LARGEST_STEP), Math.max(flow * (1 - LARGEST_STEP), wanted));
  const asks: Phrase[] = [
    'It supplies',
    quantity('alkalinityRate', suppliesPerDay),
    'of',
    quantity('alkalinityRate', Math.max(0, demandPerDay)),
    'asked of it.',
    ...(to !== undefined && wanted !== undefined && Math.abs(to - wanted) > 0.01 * flow
      ? ['No more than a quarter at once; the rest after the next test.']
      : []),
    ...answers,
  ];
  if (to !== undefined && to <= mostMlPerMin)
    return {
      stage: 'change one thing',
      says: [
        off > 0 ? 'Open the flow from' : 'Close the flow from',
        quantity('flow', flow),
        'to',
        quantity('flow', to),
        ', leave the gas, and test the effluent a day later.',
      ],
      because: asks,
      toMlPerMin: to,
      toChamberPh: undefined,
    };
  const from = ph ?? 6.6;
  return {
    stage: 'change one thing',
    says: [
      'Lower the chamber from pH',
      quantity('ph', from),
      'to',
      quantity('ph', from - PH_STEP),
      ', leave the flow, and test the effluent a day later.',
    ],
    because: ['More flow alone does not do it: the effluent would weaken as fast.', ...asks],
    toMlPerMin: undefined,
    toChamberPh: from - PH_STEP,
  };
}

/** How the tank's alkalinity moved by its own tests since a moment; undefined with fewer than two. */
export function movedSince({ tank }: DialInInput, since: number): DialIn['moved'] {
  const points = tank.filter(({ at }) => at >= since);
  const [first] = points;
  if (!first || points.length < 2) return undefined;
  const line = weightedFit(
    points.map(({ at, alkalinity, sd }) => ({ u: 1, v: (at - first.at) / DAY_MS, y: alkalinity, sd })),
  );
  return line && { perDay: line.b, sd: line.bSd };
}

export function tankAnswers(
  { shouldMovePerDay, moved, retestTankAt }: Pick<DialIn, 'shouldMovePerDay' | 'moved'> & { retestTankAt: number },
  demandPerDay: number,
): Phrase[] {
  if (shouldMovePerDay === undefined) return [];
  const steady = Math.abs(shouldMovePerDay) < NEAR * Math.abs(demandPerDay);
  const should: Phrase[] = steady
    ? ['The tank should hold its alkalinity; test it by', { moment: retestTankAt, day: true }, '.']
    : [
        `The tank should ${shouldMovePerDay > 0 ? 'rise' : 'fall'} by`,
        quantity('alkalinityRate', Math.abs(shouldMovePerDay)),
        '; test it by',
        { moment: retestTankAt, day: true },
        '.',
      ];
  if (!moved) return should;
  const apart = Math.abs(moved.perDay - shouldMovePerDay);
  return [
    ...should,
    `By its tests it ${moved.perDay >= 0 ? 'rose' : 'fell'} by`,
    quantity('alkalinityRate', Math.abs(moved.perDay)),
    apart <= halfWidth95(moved.sd)
      ? ', which agrees.'
      : ', which does not agree: test the effluent again, and the flow into a cylinder.',
  ];
}
