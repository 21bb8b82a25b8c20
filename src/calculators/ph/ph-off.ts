import * as z from 'zod';
import { OUTDOOR_CO2_UATM } from '@/chemistry/carbonate/reef-water';
import { quantity } from '@/quantities/quantity';
import { amount, figure, moment } from '../calculator/calculator-input';
import { defineCalculator, type Phrase } from '../calculator/calculator';
import { CO2_OF_AIR } from '../carbonate/carbonate-calculator';
import { PARAMETERS, readingExpectation } from '../parameters/parameters';

const [BAND_LOW, BAND_HIGH] = PARAMETERS.ph.band;
/** A probe that was calibrated longer ago is looked at first. Common practice. */
const CALIBRATED_WITHIN_DAYS = 60;
/** More than this is no fresh air. Chosen: half as much again as outdoors. */
const STALE_UATM = 1.5 * OUTDOOR_CO2_UATM;

const phOffInput = z.strictObject({
  ph: amount(readingExpectation('ph')),
  at: moment('time of the reading'),
  /** What its alkalinity makes of it. */
  waterUatm: amount(CO2_OF_AIR).optional(),
  calibratedDaysAgo: figure('days since the calibration', 0, 100_000).optional(),
  roomUatm: amount(CO2_OF_AIR).optional(),
  windowsShut: z.boolean().default(false),
  alkalinity: amount({ ...readingExpectation('alkalinity'), low: 0.5 }).optional(),
  reactorRuns: z.boolean().default(false),
  limewaterRuns: z.boolean().default(false),
  carbonateRuns: z.boolean().default(false),
});
type Input = z.output<typeof phOffInput>;

export const phOff = defineCalculator({
  name: 'ph-off',
  asks: 'pH is low or high: what is checked first, what next?',
  input: phOffInput,
  example: { ph: 7.72, at: Date.UTC(2026, 0, 10, 9), waterUatm: 1500, windowsShut: true },
  run: (input) => {
    const low = input.ph < BAND_LOW;
    const high = input.ph > BAND_HIGH;
    const checks = low ? lowChecks(input) : high ? highChecks(input) : [];
    return {
      answer: {
        says:
          checks.length === 0
            ? ['pH is where it may be left alone, at', quantity('ph', input.ph), '.']
            : ['pH was', quantity('ph', input.ph), { moment: input.at, day: true }, `: first ${checks[0] ?? ''}.`],
        certainty: checks.length === 0 ? 'worked out' : 'rough',
        because: [...co2Words(input), ...(checks.length > 1 ? [`Then ${checks.slice(1).join('; then ')}.`] : [])],
      },
      working: [{ label: 'pH', value: quantity('ph', input.ph), origin: 'log', from: 'as read last' }],
      cautions: low
        ? [
            {
              severity: 'note',
              usual: true,
              says: ['No pH buffer is added: it raises alkalinity, and pH comes back down with the air.'],
            },
          ]
        : [],
      values: { checks },
    };
  },
});

function co2Words({ waterUatm }: Input): Phrase[] {
  return waterUatm === undefined ? [] : ['With its alkalinity that is', quantity('co2', waterUatm), 'of CO₂.'];
}

function probeFirst({ calibratedDaysAgo }: Input): string[] {
  return calibratedDaysAgo === undefined || calibratedDaysAgo > CALIBRATED_WITHIN_DAYS
    ? [
        calibratedDaysAgo === undefined
          ? 'check the probe in two buffers, for no calibration is logged'
          : `check the probe in two buffers: it was calibrated ${Math.round(calibratedDaysAgo)} days ago`,
      ]
    : [];
}

function lowChecks(input: Input): string[] {
  const { waterUatm = 0, roomUatm = 0, windowsShut, alkalinity, reactorRuns } = input;
  const stale = waterUatm > STALE_UATM || roomUatm > STALE_UATM;
  return [
    ...probeFirst(input),
    ...(stale
      ? [windowsShut ? 'open the windows that were shut' : 'let fresh air in, by windows or to the skimmer']
      : []),
    ...(reactorRuns ? ['look for excess CO₂ of the reactor: a higher chamber pH, or a second chamber'] : []),
    ...(alkalinity === undefined || alkalinity < PARAMETERS.alkalinity.band[0]
      ? ['test alkalinity, and bring it to its band']
      : []),
    'tell room from probe by the aeration check',
  ];
}

function highChecks(input: Input): string[] {
  const { alkalinity = 0, limewaterRuns, carbonateRuns } = input;
  const much = alkalinity > PARAMETERS.alkalinity.band[1];
  return [
    ...(limewaterRuns
      ? [
          much
            ? 'reduce limewater, for alkalinity is high as well'
            : 'look how much limewater goes in, and at which hours',
        ]
      : []),
    ...probeFirst(input),
    ...(carbonateRuns ? ['spread the carbonate doses over the night'] : []),
    'test alkalinity, and look whether scrubber media draw more air than is needed',
  ];
}
