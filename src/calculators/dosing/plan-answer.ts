import { halfWidth95 } from '@/numerics/normal-interval';
import type { Answer, HowSure, Phrase } from '../calculator/calculator';
import { quantity, range, type Quantity } from '@/quantities/quantity';
import { capitalised, listed } from '../calculator/words';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { DOSED_FACTS, type DosedParameter } from './dosed-parameters';
import { fallsShort } from './foreseen-levels';
import type { PlanFacts } from './plan-facts';
import type { PlannedDose } from './planned-dose';
import { LEAST_ML_PER_DAY } from './pump-setting';

/** A larger share is told in times. */
const MOST_IN_PERCENT = 10;
/** A consumption that is less than this share of what goes in is told as none. Chosen. */
const LEAST_CONSUMED = 0.01;
/** Beyond what is consumed by less than this share, it is a small surplus and no first word. Chosen. */
const LEAST_OVER = 0.02;

const TEST_TWICE: Answer = {
  says: ['Test alkalinity twice, a few days apart, and log what you dose: then the dose can be worked out.'],
  certainty: 'not enough yet',
  because: ['Consumption is what is missing from the second reading once doses and water changes are accounted for.'],
};

const NONE_CHOSEN: Answer = {
  says: ['Choose what is dosed here: no solution is named for this tank yet.'],
  certainty: 'not enough yet',
  because: ['Those of other tanks are theirs, and are used here once they are switched on under the mix.'],
};

const UNSAID: Answer = {
  says: ['Say what was dosed while these readings were taken: then the dose can be worked out.'],
  certainty: 'not enough yet',
  because: ['A dose that is not logged is unknown; it is not taken as zero.'],
};

/** Tested, and what is consumed is too little to tell: nothing has to be changed, and no further test is owed today. */
function withinTestError(parameters: readonly DosedParameter[]): Answer {
  return {
    says: [`Keep what you dose: consumption of ${listed(parameters)} is less than the tests can show yet.`],
    certainty: 'within test error',
    because: ['Two readings further apart in time show a smaller consumption.'],
  };
}

/** A dose whose range is as wide as this share of it, either way, is rough, whatever its figures rest on. Chosen. */
const ROUGH_AT = 0.5;

/** How sure the doses are: a range of 0 to 50 is not worked out. */
function sureOf({ doses, howSure }: PlanFacts): HowSure {
  const wide = doses.some(
    ({ solvedMlPerDay, lowMlPerDay, highMlPerDay }) =>
      highMlPerDay - lowMlPerDay > 2 * ROUGH_AT * Math.max(solvedMlPerDay, LEAST_ML_PER_DAY),
  );
  return wide && (howSure.certainty === 'worked out' || howSure.certainty === 'estimated')
    ? { ...howSure, certainty: 'rough' }
    : howSure;
}

