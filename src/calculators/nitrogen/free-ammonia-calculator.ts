import * as z from 'zod';
import { amount } from '../calculator/calculator-input';
import { defineCalculator, type Caution } from '../calculator/calculator';
import { readingExpectation } from '../parameters/parameters';
import { SALINITY_OF_CARBONATE, TEMPERATURE_OF_CARBONATE } from '../carbonate/carbonate-calculator';
import { quantity } from '@/quantities/quantity';
import { asNitrogen, CAUTION_NH3_N, freeAmmoniaShare, HARM_NH3_N, ofNitrogen } from '@/chemistry/nitrogen/free-ammonia';

export const freeAmmonia = defineCalculator({
  name: 'free-ammonia',
  asks: 'How much of the ammonia is the un-ionised kind that harms, at this pH, temperature and salinity?',
  input: z.strictObject({
    /** All of it, as most kits read. */
    ammonia: amount(readingExpectation('ammonia')),
    phNbs: amount(readingExpectation('ph')),
    temperatureC: amount(TEMPERATURE_OF_CARBONATE),
    salinity: amount(SALINITY_OF_CARBONATE),
    /** Whether animals live in the water. */
    livestock: z.boolean().default(true),
  }),
  example: { ammonia: '0.5 mg/L', phNbs: 8.1, temperatureC: '25.5 °C', salinity: '35 ppt', livestock: true },
  run: ({ ammonia, phNbs, temperatureC, salinity, livestock }) => {
    const share = freeAmmoniaShare(phNbs, salinity, temperatureC);
    const free = asNitrogen(ammonia * share);
    const cautionAt = ofNitrogen(CAUTION_NH3_N) / share;
    const verdict = free >= HARM_NH3_N ? 'harms' : free >= CAUTION_NH3_N ? 'caution' : 'little';
    const cautions: Caution[] = [];
    if (verdict === 'harms' && livestock)
      cautions.push({
        severity: 'danger',
        says: [
          'Gills are burnt at this level within days. Feed nothing, change water with the pH of the tank, and move the animals if there is a running tank to move them to. A sick animal is a veterinarian’s.',
        ],
      });
    if (verdict !== 'little')
      cautions.push({
        severity: 'caution',
        says: [
          'Do not raise pH now: each tenth of a unit turns a quarter more of the ammonia into the kind that harms.',
        ],
      });
    return {
      answer: {
        says: [
          'Un-ionised ammonia is at',
          quantity('freeAmmonia', free),
          ':',
          verdict === 'little'
            ? 'too little to harm what lives there.'
            : verdict === 'caution'
              ? livestock
                ? 'enough for caution with animals in the tank.'
                : 'enough for caution, were animals in the tank.'
              : livestock
                ? 'enough to harm fish.'
                : 'enough to harm fish, so none go in.',
        ],
        certainty: 'worked out' as const,
        because: [
          quantity('percent', share * 100),
          'of all ammonia at pH',
          quantity('ph', phNbs),
          ', so caution begins at a reading of',
          quantity('ammonia', cautionAt),
          '.',
        ],
      },
      working: [
        {
          label: 'All ammonia',
          value: quantity('ammonia', ammonia),
          origin: 'yours' as const,
          from: 'as the kit reads it',
        },
        {
          label: 'Un-ionised share',
          value: quantity('percent', share * 100),
          origin: 'equation' as const,
          from: 'Clegg and Whitfield 1995 (from memory) on the total scale; the NBS pH is taken to it first',
        },
        {
          label: 'Un-ionised, as nitrogen',
          value: quantity('freeAmmonia', free),
          origin: 'equation' as const,
          from: 'all ammonia × share × 14.007 ÷ 17.031',
        },
        {
          label: 'Caution from',
          value: quantity('freeAmmonia', CAUTION_NH3_N),
          origin: 'common practice' as const,
          from: 'un-ionised, as nitrogen',
        },
        {
          label: 'Harm from',
          value: quantity('freeAmmonia', HARM_NH3_N),
          origin: 'assumed' as const,
          from: 'effects on sea fish are told from about 0.05 to 0.2 mg/L as nitrogen (from memory)',
        },
      ],
      cautions,
      values: { share, freeNitrogenMgPerL: free, cautionFromMgPerL: cautionAt, verdict },
    };
  },
});
