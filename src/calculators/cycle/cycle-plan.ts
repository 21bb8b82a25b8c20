import * as z from 'zod';
import { AMOUNTS } from '../calculator/amounts';
import { amount, moment } from '../calculator/calculator-input';
import { defineCalculator, type Caution, type Phrase, type Step } from '../calculator/calculator';
import { bottleInput, bottleOf } from '../reagents/bottle-input';
import { strengthOfBottle } from '@/chemistry/reagents/label-claim';
import { MOLAR_MASS } from '@/chemistry/molar-mass';
import { amountsOf } from '@/chemistry/reagents/solution';
import { handlingOf } from '../reagents/handling';
import { readingExpectation } from '../parameters/parameters';
import { Refusal } from '@/chemistry/refusal';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { quantity } from '@/quantities/quantity';
import { ammoniaBottleMl, ammoniumChlorideG } from '@/chemistry/cycle/ammonia-dose';
import { school, stepsInput } from './cycle-input';
import { expectedCourse, type Range } from '@/chemistry/cycle/expected-course';
import { CYCLE_SCHOOLS, type CycleSchool, CREW_DAY, FISH_DAY } from './cycle-schools';

/** How far beyond the usual length the course is drawn, as a share of it. */
const DRAWN = 1.3;
/** Above it the second step is held back for days, so no more is dosed. Common practice. */
const MOST_AMMONIA = 4;

/** One thing to do on one day of the plan. */
export interface PlannedDay {
  readonly at: number;
  readonly says: readonly Phrase[];
}

export const cyclePlan = defineCalculator({
  name: 'cycle-plan',
  asks: 'How does a cycle begun this way go, and what is dosed for it?',
  input: z.strictObject({
    school,
    netVolumeL: amount(AMOUNTS.netVolume),
    startAt: moment('start'),
    temperatureC: amount(readingExpectation('temperature')).default(25),
    /** What a measured dose raises the tank to; the school's own when left out. */
    ammonia: amount(AMOUNTS.ammoniaDose).optional(),
    /** The bottle it is dosed from; dry ammonium chloride when left out. */
    from: bottleInput.optional(),
    steps: stepsInput,
  }),
  example: { school: 'starter', netVolumeL: '46 L', startAt: 1_794_000_000_000, temperatureC: 25, ammonia: '2 mg/L' },
  run: (asked) => {
    const { netVolumeL, startAt, temperatureC, steps } = asked;
    const chosen = CYCLE_SCHOOLS[asked.school];
    const measured = chosen.source === 'measured';
    const ammonia = measured ? (asked.ammonia ?? chosen.doseMgPerL) : 0;
    const neededMg = ammonia * netVolumeL;
    const doseG = ammoniumChlorideG(ammonia, netVolumeL);
    const doseMl = measured && asked.from ? ammoniaBottleMl(ammonia, netVolumeL, ammoniaPerL(asked.from)) : undefined;
    const days = Math.round(chosen.lasts[1] * DRAWN);
    const expected = expectedCourse(
      {
        startedAt: startAt,
        volumeL: netVolumeL,
        temperatureC,
        events: measured ? [{ kind: 'addition', at: startAt, amounts: { ammonia: neededMg } }] : [],
      },
      chosen,
      true,
      days,
      steps,
    );
    const dose: Phrase[] =
      doseMl === undefined
        ? [quantity('mass', doseG), 'of ammonium chloride']
        : [quantity('dose', doseMl), 'from the bottle'];
    const ends = expected.ends;
    const working: Step[] = [
      ...(measured
        ? [
            {
              label: 'Ammonia wanted',
              value: quantity('ammonia', ammonia),
              origin: asked.ammonia === undefined ? ('common practice' as const) : ('yours' as const),
              from: 'in the whole tank, as NH3',
            },
            {
              label: doseMl === undefined ? 'Ammonium chloride' : 'From the bottle',
              value: doseMl === undefined ? quantity('mass', doseG) : quantity('dose', doseMl),
              origin: 'equation' as const,
              from:
                doseMl === undefined
                  ? 'mg/L × net volume × 53.49 ÷ 17.03 (CIAAW 2021)'
                  : 'mg/L × net volume ÷ ammonia in a litre of it',
            },
          ]
        : []),
      {
        label: 'Alkalinity it takes by the end',
        value: quantity('alkalinity', (2 * broughtMgPerL(chosen, ammonia)) / MOLAR_MASS.NH3),
        origin: 'equation',
        from: 'two equivalents for each mole of ammonium that becomes nitrate',
      },
      {
        label: 'Nitrate it leaves',
        value: quantity('nitrate', (broughtMgPerL(chosen, ammonia) * MOLAR_MASS.NO3) / MOLAR_MASS.NH3),
        origin: 'equation',
        from: 'a mole of nitrate for each of ammonia',
      },
      {
        label: 'Shortest it usually takes',
        value: quantity('days', chosen.lasts[0]),
        origin: chosen.lastsFrom,
        from: LENGTH_FROM[chosen.lastsFrom],
      },
      {
        label: 'Longest it usually takes',
        value: quantity('days', chosen.lasts[1]),
        origin: chosen.lastsFrom,
        from: LENGTH_FROM[chosen.lastsFrom],
      },
    ];
    return {
      answer: {
        says: [
          ...(measured ? ['Dose', ...dose, 'for', quantity('ammonia', ammonia), ', once;'] : [BEGINS[asked.school]]),
          ...(ends ? throughWhen(ends) : ['it goes on longer than is drawn here.']),
        ],
        certainty: 'rough' as const,
        because: ['Eight in ten tanks begun this way, by the tank model; no test has spoken yet.'],
      },
      working,
      cautions: cautionsFor(asked.school, chosen, ammonia, asked.from),
      values: {
        ...(measured && doseMl === undefined && { doseG }),
        ...(doseMl !== undefined && { doseMl }),
        ...(ends && { endsFrom: ends.low, ends: ends.middle, ...(ends.high < Infinity && { endsBy: ends.high }) }),
        course: expected.lines,
        plan: plannedDays(asked.school, chosen, startAt, dose),
      },
    };
  },
});

