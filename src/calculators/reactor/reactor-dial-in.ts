import { z } from 'zod';
import { weightedFit } from '@/chemistry/consumption/weighted-fit';
import { effluentCeiling, type Feed } from '@/chemistry/reactor/ceiling';
import { fitHalfwayFlow, flowFor } from '@/chemistry/reactor/halfway-flow';
import { attempt } from '@/chemistry/refusal';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { quantity } from '@/chemistry/units/quantity';
import { AMOUNTS } from '../calculator/amounts';
import { amount, figure, moment } from '../calculator/calculator-input';
import { defineCalculator, type Caution, type Certainty, type Phrase, type Step } from '../calculator/calculator';
import { readingExpectation } from '../parameters/parameters';
import { reactorWater, tankAlkalinity } from './reactor-input';
import { symptomsOf, type Symptom } from './symptoms';

/** A chamber is tested so long after a change, or after so many of its volumes have run through; whichever is later. Chosen, a day is common practice. */
const SETTLES_DAYS = 1;
const SETTLES_TURNS = 4;
/** Two settings within so long of each other are one change of two things. */
const TOGETHER_DAYS = 0.75;
/** The tank answers visibly once its alkalinity has moved by this many errors of a test. */
const ANSWERS_AT_SD = 2.8;
const LONGEST_TANK_DAYS = 7;
/** A flow is changed by no more than this share at once, and a chamber's pH by this. Common practice: small steps. */
const LARGEST_STEP = 0.25;
const PH_STEP = 0.05;
/** Supply and demand this near each other are left alone. Chosen. */
const NEAR = 0.06;
const SAME_FLOW = 0.02;
const SAME_PH = 0.01;
const RETEST_DAYS = 7;

const test = z.strictObject({
  at: moment('the test'),
  effluentAlkalinity: amount(AMOUNTS.effluent).optional(),
  chamberPh: amount(AMOUNTS.chamberPh).optional(),
  mlPerMin: amount(AMOUNTS.reactorFlow).optional(),
  bubblesPerMin: amount(AMOUNTS.bubblesPerMin).optional(),
});

export const dialInInput = z.strictObject({
  now: moment('now'),
  netVolumeL: amount(AMOUNTS.netVolume),
  tankAlkalinity,
  water: reactorWater,
  /** Alkalinity consumed a day, less what other sources supply. */
  demandPerDay: amount({ field: 'demand a day', kind: 'alkalinityRate', low: -5, high: 5 }),
  demandSd: figure('doubt of the demand', 0, 100, 'mmol/L a day').default(0),
  /** How it was set, oldest first. */
  settings: z
    .array(
      z.strictObject({
        at: moment('the setting'),
        mlPerMin: amount(AMOUNTS.reactorFlow),
        chamberPh: amount(AMOUNTS.chamberPh).optional(),
        effluentAlkalinity: amount(AMOUNTS.effluent).optional(),
      }),
    )
    .max(500),
  tests: z.array(test).max(1000).default([]),
  /** The tank's alkalinity as it was tested since the last setting, with the error of the test. */
  tank: z
    .array(
      z.strictObject({
        at: moment('the tank’s test'),
        alkalinity: amount(readingExpectation('alkalinity')),
        sd: figure('error of the test', 0.001, 10),
      }),
    )
    .max(1000)
    .default([]),
  /** When media were last filled, and the share that is left of them. */
  mediaFilledAt: moment('when media were filled').optional(),
  mediaLeftShare: figure('share of the media left', 0, 1).optional(),
  chamberL: amount(AMOUNTS.chamber).optional(),
  mostMlPerMin: amount(AMOUNTS.reactorFlow).default(120),
});
export type DialInInput = z.output<typeof dialInInput>;

export type DialInStage =
  'not set' | 'two things changed' | 'wait' | 'test the effluent' | 'leave it' | 'change one thing';

