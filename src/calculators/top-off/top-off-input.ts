import * as z from 'zod';
import { AMOUNTS } from '../calculator/amounts';
import { amount, figure, moment, share } from '../calculator/calculator-input';
import { COVER_IDS, MOVED_IDS, SURFACE_PLACES } from '@/chemistry/evaporation/surfaces';
import { readingExpectation } from '../parameters/parameters';
import { USUAL_KEPT_BACK } from './head-room';
import { TOP_OFF_AMOUNTS } from './top-off-amounts';

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
  /** When it came to hold that; what was read off an earlier one does not count. */
  markedAt: moment('the reservoir’s mark').optional(),
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
  /** Share of the least evaporation that limewater leaves to the top-off. */
  limewaterKeptBack: share('head-room', 0, 0.9).default(USUAL_KEPT_BACK),
  /** ppt a day that salinity falls beyond what is known to have gone in and out, and one standard deviation of it. */
  saltDrift: z
    .strictObject({ fallsPerDay: figure('fall of salinity', -5, 5, 'ppt/day'), sd: figure('its error', 0.0001, 5) })
    .optional(),
  surroundings: z.strictObject({
    /** Every surface with its cover; or one open surface for all. */
    places: z
      .array(
        z.strictObject({
          place: z.enum(SURFACE_PLACES),
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
  litresPerDay: amount(TOP_OFF_AMOUNTS.evaporation).optional(),
});
export type TopOffInput = z.output<typeof topOffInput>;
