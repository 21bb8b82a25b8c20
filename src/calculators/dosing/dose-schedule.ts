import * as z from 'zod';
import { amount } from '../calculator/calculator-input';
import { AMOUNTS } from '../calculator/amounts';
import { defineCalculator, type Caution, type Phrase, type Step } from '../calculator/calculator';
import { capitalised } from '../calculator/words';
import { quantity, range } from '@/quantities/quantity';
import { sourceOf } from './plan-source';
import { dayOf, swingsOf } from '@/chemistry/day/day-course';
import { dayPartOf, dayWords } from './day-part';
import { dayWater, ownDays } from './day-water';
import { MINUTES_A_DAY, dosingWindow } from './dosing-window';
import { mendedSchedule } from './mended-schedule';
import { scheduleDoubts, wholeBottle } from './schedule-doubts';
import { scheduledPart, type ScheduledPart, type TimedPart } from './scheduled-part';

export const doseSchedule = defineCalculator({
  name: 'dose-schedule',
  asks: 'When is each part dosed, how much at once, and what does the day’s water make of it?',
  input: z.strictObject({
    netVolumeL: amount(AMOUNTS.netVolume),
    parts: z.array(scheduledPart).max(12),
    lights: dosingWindow.optional(),
    /** Alkalinity consumed a day; calcium goes with it. */
    consumption: amount({ field: 'alkalinity consumption', kind: 'alkalinityRate', low: 0, high: 5 }).default(0),
    water: dayWater,
    days: ownDays,
    /** With it the level is followed too: what the parts bring of water is that much less to top off. */
    evaporationLPerDay: amount({ field: 'evaporation', kind: 'waterRate', low: 0, high: 10_000 }).optional(),
    /** The most alkalinity may move in a day, as the livestock or its keeper holds to. */
    pacePerDay: amount({ field: 'pace of alkalinity', kind: 'alkalinityRate', low: 0, high: 5 }).optional(),
  }),
  example: {
    netVolumeL: '620 L',
    parts: [
      {
        source: { name: 'carbonate part', holds: { parts: [{ reagent: 'sodium-carbonate', gramsPerL: 80 }] } },
        mlPerDay: 34,
        windows: [{ fromMinute: 1320, forMinutes: 600 }],
        doses: 12,
        mlPerMin: 1.1,
        bottleMl: 2000,
      },
      {
        source: { name: 'calcium part', holds: { parts: [{ reagent: 'calcium-chloride-dihydrate', gramsPerL: 111 }] } },
        mlPerDay: 32,
        windows: [{ fromMinute: 1350, forMinutes: 600 }],
        doses: 12,
      },
    ],
    lights: { fromMinute: 600, forMinutes: 600 },
    consumption: '0.7 dKH/day',
  },
  run: (input) => {
    const { netVolumeL, water } = input;
    const parts = input.parts.map((part) => ({ ...part, doses: Math.round(part.doses) }));
    const timed = parts.map((part) => timesOf(part));
    const dayParts = timed.map(({ part, source }) => dayPartOf(part, source));
    const day = dayOf(input, dayParts);
    const swings = swingsOf(input, dayParts, day);
    const ripple = day.alkalinity.high - day.alkalinity.low;
    const accidents = parts.flatMap((part) => wholeBottle(part, netVolumeL, water) ?? []);
    const working: Step[] = timed.flatMap(({ part, name, mlEach, mlPerHour, runSeconds }): Step[] => [
      {
        label: `${capitalised(name)} at once`,
        value: quantity('dose', mlEach),
        origin: 'equation',
        from: part.doses > 0 ? `${part.mlPerDay} mL ÷ ${part.doses} doses` : 'it drips evenly: what an hour supplies',
      },
      {
        label: 'while it runs',
        value: quantity('doseRate', mlPerHour * 24),
        origin: 'equation',
        from: 'the day’s amount over the hours of its windows, as a day’s rate',
      },
      ...(runSeconds === undefined
        ? []
        : [
            {
              label: 'the pump runs for each',
              value: quantity('days', runSeconds / 86_400),
              origin: 'equation' as const,
              from: 'millilitres at once ÷ its measured delivery',
            },
          ]),
    ]);
    working.push(
      {
        label: 'Alkalinity within the day, lowest',
        value: quantity('alkalinity', day.alkalinity.low),
        origin: 'equation',
        from: 'the tank model, third day of this schedule; two thirds of the consumption by light (common practice)',
      },
      { label: 'highest', value: quantity('alkalinity', day.alkalinity.high), origin: 'equation', from: 'likewise' },
      {
        label: 'pH within the day, lowest',
        value: quantity('ph', day.ph.low),
        origin: 'equation',
        from: 'likewise, open to air of the CO₂ given',
      },
      { label: 'highest', value: quantity('ph', day.ph.high), origin: 'equation', from: 'likewise' },
      {
        label: 'pH moves by',
        value: range('ph', swings.ph.low, swings.ph.high),
        origin: input.days ? 'equation' : 'assumed',
        from: dayWords(input.days),
      },
    );
    const given = timed.filter(({ part }) => part.mlPerDay > 0);
    const says: Phrase[] =
      given.length === 0
        ? ['Nothing is dosed by this schedule.']
        : given.flatMap(({ name, part, mlEach }, i): Phrase[] => [
            ...(i > 0 ? [';'] : []),
            `${i === 0 ? capitalised(name) : name}:`,
            ...(part.doses > 0
              ? [`${part.doses} dose${part.doses === 1 ? '' : 's'} of`, quantity('dose', mlEach)]
              : [quantity('doseRate', part.mlPerDay), 'dripping']),
          ]);
    return {
      answer: {
        says: given.length === 0 ? says : [...says, '.'],
        certainty: 'worked out',
        because:
          given.length === 0
            ? []
            : [
                'Alkalinity moves by',
                quantity('alkalinity', ripple),
                '(',
                range('alkalinity', swings.alkalinity.low, swings.alkalinity.high),
                ') within the day, pH by',
                quantity('ph', day.ph.high - day.ph.low),
                '(',
                range('ph', swings.ph.low, swings.ph.high),
                input.days ? '): by this tank’s own day.' : '): by what is assumed of light and air.',
              ],
      },
      working,
      cautions: [...scheduleDoubts(timed, accidents, netVolumeL), ...beyondPace(ripple, input.pacePerDay)],
      values: {
        parts: timed.map(({ name, mlEach, mlPerHour, runSeconds, atMinutes }) => ({
          name,
          mlEach,
          mlPerHour,
          runSeconds,
          atMinutes,
        })),
        day,
        swings,
        /** Hours that mend what clashes; empty where nothing does. */
        mended: mendedSchedule(timed),
        accidents,
      },
    };
  },
});

