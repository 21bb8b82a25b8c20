import { OUTDOOR_CO2_UATM } from '@/chemistry/carbonate/reef-water';
import type { Spread } from '@/numerics/most-likely';
import type { PhMeasure } from '@/chemistry/day/ph-measures';
import { estimate, quantity, range, type Quantity } from '@/quantities/quantity';
import type { QuantityKind } from '@/quantities/kinds';
import type { Answer, Phrase } from '../calculator/calculator';
import { PARAMETERS } from '../parameters/parameters';
import type { PhDayInput } from './ph-day-input';
import type { DayChange } from '@/chemistry/day/day-change';
import type { MeasureOfTank, PhDayValues } from './ph-day-values';
import { bestMeasure, SEEN_PH } from './best-measure';

/** What is done, as an order. */
export const MEASURE_WORDS: Readonly<Record<PhMeasure, string>> = {
  windows: 'open the windows',
  'outside air': 'lead outside air to the skimmer',
  scrubber: 'put CO₂-scrubber media on the skimmer’s air',
  refugium: 'light a refugium by night',
  limewater: 'dose limewater for part of the alkalinity',
  carbonate: 'dose carbonate in place of bicarbonate',
  surface: 'move the surface more',
};
const [BAND_LOW, BAND_HIGH] = PARAMETERS.ph.band;

const estimated = (kind: QuantityKind, { value, low, high }: Spread): Quantity => estimate(kind, value, low, high);
const ranged = (kind: QuantityKind, { low, high }: Spread): Quantity => range(kind, low, high);

export function answerOf(input: PhDayInput, values: PhDayValues): Answer {
  return {
    says: [...dangerOf(values), ...whatToDo(values), ...sinceWords(input, values.since), ...shouldYouWant(values)],
    certainty: values.hoursRead < 2 ? 'rough' : 'estimated',
    because: becauseOf(input, values),
  };
}

/** What the ways up come to: the first to try, and the one that does most where that is another. */
export function waysAnswerOf({ measures, mean, hoursRead }: PhDayValues): Answer {
  const best = bestMeasure(measures);
  const most = measures.toSorted((a, b) => b.rise.value - a.rise.value)[0];
  const lifts = ({ measure, rise }: MeasureOfTank): Phrase[] => [
    MEASURE_WORDS[measure],
    'lifts the day’s mean by',
    estimated('ph', rise),
  ];
  return {
    says: best
      ? [
          `First of all, ${MEASURE_WORDS[best.measure]}: that lifts the day’s mean of`,
          quantity('ph', mean.value),
          'by',
          estimated('ph', best.rise),
          '.',
        ]
      : ['Nothing on this list would lift pH so that it could be seen.'],
    certainty: hoursRead < 2 ? 'rough' : 'estimated',
    because: [
      ...(best ? ['95 % range', ranged('ph', best.rise), '.'] : []),
      ...(best && most && most !== best && most.rise.value > best.rise.value + SEEN_PH
        ? ['The most by itself: to', ...lifts(most), '(', ranged('ph', most.rise), ').']
        : []),
      mean.value >= BAND_LOW ? 'pH is within 7.8 to 8.3, where it may be left alone.' : 'Below 7.8 growth suffers.',
    ],
  };
}

/** By what was read, and by the fitted day where more than one hour tells it: a swing nobody read is no danger. */
function dangerOf({ lowest, highest, fitted: { hours }, hoursRead }: PhDayValues): Phrase[] {
  const { below, above } = PARAMETERS.ph.danger;
  const read = hours.map(({ ph }) => ph);
  const low = Math.min(...read, ...(hoursRead > 1 ? [lowest.value] : []));
  const high = Math.max(...read, ...(hoursRead > 1 ? [highest.value] : []));
  if (low < below) return ['pH falls to', quantity('ph', low), ', where skeletons dissolve: look after it today.'];
  if (high > above) return ['pH rises to', quantity('ph', high), ', which burns gills: look after it today.'];
  return [];
}

