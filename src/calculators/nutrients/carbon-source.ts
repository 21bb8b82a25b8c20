import * as z from 'zod';
import { CARBON_LIQUIDS, oxygenAtRest, oxygenOfMl, type CarbonLiquid } from '@/chemistry/nutrients/carbon-and-oxygen';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { L_PER_US_GALLON } from '@/quantities/conversion';
import { quantity, range } from '@/quantities/quantity';
import { AMOUNTS } from '../calculator/amounts';
import { amount, figure, moment } from '../calculator/calculator-input';
import { defineCalculator, type Caution, type Phrase, type Step } from '../calculator/calculator';
import { capitalised, listed } from '../calculator/words';
import { readingExpectation } from '../parameters/parameters';
import { SIGN_IDS } from '../signs/signs';

/** A tank is no tank for it before so many days. Common practice: not for beginners, nor before the nitrogen cycle has had its year; chosen: half of one. */
const LEAST_AGE_DAYS = 180;
/** None is begun, and none raised, below these, mg/L. Chosen: twice what a kit shows from zero. */
const FLOOR = { nitrate: 2, phosphate: 0.03 } as const;
/** It is eased where either nears zero. Chosen. */
const NEAR_ZERO = { nitrate: 1, phosphate: 0.02 } as const;
/** A step stands for so long before the next. Common practice: a week for a liquid, two for pellets. */
const STEP_DAYS = { liquid: 7, pellets: 14 } as const;
/** Liquids by the day, mL in 100 L: begun at, raised by, and no more than. From memory and common practice; vinegar holds an eighth of the carbon of spirit. */
const LIQUID: Readonly<Record<Exclude<CarbonLiquid, 'bottled'>, { readonly step: number; readonly most: number }>> = {
  ethanol: { step: 0.1, most: 1.2 },
  vinegar: { step: 0.8, most: 10 },
};
/** Pellets: the full amount is some millilitre a litre of tank; begun at a quarter. Common practice: 450 and then 600 mL of aimed 500 to 700. */
const PELLETS_FULL = 1;
const PELLETS_STEP = 0.25;
/** More than this is too much for any tank of this size. Chosen. */
const PELLETS_MOST = 1.25;
/** A chamber is so many times the pellets in it at the least, and so many times this tank's full amount at the most. Chosen: pellets tumble in a third to a half of it. */
const CHAMBER = { least: 1.6, most: 5 } as const;
/** Flow for a chamber of 500 to 700 mL of pellets. Common practice: 520 to 790 US gal/h; 800 threw them into the screen. */
const FLOW_FOR_600_ML = { low: 520 * L_PER_US_GALLON, high: 790 * L_PER_US_GALLON } as const;
/** Seen with any of these none is begun, and what runs is eased. Common practice. */
const WARNING_SIGNS = ['cloudy-water', 'cyanobacteria', 'paling', 'polyps-in', 'tissue-loss'] as const;

const input = z.strictObject({
  now: moment('now'),
  netVolumeL: amount(AMOUNTS.netVolume),
  form: z.enum(['liquid', 'pellets']),
  liquid: z.enum(CARBON_LIQUIDS).default('vinegar'),
  /** Days since water was first in it; left out where nobody knows: asked, never assumed. */
  ageDays: figure('age of the tank', 0, 40_000, 'days').optional(),
  skimmer: z.boolean().default(false),
  nitrate: amount(readingExpectation('nitrate')).optional(),
  phosphate: amount(readingExpectation('phosphate')).optional(),
  nitrateFalls: z.boolean().default(false),
  /** Where nitrate is meant to come to; it is raised no further from there. */
  aim: amount(readingExpectation('nitrate')).default(5),
  /** What runs now, and since when. */
  mlPerDay: amount(AMOUNTS.carbonDose).optional(),
  pelletsMl: amount(AMOUNTS.pellets).optional(),
  sinceDays: figure('days since it was set', 0, 40_000, 'days').optional(),
  /** Days since it was last made less, where that was the last word on it. */
  easedDaysAgo: figure('days since it was eased', 0, 40_000, 'days').optional(),
  /** Pellets that are to go in, to be judged; the next step's when left out. */
  wantedMl: amount(AMOUNTS.pellets).optional(),
  flowLPerH: amount(AMOUNTS.pelletFlow).optional(),
  chamberL: amount(AMOUNTS.pelletChamber).optional(),
  /** What takes nutrients out already, in words. */
  exporters: z.array(z.string().max(80)).max(20).default([]),
  signs: z.array(z.enum(SIGN_IDS)).max(60).default([]),
  /** A dose that went wrong in the last two days. */
  slip: z.enum(['missed', 'doubled', 'restarted']).optional(),
  temperatureC: amount(readingExpectation('temperature')).default(25),
  salinity: amount(readingExpectation('salinity')).default(35),
});
type Input = z.output<typeof input>;

