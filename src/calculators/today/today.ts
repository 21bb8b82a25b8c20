import * as z from 'zod';
import { quantity } from '@/quantities/quantity';
import { figure } from '../calculator/calculator-input';
import { CERTAINTIES, MOVES, defineCalculator } from '../calculator/calculator';
import { listed } from '../calculator/words';

/** What may need doing, as the benches answer it. */
export const CONCERNS = [
  'danger',
  'cycle',
  'top-off',
  'top-off upkeep',
  'leaving',
  'dose',
  'correction',
  'limewater',
  'reactor',
  'reactor stores',
  'nutrients',
  'ph',
  'levels',
  'instrument',
  'trial',
  'next test',
  'water change',
] as const;
export type Concern = (typeof CONCERNS)[number];

/** A reservoir with less than this left is the first thing to see to. Chosen. */
const REFILL_SOON_DAYS = 2;
/** A dose that runs this far off the answer, as a share, is worth setting anew. Chosen: the answer leaves what lies in its range as it runs. */
const DOSE_OFF_BY = 0.05;

/** What is known of each concern; one that is left out is none today. */
const facts = z.strictObject({
  /** A reading beyond what animals bear. */
  danger: z.strictObject({}).optional(),
  /** A cycle that is not through, or that starts again. */
  cycle: z.strictObject({}).optional(),
  'top-off': z.strictObject({ daysLeft: figure('days left', 0, 1e6, 'days').optional() }).optional(),
  /** Upkeep that is late; what was never logged does not press, or a new tank would begin with a scolding. */
  'top-off upkeep': z.strictObject({}).optional(),
  leaving: z.strictObject({}).optional(),
  /** Of each part: what it should run at, and what it runs at, mL a day. */
  dose: z
    .strictObject({
      parts: z
        .array(
          z.strictObject({
            answerMlPerDay: figure('dose a day', 0, 1e12, 'mL/day'),
            runsMlPerDay: figure('dose a day', 0, 1e12, 'mL/day'),
          }),
        )
        .max(10),
    })
    .optional(),
  /** A level outside its band to bring back, or one that is being brought back: whether there is something to give today. */
  correction: z.strictObject({ givesToday: z.boolean().default(true) }).optional(),
  /** Days until limewater is made anew, or its stirrer charged. */
  limewater: z.strictObject({ daysLeft: figure('days left', 0, 1e6, 'days') }).optional(),
  reactor: z.strictObject({}).optional(),
  /** Days until a reactor's media are filled up, or its cylinder changed, whichever is sooner. */
  'reactor stores': z.strictObject({ daysLeft: figure('days left', 0, 1e6, 'days') }).optional(),
  /** Nitrate and phosphate at zero for weeks: a warning in every school. */
  nutrients: z.strictObject({}).optional(),
  /** pH outside its band. */
  ph: z.strictObject({}).optional(),
  levels: z
    .strictObject({
      certainty: z.enum(CERTAINTIES),
      moves: z.enum(MOVES).optional(),
      outside: z.boolean().default(false),
    })
    .optional(),
  /** What a level is read by now is found to be off. */
  instrument: z.strictObject({}).optional(),
  /** A trial that ended lately. */
  trial: z.strictObject({}).optional(),
  /** The test that would narrow the dose most, in so many days; or one that is stale for what hangs on it. */
  'next test': z
    .strictObject({ inDays: figure('days to the test', 0, 60, 'days'), stale: z.boolean().default(false) })
    .optional(),
  'water change': z.strictObject({ late: z.boolean().default(false) }).optional(),
});
export type TodayInput = z.input<typeof facts>;
type Facts = z.output<typeof facts>;