const CERTAINTY: Readonly<Record<DialInStage, Certainty>> = {
  'not set': 'not enough yet',
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
      cautions: [...symptomCautions(found.symptoms), ...ONE_AT_A_TIME],
      values: found,
    };
  },
});

export interface DialIn {
  readonly stage: DialInStage;
  readonly says: Phrase[];
  readonly because: Phrase[];
  /** Supplied by the newest effluent and flow, mmol/L of the tank a day. */
  readonly suppliesPerDay: number | undefined;
  readonly retestEffluentAt: number | undefined;
  readonly retestTankAt: number | undefined;
  /** How the tank's alkalinity should move a day as the reactor is set. */
  readonly shouldMovePerDay: number | undefined;
  /** How it moved by its tests since, with one standard deviation. */
  readonly moved: { readonly perDay: number; readonly sd: number } | undefined;
  readonly toMlPerMin: number | undefined;
  readonly toChamberPh: number | undefined;
  readonly symptoms: readonly Symptom[];
}

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
    retestTankAt: set.at + tankDays * DAY_MS,
    shouldMovePerDay,
    moved,
    toMlPerMin: undefined,
    toChamberPh: undefined,
    symptoms,
  };
  const answers = tankAnswers(common, demandPerDay);
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
      says: ['Change nothing; test the effluent from', { moment: retestEffluentAt }, 'on.'],
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

interface Known {
  readonly flow: number;
  readonly effluent: number;
  readonly ph: number | undefined;
  readonly ceiling: number | undefined;
  readonly suppliesPerDay: number;
  readonly fit: ReturnType<typeof fitHalfwayFlow>;
  readonly answers: Phrase[];
}

