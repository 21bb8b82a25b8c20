import * as z from 'zod';
import { quantity } from '@/quantities/quantity';
import { AMOUNTS } from '../calculator/amounts';
import { amount } from '../calculator/calculator-input';
import { defineCalculator, type Answer, type Caution, type Step } from '../calculator/calculator';

/** Rock and sand of the usual load displace 10 to 20 % of a system; much beyond it a figure has probably slipped. Common practice. */
const MOST_DISPLACED = 0.4;
/** A figure of the keeper's own further off the sum than this is asked about. Chosen. */
const FAR_OFF = 0.25;

/** A vessel that is not told yet holds nothing. */
const vessel = (field: string) => amount({ ...AMOUNTS.displayVolume, field, low: 0 }).default(0);

export const systemVolume = defineCalculator({
  name: 'system-volume',
  asks: 'How much water does the system hold?',
  input: z.strictObject({
    name: z.string().max(60).default(''),
    displayL: vessel('display'),
    sumpL: vessel('sump'),
    rockL: amount({ ...AMOUNTS.displaced, field: 'water displaced by rock' }).default(0),
    sandL: amount({ ...AMOUNTS.displaced, field: 'water displaced by sand' }).default(0),
    /** The keeper's own figure, where it overrules the sum. */
    ownL: amount(AMOUNTS.netVolume).optional(),
  }),
  example: { name: 'Atrium', displayL: '480 L', sumpL: '172 L', rockL: '22 L', sandL: '10 L' },
  run: ({ name, displayL, sumpL, rockL, sandL, ownL }) => {
    const grossL = displayL + sumpL;
    const displacedL = rockL + sandL;
    const sumL = grossL - displacedL;
    const netL = ownL ?? sumL;
    const told = grossL > 0 && sumL > 0;
    return {
      answer: answerOf(name || 'The tank', { grossL, displacedL, sumL, netL, ownL }),
      working: told ? workingOf({ displayL, sumpL, rockL, sandL, netL, ownL }) : [],
      cautions: told ? cautionsOf(grossL, sumL, ownL) : [],
      values: { grossL, displacedL, netL },
    };
  },
});

interface Volumes {
  readonly grossL: number;
  readonly displacedL: number;
  readonly sumL: number;
  readonly netL: number;
  readonly ownL: number | undefined;
}

function answerOf(called: string, { grossL, displacedL, sumL, netL, ownL }: Volumes): Answer {
  if (grossL === 0)
    return {
      says: ['Say what the display and the sump hold, filled as they run.'],
      certainty: 'not enough yet',
      because: ['All dosing rests on the net volume.'],
    };
  if (sumL <= 0)
    return {
      says: ['Rock and sand cannot displace more than the vessels hold.'],
      certainty: 'not enough yet',
      because: [quantity('volume', displacedL), 'of', quantity('volume', grossL), '.'],
    };
  return {
    says: [called, 'holds', quantity('volume', netL), 'of water.'],
    certainty: 'worked out',
    because:
      ownL === undefined
        ? [
            quantity('volume', grossL),
            'in the vessels, less',
            quantity('volume', displacedL),
            'that rock and sand displace.',
          ]
        : ['Your own figure; the vessels less rock and sand come to', quantity('volume', sumL), '.'],
  };
}

function workingOf({
  displayL,
  sumpL,
  rockL,
  sandL,
  netL,
  ownL,
}: Record<'displayL' | 'sumpL' | 'rockL' | 'sandL' | 'netL', number> & { ownL: number | undefined }): Step[] {
  const set = (label: string, litres: number): Step[] =>
    litres === 0
      ? []
      : [{ label, value: quantity('volume', litres), origin: 'setting', from: 'the tank’s own settings' }];
  return [
    ...set('Display', displayL),
    ...set('Sump', sumpL),
    ...set('Displaced by rock', rockL),
    ...set('Displaced by sand', sandL),
    {
      label: 'Net volume',
      value: quantity('volume', netL),
      origin: ownL === undefined ? 'equation' : 'yours',
      from: ownL === undefined ? 'vessels less what is displaced' : 'your own figure, in place of the sum',
    },
  ];
}

function cautionsOf(grossL: number, sumL: number, ownL: number | undefined): Caution[] {
  const cautions: Caution[] = [];
  if ((grossL - sumL) / grossL > MOST_DISPLACED)
    cautions.push({
      severity: 'note',
      says: ['Rock and sand usually displace 10 to 20 % of a system. Weigh up whether these figures are litres.'],
    });
  if (ownL !== undefined && Math.abs(ownL - sumL) > FAR_OFF * sumL)
    cautions.push({
      severity: 'note',
      says: [
        'Your own figure is more than a quarter off the sum of',
        quantity('volume', sumL),
        '. Every dose follows it.',
      ],
    });
  cautions.push({
    severity: 'caution',
    says: [
      'Water alone weighs',
      quantity('mass', grossL * 1000),
      ', and a filled system far more. Whether a floor bears it is a question for a qualified person; keep the electrics splash-free, on a residual-current device, to local codes.',
    ],
  });
  return cautions;
}
