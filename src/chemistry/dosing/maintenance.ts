import { z } from 'zod';
import { amount, figure } from '../calculator-input';
import { AMOUNTS } from '../amounts';
import { CERTAINTIES, defineCalculator, type Caution, type Certainty, type Phrase, type Step } from '../calculator';
import { quantity, type Quantity } from '../units/quantity';
import { capitalised } from '../words';
import { ELEMENTS, ELEMENT_FACTS, type Element } from './elements';

const demandSchema = z.strictObject({
  /** In the element's unit a day: mmol/L for alkalinity, mg/L for calcium and magnesium. */
  perDay: figure('consumption a day', -1000, 1000, 'of the element’s unit'),
  sd: figure('doubt of the consumption', 0, 1000, 'of the element’s unit').default(0),
  origin: z.enum(['log', 'yours', 'equation']).default('yours'),
  /** Which readings, in words. */
  from: z.string().max(2000).default('your figure'),
  mismatch: z.boolean().default(false),
  /** Too small for the test to tell from nothing: no dose is built on it. */
  withinTestError: z.boolean().default(false),
});

const partSchema = z.strictObject({
  name: z.string().max(200),
  /** Amount a millilitre adds: mmol for alkalinity, mg for calcium and magnesium. */
  perMl: figure('amount a millilitre adds', 1e-9, 1e6, 'mmol or mg'),
  describedAs: z.string().max(2000).default('your figure'),
  handling: z.array(z.string().max(2000)).max(20).default([]),
});

/** What a part should be dosed at. */
export interface PartDose {
  readonly element: Element;
  readonly part: string;
  readonly mlPerDay: number;
  readonly lowMlPerDay: number;
  readonly highMlPerDay: number;
}

/** Below this share of a millilitre a day, a dose is not worth a pump. */
const LEAST_ML_PER_DAY = 0.05;

export const maintenanceDose = defineCalculator({
  name: 'maintenance-dose',
  asks: 'How much of each part a day replaces what the tank takes?',
  input: z.strictObject({
    netVolumeL: amount(AMOUNTS.netVolume),
    demand: z.partialRecord(z.enum(ELEMENTS), demandSchema),
    parts: z.partialRecord(z.enum(ELEMENTS), partSchema),
    /** What limewater, a reactor or another solution already brings, as an amount a day. */
    carriedByOthers: z
      .partialRecord(
        z.enum(ELEMENTS),
        z.strictObject({ amountPerDay: figure('amount a day', -1e9, 1e9, 'mmol or mg'), by: z.string().max(2000) }),
      )
      .default({}),
    certainty: z.enum(CERTAINTIES).default('worked out'),
  }),
  example: {
    netVolumeL: '620 L',
    demand: { alkalinity: { perDay: 0.27, sd: 0.01 }, calcium: { perDay: 5.4, sd: 0.4 } },
    parts: {
      alkalinity: { name: 'carbonate part', perMl: 1.51 },
      calcium: { name: 'calcium part', perMl: 30.3 },
    },
    carriedByOthers: { alkalinity: { amountPerDay: 114, by: 'limewater' } },
  },
  run: ({ netVolumeL, demand, parts, carriedByOthers, certainty }) => {
    const doses: PartDose[] = [];
    const working: Step[] = [
      {
        label: 'Net volume',
        value: quantity('volume', netVolumeL),
        origin: 'setting',
        from: 'the tank’s own settings',
      },
    ];
    const cautions: Caution[] = [];
    const untold: Element[] = [];

    for (const element of ELEMENTS) {
      const need = demand[element];
      const part = parts[element];
      if (!part) continue;
      if (!need) {
        untold.push(element);
        continue;
      }
      const { rateKind } = ELEMENT_FACTS[element];
      if (need.withinTestError) {
        working.push({
          label: `${capitalised(element)} consumption`,
          value: quantity(rateKind, need.perDay),
          origin: need.origin,
          from: need.from,
        });
        cautions.push({
          severity: 'note',
          says: [
            `The tank takes ${element} more slowly than the test can show, so no dose is built on it: keep what you dose, and test on.`,
          ],
        });
        continue;
      }
      const amountPerDay = need.perDay * netVolumeL;
      const carried = carriedByOthers[element];
      const rest = amountPerDay - (carried?.amountPerDay ?? 0);
      const mlPerDay = Math.max(0, rest / part.perMl);
      const doubt = (1.96 * need.sd * netVolumeL) / part.perMl;
      doses.push({
        element,
        part: part.name,
        mlPerDay,
        lowMlPerDay: Math.max(0, mlPerDay - doubt),
        highMlPerDay: mlPerDay + doubt,
      });

      working.push({
        label: `${capitalised(element)} consumption`,
        value: quantity(rateKind, need.perDay),
        origin: need.origin,
        from: need.from,
      });
      working.push({
        label: 'In the whole tank',
        value: amountADay(element, amountPerDay),
        origin: 'equation',
        from: 'consumption × net volume, a day',
      });
      if (carried)
        working.push({
          label: `Already brought by ${carried.by}`,
          value: amountADay(element, carried.amountPerDay),
          origin: 'log',
          from: 'its standing rate × its strength, a day',
        });
      working.push({
        label: `Strength of ${part.name}`,
        value: strengthOf(element, part.perMl),
        origin: 'setting',
        from: part.describedAs,
      });
      working.push({
        label: `Dose of ${part.name}`,
        value: quantity('doseRate', mlPerDay),
        origin: 'equation',
        from: carried ? 'what is left to bring ÷ strength' : 'amount a day ÷ strength',
      });
      if (need.mismatch) {
        cautions.push({
          severity: 'care',
          says: [
            'Calcium and alkalinity are not being taken in the proportion that skeletons use (7.15 mg/L for each dKH). Test calcium again; a kit, the salt, or precipitation would explain it.',
          ],
        });
      }
      if (rest < 0)
        cautions.push({
          severity: 'note',
          says: [
            `${capitalised(carried?.by ?? 'another source')} brings more ${element} than the tank takes; it will rise until that is turned down.`,
          ],
        });
      if (part.handling.length > 0 && mlPerDay > LEAST_ML_PER_DAY)
        cautions.push({ severity: 'harm', says: [`${part.name}: ${part.handling.join(' ')}`] });
    }
    for (const element of untold) {
      cautions.push({
        severity: 'note',
        says: [`No ${element} dose is worked out: it needs two readings a day or more apart.`],
      });
    }
    if (doses.length > 1)
      cautions.push({
        severity: 'care',
        says: ['Never mix the parts or let them meet undiluted: a different spot or an hour apart, in strong flow.'],
      });
    if (doses.length > 0)
      cautions.push({
        severity: 'note',
        says: [
          'Change a dose, then test again in three or four days. A maintenance dose does not mend a low level; a correction is separate, below.',
        ],
      });

    return { answer: answerOf(doses, certainty), working, cautions, values: { doses } };
  },
});

