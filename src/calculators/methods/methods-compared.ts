import * as z from 'zod';
import { amount, figure } from '../calculator/calculator-input';
import { AMOUNTS } from '../calculator/amounts';
import { defineCalculator, type Caution, type Phrase, type Step } from '../calculator/calculator';
import { readingExpectation } from '../parameters/parameters';
import { MMOL_PER_L_PER_DKH } from '@/chemistry/conversion';
import { quantity } from '@/quantities/quantity';
import { monthsText, monthsUntilPaid, USUAL_CO2_G_PER_MEQ } from './reactor-pays';
import { methodsOf, type Method } from './methods';

/** A method that just holds today is outgrown tomorrow: this much more than consumption is asked of it. Chosen. */
const ROOM = 1.2;
/** A dearer set-up should have paid for itself within so many months. Chosen. */
const PAYS_WITHIN_MONTHS = 24;

const price = (field: string) => amount({ ...AMOUNTS.price, field });

export const methodsCompared = defineCalculator({
  name: 'methods-compared',
  asks: 'Which way of supporting alkalinity and calcium suits this tank, now and as it grows?',
  input: z.strictObject({
    netVolumeL: amount(AMOUNTS.netVolume),
    /** Alkalinity consumed a day, before any method. */
    consumption: amount({ field: 'alkalinity consumption', kind: 'alkalinityRate', low: 0, high: 5 }),
    /** What of it is left to a reactor or to two-part beside all that goes on; all of it when left out. */
    leftPerDay: figure('left to supply a day', 0, 100, 'mmol/L a day').optional(),
    /** How it grows a month, as a share. */
    growthPerMonth: figure('growth a month', -0.5, 1).default(0),
    salinity: amount(readingExpectation('salinity')).default(35),
    waterChange: z
      .strictObject({
        litresPerDay: figure('litres changed a day', 0, 1e5, 'L'),
        /** Alkalinity of the new water, and the lowest the tank may stand at. */
        newWater: amount({ ...readingExpectation('alkalinity'), field: 'alkalinity of the new water', low: 0 }),
        lowest: amount({ ...readingExpectation('alkalinity'), field: 'lowest alkalinity', low: 0 }),
      })
      .optional(),
    /** Litres a day of limewater that evaporation leaves room for, and what a litre holds: 43.2 meq saturated at 25 °C. */
    limewaterRoomL: figure('room for limewater', 0, 1e5, 'L').default(0),
    limewaterMeqPerL: figure('strength of limewater', 1, 60, 'meq/L').default(43.2),
    reactor: z
      .strictObject({
        mostMlPerMin: amount(AMOUNTS.reactorFlow).default(120),
        effluentAlkalinity: amount(AMOUNTS.effluent).default(30 * MMOL_PER_L_PER_DKH),
        tankAlkalinity: amount({ ...readingExpectation('alkalinity'), low: 0 }).default(8.3 * MMOL_PER_L_PER_DKH),
        /** CO2 for a milliequivalent, as its chamber uses it. */
        co2GPerMeq: figure('CO2 for a milliequivalent', 0, 10, 'g').default(USUAL_CO2_G_PER_MEQ),
      })
      .prefault({}),
    /** The keeper's prices; what is left out is not reckoned. */
    prices: z
      .strictObject({
        /** Both parts, for a milliequivalent of alkalinity and its calcium. */
        twoPartPerMeq: figure('price of a milliequivalent', 0, 1000).optional(),
        saltPerL: figure('price of a litre of new water', 0, 1000).optional(),
        calciumHydroxidePerKg: price('calcium hydroxide, a kilogram').optional(),
        mediaPerKg: price('reactor media, a kilogram').optional(),
        co2PerKg: price('CO2, a kilogram').optional(),
        twoPartGear: price('dosing pumps').optional(),
        reactorGear: price('reactor and its gear').optional(),
      })
      .prefault({}),
  }),
  example: {
    netVolumeL: '620 L',
    consumption: '0.75 dKH/day',
    growthPerMonth: 0.03,
    waterChange: { litresPerDay: 4.3, newWater: '8.4 dKH', lowest: '7.8 dKH' },
    limewaterRoomL: 3.1,
    prices: { twoPartPerMeq: 0.0012, mediaPerKg: 6, co2PerKg: 4, twoPartGear: 150, reactorGear: 420 },
  },
  run: (input) => {
    const methods = methodsOf(input);
    const { consumption, prices, netVolumeL } = input;
    const holding = methods.filter(({ capacity }) => capacity === undefined || capacity >= consumption * ROOM);
    // Against two-part the reactor takes over what is left beside all that goes on, as its own bench reckons.
    const paid = monthsUntilPaid(
      prices,
      input.reactor.co2GPerMeq,
      (input.leftPerDay ?? consumption) * netVolumeL,
      Math.max(0, input.growthPerMonth),
    );
    const breakEvenMonths = paid === 'never' ? undefined : paid;
    const chosen = choose(holding, breakEvenMonths, consumption, input.growthPerMonth);
    return {
      answer: {
        says: chosen.method
          ? [`${chosen.method.name} suits this tank: ${chosen.why}.`]
          : ['No single method holds this consumption with room to grow: combine two.'],
        certainty: 'rough',
        because: [
          'The tank consumes',
          quantity('alkalinityRate', consumption),
          ...(input.growthPerMonth > 0.005
            ? (['and may grow by', quantity('percent', input.growthPerMonth * 100), 'a month.'] satisfies Phrase[])
            : ['.']),
          ...(breakEvenMonths === undefined
            ? []
            : ([
                'A reactor pays for itself against two-part after',
                monthsText(breakEvenMonths),
                '.',
              ] satisfies Phrase[])),
        ],
      },
      working: methods.flatMap((method): Step[] => [
        ...(method.capacity === undefined
          ? []
          : [
              {
                label: `${method.name} supports`,
                value: quantity('alkalinityRate', method.capacity),
                origin: 'equation' as const,
                from: method.capacityFrom,
              },
            ]),
        ...(method.creepPptPerMonth > 0
          ? [
              {
                label: `salinity that ${method.name.toLowerCase()} adds a month`,
                value: quantity('salinity', method.creepPptPerMonth),
                origin: 'equation' as const,
                from: 'a mole of sodium chloride for each mole of alkalinity and its calcium, before water changes',
              },
            ]
          : []),
        ...(method.costAYear === undefined
          ? []
          : [
              {
                label: `${method.name}, a year`,
                value: quantity('money', method.costAYear),
                origin: 'yours' as const,
                from: 'at your prices, for today’s consumption',
              },
            ]),
      ]),
      cautions: cautionsOf(methods, netVolumeL, input.salinity),
      values: { methods, chosen: chosen.method?.id, breakEvenMonths },
    };
  },
});

