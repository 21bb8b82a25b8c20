import * as z from 'zod';
import { AMOUNTS } from '../calculator/amounts';
import { defineCalculator, type Answer, type Caution, type Step } from '../calculator/calculator';
import { amount, figure } from '../calculator/calculator-input';
import { DOSED_PARAMETERS, type DosedParameter } from '../dosing/dosed-parameters';
import { saltGIn } from '@/chemistry/mixing/saltwater';
import { PARAMETERS, readingExpectation } from '../parameters/parameters';
import { CALCIUM_MG_PER_MEQ } from '@/chemistry/tank-model/metabolism';
import { atSalinity, naturalSeawater } from '@/chemistry/seawater/composition';
import { MMOL_PER_L_PER_DKH } from '@/chemistry/conversion';
import { quantity } from '@/quantities/quantity';
import { rate, refuseOverAll, STEP_LIMIT } from './change-input';
import { settledAt } from '@/chemistry/water-change/routine';

/**
 * Where the two schools part, alkalinity at 35 ppt. Salts span about 7.7 to 13 dKH at 1.025 and natural water holds 6.6
 * (common practice, and the reference composition); the two edges between are chosen.
 */
const NEAR_NATURAL_BELOW = 8.5 * MMOL_PER_L_PER_DKH;
const ELEVATED_FROM = 9.5 * MMOL_PER_L_PER_DKH;

const three = (low = 0) =>
  ({
    alkalinity: amount({ ...readingExpectation('alkalinity'), low }),
    calcium: amount({ ...readingExpectation('calcium'), low }),
    magnesium: amount({ ...readingExpectation('magnesium'), low }),
  }) as const;

const salt = z.strictObject({
  name: z.string().min(1).max(60),
  /** What it makes, at the salinity its label says it for. */
  salinity: amount({ ...AMOUNTS.batchSalinity, field: 'salinity of the profile' }),
  ...three(),
  gramsPerLAt35: amount(AMOUNTS.saltPerL).optional(),
  boxG: amount(AMOUNTS.boxMass).optional(),
  boxPrice: amount(AMOUNTS.price).optional(),
});

const input = z.strictObject({
  netVolumeL: amount(AMOUNTS.netVolume),
  changeL: amount(AMOUNTS.waterChange),
  everyDays: figure('days between changes', 0.04, 366, 'days'),
  /** The salinity all are compared at: the tank's. */
  salinity: amount(AMOUNTS.batchSalinity),
  /** What the tank takes a day and no dose replaces. */
  consumptionPerDay: z
    .strictObject({ alkalinity: rate('alkalinity'), calcium: rate('calcium'), magnesium: rate('magnesium') })
    .default({}),
  now: z.strictObject(three()),
  salts: z.array(salt).min(1).max(12),
});
export const saltsCompared = defineCalculator({
  name: 'salts-compared',
  asks: 'What would each of these salts do to this tank on its routine?',
  input,
  example: {
    netVolumeL: '88 L',
    changeL: '10 L',
    everyDays: 7,
    salinity: '35 ppt',
    consumptionPerDay: { alkalinity: '0.03 dKH/day', calcium: 0.2, magnesium: 0.02 },
    now: { alkalinity: '7.9 dKH', calcium: 418, magnesium: 1310 },
    salts: [
      { name: 'a near-natural salt', salinity: '35 ppt', alkalinity: '8 dKH', calcium: 415, magnesium: 1300 },
      {
        name: 'an elevated salt',
        salinity: '1.025 sg',
        alkalinity: '11 dKH',
        calcium: 460,
        magnesium: 1380,
        boxG: '20 kg',
        boxPrice: 70,
      },
    ],
  },
  run: ({ netVolumeL, changeL, everyDays, salinity, consumptionPerDay, now, salts }) => {
    refuseOverAll(changeL, netVolumeL);
    const share = changeL / netVolumeL;
    const natural = naturalSeawater(salinity);
    const sea: Record<DosedParameter, number> = {
      alkalinity: natural.alkalinityMmolPerL,
      calcium: natural.calciumMgPerL,
      magnesium: natural.magnesiumMgPerL,
    };
    const rows = salts.map((each): Row => {
      const at = (parameter: DosedParameter) => atSalinity(each[parameter], each.salinity, salinity);
      const at35 = atSalinity(each.alkalinity, each.salinity, 35);
      const parameters = Object.fromEntries(
        DOSED_PARAMETERS.map((parameter) => {
          const settled = settledAt(
            netVolumeL,
            { changeL, everyDays },
            at(parameter),
            consumptionPerDay[parameter] ?? 0,
          );
          return [
            parameter,
            {
              makes: at(parameter),
              firstStep: (at(parameter) - now[parameter]) * share,
              before: settled?.before,
              after: settled?.after,
            },
          ];
        }),
      ) as Record<DosedParameter, SaltEffect>;
      const saltG = each.gramsPerLAt35 === undefined ? undefined : saltGIn(changeL, salinity, each.gramsPerLAt35);
      const costEach =
        saltG === undefined || each.boxG === undefined || each.boxPrice === undefined
          ? undefined
          : (saltG / each.boxG) * each.boxPrice;
      return {
        name: each.name,
        school:
          at35 < NEAR_NATURAL_BELOW
            ? ('near-natural' as const)
            : at35 >= ELEVATED_FROM
              ? ('elevated' as const)
              : ('between' as const),
        parameters,
        ...(costEach !== undefined && { costAYear: (costEach * 365.25) / everyDays }),
      };
    });
    const working = rows.flatMap(({ name, parameters, costAYear }): Step[] => [
      ...DOSED_PARAMETERS.flatMap((parameter): Step[] => {
        const { makes, before, firstStep } = parameters[parameter];
        return [
          {
            label: `${name}: ${parameter} it makes`,
            value: quantity(parameter, makes),
            origin: 'setting',
            from: 'its profile, told at the tank’s salinity by salinity × density (EOS-80)',
          },
          ...(before === undefined
            ? []
            : [
                {
                  label: `${name}: ${parameter} before each change`,
                  value: quantity(parameter, before),
                  origin: 'equation' as const,
                  from: 'where the routine settles: C_s − k·d/f',
                },
              ]),
          {
            label: `${name}: step of ${parameter} at the first change`,
            value: quantity(parameter, Math.abs(firstStep)),
            origin: 'equation',
            from:
              firstStep < 0
                ? 'downwards: (it makes − the tank holds) × share'
                : 'upwards: (it makes − the tank holds) × share',
          },
        ];
      }),
      ...(costAYear === undefined
        ? []
        : [
            {
              label: `${name}: costs a year`,
              value: quantity('money', costAYear),
              origin: 'setting' as const,
              from: 'grams a litre, box and price',
            },
          ]),
    ]);
    working.push(
      ...DOSED_PARAMETERS.map((parameter): Step => ({
        label: `Natural seawater: ${parameter}`,
        value: quantity(parameter, sea[parameter]),
        origin: 'equation',
        from: 'reference composition at that salinity, Millero et al. 2008',
      })),
    );
    return {
      answer: answerFor(rows, { changeL, everyDays, consumptionPerDay }),
      working,
      cautions: [...cautionsFor(rows), ...beside(rows, sea)],
      values: { salts: rows, natural: sea },
    };
  },
});

