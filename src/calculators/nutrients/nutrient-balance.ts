import * as z from 'zod';
import { levelAhead } from '@/chemistry/nutrients/fit-nutrient';
import { LEAST_TESTS } from '@/chemistry/nutrients/fit-nutrient';
import type { NutrientSplit } from '@/chemistry/nutrients/nutrient-split';
import { DAY_MS } from '@/chemistry/tank-model/time';
import type { Spread } from '@/numerics/most-likely';
import { estimate, quantity, range, type Quantity } from '@/quantities/quantity';
import { defineCalculator, type Caution, type Phrase, type Step } from '../calculator/calculator';
import { capitalised, listed } from '../calculator/words';
import { rateKindOf } from '../parameters/rates';
import { askedBalance, type AskedBalance } from './asked-balance';
import { balanceFields } from './balance-input';

/** It is told ahead for so many days. */
export const AHEAD_DAYS = 28;
/** Moments of the picture, back and ahead. */
const MOMENTS = 40;
/** Nitrogen and phosphorus of algae as weighed wet, mg a gram: between these. From memory: 10 to 20 % dry, of that 2 to 4 % N and 0.2 to 0.4 % P. */
const OF_ALGAE = { nitrate: [2 * 4.4268, 8 * 4.4268], phosphate: [0.2 * 3.0662, 0.8 * 3.0662] } as const;

const input = z.strictObject(balanceFields);
type Input = z.output<typeof input>;

export const nutrientBalance = defineCalculator({
  name: 'nutrient-balance',
  asks: 'What brings nitrate or phosphate, what takes it out, and where does it go?',
  input,
  example: {
    nutrient: 'nitrate',
    now: 1_790_000_000_000,
    netVolumeL: 400,
    readings: [4, 5, 6.5, 8, 9, 11].map((value, i) => ({
      at: 1_790_000_000_000 - (36 - 7 * i) * DAY_MS,
      value,
      sd: 0.8,
    })),
    fed: [{ from: 1_780_000_000_000, meals: [{ timesPerDay: 2, portions: 2, measure: 'cubes' as const }] }],
    changes: [0, 1].map((i) => ({ at: 1_790_000_000_000 - (30 - 14 * i) * DAY_MS, share: 0.1 })),
    routine: { share: 0.1, everyDays: 14 },
    exporters: ['skimmer'],
  },
  run: (given) => {
    const asked = askedBalance(given);
    const { fit, split, exchange } = asked;
    const { now } = given;
    const ahead = fit?.spread((course) => levelAhead(course, now, AHEAD_DAYS, exchange));
    return {
      answer:
        fit && split && ahead
          ? {
              says: balanceWords(given, split),
              certainty: split.rest ? ('estimated' as const) : ('rough' as const),
              ...movesOf(split.net),
              because: [
                'In four weeks, with all as it is, it is at about',
                spread(given.nutrient, ahead),
                '(',
                ranged(given.nutrient, ahead),
                ', 95 % range).',
                ...(split.rest && split.fed ? restWords(given, split.rest, split.fed) : []),
              ],
            }
          : tooFew(given),
      working: workingOf(given, asked),
      cautions: cautionsOf(given, asked),
      values: {
        split,
        ahead,
        exchange,
        answersToFood: asked.answersToFood,
        ...(fit && { course: courseOf(asked, now) }),
      },
    };
  },
});

/** The level as it was and will be, with its range, for the picture. */
function courseOf({ fit, exchange }: AskedBalance, now: number) {
  if (!fit) return { back: [], ahead: [] };
  const back = Array.from({ length: MOMENTS + 1 }, (_, i) => fit.from + ((now - fit.from) * i) / MOMENTS);
  return {
    back: back.map((at) => ({ at, ...fit.spread(({ levelAt }) => levelAt(at)) })),
    ahead: Array.from({ length: AHEAD_DAYS + 1 }, (_, days) => ({
      at: now + days * DAY_MS,
      ...fit.spread((course) => levelAhead(course, now, days, exchange)),
    })),
  };
}

function balanceWords({ nutrient }: Input, { net, fed, changes, rest, days }: NutrientSplit): Phrase[] {
  const rate = rateOf(nutrient);
  const told = net.low > 0 || net.high < 0;
  const moves: Phrase[] = told
    ? [`${capitalised(nutrient)} ${net.value > 0 ? 'rises' : 'falls'}`, rate(net, true)]
    : [`${capitalised(nutrient)} holds within its error`];
  const over: Phrase[] = ['over the last', quantity('days', Math.round(days))];
  const none = changes.low === 0 && changes.high === 0;
  const changed: Phrase[] = none
    ? ['no change of water was logged']
    : [changes.value >= 0 ? 'changes of water take' : 'changes of water bring', rate(changes, true)];
  if (!fed || !rest)
    return [
      ...moves,
      ...over,
      ';',
      ...changed,
      '. What is fed was never told in cubes, pinches or grams, so the rest cannot be parted.',
    ];
  return [
    ...moves,
    ...over,
    '; what is fed would bring about',
    rate(fed),
    ',',
    ...changed,
    rest.high <= 0
      ? ', and nothing else takes any.'
      : rest.low <= 0
        ? ', and whether anything else takes any cannot be told.'
        : ', and the rest is export.',
  ];
}

