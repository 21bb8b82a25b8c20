import { OUTDOOR_CO2_UATM, carbonateOfWater } from '@/chemistry/carbonate/reef-water';
import type { Spread } from '@/chemistry/day/fit-day';
import { PH_MEASURES, type PhMeasure } from '@/chemistry/day/ph-measures';
import { estimate, quantity, range, type Quantity } from '@/quantities/quantity';
import type { QuantityKind } from '@/quantities/kinds';
import type { Answer, Caution, Phrase, Step } from '../calculator/calculator';
import { PARAMETERS } from '../parameters/parameters';
import type { PhDayInput } from './ph-day-input';
import type { DayChange } from '@/chemistry/day/day-change';
import type { MeasureOfTank, PhDayValues } from './ph-day';

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
/** A difference in pH no keeper sees at the tank. Chosen: what a good probe errs by. */
export const SEEN_PH = 0.03;
const [BAND_LOW, BAND_HIGH] = PARAMETERS.ph.band;
/** Alkalinity that bottles are bought to bring, mmol/L: 1 dKH. */
const ONE_DKH = 0.3571;

const estimated = (kind: QuantityKind, { value, low, high }: Spread): Quantity => estimate(kind, value, low, high);
const ranged = (kind: QuantityKind, { low, high }: Spread): Quantity => range(kind, low, high);

/** The first in order of sense that would do something to be seen: what costs nothing is tried before what is surer. */
export function bestMeasure(measures: readonly MeasureOfTank[]): MeasureOfTank | undefined {
  return measures.find(({ rise }) => rise.value >= SEEN_PH);
}

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

