import * as z from 'zod';
import { levelAhead, type NutrientCourse } from '@/chemistry/nutrients/fit-nutrient';
import { comesToReach, levelRenewed } from '@/chemistry/nutrients/nutrient-course';
import { bisectGreatest } from '@/numerics/bisection';
import type { Spread } from '@/numerics/most-likely';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { estimate, quantity, range } from '@/quantities/quantity';
import { amountOfNamedKind, figure, settled } from '../calculator/calculator-input';
import { defineCalculator, type Caution, type Phrase, type Step } from '../calculator/calculator';
import { capitalised, listedPhrases } from '../calculator/words';
import { askedBalance, type AskedBalance } from './asked-balance';
import { balanceFields, expectationOf } from './balance-input';
import { LEVER_STEPS, type LeverName, type LeverStep } from './lever-steps';

/** Fish are fed no less than this of what they get. Chosen: half; less starves them before it starves the algae. */
const LEAST_FEED = 0.5;
/** Nor more than this at one step: what is fed beyond it is not eaten. Common practice: it was tripled over weeks. */
const MOST_FEED = 3;
/** No more is changed a week, nor at once. Common practice. */
const MOST_CHANGED = 0.4;
const MOST_AT_ONCE = 0.3;
/** A step is looked at after so many days. Chosen: two weekly tests. */
const CHECK_DAYS = 14;
/** A level within this of its goal needs no lever: a kit does not tell more. */
const NEAR_SDS = 1;

const input = z.strictObject({
  ...balanceFields,
  /** Where it is meant to be, and by when. */
  goal: amountOfNamedKind('the level wanted', 'nutrient'),
  days: figure('days to the goal', 7, 180, 'days').default(28),
  /** Given where the goal is nobody's wish but the band's middle: a level that stays within it is left alone. */
  band: z.tuple([amountOfNamedKind('lower end', 'nutrient'), amountOfNamedKind('upper end', 'nutrient')]).optional(),
});
type Input = z.output<typeof input>;

/** A lever whose working is foretold: from what to what, where that leads, and what the next look should show. */
export interface ForetoldLever {
  readonly lever: LeverName;
  /** Feed: times what is fed. Changes: share a week. One change: share. Salt: mg/L a day. */
  readonly from: number;
  readonly to: number;
  readonly leadsTo: Spread;
  /** The level at the look in between. */
  readonly atCheck: Spread;
  /** All of the way; else as far as it goes. */
  readonly reaches: boolean;
}

export const nutrientLevers = defineCalculator({
  name: 'nutrient-levers',
  asks: 'What would bring nitrate or phosphate to a level by a day: which lever, by how much, looked at when?',
  input,
  example: {
    nutrient: 'nitrate',
    now: 1_790_000_000_000,
    netVolumeL: 400,
    goal: '5 mg/L',
    readings: [4, 5, 6.5, 8, 9, 11].map((value, i) => ({
      at: 1_790_000_000_000 - (36 - 7 * i) * DAY_MS,
      value,
      sd: 0.8,
    })),
    fed: [{ from: 1_780_000_000_000, meals: [{ timesPerDay: 2, portions: 2, measure: 'cubes' as const }] }],
    routine: { share: 0.1, everyDays: 14 },
  },
  run: (given) => {
    const asked = askedBalance(given);
    const goal = settled(given.goal, expectationOf(given.nutrient));
    const { fit } = asked;
    const now = fit?.spread(({ levelAt }) => levelAt(given.now));
    const stays = fit?.spread((course) => levelAhead(course, given.now, given.days, asked.exchange));
    const band = given.band?.map((edge) => settled(edge, expectationOf(given.nutrient)));
    const way = now && stays && (staysIn(band, now, stays) ? 'there' : wayTo(goal, stays));
    const foretold = fit && way && way !== 'there' ? foretoldLevers(given, asked, goal, way) : [];
    const steps = way && way !== 'there' ? stepsFor(given, way) : [];
    return {
      answer: {
        says: !fit
          ? [`Test ${given.nutrient} weekly first: what a lever does is worked out from how the level moves.`]
          : band && stays && way === 'there'
            ? staysWords(given, stays)
            : answerWords(given, goal, way ?? 'there', foretold, steps),
        certainty: !fit ? 'not enough yet' : asked.answersToFood ? 'estimated' : 'rough',
        because: stays
          ? [
              'With all as it is it would be at',
              range(given.nutrient, Math.max(0, stays.low), stays.high),
              'by then (95 % range).',
              ...(way !== 'there' && foretold[0] ? checkWords(given, foretold[0]) : []),
            ]
          : ['One reading tells a level and no rate.'],
      },
      working: workingOf(given, goal, now, stays, foretold),
      cautions: cautionsOf(asked, way),
      values: { way, goal, foretold, steps, stays, now },
    };
  },
});