/** What to change, in the order it matters: "Increase carbonate from 28 to 34 mL/day; leave calcium at 32 mL/day." */
export function planAnswer(facts: PlanFacts): Answer {
  const { doses, needs, unsaid, unclear } = facts;
  const howSure = sureOf(facts);
  const first = oversupply(facts);
  if (facts.sources.length > 0 && facts.sources.every(({ use }) => use === 'off')) return NONE_CHOSEN;
  if (needs.length === 0)
    return unsaid.length > 0 && unclear.length === 0
      ? UNSAID
      : unclear.length > 0
        ? withinTestError(unclear)
        : TEST_TWICE;
  const solvedDoses = doses.filter(({ use, action }) => use === 'solved' || action !== 'leave');
  const worth = solvedDoses.filter(({ mlPerDay, runs }) => mlPerDay > LEAST_ML_PER_DAY || runs > LEAST_ML_PER_DAY);
  const small = worth.length === 0 && doses.find(({ tooSmall }) => tooSmall !== undefined);
  if (small && first.length === 0)
    return {
      says: [
        `Thin ${small.name} before it is dosed:`,
        quantity('doseRate', small.tooSmall ?? 0),
        'would hold the level, less than its pump can be set to.',
      ],
      ...howSure,
      because: rangeOf([small]),
    };
  if (worth.length === 0) {
    const rising = needs.filter(({ rises }) => rises).map(({ parameter }) => parameter);
    return {
      says: [
        ...first,
        rising.length > 0
          ? `Dose nothing now: ${listed(rising)} rise${rising.length > 1 ? '' : 's'} beyond all that is known to go in.`
          : 'Dose nothing now: the tank consumes no more than it is already given.',
      ],
      ...howSure,
      because: rangeOf(solvedDoses),
    };
  }
  const order = ['stop', 'increase', 'reduce', 'begin', 'leave'] as const;
  // What changes comes first, and of what stays, what stays for a time.
  const rank = ({ action, returns }: PlannedDose) => order.indexOf(action) - (returns ? 0.5 : 0);
  const sorted = worth.toSorted((a, b) => rank(a) - rank(b));
  const says: Phrase[] = [...first];
  if (sorted.every(({ action, returns }) => action === 'leave' && !returns)) {
    says.push('Leave the doses as they are:');
    sorted.forEach((dose, i) => {
      if (i > 0) says.push(i === sorted.length - 1 ? 'and' : ',');
      says.push(asKnown(dose), `of ${dose.name}`);
    });
  } else sorted.forEach((dose, i) => says.push(...(i > 0 ? [';'] : []), ...change(dose, i === 0, facts)));
  says.push('.');
  return { says, ...howSure, because: [...rangeOf(sorted.filter(isSolved)), ...leadsTo(facts)] };
}

/**
 * What goes in beyond all that is consumed, before anything else: a level that is driven up harms within days. As things run now, with what
 * brings the most of it.
 */
function oversupply({ doses, needs, sources, netVolumeL }: PlanFacts): Phrase[] {
  const over = needs.flatMap(({ parameter, amountPerDay, doubt, others, rises }) => {
    const fixedSources = sources.filter(({ id, use }) => use === 'fixed' && doses.some((dose) => dose.id === id));
    const brought = [
      ...fixedSources.map((source) => ({ by: source.name, amount: source.runs * source.perMl[parameter] })),
      ...others,
    ].filter(({ amount }) => amount > 0);
    const more = brought.reduce((sum, { amount }) => sum + amount, 0) - amountPerDay;
    const by = brought.toSorted((a, b) => b.amount - a.amount).map((each) => each.by);
    // Of a consumption that is next to zero no share is told.
    const share =
      amountPerDay > LEAST_CONSUMED * (more + amountPerDay) ? (more + amountPerDay) / amountPerDay : Infinity;
    return !rises && by.length > 0 && more > Math.max(halfWidth95(doubt), LEAST_OVER * amountPerDay)
      ? [{ parameter, more: more / netVolumeL, by, share }]
      : [];
  });
  const [worst] = over.toSorted((a, b) => b.share - a.share);
  return worst
    ? [
        `Too much ${worst.parameter} goes in:`,
        ...(worst.share === Infinity
          ? ['far more than is consumed']
          : worst.share > MOST_IN_PERCENT
            ? [`${Math.round(worst.share)} times what is consumed`]
            : [quantity('percent', worst.share * 100), 'of what is consumed']),
        `, by ${listed(worst.by)}; it rises by`,
        quantity(DOSED_FACTS[worst.parameter].rateKind, worst.more),
        '.',
      ]
    : [];
}

