import * as z from 'zod';
import { quantity } from '@/quantities/quantity';
import { amount, share } from '../calculator/calculator-input';
import { defineCalculator } from '../calculator/calculator';
import { limewaterHeadRoom, USUAL_KEPT_BACK } from './head-room';
import { TOP_OFF_AMOUNTS } from './top-off-amounts';

/** Limewater takes the place of top-off: whether what is given still leaves the top-off something to do. */
export const limewaterRoom = defineCalculator({
  name: 'limewater-room',
  asks: 'Does evaporation leave room for the limewater that is given?',
  input: z.strictObject({
    limewaterLPerDay: amount({ ...TOP_OFF_AMOUNTS.drip, field: 'limewater a day' }),
    /** The lower end of what evaporates. */
    evaporationAtLeastLPerDay: amount(TOP_OFF_AMOUNTS.evaporation),
    /** Share of it that is left to the top-off. */
    keptBack: share('head-room', 0, 0.9).default(USUAL_KEPT_BACK),
  }),
  example: { limewaterLPerDay: '1.8 L', evaporationAtLeastLPerDay: '3.1 L' },
  run: ({ limewaterLPerDay, evaporationAtLeastLPerDay, keptBack }) => {
    const upToL = limewaterHeadRoom(evaporationAtLeastLPerDay, keptBack);
    // What is kept back is a reserve; what surely evaporates is the bound.
    const tooMuch = limewaterLPerDay > evaporationAtLeastLPerDay;
    const intoReserve = !tooMuch && limewaterLPerDay > upToL;
    return {
      answer: {
        says: tooMuch
          ? ['Give no more than', quantity('waterRate', upToL), 'of limewater.']
          : ['There is room for', quantity('waterRate', upToL), 'of limewater.'],
        certainty: 'worked out',
        because: [quantity('waterRate', evaporationAtLeastLPerDay), 'evaporates at the least.'],
      },
      working: [
        {
          label: 'Room for limewater',
          value: quantity('waterRate', upToL),
          origin: 'equation',
          from: 'the least that evaporates, with some left to the top-off',
        },
      ],
      cautions: tooMuch
        ? [
            {
              severity: 'danger',
              says: [
                quantity('waterRate', limewaterLPerDay),
                'of limewater is more than the',
                quantity('waterRate', evaporationAtLeastLPerDay),
                'that surely evaporates: on a damp day the level rises and salinity falls. Dose the rest as two-part.',
              ],
            },
          ]
        : intoReserve
          ? [
              {
                severity: 'note',
                says: [
                  'Limewater leaves',
                  quantity('waterRate', evaporationAtLeastLPerDay - limewaterLPerDay),
                  'at the least to the top-off: look each day whether it still comes on.',
                ],
              },
            ]
          : [],
      values: { upToL, tooMuch, intoReserve },
    };
  },
});