/** What one salt would do. */
interface Row {
  readonly name: string;
  readonly school: 'near-natural' | 'between' | 'elevated';
  readonly parameters: Readonly<Record<DosedParameter, SaltEffect>>;
  readonly costAYear?: number;
}

interface SaltEffect {
  readonly makes: number;
  /** What the first change from where the tank stands moves it by; later ones settle. */
  readonly firstStep: number;
  /** Undefined where the tank takes more than the routine brings. */
  readonly before: number | undefined;
  readonly after: number | undefined;
}

type Rows = readonly Row[];

function answerFor(
  rows: Rows,
  {
    changeL,
    everyDays,
    consumptionPerDay,
  }: Pick<z.output<typeof input>, 'changeL' | 'everyDays' | 'consumptionPerDay'>,
): Answer {
  const told = rows.slice(0, 3);
  const because = [
    'Changing',
    quantity('volume', changeL),
    'every',
    quantity('days', everyDays),
    Object.values(consumptionPerDay).some((rate) => rate)
      ? ', with what the tank consumes between changes.'
      : ', with doses that meet its consumption.',
  ];
  const one = told[0];
  if (told.length === 1 && one) {
    const { before } = one.parameters.alkalinity;
    return {
      says:
        before === undefined
          ? [`${one.name} does not support this tank by water changes alone.`]
          : [`${one.name} would hold alkalinity at`, quantity('alkalinity', before), 'before each change.'],
      certainty: 'worked out',
      because,
    };
  }
  return {
    says: [
      'Before each change alkalinity would be at',
      ...told.flatMap(({ name, parameters }, i) => [
        ...(i === 0 ? [] : i === told.length - 1 ? ['and'] : [',']),
        ...(parameters.alkalinity.before === undefined
          ? ['nothing']
          : [quantity('alkalinity', parameters.alkalinity.before)]),
        `with ${name}`,
      ]),
      '.',
    ],
    certainty: 'worked out',
    because,
  };
}

/** Calcium this far off what its alkalinity asks for is said, mg/L. Chosen: labels and batches stand half as far apart. */
const CALCIUM_OFF = 40;

/** A salt's calcium beside its alkalinity: raised above the sea in the proportion of skeletons, the two are used up together. */
function beside(rows: Rows, sea: Readonly<Record<DosedParameter, number>>): Caution[] {
  return rows.flatMap(({ name, parameters }): Caution[] => {
    const { alkalinity, calcium } = parameters;
    const balanced = sea.calcium + (alkalinity.makes - sea.alkalinity) * CALCIUM_MG_PER_MEQ;
    const off = calcium.makes - balanced;
    return Math.abs(off) <= CALCIUM_OFF
      ? []
      : [
          {
            severity: 'note',
            says: [
              `${name}: calcium of`,
              quantity('calcium', calcium.makes),
              `is ${off < 0 ? 'low' : 'high'} beside its alkalinity of`,
              quantity('alkalinity', alkalinity.makes),
              ', which goes with about',
              quantity('calcium', balanced),
              ': changes alone would move the two apart.',
            ],
          },
        ];
  });
}

function cautionsFor(rows: Rows): Caution[] {
  return rows.flatMap(({ name, parameters }) =>
    DOSED_PARAMETERS.flatMap((parameter): Caution[] => {
      const { firstStep } = parameters[parameter];
      return Math.abs(firstStep) > STEP_LIMIT[parameter]
        ? [
            {
              severity: 'caution',
              says: [
                `The first change to ${name} moves ${PARAMETERS[parameter].name} by`,
                quantity(parameter, Math.abs(firstStep)),
                ': go over in smaller changes, or mix the two salts for a while.',
              ],
            },
          ]
        : [];
    }),
  );
}
