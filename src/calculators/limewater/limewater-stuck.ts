import * as z from 'zod';
import { bisectGreatest } from '@/numerics/bisection';
import { limewaterAtOnce, limewaterRunning, type AfterLimewater } from '@/chemistry/limewater/accident';
import { sumOfSalts } from '@/chemistry/reagents/solution';
import { quantity } from '@/quantities/quantity';
import { AMOUNTS } from '../calculator/amounts';
import { amount, figure } from '../calculator/calculator-input';
import { defineCalculator, type Caution } from '../calculator/calculator';
import { AIR_EXCHANGE_A_DAY } from '@/chemistry/day/air-exchange';
import { DANGER_PH, FALLS_OUT, phOf, precipitation } from '../carbonate/danger';
import { dayWater } from '../dosing/day-water';
import { HARM } from '../top-off/harm';
import { TOP_OFF_AMOUNTS } from '../top-off/top-off-amounts';

export const limewaterStuck = defineCalculator({
  name: 'limewater-stuck',
  asks: 'What happens when the limewater pump sticks, and how large may its vessel be?',
  input: z.strictObject({
    netVolumeL: amount(AMOUNTS.netVolume),
    water: dayWater,
    /** Grams of calcium hydroxide dissolved in a litre. */
    gramsPerL: figure('strength of the limewater', 0.01, 2.2, 'g/L'),
    /** What can run in: the vessel, or what feeds the stirrer. */
    canRunL: amount({ ...AMOUNTS.limewaterVessel, field: 'limewater that can run in' }),
    pumpLPerH: amount(TOP_OFF_AMOUNTS.pump).optional(),
    spareL: amount(TOP_OFF_AMOUNTS.spare).optional(),
    /** What evaporates meanwhile, the top-off doing the rest. */
    evaporationLPerDay: amount(TOP_OFF_AMOUNTS.evaporation).default(0),
    /** The pump is the top-off's own: there is no other that stops it. */
    byTopOff: z.boolean().default(false),
    /** The highest pH that is put up with for some hours. */
    highestPh: amount({ field: 'highest pH put up with', kind: 'ph', low: 8.2, high: 9.5 }).default(DANGER_PH),
  }),
  // The worked tank: 250 L at 8 dKH, 500 µatm, 25.5 °C.
  example: {
    netVolumeL: '250 L',
    water: { alkalinity: '8 dKH', temperatureC: 25.5, pco2Uatm: 500 },
    gramsPerL: 1.6,
    canRunL: '10 L',
    pumpLPerH: '1.5 L/h',
  },
  run: ({ netVolumeL, water, gramsPerL, canRunL, pumpLPerH, spareL, evaporationLPerDay, byTopOff, highestPh }) => {
    const tank = { netVolumeL, ...water, spareL };
    const strength = sumOfSalts([{ reagent: 'calcium-hydroxide', gramsPerL }]);
    const atOnce = (litres: number) => limewaterAtOnce(tank, strength, litres);
    const whole = atOnce(canRunL);
    const survivable = (litres: number) => survives(atOnce(litres), highestPh);
    const largestL = bisectGreatest(survivable, netVolumeL);
    const flows = pumpLPerH !== undefined && pumpLPerH > 0 ? pumpLPerH : undefined;
    const running = (exchangePerDay?: number) =>
      flows === undefined
        ? []
        : limewaterRunning(tank, strength, canRunL, flows, { evaporationLPerDay, exchangePerDay });
    const course = running(AIR_EXCHANGE_A_DAY);
    const shut = running();
    const reaches = course.reduce<number | undefined>(
      (most, { phNbs }) => (phNbs === undefined ? most : Math.max(most ?? 0, phNbs)),
      undefined,
    );
    const hoursToDanger = course.find(({ phNbs }) => phNbs === undefined || phNbs > highestPh)?.hours;
    const values = {
      whole,
      steps: [1 / 4, 1 / 2, 1].map((share) => ({ share, ...atOnce(canRunL * share) })),
      largestL,
      survivable: canRunL <= largestL,
      /** As the pump gives it, air keeps pace. */
      slow: course.length > 0 && hoursToDanger === undefined,
      course,
      shut,
      reaches,
      hoursToDanger,
      highestPh,
    };
    return {
      answer: {
        says: [
          `If the ${byTopOff ? 'top-off with limewater in it' : 'pump'} sticks,`,
          quantity('volume', canRunL),
          'take pH to',
          ...phOf(whole),
          '; up to',
          quantity('volume', largestL),
          'stays below',
          quantity('ph', highestPh),
          '.',
        ],
        certainty: 'worked out',
        because: [
          'All at once, before any CO₂ comes in and before anything falls out.',
          ...(hoursToDanger !== undefined
            ? [
                'As the pump gives it, open to air, pH passes',
                quantity('ph', highestPh),
                'after',
                quantity('days', hoursToDanger / 24),
                '.',
              ]
            : reaches === undefined
              ? []
              : [
                  'As the pump gives it, open to air, pH reaches',
                  quantity('ph', reaches),
                  'in the',
                  quantity('days', (course.at(-1)?.hours ?? 0) / 24),
                  'it takes.',
                ]),
        ],
      },
      working: [
        {
          label: 'Net volume',
          value: quantity('volume', netVolumeL),
          origin: 'setting',
          from: 'the tank’s own settings',
        },
        {
          label: 'Can run in',
          value: quantity('volume', canRunL),
          origin: 'setting',
          from: 'the vessel, or what feeds the stirrer, as full',
        },
        {
          label: 'Strength',
          value: quantity('strength', gramsPerL),
          origin: 'setting',
          from: 'calcium hydroxide in a litre',
        },
        {
          label: 'Alkalinity then',
          value: quantity('alkalinity', whole.alkalinity),
          origin: 'equation',
          from: 'the tank model: what is there and what comes in, in all the litres',
        },
        ...(whole.phNbs === undefined
          ? []
          : [
              {
                label: 'pH then',
                value: quantity('ph', whole.phNbs),
                origin: 'equation' as const,
                from: 'alkalinity raised, dissolved carbon as it was: Dickson, Sabine and Christian 2007',
              },
            ]),
        ...(whole.aragonite === undefined
          ? []
          : [
              {
                label: 'Aragonite saturation then',
                value: quantity('ratio', whole.aragonite),
                origin: 'equation' as const,
                from: 'Mucci 1983',
              },
            ]),
        {
          label: 'Salinity then',
          value: quantity('salinity', whole.salinity),
          origin: 'equation',
          from: 'the tank model; what runs over takes salt with it',
        },
        {
          label: 'Largest that is survivable',
          value: quantity('volume', largestL),
          origin: 'equation',
          from: `until pH ${highestPh}, aragonite saturation ${FALLS_OUT} or ${HARM.low} ppt is reached; chosen bounds`,
        },
      ],
      cautions: cautionsOf(values, { canRunL, byTopOff, spareL }),
      values,
    };
  },
});

