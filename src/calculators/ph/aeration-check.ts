import * as z from 'zod';
import { OUTDOOR_CO2_UATM } from '@/chemistry/carbonate/reef-water';
import { phAtRest } from '@/chemistry/day/fit-day';
import { quantity } from '@/quantities/quantity';
import { amount, figure } from '../calculator/calculator-input';
import { defineCalculator, type Answer, type Caution } from '../calculator/calculator';
import { SALINITY_OF_CARBONATE, TEMPERATURE_OF_CARBONATE } from '../carbonate/carbonate-calculator';
import { readingExpectation } from '../parameters/parameters';
import { SEEN_PH } from './best-measure';

/** An hour of hard bubbling brings a cup to rest with its air. Common practice. */
export const AERATION_MINUTES = 60;
/** A rise from which the room is the cause. Common practice. */
const ROOM_FROM = 0.1;
/** What pH and alkalinity together may be off by before one of them must be wrong: twice a careful probe's error and a kit's. Chosen. */
const BOTH_ERR = 0.09;

export const aerationCheck = defineCalculator({
  name: 'aeration-check',
  asks: 'Is it the room, the probe or the alkalinity test: a cup of tank water under outdoor air for an hour?',
  input: z.strictObject({
    alkalinity: amount({ ...readingExpectation('alkalinity'), low: 0.5 }),
    salinity: amount(SALINITY_OF_CARBONATE).default(35),
    temperatureC: amount(TEMPERATURE_OF_CARBONATE).default(25),
    phBefore: amount(readingExpectation('ph')),
    /** Left out before it was read. */
    phAfter: amount(readingExpectation('ph')).optional(),
    minutes: figure('minutes of bubbling', 0, 1440).default(AERATION_MINUTES),
  }),
  example: { alkalinity: '8.5 dKH', temperatureC: 25.5, phBefore: 7.85, phAfter: 8.22 },
  run: (input) => {
    const expected = phAtRest(input, OUTDOOR_CO2_UATM);
    const gap = expected - input.phBefore;
    const rise = input.phAfter === undefined ? undefined : input.phAfter - input.phBefore;
    const finding = findingOf(gap, rise, input.minutes);
    return {
      answer: { says: saysOf(finding, expected, gap, rise), certainty: 'likely', because: BECAUSE[finding] },
      working: [
        {
          label: 'pH in outdoor air',
          value: quantity('ph', expected),
          origin: 'equation',
          from: `${OUTDOOR_CO2_UATM} ppm, Dickson, Sabine and Christian 2007; NBS by Takahashi et al. 1982`,
        },
        {
          label: 'It should rise by',
          value: quantity('ph', gap),
          origin: 'equation',
          from: 'the one less what was read before',
        },
        ...(rise === undefined
          ? []
          : [{ label: 'It rose by', value: quantity('ph', rise), origin: 'yours' as const, from: 'as read' }]),
      ],
      cautions: CAUTIONS,
      values: { expected, gap, rise, finding },
    };
  },
});

export type AerationFinding =
  | 'to be read'
  | 'too soon'
  | 'nothing to gain'
  | 'the room'
  | 'partly the room'
  | 'probe low or alkalinity high'
  | 'probe high or alkalinity low';

function findingOf(gap: number, rise: number | undefined, minutes: number): AerationFinding {
  if (rise === undefined)
    return gap < -BOTH_ERR ? 'probe high or alkalinity low' : gap < 2 * SEEN_PH ? 'nothing to gain' : 'to be read';
  if (rise > gap + BOTH_ERR) return 'probe high or alkalinity low';
  if (gap < 2 * SEEN_PH) return 'nothing to gain';
  if (rise >= Math.max(ROOM_FROM, gap - BOTH_ERR)) return 'the room';
  if (minutes < 0.75 * AERATION_MINUTES) return 'too soon';
  return rise >= ROOM_FROM ? 'partly the room' : 'probe low or alkalinity high';
}

function saysOf(finding: AerationFinding, expected: number, gap: number, rise: number | undefined): Answer['says'] {
  const to = ['to', quantity('ph', expected)];
  switch (finding) {
    case 'to be read':
      return [
        'Bubble a cup of tank water hard with outdoor air for an hour, then read its pH: by its alkalinity it should rise',
        ...to,
        ', by',
        quantity('ph', gap),
        '.',
      ];
    case 'too soon':
      return ['Bubble on until the hour is full: it should come', ...to, '.'];
    case 'nothing to gain':
      return [
        'Fresh air gains nothing: the water stands within',
        quantity('ph', Math.abs(gap)),
        'of outdoor air already.',
      ];
    case 'the room':
      return [
        'It is the air: outdoors the cup rose by',
        quantity('ph', rise ?? 0),
        ', as it should. Open windows, or lead outside air to the skimmer.',
      ];
    case 'partly the room':
      return [
        'Partly the air: the cup rose by',
        quantity('ph', rise ?? 0),
        'of',
        quantity('ph', gap),
        '. Fresh air helps; check probe and alkalinity test for the rest.',
      ];
    case 'probe low or alkalinity high':
      return [
        'It is not the air: outdoors the cup should have come',
        ...to,
        'and hardly moved. The probe reads low or the alkalinity test high: check the probe in two buffers, then test alkalinity by another kit.',
      ];
    case 'probe high or alkalinity low':
      return [
        'This pH is more than its alkalinity can give: outdoor air allows',
        quantity('ph', expected),
        '. The probe reads high or the alkalinity test low: check the probe in two buffers first.',
      ];
  }
}

const BECAUSE: Readonly<Record<AerationFinding, Answer['because']>> = {
  'to be read': [
    'Water at rest with outdoor air has the pH its alkalinity gives it: what is missing to that is the room’s CO₂ or the test’s error.',
  ],
  'too soon': ['A cup with an air stone is at rest after about an hour.'],
  'nothing to gain': ['Less than two errors of a probe.'],
  'the room': ['It came to within two errors of what outdoor air gives.'],
  'partly the room': ['A tenth and more is more than a probe errs by.'],
  'probe low or alkalinity high': ['Whatever held pH down was still there in outdoor air, so it is in the figures.'],
  'probe high or alkalinity low': ['No air holds less CO₂ than outdoors, unless scrubbed.'],
};

const CAUTIONS: readonly Caution[] = [
  {
    severity: 'note',
    usual: true,
    says: [
      'Truly outdoors, or by the open window with the pump outside: a pump in the room bubbles the room’s own air. Keep the cup about as warm as the tank: pH goes with temperature.',
    ],
  },
];
