import * as z from 'zod';
import { AMOUNTS } from '../calculator/amounts';
import { amount, figure, moment } from '../calculator/calculator-input';
import { defineCalculator, type Answer, type Caution, type Phrase, type Step } from '../calculator/calculator';
import { readingExpectation } from '../parameters/parameters';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { quantity } from '@/quantities/quantity';
import { stepsInput } from './cycle-input';
import { CREW_DAY, FISH_DAY } from './cycle-schools';
import { UGLY_PHASES, NOT_NORMAL } from './ugly-phases';

export const GATE_IDS = [
  'first change',
  'clean-up crew',
  'first fish',
  'next fish',
  'soft corals',
  'stony corals',
] as const;
export type GateId = (typeof GATE_IDS)[number];

export interface Gate {
  readonly id: GateId;
  readonly name: string;
  readonly state: 'open' | 'done' | 'shut';
  /** When its days are over; undefined where something else keeps it shut. */
  readonly opensAt: number | undefined;
  readonly why: readonly Phrase[];
}

/** Common practice. */
const DAYS_BETWEEN_FISH = 14;
/** The pace of the first ones: about one for each 100 L to begin with; of a packaged starter two or three small ones. Common practice. */
const LITRES_PER_FIRST_FISH = 100;
const STARTER_FISH_PER_100L = 2;
/** Both tests at zero for so long, with nitrate there, are proof of a filter that works. Common practice: for days. */
const ZERO_DAYS = 3;
/** Two or three small ones for each 100 L are what keepers count on in the end. Common practice. */
const FISH_PER_100L = 3;
/** Days after the first change that soft and stony corals are waited for; chosen within what keepers do: fish first, corals after. */
const SOFT_DAY = 42;
const STONY_DAY = 90;
/** Dry rock becomes dependable after half a year to a year. Common practice. */
const STONY_ON_DRY_ROCK_DAY = 182;
/** How much alkalinity may wander over two weeks for stony corals. Chosen: a test's error either way. */
const STEADY_ALKALINITY = 0.6 * DKH;
const FISHES_AT_LEAST = 1;
/** Nitrate a first change brings the tank down to. Common practice: the fed school's upper end. */
const NITRATE_AIM = 20;

const input = z.strictObject({
  netVolumeL: amount(AMOUNTS.netVolume),
  startedAt: moment('start'),
  now: moment('now'),
  /** When the cycle was done; nothing opens before. */
  doneAt: moment('end').optional(),
  rock: z.enum(['dry', 'live']),
  /** A starter programme: its clean-up crew comes before it has run out. */
  starter: z.boolean().default(false),
  fish: figure('fish', 0, 1000).default(0),
  lastFishAt: moment('last fish').optional(),
  crew: z.boolean().default(false),
  softCorals: z.boolean().default(false),
  stonyCorals: z.boolean().default(false),
  /** Whether water was changed since the cycle was done. */
  changed: z.boolean().default(false),
  challenged: z.boolean().default(false),
  /** For so many days ammonia and nitrite have both read zero, up to the last test. */
  zeroForDays: figure('days at zero', 0, 40_000, 'days').default(0),
  /** Animals have been in for a week and are well: on ocean rock, or the clean-up crew. */
  thriving: z.boolean().default(false),
  ammonia: amount(readingExpectation('ammonia')).optional(),
  nitrite: amount(readingExpectation('nitrite')).optional(),
  nitrate: amount(readingExpectation('nitrate')).optional(),
  phosphate: amount(readingExpectation('phosphate')).optional(),
  /** Highest less lowest over the last two weeks. */
  alkalinityWandered: amount({ field: 'wandering of alkalinity', kind: 'alkalinity', low: 0, high: 9 }).optional(),
  steps: stepsInput,
});
type Asked = z.output<typeof input>;

