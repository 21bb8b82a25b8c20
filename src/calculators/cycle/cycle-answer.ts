import type { Answer, Caution, Phrase, Step } from '../calculator/calculator';
import { CAUTION_NH3_N, HARM_NH3_N, ofNitrogen } from '@/chemistry/nitrogen/free-ammonia';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { quantity } from '@/quantities/quantity';
import type { CycleReadOut } from '@/chemistry/cycle/read-cycle';
import { CYCLE_SCHOOLS, type CycleSchoolId } from './cycle-schools';
import type { FirstSteps, Stage } from '@/chemistry/cycle/stage';

/** The largest change proposed at once to take ammonia from animals. Chosen: half. */
const MOST_CHANGED = 0.5;

/** What was asked, as far as it is told. */
interface Asked {
  readonly school: CycleSchoolId;
  readonly netVolumeL: number;
  readonly aheadDays: number;
  readonly steps: FirstSteps;
}

/** What of the ammonia is un-ionised. */
export interface Free {
  readonly ammonia: number;
  /** un-ionised, mg/L as nitrogen */
  readonly nitrogen: number;
  readonly share: number;
  readonly ph: number;
  readonly phTested: boolean;
}

/** What each stage is, as the beginning of a sentence. */
const STAGE_SAYS: Record<Stage, string> = {
  'not started': 'The cycle has not begun',
  'ammonia rising': 'Ammonia is high, and the first bacteria are growing',
  'ammonia falling': 'Ammonia is falling, and nitrite comes next',
  'nitrite rising': 'Nitrite is rising, and the second bacteria are growing',
  'nitrite falling': 'Nitrite is falling',
  'waiting to confirm': 'Both seem to be gone',
  cycled: 'The tank is cycled',
};

export function cycleAnswer(
  asked: Asked,
  { stage, confidence, course, confirming, shown }: CycleReadOut,
  free: Free,
  animals: boolean,
  tested: number,
  testedLately: boolean,
): Answer {
  const { ends } = course;
  const harmed = animals && free.nitrogen >= CAUTION_NH3_N;
  const next = testedLately ? 'tomorrow' : 'today';
  const says: Phrase[] = [
    `${STAGE_SAYS[stage]}:`,
    ...(harmed ? changeNow(free) : todayOf(stage, asked, confirming, next)),
  ];
  const open = stage !== 'cycled' && stage !== 'waiting to confirm';
  if (open && ends)
    says.push(
      ...(ends.high - ends.low < DAY_MS
        ? ['It will probably be through by', { moment: ends.high, day: true as const }]
        : ends.high - ends.low > TOLD_WITHIN_DAYS * DAY_MS
          ? [
              'It will be through on',
              { moment: ends.low, day: true as const },
              'at the soonest; how much later cannot be told yet',
            ]
          : [
              'It will probably be through between',
              { moment: ends.low, day: true as const },
              'and',
              { moment: ends.high, day: true as const },
            ]),
      '.',
    );
  if (open && !ends) says.push('It will not be through within', quantity('days', asked.aheadDays), '.');
  return {
    says,
    certainty: tested < 2 ? 'not enough yet' : shown ? 'estimated' : confidence >= 0.8 ? 'likely' : 'rough',
    because: shown
      ? [`The last of ${tested} days of tests show it; when it ends is a 95 % range.`]
      : [
          ...(confidence > 0.985 ? ['Nearly all'] : [quantity('percent', Math.round(confidence * 100))]),
          tested < 2
            ? 'of tanks begun this way; after two tests it is worked out from yours.'
            : `of the tanks that would have tested like yours on ${tested} days.`,
        ],
  };
}

/** A range of more days is not told: it says no more than that nobody knows. Chosen. */
const TOLD_WITHIN_DAYS = 28;

/** With animals in and ammonia at caution: the change that brings it under. */
function changeNow({ ammonia, share }: Free): Phrase[] {
  const limit = ofNitrogen(CAUTION_NH3_N) / share;
  const needed = Math.min(MOST_CHANGED, Math.max(0.1, 1 - limit / ammonia));
  return [
    'change',
    quantity('percent', Math.ceil(needed * 20) * 5),
    'of the water now, for the animals’ sake; feed nothing, and test again tomorrow.',
  ];
}

