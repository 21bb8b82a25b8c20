import * as z from 'zod';
import { amount, moment } from '../calculator/calculator-input';
import {
  defineCalculator,
  type Answer,
  type Caution,
  type Origin,
  type Phrase,
  type Step,
} from '../calculator/calculator';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { quantity } from '@/quantities/quantity';
import { TOP_OFF_AMOUNTS } from './top-off-amounts';

/** Work that keeps a top-off honest, and how often. */
interface UpkeepFact {
  /** What is done. */
  readonly does: string;
  readonly thing: string;
  /** Days between; undefined for what goes with each water change. */
  readonly everyDays: number | undefined;
  readonly origin: Origin;
}

/** The first three intervals: common practice. The others have none that is common, and are chosen. */
export const UPKEEP = {
  optical: { thing: 'optical eye', does: 'Wipe the optical eye', everyDays: 61, origin: 'common practice' },
  float: { thing: 'float', does: 'Clean the float and move it by hand', everyDays: 30, origin: 'common practice' },
  look: {
    thing: 'look at the sensors',
    does: 'Look at the sensors',
    everyDays: undefined,
    origin: 'common practice',
  },
  pressure: {
    thing: 'pressure sensor',
    does: 'Clear the tube of the pressure sensor',
    everyDays: 61,
    origin: 'assumed',
  },
  'fail-safe': {
    thing: 'cut-out',
    does: 'Lift the second sensor: the pump must stop',
    everyDays: 30,
    origin: 'assumed',
  },
  pump: { thing: 'top-off pump', does: 'Rinse the top-off pump in vinegar', everyDays: 122, origin: 'assumed' },
  limewater: {
    thing: 'limewater pump and outlet',
    does: 'Clean the crust off the limewater’s pump and outlet in vinegar',
    everyDays: 30,
    origin: 'assumed',
  },
  tubing: {
    thing: 'hose',
    does: 'Change or clear the hose, and look at its end',
    everyDays: 365,
    origin: 'assumed',
  },
  reservoir: { thing: 'reservoir', does: 'Empty and wipe the reservoir', everyDays: 182, origin: 'assumed' },
} as const satisfies Record<string, UpkeepFact>;
export type UpkeepItem = keyof typeof UPKEEP;
export const UPKEEP_ITEMS = Object.keys(UPKEEP) as [UpkeepItem, ...UpkeepItem[]];

/** A top-off pump that carries limewater crusts and wears: it is rinsed so often instead. Chosen. */
export const PUMP_OF_LIMEWATER_DAYS = 45;

/** What falls due within this is told as coming. */
const SOON_DAYS = 7;

export interface UpkeepDue {
  readonly item: UpkeepItem;
  readonly does: string;
  readonly lastAt: number | undefined;
  readonly dueAt: number;
  readonly everyDays: number | undefined;
}

export const topOffUpkeep = defineCalculator({
  name: 'top-off-upkeep',
  asks: 'When do the top-off’s sensors, pump and hose need seeing to?',
  input: z.strictObject({
    now: moment('now'),
    items: z
      .array(
        z.strictObject({
          item: z.enum(UPKEEP_ITEMS),
          lastAt: moment('when it was last done').optional(),
          everyDays: amount(TOP_OFF_AMOUNTS.everyDays).optional(),
        }),
      )
      .max(20),
    /** The last water change: a look goes with each. */
    changedAt: moment('the last water change').optional(),
  }),
  example: {
    now: 1_771_600_000_000,
    items: [
      { item: 'optical', lastAt: 1_766_000_000_000 },
      { item: 'float', lastAt: 1_770_000_000_000 },
      { item: 'look', lastAt: 1_770_000_000_000 },
    ],
    changedAt: 1_771_300_000_000,
  },
  run: ({ now, items, changedAt }) => {
    const due = items
      .flatMap((given): UpkeepDue[] => dueOf(given, now, changedAt))
      .toSorted((a, b) => a.dueAt - b.dueAt);
    const late = due.filter(({ dueAt }) => dueAt <= now);
    return {
      answer: answerOf(due, late, now),
      working: due.map(stepOf(now)),
      cautions: lateSensors(late, now),
      values: { due, late: late.length },
    };
  },
});

interface Given {
  readonly item: UpkeepItem;
  readonly lastAt?: number | undefined;
  readonly everyDays?: number | undefined;
}

function dueOf({ item, lastAt, everyDays }: Given, now: number, changedAt: number | undefined): UpkeepDue[] {
  const fact: UpkeepFact = UPKEEP[item];
  const every = everyDays ?? fact.everyDays;
  if (every === undefined) {
    // Due with the change, until it is done after it.
    if (changedAt === undefined || changedAt > now || (lastAt !== undefined && lastAt >= changedAt - DAY_MS)) return [];
    return [{ item, does: fact.does, lastAt, dueAt: changedAt, everyDays: undefined }];
  }
  const since = lastAt !== undefined && lastAt <= now ? lastAt : undefined;
  return [
    {
      item,
      does: fact.does,
      lastAt: since,
      dueAt: since === undefined ? now : since + every * DAY_MS,
      everyDays: every,
    },
  ];
}

function answerOf(due: readonly UpkeepDue[], late: readonly UpkeepDue[], now: number): Answer {
  const first = due[0];
  if (!first) return { says: ['No maintenance is due.'], certainty: 'worked out', because: [] };
  const when = (each: UpkeepDue): Phrase[] =>
    each.lastAt === undefined ? ['(not logged yet)'] : ['(last done', { moment: each.lastAt, day: true }, ')'];
  if (late.length > 0) {
    const [one, ...others] = late;
    return {
      says: [
        `${one?.does ?? ''} now`,
        ...(one ? when(one) : []),
        ...(others.length === 0
          ? ['.']
          : [`; ${others.length === 1 ? 'one more thing waits' : `${others.length} more things wait`}.`]),
      ],
      certainty: 'worked out',
      because: others.map(({ does }) => `${does}.`),
    };
  }
  const soon = first.dueAt - now < SOON_DAYS * DAY_MS;
  return {
    says: [`${first.does} by`, { moment: first.dueAt, day: true }, soon ? '.' : '; until then no maintenance is due.'],
    certainty: 'worked out',
    because: due.slice(1, 3).flatMap((next): Phrase[] => [`${next.does} by`, { moment: next.dueAt, day: true }, '.']),
  };
}

function stepOf(now: number): (due: UpkeepDue) => Step {
  return ({ item, lastAt, everyDays }) => ({
    label: UPKEEP[item].thing.replace(/^./, (letter) => letter.toUpperCase()),
    value: quantity('days', everyDays ?? (now - (lastAt ?? now)) / DAY_MS),
    origin: UPKEEP[item].origin,
    from:
      everyDays === undefined
        ? 'since the last look; one goes with each water change'
        : `between one and the next${UPKEEP[item].origin === 'assumed' ? ', chosen' : ''}`,
  });
}

/** A sensor long uncleaned is what lets a top-off run on. */
function lateSensors(late: readonly UpkeepDue[], now: number): Caution[] {
  const worst = late
    .filter(({ item, lastAt }) => (item === 'optical' || item === 'float') && lastAt !== undefined)
    .toSorted((a, b) => (a.lastAt ?? 0) - (b.lastAt ?? 0))[0];
  if (worst?.lastAt === undefined) return [];
  return [
    {
      severity: 'caution',
      says: [
        `The ${UPKEEP[worst.item].thing} was last cleaned`,
        quantity('days', (now - worst.lastAt) / DAY_MS),
        'ago. A fouled sensor reads dry, and the pump runs until the reservoir is empty.',
      ],
    },
  ];
}