/** What is to be done with it. */
export type CarbonVerdict = 'not here' | 'not yet' | 'ask' | 'start' | 'raise' | 'hold' | 'ease' | 'slip';

export const carbonSource = defineCalculator({
  name: 'carbon-source',
  asks: 'Is a carbon source for this tank, how is it begun, and is it raised, held or eased now?',
  input,
  example: {
    now: 1_790_000_000_000,
    netVolumeL: 400,
    form: 'liquid',
    ageDays: 600,
    skimmer: true,
    nitrate: 18,
    phosphate: 0.12,
    exporters: ['skimmer'],
  },
  run: (given) => {
    const { verdict, why } = judge(given);
    const plan = planOf(given, verdict);
    const worst = oxygenOf(given, plan.dose);
    return {
      answer: {
        says: sentence(given, verdict, why, plan),
        certainty: verdict === 'ask' ? 'not enough yet' : 'rough',
        because: becauseOf(given, verdict, plan),
      },
      working: workingOf(given, plan, worst),
      cautions: cautionsOf(given, verdict, worst),
      values: { verdict, ...plan, flowRange: flowRange(given, plan.dose) },
    };
  },
});

/** What runs of the form that is asked about: mL a day of liquid, mL of pellets. */
function runningOf({ form, pelletsMl, mlPerDay }: Input): number | undefined {
  return form === 'pellets' ? pelletsMl : mlPerDay;
}

interface Judged {
  readonly verdict: CarbonVerdict;
  readonly why: string;
}

function judge(given: Input): Judged {
  const running = runningOf(given);
  return running === undefined ? whetherToBegin(given) : whatOfIt(given, running);
}

function whetherToBegin({ ageDays, nitrate, phosphate, skimmer, signs, exporters }: Input): Judged {
  const seen = WARNING_SIGNS.find((sign) => signs.includes(sign));
  if (ageDays === undefined) return { verdict: 'ask', why: 'since when the tank holds water' };
  if (ageDays < LEAST_AGE_DAYS) return { verdict: 'not yet', why: 'the tank is too young' };
  if (!skimmer) return { verdict: 'not here', why: 'no skimmer is logged, and it is what gives back the oxygen' };
  if (nitrate === undefined || phosphate === undefined)
    return { verdict: 'ask', why: 'nitrate and phosphate of the last weeks' };
  if (nitrate < FLOOR.nitrate || phosphate < FLOOR.phosphate)
    return { verdict: 'not here', why: 'there is nothing to take out' };
  if (seen) return { verdict: 'not here', why: SEEN_WORDS[seen] };
  if (exporters.some((each) => /carbon|pellets/.test(each)))
    return { verdict: 'not yet', why: 'another carbon source runs already' };
  if (besidesSkimmer(exporters).length >= 3)
    return { verdict: 'not yet', why: `so much takes nutrients out already: ${listed(exporters)}` };
  return { verdict: 'start', why: '' };
}

