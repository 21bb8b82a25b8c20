import { halfWidth95 } from '@/numerics/normal-interval';
import { Refusal } from '@/chemistry/refusal';
import { gramsToAlkalinity } from '@/chemistry/limewater/saturation';
import { quantity, range, estimate } from '@/quantities/quantity';
import { defineCalculator, type Caution, type Phrase, type Step } from '../calculator/calculator';
import { dosingWindowText } from '../dosing/dosing-window';
import { dayWords } from '../dosing/day-part';
import { LEAST_OVER } from './limewater';
import { LIMEWATER_CAUTIONS } from './strength';
import { dripInput, dripWays, type DripInput, type LimewaterWay } from './drip-ways';

/** A rate and hours that miss the day's amount by more than this share are asked about. Chosen. */
const AGREES_WITHIN = 0.1;
/** A pulse that lifts pH by more than this at once is split. Chosen. */
const STEP_OF_PH = 0.05;

export const limewaterHours = defineCalculator({
  name: 'limewater-hours',
  asks: 'When is limewater dripped: round the clock, overnight or in hours of one’s own, and what does the day make of each?',
  input: dripInput,
  example: {
    netVolumeL: '250 L',
    litresPerDay: '1.2 L',
    gramsPerL: 1.6,
    evaporationLPerDay: '2 L',
    hours: { fromMinute: 1200, forMinutes: 720 },
    lights: { fromMinute: 540, forMinutes: 660 },
    consumption: '0.6 dKH/day',
    water: { alkalinity: '8 dKH', temperatureC: 25.5, pco2Uatm: 600 },
  },
  run: (input) => {
    refuseWhatCannotRun(input);
    const ways = dripWays(input);
    const [clock, , own] = ways;
    return {
      answer: {
        says: [
          ...tooMuch(input),
          'Drip',
          quantity('waterRate', input.litresPerDay),
          `${dosingWindowText(input.hours)},`,
          ...(own.mlAtOnce === undefined
            ? [quantity('dose', own.litresPerHour * 1000), 'an hour']
            : [`${Math.round(input.pulses)} pulses of`, quantity('dose', own.mlAtOnce)]),
          ': pH moves by',
          estimate('ph', own.phSwing, own.swings.ph.low, own.swings.ph.high),
          'in a day (',
          range('ph', own.swings.ph.low, own.swings.ph.high),
          '), alkalinity by',
          estimate('alkalinity', own.alkalinityRipple, own.swings.alkalinity.low, own.swings.alkalinity.high),
          '(',
          range('alkalinity', own.swings.alkalinity.low, own.swings.alkalinity.high),
          ').',
        ],
        certainty: input.days ? 'estimated' : 'rough',
        because: [
          'Round the clock pH would move by',
          estimate('ph', clock.phSwing, clock.swings.ph.low, clock.swings.ph.high),
          '(',
          range('ph', clock.swings.ph.low, clock.swings.ph.high),
          ') and alkalinity by',
          estimate('alkalinity', clock.alkalinityRipple, clock.swings.alkalinity.low, clock.swings.alkalinity.high),
          `. The ranges rest on ${input.days ? 'this tank’s own readings through the day' : 'what is assumed of light and air, which this tank’s own readings round the day would tell'}. Keepers disagree which matters more: overnight steadies pH, round the clock steadies alkalinity.`,
        ],
      },
      working: workingOf(input, own),
      cautions: [...cautionsOf(input, own), ...LIMEWATER_CAUTIONS],
      values: { ways },
    };
  },
});

/** It drives alkalinity up day by day, whatever the hours: said before them. */
function tooMuch({ litresPerDay, gramsPerL, netVolumeL, consumption, consumptionSd }: DripInput): Phrase[] {
  const supplied = (litresPerDay * gramsToAlkalinity(gramsPerL)) / netVolumeL;
  const more = supplied - consumption;
  return consumption > 0 && more > Math.max(halfWidth95(consumptionSd), LEAST_OVER * consumption)
    ? [
        `Too much limewater: it supplies ${Math.round((supplied / consumption) * 100)}\u00a0% of the consumption, and alkalinity rises by`,
        quantity('alkalinityRate', more),
        '. Reduce it first. As it is:',
      ]
    : [];
}