type Way = 'up' | 'down' | 'there';

function wayTo(goal: number, stays: Spread): Way {
  const near = (NEAR_SDS * (stays.high - stays.low)) / 4;
  return Math.abs(stays.value - goal) <= Math.min(near, 0.15 * goal) ? 'there' : stays.value < goal ? 'up' : 'down';
}

/** Whether a level is in its band and, as all goes on, stays there. */
function staysIn(band: readonly number[] | undefined, now: Spread, stays: Spread): boolean {
  const [low = Infinity, high = -Infinity] = band ?? [];
  return [now, stays].every(({ value }) => value >= low && value <= high);
}

function foretoldLevers(given: Input, asked: AskedBalance, goal: number, way: 'up' | 'down'): ForetoldLever[] {
  const { fit, exchange } = asked;
  const [most] = fit?.courses ?? [];
  if (!fit || !most) return [];
  const { now, days, nutrient } = given;
  const by = (lever: LeverName, from: number, to: number, reaches: boolean, plan: Plan): ForetoldLever => ({
    lever,
    from,
    to,
    leadsTo: fit.spread((course) => plan(course, days)),
    atCheck: fit.spread((course) => plan(course, Math.min(days, CHECK_DAYS))),
    reaches,
  });
  type Plan = (course: NutrientCourse, days: number) => number;
  const fedTimes =
    (times: number): Plan =>
    (course, after) =>
      levelAhead(course, now, after, exchange, (rates) => ({ ...rates, fedPerDay: rates.fedPerDay * times }));
  const rates = most.ratesAt(now);
  const level = most.levelAt(now);
  const goes = rates.goesPerDay + exchange.sharePerDay;
  const needed = comesToReach(goal, level, days, goes) - exchange.sharePerDay * exchange.level;
  const wanted = rates.fedPerDay > 0 ? (needed + rates.takenPerDay) / rates.fedPerDay : Infinity;
  const times = Math.min(MOST_FEED, Math.max(LEAST_FEED, wanted));
  const feed = by('feed', 1, times, times === wanted, fedTimes(times));
  if (way === 'up') {
    const more = Math.max(0, needed - (rates.fedPerDay - rates.takenPerDay));
    const pace = MOST_RAISED[nutrient];
    const dosed = Math.min(more, pace);
    return [
      feed,
      by('salt', 0, dosed, dosed === more, (course, after) =>
        levelAhead(course, now, after, exchange, (each) => ({ ...each, fedPerDay: each.fedPerDay + dosed })),
      ),
    ];
  }
  const weekly = (share: number) => ({ sharePerDay: -Math.log1p(-share) / 7, level: exchange.level });
  const reachesBy = (share: number) => levelAhead(most, now, days, weekly(share)) > goal;
  const share = exchange.level < goal ? bisectGreatest(reachesBy, MOST_CHANGED) : 0;
  const old = -Math.expm1(-7 * exchange.sharePerDay);
  const once = level > goal ? Math.min(MOST_AT_ONCE, (level - goal) / Math.max(1e-9, level - exchange.level)) : 0;
  return [
    feed,
    ...(share > old + 0.01
      ? [
          by('changes', old, share, share < MOST_CHANGED, (course, after) =>
            levelAhead(course, now, after, weekly(share)),
          ),
        ]
      : []),
    ...(once > 0.02
      ? [
          by('one change', 0, once, once < MOST_AT_ONCE, (course, after) =>
            levelAhead(
              {
                ...course,
                levelAt: (at) => levelRenewed(course.levelAt(at), { share: once, level: exchange.level }),
              },
              now,
              after,
              exchange,
            ),
          ),
        ]
      : []),
  ];
}

