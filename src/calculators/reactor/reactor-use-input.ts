import * as z from 'zod';
import { OUTDOOR_CO2_UATM } from '@/chemistry/carbonate/reef-water';
import type { Effluent } from '@/chemistry/reactor/ceiling';
import type { DailyUse } from '@/chemistry/reactor/daily-use';
import { AMOUNTS } from '../calculator/amounts';
import { amount, figure, moment } from '../calculator/calculator-input';
import { AIR_EXCHANGE_A_DAY } from '@/chemistry/day/air-exchange';
import { CO2_OF_AIR } from '../carbonate/carbonate-calculator';
import { readingExpectation } from '../parameters/parameters';
import { reactorWater, tankAlkalinity } from './reactor-input';

/** Coral skeleton: Sr/Ca about 9 and Mg/Ca about 4.5 mmol/mol, in CaCO3. From memory; a label overrules them. */
const SKELETON_STRONTIUM_PERCENT = 0.79;
const SKELETON_MAGNESIUM_PERCENT = 0.11;

const store = (amounts: typeof AMOUNTS.media | typeof AMOUNTS.cylinder) =>
  z
    .strictObject({
      /** A full charge, g, and what is left of it. */
      grams: amount(amounts),
      leftG: figure('grams left', 0, 500_000, 'g').optional(),
      /** When it was full, where what is left is not known otherwise: it has been used since as it is now. */
      filledAt: moment('when it was filled').optional(),
    })
    .optional();

export const reactorUseInput = z.strictObject({
  now: moment('now'),
  netVolumeL: amount(AMOUNTS.netVolume),
  tankAlkalinity,
  tankPh: amount(readingExpectation('ph')).default(8.2),
  water: reactorWater,
  /** The CO2 that the tank's pH means, µatm. */
  pco2Uatm: amount(CO2_OF_AIR).default(OUTDOOR_CO2_UATM),
  /** The reactor runs, and its CO2 is in that already. */
  runs: z.boolean().default(false),
  effluentAlkalinity: amount(AMOUNTS.effluent),
  chamberPh: amount(AMOUNTS.chamberPh),
  mlPerMin: amount(AMOUNTS.reactorFlow),
  media: store(AMOUNTS.media),
  cylinder: store(AMOUNTS.cylinder),
  /** One bubble, calibrated: so many counted while they filled so much. */
  bubbles: z.strictObject({ counted: amount(AMOUNTS.bubblesCounted), ml: amount(AMOUNTS.bubblesFill) }).optional(),
  /** As counted now. */
  bubblesPerMin: amount(AMOUNTS.bubblesPerMin).optional(),
  roomC: amount(AMOUNTS.roomTemperature).default(22),
  magnesiumPercent: amount(AMOUNTS.mediaMagnesium).default(SKELETON_MAGNESIUM_PERCENT),
  strontiumPercent: amount(AMOUNTS.mediaStrontium).default(SKELETON_STRONTIUM_PERCENT),
  /** Magnesium consumed in the whole tank, mg a day. */
  magnesiumMgPerDay: figure('magnesium consumed', 0, 1e7, 'mg a day').optional(),
  /** What limewater could supply instead, mmol of alkalinity a day. */
  limewaterMmolPerDay: figure('room for limewater', 0, 1e6, 'mmol a day').default(0),
  /** How often a day air renews dissolved CO2. */
  exchangePerDay: figure('air exchange', 1, 400, 'times a day').default(AIR_EXCHANGE_A_DAY),
  pressureKPa: amount(AMOUNTS.reactorPressure).optional(),
});
export type ReactorUseInput = z.output<typeof reactorUseInput>;

export interface ReactorUseValues extends DailyUse {
  readonly litresPerDay: number;
  /** Bubbles a minute that bring what is used; undefined until a bubble was calibrated. */
  readonly bubblesNeeded: number | undefined;
  /** What the bubbles counted supply, g a day. */
  readonly co2ByBubblesG: number | undefined;
  readonly media: Lasts | undefined;
  readonly cylinder: Lasts | undefined;
  readonly magnesiumMgPerDay: number;
  readonly strontiumMgPerDay: number;
  readonly effluent: Effluent;
  readonly ph: TankPhs;
}

/** How long a charge lasts from now, and how often a year it is filled. */
export interface Lasts {
  readonly days: number;
  readonly at: number;
  readonly perYear: number;
}

/** Where the tank's pH rests, with the reactor and with each answer to it. */
export interface TankPhs {
  readonly without: number;
  readonly reactor: number;
  /** With as much limewater as evaporation leaves room for, the reactor doing the rest; undefined where there is no room. */
  readonly limewater: number | undefined;
  readonly secondChamber: number;
  /** With air renewing CO2 half as often again. */
  readonly aeration: number;
}
