import { z } from 'zod';
import { AMOUNTS } from '../amounts';
import { amount, figure, moment } from '../calculator-input';
import { defineCalculator, type Answer, type Caution, type Phrase, type Step } from '../calculator';
import { asNitrogen, CAUTION_NH3_N, freeAmmoniaShare, HARM_NH3_N, ofNitrogen } from '../nitrogen/free-ammonia';
import { readingExpectation } from '../parameters';
import { attempt, Refusal } from '../refusal';
import { DAY_MS } from '../tank-model/simulate';
import { MMOL_PER_L_PER_DKH as DKH } from '../units/kinds';
import { quantity } from '../units/quantity';
import {
  AMMONIA_READ_AT,
  ANIMALS,
  cycleReadingInput,
  deedEvents,
  deedInput,
  school,
  stepsInput,
  type FullReading,
} from './cycle-input';
import { readCycle, type CycleReadOut } from './read-cycle';
import { SCHOOLS } from './schools';
import type { Stage } from './stage';
import { stumblesOf } from './stumbles';

/** Days ahead the course is drawn. */
const AHEAD_DAYS = 30;
const LATELY_DAYS = 3;
/** A test within it is today's. Chosen: a day, less what a morning moves. */
const LATELY_TESTED_MS = 0.7 * DAY_MS;
/** Taken where neither was tested. */
const USUAL = { ph: AMMONIA_READ_AT, salinity: 35 } as const;
/** The largest change proposed at once to take ammonia from animals. Chosen: half. */
const MOST_CHANGED = 0.5;

/** More than a monitor that tests every hour writes in a season. */
const MOST_ENTRIES = 5000;

const input = z.strictObject({
  school,
  netVolumeL: amount(AMOUNTS.netVolume),
  startedAt: moment('start'),
  now: moment('now'),
  temperatureC: amount(readingExpectation('temperature')).default(25),
  readings: z.array(cycleReadingInput).max(MOST_ENTRIES),
  deeds: z.array(deedInput).max(MOST_ENTRIES).default([]),
  steps: stepsInput,
  doneAt: moment('end').optional(),
  chloramine: z.boolean().default(false),
  readsFree: z.boolean().default(false),
  newWaterAlkalinity: amount(readingExpectation('alkalinity')).default(8 * DKH),
  aheadDays: figure('days ahead', 1, 90, 'days').default(AHEAD_DAYS),
});
type Asked = z.output<typeof input>;

export const cycleReading = defineCalculator({
  name: 'cycle-reading',
  asks: 'Where does the cycle stand, when will it probably end, and what is there to do today?',
  input,
  example: {
    school: 'starter',
    netVolumeL: '46 L',
    startedAt: 1_794_000_000_000,
    now: 1_794_700_000_000,
    readings: [
      { at: 1_794_090_000_000, ammonia: 2, nitrite: 0, ph: 8.1, temperature: '25.2 °C', salinity: '35 ppt' },
      { at: 1_794_350_000_000, ammonia: 1.5, nitrite: 1 },
      { at: 1_794_610_000_000, ammonia: 0.3, nitrite: 4, nitrate: 5 },
    ],
    deeds: [{ did: 'dosed ammonia', at: 1_794_000_000_000, ammonia: 2 }],
  },
  run: (asked) => {
    const { netVolumeL, startedAt, now, temperatureC, steps } = asked;
    if (now < startedAt)
      throw new Refusal({
        field: 'start',
        value: 'later than now',
        allowed: 'a moment that has passed',
        hint: 'The cycle begins when the first ammonia or rock goes in.',
      });
    const readings = asked.readings.filter(({ at }) => at <= now).toSorted((a, b) => a.at - b.at);
    const deeds = asked.deeds.filter(({ at }) => at <= now).toSorted((a, b) => a.at - b.at);
    const doseLogged = deeds.some((deed) => deed.did === 'dosed ammonia' && deed.ammonia > 0);
    const tank = { startedAt, volumeL: netVolumeL, temperatureC, events: deedEvents(deeds, netVolumeL, startedAt) };
    const found = readCycle({
      tank,
      school: asked.school,
      doseLogged,
      readings,
      steps,
      now,
      aheadDays: Math.round(asked.aheadDays),
    });
    const animals = deeds.some((deed) => deed.did === 'put in' && ANIMALS.includes(deed.what));
    const free = freeNow(readings, asked, found);
    const stumbles = stumblesOf({
      ...asked,
      doneAt: asked.doneAt,
      tank,
      doseLogged,
      readings,
      deeds,
      found,
    });
    const testedLately = readings.some(
      ({ at, ammonia, nitrite }) => at > now - LATELY_TESTED_MS && (ammonia !== undefined || nitrite !== undefined),
    );
    const tested = readings.filter(({ ammonia, nitrite }) => ammonia !== undefined || nitrite !== undefined).length;
    return {
      answer: answerOf(asked, found, free, animals, tested, testedLately),
      working: workingOf(asked, found, free, tested),
      cautions: [
        ...stumbles.map(({ severity, says }): Caution => ({ severity, says })),
        ...leaveAlone(found.stage, animals),
      ],
      values: {
        stage: found.stage,
        confidence: found.confidence,
        chances: found.chances,
        ...(found.course.ends && {
          endsFrom: found.course.ends.low,
          ends: found.course.ends.middle,
          endsBy: Math.min(found.course.ends.high, now + 2 * AHEAD_DAYS * DAY_MS),
        }),
        ammoniaNow: found.now.ammonia,
        nitriteNow: found.now.nitrite,
        capacityPerDay: found.now.capacity,
        freeNitrogenMgPerL: free.nitrogen,
        stumbles: stumbles.map(({ id }) => id),
        course: found.course.lines,
      },
    };
  },
});