/** @throws Refusal for more than evaporates, and for a pump too slow for its hours */
function refuseWhatCannotRun({ litresPerDay, evaporationLPerDay, pumpLPerH, hours }: DripInput): void {
  if (litresPerDay > evaporationLPerDay)
    throw new Refusal({
      field: 'limewater a day',
      value: `${litresPerDay.toFixed(2)} L`,
      allowed: `at most the ${evaporationLPerDay.toFixed(2)} L a day that evaporate`,
      hint: 'More would raise the level and lower salinity day by day. Check first what evaporates: Evaporation and top-off reads it from the reservoir.',
    });
  const open = hours.forMinutes / 60;
  if (pumpLPerH !== undefined && pumpLPerH * open < litresPerDay * (1 - AGREES_WITHIN / 10))
    throw new Refusal({
      field: 'hours of the drip',
      value: dosingWindowText(hours),
      allowed: `at least ${pumpLPerH > 0 ? Number((litresPerDay / pumpLPerH).toFixed(1)) : 'more than 24'} hours at ${(pumpLPerH * 1000).toFixed(0)} mL an hour`,
      hint: `In those hours the pump gives ${(pumpLPerH * open).toFixed(2)} L. Measure it into a cylinder first; then give it longer, or a faster pump.`,
    });
}

function workingOf({ days }: DripInput, own: LimewaterWay): Step[] {
  const model = 'the tank model, third day of it; two thirds of the consumption by light (common practice)';
  return [
    {
      label: 'While it runs',
      value: quantity('pumpRate', own.litresPerHour),
      origin: 'equation',
      from: 'litres a day ÷ hours of the window',
    },
    {
      label: 'pH within the day, lowest',
      value: quantity('ph', own.day.ph.low),
      origin: 'equation',
      from: `${model}; open to air`,
    },
    { label: 'highest', value: quantity('ph', own.day.ph.high), origin: 'equation', from: 'likewise' },
    {
      label: 'Alkalinity, lowest',
      value: quantity('alkalinity', own.day.alkalinity.low),
      origin: 'equation',
      from: 'likewise',
    },
    { label: 'highest', value: quantity('alkalinity', own.day.alkalinity.high), origin: 'equation', from: 'likewise' },
    {
      label: 'pH moves by',
      value: range('ph', own.swings.ph.low, own.swings.ph.high),
      origin: days ? 'equation' : 'assumed',
      from: dayWords(days),
    },
    {
      label: 'Salinity dips by',
      value: quantity('salinity', Math.max(0, own.salinityDip)),
      origin: 'equation',
      from: 'what drips in the window beyond what evaporates meanwhile, in the net volume',
    },
    ...(own.mlAtOnce === undefined
      ? []
      : [
          {
            label: 'A pulse lifts pH at once by',
            value: quantity('ph', own.phStep),
            origin: 'equation' as const,
            from: 'hydroxide added, no CO₂ coming in; at the hour it lifts most',
          },
        ]),
  ];
}

function cautionsOf(input: DripInput, own: LimewaterWay): Caution[] {
  const { dripLPerH, litresPerDay, hours } = input;
  const cautions: Caution[] = [];
  if (dripLPerH !== undefined) {
    const gives = dripLPerH * (hours.forMinutes / 60);
    if (Math.abs(gives / litresPerDay - 1) > AGREES_WITHIN)
      cautions.push({
        severity: 'caution',
        says: [
          quantity('dose', dripLPerH * 1000),
          `an hour ${dosingWindowText(hours)} is`,
          quantity('volume', gives),
          'and not',
          quantity('volume', litresPerDay),
          ': which of the two is meant? Run the pump into a cylinder for ten minutes; what it gave then is right.',
        ],
      });
  }
  if (own.phStep > STEP_OF_PH)
    cautions.push({
      severity: 'caution',
      says: ['Each pulse lifts pH by', quantity('ph', own.phStep), 'at once: more and smaller pulses are gentler.'],
    });
  if (own.day.ph.high > 8.4)
    cautions.push({
      severity: 'caution',
      says: [
        'pH reaches',
        quantity('ph', own.day.ph.high),
        'in the day: above 8.3 to 8.4 carbonate begins to fall out on pumps and heaters. Drip more by night, or less.',
      ],
    });
  return cautions;
}