export const stocking = defineCalculator({
  name: 'stocking',
  asks: 'What may go into the new tank next, when, and why not sooner?',
  input,
  example: {
    netVolumeL: '250 L',
    startedAt: 1_790_000_000_000,
    now: 1_793_000_000_000,
    doneAt: 1_792_000_000_000,
    rock: 'dry',
    fish: 1,
    lastFishAt: 1_792_400_000_000,
    crew: true,
    changed: true,
    challenged: true,
    ammonia: 0,
    nitrite: 0,
    nitrate: 12,
  },
  run: (asked) => {
    const gates = gatesOf(asked);
    const days = (asked.now - asked.startedAt) / DAY_MS;
    const first = firstFish(asked);
    const most = fishInAll(asked);
    const phases = UGLY_PHASES.filter(({ fromDay, toDay }) => days >= fromDay && days < toDay);
    const working: Step[] = [
      {
        label: 'Since the start',
        value: quantity('days', Math.max(0, days)),
        origin: 'log',
        from: 'the cycle’s first day',
      },
      {
        label: 'Fish to begin with',
        value: quantity('fish', first),
        origin: 'common practice',
        from: asked.starter
          ? 'two or three small ones for each 100 L on a packaged starter: a pace, not a ceiling'
          : 'about one for each 100 L: a pace, not a ceiling',
      },
      {
        label: 'Fish in the end, small ones',
        value: quantity('fish', most),
        origin: 'common practice',
        from: 'two or three for each 100 L; what they eat decides',
      },
      {
        label: 'Between fish',
        value: quantity('days', DAYS_BETWEEN_FISH),
        origin: 'common practice',
        from: 'the bacteria grow after the food, not before it',
      },
      {
        label: 'Stony corals from',
        value: quantity('days', asked.rock === 'dry' ? STONY_ON_DRY_ROCK_DAY : STONY_DAY),
        origin: asked.rock === 'dry' ? 'common practice' : 'assumed',
        from:
          asked.rock === 'dry'
            ? 'dry rock becomes dependable after six to twelve months'
            : 'a quarter of a year on live rock',
      },
    ];
    return {
      answer: answerOf(asked, gates),
      working,
      cautions: cautionsOf(asked),
      values: {
        gates,
        fishToBeginWith: first,
        fishInAll: most,
        phases: UGLY_PHASES.map((phase) => ({ ...phase, here: phases.includes(phase) })),
        notNormal: NOT_NORMAL,
      },
    };
  },
});

function firstFish({ netVolumeL, starter }: Asked): number {
  const per100L = starter ? STARTER_FISH_PER_100L : 1;
  return Math.max(FISHES_AT_LEAST, Math.floor((netVolumeL / LITRES_PER_FIRST_FISH) * per100L));
}

function fishInAll(asked: Asked): number {
  return Math.max(firstFish(asked), Math.floor((asked.netVolumeL / 100) * FISH_PER_100L));
}

/** Whether the clean-up crew may come before the cycle is through: on a starter programme, from its day on, once ammonia is gone. */
function crewBeforeTheEnd({ starter, doneAt, startedAt, now, ammonia, steps }: Asked): boolean {
  return (
    starter &&
    doneAt === undefined &&
    now >= startedAt + CREW_DAY * DAY_MS &&
    ammonia !== undefined &&
    ammonia < steps.ammonia
  );
}