function change(dose: PlannedDose, first: boolean, facts: PlanFacts): Phrase[] {
  const { action, name, runs, thenMlPerDay } = dose;
  const verb = (word: string) => (first ? word : word.toLowerCase());
  const to = asKnown(dose);
  switch (action) {
    case 'leave':
      return [`${verb('Leave')} ${name} at`, to, ...forATime(dose, facts)];
    case 'begin':
      return [verb('Dose'), to, `of ${name}`, ...forATime(dose, facts)];
    case 'stop':
      return [`${verb('Stop')} ${name}`, ...forATime(dose, facts)];
    case 'reduce':
      return [`${verb('Reduce')} ${name} from`, quantity('doseRate', runs), 'to', to, ...forATime(dose, facts)];
    case 'increase':
      return [
        `${verb('Increase')} ${name} from`,
        quantity('doseRate', runs),
        'to',
        to,
        ...forATime(dose, facts),
        ...(thenMlPerDay === undefined ? [] : [', after the next test to', quantity('doseRate', thenMlPerDay)]),
      ];
  }
}

/** "until Sat 12 Dec, which brings alkalinity to 8.3 dKH; then 36 mL/day holds it": a dose set for a time says its end and what follows. */
function forATime({ returns, carries }: PlannedDose, facts: PlanFacts): Phrase[] {
  if (!returns) return [];
  const { now } = facts;
  const { days, thenMlPerDay } = returns;
  // Of a bottle that carries several the finest tested is named: by that it is sized.
  const [brought = []] = carries.flatMap((parameter): Phrase[][] => {
    const level = broughtTo(parameter, facts);
    return level === undefined ? [] : [[`${parameter} to`, quantity(parameter, level)]];
  });
  const until: Phrase[] =
    now === undefined ? ['for', quantity('days', days)] : ['until', { moment: now + days * DAY_MS, day: true }];
  return [
    ...until,
    ...(brought.length > 0 ? [', which brings', ...brought] : []),
    '; then',
    quantity('doseRate', thenMlPerDay),
    'holds it',
  ];
}

/** Where a return brings a level: to its target, or as far as limits let it. */
function broughtTo(parameter: DosedParameter, { aims, foreseen }: PlanFacts): number | undefined {
  const aim = aims[parameter];
  if (!aim || aim.returned === 0) return undefined;
  const led = foreseen.find((each) => each.parameter === parameter)?.level ?? aim.target;
  return fallsShort(parameter, aim.target, led) ? led : aim.target;
}

/** Where the doses lead the level that is tested the finest, where that was not said already; and a test that is due before the usual one. */
function leadsTo({ foreseen, doses, now, testInDays, testEveryDays }: PlanFacts): Phrase[] {
  const [finest] = foreseen;
  if (!finest) return [];
  const { parameter, level, halfWidth } = finest;
  const said = doses.some(({ returns, carries }) => returns && carries.includes(parameter));
  return [
    ...(said
      ? []
      : [
          `${capitalised(parameter)} is foreseen at`,
          { ...quantity(parameter, level), halfWidth },
          ...inDays(finest.inDays, now, 'on'),
          '.',
        ]),
    // A test that is due as usual, or a day before, needs no word.
    ...(testInDays < testEveryDays - 1
      ? [`Test ${parameter} again`, ...inDays(testInDays, now, 'by'), ': it is not known well what is consumed.']
      : []),
  ];
}

function inDays(days: number, now: number | undefined, word: string): Phrase[] {
  return now === undefined ? ['in', quantity('days', days)] : [word, { moment: now + days * DAY_MS, day: true }];
}

/** A dose is told as its pump is set. */
function asKnown({ mlPerDay }: PlannedDose): Quantity {
  return quantity('doseRate', mlPerDay);
}

/** One that goes on as it runs has no range. */
function isSolved({ lowMlPerDay, highMlPerDay }: PlannedDose): boolean {
  return highMlPerDay > lowMlPerDay;
}

function rangeOf(doses: readonly PlannedDose[]): Phrase[] {
  if (doses.every(({ lowMlPerDay, highMlPerDay }) => lowMlPerDay === highMlPerDay))
    return ['As good as the figures given.'];
  return doses
    .flatMap((dose, i): Phrase[] => [
      `${i > 0 ? '; ' : ''}${dose.name}`,
      range('doseRate', dose.lowMlPerDay, dose.highMlPerDay),
    ])
    .concat('would hold it (95 % range).');
}
