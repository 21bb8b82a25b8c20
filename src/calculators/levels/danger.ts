import * as z from 'zod';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { quantity } from '@/quantities/quantity';
import { amount, moment } from '../calculator/calculator-input';
import { defineCalculator, type Answer, type Phrase, type Step } from '../calculator/calculator';
import { capitalised } from '../calculator/words';
import { EVERYDAY_IDS, PARAMETERS, readingExpectation, type EverydayId } from '../parameters/parameters';

/** A reading older than this says nothing of the water now. Chosen. */
const LATELY_DAYS = 14;

/** Of these only animals are in danger: in a tank that cycles without them they are what is waited for. */
const ONLY_WITH_ANIMALS: readonly EverydayId[] = ['ammonia', 'nitrite'];

type Side = 'below' | 'above';

/** What to check and do first, in that order. Common practice. */
const FIRST: Readonly<Record<EverydayId, Partial<Record<Side, string>>>> = {
  ammonia: {
    above:
      'Test again with fresh reagents. If it holds, change a quarter of the water today, matched in salinity and temperature; stop feeding, and look for a dead animal.',
  },
  nitrite: {
    above:
      'Test again. If it holds, change a quarter of the water today, matched in salinity and temperature; feed little, add no animal.',
  },
  salinity: {
    below:
      'Read again with a calibrated instrument, and stop the top-off. Then raise it by no more than 1 ppt a day, with saltwater in place of fresh water.',
    above:
      'Read again with a calibrated instrument, and look whether the top-off runs. Then lower it by no more than 1 ppt a day with RO/DI water.',
  },
  temperature: {
    above:
      'Check the thermometer, and unplug a heater that is still warm. Lights off, lid open, a fan over the water and more surface movement: warm water holds less oxygen. Cool by no more than 1 °C (2 °F) an hour.',
    below: 'Check the thermometer and the heater. Warm by no more than 1 °C (2 °F) an hour.',
  },
  ph: {
    below:
      'Check the probe against a buffer. Open windows, move the surface, and stop the CO2 of a reactor; no buffer is added.',
    above: 'Check the probe against a buffer. Stop limewater and carbonate doses, and let air in: CO2 brings pH down.',
  },
  alkalinity: {
    above:
      'Test again. Stop every source of alkalinity (two-part, limewater, reactor) and let the tank use it up; no acid, no large change at once.',
    below:
      'Test again. Then raise it by no more than 1 dKH a day, and look for a pump that stopped or a bottle that ran dry.',
  },
  calcium: {
    above: 'Test again. Stop every source of calcium and let the tank use it up.',
    below: 'Test again, and salinity with it: low salt reads as low calcium. Then raise it over days.',
  },
  magnesium: {
    above: 'Test again. Stop every source of magnesium; water changes bring it down.',
    below: 'Test again, and salinity with it: low salt reads as low magnesium. Then raise it over days.',
  },
  nitrate: {
    above: 'Test again with the sample diluted. Then bring it down by water changes over a week or two, not at once.',
  },
  phosphate: {
    above: 'Test again with the sample diluted. Then bring it down over weeks: less food, water changes, little media.',
  },
};

const readingOf = (id: EverydayId) =>
  z
    .strictObject({
      at: moment('time of the test'),
      value: amount(readingExpectation(id)),
      /** The kit said only that it is below, or above, the value. */
      bound: z.enum(['below', 'above']).optional(),
    })
    .optional();
const lastReadings = Object.fromEntries(EVERYDAY_IDS.map((id) => [id, readingOf(id)])) as Record<
  EverydayId,
  ReturnType<typeof readingOf>
>;

