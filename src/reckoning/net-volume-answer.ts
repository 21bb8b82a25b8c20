import type { Answer, Caution } from '@/calculators/calculator/calculator';
import { quantity } from '@/chemistry/units/quantity';
import { netVolumeL, type Tank } from '@/record/schema';

/** Rock and sand of the usual load displace 10 to 20 % of a system; much beyond it a figure has probably slipped. Common practice. */
const MOST_DISPLACED = 0.4;

/** The net volume as a sentence, with what it rests on. */
export function netVolumeAnswer(tank: Pick<Tank, 'name' | 'displayL' | 'sumpL' | 'rockL' | 'sandL' | 'netVolumeL'>): {
  answer: Answer;
  cautions: Caution[];
} {
  const gross = tank.displayL + tank.sumpL;
  const net = netVolumeL(tank);
  const sum = netVolumeL({ ...tank, netVolumeL: null });
  const called = tank.name || 'The tank';
  const cautions: Caution[] = [];
  if (gross === 0)
    return {
      answer: {
        says: ['Say what the display and the sump hold, filled as they run.'],
        certainty: 'not enough yet',
        because: ['All dosing rests on the net volume.'],
      },
      cautions,
    };
  if (sum <= 0)
    return {
      answer: {
        says: ['Rock and sand cannot displace more than the vessels hold.'],
        certainty: 'not enough yet',
        because: [quantity('volume', tank.rockL + tank.sandL), 'of', quantity('volume', gross), '.'],
      },
      cautions,
    };
  if ((gross - sum) / gross > MOST_DISPLACED)
    cautions.push({
      severity: 'note',
      says: ['Rock and sand usually displace 10 to 20 % of a system. Weigh up whether these figures are litres.'],
    });
  if (tank.netVolumeL !== null && Math.abs(tank.netVolumeL - sum) > 0.25 * sum)
    cautions.push({
      severity: 'note',
      says: [
        'Your own figure is more than a quarter off the sum of',
        quantity('volume', sum),
        '. Every dose follows it.',
      ],
    });
  cautions.push({
    severity: 'care',
    says: [
      'Water alone weighs',
      quantity('mass', gross * 1000),
      ', and a filled system far more. Whether a floor bears it is a question for a qualified person; keep the electrics splash-free, on a residual-current device, to local codes.',
    ],
  });
  return {
    answer: {
      says: [called, 'holds', quantity('volume', net), 'of water.'],
      certainty: 'worked out',
      because:
        tank.netVolumeL === null
          ? [
              quantity('volume', gross),
              'in the vessels, less',
              quantity('volume', tank.rockL + tank.sandL),
              'that rock and sand displace.',
            ]
          : ['Your own figure; the vessels less rock and sand come to', quantity('volume', sum), '.'],
    },
    cautions,
  };
}