function gatesOf(asked: Asked): Gate[] {
  const { startedAt, now, doneAt, rock, steps } = asked;
  const clean = (asked.ammonia ?? 0) < steps.ammonia && (asked.nitrite ?? 0) < steps.nitrite;
  const dirty: readonly Phrase[] | undefined = clean
    ? undefined
    : ['Ammonia or nitrite reads again: nothing goes in until both are gone.'];
  const after = (day: number) => Math.max(startedAt + day * DAY_MS, doneAt ?? 0);
  const gate = (
    id: GateId,
    name: string,
    done: boolean,
    from: number | undefined,
    shutBy: readonly Phrase[] | undefined,
    why: readonly Phrase[],
  ): Gate => {
    if (done) return { id, name, state: 'done', opensAt: undefined, why: ['Done.'] };
    // Before the end of the cycle it is told what each waits for besides.
    if (doneAt === undefined) return { id, name, state: 'shut', opensAt: undefined, why };
    const waits = from !== undefined && from > now;
    // What else it waits for is asked once its days are over: until then it may well have come.
    if (shutBy && (!waits || shutBy === dirty)) return { id, name, state: 'shut', opensAt: undefined, why: shutBy };
    return { id, name, state: waits ? 'shut' : 'open', opensAt: waits ? from : undefined, why };
  };
  const beginning = asked.fish < firstFish(asked);
  const nextFishAt = asked.lastFishAt === undefined ? undefined : asked.lastFishAt + DAYS_BETWEEN_FISH * DAY_MS;
  const crew = gate('clean-up crew', 'Clean-up crew', asked.crew, after(CREW_DAY), dirty, [
    'The first film of algae feeds it. A few snails and hermits; more as there is more to eat.',
  ]);
  return [
    gate('first change', 'First change of water', asked.changed, after(0), undefined, changeWords(asked)),
    crewBeforeTheEnd(asked) && crew.state === 'shut'
      ? {
          ...crew,
          state: 'open',
          why: [
            'From about day 10 of a starter programme, ammonia gone: a few snails and hermits, once there is film to eat.',
          ],
        }
      : crew,
    onItsCourse(
      asked,
      gate('first fish', 'First fish', asked.fish > 0, after(FISH_DAY), dirty ?? unproven(asked), [
        ...(clean ? (proofOf(asked) ?? []) : ['Ammonia and nitrite at zero first.']),
        'One, small and peaceful; fed little. The bacteria follow its food.',
      ]),
    ),
    gate(
      'next fish',
      'Next fish',
      false,
      nextFishAt,
      dirty ?? (asked.fish === 0 ? ['After the first.'] : undefined),
      beginning
        ? ['Two weeks after the last, with ammonia and nitrite at zero since.']
        : [
            'Two weeks after the last. The first ones are in; from here on the food decides: one at a time, while ammonia and nitrite stay at zero and nitrate does not climb.',
          ],
    ),
    gate('soft corals', 'Soft corals', asked.softCorals, after(SOFT_DAY), dirty ?? nutrientsMissing(asked), [
      'Six weeks on, with some nitrate and phosphate to live from.',
    ]),
    gate(
      'stony corals',
      'Stony corals',
      asked.stonyCorals,
      after(rock === 'dry' ? STONY_ON_DRY_ROCK_DAY : STONY_DAY),
      dirty ?? nutrientsMissing(asked) ?? unsteady(asked),
      rock === 'dry'
        ? [
            'Dry rock needs half a year to a year before it is dependable. Waiting costs nothing; a bleached coral does.',
          ]
        : ['A quarter of a year on live rock, with alkalinity steady for two weeks.'],
    ),
  ];
}

/** What shows that the filter works, as keepers of each school take it; undefined while nothing does. */
function proofOf({ challenged, zeroForDays, nitrate, thriving, starter, startedAt, now }: Asked): Phrase[] | undefined {
  if (challenged) return ['A measured dose of ammonia was gone within a day.'];
  if (zeroForDays >= ZERO_DAYS && nitrate !== undefined && nitrate > 0)
    return [
      'Ammonia and nitrite have read zero for',
      quantity('days', Math.floor(zeroForDays)),
      ', with nitrate there.',
    ];
  if (starter && now >= startedAt + FISH_DAY * DAY_MS) return ['The starter’s course is over.'];
  if (thriving) return ['What already lives in it is well.'];
  return undefined;
}

/** Which proofs there are: a dose of ammonia is one of them for a tank of dry rock with nothing alive in it, and is asked of no other. */
function unproven(asked: Asked): Phrase[] | undefined {
  if (proofOf(asked)) return undefined;
  const empty = asked.rock === 'dry' && asked.fish === 0 && !asked.crew && !asked.softCorals && !asked.stonyCorals;
  return [
    `One of these opens it: ammonia and nitrite at zero for ${ZERO_DAYS} days, with nitrate there`,
    ...(asked.starter ? [`; day ${FISH_DAY} of the starter’s course`] : []),
    ...(empty
      ? ['; or a measured dose of ammonia gone within a day']
      : ['; or a week in which what lives in it was well']),
    '.',
  ];
}

