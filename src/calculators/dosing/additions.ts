import * as z from 'zod';
import { amount } from '../calculator/calculator-input';
import { AMOUNTS } from '../calculator/amounts';
import { defineCalculator, type Caution, type Phrase, type Step } from '../calculator/calculator';
import { DANGER_PH } from '../carbonate/danger';
import { CO2_OF_AIR, SALINITY_OF_CARBONATE, TEMPERATURE_OF_CARBONATE } from '../carbonate/carbonate-calculator';
import { carbonateOfWater, dicAtRest, OUTDOOR_CO2_UATM } from '@/chemistry/carbonate/reef-water';
import { DOSED_PARAMETERS, DOSED_FACTS } from './dosed-parameters';
import { readingExpectation } from '../parameters/parameters';
import { bottleInput, bottleOf, weighedSalt } from '../reagents/bottle-input';
import { saltsOfBottle, strengthOfBottle } from '@/chemistry/reagents/label-claim';
import { IONS_DOSED } from '@/chemistry/reagents/reagents';
import { amountsOf, sumOfSalts } from '@/chemistry/reagents/solution';
import { handlingOf } from '../reagents/handling';
import { Refusal } from '@/chemistry/refusal';
import { naturalSeawater } from '@/chemistry/seawater/composition';
import { quantity } from '@/quantities/quantity';
import { capitalised, listedPhrases } from '../calculator/words';
import type { TankEvent } from '@/chemistry/tank-model/events';
import { simulate } from '@/chemistry/tank-model/simulate';
import type { Water } from '@/chemistry/tank-model/water';

const question = z.strictObject({
  netVolumeL: amount(AMOUNTS.netVolume),
  /** Whether the figures of the water were read from a log or given here. */
  waterFrom: z.enum(['yours', 'log']).default('yours'),
  water: z.strictObject({
    salinity: amount(SALINITY_OF_CARBONATE).default(35),
    temperatureC: amount(TEMPERATURE_OF_CARBONATE).default(25),
    alkalinity: amount({ ...readingExpectation('alkalinity'), low: 0.21 }),
    /** Seawater's own at that salinity when left out. */
    calcium: amount(readingExpectation('calcium')).optional(),
    magnesium: amount(readingExpectation('magnesium')).optional(),
    /** The pH read, or else the CO2 the water is at rest with (outdoor air when neither is given). */
    phNbs: amount(readingExpectation('ph')).optional(),
    pco2Uatm: amount(CO2_OF_AIR).optional(),
  }),
  add: z
    .array(z.union([weighedSalt, z.strictObject({ solution: bottleInput, ml: amount(AMOUNTS.dose) })]))
    .min(1)
    .max(12),
});
type Input = z.output<typeof question>;

export const additions = defineCalculator({
  name: 'additions',
  asks: 'What would these salts or millilitres do to the whole tank, pH included?',
  input: question,
  example: {
    netVolumeL: '400 L',
    water: { salinity: 35, temperatureC: 25.5, alkalinity: '8 dKH', pco2Uatm: '600 ppm' },
    add: [{ reagent: 'sodium-carbonate', grams: 7.56 }],
  },
  run: (input) => {
    const mixed = mixedIn(input);
    const { water, before, state, after, shut, aired, changes } = mixed;
    const { add } = input;
    const weighed = add.flatMap((each) => ('reagent' in each ? [each.reagent] : []));
    const dissolved = add.flatMap((each) =>
      'reagent' in each ? [] : saltsOfBottle(bottleOf(each.solution)).map((part) => part.reagent),
    );
    return {
      answer: {
        says: ['It lifts', ...riseWords(mixed), ...phWords(before.phNbs, shut.phNbs, aired.phNbs)],
        certainty: 'worked out',
        because: [
          'Mixed through',
          quantity('volume', state.volumeL),
          'all at one time, with nothing falling out of the water.',
        ],
      },
      working: workingOf(input, mixed),
      cautions: [
        ...rateCautions(changes),
        ...atOnceCautions(shut.phNbs),
        ...handlingOf(weighed),
        ...handlingOf(dissolved, true),
      ],
      values: {
        volumeL: state.volumeL,
        before: { ...water, phNbs: before.phNbs, pco2Uatm: before.pco2Uatm, aragonite: before.aragonite },
        after: { ...after, phNbs: shut.phNbs, pco2Uatm: shut.pco2Uatm, aragonite: shut.aragonite },
        airedPhNbs: aired.phNbs,
        airedAragonite: aired.aragonite,
      },
    };
  },
});

