import * as z from 'zod';
import { amount, amountOfNamedKind, figure, settled } from '../calculator/calculator-input';
import { AMOUNTS } from '../calculator/amounts';
import { defineCalculator, type Caution, type Step } from '../calculator/calculator';
import { placeInBand } from '../parameters/place-in-band';
import { readingExpectation, usualErrorOf } from '../parameters/parameters';
import { quantity } from '@/chemistry/units/quantity';
import { DOSED_PARAMETERS, DOSED_FACTS } from './dosed-parameters';
import { checkFirst, portionsOf, stopWhen } from './correction-care';
import { lowering } from './lowering';

export const correction = defineCalculator({
  name: 'correction',
  asks: 'How is a level brought to where it should be, once and gently?',
  input: z.strictObject({
    parameter: z.enum(DOSED_PARAMETERS),
    netVolumeL: amount(AMOUNTS.netVolume),
    level: amountOfNamedKind('level', 'parameter'),
    /** In the parameter's canonical unit. */
    levelSd: figure('doubt of the level', 0, 1000).default(0),
    aim: amountOfNamedKind('aim', 'parameter'),
    /** The target band, and the last reading, which is judged against it. A level in its band is left alone. */
    band: z
      .tuple([amountOfNamedKind('lower end', 'parameter'), amountOfNamedKind('upper end', 'parameter')])
      .optional(),
    reading: amountOfNamedKind('last reading', 'parameter').optional(),
    /** Its error, one standard deviation in the parameter's canonical unit; a careful home test's when left out. */
    readingSd: figure('doubt of the reading', 0, 1000).optional(),
    part: z.strictObject({ name: z.string().max(60), perMl: figure('amount a millilitre adds', 1e-9, 1e6) }),
    /** Fastest rise a day, in the parameter's canonical unit; common practice when left out. */
    limitPerDay: figure('fastest rise a day', 1e-6, 1000).optional(),
    /** Fastest fall a day that the keeper holds to; common practice when left out. */
    fallLimitPerDay: figure('fastest fall a day', 1e-6, 1000).optional(),
    /** Nitrate and phosphate read zero: a high alkalinity is then eased over weeks. */
    starved: z.boolean().default(false),
    /** As last read, for what to check before a correction; with the salinity aimed at. */
    salinity: amount(readingExpectation('salinity')).optional(),
    aimSalinity: amount(readingExpectation('salinity')).optional(),
    magnesium: amount(readingExpectation('magnesium')).optional(),
    /** Consumption a day, which is what lowers a level that stands too high. */
    consumptionPerDay: figure('consumption a day', -1000, 1000).optional(),
    /** What others than the part go on bringing a day, in the parameter's canonical unit. */
    othersPerDay: figure('supplied by others a day', 0, 1000).default(0),
    othersBy: z.array(z.string().max(200)).max(100).default([]),
  }),
  example: {
    parameter: 'alkalinity',
    netVolumeL: '620 L',
    level: '7.2 dKH',
    aim: '8.3 dKH',
    part: { name: 'carbonate part', perMl: 1.51 },
    consumptionPerDay: 0.17,
  },
  run: (input) => {
    const { parameter, netVolumeL, levelSd, part, limitPerDay } = input;
    const level = settled(input.level, { ...readingExpectation(parameter), field: 'level', low: 0 });
    const aim = settled(input.aim, { ...readingExpectation(parameter), field: 'aim', low: 0 });
    const settle = (value: number | string, field: string) =>
      settled(value, { ...readingExpectation(parameter), field, low: 0 });
    const reading = input.reading === undefined ? level : settle(input.reading, 'last reading');
    const place =
      input.band &&
      placeInBand(
        reading,
        [settle(input.band[0], 'lower end'), settle(input.band[1], 'upper end')],
        input.readingSd ?? usualErrorOf(parameter),
      );
    const leave = place === 'on target' || place === 'at the edge';
    const limit = limitPerDay ?? DOSED_FACTS[parameter].riseLimitPerDay;
    const rise = aim - level;
    const totalMl = Math.max(0, (rise * netVolumeL) / part.perMl);
    // A hair under the limit must not become a second day through rounding.
    const days = Math.max(1, Math.ceil(rise / limit - 1e-9));
    // One reading against all the others: nothing is dosed on it.
    const apart = (place === 'low' && rise <= 0) || (place === 'high' && rise >= 0);
    const inDoubt = leave || apart || Math.abs(rise) <= 1.96 * levelSd;
    const working: Step[] = [
      {
        label: `${parameter} now`,
        value: quantity(parameter, level),
        origin: 'log',
        from: 'the readings together, at the last of them',
      },
      {
        label: 'Aim',
        value: quantity(parameter, aim),
        origin: 'setting',
        from: 'the middle of the tank’s target band',
      },
    ];
    if (!inDoubt && rise > 0)
      working.push(
        {
          label: 'Fastest rise a day',
          value: quantity(DOSED_FACTS[parameter].rateKind, limit),
          origin: limitPerDay === undefined ? 'common practice' : 'yours',
          from: 'keeps the animals’ surroundings steady',
        },
        {
          label: `${part.name} in all`,
          value: quantity('dose', totalMl),
          origin: 'equation',
          from: 'rise × net volume ÷ strength',
        },
      );
    const portions = portionsOf(parameter, Math.max(0, rise) / days);
    const cautions: Caution[] =
      rise > 0 && !inDoubt
        ? [
            ...checkFirst(input),
            {
              severity: 'caution',
              says: [
                `Give each day’s share in ${portions === 1 ? 'one portion' : `${portions} portions`}, slowly, where the flow is strongest. It comes on top of the maintenance dose, once. Test again when half of it is in.`,
              ],
            },
            { severity: 'caution', says: stopWhen(parameter) },
          ]
        : [];
    const down =
      rise < 0 && !inDoubt ? lowering({ ...input, level, aim, consumptionPerDay: input.consumptionPerDay }) : undefined;
    if (down) working.push(...down.working);
    return {
      answer: leave
        ? {
            says:
              place === 'on target'
                ? [`Leave ${parameter} as it is: it is in its band.`]
                : [
                    `Leave ${parameter} as it is and test again: it is at the edge of its band, by less than a test can show.`,
                  ],
            certainty: place === 'on target' ? ('worked out' as const) : ('within test error' as const),
            because: ['Last read', quantity(parameter, reading), '.'],
          }
        : apart
          ? {
              says: [
                `Test ${parameter} again: its last reading is ${place ?? 'off'}, and the readings together are not.`,
              ],
              certainty: 'rough' as const,
              retest: true,
              because: [
                'Last read',
                quantity(parameter, reading),
                '; together they show',
                quantity(parameter, level),
                '.',
              ],
            }
          : inDoubt
            ? {
                says: [`Leave ${parameter} as it is: it is on target, as far as the test can show.`],
                certainty: 'within test error' as const,
                because: [quantity(parameter, level), 'against', quantity(parameter, aim), '.'],
              }
            : !down
              ? {
                  says:
                    days === 1
                      ? ['Add', quantity('dose', totalMl), `of ${part.name}, once.`]
                      : [
                          'Add',
                          quantity('dose', totalMl / days),
                          `of ${part.name} a day for`,
                          quantity('days', days),
                          ', once.',
                        ],
                  certainty: 'worked out' as const,
                  because: [
                    'It lifts',
                    `${parameter} from`,
                    quantity(parameter, level),
                    'to',
                    quantity(parameter, aim),
                    '.',
                  ],
                }
              : down.answer,
      working,
      cautions,
      values: {
        totalMl: inDoubt ? 0 : totalMl,
        days,
        portions: inDoubt || rise <= 0 ? 0 : portions,
        mlPerDay: inDoubt ? 0 : totalMl / days,
        withinTestError: inDoubt,
        ...(place && { place }),
        ...(down?.dose && { lowered: down.dose }),
      },
    };
  },
});
