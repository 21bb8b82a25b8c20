import * as z from 'zod';
import { AMOUNTS } from '../calculator/amounts';
import { defineCalculator, type Caution, type Step } from '../calculator/calculator';
import { amount, figure } from '../calculator/calculator-input';
import { usualErrorOf } from '../parameters/parameters';
import { Refusal } from '@/chemistry/refusal';
import { quantity } from '@/quantities/quantity';
import { TYPICAL_GRAMS_PER_L_AT_35 } from '@/chemistry/mixing/salt-strength';
import { BATCH_C, roDiWaterL, saltGIn, saltwaterKg, saltwaterL } from '@/chemistry/mixing/saltwater';

/** What stands in the vessel and how it should read. */
interface Batch {
  readonly holdsL: number;
  readonly reads: number;
  readonly target: number;
}

/** Grams of salt that lift a batch, and what it fills then: both water and salt that were there stay. */
export function saltToAdd({ holdsL, reads, target }: Batch, gramsPerLAt35: number) {
  // V′·s(target) − V·s(reads) = added, and mass is kept: V′·ρ(target) = V·ρ(reads) + added.
  const perL = (salinity: number) => saltGIn(1, salinity, gramsPerLAt35) / 1000;
  const kgPerL = (salinity: number) => saltwaterKg(1, salinity);
  const finalL = (holdsL * (kgPerL(reads) - perL(reads))) / (kgPerL(target) - perL(target));
  return { saltG: Math.max(0, (finalL * perL(target) - holdsL * perL(reads)) * 1000), finalL };
}

/**
 * RO/DI water that lowers a batch, and what must be taken out first so that it ends at no more than `fullL`.
 * The salt of seawater is counted by mass: S is grams a kilogram, near enough that its unit cancels.
 */
export function waterToAdd({ holdsL, reads, target }: Batch, fullL = Infinity) {
  const kg = saltwaterKg(holdsL, reads);
  const allKept = saltwaterL((kg * reads) / target, target);
  const finalL = Math.min(allKept, Math.max(holdsL, fullL));
  const finalKg = saltwaterKg(finalL, target);
  const keptKg = (finalKg * target) / reads;
  return {
    takeOutL: Math.max(0, holdsL - saltwaterL(keptKg, reads)),
    pourInL: Math.max(0, roDiWaterL(finalKg - keptKg)),
    finalL,
  };
}

export const batchCorrection = defineCalculator({
  name: 'batch-correction',
  asks: 'This batch reads high or low: what brings it to its target?',
  input: z.strictObject({
    holdsL: amount({ ...AMOUNTS.batchVolume, field: 'saltwater in the vessel' }),
    reads: amount(AMOUNTS.measuredSalinity),
    target: amount(AMOUNTS.batchSalinity),
    gramsPerLAt35: amount(AMOUNTS.saltPerL).default(TYPICAL_GRAMS_PER_L_AT_35),
    /** Litres at which the vessel is full; where left out, water is swapped at the level it has. */
    fullL: amount({ ...AMOUNTS.vessel, field: 'vessel when full' }).optional(),
    /** One standard deviation of the instrument, ppt. */
    readingSd: figure('doubt of the reading', 0, 5, 'ppt').default(usualErrorOf('salinity')),
  }),
  example: { holdsL: '60 L', reads: '33.2 ppt', target: '35 ppt', gramsPerLAt35: 38.5, fullL: '80 L' },
  run: (input) => {
    const { holdsL, reads, target, gramsPerLAt35, fullL, readingSd } = input;
    if (fullL !== undefined && fullL < holdsL)
      throw new Refusal({
        field: 'vessel when full',
        value: fullL,
        allowed: `${Number(holdsL.toPrecision(4))} L and more, what stands in it`,
        hint: 'The vessel holds more than it is said to hold when full: one of the two has slipped.',
      });
    const apart = reads - target;
    const working: Step[] = [
      { label: 'In the vessel', value: quantity('volume', holdsL), origin: 'yours', from: 'litres standing in it' },
      { label: 'It reads', value: quantity('salinity', reads), origin: 'yours', from: 'the instrument' },
      { label: 'Target', value: quantity('salinity', target), origin: 'yours', from: 'as given' },
    ];
    if (Math.abs(apart) <= readingSd)
      return {
        answer: {
          says: ['Leave it as it is.'],
          certainty: 'within test error' as const,
          because: [
            quantity('salinity', reads),
            'against',
            quantity('salinity', target),
            'is less than the instrument can show.',
          ],
        },
        working,
        cautions: [AGAIN],
        values: { saltG: 0, takeOutL: 0, pourInL: 0, finalL: holdsL },
      };
    return apart < 0
      ? raise(working, input, saltToAdd(input, gramsPerLAt35))
      : lower(working, input, waterToAdd(input, fullL ?? holdsL));
  },
});