/** Alkalinity that moves further within a day than the animals are held to. */
function beyondPace(ripple: number, pacePerDay: number | undefined): Caution[] {
  return pacePerDay !== undefined && ripple > pacePerDay
    ? [
        {
          severity: 'caution',
          says: [
            'Alkalinity moves by',
            quantity('alkalinity', ripple),
            'within the day, more than the',
            quantity('alkalinity', pacePerDay),
            'this livestock is held to: longer hours, or some of it round the clock, steady it.',
          ],
        },
      ]
    : [];
}

const ALL_DAY = [{ fromMinute: 0, forMinutes: MINUTES_A_DAY }];

function timesOf(part: ScheduledPart): TimedPart {
  const source = sourceOf(part.source);
  const windows = part.windows ?? ALL_DAY;
  const open = windows.reduce((sum, { forMinutes }) => sum + forMinutes, 0);
  const mlPerHour = part.mlPerDay / (open / 60);
  const mlEach = part.doses > 0 ? part.mlPerDay / part.doses : mlPerHour;
  return {
    part,
    source,
    name: source.name,
    windows,
    atMinutes: part.doses > 0 ? spread(windows, open, part.doses) : [],
    mlEach,
    mlPerHour,
    runSeconds: part.mlPerMin === undefined || part.doses === 0 ? undefined : (mlEach / part.mlPerMin) * 60,
  };
}

/** Minutes of the day, evenly over the open time: the first as the first window opens. */
function spread(windows: readonly { fromMinute: number; forMinutes: number }[], open: number, doses: number): number[] {
  return Array.from({ length: doses }, (_, i) => {
    let into = (i * open) / doses;
    for (const { fromMinute, forMinutes } of windows) {
      if (into < forMinutes) return Math.round(fromMinute + into) % MINUTES_A_DAY;
      into -= forMinutes;
    }
    return 0;
  });
}
