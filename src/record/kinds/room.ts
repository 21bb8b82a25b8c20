import { AMOUNTS } from '@/calculators/calculator/amounts';
import { within } from '../rows/fields';
import { jotExamples } from '../line/example';
import { defineKind, figuresAt, figuresOfForm, ifThere, OF_A_TANK, told } from './entry-kind';

/** The air about the tank. */
export const room = defineKind({
  kind: 'room',
  title: 'Room',
  tankId: OF_A_TANK,
  shape: {
    airC: within(AMOUNTS.roomTemperature).optional(),
    humidityPercent: within(AMOUNTS.humidity).optional(),
  },
  whole: {
    test: ({ airC, humidityPercent }) => airC !== undefined || humidityPercent !== undefined,
    message: 'warmth or humidity',
  },
  verbs: {
    /** "room 20.5 c 38 %", either alone or both. */
    room: (scanner, from) => {
      let airC: number | undefined;
      let humidityPercent: number | undefined;
      while (/^[\s,]*[+-]?[\d.,]*\d/.test(scanner.rest())) {
        scanner.take(/^[\s,]+/);
        if (/^[\d.,]+\s*(?:%|percent|pc\b)/i.test(scanner.rest()))
          humidityPercent = scanner.readQuantity(AMOUNTS.humidity, from);
        else if (airC === undefined) airC = scanner.readQuantity(AMOUNTS.roomTemperature, from);
        else break;
      }
      if (airC === undefined && humidityPercent === undefined) {
        if (scanner.problems.length === 0)
          scanner.problem(
            from,
            `How warm is the room, or how humid? As in ${jotExamples(scanner.context.units).room}.`,
          );
        return undefined;
      }
      return (at) => ({
        at,
        ...(airC === undefined ? {} : { airC }),
        ...(humidityPercent === undefined ? {} : { humidityPercent }),
      });
    },
  },
  describe: ({ airC, humidityPercent }, { settings: { units } }) =>
    [
      ...ifThere(airC, (c) => told('temperature', c, units)),
      ...ifThere(humidityPercent, (percent) => `${Math.round(percent)} % humid`),
    ].join(', '),
  figures: (row) =>
    figuresAt(row, [
      ['airC', 'room temperature', '°C'],
      ['humidityPercent', 'room humidity', '%'],
    ]),
  form: {
    offered: true,
    figures: figuresOfForm(
      ['airC', 'Room temperature', AMOUNTS.roomTemperature, 'optional'],
      ['humidityPercent', 'Humidity', AMOUNTS.humidity, 'optional'],
    ),
  },
});
