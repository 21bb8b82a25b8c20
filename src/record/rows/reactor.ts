import * as z from 'zod';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { bounded } from './fields';

/** A tank's calcium reactor, or one its keeper thinks of, as far as it was told. */
export const reactorSchema = z.strictObject({
  chamberL: bounded(AMOUNTS.chamber).optional(),
  /** A full charge of media, and of CO2, g. */
  mediaG: bounded(AMOUNTS.media).optional(),
  cylinderG: bounded(AMOUNTS.cylinder).optional(),
  /** One bubble of its counter: so many counted while they filled so much. */
  bubbles: z.strictObject({ counted: bounded(AMOUNTS.bubblesCounted), ml: bounded(AMOUNTS.bubblesFill) }).optional(),
  /** The range of its feed pump. */
  leastMlPerMin: bounded(AMOUNTS.reactorFlow).optional(),
  mostMlPerMin: bounded(AMOUNTS.reactorFlow).optional(),
  pressureKPa: bounded(AMOUNTS.reactorPressure).optional(),
  /** Of the media, by mass, %. */
  magnesiumPercent: bounded(AMOUNTS.mediaMagnesium).optional(),
  strontiumPercent: bounded(AMOUNTS.mediaStrontium).optional(),
  /** What it would be run at, on paper; what was measured goes before. */
  effluentAlkalinity: bounded(AMOUNTS.effluent).optional(),
  chamberPh: bounded(AMOUNTS.chamberPh).optional(),
});
export type ReactorRow = z.infer<typeof reactorSchema>;
