import { OUTDOOR_CO2_UATM, carbonateOfWater } from '@/chemistry/carbonate/reef-water';
import { quantity } from '@/quantities/quantity';
import type { Caution } from '../calculator/calculator';
import type { PhDayInput } from './ph-day-input';
import type { PhDayValues } from './ph-day-values';

import { bestMeasure } from './best-measure';

/** Alkalinity that bottles are bought to bring, mmol/L: 1 dKH. */
const ONE_DKH = 0.3571;

/** Above it carbonate falls out onto what is warm and rough. Common practice: 8.3 to 8.4, and a probe's error. */
const HIGHEST = 8.43;

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
  if (values.together && values.together.course.ph.high > HIGHEST && values.highest.value <= HIGHEST)
    cautions.push({
      severity: 'caution',
      says: [
        'Together they take pH to',
        quantity('ph', values.together.course.ph.high),
        'by day: above 8.3 to 8.4 calcium carbonate begins to fall out. One of them will do.',
      ],
    });
  if (values.highest.value > HIGHEST)
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