function survives({ phNbs, aragonite, salinity }: AfterLimewater, highestPh: number): boolean {
  return phNbs !== undefined && phNbs <= highestPh && (aragonite ?? 0) <= FALLS_OUT && salinity >= HARM.low;
}

function cautionsOf(
  {
    whole,
    survivable,
    slow,
    largestL,
  }: { whole: AfterLimewater; survivable: boolean; slow: boolean; largestL: number },
  { canRunL, byTopOff, spareL }: { canRunL: number; byTopOff: boolean; spareL: number | undefined },
): Caution[] {
  const cautions: Caution[] = [];
  if (!survivable && slow)
    cautions.push({
      severity: 'caution',
      says: [
        'At its own pace this pump lets air keep up; a siphon, a toppled vessel or a faster pump would not:',
        quantity('volume', canRunL),
        `in one go, and ${precipitation(whole.aragonite)}.`,
      ],
    });
  else if (!survivable)
    cautions.push({
      severity: 'danger',
      says: [
        quantity('volume', canRunL),
        `of limewater in one go: ${precipitation(whole.aragonite)}, and animals burn. Let no more than`,
        quantity('volume', largestL),
        'stand where the pump can reach it, or have a timer and a second sensor cut it.',
      ],
    });
  if (byTopOff)
    cautions.push({
      severity: 'danger',
      says: [
        'The top-off carries the limewater: one stuck sensor is this accident and the flood together',
        ...(spareL !== undefined && whole.spiltL > 0.05
          ? [', with', quantity('volume', whole.spiltL), 'of it on the floor']
          : []),
        '. A second, independent sensor and a limit on the pump’s time belong to it.',
      ],
    });
  cautions.push({
    severity: 'caution',
    says: [
      'When it has happened: stop the pump; leave skimmer and stirring on and open the windows, since CO₂ brings pH down; test pH and alkalinity; change water only if salinity fell below 30 ppt or pH stays above 8.8. White water is chalk and settles. Add no acid.',
    ],
  });
  return cautions;
}
