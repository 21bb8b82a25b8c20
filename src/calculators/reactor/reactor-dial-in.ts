import { effluentCeiling, type Feed } from '@/chemistry/reactor/ceiling';
import { fitHalfwayFlow } from '@/chemistry/reactor/halfway-flow';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { quantity } from '@/quantities/quantity';
import { defineCalculator, type Caution, type Certainty, type Step } from '../calculator/calculator';
import { stepIfTold } from '../calculator/step-if-told';
import { dialInInput, type DialIn, type DialInInput, type DialInStage } from './dial-in-input';
import { movedSince, oneChange, tankAnswers } from './next-change';
import { symptomsOf } from './symptoms';

/** A chamber is tested so long after a change, or after so many of its volumes have run through; whichever is later. Chosen, a day is common practice. */
const SETTLES_DAYS = 1;
const SETTLES_TURNS = 4;
/** Two settings within so long of each other are one change of two things. */
const TOGETHER_DAYS = 0.75;
/** The tank answers visibly once its alkalinity has moved by this many errors of a test. */
const ANSWERS_AT_SD = 2.8;
const LONGEST_TANK_DAYS = 7;
/** Two settings are the same within so much. */
const SAME_FLOW = 0.02;
const SAME_PH = 0.01;

const CERTAINTY: Readonly<Record<DialInStage, Certainty>> = {
  'not set': 'not enough yet',
  'see to this first': 'likely',
  'two things changed': 'worked out',
  wait: 'worked out',
  'test the effluent': 'worked out',
  'leave it': 'within test error',
  'change one thing': 'worked out',
};

export const reactorDialIn = defineCalculator({
  name: 'reactor-dial-in',
  asks: 'What is the next single change to a calcium reactor, when is it tested, and how should the tank answer?',
  input: dialInInput,
  example: {
    now: 1_764_000_000_000,
    netVolumeL: 400,
    tankAlkalinity: '8 dKH',
    demandPerDay: '1 dKH/day',
    settings: [{ at: 1_763_600_000_000, mlPerMin: 9, chamberPh: 6.6 }],
    tests: [{ at: 1_763_800_000_000, effluentAlkalinity: '31 dKH', chamberPh: 6.6, mlPerMin: 9 }],
    tank: [
      { at: 1_763_600_000_000, alkalinity: '8.3 dKH', sd: 0.04 },
      { at: 1_763_950_000_000, alkalinity: '8 dKH', sd: 0.04 },
    ],
  },
  run: (input) => {
    const found = nextOf(input);
    return {
      answer: {
        says: found.says,
        certainty: CERTAINTY[found.stage],
        because: found.because,
      },
      working: stepsOf(input, found),
      cautions: [...furtherSymptoms(found), ...ONE_AT_A_TIME],
      values: found,
    };
  },
});

const NOTHING = {
  suppliesPerDay: undefined,
  retestEffluentAt: undefined,
  retestTankAt: undefined,
  shouldMovePerDay: undefined,
  moved: undefined,
  toMlPerMin: undefined,
  toChamberPh: undefined,
  symptoms: [],
};

