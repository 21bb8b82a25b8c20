import { z } from 'zod';
import { amount, figure } from '../calculator/calculator-input';
import { AMOUNTS } from '../calculator/amounts';
import { CERTAINTIES, defineCalculator, type Caution, type Step } from '../calculator/calculator';
import { quantity, type Quantity } from '@/chemistry/units/quantity';
import { capitalised, listed } from '../calculator/words';
import { basisOrigin, basisWords, demandBasis } from './demand-basis';
import { partInput, partOf, type Part } from './part-input';
import { byBottle, doseOf, leftOver, LEAST_ML_PER_DAY, type Need } from './bottle-dose';
import { DOSED_PARAMETERS, DOSED_FACTS, type DosedParameter } from './dosed-parameters';
import { answerOf, TEST_TWICE, UNSAID, withinTestError } from './maintenance-answer';

const demandSchema = z.strictObject({
  /** In the parameter's unit a day: mmol/L for alkalinity, mg/L for calcium and magnesium. */
  perDay: figure('consumption a day', -1000, 1000, 'of the parameter’s unit'),
  sd: figure('doubt of the consumption', 0, 1000, 'of the parameter’s unit').default(0),
  basis: demandBasis,
  mismatch: z.boolean().default(false),
  /** Too small for the test to tell from nothing: no dose is built on it. */
  withinTestError: z.boolean().default(false),
});