/** A salt raises by no more than this a day. Common practice. */
export const MOST_RAISED = { nitrate: 1, phosphate: 0.02 } as const;

/** The other levers in the order in which they are pulled; of a broadcast food only where one is fed. */
function stepsFor({ nutrient, fed, exporters, now }: Input, way: 'up' | 'down'): readonly LeverStep[] {
  const meals =
    fed
      .filter(({ from }) => from <= now)
      .toSorted((a, b) => a.from - b.from)
      .at(-1)?.meals ?? [];
  const broadcast = meals.some(({ food }) => food === 'coral');
  const runs = (what: RegExp) => exporters.some((each) => what.test(each));
  return LEVER_STEPS.filter(({ lever, way: its, of }) => {
    if (its !== way || !of.includes(nutrient)) return false;
    if (lever === 'broadcast') return broadcast;
    // What is not there cannot be taken out or eased, and what is out already is no lever any more.
    switch (lever) {
      case 'skimmer':
        return way === 'down' || runs(/^skimmer$/);
      case 'mechanical filter':
        return runs(/mechanical filter/) === (way === 'up');
      case 'phosphate media':
        return runs(/phosphate media/) === (way === 'up');
      case 'refugium light':
        return way === 'down' || runs(/refugium/);
      case 'carbon source':
        return way === 'down' || runs(/carbon|pellets/);
      default:
        return true;
    }
  }).map((each) =>
    each.lever === 'skimmer' && way === 'down' && runs(/^skimmer$/)
      ? { ...each, step: 'clean the skimmer’s neck weekly and let it skim a little wetter' }
      : each,
  );
}

function staysWords({ nutrient, days, now }: Input, { value, low, high }: Spread): Phrase[] {
  return [
    `Leave ${nutrient} as it is: in its band it stays, at about`,
    estimate(nutrient, value, low, high),
    'by',
    { moment: now + days * DAY_MS, day: true },
    '. Name a level to see what would bring it there.',
  ];
}

function answerWords(
  given: Input,
  goal: number,
  way: Way,
  foretold: readonly ForetoldLever[],
  steps: readonly LeverStep[],
): Phrase[] {
  const { nutrient, days, now } = given;
  const when: Phrase = { moment: now + days * DAY_MS, day: true };
  const by = (): Phrase[] => ['by', when];
  if (way === 'there')
    return [`Leave ${nutrient} as it is: it comes to`, quantity(nutrient, goal), ...by(), 'within its error.'];
  const [feed] = foretold;
  const [first] = steps;
  const broadcast = steps.find(({ lever }) => lever === 'broadcast');
  if (way === 'down' && broadcast) return [`${capitalised(broadcast.step)}, then test in two weeks.`];
  if (!feed) return [first ? `${capitalised(first.step)}.` : `No lever brings ${nutrient} there.`];
  return [
    ...feedWords(given, feed),
    feed.reaches ? `: that brings ${nutrient} to` : `, which leads ${nutrient} only to`,
    feed.reaches
      ? quantity(nutrient, goal)
      : estimate(nutrient, feed.leadsTo.value, feed.leadsTo.low, feed.leadsTo.high),
    ...by(),
    feed.reaches || !first ? '.' : `; and ${first.step}.`,
  ];
}

