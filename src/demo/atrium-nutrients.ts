import type { Sign } from '@/calculators/signs/signs';
import type { TankEvent } from '@/chemistry/tank-model/events';
import type { Hours } from '@/record/kinds/entry-kind';
import type { Lever } from '@/record/kinds/lever';
import type { Entry, EntryOf } from '@/record/schema';
import type { Calendar } from './calendar';

/*
 * The Atrium's livestock, food and nutrients: starved under filter blocks and little food, pale, fed again until a film came, and right since.
 */

const FIRST_DAY = -150;
/** What the water holds to begin with, mg/L. */
export const NUTRIENTS_AT_START = { nitrate: 6, phosphate: 0.06 } as const;

/** What the eye saw, as it is looked for later. */
const SEEN: readonly [day: number, hours: number, ...signs: Sign[]][] = [
  [-140, 18, 'polyps-out'],
  [-44, 18, 'paling'],
  [-40, 18, 'paling', 'polyps-in'],
  [-18, 18, 'colour-back', 'cyanobacteria'],
  [-9, 18, 'polyps-out'],
];
/** What they were fed, from when on. */
const FED: readonly [day: number, meal: Omit<EntryOf<'feeding'>, 'id' | 'tankId' | 'at' | 'kind'>][] = [
  [FIRST_DAY, { timesPerDay: 1, portions: 2, measure: 'cubes', food: 'frozen' }],
  [-78, { timesPerDay: 0.5, portions: 1, measure: 'cubes', food: 'frozen' }],
  [-33, { timesPerDay: 2, portions: 1, measure: 'cubes', food: 'frozen' }],
  [-33, { timesPerDay: 1, portions: 0.5, measure: 'grams', food: 'coral', note: 'For the corals’ colour.' }],
  [-18, { food: 'coral', stopped: true, note: 'Red film by the outlet.' }],
  [-18, { timesPerDay: 0.5, portions: 3, measure: 'cubes', food: 'frozen' }],
];
/** What takes nutrients out, as it was turned. */
const TURNED: readonly [
  day: number,
  lever: Lever,
  how: { readonly off?: true; readonly hours?: Hours },
  note?: string,
][] = [
  [FIRST_DAY, 'skimmer', {}],
  [-78, 'filter blocks', {}, 'Two filter blocks into the sump, against the film on the glass.'],
  [-33, 'filter blocks', { off: true }],
  [-33, 'skimmer', { hours: { fromMinute: 20 * 60, forMinutes: 12 * 60 } }, 'Nights only, until nutrients are back.'],
];
/** The hidden truth of it, by day: what comes to the water of what is fed, and what share of the level goes, a day. */
const HIDDEN_NUTRIENTS: readonly [
  day: number,
  nitrate: readonly [comes: number, goes: number],
  phosphate: readonly [comes: number, goes: number],
][] = [
  [FIRST_DAY, [0.4, 0.06], [0.015, 0.24]],
  [-78, [0.03, 0.2], [0.002, 0.45]],
  [-33, [0.55, 0.04], [0.018, 0.12]],
  [-18, [0.28, 0.04], [0.0095, 0.12]],
];
/** The cup and the days it took, with what little the lean weeks gave. */
const SKIMMATE: readonly [day: number, litres: number, days: number][] = [
  [-100, 1.4, 6],
  [-58, 1, 9],
  [-40, 0.7, 12],
  [-12, 0.9, 8],
];

/** Livestock, feeding, what was seen, and the trial that was set up when the corals had paled. */
export function whatWasSeenAndTried(tankId: string, at: Calendar['at']): Entry[] {
  const lived: readonly [day: number, what: 'fish' | 'stony coral' | 'soft coral' | 'clean-up crew', count: number][] =
    [
      [FIRST_DAY, 'fish', 7],
      [FIRST_DAY, 'stony coral', 9],
      [FIRST_DAY, 'soft coral', 4],
      [FIRST_DAY, 'clean-up crew', 24],
      [-108, 'stony coral', 3],
      [-75, 'fish', 1],
    ];
  return [
    ...lived.map(([day, what, count], i): Entry => ({
      id: `atrium-lives-${i}`,
      tankId,
      at: at(day, 19, i),
      kind: 'put-in',
      what,
      count,
    })),
    {
      id: 'atrium-lost',
      tankId,
      at: at(-96, 12),
      kind: 'taken-out',
      what: 'clean-up crew',
      count: 5,
      lost: true,
      note: 'Snails, after the float stuck',
    },
    ...FED.map(([day, meal], i): Entry => ({
      id: `atrium-fed-${i}`,
      tankId,
      at: at(day, 17, 30 + i),
      kind: 'feeding',
      ...meal,
    })),
    ...TURNED.map(([day, lever, how, note], i): Entry => ({
      id: `atrium-turned-${i}`,
      tankId,
      at: at(day, 17, i),
      kind: 'lever',
      lever,
      ...how,
      ...(note && { note }),
    })),
    ...SKIMMATE.map(([day, litres, days], i): Entry => ({
      id: `atrium-skimmate-${i}`,
      tankId,
      at: at(day, 8),
      kind: 'skimmate',
      litres,
      days,
    })),
    {
      id: 'atrium-film-gone',
      tankId,
      at: at(-4, 18),
      kind: 'seen',
      signs: ['cyanobacteria'],
      gone: true,
    },
    {
      id: 'atrium-never',
      tankId,
      at: at(-130, 19),
      kind: 'ruled-out',
      remedy: 'flatworm-remedy',
      note: 'Two cleaner shrimps lost overnight, two years ago.',
    },
    ...SEEN.map(([day, hours, ...signs], i): Entry => ({
      id: `atrium-seen-${i}`,
      tankId,
      at: at(day, hours, 5),
      kind: 'seen',
      signs,
    })),
    {
      id: 'atrium-trial',
      tankId,
      at: at(-33, 18, 30),
      kind: 'trial',
      question: 'Does feeding twice a day bring nitrate back?',
      parameter: 'nitrate',
      endsAt: at(-5, 18),
      way: 'higher',
      by: 2,
    },
  ];
}

/** Nutrients by the day: what is fed comes evenly, what is there goes in proportion; changes of water are the record's own. */
export function hiddenNutrients(volumeL: number, at: Calendar['at']): TankEvent[] {
  const events: TankEvent[] = [];
  let [nitrate, phosphate]: [number, number] = [NUTRIENTS_AT_START.nitrate, NUTRIENTS_AT_START.phosphate];
  for (let day = FIRST_DAY; day <= 0; day++) {
    const [, [n, goesN], [p, goesP]] = HIDDEN_NUTRIENTS.findLast(([from]) => from <= day) ?? [0, [0, 0], [0, 0]];
    const [dn, dp] = [n - goesN * nitrate, p - goesP * phosphate];
    events.push({
      kind: 'rate',
      at: at(day, 0),
      source: 'feeding',
      perDay: { nitrate: dn * volumeL, phosphate: dp * volumeL },
    });
    // A tenth every second Saturday, evenly: near enough for what the next day takes.
    nitrate = Math.max(0, nitrate + dn - 0.0069 * nitrate);
    phosphate = Math.max(0, phosphate + dp - 0.0069 * phosphate);
  }
  return events;
}