function todayOf(stage: Stage, { school: id }: Asked, confirming: number, next: 'today' | 'tomorrow'): Phrase[] {
  const { source, doseMgPerL } = CYCLE_SCHOOLS[id];
  switch (stage) {
    case 'not started':
      return source === 'measured'
        ? ['dose ammonia to', quantity('ammonia', doseMgPerL), 'and test an hour later.']
        : ['test ammonia daily until it shows.'];
    case 'ammonia rising':
    case 'nitrite rising':
      return [`leave it alone, and test both ${again(next)}.`];
    case 'ammonia falling':
      return [`leave it alone, dose nothing, and test both ${again(next)}.`];
    case 'nitrite falling':
      return source === 'measured'
        ? [`test both ${again(next)}; half a dose of ammonia keeps the first bacteria fed if ammonia reads zero.`]
        : [`leave it alone, and test both ${again(next)}.`];
    case 'waiting to confirm':
      return [
        confirming > 0
          ? `one more test of both ${next} settles it.`
          : next === 'today'
            ? 'test both today and tomorrow to settle it.'
            : 'test both tomorrow and the day after to settle it.',
      ];
    case 'cycled':
      return source === 'fish'
        ? ['bring nitrate down with a first change of water, and keep feeding little.']
        : ['put it to the test with a measured dose, then bring nitrate down with a first change of water.'];
  }
}

const again = (next: 'today' | 'tomorrow') => (next === 'today' ? 'today' : 'again tomorrow');

export function cycleWorking(asked: Asked, found: CycleReadOut, free: Free, tested: number): Step[] {
  const { netVolumeL, steps } = asked;
  return [
    { label: 'Net volume', value: quantity('volume', netVolumeL), origin: 'setting', from: 'of this tank' },
    {
      label: 'Tests of ammonia or nitrite',
      value: quantity('ratio', tested),
      origin: 'log',
      from: 'each counted by its error; one far from all others hardly at all',
    },
    {
      label: 'Kit’s first step, ammonia',
      value: quantity('ammonia', steps.ammonia),
      origin: 'setting',
      from: 'less than it counts as none',
    },
    {
      label: 'Ammonia, probably',
      value: quantity('ammonia', found.now.ammonia),
      origin: 'equation',
      from: 'the tank model through the tanks that fit the tests (Monod growth)',
    },
    {
      label: 'Nitrite, probably',
      value: quantity('nitrite', found.now.nitrite),
      origin: 'equation',
      from: 'the same',
    },
    {
      label: 'It could oxidise',
      value: quantity('ammoniaRate', found.now.capacity),
      origin: 'equation',
      from: 'ammonia at plenty, by the same bacteria',
    },
    {
      label: 'Un-ionised ammonia, as nitrogen',
      value: quantity('freeAmmonia', free.nitrogen),
      origin: 'equation',
      from: `${Number((free.share * 100).toPrecision(2))} % of all ammonia at pH ${Number(free.ph.toFixed(2))}${free.phTested ? '' : ', assumed'} (Clegg and Whitfield 1995); ${verdictWords(free.nitrogen)}`,
    },
    ...(['ammonia rising', 'ammonia falling', 'nitrite rising', 'nitrite falling', 'waiting to confirm'] as const)
      .filter((stage) => found.chances[stage] >= 0.005)
      .map((stage): Step => ({
        label: `Chance: ${stage}`,
        value: quantity('percent', Math.round(found.chances[stage] * 100)),
        origin: 'equation',
        from: 'the share of the tanks that fit',
      })),
  ];
}

function verdictWords(nitrogen: number): string {
  if (nitrogen >= HARM_NH3_N) return 'it would harm animals';
  return nitrogen >= CAUTION_NH3_N ? 'caution with animals begins at 0.02' : 'animals would not be harmed by it';
}

/** What not to do, where it is most tempting. */
export function leaveAlone(stage: Stage, animals: boolean): Caution[] {
  if (stage === 'cycled' || stage === 'waiting to confirm')
    return [{ severity: 'note', says: ['Slow wins: what opens next, and why, is under After the cycle.'] }];
  return [
    {
      severity: 'note',
      says: [
        animals
          ? 'Not now: no new animals, no medicine, no additive that raises pH, no cleaning of rock or filter.'
          : 'Not now: no animals before their gate opens under After the cycle, no water change unless one is asked for here, no additive that raises pH, no cleaning of rock or filter.',
      ],
    },
  ];
}