function dangerOf({ lowest, highest }: PhDayValues): Phrase[] {
  const { below, above } = PARAMETERS.ph.danger;
  if (lowest.value < below)
    return ['pH falls to', quantity('ph', lowest.value), ', where skeletons dissolve: look after it today.'];
  if (highest.value > above)
    return ['pH rises to', quantity('ph', highest.value), ', which burns gills: look after it today.'];
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

export function workingOf(input: PhDayInput, values: PhDayValues): Step[] {
  const { fitted, phOutdoors, phInRoom, mean, lowest, highest, swing, waterUatm, breathUatm, since } = values;
  const source = 'Dickson, Sabine and Christian 2007; NBS by Takahashi et al. 1982';
  const fit = `the tank model fitted to ${input.readings.length} readings at ${values.hoursRead} ${values.hoursRead === 1 ? 'hour' : 'hours'} of the day`;
  const told = (is: boolean) => (is ? fit : 'what is usual of tanks: these readings hardly tell it');
  const step = (label: string, value: Quantity, origin: Step['origin'], from: string): Step => ({
    label,
    value,
    origin,
    from,
  });
  const { roomUatm, exchangePerDay, lightADay, netBreathADay } = fitted.of;
  return [
    step('Alkalinity', quantity('alkalinity', input.water.alkalinity), 'log', 'as it stands now'),
    step('pH in outdoor air', quantity('ph', phOutdoors), 'equation', `${OUTDOOR_CO2_UATM} ppm; ${source}`),
    step('pH in this room, without animals', ranged('ph', phInRoom), 'equation', source),
    step('Mean pH of the day', ranged('ph', mean), 'equation', fit),
    step('Lowest', ranged('ph', lowest), 'equation', fit),
    step('Highest', ranged('ph', highest), 'equation', fit),
    step('Swing', ranged('ph', swing), 'equation', fit),
    step('CO₂ the water sees', ranged('co2', waterUatm), 'equation', source),
    step(
      'CO₂ of the room',
      ranged('co2', roomUatm),
      input.room ? 'log' : roomUatm.told ? 'equation' : 'assumed',
      input.room ? 'as it was read' : told(roomUatm.told),
    ),
    step('What breath adds to it', ranged('co2', breathUatm), 'equation', 'the one less the other'),
    step(
      'Gas exchange, times a day',
      ranged('ratio', exchangePerDay),
      exchangePerDay.told ? 'equation' : 'assumed',
      told(exchangePerDay.told),
    ),
    step(
      'Carbon light takes, a day',
      ranged('carbon', lightADay),
      lightADay.told ? 'equation' : 'assumed',
      told(lightADay.told),
    ),
    step(
      'Breathed out beyond that',
      ranged('carbon', netBreathADay),
      netBreathADay.told ? 'equation' : 'assumed',
      told(netBreathADay.told),
    ),
    ...(since
      ? [
          step('Change of the mean', ranged('ph', since.mean), 'equation', 'hour by hour, one probe for both'),
          ...(since.swing
            ? [
                step(
                  'Change of the swing',
                  ranged('ph', since.swing),
                  'equation',
                  'of the lowest and the highest hour before',
                ),
              ]
            : []),
        ]
      : []),
  ];
}

export function cautionsOf(input: PhDayInput, values: PhDayValues): Caution[] {
  const { water, calibratedDaysAgo, room, readings } = input;
  const cautions: Caution[] = [bufferOf(input, values)];
  if (stuckProbe(readings))
    cautions.push({
      severity: 'caution',
      says: [
        'The probe read the same over and over: a stuck or dry probe does. Shake it in tank water, and check it in a buffer before believing the curve.',
      ],
    });
  if (input.withoutHour > 0)
    cautions.push({
      severity: 'note',
      says: [
        `${input.withoutHour === 1 ? 'One reading names' : `${input.withoutHour} readings name`} a day and no hour and ${input.withoutHour === 1 ? 'is' : 'are'} left out: pH is another in the morning. Say when, as in “yesterday 8pm ph 8.1”.`,
      ],
    });
  if (calibratedDaysAgo === undefined || calibratedDaysAgo > 60)
    cautions.push({
      severity: 'note',
      says: [
        calibratedDaysAgo === undefined
          ? 'No calibration of the probe is logged: its readings are taken as good to ±'
          : `The probe was calibrated ${Math.round(calibratedDaysAgo)} days ago: its readings are taken as good to ±`,
        quantity('ph', 2 * input.probeSd),
        '.',
      ],
    });
  if (!room && values.fitted.of.roomUatm.value > 1.5 * OUTDOOR_CO2_UATM)
    cautions.push({
      severity: 'note',
      says: ['The aeration check tells room from probe with a cup and an hour: it is under Aeration check.'],
    });
  if (values.highest.value > 8.45)
    cautions.push({
      severity: 'caution',
      says: [
        'Above 8.3 to 8.4 calcium carbonate may fall out onto pumps and heaters: no measure that lifts pH further.',
      ],
    });
  const saturation = saturationRise(values, water);
  if (saturation !== undefined && saturation > 0.08)
    cautions.push({
      severity: 'note',
      says: [
        `At a higher pH corals grow faster: with the first measure aragonite saturation rises by about ${Math.round(saturation * 100)} %, and alkalinity may be consumed by as much more (rough; in one tank it doubled). Test it twice in the week after.`,
      ],
    });
  return cautions;
}

/** What a bottle of buffer would do, told once so that it is not bought. */
function bufferOf(
  { water: { alkalinity, salinity, temperatureC } }: PhDayInput,
  { mean, waterUatm }: PhDayValues,
): Caution {
  const ph = (alk: number) =>
    carbonateOfWater({ alkalinityMmolPerL: alk, pco2Uatm: Math.max(100, waterUatm.value) }, salinity, temperatureC)
      .phNbs;
  const lasting = ph(alkalinity + ONE_DKH) - ph(alkalinity);
  return {
    severity: 'note',
    usual: true,
    says: [
      'No pH buffer: a bottle that brings',
      quantity('alkalinity', ONE_DKH),
      'lifts pH for some hours and, once the air has done its work, by',
      quantity('ph', lasting),
      'from',
      quantity('ph', mean.value),
      '; alkalinity and, with most, borate go up with each dose.',
    ],
  };
}

/** By what share aragonite saturation above 1 rises with the first measure of sense; undefined where none does. */
function saturationRise({ measures, waterUatm }: PhDayValues, water: PhDayInput['water']): number | undefined {
  const best = bestMeasure(measures);
  if (!best) return undefined;
  const at = (phNbs: number) =>
    carbonateOfWater({ alkalinityMmolPerL: water.alkalinity, phNbs }, water.salinity, water.temperatureC, water.calcium)
      .aragonite - 1;
  const now = carbonateOfWater(
    { alkalinityMmolPerL: water.alkalinity, pco2Uatm: Math.max(100, waterUatm.value) },
    water.salinity,
    water.temperatureC,
  ).phNbs;
  return at(now) > 0 ? at(now + best.rise.value) / at(now) - 1 : undefined;
}

/** Many readings and all of them one figure. */
function stuckProbe(readings: PhDayInput['readings']): boolean {
  return readings.length >= 12 && new Set(readings.map(({ ph }) => ph)).size === 1;
}

/** In the order they are tried in. */
export const MEASURE_ORDER: readonly PhMeasure[] = PH_MEASURES;