/** On a packaged starter its own days count: the first fish about day 14, both tests at zero, though nobody has called the cycle done. */
function onItsCourse({ starter, doneAt, startedAt, now, ammonia, nitrite, steps, fish }: Asked, gate: Gate): Gate {
  const clean = ammonia !== undefined && nitrite !== undefined && ammonia < steps.ammonia && nitrite < steps.nitrite;
  if (!starter || doneAt !== undefined || fish > 0 || now < startedAt + FISH_DAY * DAY_MS || !clean) return gate;
  return {
    ...gate,
    state: 'open',
    why: [
      'Day 14 of the starter’s course, ammonia and nitrite at zero: two or three small, peaceful ones for each 100 L.',
    ],
  };
}

function changeWords({ nitrate }: Asked): Phrase[] {
  if (nitrate === undefined || nitrate <= NITRATE_AIM) return ['3 to 5 % of the water, then about 10 % weekly.'];
  return [
    'A change of',
    quantity('percent', Math.ceil((1 - NITRATE_AIM / nitrate) * 20) * 5),
    'brings nitrate from',
    quantity('nitrate', nitrate),
    'to about',
    quantity('nitrate', NITRATE_AIM),
    '; then about 10 % weekly.',
  ];
}

function nutrientsMissing({ nitrate, phosphate }: Asked): Phrase[] | undefined {
  if (nitrate === undefined) return ['Nitrate has not been tested of late.'];
  if (nitrate < 0.5 && (phosphate ?? 0.05) < 0.01)
    return ['Nitrate and phosphate are both at zero: corals would starve. Feed more first.'];
  if (nitrate > 40) return ['Nitrate is high for corals: change water first.'];
  return undefined;
}

function unsteady({ alkalinityWandered }: Asked): Phrase[] | undefined {
  if (alkalinityWandered === undefined) return ['Alkalinity has not been tested twice in the last two weeks.'];
  if (alkalinityWandered <= STEADY_ALKALINITY) return undefined;
  return ['Alkalinity wandered by', quantity('alkalinity', alkalinityWandered), 'in two weeks: steady it first.'];
}

function answerOf({ doneAt, now }: Asked, gates: readonly Gate[]): Answer {
  const open = gates.filter(({ state }) => state === 'open');
  if (doneAt === undefined)
    return {
      says: open.some(({ id }) => id === 'first fish')
        ? ['Open now: first fish, by the starter’s own days.']
        : open.some(({ id }) => id === 'clean-up crew')
          ? ['Open now: the clean-up crew, and nothing else: the cycle is not through.']
          : ['Nothing goes in yet: the cycle is not through.'],
      certainty: 'worked out',
      because: open.find(({ id }) => id === 'first fish')?.why ?? [
        'Gates open when ammonia and nitrite have both read zero, twice, a day apart.',
      ],
    };
  const next = gates
    .filter((gate): gate is Gate & { opensAt: number } => gate.opensAt !== undefined && gate.opensAt > now)
    .toSorted((a, b) => a.opensAt - b.opensAt)[0];
  const nextSays: Phrase[] = next ? [`${next.name} from`, { moment: next.opensAt, day: true }, '.'] : [];
  const first = open[0];
  return {
    says: first
      ? [`Open now: ${open.map(({ name }) => name.toLowerCase()).join(', ')}.`, ...nextSays]
      : next
        ? nextSays
        : ['Nothing opens by waiting alone now: each shut gate says what it waits for.'],
    certainty: 'worked out',
    because: first ? first.why : (next?.why ?? []),
  };
}

function cautionsOf(asked: Asked): Caution[] {
  const { rock, fish, netVolumeL } = asked;
  const most = fishInAll(asked);
  const cautions: Caution[] = [];
  if (fish > most)
    cautions.push({
      severity: 'caution',
      says: [
        quantity('fish', fish),
        'in',
        quantity('volume', netVolumeL),
        'are more than keepers count on: about',
        quantity('fish', most),
        '.',
      ],
    });
  if (rock === 'dry')
    cautions.push({
      severity: 'note',
      says: ['On dry rock the ugly phases run longer. It holds months, not weeks; patience is the treatment.'],
    });
  cautions.push({
    severity: 'note',
    says: ['New animals are best watched in a quarantine tank first. An animal that is ill is a veterinarian’s.'],
  });
  return cautions;
}