function nextOf(input: DialInInput): DialIn {
  const { now, settings, tests, netVolumeL, demandPerDay, chamberL } = input;
  const set = settings.at(-1);
  if (!set || set.mlPerMin === 0)
    return {
      ...NOTHING,
      stage: 'not set',
      says: ['Set the reactor’s flow and log it: “reactor 12 ml/min effluent 30 dkh chamber 6.6”.'],
      because: ['From then on each change and test is read here.'],
    };
  const feed: Feed = { alkalinity: input.tankAlkalinity, ...input.water };
  const turnsDays = chamberL === undefined ? 0 : (SETTLES_TURNS * chamberL) / (set.mlPerMin * 1.44);
  const retestEffluentAt = set.at + Math.max(SETTLES_DAYS, turnsDays) * DAY_MS;
  const since = tests.filter(
    ({ at, effluentAlkalinity }) => at >= retestEffluentAt && effluentAlkalinity !== undefined,
  );
  const newest = since.at(-1);
  const flow = tests.findLast(({ at, mlPerMin }) => mlPerMin !== undefined && at >= set.at)?.mlPerMin ?? set.mlPerMin;
  const effluent = newest?.effluentAlkalinity ?? set.effluentAlkalinity;
  const ph = tests.findLast(({ chamberPh }) => chamberPh !== undefined)?.chamberPh ?? set.chamberPh;
  const ceiling = ph === undefined ? undefined : effluentCeiling(feed, ph);
  const suppliesPerDay =
    effluent === undefined ? undefined : Math.max(0, (flow * 1.44 * (effluent - feed.alkalinity)) / netVolumeL);
  const shouldMovePerDay = suppliesPerDay === undefined ? undefined : suppliesPerDay - demandPerDay;
  const fit = fitOf(input, feed);
  const symptoms = symptomsOf({
    tests,
    setMlPerMin: set.mlPerMin,
    ceiling,
    newestOver: fit?.newestOver,
    mediaLeftShare: input.mediaLeftShare,
  });
  const moved = movedSince(input, set.at);
  const testSd = input.tank.at(-1)?.sd ?? 0.05;
  const tankDays =
    shouldMovePerDay === undefined
      ? LONGEST_TANK_DAYS
      : Math.min(LONGEST_TANK_DAYS, Math.max(2, (ANSWERS_AT_SD * testSd) / Math.max(1e-6, Math.abs(shouldMovePerDay))));
  const common = {
    suppliesPerDay,
    retestEffluentAt,
    // A day that has passed is today's: no plan names one behind.
    retestTankAt: Math.max(now, set.at + tankDays * DAY_MS),
    shouldMovePerDay,
    moved,
    toMlPerMin: undefined,
    toChamberPh: undefined,
    symptoms,
  };
  const answers = tankAnswers(common, demandPerDay);
  const [wrong] = symptoms;
  // What is wrong is put right before anything is changed on purpose.
  if (wrong) return { ...common, stage: 'see to this first', says: [...wrong.shows, wrong.first], because: answers };
  if (now < retestEffluentAt && twoThings(settings))
    return {
      ...common,
      stage: 'two things changed',
      says: [
        'Flow and chamber pH were changed together: leave both until',
        { moment: retestEffluentAt },
        'and test the effluent then.',
      ],
      because: ['Whatever the test shows, it cannot say which of the two did it; the next change is of one.'],
    };
  if (now < retestEffluentAt && !newest)
    return {
      ...common,
      stage: 'wait',
      says: ['Change no setting; test the effluent from', { moment: retestEffluentAt }, 'on.'],
      because: answers,
    };
  if (!newest || effluent === undefined || suppliesPerDay === undefined)
    return {
      ...common,
      stage: 'test the effluent',
      says: ['Test the effluent now, with flow and chamber pH.'],
      because: answers,
    };
  return { ...common, ...oneChange(input, { flow, effluent, ph, ceiling, suppliesPerDay, fit, answers }) };
}

function twoThings(settings: DialInInput['settings']): boolean {
  const [first, second, third] = settings.slice(-3);
  const pair = third ? [second, third] : second ? [first, second] : [];
  const [before, set] = pair;
  if (!before || !set) return false;
  const flowChanged = Math.abs(set.mlPerMin / Math.max(1e-9, before.mlPerMin) - 1) > SAME_FLOW;
  const phChanged =
    set.chamberPh !== undefined &&
    before.chamberPh !== undefined &&
    Math.abs(set.chamberPh - before.chamberPh) > SAME_PH;
  const soonAfter = third && first && second && set.at - second.at < TOGETHER_DAYS * DAY_MS;
  return (flowChanged && phChanged) || Boolean(soonAfter && (flowChanged || phChanged));
}

function fitOf({ tests, settings, mediaFilledAt = 0 }: DialInInput, feed: Feed) {
  return fitHalfwayFlow(
    tests.flatMap(({ at, effluentAlkalinity, chamberPh, mlPerMin }) => {
      const set = settings.findLast((each) => each.at <= at);
      const flow = mlPerMin ?? set?.mlPerMin;
      const ph = chamberPh ?? set?.chamberPh;
      return at >= mediaFilledAt && effluentAlkalinity !== undefined && flow !== undefined && ph !== undefined
        ? [
            {
              at,
              mlPerMin: flow,
              effluentAlkalinity,
              feedAlkalinity: feed.alkalinity,
              ceiling: effluentCeiling(feed, ph),
            },
          ]
        : [];
    }),
  );
}

function stepsOf({ demandPerDay, settings }: DialInInput, found: DialIn): Step[] {
  const rate = (amount: number | undefined) => (amount === undefined ? undefined : quantity('alkalinityRate', amount));
  const set = settings.at(-1);
  return [
    ...stepIfTold('Set to', set ? quantity('flow', set.mlPerMin) : undefined, 'log', 'the last setting'),
    ...stepIfTold(
      'Supplied by it',
      rate(found.suppliesPerDay),
      'log',
      'flow × (effluent − tank) ÷ net volume, by the newest test',
    ),
    ...stepIfTold('Asked of it', rate(demandPerDay), 'log', 'consumption less what other sources supply'),
    ...stepIfTold('The tank should move by', rate(found.shouldMovePerDay), 'equation', 'supplied less asked, a day'),
    ...stepIfTold('It moved by', rate(found.moved?.perDay), 'log', 'the line through its tests since the last setting'),
    ...stepIfTold('±', rate(found.moved?.sd), 'equation', 'one standard deviation of it, from the tests’ own error'),
  ];
}

/** The answer tells the first of them. */
function furtherSymptoms({ symptoms }: DialIn): Caution[] {
  return symptoms.slice(1).map(({ shows, first }) => ({ severity: 'caution', says: [...shows, first] }));
}

const ONE_AT_A_TIME: readonly Caution[] = [
  {
    severity: 'note',
    says: ['One change at a time: flow or gas, then a day or more, then a test. Dialling in takes weeks.'],
  },
];
