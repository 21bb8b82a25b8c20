import * as z from 'zod';
import { DOSED_PARAMETERS } from '@/calculators/dosing/dosed-parameters';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import { id, moment, bounded } from '../rows/fields';
import { NO_LONGER_KEPT } from './dosing';
import { defineKind, OF_A_TANK, solutionName, formatted } from './entry-kind';

/** A level reads and is aimed at within what any of the three can be. */
const level = bounded({
  low: 0,
  high: Math.max(...DOSED_PARAMETERS.map((parameter) => PARAMETERS[parameter].high)),
});

/**
 * A correction that was begun: from one level to another, in so many days. What was given of it are doses that name it; how far it is, and
 * what is left, follows from them and from the tests since (`derived/balance/corrections-under-way.ts`).
 */
export const correction = defineKind({
  kind: 'correction',
  title: 'Correction',
  tankId: OF_A_TANK,
  shape: {
    parameter: z.enum(DOSED_PARAMETERS),
    solutionId: id,
    from: level,
    to: level,
    days: bounded(AMOUNTS.correctionDays),
    /** Of what is added: millilitres a day. Where the daily dose brings it: what is dosed a day meanwhile. */
    mlPerDay: bounded(AMOUNTS.dose),
    /** Where the daily dose brings it, raised or lowered for those days: what holds the level, which it goes back to. */
    backToMlPerDay: bounded(AMOUNTS.standingDose).optional(),
    /** When it was called off, or done, by its keeper. */
    endedAt: moment.optional(),
  },
  whole: { test: ({ from, to }) => from !== to, message: 'it goes from a level to the same level' },
  describe: ({ parameter, solutionId, from, to, days, mlPerDay, backToMlPerDay }, house) => {
    const { units } = house.settings;
    const way = from < to ? 'raised' : 'eased down';
    const dose =
      backToMlPerDay === undefined
        ? ''
        : `, dosed at ${formatted('doseRate', mlPerDay, units)}, then ${formatted('doseRate', backToMlPerDay, units)}`;
    return `${parameter} to be ${way} from ${formatted(parameter, from, units)} to ${formatted(parameter, to, units)} in ${formatted('days', days, units)}, by ${solutionName(house, solutionId, NO_LONGER_KEPT)}${dose}`;
  },
  figures: ({ parameter, solutionId, from, to, days, mlPerDay, backToMlPerDay, endedAt }, house) => [
    ['correction of', parameter, ''],
    ['from', from, UNIT[parameter]],
    ['to', to, UNIT[parameter]],
    ['in', days, 'days'],
    [solutionName(house, solutionId), mlPerDay, 'mL/day'],
    ...(backToMlPerDay === undefined ? [] : [['then', backToMlPerDay, 'mL/day'] as const]),
    ...(endedAt === undefined ? [] : [['ended', new Date(endedAt).toISOString(), ''] as const]),
  ],
});

const UNIT = { alkalinity: 'mmol/L', calcium: 'mg/L', magnesium: 'mg/L' } as const;