/** The simplest that holds with room; a reactor where it pays, or where demand is large. */
function choose(
  holding: readonly Method[],
  breakEvenMonths: number | undefined,
  consumption: number,
  growth: number,
): { readonly method: Method | undefined; readonly why: string } {
  const find = (id: Method['id']) => holding.find((method) => method.id === id);
  const lasts = (method: Method) => method.outgrownInMonths === undefined || method.outgrownInMonths > 12;
  const changes = find('water changes');
  if (changes && lasts(changes)) return { method: changes, why: 'they replace what is consumed, and traces with it' };
  const reactor = find('reactor');
  if (reactor && breakEvenMonths !== undefined && breakEvenMonths <= PAYS_WITHIN_MONTHS)
    return { method: reactor, why: `it pays for itself in ${Math.ceil(breakEvenMonths)} months and adds no salt` };
  if (reactor && consumption > 1.5 * MMOL_PER_L_PER_DKH)
    return { method: reactor, why: 'so much two-part would raise salinity faster than usual changes bring it down' };
  const limewater = find('limewater');
  if (limewater && lasts(limewater))
    return { method: limewater, why: 'evaporation leaves room for all of it, it costs little and lifts pH' };
  const both = find('limewater and two-part');
  if (both && growth >= 0)
    return {
      method: both,
      why: 'limewater as the base lifts pH and leaves little salt, two-part makes up the rest exactly',
    };
  const twoPart = find('two-part');
  return { method: twoPart ?? reactor, why: 'it is exact and has no ceiling of its own' };
}

function cautionsOf(methods: readonly Method[], netVolumeL: number, salinity: number): Caution[] {
  const cautions: Caution[] = [];
  const twoPart = methods.find(({ id }) => id === 'two-part');
  if (twoPart && twoPart.creepPptPerMonth > 0.05)
    cautions.push({
      severity: 'note',
      says: [
        'Two-part alone raises salinity by',
        quantity('salinity', twoPart.creepPptPerMonth),
        'a month. Swapping',
        quantity('volume', (netVolumeL * twoPart.creepPptPerMonth) / Math.max(1, salinity)),
        'of tank water a month for RO/DI water holds it; measured salinity decides.',
      ],
    });
  for (const { name, hazards, capacity } of methods)
    if (capacity !== 0 && hazards !== undefined) cautions.push({ severity: 'caution', says: [`${name}: ${hazards}`] });
  return cautions;
}
