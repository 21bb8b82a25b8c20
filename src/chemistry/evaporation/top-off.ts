import { z } from 'zod';
import { AMOUNTS } from '../amounts';
import { amount, figure, moment, share } from '../calculator-input';
import { defineCalculator } from '../calculator';
import { readingExpectation } from '../parameters';
import { Refusal } from '../refusal';
import { DAY_MS } from '../tank-model/simulate';
import { freshWaterIn, hoursUntil, toppedOffNoMore } from '../top-off/accident';
import { limewaterHeadRoom } from '../top-off/head-room';
import { daysLeft, leftAfter, refillsAhead, reservoirFor } from '../top-off/reservoir';
import { TOP_OFF_AMOUNTS } from '../top-off/top-off-amounts';
import { estimateLoss, type LossQuestion } from './loss';
import { withInterval } from './pooled';
import { COVER_IDS, expectedLossLPerDay, MOVED_IDS, PLACES, type OpenPlace, type Situation } from './surfaces';
import { lossDoubts, topOffAnswer, topOffCautions, topOffWorking } from './top-off-told';

const dated = <Shape extends z.ZodRawShape>(field: string, shape: Shape) =>
  z
    .array(z.strictObject({ at: moment(`moment of ${field}`), ...shape }))
    .max(2000)
    .default([]);

export const topOffInput = z.strictObject({
  now: moment('now'),
  netVolumeL: amount(AMOUNTS.netVolume),
  salinity: amount(readingExpectation('salinity')),
  reservoirL: amount(AMOUNTS.reservoir),
  /** What the system can rise by before it runs over; nothing runs over when left out. */
  spareL: amount(TOP_OFF_AMOUNTS.spare).optional(),
  refills: dated('the refill', {
    litres: amount(AMOUNTS.refill),
    /** What then stood in the reservoir; full to its mark when left out. */
    leavesL: amount(TOP_OFF_AMOUNTS.reservoirLevel).optional(),
  }),
  /** The reservoir looked at. */
  levels: dated('the look', { litres: amount(TOP_OFF_AMOUNTS.reservoirLevel) }),
  /** Time the top-off pump ran, and the days it was counted over. */
  pumpRuns: dated('the count', { ran: amount(TOP_OFF_AMOUNTS.minutesRun), over: amount(TOP_OFF_AMOUNTS.runOver) }),
  pumpGives: amount(TOP_OFF_AMOUNTS.pump).optional(),
  /** Fresh water that comes in with doses and not from the reservoir, from then on. */
  drips: dated('the dose', { litresPerDay: amount(TOP_OFF_AMOUNTS.drip) }),
  /** Limewater given a day, wherever its water comes from. */
  limewaterLPerDay: amount(TOP_OFF_AMOUNTS.drip).default(0),
  /** ppt a day that salinity falls beyond what is known to have gone in and out, and one standard deviation of it. */
  saltDrift: z
    .strictObject({ fallsPerDay: figure('fall of salinity', -5, 5, 'ppt/day'), sd: figure('its error', 0.0001, 5) })
    .optional(),
  surroundings: z.strictObject({
    /** Every surface with its cover; or one open surface for all. */
    places: z
      .array(
        z.strictObject({
          place: z.enum(PLACES),
          areaM2: amount({ ...AMOUNTS.openSurface, low: 0 }),
          cover: z.enum(COVER_IDS).default('open'),
        }),
      )
      .max(9)
      .optional(),
    openSurfaceM2: amount({ ...AMOUNTS.openSurface, low: 0 }).optional(),
    moved: z.enum(MOVED_IDS).default('calm'),
    airMPerS: amount(TOP_OFF_AMOUNTS.air).default(0),
    waterC: amount(readingExpectation('temperature')),
    airC: amount(AMOUNTS.roomTemperature),
    humidity: share('room humidity', 0.05),
  }),
  rooms: dated('the room reading', {
    airC: amount(AMOUNTS.roomTemperature).optional(),
    humidity: share('room humidity', 0.05).optional(),
  }),
  waters: dated('the temperature', { temperatureC: amount(readingExpectation('temperature')) }),
  /** Where months begin, so that they can be compared. */
  months: z.array(moment('start of a month')).max(60).default([]),
  /** Days the reservoir is to last. */
  forDays: amount(TOP_OFF_AMOUNTS.away).default(14),
  /** The keeper's own figure, when it overrules the log. */
  litresPerDay: amount(TOP_OFF_AMOUNTS.loss).optional(),
});
export type TopOffInput = z.output<typeof topOffInput>;

/** Refills told ahead. */
const AHEAD = 4;