type Mixed = ReturnType<typeof mixedIn>;

/** The water before, and after all of it is mixed through: at once, and once its CO2 is what it was. */
function mixedIn({ netVolumeL, water: given, add }: Input) {
  const { salinity, temperatureC } = given;
  const before = carbonateBefore(given);
  const natural = naturalSeawater(salinity, temperatureC);
  const water: Water = {
    salinity,
    alkalinity: given.alkalinity,
    dic: before.dicMmolPerL,
    calcium: given.calcium ?? natural.calciumMgPerL,
    magnesium: given.magnesium ?? natural.magnesiumMgPerL,
    nitrate: 0,
    phosphate: 0,
  };
  const [state] = simulate({ at: 0, volumeL: netVolumeL, water, temperatureC }, add.map(asEvent), [1]);
  if (!state) throw new Error('the model answers every sample');
  const after = state.water;
  const carbonate = (dicMmolPerL: number) =>
    carbonateOfWater(
      { alkalinityMmolPerL: after.alkalinity, dicMmolPerL },
      after.salinity,
      temperatureC,
      after.calcium,
    );
  return {
    water,
    before,
    state,
    after,
    shut: carbonate(after.dic),
    aired: carbonate(dicAtRest(after.alkalinity, after.salinity, temperatureC, before.pco2Uatm)),
    changes: DOSED_PARAMETERS.map((parameter) => ({ parameter, rise: after[parameter] - water[parameter] })).filter(
      ({ rise }) => rise > 1e-9,
    ),
    further: Object.entries(after.further ?? {}).filter(([, rise]) => rise > 1e-9),
  };
}

/** @throws Refusal where pH and CO2 are both given: they may contradict each other */
function carbonateBefore({ salinity, temperatureC, alkalinity, calcium, phNbs, pco2Uatm }: Input['water']) {
  if (phNbs !== undefined && pco2Uatm !== undefined)
    throw new Refusal({
      field: 'pH and CO2',
      value: 'both',
      allowed: 'one of them',
      hint: 'With alkalinity, either gives the other.',
    });
  const known =
    phNbs === undefined
      ? { alkalinityMmolPerL: alkalinity, pco2Uatm: pco2Uatm ?? OUTDOOR_CO2_UATM }
      : { alkalinityMmolPerL: alkalinity, phNbs };
  return carbonateOfWater(known, salinity, temperatureC, calcium);
}

function asEvent(each: Input['add'][number]): TankEvent {
  const common = { kind: 'addition', at: 0 } as const;
  if ('reagent' in each) return { ...common, amounts: amountsOf(sumOfSalts([{ ...each, gramsPerL: each.grams }]), 1) };
  const litres = each.ml / 1000;
  return { ...common, amounts: amountsOf(strengthOfBottle(bottleOf(each.solution)), litres), litres };
}

/** What rises, and by how much; of the further ions those that are dosed for their own sake. */
function riseWords({ changes, further }: Mixed): Phrase[] {
  const rises = [
    ...changes.map(({ parameter, rise }) => ({ name: parameter as string, rise: quantity(parameter, rise) })),
    ...further
      .filter(([ion]) => IONS_DOSED.some((dosed) => dosed === ion))
      .map(([ion, rise]) => ({ name: ion, rise: quantity('ion', rise) })),
  ];
  return rises.length === 0
    ? ['nothing']
    : listedPhrases(rises.map(({ name, rise }): Phrase[] => [`${name} by`, rise]));
}