function restWords({ nutrient, exporters }: Input, rest: Spread, fed: Spread): Phrase[] {
  const kind = rateKindOf(nutrient) ?? 'ionRate';
  const share = Math.round((100 * rest.value) / Math.max(fed.value, 1e-9) / 10) * 10;
  return [
    'Export takes',
    range(kind, Math.max(0, rest.low), Math.max(0, rest.high)),
    ...(share > 0 && share <= 90 ? [`, some ${share} % of what is fed`] : []),
    exporters.length > 0
      ? `: ${listed(exporters)}, and what corals, algae and rock take; the record cannot part them further.`
      : ': corals, algae, rock and whatever filters there are.',
  ];
}

function tooFew({ readings, nutrient }: Input) {
  return {
    says: [
      `Test ${nutrient} weekly: its balance needs ${LEAST_TESTS} tests over two weeks, and there ${readings.length === 1 ? 'is 1' : `are ${readings.length}`} in the half year behind.`,
    ],
    certainty: 'not enough yet' as const,
    because: ['One reading tells a level and no rate.'],
  };
}

function movesOf({ low, high }: Spread): { readonly moves?: 'rising' | 'falling' } {
  return low > 0 ? { moves: 'rising' } : high < 0 ? { moves: 'falling' } : {};
}

function rateOf(nutrient: Input['nutrient']): (of: Spread, unsigned?: boolean) => Quantity {
  const kind = rateKindOf(nutrient) ?? 'ionRate';
  return ({ value, low, high }, unsigned) => estimate(kind, unsigned ? Math.abs(value) : value, low, high);
}

const spread = (nutrient: Input['nutrient'], { value, low, high }: Spread) => estimate(nutrient, value, low, high);
const ranged = (nutrient: Input['nutrient'], { low, high }: Spread) => range(nutrient, Math.max(0, low), high);

function workingOf(given: Input, { fit, split, question, exchange }: AskedBalance): Step[] {
  const { nutrient } = given;
  const kind = rateKindOf(nutrient) ?? 'ionRate';
  const tests: Step = {
    label: 'Tests',
    value: quantity('ratio', fit?.tests ?? question.readings.length),
    origin: 'log',
    from: 'of the last half year',
  };
  if (!fit || !split) return [tests];
  const line = (label: string, of: Spread, origin: Step['origin'], from: string): Step => ({
    label,
    value: estimate(kind, of.value, of.low, of.high),
    origin,
    from,
  });
  const [most] = fit.courses;
  return [
    tests,
    {
      label: 'Level now',
      value: spread(
        nutrient,
        fit.spread(({ levelAt }) => levelAt(given.now)),
      ),
      origin: 'equation',
      from: 'an even source and a loss in proportion, fitted to the tests',
    },
    line('Net', split.net, 'equation', `the fitted level over ${Math.round(split.days)} days`),
    ...(split.fed
      ? [line('What is fed would bring', split.fed, 'assumed', 'N and P of foods from memory × what was logged as fed')]
      : []),
    ...(split.dosed > 0
      ? [
          {
            label: 'Salts dosed',
            value: quantity(kind, split.dosed),
            origin: 'log' as const,
            from: 'as logged',
          },
        ]
      : []),
    line('Changes of water take', split.changes, 'equation', 'share × (level − new water) of each change'),
    ...(split.rest ? [line('The rest, export', split.rest, 'equation', 'fed + dosed − changes − net')] : []),
    ...(given.harvestGPerWeek !== undefined && given.harvestGPerWeek > 0
      ? [
          {
            label: 'Of it, algae harvested',
            value: range(
              kind,
              (given.harvestGPerWeek * OF_ALGAE[nutrient][0]) / 7 / given.netVolumeL,
              (given.harvestGPerWeek * OF_ALGAE[nutrient][1]) / 7 / given.netVolumeL,
            ),
            origin: 'assumed' as const,
            from: 'as weighed wet; what algae hold is from memory, and half or twice as much is usual',
          },
        ]
      : []),
    ...(most
      ? [
          {
            label: 'Taken out of what is there, a day',
            value: quantity('percent', 100 * most.ratesAt(given.now).goesPerDay),
            origin: 'equation' as const,
            from: 'by the fit; told apart from the source only where the level has moved',
          },
        ]
      : []),
    {
      label: 'Changed a day, to come',
      value: quantity('percent', 100 * (1 - Math.exp(-exchange.sharePerDay))),
      origin: given.routine ? 'setting' : 'assumed',
      from: given.routine ? 'the routine of changes' : 'none is known',
    },
  ];
}

function cautionsOf(given: Input, { fit, split, answersToFood }: AskedBalance): Caution[] {
  return [
    ...(fit && !split?.fed
      ? [
          {
            severity: 'note' as const,
            says: [
              'Log what is fed once, as “feeding 2 cubes twice a day” or “fed 1 g”, and what export takes is told.',
            ],
          },
        ]
      : []),
    ...(fit && !answersToFood
      ? [
          {
            severity: 'note' as const,
            says: [
              'Feeding was never changed in this record: how fast the level answers to it is what is usual, and rock may hold it back for weeks.',
            ],
          },
        ]
      : []),
    ...(given.turns.length > 0
      ? [
          {
            severity: 'note' as const,
            says: [
              `Turned meanwhile: ${listed([...new Set(given.turns.slice(-4).map(({ what }) => what))])}. From each on export may be another.`,
            ],
          },
        ]
      : []),
  ];
}
