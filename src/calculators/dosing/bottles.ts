import * as z from 'zod';
import { amount, figure, moment } from '../calculator/calculator-input';
import { AMOUNTS } from '../calculator/amounts';
import { defineCalculator, type Caution, type Phrase, type Step } from '../calculator/calculator';
import { capitalised, listedPhrases } from '../calculator/words';
import { bottleInput, bottleOf } from '../reagents/bottle-input';
import { saltsOfBottle } from '@/chemistry/reagents/label-claim';
import { reagent } from '@/chemistry/reagents/reagents';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { quantity, range } from '@/quantities/quantity';

/** What is to be bought is ordered so long before it runs out. Chosen: a parcel's week and some days. */
const ORDER_BEFORE_DAYS = 10;
const DAYS_A_MONTH = 365.25 / 12;
/** Beyond ten years no bottle keeps. */
const LONGEST_DAYS = 3650;
/** Figures this far apart cannot both be right. Chosen: rounding a remembered figure moves it by less. */
const DISAGREE = 0.15;

const bottleSchema = z.strictObject({
  name: z.string().min(1).max(200),
  mlPerDay: amount(AMOUNTS.standingDose),
  /** What stands in it; unknown when left out. */
  leftMl: figure('left in the bottle', 0, 1e6, 'mL').optional(),
  /** What it holds when full, and what filling it costs. */
  bottleMl: amount(AMOUNTS.bottle).optional(),
  price: amount(AMOUNTS.price).optional(),
  holds: bottleInput.optional(),
  /** What its keeper remembers of it: each is held against the others. */
  remembered: z
    .strictObject({
      mlPerHour: figure('millilitres an hour', 0.001, 1e5, 'mL/h').optional(),
      hoursADay: figure('hours a day', 0.05, 24, 'h').optional(),
      mlPerDay: amount(AMOUNTS.standingDose).optional(),
      lastsDays: figure('days a bottle lasts', 0.5, 4000, 'days').optional(),
    })
    .optional(),
});
type GivenBottle = z.output<typeof bottleSchema>;
/** What a keeper has in the head of a pump and its bottle. */
export interface RememberedFigures {
  readonly mlPerHour?: number | undefined;
  readonly hoursADay?: number | undefined;
  readonly lastsDays?: number | undefined;
}

export const bottles = defineCalculator({
  name: 'dosing-bottles',
  asks: 'When is each bottle empty, what goes into the refill, and what does dosing cost?',
  input: z.strictObject({
    now: moment('now'),
    bottles: z.array(bottleSchema).max(50),
  }),
  example: {
    now: Date.UTC(2026, 10, 24, 18),
    bottles: [
      {
        name: 'carbonate part',
        mlPerDay: 30,
        leftMl: 620,
        bottleMl: 2000,
        price: 3.4,
        holds: { parts: [{ reagent: 'sodium-carbonate', gramsPerL: 80 }] },
        remembered: { mlPerHour: 3, hoursADay: 16 },
      },
    ],
  },
  run: ({ now, bottles: given }) => {
    const told = given.map((bottle) => fateOf(bottle, now));
    const known = told
      .filter(({ emptyAt }) => emptyAt !== undefined)
      .toSorted((a, b) => (a.emptyAt ?? 0) - (b.emptyAt ?? 0));
    const first = known[0];
    const costs = told.flatMap(({ costADay }) => costADay ?? []);
    const costADay = costs.reduce((sum, each) => sum + each, 0);
    const unpriced = told.filter(({ bottle, costADay: own }) => own === undefined && bottle.mlPerDay > 0);
    return {
      answer: {
        says:
          first?.emptyAt === undefined
            ? [
                told.some(({ bottle }) => bottle.mlPerDay > 0)
                  ? 'Look at the bottles and log what is left in them: then it is known when they run dry.'
                  : 'Nothing is dosed from a bottle.',
              ]
            : first.emptyAt <= now
              ? [`Refill ${first.bottle.name}: its bottle is empty.`]
              : [`Refill ${first.bottle.name} by`, { moment: first.emptyAt, day: true }, ': it runs dry first.'],
        certainty: first ? 'worked out' : 'not enough yet',
        because:
          costs.length === 0
            ? []
            : [
                'Dosing costs',
                quantity('money', costADay * DAYS_A_MONTH),
                'a month,',
                quantity('money', costADay * 365.25),
                unpriced.length === 0
                  ? 'a year.'
                  : `a year, without ${unpriced.map(({ bottle }) => bottle.name).join(', ')}, whose price is not given.`,
              ],
      },
      working: told.flatMap(workingOf),
      cautions: told.flatMap((each) => cautionsOf(each, now)),
      values: {
        bottles: told.map(({ bottle, daysLeft, emptyAt, orderBy, costADay: cost, refill }) => ({
          vesselMl: vesselFor(bottle),
          name: bottle.name,
          daysLeft,
          emptyAt,
          orderBy,
          costADay: cost,
          refill,
        })),
        costAMonth: costs.length > 0 ? costADay * DAYS_A_MONTH : undefined,
        costAYear: costs.length > 0 ? costADay * 365.25 : undefined,
      },
    };
  },
});

/** A vessel is filled for so long at a time. Common practice: three to six months. */
const VESSEL_MONTHS = [3, 6] as const;

/** What a vessel has to hold for three and for six months of the dose, mL; undefined where nothing is dosed. */
function vesselFor({ mlPerDay }: GivenBottle): readonly [low: number, high: number] | undefined {
  const [low, high] = VESSEL_MONTHS;
  return mlPerDay > 0 ? [mlPerDay * low * DAYS_A_MONTH, mlPerDay * high * DAYS_A_MONTH] : undefined;
}