function whatOfIt(given: Input, running: number): Judged {
  const { nitrate, phosphate, signs, slip, easedDaysAgo = Infinity, sinceDays = 0 } = given;
  const seen = WARNING_SIGNS.find((sign) => signs.includes(sign));
  if (slip) return { verdict: 'slip', why: slip };
  if (nitrate === undefined || phosphate === undefined)
    return { verdict: 'hold', why: 'nitrate and phosphate were not both tested in the last weeks' };
  const nearZero = nitrate < NEAR_ZERO.nitrate || phosphate < NEAR_ZERO.phosphate;
  // Bacteria that starve die back: one step down shows before the next.
  if ((nearZero || seen) && easedDaysAgo < STEP_DAYS[given.form])
    return { verdict: 'hold', why: 'it was eased lately, and what that does shows first' };
  if (nearZero) return { verdict: 'ease', why: 'nutrients near zero' };
  if (seen) return { verdict: 'ease', why: SEEN_WORDS[seen] };
  if (nitrate < FLOOR.nitrate || phosphate < FLOOR.phosphate)
    return { verdict: 'hold', why: 'nutrients are low enough' };
  if (nitrate <= given.aim) return { verdict: 'hold', why: 'nitrate is where it is meant to be' };
  if (given.nitrateFalls) return { verdict: 'hold', why: 'nitrate is falling' };
  if (running >= (limitsOf(given).most ?? Infinity))
    return { verdict: 'hold', why: 'it is at the most for a tank of this size; look at what is fed instead' };
  return sinceDays < STEP_DAYS[given.form]
    ? { verdict: 'hold', why: 'the last step is not through yet' }
    : { verdict: 'raise', why: '' };
}

/** A skimmer is wanted beside it; whatever else exports competes. */
function besidesSkimmer(exporters: readonly string[]): readonly string[] {
  return exporters.filter((each) => !each.startsWith('skimmer'));
}

const SEEN_WORDS: Readonly<Record<(typeof WARNING_SIGNS)[number], string>> = {
  'cloudy-water': 'haze was seen, which is bacteria',
  cyanobacteria: 'a red film was seen, which lives on it too',
  paling: 'corals were seen paling',
  'polyps-in': 'polyps were seen shut',
  'tissue-loss': 'tissue was seen lost',
};

interface Plan {
  /** mL a day of liquid, mL of pellets in the chamber, from now on. */
  readonly dose: number | undefined;
  readonly step: number | undefined;
  readonly most: number | undefined;
}

/** What a step is, and the most, for this volume; a bottle has its own label: a quarter of it, by quarters. */
function limitsOf({ netVolumeL, form, liquid }: Input): Pick<Plan, 'step' | 'most'> {
  if (form === 'pellets') return { step: PELLETS_STEP * netVolumeL, most: PELLETS_FULL * netVolumeL };
  if (liquid === 'bottled') return { step: undefined, most: undefined };
  const { step, most } = LIQUID[liquid];
  return { step: (step * netVolumeL) / 100, most: (most * netVolumeL) / 100 };
}

function planOf(given: Input, verdict: CarbonVerdict): Plan {
  const now = runningOf(given);
  const { step, most } = limitsOf(given);
  const crowded = besidesSkimmer(given.exporters).length >= 2;
  switch (verdict) {
    case 'start':
      return { dose: step === undefined ? undefined : crowded ? step / 2 : step, step, most };
    case 'raise':
      return { dose: Math.min(most ?? Infinity, (now ?? 0) + (step ?? (now ?? 0) / 4)), step, most };
    case 'ease':
      return { dose: ((now ?? 0) * 2) / 3, step, most };
    default:
      return { dose: now, step, most };
  }
}