/** Of a cool or strongly dosed tank more than one in ten is not through by the last day that is drawn: then no latest day is known. */
function throughWhen({ low, middle, high }: Range): Phrase[] {
  const day = (moment: number) => ({ moment, day: true as const });
  return high < Infinity
    ? ['it will probably be through between', day(low), 'and', day(high), '.']
    : ['it will hardly be through before', day(low), '; half of such tanks are by', day(middle), '.'];
}

const LENGTH_FROM = {
  'common practice': 'as keepers see it',
  assumed: 'chosen between what is common practice for the ways beside it',
} as const;

const BEGINS = {
  starter: '',
  fishless: '',
  'ocean-rock': 'Rinse the rock in saltwater, put it in, and test from the first day:',
  'hardy-fish': 'Put in bacteria daily for a week, feed a pinch, and test from the first day:',
  unaided: 'Fill, put the rock in and wait:',
} as const;

/** Ammonia that comes by the end, from all that gives it, mg/L; of fish and food two weeks are counted. */
function broughtMgPerL({ prior }: CycleSchool, dosed: number): number {
  return dosed + prior.dieOff + prior.food * 14;
}

/** @throws Refusal for a bottle without ammonia */
function ammoniaPerL(from: z.output<typeof bottleInput>): number {
  const { ammonia = 0 } = amountsOf(strengthOfBottle(bottleOf(from)), 1);
  if (ammonia > 0) return ammonia;
  throw new Refusal({
    field: 'bottle',
    value: 'no ammonia',
    allowed: 'a solution that holds ammonia',
    hint: 'Pick the ammonia source, or say what its label raises.',
  });
}

function plannedDays(
  id: z.output<typeof school>,
  { source, bacteriaDays, rock, lasts }: CycleSchool,
  startAt: number,
  dose: readonly Phrase[],
): PlannedDay[] {
  const on = (day: number, ...says: Phrase[]): PlannedDay => ({ at: startAt + day * DAY_MS, says });
  const last = Math.round((lasts[0] + lasts[1]) / 2);
  return [
    ...(source === 'measured' ? [on(0, 'Dose', ...dose, ', well stirred in. Test ammonia an hour later.')] : []),
    ...(rock === 'live' ? [on(0, 'Rinse and smell each rock: what smells rotten is scrubbed off or stays out.')] : []),
    ...(source === 'fish' ? [on(0, 'Two hardy fish at the most, a pinch of food every second day.')] : []),
    ...(bacteriaDays > 0
      ? [on(0, bacteriaDays > 1 ? 'Bottled bacteria, daily for a week.' : 'Bottled bacteria, all of it.')]
      : []),
    on(1, 'From now on test ammonia and nitrite daily, temperature and pH with them.'),
    on(3, 'Nitrate and salinity, and again every fourth day.'),
    ...(source === 'measured'
      ? [
          on(
            Math.round(last * 0.5),
            'Once ammonia reads zero and nitrite begins to fall, half the first dose keeps the bacteria fed.',
          ),
        ]
      : []),
    ...(id === 'starter'
      ? [
          on(CREW_DAY, 'Ammonia at zero: a clean-up crew, a few snails and hermits, once there is film to eat.'),
          on(FISH_DAY, 'Both at zero: the first fish, two or three small ones for each 100 L.'),
        ]
      : []),
    on(
      last,
      rock === 'live' || source === 'fish'
        ? 'Both read zero for three days with nitrate there: the first fish may come. No ammonia is dosed on what lives.'
        : 'Both read zero for three days with nitrate there, or a measured dose is gone within a day: the first fish may come.',
    ),
  ].toSorted((a, b) => a.at - b.at);
}

function cautionsFor(
  id: z.output<typeof school>,
  { source }: CycleSchool,
  ammonia: number,
  from: z.output<typeof bottleInput> | undefined,
): Caution[] {
  const cautions: Caution[] = [];
  if (source === 'measured') {
    const salts = from && 'parts' in from ? from.parts.map((part) => part.reagent) : ['ammonium-chloride' as const];
    cautions.push(...handlingOf(salts, from !== undefined));
  }
  if (ammonia > MOST_AMMONIA)
    cautions.push({
      severity: 'caution',
      says: [
        'More than',
        quantity('ammonia', MOST_AMMONIA),
        'holds the second bacteria back for days: less is faster.',
      ],
    });
  if (source === 'fish')
    cautions.push({
      severity: 'danger',
      says: [
        'These fish breathe the ammonia and nitrite of the cycle. Fishless or live rock does the same without them, which is why it is preferred here. If it is done so: test daily, and change water as soon as the daily reading says so.',
      ],
    });
  if (id === 'ocean-rock')
    cautions.push({
      severity: 'danger',
      usual: true,
      says: [
        'Live rock can sting, and some button polyps on it carry a potent toxin: gloves and eye cover; never boil it, and never scrub it dry.',
      ],
    });
  if (id === 'unaided')
    cautions.push({
      severity: 'caution',
      says: [
        'A shrimp or a lump of food as a starter gives ammonia by no measure and feeds algae: a measured dose does better.',
      ],
    });
  cautions.push({
    severity: 'note',
    says: [
      'Lights short from day one, or dark: each school has its price, told below. No water change unless the daily reading asks for one.',
    ],
  });
  return cautions;
}
