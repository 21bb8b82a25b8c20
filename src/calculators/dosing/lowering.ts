import { listed } from '../calculator/words';
import type { Answer, Step } from '../calculator/calculator';
import { quantity } from '@/quantities/quantity';
import { DOSED_FACTS, type DosedParameter } from './dosed-parameters';
import { EASED_PER_DAY } from './plan-levels';

/** What the tank needs is never stopped for longer. Common practice. */
const LONGEST_PAUSE_DAYS = 3;
/** A dose lowered for longer is lowered to this share of what holds the level. Chosen: it still gives the greater half of the time to turn back. */
const LOWERED_TO = 0.5;
/** The dose is lowered by no more than this share while it is eased, so that it is never paused. Chosen. */
const EASED_AT_MOST = 0.5;
/** A consumption so small that it would take longer says nothing of when the level is back. */
const LONGEST_WAIT_DAYS = 365;
/** Lowered for so long, it is tested on the way. Chosen. */
const TEST_AFTER_DAYS = 7;

interface Lowering {
  readonly parameter: DosedParameter;
  readonly netVolumeL: number;
  readonly level: number;
  readonly aim: number;
  readonly part: { readonly name: string; readonly perMl: number };
  /** Consumption a day, in the parameter's unit; undefined where it is not known. */
  readonly consumptionPerDay: number | undefined;
  /** What others go on bringing, in the parameter's unit a day. */
  readonly othersPerDay: number;
  readonly othersBy: readonly string[];
  /** What the keeper holds to, in the parameter's unit a day; common practice when left out. */
  readonly fallLimitPerDay?: number | undefined;
  /** As the part is dosed now, mL a day. */
  readonly runsMlPerDay?: number | undefined;
  /** Nitrate is under 1 mg/L, or nitrate and phosphate read zero: corals in lean water bear no quick change. */
  readonly starved?: boolean | undefined;
}

interface Lowered {
  readonly answer: Answer;
  readonly working: readonly Step[];
  /** The dose meanwhile, mL a day, and for how long; undefined where no dose of the part lowers it. */
  readonly dose?: { readonly mlPerDay: number; readonly days: number; readonly thenMlPerDay: number };
}

/**
 * How a level that is too high comes down: nothing is added to lower it, the tank uses it up while less is dosed. It falls by
 * what is consumed less all that goes on being brought, no faster than the limit, and the dose is not stopped for more than
 * three days.
 */
export function lowering(input: Lowering): Lowered {
  const { parameter, level, aim, consumptionPerDay, othersPerDay, part, netVolumeL } = input;
  const othersBy = input.othersBy.length > 0 ? listed(input.othersBy) : 'other sources';
  const { rateKind } = DOSED_FACTS[parameter];
  const eased = input.starved === true && parameter === 'alkalinity';
  const usual = eased ? EASED_PER_DAY : DOSED_FACTS[parameter].fallLimitPerDay;
  const fallLimitPerDay = Math.min(input.fallLimitPerDay ?? usual, eased ? EASED_PER_DAY : Infinity);
  const above: Answer['because'] = [quantity(parameter, level), 'is above the aim of', quantity(parameter, aim)];
  if (consumptionPerDay === undefined || (consumptionPerDay > 0 && level - aim > consumptionPerDay * LONGEST_WAIT_DAYS))
    return {
      answer: {
        says: [`Let ${parameter} come down by itself: dose less ${part.name}, and test again in three days.`],
        certainty: 'rough',
        because: [...above, '; how fast it falls is known once consumption is. Nothing is added to lower it.'],
      },
      working: [],
    };
  /** What the part has to bring for the level to hold. */
  const holds = consumptionPerDay - othersPerDay;
  const working: Step[] = [
    {
      label: 'Consumption',
      value: quantity(rateKind, consumptionPerDay),
      origin: 'log',
      from: 'readings, net of what was dosed',
    },
  ];
  if (othersPerDay > 0)
    working.push({
      label: `Still supplied by ${othersBy}`,
      value: quantity(rateKind, othersPerDay),
      origin: 'log',
      from: 'it goes on while the dose is lowered',
    });
  if (holds <= 0)
    return {
      answer: {
        says: [
          othersPerDay > 0
            ? `Turn down ${othersBy}: ${input.othersBy.length > 1 ? 'they supply' : 'it supplies'} more ${parameter} than the tank consumes, and no dose of ${part.name} is needed meanwhile.`
            : `Dose no ${part.name}: ${parameter} does not fall by itself. Look for its source.`,
        ],
        certainty: 'worked out',
        because: [...above, '.'],
      },
      working,
    };
  const excess = level - aim;
  const fastest = Math.min(fallLimitPerDay, eased ? holds * EASED_AT_MOST : holds);
  const fall = excess / fastest <= LONGEST_PAUSE_DAYS ? fastest : Math.min(fastest, holds * (1 - LOWERED_TO));
  const days = Math.min(LONGEST_WAIT_DAYS, excess / fall);
  const mlPerDay = ((holds - fall) * netVolumeL) / part.perMl;
  const thenMlPerDay = (holds * netVolumeL) / part.perMl;
  working.push(
    {
      label: 'Fastest fall a day',
      value: quantity(rateKind, fallLimitPerDay),
      origin: input.fallLimitPerDay === undefined ? 'common practice' : 'yours',
      from: eased
        ? 'nitrate is under 1 mg/L: corals in lean water bleach where a high alkalinity is moved quickly, so it is eased over three to four weeks while they are fed (common practice)'
        : `and never stopped for more than ${LONGEST_PAUSE_DAYS} days`,
    },
    {
      label: 'It falls by',
      value: quantity(rateKind, fall),
      origin: 'equation',
      from: 'consumption less all that is supplied, at the lowered dose',
    },
  );
  const paused = mlPerDay < 0.05;
  return {
    dose: { mlPerDay: paused ? 0 : mlPerDay, days, thenMlPerDay },
    working,
    answer: {
      says: [
        ...(paused
          ? [`Pause ${part.name} for`, quantity('days', days)]
          : [
              `Lower ${part.name}`,
              ...(input.runsMlPerDay !== undefined && input.runsMlPerDay > 0
                ? ['from', quantity('doseRate', input.runsMlPerDay)]
                : []),
              'to',
              quantity('doseRate', mlPerDay),
              'for about',
              quantity('days', Math.round(days)),
            ]),
        ', then back to',
        quantity('doseRate', thenMlPerDay),
        days > TEST_AFTER_DAYS ? ', and test each week.' : ', and test.',
      ],
      certainty: 'worked out',
      because: [
        ...above,
        '; it falls by',
        quantity(rateKind, fall),
        othersPerDay > 0
          ? `while ${othersBy} goes on. Nothing is added to lower it.`
          : '. Nothing is added to lower it.',
        ...(eased
          ? [
              'Nitrate is under 1 mg/L: feed more meanwhile, and take three to four weeks, since corals in lean water bleach where alkalinity moves quickly.',
            ]
          : []),
      ],
    },
  };
}
