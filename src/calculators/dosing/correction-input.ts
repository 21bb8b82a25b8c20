import * as z from 'zod';
import { Refusal } from '@/chemistry/refusal';
import type { QuantityKind } from '@/quantities/kinds';
import { DEFAULT_UNITS, quantity, showText } from '@/quantities/quantity';
import { AMOUNTS } from '../calculator/amounts';
import { amount, amountOfNamedKind, figure, moment, settled } from '../calculator/calculator-input';
import { atAimedSalinity } from '../parameters/at-aimed-salinity';
import { readingExpectation, usualErrorOf } from '../parameters/parameters';
import { DOSED_FACTS, DOSED_PARAMETERS, type DosedParameter } from './dosed-parameters';

export const correctionInput = z.strictObject({
  parameter: z.enum(DOSED_PARAMETERS),
  netVolumeL: amount(AMOUNTS.netVolume),
  level: amountOfNamedKind('level', 'parameter'),
  /** In the parameter's canonical unit. */
  levelSd: figure('doubt of the level', 0, 1000).default(0),
  aim: amountOfNamedKind('aim', 'parameter'),
  /** The target band, and the last reading, which is judged against it. A level in its band is left alone. */
  band: z.tuple([amountOfNamedKind('lower end', 'parameter'), amountOfNamedKind('upper end', 'parameter')]).optional(),
  reading: amountOfNamedKind('last reading', 'parameter').optional(),
  /** As the instrument showed it, where a correction of the instrument makes another figure of it. */
  asShown: amountOfNamedKind('reading as shown', 'parameter').optional(),
  /** Its error, one standard deviation in the parameter's canonical unit; a careful home test's when left out. */
  readingSd: figure('doubt of the reading', 0, 1000).optional(),
  part: z.strictObject({
    name: z.string().max(60),
    perMl: figure('amount a millilitre adds', 1e-9, 1e6),
    /** Cautions for who handles it. */
    handling: z.array(z.string().max(300)).max(20).default([]),
  }),
  /** Fastest rise a day, in the parameter's canonical unit; common practice when left out. */
  limitPerDay: figure('fastest rise a day', 1e-6, 1000).optional(),
  /** Fastest fall a day that the keeper holds to; common practice when left out. */
  fallLimitPerDay: figure('fastest fall a day', 1e-6, 1000).optional(),
  /** The last reading contradicts the others and is left out of the level as an outlier: nothing is dosed before it is taken again. */
  leftOut: z.boolean().default(false),
  /** The part as it is dosed now, mL a day: what it is lowered from, and goes back to. */
  runsMlPerDay: figure('dose a day', 0, 1e6, 'mL/day').optional(),
  /** What was given at once since the last test, which does not show it: in the parameter's canonical unit. */
  givenSince: figure('given since the last test', 0, 1e5).default(0),
  /** One that was begun, and how much of it has been given since. */
  begun: z
    .strictObject({
      at: moment('when it was begun'),
      now: moment('now'),
      /** In the parameter's canonical unit. */
      from: figure('level it began at', 0, 1e5),
      days: figure('days it was meant to take', 1, 365, 'days'),
      givenMl: figure('given of it', 0, 1e9, 'mL'),
      /** A share of it was given today. */
      givenToday: z.boolean(),
      /** When the level was last read since it began; undefined where it was not. */
      readAt: moment('test since').optional(),
    })
    .optional(),
  /** The daily dose is to bring it there: of which part, and until when; left out where that has no end. */
  byDose: z
    .strictObject({ name: z.string().max(200), until: moment('end of the dose set for a time').optional() })
    .optional(),
  /** Nitrate is under 1 mg/L, or it and phosphate read zero: a high alkalinity is then eased over weeks. */
  starved: z.boolean().default(false),
  /** As last read, for what to check before a correction; with the salinity aimed at. */
  salinity: amount(readingExpectation('salinity')).optional(),
  aimSalinity: amount(readingExpectation('salinity')).optional(),
  magnesium: amount(readingExpectation('magnesium')).optional(),
  /** Consumption a day, which is what lowers a level that stands too high. */
  consumptionPerDay: figure('consumption a day', 0, 1000).optional(),
  /** What others than the part go on bringing a day, in the parameter's canonical unit. */
  othersPerDay: figure('supplied by others a day', 0, 1000).default(0),
  othersBy: z.array(z.string().max(200)).max(100).default([]),
});
export type CorrectionInput = z.output<typeof correctionInput>;

/** Levels and band as figures, judged at the salinity aimed at. */
export function settledLevels(input: CorrectionInput) {
  const { parameter, salinity, aimSalinity } = input;
  const settle = (value: number | string, field: string) =>
    settled(value, { ...readingExpectation(parameter), field, low: 0 });
  const given = settle(input.level, 'level');
  const lastRead = input.reading === undefined ? given : settle(input.reading, 'last reading');
  const readingSd = input.readingSd ?? usualErrorOf(parameter);
  const judged = (value: number, sd: number) =>
    aimSalinity === undefined ? { value, sd } : atAimedSalinity({ value, sd }, salinity, aimSalinity);
  const level = judged(given, input.levelSd);
  const reading = judged(lastRead, readingSd);
  return {
    level: level.value,
    levelSd: level.sd,
    read: 'read' in reading ? reading.read : undefined,
    reading: reading.value,
    asShown: input.asShown === undefined ? undefined : settle(input.asShown, 'reading as shown'),
    readingSd: reading.sd,
    aim: settle(input.aim, 'aim'),
    band: input.band && ([settle(input.band[0], 'lower end'), settle(input.band[1], 'upper end')] as const),
  };
}

/** @throws Refusal for an aim no animal bears, and for a pace no keeper holds to */
export function refuseRash(parameter: DosedParameter, aim: number, ...paces: readonly (number | undefined)[]): void {
  const { aims, fastestPerDay, rateKind } = DOSED_FACTS[parameter];
  const told = (kind: QuantityKind, value: number) => showText(quantity(kind, value), DEFAULT_UNITS);
  if (aim < aims[0] || aim > aims[1])
    throw new Refusal({
      field: 'aim',
      value: told(parameter, aim),
      allowed: `${told(parameter, aims[0])} to ${told(parameter, aims[1])}`,
      hint: 'Beyond that animals are hurt or calcium carbonate falls out: look at the target band, and at its unit.',
    });
  for (const pace of paces)
    if (pace !== undefined && pace > fastestPerDay)
      throw new Refusal({
        field: 'fastest change a day',
        value: told(rateKind, pace),
        allowed: `at most ${told(rateKind, fastestPerDay)}`,
        hint: 'No keeper moves it faster on purpose: a quicker change harms more than the level does.',
      });
}