function sentence(given: Input, verdict: CarbonVerdict, why: string, { dose, step }: Plan): Phrase[] {
  const next: Phrase = { moment: given.now + STEP_DAYS[given.form] * DAY_MS, day: true };
  const pellets = given.form === 'pellets';
  const what = pellets ? 'pellets' : given.liquid === 'bottled' ? 'the bottled carbon source' : given.liquid;
  const much: Phrase[] =
    dose === undefined
      ? ['a quarter of what its label asks for']
      : [quantity(pellets ? 'dose' : 'doseRate', dose), `of ${what}`];
  switch (verdict) {
    case 'ask':
      return [`First tell ${why}: without it no carbon source is begun.`];
    case 'not yet':
      return given.ageDays !== undefined && given.ageDays < LEAST_AGE_DAYS
        ? [
            'Do not begin a carbon source: this tank is',
            quantity('days', Math.round(given.ageDays)),
            'old. In a young one nitrate climbs and falls by itself.',
          ]
        : [`Take something out before a carbon source goes in: ${why}.`];
    case 'not here':
      return [`Do not begin a carbon source: ${why}.`];
    case 'start':
      return pellets
        ? [
            'Soak',
            ...much,
            'for a day, then begin with them: the next step not before',
            next,
            ', by',
            quantity('dose', step ?? 0),
            '.',
          ]
        : [
            'Begin with',
            ...much,
            'in the morning: the next step not before',
            next,
            ...(step ? [', by', quantity('doseRate', step), '.'] : ['.']),
          ];
    case 'raise':
      return [
        'Raise it to',
        ...much,
        ': nitrate is still above your aim and does not fall. Then hold until',
        next,
        '.',
      ];
    case 'hold':
      return [`Hold it as it is: ${why}.`];
    case 'ease':
      return [`Ease it down to`, ...much, `: ${why}. Never all at once; look again`, next, '.'];
    case 'slip':
      return [SLIP_WORDS[given.slip ?? 'missed']];
  }
}

/** What a dose gone wrong asks for. Common practice: a forgotten one crashes a tank as a doubled one does. */
const SLIP_WORDS: Readonly<Record<NonNullable<Input['slip']>, string>> = {
  missed:
    'Give today’s usual dose and no more: never two days’ worth. After three days missed begin again at half; bacteria that starve die and take oxygen.',
  doubled:
    'Give air for the night, by skimmer and an air stone, and leave out the next dose; then half for two days. In the morning look at how fast fish breathe, and at haze.',
  restarted:
    'Run the pellets to waste for some minutes before they join the tank: what died in the standing chamber, and the surge at restart, would come all at once. Measure them anew, and open the valve slowly.',
};

function flowRange(
  { form }: Input,
  pellets: number | undefined,
): { readonly low: number; readonly high: number } | undefined {
  if (form !== 'pellets' || pellets === undefined) return undefined;
  // What tumbles a chamber is its cross-section: by the two thirds of what it holds.
  const times = (pellets / 600) ** (2 / 3);
  return pellets >= 450 && pellets <= 700
    ? FLOW_FOR_600_ML
    : { low: FLOW_FOR_600_ML.low * times, high: FLOW_FOR_600_ML.high * times };
}

function becauseOf(given: Input, verdict: CarbonVerdict, { most, dose }: Plan): Phrase[] {
  const flow = flowRange(given, given.wantedMl ?? dose);
  const wrong = chamberWords(given, dose);
  return [
    ...(given.nitrate !== undefined && given.phosphate !== undefined
      ? ['Nitrate', quantity('nitrate', given.nitrate), 'and phosphate', quantity('phosphate', given.phosphate), '.']
      : []),
    ...(most !== undefined && verdict !== 'not here' && verdict !== 'not yet' && verdict !== 'ask'
      ? ['No more than', quantity(given.form === 'pellets' ? 'dose' : 'doseRate', most), 'in this tank, ever.']
      : []),
    ...(flow && given.flowLPerH !== undefined && (given.flowLPerH > flow.high || given.flowLPerH < flow.low)
      ? [
          given.flowLPerH > flow.high ? 'The flow is above its range:' : 'The flow is below its range:',
          quantity('pumpRate', given.flowLPerH),
          'where',
          range('pumpRate', flow.low, flow.high),
          given.flowLPerH > flow.high
            ? 'tumbles them; more throws them into the screen.'
            : 'tumbles them; less lets them clump.',
        ]
      : []),
    ...wrong,
  ];
}