function workingOf(
  { netVolumeL, waterFrom, water: given }: Input,
  { water, before, after, shut, aired, changes, further }: Mixed,
): Step[] {
  const read = { origin: waterFrom, from: waterFrom === 'log' ? 'the last reading' : 'as given' };
  const model = { origin: 'equation' as const, from: 'the tank model: amounts added ÷ litres' };
  return [
    {
      label: 'Net volume',
      value: quantity('volume', netVolumeL),
      origin: waterFrom === 'log' ? 'setting' : 'yours',
      from: waterFrom === 'log' ? 'the tank’s own settings' : 'as given',
    },
    ...changes.flatMap(({ parameter }): Step[] => [
      {
        label: `${capitalised(parameter)} before`,
        value: quantity(parameter, water[parameter]),
        ...(given[parameter] === undefined
          ? { origin: 'assumed' as const, from: 'seawater’s own at this salinity' }
          : read),
      },
      { label: `${capitalised(parameter)} after`, value: quantity(parameter, after[parameter]), ...model },
    ]),
    ...further.map(([ion, rise]): Step => ({
      label: `${capitalised(ion)} added`,
      value: quantity('ion', rise),
      ...model,
    })),
    {
      label: 'Salinity after',
      value: quantity('salinity', after.salinity),
      origin: 'equation',
      from: 'dissolved solids added, in their water',
    },
    {
      label: 'pH before',
      value: quantity('ph', before.phNbs),
      ...(given.phNbs === undefined
        ? { origin: 'equation' as const, from: 'at rest with the CO₂ of its air: Dickson, Sabine and Christian 2007' }
        : read),
    },
    {
      label: 'pH at once',
      value: quantity('ph', shut.phNbs),
      origin: 'equation',
      from: 'before any CO₂ has passed between water and air',
    },
    {
      label: 'pH once aired',
      value: quantity('ph', aired.phNbs),
      origin: 'equation',
      from: 'at rest with the same CO₂ as before',
    },
    {
      label: 'Aragonite saturation at once',
      value: quantity('ratio', shut.aragonite),
      origin: 'equation',
      from: 'Mucci 1983',
    },
  ];
}

function atOnceCautions(phNbs: number): Caution[] {
  if (phNbs <= DANGER_PH) return [];
  return [
    {
      severity: 'danger',
      says: [
        'Given at once, this takes pH to',
        quantity('ph', phNbs),
        'and calcium carbonate may fall out: spread it over days.',
      ],
    },
  ];
}

/** What pH does, as far as a probe could show it. */
function phWords(before: number, atOnce: number, aired: number): Phrase[] {
  if (Math.max(Math.abs(atOnce - before), Math.abs(aired - before)) < 0.005)
    return ['; pH stays at', quantity('ph', before), '.'];
  return [
    '; pH goes from',
    quantity('ph', before),
    'to',
    quantity('ph', atOnce),
    'at once and to',
    quantity('ph', aired),
    'once aired.',
  ];
}

function rateCautions(changes: readonly { parameter: (typeof DOSED_PARAMETERS)[number]; rise: number }[]): Caution[] {
  return changes
    .filter(({ parameter, rise }) => rise > DOSED_FACTS[parameter].riseLimitPerDay * (1 + 1e-9))
    .map(({ parameter, rise }) => ({
      severity: 'caution',
      says: [
        `${capitalised(parameter)} would rise faster than keepers hold to, which is`,
        quantity(DOSED_FACTS[parameter].rateKind, DOSED_FACTS[parameter].riseLimitPerDay),
        ': give it over',
        quantity('days', Math.ceil(rise / DOSED_FACTS[parameter].riseLimitPerDay - 1e-9)),
        '.',
      ],
    }));
}