interface Free {
  readonly ammonia: number;
  /** un-ionised, mg/L as nitrogen */
  readonly nitrogen: number;
  readonly share: number;
  readonly ph: number;
  readonly phTested: boolean;
}

/** What of the ammonia is un-ionised now: the last test where it is of today, else what the tank probably holds. */
function freeNow(readings: readonly FullReading[], { now, temperatureC }: Asked, found: CycleReadOut): Free {
  const since = now - LATELY_DAYS * DAY_MS;
  const lastPh = readings.findLast(({ ph, at }) => ph !== undefined && at >= since)?.ph;
  const ph = lastPh ?? USUAL.ph;
  const salinity = readings.findLast((reading) => reading.salinity !== undefined)?.salinity ?? USUAL.salinity;
  const temperature = readings.findLast((reading) => reading.temperature !== undefined)?.temperature ?? temperatureC;
  const today = readings.findLast(({ ammonia, at }) => ammonia !== undefined && at >= now - 1.5 * DAY_MS)?.ammonia;
  const ammonia = today ?? found.now.ammonia;
  const share = attempt(() => freeAmmoniaShare(ph, salinity, temperature)).outcome ?? 0.05;
  return { ammonia, share, nitrogen: asNitrogen(ammonia * share), ph, phTested: lastPh !== undefined };
}

/** What each stage is, as the beginning of a sentence. */
const STAGE_SAYS: Record<Stage, string> = {
  'not started': 'The cycle has not begun',
  'ammonia rising': 'Ammonia stands high, and the first bacteria are growing',
  'ammonia falling': 'Ammonia is falling, and nitrite comes next',
  'nitrite rising': 'Nitrite is rising, and the second bacteria are growing',
  'nitrite falling': 'Nitrite is falling',
  'waiting to confirm': 'Both seem to be gone',
  cycled: 'The tank is cycled',
};

function answerOf(
  asked: Asked,
  { stage, confidence, course, confirming }: CycleReadOut,
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
      'It will probably be through',
      ...(ends.high - ends.low < DAY_MS || ends.high === Infinity
        ? ['by', { moment: ends.high === Infinity ? ends.middle : ends.high, day: true as const }]
        : ['between', { moment: ends.low, day: true as const }, 'and', { moment: ends.high, day: true as const }]),
      '.',
    );
  if (open && !ends) says.push('It will not be through within', quantity('days', asked.aheadDays), '.');
  return {
    says,
    certainty: tested < 2 ? 'not enough yet' : confidence >= 0.8 ? 'likely' : 'rough',
    because: [
      ...(confidence > 0.985 ? ['Nearly all'] : [quantity('percent', Math.round(confidence * 100))]),
      tested < 2
        ? 'of tanks begun this way; two tests or more, and it is told from yours.'
        : `of the tanks that would have tested like yours on ${tested} days.`,
    ],
  };
}

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
  const { source, doseMgPerL } = SCHOOLS[id];
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
        ? [`test both ${again(next)}; half a dose of ammonia keeps the first bacteria fed if ammonia reads nothing.`]
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

function workingOf(asked: Asked, found: CycleReadOut, free: Free, tested: number): Step[] {
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
function leaveAlone(stage: Stage, animals: boolean): Caution[] {
  if (stage === 'cycled' || stage === 'waiting to confirm')
    return [{ severity: 'note', says: ['Slow wins: what opens next, and why, stands under After.'] }];
  return [
    {
      severity: 'note',
      says: [
        animals
          ? 'Not now: no new animals, no medicine, no additive that raises pH, no cleaning of rock or filter.'
          : 'Not now: no animals, no water change unless one is asked for here, no additive that raises pH, no cleaning of rock or filter.',
      ],
    },
  ];
}