export const topOff = defineCalculator({
  name: 'top-off',
  asks: 'How much water does the tank lose, and how long will the reservoir last?',
  input: topOffInput,
  example: {
    now: 1_771_600_000_000,
    netVolumeL: 378,
    salinity: 35,
    reservoirL: '20 L',
    refills: [
      { at: 1_770_900_000_000, litres: 17.5 },
      { at: 1_771_400_000_000, litres: 20 },
    ],
    surroundings: {
      places: [
        { place: 'display', areaM2: '120 × 60 cm', cover: 'open' },
        { place: 'sump', areaM2: '90 × 40 cm', cover: 'canopy' },
      ],
      waterC: 25.5,
      airC: '70 F',
      humidity: '50 %',
    },
  },
  run: (input) => {
    const { now, netVolumeL, salinity, reservoirL, spareL } = input;
    const situation = situationOf(input);
    const found = estimateLoss(questionOf(input, situation));
    const { loss, drawn, account } = found;
    const last = account.last;
    const stoodL = Math.min(reservoirL, last?.litres ?? reservoirL);
    const leftL = last === undefined ? stoodL : leftAfter(stoodL, drawn.litresPerDay, (now - last.at) / DAY_MS);
    const usedL = stoodL - leftL;
    const left = daysLeft(leftL, drawn);
    const tank = { netVolumeL, salinity, lossLPerDay: loss.litresPerDay, spareL };
    const worst = freshWaterIn(tank, reservoirL).end;
    const hoursToOnePpt =
      loss.litresPerDay > 0 ? hoursUntil(toppedOffNoMore(tank), Math.min(salinity + 1, 60)) : undefined;
    const values = {
      litresPerDay: loss.litresPerDay,
      low: loss.low,
      high: loss.high,
      drawnLPerDay: drawn.litresPerDay,
      drawnLow: drawn.low,
      drawnHigh: drawn.high,
      drippedLPerDay: found.drippedLPerDay,
      leftL,
      usedL,
      daysLeft: left?.days,
      daysLeftAtLeast: left?.soonest,
      refillsAhead: refillsAhead(now, leftL, reservoirL, drawn, AHEAD),
      neededL: reservoirFor(input.forDays, drawn),
      worstSalinity: worst.salinity,
      worstSpiltL: worst.spiltL,
      hoursToOnePpt,
      formulaLPerDay: found.formulaLPerDay,
      fromLog: found.byRefills !== undefined && input.litresPerDay === undefined,
      limewaterUpToL: limewaterHeadRoom(loss.low),
      months: found.months.map(({ from, to, litresPerDay, sd }) => ({ from, to, litresPerDay, sd })),
      change: found.change && {
        more: found.change.more,
        since: found.change.since.from,
        because: found.change.because,
      },
      alternatives: alternatives(situation, found.formulaLPerDay, loss),
      doubts: lossDoubts(input, found),
    };
    return {
      answer: topOffAnswer(input, found, values),
      working: topOffWorking(input, found, values),
      cautions: topOffCautions(input, found, values),
      values,
    };
  },
});
export type TopOffValues = ReturnType<typeof topOff.run>['values'];

function situationOf({ surroundings, salinity }: TopOffInput): Situation {
  const { places, openSurfaceM2, ...air } = surroundings;
  const open: readonly OpenPlace[] | undefined =
    places && places.length > 0
      ? places
      : openSurfaceM2 === undefined
        ? undefined
        : [{ place: 'display', areaM2: openSurfaceM2, cover: 'open' }];
  if (!open)
    throw new Refusal({
      field: 'open surface',
      value: 'nothing',
      allowed: 'one open surface, or each place with its area',
      hint: 'Length × width of the water, as in 120 × 60 cm, is enough.',
    });
  return { ...air, places: open, salinity };
}

function questionOf(input: TopOffInput, situation: Situation): LossQuestion {
  const { pumpRuns, pumpGives, litresPerDay, ...rest } = input;
  return {
    ...rest,
    situation,
    pumpLPerH: pumpGives,
    pumpRuns: pumpRuns.map(({ at, ran, over }) => ({ at, minutes: ran * 24 * 60, days: over })),
    own: litresPerDay,
  };
}

export interface Alternative {
  readonly what: string;
  readonly litresPerDay: number;
  readonly low: number;
  readonly high: number;
}

/** What another cover or stiller air would make of the loss, by the ratio the formula gives; the formula's own doubt is of the ratio's size. */
const RATIO_LOG_SD = 0.15;

function alternatives(
  situation: Situation,
  formulaLPerDay: number,
  loss: { readonly litresPerDay: number; readonly logSd: number },
): Alternative[] {
  if (!(formulaLPerDay > 0) || !(loss.litresPerDay > 0)) return [];
  const covered = (cover: OpenPlace['cover']): Situation => ({
    ...situation,
    places: situation.places.map((each) => (each.place === 'display' ? { ...each, cover } : each)),
  });
  const others: readonly (readonly [string, Situation])[] = [
    ['the display under a lid with gaps', covered('lid')],
    ['the display under a lid that fits', covered('tight lid')],
    ['the display open', covered('open')],
    ['no fan', { ...situation, airMPerS: 0 }],
    ['a fan across the water', { ...situation, airMPerS: 1 }],
  ];
  return others.flatMap(([what, other]): Alternative[] => {
    const ratio = expectedLossLPerDay(other) / formulaLPerDay;
    if (Math.abs(ratio - 1) < 0.02) return [];
    const logSd = Math.hypot(loss.logSd, RATIO_LOG_SD * Math.abs(Math.log(ratio)));
    const { litresPerDay, low, high } = withInterval(loss.litresPerDay * ratio, logSd);
    return [{ what, litresPerDay, low, high }];
  });
}