function whatToDo(values: PhDayValues): Phrase[] {
  const { mean, lowest, highest } = values;
  const course: Phrase[] = ['from', quantity('ph', lowest.value), 'to', quantity('ph', highest.value)];
  const best = bestMeasure(values.measures);
  if (mean.value > BAND_HIGH + 0.1)
    return ['pH runs high,', ...course, ': look for too much limewater or carbonate first, then at the probe.'];
  if (mean.value >= BAND_LOW && values.hoursRead < 2)
    return [
      'Leave pH alone so far: by the one hour it was read at, the day’s mean is about',
      estimated('ph', mean),
      '. Read it in the morning before the lights and in the evening before they go out.',
    ];
  if (mean.value >= BAND_LOW) return ['Leave pH alone: it runs', ...course, 'through the day.'];
  return best
    ? [
        `pH is low: ${MEASURE_WORDS[best.measure]}. It lifts the day’s mean of`,
        quantity('ph', mean.value),
        'by',
        estimated('ph', best.rise),
        '.',
      ]
    : [
        'pH is low,',
        ...course,
        ', and no fresh air would lift it to be seen: test alkalinity again and check the probe first.',
      ];
}

/** Of a pH that may be left alone, what would lift it all the same. */
function shouldYouWant({ mean, measures, hoursRead }: PhDayValues): Phrase[] {
  if (hoursRead < 2 || mean.value < BAND_LOW || mean.value > BAND_HIGH + 0.1) return [];
  const best = bestMeasure(measures);
  return best
    ? [`Should you want it higher, ${MEASURE_WORDS[best.measure]}: that lifts it by`, estimated('ph', best.rise), '.']
    : ['Nothing would lift it so that it could be seen.'];
}

function sinceWords({ before }: PhDayInput, since: DayChange | undefined): Phrase[] {
  if (!before || !since) return [];
  const { mean } = since;
  const seen = mean.low > 0 || mean.high < 0;
  const when: Phrase[] = [`Since ${before.what}`, { moment: before.at, day: true }];
  return seen
    ? [
        ...when,
        `it is ${mean.value > 0 ? 'higher' : 'lower'} by`,
        estimate('ph', Math.abs(mean.value), mean.low, mean.high),
        '.',
      ]
    : [...when, 'no difference is to be seen.'];
}

function becauseOf(input: PhDayInput, { mean, fitted, breathUatm, waterUatm, phOutdoors }: PhDayValues): Phrase[] {
  const air = fitted.of.roomUatm;
  const above = waterUatm.value - OUTDOOR_CO2_UATM;
  return [
    'Mean of the day',
    ranged('ph', mean),
    ', 95 % range; in outdoor air it would be at',
    quantity('ph', phOutdoors),
    '. The water sees',
    ranged('co2', waterUatm),
    'of CO₂',
    ...(above > 40 ? shareOf(air.value - OUTDOOR_CO2_UATM, breathUatm.value) : []),
    '. The room holds',
    ranged('co2', air),
    input.room ? ', as it was read.' : ', by the fit.',
    ...(fitted.roomAndBreathTied && !input.room
      ? ['Readings of pH alone cannot part room and breath: a reading of the room’s CO₂ would (“co2 950”).']
      : []),
    ...(fitted.hours.length < 2
      ? ['It was read at one hour only: the swing that is drawn is that of tanks in general.']
      : []),
  ];
}

/** How much of what is above outdoor air is the room's, and how much the animals'. */
function shareOf(room: number, breath: number): Phrase[] {
  const whole = Math.max(1, Math.max(0, room) + Math.max(0, breath));
  const percent = Math.round((10 * Math.max(0, room)) / whole) * 10;
  if (percent >= 90) return ['; what is above outdoor air is nearly all the room’s'];
  if (percent <= 10) return ['; what is above outdoor air is nearly all breathed out by what lives in it'];
  return [`; of what is above outdoor air some ${percent} % is the room’s and the rest breathed out in the tank`];
}
