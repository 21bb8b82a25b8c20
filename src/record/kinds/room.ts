import { AMOUNTS } from '@/calculators/calculator/amounts';
import { bounded } from '../rows/fields';
import { defineKind, figuresAt, ifThere, OF_A_TANK, formatted } from './entry-kind';

/** The air about the tank. */
export const room = defineKind({
  kind: 'room',
  title: 'Room',
  tankId: OF_A_TANK,
  shape: {
    airC: bounded(AMOUNTS.roomTemperature).optional(),
    humidityPercent: bounded(AMOUNTS.humidity).optional(),
  },
  whole: {
    test: ({ airC, humidityPercent }) => airC !== undefined || humidityPercent !== undefined,
    message: 'warmth or humidity',
  },
  jot: [
    {
      words: ['room', 'room temp', 'room temperature', 'humidity', 'rh', 'humid'],
      figures: {
        humidityPercent: { expected: AMOUNTS.humidity, optional: true, after: ['humidity', 'rh', 'humid'] },
        airC: { expected: AMOUNTS.roomTemperature, optional: true },
      },
      flags: ['with', 'at', 'degrees'],
      make: ({ figures: { airC, humidityPercent } }) =>
        airC === undefined && humidityPercent === undefined
          ? undefined
          : { ...(airC !== undefined && { airC }), ...(humidityPercent !== undefined && { humidityPercent }) },
      asks: 'How warm is the room, or how humid? As in “room 20.5 c 38 %”.',
    },
  ],
  together: (a, b) => ({ ...a, ...b }),
  describe: ({ airC, humidityPercent }, { settings: { units } }) =>
    [
      ...ifThere(airC, (c) => formatted('temperature', c, units)),
      ...ifThere(humidityPercent, (percent) => `${Math.round(percent)} % humid`),
    ].join(', '),
  figures: (row) =>
    figuresAt(row, [
      ['airC', 'room temperature', '°C'],
      ['humidityPercent', 'room humidity', '%'],
    ]),
});