/** The one change that comes next: of the flow where the chamber still has strength, else of its pH. */
function oneChange(
  { demandPerDay, demandSd, netVolumeL, tankAlkalinity: tank, now, mostMlPerMin }: DialInInput,
  { flow, effluent, ph, ceiling, suppliesPerDay, fit, answers }: Known,
): Pick<DialIn, 'stage' | 'says' | 'because' | 'toMlPerMin' | 'toChamberPh'> {
  const off = demandPerDay - suppliesPerDay;
  if (Math.abs(off) <= Math.max(NEAR * Math.abs(demandPerDay), 1.96 * demandSd))
    return {
      stage: 'leave it',
      says: [
        'Leave the reactor as it is; test effluent and tank again by',
        { moment: now + RETEST_DAYS * DAY_MS, day: true },
        '.',
      ],
      because: [
        'It supplies',
        quantity('alkalinityRate', suppliesPerDay),
        'of',
        quantity('alkalinityRate', Math.max(0, demandPerDay)),
        'asked of it, which is as near as the tests can tell.',
        ...answers,
      ],
      toMlPerMin: undefined,
      toChamberPh: undefined,
    };
  const wanted =
    ceiling !== undefined && fit
      ? flowFor(Math.max(0, demandPerDay) * netVolumeL, fit.mlPerMin, tank, ceiling)
      : (Math.max(0, demandPerDay) * netVolumeL) / (effluent - tank) / 1.44;
  const to =
    wanted === undefined ? undefined : Math.min(flow * (1 + LARGEST_STEP), Math.max(flow * (1 - LARGEST_STEP), wanted));
  const asks: Phrase[] = [
    'It supplies',
    quantity('alkalinityRate', suppliesPerDay),
    'of',
    quantity('alkalinityRate', Math.max(0, demandPerDay)),
    'asked of it.',
    ...(to !== undefined && wanted !== undefined && Math.abs(to - wanted) > 0.01 * flow
      ? ['No more than a quarter at once; the rest after the next test.']
      : []),
    ...answers,
  ];
  if (to !== undefined && to <= mostMlPerMin)
    return {
      stage: 'change one thing',
      says: [
        off > 0 ? 'Open the flow from' : 'Close the flow from',
        quantity('flow', flow),
        'to',
        quantity('flow', to),
        ', leave the gas, and test the effluent a day later.',
      ],
      because: asks,
      toMlPerMin: to,
      toChamberPh: undefined,
    };
  const from = ph ?? 6.6;
  return {
    stage: 'change one thing',
    says: [
      'Lower the chamber from pH',
      quantity('ph', from),
      'to',
      quantity('ph', from - PH_STEP),
      ', leave the flow, and test the effluent a day later.',
    ],
    because: ['More flow alone does not do it: the effluent would weaken as fast.', ...asks],
    toMlPerMin: undefined,
    toChamberPh: from - PH_STEP,
  };
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

/** How the tank's alkalinity moved by its own tests since a moment; undefined with fewer than two. */
function movedSince({ tank }: DialInInput, since: number): DialIn['moved'] {
  const points = tank.filter(({ at }) => at >= since);
  const [first] = points;
  if (!first || points.length < 2) return undefined;
  const { outcome } = attempt(() =>
    weightedFit(points.map(({ at, alkalinity, sd }) => ({ u: 1, v: (at - first.at) / DAY_MS, y: alkalinity, sd }))),
  );
  return outcome && { perDay: outcome.b, sd: outcome.bSd };
}

function tankAnswers(
  { shouldMovePerDay, moved, retestTankAt }: Pick<DialIn, 'shouldMovePerDay' | 'moved'> & { retestTankAt: number },
  demandPerDay: number,
): Phrase[] {
  if (shouldMovePerDay === undefined) return [];
  const steady = Math.abs(shouldMovePerDay) < NEAR * Math.abs(demandPerDay);
  const should: Phrase[] = steady
    ? ['The tank should hold its alkalinity; test it by', { moment: retestTankAt, day: true }, '.']
    : [
        `The tank should ${shouldMovePerDay > 0 ? 'rise' : 'fall'} by`,
        quantity('alkalinityRate', Math.abs(shouldMovePerDay)),
        '; test it by',
        { moment: retestTankAt, day: true },
        '.',
      ];
  if (!moved) return should;
  const apart = Math.abs(moved.perDay - shouldMovePerDay);
  return [
    ...should,
    `By its tests it ${moved.perDay >= 0 ? 'rose' : 'fell'} by`,
    quantity('alkalinityRate', Math.abs(moved.perDay)),
    apart <= 1.96 * moved.sd
      ? ', which agrees.'
      : ', which does not agree: test the effluent again, and the flow into a cylinder.',
  ];
}

function stepsOf({ demandPerDay, settings }: DialInInput, found: DialIn): Step[] {
  const step = (label: string, value: Step['value'] | undefined, origin: Step['origin'], from: string): Step[] =>
    value ? [{ label, value, origin, from }] : [];
  const rate = (amount: number | undefined) => (amount === undefined ? undefined : quantity('alkalinityRate', amount));
  const set = settings.at(-1);
  return [
    ...step('Set to', set ? quantity('flow', set.mlPerMin) : undefined, 'log', 'the last setting'),
    ...step(
      'Supplied by it',
      rate(found.suppliesPerDay),
      'log',
      'flow × (effluent − tank) ÷ net volume, by the newest test',
    ),
    ...step('Asked of it', rate(demandPerDay), 'log', 'consumption less what other sources supply'),
    ...step('The tank should move by', rate(found.shouldMovePerDay), 'equation', 'supplied less asked, a day'),
    ...step('It moved by', rate(found.moved?.perDay), 'log', 'the line through its tests since the last setting'),
    ...step(
      'give or take',
      rate(found.moved?.sd),
      'equation',
      'one standard deviation of it, from the tests’ own error',
    ),
  ];
}

function symptomCautions(symptoms: readonly Symptom[]): Caution[] {
  return symptoms.map(({ shows, first }) => ({ severity: 'care', says: [...shows, first] }));
}

const ONE_AT_A_TIME: readonly Caution[] = [
  {
    severity: 'note',
    says: ['One change at a time: flow or gas, then a day or more, then a test. Dialling in takes weeks.'],
  },
];
