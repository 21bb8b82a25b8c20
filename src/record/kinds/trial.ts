import * as z from 'zod';
import { parameterOf, PARAMETER_IDS } from '@/calculators/parameters/parameters';
import { moment, more } from '../rows/fields';
import { defineKind, OF_A_TANK, formatted } from './entry-kind';

/** What a trial is after. */
export const WAYS = ['higher', 'lower', 'same'] as const;

/**
 * A change of practice tried on purpose, its question and its end set beforehand. Its entry stands at the change; what was before is read
 * back from the log, what came of it is worked out once the end is there.
 */
export const trial = defineKind({
  kind: 'trial',
  title: 'Trial',
  tankId: OF_A_TANK,
  shape: {
    question: z.string().trim().min(1, 'a trial needs its question').max(200),
    parameter: z.enum(PARAMETER_IDS),
    endsAt: moment,
    /** What would count: the level higher, lower or no different, by this much in the parameter's canonical unit. */
    way: z.enum(WAYS),
    by: more(1e6),
  },
  whole: { test: ({ at, endsAt }) => endsAt > at, message: 'it ends before it begins' },
  describe: ({ question, parameter, way, by }, { settings: { units } }) => {
    const { name, kind } = parameterOf(parameter);
    const counts = way === 'same' ? `${name} no different by` : `${name} ${way} by`;
    return `${question} (${counts} ${formatted(kind, by, units)})`;
  },
  figures: ({ question, parameter, way, by, endsAt }) => [
    ['trial', question, ''],
    [`${parameter} ${way} by`, by, ''],
    ['ends', new Date(endsAt).toISOString(), ''],
  ],
});