function answerOf(doses: readonly PartDose[], certainty: Certainty) {
  if (doses.length === 0) {
    return {
      says: ['Test alkalinity twice, a few days apart, and log what you dose: then the dose can be worked out.'],
      certainty: 'not enough yet' as const,
      because: [
        'Consumption is what is missing from the second reading once doses and water changes are accounted for.',
      ],
    };
  }
  const worth = doses.filter((dose) => dose.mlPerDay > LEAST_ML_PER_DAY);
  if (worth.length === 0) {
    return {
      says: ['Dose nothing now: the tank takes no more than it is already given.'],
      certainty,
      because: rangeOf(doses),
    };
  }
  const says: Phrase[] = ['Dose'];
  worth.forEach((dose, i) => {
    if (i > 0) says.push(i === worth.length - 1 ? 'and' : ',');
    says.push(quantity('doseRate', dose.mlPerDay), `of ${dose.part}`);
  });
  says.push('.');
  return { says, certainty, because: rangeOf(worth) };
}

function rangeOf(doses: readonly PartDose[]): Phrase[] {
  if (doses.every(({ lowMlPerDay, highMlPerDay }) => lowMlPerDay === highMlPerDay))
    return ['As good as the figures given.'];
  return doses
    .flatMap((dose, i): Phrase[] => [
      `${i > 0 ? '; ' : ''}${dose.part} between`,
      quantity('doseRate', dose.lowMlPerDay),
      'and',
      quantity('doseRate', dose.highMlPerDay),
    ])
    .concat('(95 in 100).');
}

/** Alkalinity in milliequivalents has no everyday unit, so the whole tank's amount is told a day. */
function amountADay(element: Element, amount: number): Quantity {
  return element === 'alkalinity' ? quantity('charge', amount) : quantity('mass', amount / 1000);
}

function strengthOf(element: Element, perMl: number): Quantity {
  return element === 'alkalinity' ? quantity('equivalents', perMl) : quantity('strength', perMl);
}
