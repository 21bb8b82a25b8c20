import { z } from 'zod';
import { AMOUNTS } from '../amounts';
import { amount, moment } from '../calculator-input';
import { defineCalculator } from '../calculator';
import { readingExpectation } from '../parameters';
import { DAY_MS } from '../tank-model/simulate';
import { hoursUntil, toppedOffNoMore } from './accident';
import { awayAnswer, awayCautions, awayWorking, beforeLeaving, helperLines } from './away-told';
import { TOP_OFF_AMOUNTS } from './top-off-amounts';

/** What can run out while nobody is there. */
export interface Supply {
  readonly what: string;
  readonly kind: 'volume' | 'dose' | 'ratio';
  /** What it holds when one leaves, filled where it can be. */
  readonly holds: number;
  /** What is used a day: the most likely, and the most. */
  readonly perDay: number;
  readonly perDayAtMost: number;
  readonly lastsDays: number;
  readonly runsOutAt: number;
  /** What is needed for the whole time, at the most. */
  readonly needs: number;
  readonly lasts: boolean;
}

const SALINITY = { ...readingExpectation('salinity'), low: 5 };

export const awayInput = z.strictObject({
  leavesAt: moment('leaving'),
  days: amount(TOP_OFF_AMOUNTS.away),
  netVolumeL: amount(AMOUNTS.netVolume),
  salinity: amount(SALINITY),
  bandHigh: amount(SALINITY).default(36),
  /** What the reservoir gives a day: likely and at most; and what the tank loses in all. */
  drawnLPerDay: amount(TOP_OFF_AMOUNTS.loss),
  drawnAtMostLPerDay: amount(TOP_OFF_AMOUNTS.loss),
  lossLPerDay: amount(TOP_OFF_AMOUNTS.loss),
  reservoirL: amount(AMOUNTS.reservoir),
  bottles: z
    .array(
      z.strictObject({
        name: z.string().min(1).max(80),
        mlPerDay: amount({ ...TOP_OFF_AMOUNTS.bottle, field: 'dose a day' }),
        /** What stands in it on leaving; not known when left out. */
        holdsMl: amount(TOP_OFF_AMOUNTS.bottle).optional(),
      }),
    )
    .max(20)
    .default([]),
  feeder: z
    .strictObject({ portions: amount(TOP_OFF_AMOUNTS.portions), perDay: amount(TOP_OFF_AMOUNTS.perDay) })
    .optional(),
  /** A water change that would fall due meanwhile, and whatever upkeep would. */
  changeAt: moment('the next water change').optional(),
  upkeep: z.array(z.string().min(1).max(120)).max(12).default([]),
});
export type AwayInput = z.output<typeof awayInput>;

export const away = defineCalculator({
  name: 'away',
  asks: 'Can the tank be left for so many days, and what must be filled first?',
  input: awayInput,
  example: {
    leavesAt: 1_771_600_000_000,
    days: 12,
    netVolumeL: '310 L',
    salinity: 35,
    bandHigh: 36,
    drawnLPerDay: 3.4,
    drawnAtMostLPerDay: 3.7,
    lossLPerDay: 3.4,
    reservoirL: '25 L',
    bottles: [{ name: 'Carbonate part', mlPerDay: 28, holdsMl: '600 mL' }],
    feeder: { portions: 20, perDay: 2 },
  },
  run: (input) => {
    const { days, leavesAt, bottles, feeder } = input;
    const backAt = leavesAt + days * DAY_MS;
    const water = supplyOf(
      'The reservoir',
      'volume',
      input.reservoirL,
      input.drawnLPerDay,
      input.drawnAtMostLPerDay,
      input,
    );
    const doses = bottles
      .filter(({ mlPerDay }) => mlPerDay > 0)
      .map(({ name, mlPerDay, holdsMl }) => ({
        supply: supplyOf(name, 'dose', holdsMl ?? 0, mlPerDay, mlPerDay, input),
        known: holdsMl !== undefined,
      }));
    const food = feeder && supplyOf('The feeder', 'ratio', feeder.portions, feeder.perDay, feeder.perDay, input);
    const known = [
      ...(input.drawnAtMostLPerDay > 0 ? [water] : []),
      ...doses.filter((dose) => dose.known).map(({ supply }) => supply),
      ...(food ? [food] : []),
    ].toSorted((a, b) => a.lastsDays - b.lastsDays);
    const first = known[0];
    const refills = refillsNeeded(input, water);
    const dry = dryAfterwards(input, water);
    return {
      answer: awayAnswer(input, first, refills),
      working: awayWorking(input, known, dry),
      cautions: awayCautions(input, known, dry, refills),
      values: {
        backAt,
        supplies: known,
        refills,
        beforeLeaving: beforeLeaving(input, water, doses, food),
        helper: helperLines(input, refills, food),
        ...(dry !== undefined && { outOfBandAt: dry }),
      },
    };
  },
});

function supplyOf(
  what: string,
  kind: Supply['kind'],
  holds: number,
  perDay: number,
  perDayAtMost: number,
  { days, leavesAt }: AwayInput,
): Supply {
  // Nothing used lasts as long as anyone could ask.
  const lastsDays = perDayAtMost > 0 ? Math.min(3650, holds / perDayAtMost) : 3650;
  return {
    what,
    kind,
    holds,
    perDay,
    perDayAtMost,
    lastsDays,
    runsOutAt: leavesAt + lastsDays * DAY_MS,
    needs: perDayAtMost * days,
    lasts: lastsDays >= days,
  };
}

/** When a helper must fill the reservoir, each time with a day in hand, and with how much. */
function refillsNeeded(
  { days, leavesAt, reservoirL, drawnAtMostLPerDay }: AwayInput,
  water: Supply,
): { readonly by: number; readonly litres: number }[] {
  if (water.lasts || reservoirL === 0) return [];
  const between = Math.max(water.lastsDays - 1, water.lastsDays / 2);
  const count = Math.min(60, Math.ceil((days - water.lastsDays) / between));
  return Array.from({ length: count }, (_, i) => ({
    by: leavesAt + (i + 1) * between * DAY_MS,
    litres: Math.min(reservoirL, between * drawnAtMostLPerDay),
  }));
}

/** When salinity leaves the band, if the reservoir runs dry and nobody comes. */
function dryAfterwards(
  { netVolumeL, salinity, lossLPerDay, bandHigh, leavesAt, days }: AwayInput,
  water: Supply,
): number | undefined {
  if (water.lasts) return undefined;
  const hours = hoursUntil(toppedOffNoMore({ netVolumeL, salinity, lossLPerDay }), bandHigh);
  if (hours === undefined) return undefined;
  const at = water.runsOutAt + (hours / 24) * DAY_MS;
  return at < leavesAt + days * DAY_MS ? at : undefined;
}