const AGAIN: Caution = { severity: 'caution', says: ['Measure once more just before it is used.'] };

interface Asked extends Batch {
  readonly fullL?: number | undefined;
  readonly gramsPerLAt35: number;
}

function raise(
  working: readonly Step[],
  { target, fullL, holdsL, gramsPerLAt35 }: Asked,
  found: ReturnType<typeof saltToAdd>,
) {
  const { saltG, finalL } = found;
  const over = fullL !== undefined && finalL > fullL;
  return {
    answer: {
      says: ['Add', quantity('mass', saltG), 'of salt, let it dissolve, and measure again.'],
      certainty: 'worked out' as const,
      because: ['It should then read', quantity('salinity', target), 'and fill', quantity('volume', finalL), '.'],
    },
    working: [
      ...working,
      {
        label: 'Salt at 35 ppt',
        value: quantity('strength', gramsPerLAt35),
        origin: 'setting' as const,
        from: 'grams a litre, by the batch itself where it was weighed and read, else by the salt',
      },
      {
        label: 'Salt to add',
        value: quantity('mass', saltG),
        origin: 'equation' as const,
        from: 'salt of the batch at its target less salt in it now; water and salt keep their mass (EOS-80, UNESCO 1983)',
      },
    ],
    cautions: [
      ...(over
        ? [
            {
              severity: 'caution' as const,
              says: ['The salt lifts the level past full: take out', quantity('volume', finalL - fullL), 'first.'],
            },
          ]
        : []),
      {
        severity: 'caution' as const,
        says: [
          'Add it in two halves: what is not dissolved yet is not in the reading, and too much cannot be fished out.',
        ],
      },
      AGAIN,
    ],
    values: { saltG, takeOutL: over ? Math.min(holdsL, finalL - fullL) : 0, pourInL: 0, finalL },
  };
}

function lower(working: readonly Step[], { target }: Asked, found: ReturnType<typeof waterToAdd>) {
  const { takeOutL, pourInL, finalL } = found;
  const swap = takeOutL > 1e-9;
  return {
    answer: {
      says: swap
        ? ['Take out', quantity('volume', takeOutL), 'and pour in', quantity('volume', pourInL), 'of RO/DI water.']
        : ['Pour in', quantity('volume', pourInL), 'of RO/DI water.'],
      certainty: 'worked out' as const,
      because: ['It should then read', quantity('salinity', target), 'and fill', quantity('volume', finalL), '.'],
    },
    working: [
      ...working,
      ...(swap
        ? [
            {
              label: 'To take out',
              value: quantity('volume', takeOutL),
              origin: 'equation' as const,
              from: 'so that what stays holds the salt of a full batch at its target',
            },
          ]
        : []),
      {
        label: 'RO/DI water to pour in',
        value: quantity('volume', pourInL),
        origin: 'equation' as const,
        from: `salt and water keep their mass; litres by EOS-80 densities at ${BATCH_C} °C (UNESCO 1983)`,
      },
    ],
    cautions: [AGAIN],
    values: { saltG: 0, takeOutL, pourInL, finalL },
  };
}
