import { halfWidth95, isToldFromZero } from '@/numerics/normal-interval';
import { DEFAULT_UNITS, quantity, showText } from '@/quantities/quantity';
import { defineCalculator, type Caution, type Step } from '../calculator/calculator';
import { placeInBand } from '../parameters/place-in-band';
import { leftToTheDose, raisingAnswer, salinityFirst } from './correction-answer';
import { checkFirst, portionsOf, stopWhen } from './correction-care';
import { correctionInput, refuseRash, settledLevels } from './correction-input';
import { DOSED_FACTS } from './dosed-parameters';
import { lowering } from './lowering';

export const correction = defineCalculator({
  name: 'correction',
  asks: 'How is a level brought to where it should be, once and gently?',
  input: correctionInput,
  example: {
    parameter: 'alkalinity',
    netVolumeL: '620 L',
    level: '7.2 dKH',
    aim: '8.3 dKH',
    part: { name: 'carbonate part', perMl: 1.51 },
    consumptionPerDay: 0.17,
  },
  run: (input) => {
    const { parameter, netVolumeL, part, limitPerDay, begun } = input;
    const { riseLimitPerDay, rateKind } = DOSED_FACTS[parameter];
    const { level, levelSd, aim, reading, asShown, readingSd, band, read } = settledLevels(input);
    refuseRash(parameter, aim, limitPerDay, input.fallLimitPerDay);
    const place = band && placeInBand(reading, band, readingSd);
    // One that was begun goes on to its end, though the level is in its band by now.
    const leave = !begun && (place === 'on target' || place === 'at the edge');
    const limit = limitPerDay ?? riseLimitPerDay;
    // What was given since the last test is not read yet: it is reckoned in.
    const untested = input.givenSince;
    const rise = aim - level - untested;
    const totalMl = Math.max(0, (rise * netVolumeL) / part.perMl);
    // A hair under the limit must not become a second day through rounding.
    const days = Math.max(1, Math.ceil(rise / limit - 1e-9));
    // One reading against all the others: nothing is dosed on it.
    const apart = !begun && ((place === 'low' && rise <= 0) || (place === 'high' && rise >= 0));
    // What was given already brings a low level there: a test comes before anything more.
    const given = !begun && untested > 0 && level < aim && rise <= halfWidth95(levelSd);
    const inDoubt = leave || apart || given || input.leftOut || !isToldFromZero(rise, levelSd);
    const working: Step[] = [
      ...(read
        ? [
            {
              label: `${parameter} as read`,
              value: quantity(parameter, read.value),
              origin: 'log' as const,
              from: `at ${showText(quantity('salinity', read.salinity), DEFAULT_UNITS)}`,
            },
          ]
        : []),
      {
        label: `${parameter} now`,
        value: quantity(parameter, level),
        origin: 'log',
        from: read ? 'as it would read at the salinity aimed at' : 'the readings together, at the last of them',
      },
      {
        label: 'Aim',
        value: quantity(parameter, aim),
        origin: 'setting',
        from: 'the middle of the tank’s target band, or as you set it',
      },
    ];
    if (untested > 0)
      working.push({
        label: 'Given since, not tested yet',
        value: quantity(parameter, untested),
        origin: 'log',
        from: 'millilitres × strength ÷ net volume',
      });
    if (!inDoubt && rise > 0)
      working.push(
        {
          label: 'Fastest rise a day',
          value: quantity(rateKind, limit),
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
    const adds = rise > 0 && !inDoubt;
    const cautions: Caution[] = adds
      ? [
          ...part.handling.map((says): Caution => ({
            severity: 'danger',
            usual: true,
            says: [`${part.name}: ${says}`],
          })),
          ...(begun ? [] : checkFirst(input)),
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
      rise < 0 && !inDoubt && !begun
        ? lowering({ ...input, level, aim, consumptionPerDay: input.consumptionPerDay })
        : undefined;
    if (down) working.push(...down.working);
    const facts = {
      parameter,
      part,
      place,
      reading,
      asShown,
      level,
      aim,
      rise,
      totalMl,
      days,
      leave,
      untested,
      given,
      apart,
      inDoubt,
    };
    const byDose = !begun && !inDoubt && !untested ? input.byDose : undefined;
    const answer = byDose ? leftToTheDose(facts, byDose) : (down?.answer ?? raisingAnswer(facts, input.leftOut, begun));
    return {
      answer: read ? salinityFirst(parameter, read, facts, answer) : answer,
      working,
      cautions,
      values: {
        level,
        /** With what was given and is not tested yet. */
        stands: level + untested,
        aim,
        totalMl: adds ? totalMl : 0,
        days,
        portions: adds ? portions : 0,
        mlPerDay: adds ? totalMl / days : 0,
        withinTestError: inDoubt,
        /** One that was begun has nothing left to give. */
        done: begun !== undefined && (rise <= 0 || inDoubt),
        ...(place && { place }),
        /** The daily dose does it. */
        byDose: byDose !== undefined,
        ...(down?.dose && !byDose && { lowered: down.dose }),
      },
    };
  },
});
