import { OUTDOOR_CO2_UATM } from '@/chemistry/carbonate/reef-water';
import { dayChange, type DayChange } from '@/chemistry/day/day-change';
import { byHour } from '@/chemistry/day/ph-by-hour';
import { fitDay, phAtRest, type FittedDay } from '@/chemistry/day/fit-day';
import { spreadOf } from '@/numerics/most-likely';
import { dayOf, type DayCourse, type DayInput, type DayPart } from '@/chemistry/day/day-course';
import {
  dayWithMeasures,
  isBicarbonate,
  meanCo2,
  meanPh,
  PH_MEASURES,
  type MeasureSettings,
  type PhMeasure,
} from '@/chemistry/day/ph-measures';
import { co2GramsPerL, scrubberHours } from '@/chemistry/day/skimmer-air';
import { gramsToAlkalinity } from '@/chemistry/limewater/saturation';
import { amountsOf, sumOfSalts } from '@/chemistry/reagents/solution';
import { timesAmounts } from '@/chemistry/tank-model/water';
import { defineCalculator } from '../calculator/calculator';
import { dayPartOf } from '../dosing/day-part';
import { MINUTES_A_DAY } from '../dosing/dosing-window';
import { sourceOf } from '../dosing/plan-source';
import { phDayInput, type PhDayInput } from './ph-day-input';
import type { MeasureOfTank, PhDayValues } from './ph-day-values';
import { cautionsOf } from './ph-day-cautions';
import { answerOf, waysAnswerOf } from './ph-day-words';
import { workingOf } from './ph-day-working';

/** What a scrubber's media bind, g a gram. From memory: 0.2 to 0.26. */
export const MEDIA_CAPACITY = 0.2;
/** Algae a refugium of a usual size gives a week for each litre of tank, g as weighed wet. Rough, from memory. */
export const HARVEST_G_PER_L = 0.25;
const HOURS_A_MONTH = 24 * 30.44;

export const phDay = defineCalculator({
  name: 'ph-day',
  asks: 'Why is pH what it is, how does it go through the day, and what would lift it by how much?',
  input: phDayInput,
  example: {
    netVolumeL: '620 L',
    lights: { fromMinute: 600, forMinutes: 600 },
    water: { alkalinity: '7.8 dKH', temperatureC: 25.5 },
    readings: [
      { day: 0, minute: 570, ph: 7.86, alkalinity: '7.8 dKH' },
      { day: 1, minute: 1170, ph: 8.04, alkalinity: '7.8 dKH' },
    ],
  },
  run: (input) => {
    const found = valuesOf(input);
    const values = { ...found, ways: waysAnswerOf(found) };
    return {
      answer: answerOf(input, values),
      working: workingOf(input, values),
      cautions: cautionsOf(input, values),
      values,
    };
  },
});

function valuesOf(input: PhDayInput): PhDayValues {
  const { water } = input;
  const tank: DayInput = { ...input, water };
  const parts = input.parts.map((part) => dayPartOf(part, sourceOf(part.source)));
  const fit = fitDay({ ...tank, parts, readings: input.readings, probeSd: input.probeSd, room: input.room });
  const courses = fit.points.map((day) => dayOf(tank, parts, day));
  const of = (figure: (course: DayCourse, airUatm: number) => number) =>
    spreadOf(courses.map((course, i) => figure(course, fit.points[i]?.airUatm ?? OUTDOOR_CO2_UATM)));
  const settings = settingsOf(input, parts);
  const measured = (measures: readonly PhMeasure[]) => dayWithMeasures(tank, parts, fit, courses, measures, settings);
  return {
    fitted: fit,
    mean: of(meanPh),
    lowest: of(({ ph }) => ph.low),
    highest: of(({ ph }) => ph.high),
    swing: of(({ ph }) => ph.high - ph.low),
    waterUatm: of(meanCo2),
    breathUatm: of((course, air) => meanCo2(course) - air),
    phOutdoors: phAtRest(water, OUTDOOR_CO2_UATM),
    phInRoom: of((_, air) => phAtRest(water, air)),
    measures: PH_MEASURES.filter((measure) => canBe(measure, settings)).map((measure) => ({
      measure,
      ...measured([measure]),
      ...costOf(measure, input, fit),
    })),
    together: input.together.length > 1 ? measured(input.together) : undefined,
    since: sinceOf(input),
    hoursRead: fit.hours.length,
  };
}

