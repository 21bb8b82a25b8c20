import { z } from 'zod';
import { defineCalculator, type Caution, type Step } from '../calculator';
import { within } from '../refusal';
import { quantity } from '../units/quantity';
import { ELEMENTS, ELEMENT_FACTS } from './elements';

export const correction = defineCalculator({
  name: 'correction',
  asks: 'How is a level brought to where it should be, once and gently?',
  input: z.object({
    element: z.enum(ELEMENTS),
    netVolumeL: z.number(),
    /** The level now and where it should be, in the element's unit. */
    level: z.number(),
    levelSd: z.number().min(0),
    aim: z.number(),
    part: z.object({ name: z.string(), perMl: z.number().positive() }),
    /** Fastest rise a day; common practice when left out. */
    limitPerDay: z.number().positive().optional(),
    /** Consumption a day, which is what lowers a level that stands too high. */
    consumptionPerDay: z.number().optional(),
  }),
  run: ({ element, netVolumeL, level, levelSd, aim, part, limitPerDay, consumptionPerDay }) => {
    within('net volume', netVolumeL, 0.1, 1e6, 'L');
    const limit = limitPerDay ?? ELEMENT_FACTS[element].riseLimitPerDay;
    const rise = aim - level;
    const totalMl = Math.max(0, (rise * netVolumeL) / part.perMl);
    // A hair under the limit must not become a second day through rounding.
    const days = Math.max(1, Math.ceil(rise / limit - 1e-9));
    const settled = Math.abs(rise) <= 1.96 * levelSd;
    const working: Step[] = [
      {
        label: `${element} now`,
        value: quantity(element, level),
        origin: 'log',
        from: 'the readings together, at the last of them',
      },
      { label: 'Aim', value: quantity(element, aim), origin: 'setting', from: 'the middle of the tank’s target band' },
      {
        label: 'Fastest rise a day',
        value: quantity(ELEMENT_FACTS[element].rateKind, limit),
        origin: limitPerDay === undefined ? 'common practice' : 'yours',
        from: 'keeps the animals’ surroundings steady',
      },
    ];
    if (!settled && rise > 0)
      working.push({
        label: `${part.name} in all`,
        value: quantity('dose', totalMl),
        origin: 'equation',
        from: 'rise × net volume ÷ strength',
      });
    const cautions: Caution[] =
      rise > 0 && !settled
        ? [
            {
              severity: 'care',
              says: ['This comes on top of the maintenance dose, once. Test again when half of it is in.'],
            },
          ]
        : [];
    const wait = consumptionPerDay !== undefined && consumptionPerDay > 0 ? -rise / consumptionPerDay : undefined;
    return {
      answer: settled
        ? {
            says: [`Leave ${element} as it is: it stands where it should, as far as the test can tell.`],
            certainty: 'within test error' as const,
            because: [quantity(element, level), 'against', quantity(element, aim), '.'],
          }
        : rise > 0
          ? {
              says: [
                'Add',
                quantity('dose', totalMl / days),
                `of ${part.name} a day for`,
                quantity('days', days),
                ', once.',
              ],
              certainty: 'worked out' as const,
              because: ['It lifts', `${element} from`, quantity(element, level), 'to', quantity(element, aim), '.'],
            }
          : {
              says:
                wait === undefined
                  ? [`Let ${element} come down by itself: dose less and wait.`]
                  : [`Pause the ${element} dose for about`, quantity('days', wait), 'and test again.'],
              certainty: 'worked out' as const,
              because: [
                quantity(element, level),
                'is above the aim of',
                quantity(element, aim),
                '; nothing is added to lower it.',
              ],
            },
      working,
      cautions,
      values: {
        totalMl: settled ? 0 : totalMl,
        days,
        mlPerDay: settled ? 0 : totalMl / days,
        withinTestError: settled,
      },
    };
  },
});
