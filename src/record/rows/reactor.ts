import * as z from 'zod';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { within } from './fields';

/** A tank's calcium reactor, or one its keeper thinks of, as far as it was told. */
export const reactorSchema = z.strictObject({
  chamberL: within(AMOUNTS.chamber).optional(),
  /** A full charge of media, and of CO2, g. */
  mediaG: within(AMOUNTS.media).optional(),
  cylinderG: within(AMOUNTS.cylinder).optional(),
  /** One bubble of its counter: so many counted while they filled so much. */
  bubbles: z.strictObject({ counted: within(AMOUNTS.bubblesCounted), ml: within(AMOUNTS.bubblesFill) }).optional(),
  /** The range of its feed pump. */
  leastMlPerMin: within(AMOUNTS.reactorFlow).optional(),
  mostMlPerMin: within(AMOUNTS.reactorFlow).optional(),
  pressureKPa: within(AMOUNTS.reactorPressure).optional(),
  /** Of the media, by mass, %. */
  magnesiumPercent: within(AMOUNTS.mediaMagnesium).optional(),
  strontiumPercent: within(AMOUNTS.mediaStrontium).optional(),
  /** What it would be run at, on paper; what was measured goes before. */
  effluentAlkalinity: within(AMOUNTS.effluent).optional(),
  chamberPh: within(AMOUNTS.chamberPh).optional(),
});
export type ReactorRow = z.infer<typeof reactorSchema>;
