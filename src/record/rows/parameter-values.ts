import * as z from 'zod';
import {
  isParameter,
  PARAMETER_IDS,
  parameterOf,
  PARAMETERS,
  type ParameterId,
} from '@/calculators/parameters/parameters';

const parameterId = z.enum(PARAMETER_IDS);

/** Something said of some parameters. */
export function byParameter<Value extends z.ZodType>(value: Value) {
  return z.partialRecord(parameterId, value);
}

/**
 * Readings by parameter, each within what the parameter takes. Only those that are there are looked at: a schema that named all
 * fifty would be walked whole for each of tens of thousands of entries.
 */
export const readingValues = z
  .partialRecord(parameterId, z.number())
  .superRefine((values, context) => {
    for (const [id, value] of Object.entries(values)) {
      if (!isParameter(id)) continue;
      const { low, high } = parameterOf(id);
      const fault = { origin: 'number' as const, inclusive: true, input: value, path: [id] };
      if (value < low) context.addIssue({ ...fault, code: 'too_small', minimum: low });
      if (value > high) context.addIssue({ ...fault, code: 'too_big', maximum: high });
    }
  })
  .meta({
    properties: Object.fromEntries(
      PARAMETER_IDS.map((id) => [id, { type: 'number', minimum: PARAMETERS[id].low, maximum: PARAMETERS[id].high }]),
    ),
  });

export type ReadingValues = Partial<Record<ParameterId, number>>;
