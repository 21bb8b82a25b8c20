import * as z from 'zod';
import { BUFFER_IDS, BUFFERS, bufferPh, probeLine, truePh, type Buffer, type ProbeLine } from '@/chemistry/day/buffers';
import { Refusal } from '@/chemistry/refusal';
import { quantity } from '@/quantities/quantity';
import { AMOUNTS } from '../calculator/amounts';
import { amount, figure } from '../calculator/calculator-input';
import { defineCalculator, type Answer, type Caution } from '../calculator/calculator';

export const BUFFER_READS = {
  field: 'reading in the buffer',
  kind: 'ph',
  low: 2,
  high: 12,
  usual: [3.5, 10.5],
} as const;
export const BUFFER_TEMPERATURE = {
  field: 'temperature of the buffers',
  kind: 'temperature',
  low: 15,
  high: 35,
  usual: [18, 30],
} as const;
/** What electrodes give of their theory while they are good, and what is still of use. Common practice. */
const GOOD_SLOPE = [0.92, 1.03] as const;
const USABLE_SLOPE = 0.85;
/** 30 mV. Common practice. */
const MOST_OFFSET = 0.5;
/** A reading in another buffer than the one named is off by more than this. */
const SWAPPED = 1.2;
/** Where a reef's pH lies. */
const REEF_PH = 8.1;

const inBuffer = z.strictObject({ buffer: z.enum(BUFFER_IDS), reads: amount(BUFFER_READS) });

export const probeCheck = defineCalculator({
  name: 'probe-check',
  asks: 'Is a pH probe to be believed: its slope and offset by two buffers, and what it reads in the tank?',
  input: z.strictObject({
    first: inBuffer,
    second: inBuffer,
    temperatureC: amount(BUFFER_TEMPERATURE).default(25),
    /** What its buffers told before, and how long ago. */
    before: z
      .strictObject({
        slope: amount(AMOUNTS.probeSlope),
        daysAgo: figure('days since', 0.5, 100_000),
      })
      .optional(),
  }),
  example: { first: { buffer: 'seven', reads: 7.06 }, second: { buffer: 'ten', reads: 9.92 }, temperatureC: 25 },
  run: ({ first, second, temperatureC, before }) => {
    const truths = [bufferPh(first.buffer, temperatureC), bufferPh(second.buffer, temperatureC)] as const;
    refuseSwapped(first, second, truths);
    const line = probeLine(truths, [first.reads, second.reads]);
    const readsOff = 7 + line.offset + line.slope * (REEF_PH - 7) - REEF_PH;
    return {
      answer: answerOf(line, readsOff),
      working: [
        {
          label: `Buffer ${BUFFERS[first.buffer].name}`,
          value: quantity('ph', truths[0]),
          origin: 'equation',
          from: 'DIN 19266 or its maker’s table by temperature, from memory',
        },
        {
          label: `Buffer ${BUFFERS[second.buffer].name}`,
          value: quantity('ph', truths[1]),
          origin: 'equation',
          from: 'likewise',
        },
        {
          label: 'Slope, of the theory',
          value: quantity('percent', line.slope * 100),
          origin: 'equation',
          from: 'difference of the readings ÷ difference of the buffers',
        },
        {
          label: 'Offset in pH 7',
          value: quantity('ph', line.offset),
          origin: 'equation',
          from: 'Nernst 1889; isopotential point at pH 7',
        },
        {
          label: 'A reading of 8.1 means',
          value: quantity('ph', truePh(REEF_PH, line)),
          origin: 'equation',
          from: '7 + (read − 7 − offset) ÷ slope',
        },
      ],
      cautions: [...driftOf(line, before), ...cautionsOf(line, first.buffer, second.buffer)],
      values: { ...line, readsOff, factor: 1 / line.slope, correction: 7 - (7 + line.offset) / line.slope },
    };
  },
});