/** A chamber or an amount that does not suit this tank. */
function chamberWords({ form, wantedMl, chamberL, netVolumeL, pelletsMl }: Input, dose: number | undefined): Phrase[] {
  if (form !== 'pellets') return [];
  const there = wantedMl ?? pelletsMl ?? dose;
  const words: Phrase[] = [];
  if (there !== undefined && there > PELLETS_MOST * netVolumeL)
    words.push(
      quantity('dose', there),
      'of pellets is too much for this tank: it is for',
      quantity('volume', there / PELLETS_FULL),
      'and more.',
    );
  if (chamberL !== undefined && chamberL * 1000 > CHAMBER.most * PELLETS_FULL * netVolumeL)
    words.push('The chamber is too large for this tank: what it needs to tumble strips the water.');
  if (chamberL !== undefined && there !== undefined && chamberL * 1000 < CHAMBER.least * there)
    words.push('The chamber is too small for that many pellets: they need as much room again to tumble.');
  return words;
}

/** Oxygen that a day's dose takes at the most, mg/L; a bottle does not say what it holds, pellets dissolve by themselves. */
function oxygenOf({ form, liquid, netVolumeL }: Input, dose: number | undefined): number | undefined {
  return form === 'liquid' && liquid !== 'bottled' && dose !== undefined
    ? (dose * oxygenOfMl(liquid)) / netVolumeL
    : undefined;
}

function workingOf(given: Input, { dose, step, most }: Plan, worst: number | undefined): Step[] {
  const kind = given.form === 'pellets' ? 'dose' : 'doseRate';
  const line = (label: string, value: number | undefined, from: string): Step[] =>
    value === undefined ? [] : [{ label, value: quantity(kind, value), origin: 'common practice', from }];
  return [
    { label: 'Net volume', value: quantity('volume', given.netVolumeL), origin: 'setting', from: 'of the tank' },
    ...line('From now on', dose, 'by the rules of start, step, hold and ease'),
    ...line('A step', step, 'from memory, by the volume'),
    ...line('No more than', most, 'from memory, by the volume'),
    ...(worst === undefined
      ? []
      : [
          {
            label: 'Oxygen a day’s dose takes at the most',
            value: quantity('ion', worst),
            origin: 'equation' as const,
            from: 'burnt whole: C2H6O + 3 O2, C2H4O2 + 2 O2 (CIAAW 2021)',
          },
          {
            label: 'Oxygen the water holds',
            value: quantity('ion', oxygenAtRest(given.temperatureC, given.salinity)),
            origin: 'equation' as const,
            from: 'at rest with air: Garcia and Gordon 1992',
          },
        ]),
  ];
}

function cautionsOf(given: Input, verdict: CarbonVerdict, worst: number | undefined): Caution[] {
  const begins = verdict === 'start' || verdict === 'raise' || verdict === 'hold' || verdict === 'ease';
  return [
    ...(verdict === 'not yet' || verdict === 'ask' || verdict === 'start'
      ? [
          {
            severity: 'danger' as const,
            says: [
              'Not for beginners: begun at the full amount it strips nutrients and oxygen, and can kill a tank overnight.',
            ],
          },
        ]
      : []),
    ...(worst !== undefined && worst > 0.5
      ? [
          {
            severity: 'caution' as const,
            says: [
              'Burnt at once a day’s dose would take',
              quantity('ion', worst),
              'of the oxygen: in small doses, by day, with the skimmer on.',
            ],
          },
        ]
      : []),
    ...(given.exporters.length > 0 && begins
      ? [
          {
            severity: 'note' as const,
            says: [`Counted first: ${capitalised(listed(given.exporters))}. Each takes its share already.`],
          },
        ]
      : []),
    ...(given.form === 'pellets' && begins
      ? [
          {
            severity: 'note' as const,
            usual: true as const,
            says: [
              'The outlet goes to the skimmer’s intake. Clean its hose monthly, keep the pellets tumbling, and measure them anew after a move: they shrink.',
            ],
          },
        ]
      : []),
    ...(begins
      ? [
          {
            severity: 'caution' as const,
            usual: true as const,
            says: [
              'White haze, fish at the surface or a falling pH the next morning is a bloom of bacteria: give air, stop for two days, and change some water. Hold alkalinity near 8 dKH while nutrients are low.',
            ],
          },
        ]
      : []),
  ];
}