/** "Feed 1.4 cubes a day in place of 2"; by the share where nobody said how much is fed. */
function feedWords({ fed, now }: Input, { to }: ForetoldLever): Phrase[] {
  const meals =
    fed
      .filter(({ from }) => from <= now)
      .toSorted((a, b) => a.from - b.from)
      .at(-1)?.meals ?? [];
  const [meal] = meals;
  const percent = Math.round(20 * to) * 5;
  if (meals.length !== 1 || meal?.measure === undefined || meal.portions === undefined)
    return [`Feed about ${percent} % of what is fed now`];
  const aDay = meal.timesPerDay * meal.portions;
  const written = (value: number) => `${Number(value.toPrecision(2))}`;
  const unit = (value: string) =>
    meal.measure === 'grams'
      ? 'g'
      : value === '1'
        ? meal.measure?.slice(0, meal.measure === 'pinches' ? -2 : -1)
        : meal.measure;
  return aDay * Math.max(1, to) < 1
    ? [`Feed ${written(7 * aDay * to)} ${unit(written(7 * aDay * to))} a week in place of ${written(7 * aDay)}`]
    : [`Feed ${written(aDay * to)} ${unit(written(aDay * to))} a day in place of ${written(aDay)}`];
}

function checkWords({ nutrient, now, days }: Input, { atCheck }: ForetoldLever): Phrase[] {
  return [
    'Test it',
    { moment: now + Math.min(days, CHECK_DAYS) * DAY_MS, day: true },
    ': it should be',
    range(nutrient, Math.max(0, atCheck.low), Math.max(0, atCheck.high)),
    '.',
  ];
}

function workingOf(
  { nutrient, days, netVolumeL }: Input,
  goal: number,
  now: Spread | undefined,
  stays: Spread | undefined,
  foretold: readonly ForetoldLever[],
): Step[] {
  const at = (label: string, of: Spread, from: string): Step => ({
    label,
    value: estimate(nutrient, of.value, of.low, of.high),
    origin: 'equation',
    from,
  });
  return [
    { label: 'Wanted', value: quantity(nutrient, goal), origin: 'yours', from: `in ${days} days` },
    ...(now ? [at('Level now', now, 'by the balance fitted to the tests')] : []),
    ...(stays ? [at('As it goes on', stays, 'source, loss and changes as they are')] : []),
    ...foretold.map((each) => at(LEVER_LABELS[each.lever], each.leadsTo, leverFrom(each, nutrient, netVolumeL))),
  ];
}

const LEVER_LABELS: Readonly<Record<LeverName, string>> = {
  feed: 'By feeding',
  changes: 'By weekly changes',
  'one change': 'By one change now',
  salt: 'By a salt',
  skimmer: 'By the skimmer',
  'mechanical filter': 'By the mechanical filter',
  'refugium light': 'By the refugium',
  'phosphate media': 'By phosphate media',
  'carbon source': 'By a carbon source',
  broadcast: 'By broadcast food',
};

function leverFrom({ lever, from, to }: ForetoldLever, nutrient: Input['nutrient'], netVolumeL: number): string {
  const percent = (share: number) => `${Number((100 * share).toPrecision(2))} %`;
  switch (lever) {
    case 'feed':
      return `${percent(to)} of what is fed now`;
    case 'changes':
      return `${percent(to)} a week in place of ${percent(from)}`;
    case 'one change':
      return `${percent(to)} of the water at once`;
    case 'salt':
      return `${Number(to.toPrecision(2))} mg/L of ${nutrient} a day into ${Math.round(netVolumeL)} L`;
    default:
      return 'a step, then a look';
  }
}

function cautionsOf({ answersToFood, fit }: AskedBalance, way: Way | undefined): Caution[] {
  if (!fit || way === 'there') return [];
  return [
    {
      severity: 'caution',
      usual: true,
      says: [
        way === 'up'
          ? 'One lever at a time, and a look after two weeks; at the first red film take the last step back, broadcast food first.'
          : 'One lever at a time, and by steps: nutrients that fall at once pale corals as surely as none at all.',
      ],
    },
    ...(!answersToFood
      ? [
          {
            severity: 'note' as const,
            says: listedPhrases([
              [
                'Feeding was never changed in this record: what it does here is what is usual of tanks, no 95 % range, and the look in two weeks tells.',
              ],
            ]),
          },
        ]
      : []),
  ];
}