/** @throws Refusal for one buffer named twice, buffers named the wrong way round, or a probe that answers to nothing */
function refuseSwapped(
  first: z.output<typeof inBuffer>,
  second: z.output<typeof inBuffer>,
  [a, b]: readonly [number, number],
): void {
  if (Math.abs(a - b) < 1)
    throw new Refusal({
      field: 'second buffer',
      value: BUFFERS[second.buffer].name,
      allowed: 'one at least one pH from the first',
      hint: 'Two buffers close together tell no slope: take 7 and 10, or 4 and 7.',
    });
  const swapped = Math.abs(first.reads - b) < SWAPPED && Math.abs(second.reads - a) < SWAPPED;
  if (swapped)
    throw new Refusal({
      field: 'readings in the buffers',
      value: `${first.reads} in ${BUFFERS[first.buffer].name}, ${second.reads} in ${BUFFERS[second.buffer].name}`,
      allowed: 'each near its own buffer',
      hint: 'The two are swapped: each reading is near the other’s buffer.',
    });
  if (!((second.reads - first.reads) / (b - a) > 0.3))
    throw new Refusal({
      field: 'readings in the buffers',
      value: `${first.reads} and ${second.reads}`,
      allowed: 'further apart',
      hint: 'It hardly answers to the buffers: broken, dry, or one buffer was used for both. Soak it in its storage solution for some hours and try again.',
    });
}

function answerOf({ slope, offset }: ProbeLine, readsOff: number): Answer {
  const off = Math.abs(readsOff);
  const because: Answer['because'] = [
    'Slope',
    quantity('percent', slope * 100),
    'of the theory, offset',
    quantity('ph', offset),
    'in pH 7.',
  ];
  if (slope < USABLE_SLOPE || Math.abs(offset) > MOST_OFFSET)
    return {
      says: [
        'Replace the probe: it reads',
        quantity('ph', off),
        `${readsOff > 0 ? 'high' : 'low'} in the tank, and it is worn.`,
      ],
      certainty: 'worked out',
      because,
    };
  if (off < 0.03 && slope >= GOOD_SLOPE[0])
    return {
      says: ['The probe is right: in the tank it is off by', quantity('ph', off), 'only.'],
      certainty: 'worked out',
      because,
    };
  return {
    says: [
      'Calibrate the probe in these two buffers now: in the tank it reads',
      quantity('ph', off),
      `${readsOff > 0 ? 'high' : 'low'}.`,
      ...(slope < GOOD_SLOPE[0] ? ['Its slope is falling: have a new one ready.'] : []),
    ],
    certainty: 'worked out',
    because,
  };
}

/** How its slope has fallen since it was in buffers before, and when that ends its use if it goes on so. */
function driftOf(
  { slope }: ProbeLine,
  before: { readonly slope: number; readonly daysAgo: number } | undefined,
): Caution[] {
  // Less than a hundredth is what two careful readings differ by.
  const lost = before ? before.slope - slope : 0;
  if (!before || lost < LEAST_DRIFT) return [];
  const perDay = lost / before.daysAgo;
  const left = Math.max(0, (slope - USABLE_SLOPE) / perDay);
  return [
    {
      severity: left < 60 ? 'caution' : 'note',
      says: [
        'Its slope was',
        quantity('percent', before.slope * 100),
        'and is',
        quantity('percent', slope * 100),
        'now; falling so it is worn out in about',
        quantity('days', Math.max(1, Math.round(left))),
        '.',
      ],
    },
  ];
}
const LEAST_DRIFT = 0.01;

function cautionsOf({ slope }: ProbeLine, ...buffers: readonly Buffer[]): Caution[] {
  const cautions: Caution[] = [
    {
      severity: 'note',
      usual: true,
      says: [
        'Rinse between buffers, wait until it stands still, and throw used buffer away. A probe lasts a year or two; date it (common practice).',
      ],
    },
  ];
  if (slope > GOOD_SLOPE[1])
    cautions.push({
      severity: 'caution',
      says: ['No electrode gives more than its theory: one of the buffers is old or spoilt.'],
    });
  if (!buffers.some((each) => each === 'ten' || each === 'borax'))
    cautions.push({
      severity: 'note',
      says: ['A reef lies above 7: with 7 and 10 it is calibrated where it is read.'],
    });
  return cautions;
}
