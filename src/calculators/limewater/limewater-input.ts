import * as z from 'zod';
import { AMOUNTS } from '../calculator/amounts';
import { amount, figure, moment, share } from '../calculator/calculator-input';
import { USUAL_KEPT_BACK } from '../top-off/head-room';
import { TOP_OFF_AMOUNTS } from '../top-off/top-off-amounts';

/** How limewater is made and how strong it is; the same for every question that is asked of it. */
export const limewaterMade = {
  temperatureC: amount(AMOUNTS.limewaterTemperature),
  vessel: z.enum(['plain', 'stirrer']).default('plain'),
  vesselL: amount(AMOUNTS.limewaterVessel),
  /** Calcium hydroxide in the vessel, dissolved and lying; more than enough when left out. */
  limeG: amount({ ...AMOUNTS.lime, low: 0 }).optional(),
  /** Litres left in a plain vessel; full when left out. */
  leftL: amount({ ...AMOUNTS.limewaterVessel, low: 0, field: 'limewater left' }).optional(),
  /** What a test of the clear water said; it goes before the table. */
  tested: z
    .strictObject({
      alkalinity: amount(AMOUNTS.limewaterAlkalinity).optional(),
      conductivity: amount(AMOUNTS.limewaterConductivity).optional(),
      at: moment('the test').optional(),
    })
    .optional(),
  /** What the solution that is dosed is described as, grams in a litre: what it supplies is told by this, as every other bench does. */
  describedGPerL: figure('strength it is described as', 0.01, 2.2, 'g/L').optional(),
  /** Share of the strength that air takes; nothing when left out. */
  weakened: share('strength lost to air', 0, AMOUNTS.limewaterWeakened.high / 100).default(0),
};

export const limewaterInput = z.strictObject({
  now: moment('now'),
  netVolumeL: amount(AMOUNTS.netVolume),
  ...limewaterMade,
  /** What evaporates, with its 95 % range. */
  evaporation: z.strictObject({
    low: amount(TOP_OFF_AMOUNTS.evaporation),
    litresPerDay: amount(TOP_OFF_AMOUNTS.evaporation),
    high: amount(TOP_OFF_AMOUNTS.evaporation),
  }),
  /** Share of the least evaporation that is left to the ordinary top-off. */
  keptBack: share('head-room', 0, AMOUNTS.limewaterKeptBack.high / 100).default(USUAL_KEPT_BACK),
  /** Alkalinity consumed a day, and one standard deviation of it; unknown when left out. */
  consumption: amount({ field: 'alkalinity consumption', kind: 'alkalinityRate', low: 0, high: 5 }).optional(),
  consumptionSd: figure('doubt of the consumption', 0, 100, 'mmol/L a day').default(0),
  /** How it grows a month, as a share. */
  growthPerMonth: figure('growth a month', -0.5, 1).default(0),
  /** What everything else supplies of alkalinity a day, below 0 where it takes. */
  othersPerDay: figure('supplied by others a day', -1000, 1000, 'mmol/L a day').default(0),
  /** What is dosed a day. */
  litresPerDay: amount({ ...TOP_OFF_AMOUNTS.drip, field: 'limewater a day' }).default(0),
  /** It runs now; else it is thought of. */
  runs: z.boolean().default(false),
  /** When it was first dosed: consumption may answer. */
  startedAt: moment('when it was begun').optional(),
  /** What was consumed then, with one standard deviation. */
  before: z
    .strictObject({
      perDay: amount({ field: 'consumption before', kind: 'alkalinityRate', low: 0, high: 5 }),
      sd: figure('its doubt', 0, 100, 'mmol/L a day'),
    })
    .optional(),
});
export type LimewaterInput = z.output<typeof limewaterInput>;