export const maintenanceDose = defineCalculator({
  name: 'maintenance-dose',
  asks: 'How much of each part a day replaces what the tank takes?',
  input: z.strictObject({
    netVolumeL: amount(AMOUNTS.netVolume),
    demand: z.partialRecord(z.enum(DOSED_PARAMETERS), demandSchema),
    parts: z.partialRecord(z.enum(DOSED_PARAMETERS), partInput),
    /** What limewater, a reactor or another solution already brings, as an amount a day. */
    carriedByOthers: z
      .partialRecord(
        z.enum(DOSED_PARAMETERS),
        z.strictObject({
          amountPerDay: figure('amount a day', -1e9, 1e9, 'mmol or mg'),
          by: z.array(z.string().max(200)).min(1).max(100),
        }),
      )
      .default({}),
    /** What each part is dosed at now, mL a day. */
    running: z.partialRecord(z.enum(DOSED_PARAMETERS), figure('dose a day', 0, 1e6, 'mL/day')).default({}),
    /** Elements whose readings wait for a word on what was dosed when they were taken. */
    unsaid: z.array(z.enum(DOSED_PARAMETERS)).max(3).default([]),
    certainty: z.enum(CERTAINTIES).default('worked out'),
  }),
  example: {
    netVolumeL: '620 L',
    demand: { alkalinity: { perDay: 0.27, sd: 0.01 }, calcium: { perDay: 5.4, sd: 0.4 } },
    parts: {
      alkalinity: { name: 'carbonate part', perMl: 1.51 },
      calcium: { name: 'calcium part', perMl: 30.3 },
    },
    carriedByOthers: { alkalinity: { amountPerDay: 114, by: ['limewater'] } },
  },
  run: ({ netVolumeL, demand, parts: given, carriedByOthers, running, unsaid, certainty }) => {
    const parts = partsOf(given);
    const working: Step[] = [
      {
        label: 'Net volume',
        value: quantity('volume', netVolumeL),
        origin: 'setting',
        from: 'the tank’s own settings',
      },
    ];
    const cautions: Caution[] = [];
    const untold: DosedParameter[] = [];
    const unclear: DosedParameter[] = [];
    const needs: Need[] = [];

    for (const parameter of DOSED_PARAMETERS) {
      const need = demand[parameter];
      const part = parts[parameter];
      if (!part) continue;
      if (!need) {
        untold.push(parameter);
        continue;
      }
      const { rateKind } = DOSED_FACTS[parameter];
      working.push({
        label: `${capitalised(parameter)} consumption`,
        value: quantity(rateKind, need.perDay),
        origin: basisOrigin(need.basis),
        from: basisWords(need.basis),
      });
      if (need.withinTestError) {
        unclear.push(parameter);
        cautions.push({
          severity: 'note',
          says: [
            `What the tank takes of ${parameter} is less than the tests can show yet, so no dose is built on it: keep what you dose, and test on.`,
          ],
        });
        continue;
      }
      const amountPerDay = need.perDay * netVolumeL;
      const carried = carriedByOthers[parameter];
      const rest = amountPerDay - (carried?.amountPerDay ?? 0);
      needs.push({ parameter, part, rest, doubt: 1.96 * need.sd * netVolumeL, rises: need.perDay < 0 });

      working.push({
        label: 'In the whole tank',
        value: amountADay(parameter, amountPerDay),
        origin: 'equation',
        from: 'consumption × net volume, a day',
      });
      if (carried)
        working.push({
          label: `Already brought by ${listed(carried.by)}`,
          value: amountADay(parameter, carried.amountPerDay),
          origin: 'log',
          from: 'its standing rate × its strength, a day',
        });
      working.push(
        {
          label: `Strength of ${part.name}`,
          value: strengthOf(parameter, part.perMl),
          origin: 'setting',
          from: part.describedAs,
        },
        {
          label: sharesBottle(parts, part) ? `${part.name} for ${parameter}` : `Dose of ${part.name}`,
          value: quantity('doseRate', Math.max(0, rest / part.perMl)),
          origin: 'equation',
          from: carried ? 'what is left to bring ÷ strength' : 'amount a day ÷ strength',
        },
      );
      if (need.mismatch) {
        cautions.push({
          severity: 'care',
          says: [
            'Calcium and alkalinity are not being taken in the proportion that skeletons use (7.15 mg/L for each dKH). Test calcium again; a kit, the salt, or precipitation would explain it.',
          ],
        });
      }
      if (need.perDay < 0)
        cautions.push({
          severity: 'care',
          says: [
            `${capitalised(parameter)} rises by`,
            quantity(rateKind, -need.perDay),
            `beyond all that is known to go in. A source that is not logged, a stronger ${part.name} or a pump that gives more than it is set to, the salt of water changes, or the kit would explain it: find which before dosing more.`,
          ],
        });
      else if (rest < 0)
        cautions.push({
          severity: 'note',
          says: [
            `${capitalised(carried ? listed(carried.by) : 'another source')} brings more ${parameter} than the tank takes; it will rise until that is turned down.`,
          ],
        });
    }

    const bottles = byBottle(needs);
    const doses = bottles.map(doseOf);
    cautions.push(...bottles.flatMap((shared) => leftOver(shared, netVolumeL)));
    for (const { parameter, part, mlPerDay } of doses) {
      const handling = parts[parameter]?.handling ?? [];
      if (handling.length > 0 && mlPerDay > LEAST_ML_PER_DAY)
        cautions.push({ severity: 'harm', says: [`${part}: ${handling.join(' ')}`] });
    }
    for (const parameter of untold) {
      cautions.push({
        severity: 'note',
        says: [
          unsaid.includes(parameter)
            ? `No ${parameter} dose is worked out: its readings count once it is said what was dosed when they were taken.`
            : `No ${parameter} dose is worked out: it needs two readings a day or more apart.`,
        ],
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

    const answer =
      doses.length > 0
        ? answerOf(doses, certainty, needs, running)
        : unsaid.length > 0 && unclear.length === 0
          ? UNSAID
          : unclear.length > 0
            ? withinTestError(unclear)
            : TEST_TWICE;
    return { answer, working, cautions, values: { doses } };
  },
});

/** Alkalinity in milliequivalents has no everyday unit, so the whole tank's amount is told a day. */
function amountADay(parameter: DosedParameter, amount: number): Quantity {
  return parameter === 'alkalinity' ? quantity('charge', amount) : quantity('mass', amount / 1000);
}

function strengthOf(parameter: DosedParameter, perMl: number): Quantity {
  return parameter === 'alkalinity' ? quantity('equivalents', perMl) : quantity('strength', perMl);
}

function sharesBottle(parts: Partial<Record<DosedParameter, Part>>, part: Part): boolean {
  return Object.values(parts).filter((each) => each.bottle === part.bottle).length > 1;
}

function partsOf(
  given: Partial<Record<DosedParameter, z.output<typeof partInput>>>,
): Partial<Record<DosedParameter, Part>> {
  return Object.fromEntries(
    DOSED_PARAMETERS.flatMap((parameter) => {
      const part = given[parameter];
      return part ? [[parameter, partOf(part, parameter)]] : [];
    }),
  );
}
