import * as z from 'zod';
import { AMOUNTS } from '../calculator/amounts';
import { amount } from '../calculator/calculator-input';
import { defineCalculator, type Caution, type Step } from '../calculator/calculator';
import { readingExpectation } from '../parameters/parameters';
import { Refusal } from '@/chemistry/refusal';
import { simulate } from '@/chemistry/tank-model/simulate';
import { DEFAULT_UNITS, quantity, showText } from '@/quantities/quantity';
import { DRAIN, HEAVY, OFF_FIRST } from '../water-change/change-cautions';
import { waterOf } from '@/chemistry/water-change/followed';

/** A day's move of salinity that keepers hold to, ppt. Common practice. */
const SALINITY_STEP = 1;

export const fillFromTank = defineCalculator({
  name: 'fill-from-tank',
  asks: 'What does a tank filled from a running one get, and what does the running one give up?',
  input: z.strictObject({
    takenL: amount({ ...AMOUNTS.waterChange, field: 'water taken' }),
    /** The tank it accepts. */
    netVolumeL: amount(AMOUNTS.netVolume),
    salinity: amount(readingExpectation('salinity')),
    nitrate: amount(readingExpectation('nitrate')).optional(),
    phosphate: amount(readingExpectation('phosphate')).optional(),
    /** What the running tank is filled up with. */
    newSalinity: amount(AMOUNTS.newWaterSalinity).default(35),
    /** The tank that is filled. */
    filledL: amount({ ...AMOUNTS.netVolume, field: 'tank that is filled' }),
  }),
  example: {
    takenL: '40 L',
    netVolumeL: '620 L',
    salinity: '34.8 ppt',
    nitrate: 8,
    phosphate: 0.06,
    newSalinity: '35 ppt',
    filledL: '40 L',
  },
  run: ({ takenL, netVolumeL, salinity, nitrate, phosphate, newSalinity, filledL }) => {
    if (takenL >= netVolumeL)
      throw new Refusal({
        field: 'water taken',
        value: showText(quantity('volume', takenL), DEFAULT_UNITS),
        allowed: `less than the running tank holds, ${showText(quantity('volume', netVolumeL), DEFAULT_UNITS)}`,
        hint: 'A running tank gives a tenth or a fifth; the rest is new saltwater.',
        suggestion: showText(quantity('volume', netVolumeL / 5), DEFAULT_UNITS),
      });
    const share = takenL / netVolumeL;
    const start = { at: 0, volumeL: netVolumeL, water: waterOf({ salinity, nitrate, phosphate }) };
    const [refilled] = simulate(
      start,
      [{ kind: 'exchange', at: 0, volumeL: takenL, water: waterOf({ salinity: newSalinity }) }],
      [1],
    );
    // With the top-off left on it pours fresh water into the gap, before anyone has lifted a can.
    const [toppedOff] = simulate(
      { ...start, volumeL: netVolumeL - takenL },
      [{ kind: 'fresh-water', at: 0, volumeL: takenL }],
      [1],
    );
    const after = refilled?.water.salinity ?? salinity;
    const wrong = toppedOff?.water.salinity ?? salinity;
    const old = Math.min(1, takenL / filledL);
    const working: Step[] = [
      {
        label: 'Taken from the running tank',
        value: quantity('percent', share * 100),
        origin: 'equation',
        from: 'litres taken ÷ net volume',
      },
      {
        label: 'Its salinity once filled up with saltwater',
        value: quantity('salinity', after),
        origin: 'equation',
        from: 'the tank model: an exchange of that much',
      },
      {
        label: 'If the top-off fills the gap instead',
        value: quantity('salinity', wrong),
        origin: 'equation',
        from: 'the tank model: as much fresh water',
      },
      {
        label: 'Old water in the filled tank',
        value: quantity('percent', old * 100),
        origin: 'equation',
        from: 'litres taken ÷ its litres',
      },
      ...(nitrate === undefined
        ? []
        : [
            {
              label: 'Nitrate it brings',
              value: quantity('nitrate', nitrate * old),
              origin: 'equation' as const,
              from: 'in proportion',
            },
          ]),
      ...(phosphate === undefined
        ? []
        : [
            {
              label: 'Phosphate it brings',
              value: quantity('phosphate', phosphate * old),
              origin: 'equation' as const,
              from: 'in proportion',
            },
          ]),
    ];
    const cautions: Caution[] = [
      OFF_FIRST,
      ...(takenL >= 20 ? [HEAVY] : []),
      DRAIN,
      {
        severity: 'note',
        says: ['A quarantine tank shares nothing with the running one: no net, no hose, no water back.'],
      },
    ];
    if (Math.abs(after - salinity) > SALINITY_STEP)
      cautions.unshift({
        severity: 'caution',
        says: [
          'The new water moves the running tank by',
          quantity('salinity', Math.abs(after - salinity)),
          ': mix it to the tank first.',
        ],
      });
    return {
      answer: {
        says: [
          'Switch top-off and skimmer off, take',
          quantity('volume', takenL),
          ', and give the running tank as much saltwater back: left to its top-off it would fall to',
          quantity('salinity', wrong),
          '.',
        ],
        certainty: 'worked out' as const,
        because: [
          'Old water brings its salinity',
          ...(nitrate === undefined ? [] : ['and', quantity('nitrate', nitrate * old), 'of nitrate']),
          ', and next to no bacteria: they sit on rock, sand and sponge. A sponge from the running sump brings them; the filled tank cycles like any other without it.',
        ],
      },
      working,
      cautions,
      values: { share, salinityAfter: after, salinityIfToppedOff: wrong, oldShare: old },
    };
  },
});