/** What needs alkalinity that is dosed is left out where none is, or where it is so already. */
function canBe(measure: PhMeasure, { caustic, bicarbonate }: MeasureSettings): boolean {
  if (measure === 'limewater') return caustic !== undefined;
  return measure !== 'carbonate' || bicarbonate === true;
}

function settingsOf({ measures, lights, netVolumeL }: PhDayInput, parts: readonly DayPart[]): MeasureSettings {
  const caustic = measures.limewater && causticParts(measures.limewater, parts);
  return {
    openRoomUatm: measures.openRoomUatm,
    skimmer: { airLPerH: measures.skimmerAirLPerH, tubeM: measures.tubeCm / 100, boreMm: measures.boreCm * 10 },
    scrubbedShare: measures.throughMediaPercent / 100,
    refugium: {
      harvestG: measures.harvestGPerWeek ?? HARVEST_G_PER_L * netVolumeL,
      ...darkHours(lights),
    },
    ...(caustic && { caustic }),
    bicarbonate: parts.some(isBicarbonate),
  };
}

/** Lights down to lights up. */
function darkHours(lights: PhDayInput['lights']): { readonly fromMinute: number; readonly forMinutes: number } {
  const { fromMinute, forMinutes } = lights ?? { fromMinute: 600, forMinutes: 600 };
  const dark = MINUTES_A_DAY - forMinutes;
  return dark > 0
    ? { fromMinute: (fromMinute + forMinutes) % MINUTES_A_DAY, forMinutes: dark }
    : { fromMinute: 0, forMinutes: MINUTES_A_DAY };
}

/** Limewater in place of so much of what supplies alkalinity now. */
function causticParts(
  { litresPerDay, gramsPerL }: NonNullable<PhDayInput['measures']['limewater']>,
  parts: readonly DayPart[],
): readonly DayPart[] | undefined {
  const brings = parts.reduce((sum, { perDay }) => sum + Math.max(0, perDay.alkalinity ?? 0), 0);
  const full = litresPerDay * gramsToAlkalinity(gramsPerL);
  // Only what is needed anyway: alkalinity is not driven up for the sake of pH.
  const taken = Math.min(full, brings);
  if (taken <= 0) return undefined;
  const litres = (litresPerDay * taken) / full;
  const stays = 1 - taken / brings;
  return [
    ...parts.map((part) =>
      (part.perDay.alkalinity ?? 0) > 0 ? { ...part, perDay: timesAmounts(part.perDay, stays) } : part,
    ),
    {
      id: 'limewater instead',
      perDay: amountsOf(sumOfSalts([{ reagent: 'calcium-hydroxide', gramsPerL }]), litres),
      litresPerDay: litres,
      windows: [],
      doses: 0,
    },
  ];
}

function costOf(measure: PhMeasure, { measures, lights }: PhDayInput, fit: FittedDay): Partial<MeasureOfTank> {
  switch (measure) {
    case 'scrubber': {
      const air = fit.of.roomUatm.value;
      const through = (measures.skimmerAirLPerH * measures.throughMediaPercent) / 100;
      const gramsAMonth = (through * HOURS_A_MONTH * co2GramsPerL(air)) / MEDIA_CAPACITY;
      return {
        mediaHours: scrubberHours(measures.mediaG, MEDIA_CAPACITY, through, air),
        ...(measures.mediaPerKg !== undefined && { costAMonth: (gramsAMonth / 1000) * measures.mediaPerKg }),
      };
    }
    case 'limewater':
      return measures.limewater && measures.hydroxidePerKg !== undefined
        ? {
            costAMonth:
              ((measures.limewater.litresPerDay * measures.limewater.gramsPerL * 30.44) / 1000) *
              measures.hydroxidePerKg,
          }
        : {};
    case 'refugium':
      return { kWhAMonth: (measures.lampW * HOURS_A_MONTH * (darkHours(lights).forMinutes / MINUTES_A_DAY)) / 1000 };
    default:
      return {};
  }
}

/** What the last change did, hour by hour, at the alkalinity of today on both sides. */
function sinceOf({ before, readings, water }: PhDayInput): DayChange | undefined {
  if (!before || before.readings.length < 2 || readings.length < 2) return undefined;
  return dayChange(byHour(before.readings, water), byHour(readings, water));
}