interface Fate {
  readonly bottle: GivenBottle;
  readonly daysLeft: number | undefined;
  readonly emptyAt: number | undefined;
  readonly orderBy: number | undefined;
  readonly costADay: number | undefined;
  /** Grams of each salt in a refill of the whole bottle. */
  readonly refill: readonly { readonly salt: string; readonly grams: number }[];
}

function fateOf(bottle: GivenBottle, now: number): Fate {
  const { mlPerDay, leftMl, bottleMl, price, holds } = bottle;
  const runs = mlPerDay > 0;
  const lasts = runs && leftMl !== undefined ? leftMl / mlPerDay : Infinity;
  const daysLeft = lasts > LONGEST_DAYS ? undefined : lasts;
  const emptyAt = daysLeft === undefined ? undefined : now + daysLeft * DAY_MS;
  return {
    bottle,
    daysLeft,
    emptyAt,
    orderBy: emptyAt === undefined ? undefined : Math.max(now, emptyAt - ORDER_BEFORE_DAYS * DAY_MS),
    costADay: runs && price !== undefined && bottleMl !== undefined ? (price / bottleMl) * mlPerDay : undefined,
    refill:
      holds && 'parts' in holds && bottleMl !== undefined
        ? saltsOfBottle(bottleOf(holds)).map((part) => ({
            salt: reagent(part.reagent).name,
            grams: (part.gramsPerL * bottleMl) / 1000,
          }))
        : [],
  };
}

function workingOf({ bottle, daysLeft, refill, costADay }: Fate): Step[] {
  const name = capitalised(bottle.name);
  return [
    ...(bottle.leftMl === undefined
      ? []
      : [
          {
            label: `${name}, left`,
            value: quantity('dose', bottle.leftMl),
            origin: 'log' as const,
            from: 'the last look at it, less what was dosed since',
          },
        ]),
    ...(daysLeft === undefined
      ? []
      : [
          {
            label: 'lasts',
            value: quantity('days', daysLeft),
            origin: 'equation' as const,
            from: `what is left ÷ ${bottle.mlPerDay} mL a day`,
          },
        ]),
    ...[vesselFor(bottle)].flatMap((vessel) =>
      vessel
        ? [
            {
              label: 'a vessel for three to six months',
              value: range('dose', vessel[0], vessel[1]),
              origin: 'common practice' as const,
              from: 'dose × days; so long a filling is made for',
            },
          ]
        : [],
    ),
    ...refill.map(({ salt, grams }) => ({
      label: `${salt} in a refill`,
      value: quantity('mass', grams),
      origin: 'equation' as const,
      from: 'grams a litre × what the bottle holds',
    })),
    ...(costADay === undefined
      ? []
      : [
          {
            label: 'costs a month',
            value: quantity('money', costADay * DAYS_A_MONTH),
            origin: 'yours' as const,
            from: 'price of a filling ÷ its millilitres × the dose',
          },
        ]),
  ];
}

function cautionsOf(fate: Fate, now: number): Caution[] {
  const { bottle, emptyAt, orderBy, refill } = fate;
  const cautions: Caution[] = [];
  const name = capitalised(bottle.name);
  if (bottle.leftMl === 0 && bottle.mlPerDay > 0)
    cautions.push({
      severity: 'caution',
      says: [
        `${name} is at zero and is logged as running: refill it, and say since when nothing was given, or its dose counts as given.`,
      ],
    });
  else if (emptyAt !== undefined && orderBy !== undefined && orderBy <= now)
    cautions.push({
      severity: 'note',
      says: [`Order what ${bottle.name} is made of now: it runs dry on`, { moment: emptyAt, day: true }, '.'],
    });
  if (refill.length > 0)
    cautions.push({
      severity: 'note',
      says: [
        `A refill of ${bottle.name}:`,
        ...listedPhrases(refill.map(({ salt, grams }): Phrase[] => [quantity('mass', grams), `of ${salt}`])),
        ', RO/DI water to the mark.',
      ],
    });
  cautions.push(...disagreements(bottle));
  return cautions;
}

/** Rate × hours × bottle × "lasts so long": remembered figures that cannot all be right. */
function disagreements({ name, mlPerDay, bottleMl, remembered }: GivenBottle): Caution[] {
  if (!remembered) return [];
  const { mlPerHour, hoursADay, mlPerDay: saidADay = mlPerDay, lastsDays } = remembered;
  const cautions: Caution[] = [];
  if (mlPerHour !== undefined && hoursADay !== undefined && saidADay > 0) {
    const byClock = mlPerHour * hoursADay;
    if (differ(byClock, saidADay))
      cautions.push({
        severity: 'caution',
        says: [
          `${capitalised(name)}: ${mlPerHour} mL an hour for ${hoursADay} h is`,
          quantity('doseRate', byClock),
          ', not the',
          quantity('doseRate', saidADay),
          'it is taken to be. Measure what the pump gives, and look at its timer.',
        ],
      });
  }
  if (lastsDays !== undefined && bottleMl !== undefined && saidADay > 0) {
    const lasts = bottleMl / saidADay;
    if (differ(lasts, lastsDays))
      cautions.push({
        severity: 'caution',
        says: [
          `${capitalised(name)}: a bottle of`,
          quantity('dose', bottleMl),
          'at',
          quantity('doseRate', saidADay),
          'lasts',
          quantity('days', lasts),
          ', not',
          quantity('days', lastsDays),
          '. One of the three is off: look at the bottle today and in a week.',
        ],
      });
  }
  return cautions;
}

function differ(a: number, b: number): boolean {
  return Math.abs(a - b) > DISAGREE * Math.max(a, b);
}
