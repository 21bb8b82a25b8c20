import * as z from 'zod';
import { PH_MEASURES } from '@/chemistry/day/ph-measures';
import { AMOUNTS } from '../calculator/amounts';
import { amount, figure, moment } from '../calculator/calculator-input';
import { dayWater } from '../dosing/day-water';
import { dosingWindow } from '../dosing/dosing-window';
import { scheduledPart } from '../dosing/scheduled-part';
import { readingExpectation } from '../parameters/parameters';

/** What a bench about pH may be told, canonical units. Usual figures are common practice. */
export const PH_AMOUNTS = {
  roomCo2: { field: 'CO2 of the room', kind: 'co2', low: 200, high: 20_000, usual: [380, 3000] },
  skimmerAir: { field: 'air of the skimmer', kind: 'pumpRate', low: 10, high: 20_000, usual: [60, 3000] },
  tube: { field: 'length of the tube', kind: 'length', low: 0, high: 10_000, usual: [50, 2000] },
  bore: { field: 'bore of the tube', kind: 'length', low: 0.2, high: 10, usual: [0.4, 2.5] },
  media: { field: 'scrubber media', kind: 'mass', low: 10, high: 100_000, usual: [200, 5000] },
  mediaPrice: { field: 'price of the media, a kilogram', kind: 'money', low: 0, high: 1e6, usual: [3, 60] },
  throughMedia: { field: 'air that passes the media', kind: 'percent', low: 5, high: 100, usual: [30, 100] },
  harvest: { field: 'algae taken out a week', kind: 'mass', low: 1, high: 100_000, usual: [30, 2000] },
  lamp: { field: 'lamp of the refugium', kind: 'power', low: 1, high: 5000, usual: [5, 200] },
} as const;

const reading = z.strictObject({
  /** Counted from any day; the same for readings of one day. */
  day: z.number().int().min(-100_000).max(100_000),
  /** Of the keeper's own clock. */
  minute: figure('minute of the day', 0, 1439.999),
  ph: amount(readingExpectation('ph')),
  alkalinity: amount({ ...readingExpectation('alkalinity'), low: 0.5 }),
});
/** A month of a probe that is read every two minutes. */
const readings = z.array(reading).max(22_000);

export const phDayInput = z.strictObject({
  netVolumeL: amount(AMOUNTS.netVolume),
  lights: dosingWindow.optional(),
  consumption: amount({ field: 'alkalinity consumption', kind: 'alkalinityRate', low: 0, high: 5 }).default(0),
  water: dayWater,
  parts: z.array(scheduledPart).max(12).default([]),
  readings: readings.min(1),
  /** Readings of those days whose hour nobody told: they are left out. */
  withoutHour: z.number().int().min(0).max(1_000_000).default(0),
  /** By how much all of them may be off together: one standard deviation. */
  probeSd: figure('error of the probe', 0.001, 1).default(0.03),
  /** Days since the probe was calibrated; left out where that was never logged. */
  calibratedDaysAgo: figure('days since the calibration', 0, 100_000).optional(),
  /** The room's CO2 as it was read, and one standard deviation of its mean. */
  room: z.strictObject({ uatm: amount(PH_AMOUNTS.roomCo2), sd: figure('error of the CO2', 1, 20_000) }).optional(),
  /** What was changed last that bears on pH, when, and what was read before it. */
  before: z.strictObject({ what: z.string().min(1).max(80), at: moment('moment of the change'), readings }).optional(),
  /** What the measures hang on. */
  measures: z
    .strictObject({
      openRoomUatm: amount(PH_AMOUNTS.roomCo2).default(500),
      skimmerAirLPerH: amount(PH_AMOUNTS.skimmerAir).default(300),
      tubeCm: amount(PH_AMOUNTS.tube).default(300),
      boreCm: amount(PH_AMOUNTS.bore).default(0.8),
      mediaG: amount(PH_AMOUNTS.media).default(1000),
      mediaPerKg: amount(PH_AMOUNTS.mediaPrice).optional(),
      throughMediaPercent: amount(PH_AMOUNTS.throughMedia).default(100),
      harvestGPerWeek: amount(PH_AMOUNTS.harvest).optional(),
      lampW: amount(PH_AMOUNTS.lamp).default(30),
      /** Limewater that fits into what evaporates, where it is not dosed yet. */
      limewater: z
        .strictObject({
          litresPerDay: figure('limewater a day', 0.001, 10_000),
          gramsPerL: figure('strength of the limewater', 0.01, 2.2),
        })
        .optional(),
      hydroxidePerKg: amount({ field: 'price of calcium hydroxide', kind: 'money', low: 0, high: 1e6 }).optional(),
    })
    .prefault({}),
  /** Measures looked at together. */
  together: z.array(z.enum(PH_MEASURES)).max(PH_MEASURES.length).default([]),
});
export type PhDayInput = z.output<typeof phDayInput>;