export const danger = defineCalculator({
  name: 'danger',
  asks: 'Is a level beyond what reef animals bear, and what is checked and done first?',
  input: z.strictObject({
    now: moment('now'),
    /** Whether animals are in the tank. */
    stocked: z.boolean().default(true),
    /** The last reading of each. */
    readings: z.strictObject(lastReadings),
  }),
  example: {
    now: 1_790_000_000_000,
    stocked: true,
    readings: {
      ammonia: { at: 1_789_990_000_000, value: 0.5 },
      alkalinity: { at: 1_789_990_000_000, value: '8.2 dKH' },
    },
  },
  run: ({ now, stocked, readings }) => {
    const given = EVERYDAY_IDS.flatMap((parameter): Reading[] => {
      const reading = readings[parameter];
      return reading ? [{ parameter, ...reading }] : [];
    });
    const dangers = given
      .filter(({ at }) => now - at <= LATELY_DAYS * DAY_MS)
      .filter(({ parameter }) => stocked || !ONLY_WITH_ANIMALS.includes(parameter))
      .flatMap(inDanger)
      .toSorted((a, b) => ORDER.indexOf(a.parameter) - ORDER.indexOf(b.parameter));
    return { answer: answerOf(dangers, given.length), working: dangers.map(stepOf), cautions: [], values: { dangers } };
  },
});

/** The gravest first: what kills within hours before what kills within days. Chosen. */
const ORDER: readonly EverydayId[] = [
  'ammonia',
  'temperature',
  'salinity',
  'ph',
  'alkalinity',
  'nitrite',
  'magnesium',
  'calcium',
  'phosphate',
  'nitrate',
];

interface Reading {
  readonly parameter: EverydayId;
  readonly at: number;
  readonly value: number;
  readonly bound?: Side | undefined;
}

export interface InDanger extends Reading {
  readonly side: Side;
  readonly limit: number;
}

function inDanger(reading: Reading): InDanger[] {
  const { below, above }: { below?: number; above?: number } = PARAMETERS[reading.parameter].danger;
  // "<0.5" may be zero: a bound tells of its own side alone.
  if (below !== undefined && reading.value < below && reading.bound !== 'above')
    return [{ ...reading, side: 'below', limit: below }];
  if (above !== undefined && reading.value > above && reading.bound !== 'below')
    return [{ ...reading, side: 'above', limit: above }];
  return [];
}

function answerOf(dangers: readonly InDanger[], readings: number): Answer {
  const [worst, ...others] = dangers;
  if (!worst)
    return {
      says: [readings === 0 ? 'No reading to judge.' : 'No reading is dangerous.'],
      certainty: readings === 0 ? 'not enough yet' : 'worked out',
      because: [],
    };
  // What is done at once is the answer; what comes after it stands below.
  const sentences = (FIRST[worst.parameter][worst.side] ?? 'Test again.').split(/(?<=\.) /);
  const [first, then] = [sentences.slice(0, 2), sentences.slice(2)];
  return {
    says: [...levelWords(worst), ':', lowerFirst(first.join(' '))],
    certainty: 'worked out',
    because: [
      ...then,
      'Read',
      { moment: worst.at },
      `; dangerous ${worst.side}`,
      quantity(PARAMETERS[worst.parameter].kind, worst.limit),
      '(common practice).',
      ...others.flatMap((each): Phrase[] => [...levelWords(each), 'as well.']),
    ],
  };
}

/** "Ammonia is dangerously high at 0.5 mg/L". */
function levelWords({ parameter, side, value }: InDanger): Phrase[] {
  const { name, kind } = PARAMETERS[parameter];
  return [`${capitalised(name)} is dangerously ${side === 'above' ? 'high' : 'low'} at`, quantity(kind, value)];
}

function lowerFirst(text: string): string {
  return text.charAt(0).toLowerCase() + text.slice(1);
}

function stepOf({ parameter, side, limit, value }: InDanger): Step {
  const { name, kind } = PARAMETERS[parameter];
  return {
    label: capitalised(name),
    value: quantity(kind, value),
    origin: 'log',
    from: `its last reading; dangerous ${side} ${String(Number(limit.toPrecision(3)))} in canonical units (common practice)`,
  };
}
