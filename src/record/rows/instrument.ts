import * as z from 'zod';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { READ_BY } from '@/calculators/parameters/parameter';
import { PARAMETER_IDS } from '@/calculators/parameters/parameters';
import { id, moment, name, bounded, more } from './fields';

/** What a parameter is read by: a kit, a probe, a laboratory. Figures are in the parameter's canonical unit. */
export const instrumentSchema = z.strictObject({
  id,
  name,
  parameter: z.enum(PARAMETER_IDS),
  by: z.enum(READ_BY),
  /** The step of its scale. */
  resolution: more(1e6).optional(),
  /** One standard deviation of a careful reading, as its maker states or its repeats show; what is usual when left out. */
  error: more(1e6).optional(),
  /**
   * What is added to its readings from each moment on, as a calibration or a comparison found, after they are multiplied by the factor where
   * there is one; in order of time.
   */
  calibrations: z
    .array(
      z.strictObject({
        at: moment,
        correction: z.number().min(-1e6).max(1e6),
        factor: bounded({ low: 0.2, high: 5 }).optional(),
        /** Of a pH probe, as its two buffers told when it was calibrated: its slope as a share of the theory, and what it read too high in pH 7. */
        slope: bounded(AMOUNTS.probeSlope).optional(),
        offset: bounded(AMOUNTS.probeOffset).optional(),
      }),
    )
    .max(500)
    .refine((made) => made.every(({ at }, i) => at > (made[i - 1]?.at ?? -1)), 'in order of time')
    .optional(),
  /** It is calibrated every so many days; what is usual for its kind when left out. */
  calibrateEveryDays: bounded(AMOUNTS.calibrateEvery).optional(),
  /** Reagents as they were opened; in order of time. */
  reagents: z
    .array(
      z.strictObject({ openedAt: moment, lot: z.string().trim().max(60).optional(), expiresAt: moment.optional() }),
    )
    .max(500)
    .refine(
      (opened) => opened.every(({ openedAt }, i) => openedAt > (opened[i - 1]?.openedAt ?? -1)),
      'in order of time',
    )
    .optional(),
});

export type Instrument = z.infer<typeof instrumentSchema>;