export const today = defineCalculator({
  name: 'today',
  asks: 'What needs doing first?',
  input: facts,
  example: {
    'top-off': { daysLeft: 1.4 },
    dose: { parts: [{ answerMlPerDay: 41, runsMlPerDay: 32 }] },
    levels: { certainty: 'estimated', moves: 'steady' },
  },
  run: (known) => {
    const order = CONCERNS.flatMap((concern) => {
      const pressing = PRESSES[concern](known);
      return pressing === undefined ? [] : [{ concern, pressing }];
    }).toSorted((a, b) => b.pressing - a.pressing);
    const urgent = order.filter(({ pressing }) => pressing >= 1).map(({ concern }) => concern);
    return {
      answer: {
        says:
          order.length === 0
            ? ['Log a first test, and what needs doing is listed here.']
            : urgent.length === 0
              ? ['Nothing needs doing today.']
              : [`See to ${listed(urgent)}, in this order.`],
        certainty: order.length === 0 ? 'not enough yet' : 'worked out',
        because: [],
      },
      working: order.map(({ concern, pressing }) => ({
        label: concern,
        value: quantity('ratio', pressing),
        origin: 'assumed' as const,
        from: 'how much it presses: 3 an empty reservoir, 2 a dose that is off, 1 what should be done today',
      })),
      cautions: [],
      values: { order },
    };
  },
});

/** The greater the more pressing; undefined where it is no concern. Chosen: what harms within a day first, what drifts within a week next. */
const PRESSES: Readonly<Record<Concern, (known: Facts) => number | undefined>> = {
  // Before anything about dosing, and before a cycle.
  danger: ({ danger }) => danger && 10,
  // A cycle that is not through is what a new tank is about.
  cycle: ({ cycle }) => cycle && 2.5,
  'top-off': (known) => known['top-off'] && ((known['top-off'].daysLeft ?? Infinity) < REFILL_SOON_DAYS ? 3 : 0),
  'top-off upkeep': (known) => known['top-off upkeep'] && 0.8,
  leaving: ({ leaving }) => leaving && 1.2,
  dose: ({ dose }) => dose && (dose.parts.some(isOff) ? 2 : 0.5),
  // Beside the dose, and before what can wait: a share that is given today is seen to.
  correction: ({ correction }) => correction && (correction.givesToday ? 1.9 : 0.5),
  // Weak limewater or an empty cylinder shows in alkalinity within days.
  limewater: ({ limewater }) => limewater && (limewater.daysLeft < REFILL_SOON_DAYS ? 1.3 : 0.5),
  reactor: ({ reactor }) => reactor && 1,
  'reactor stores': (known) =>
    known['reactor stores'] && (known['reactor stores'].daysLeft < REFILL_SOON_DAYS ? 1.3 : 0.5),
  nutrients: ({ nutrients }) => nutrients && 1.6,
  // After the dose, and before the levels, which tell that it is low and not what to look at.
  ph: ({ ph }) => ph && 1.7,
  // A level that moves, or is outside its band, comes before a sensor to wipe; one on target after it.
  levels: ({ levels }) => levels && pressingOf(levels),
  // Nothing is acted on by an instrument that is off; a trial that ended can wait a day.
  instrument: ({ instrument }) => instrument && 0.85,
  trial: ({ trial }) => trial && 0.6,
  'next test': (known) =>
    known['next test'] && (known['next test'].stale ? 0.95 : known['next test'].inDays <= 1 ? 0.75 : 0.4),
  // A late change waits; a dose that is off or an empty reservoir does not.
  'water change': (known) => known['water change'] && (known['water change'].late ? 0.9 : 0.6),
};

function pressingOf({ certainty, moves, outside }: NonNullable<Facts['levels']>): number {
  if (moves === 'falling' || moves === 'rising') return 1.5;
  if (outside) return 1.2;
  return certainty === 'not enough yet' ? 1 : 0.7;
}

function isOff({ answerMlPerDay, runsMlPerDay }: { answerMlPerDay: number; runsMlPerDay: number }): boolean {
  return Math.abs(answerMlPerDay - runsMlPerDay) > DOSE_OFF_BY * Math.max(answerMlPerDay, 1);
}
