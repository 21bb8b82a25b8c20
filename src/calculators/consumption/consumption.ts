import { given } from '@/calculators/calculator/given';
import * as z from 'zod';
import { estimateConsumption, type Reading } from '@/chemistry/consumption/estimate';
import { bestTest, testValues } from '@/chemistry/consumption/next-test';
import { strengthOfBottle } from '@/chemistry/reagents/label-claim';
import { amountsOf } from '@/chemistry/reagents/solution';
import { Refusal } from '@/chemistry/refusal';
import type { TankEvent } from '@/chemistry/tank-model/events';
import { CALCIUM_MG_PER_MEQ } from '@/chemistry/tank-model/metabolism';
import { FRESH_WATER } from '@/chemistry/tank-model/water';
import { amount, amountOfNamedKind, figure, moment, settled } from '../calculator/calculator-input';
import { AMOUNTS } from '../calculator/amounts';
import { defineCalculator } from '../calculator/calculator';
import { DOSED_PARAMETERS, type DosedParameter } from '../dosing/dosed-parameters';
import { readingExpectation, usualErrorOf } from '../parameters/parameters';
import { bottleInput, bottleOf } from '../reagents/bottle-input';
import { consumptionAnswer, consumptionCautions, consumptionWorking, nextTestAnswer } from './consumption-answer';

const level = (parameter: DosedParameter) => amount({ ...readingExpectation(parameter), low: 0 });

const input = z.strictObject({
  netVolumeL: amount(AMOUNTS.netVolume),
  /** Net volumes before, each held until its moment. */
  earlierVolumes: z
    .array(z.strictObject({ until: moment('until'), netVolumeL: amount(AMOUNTS.netVolume) }))
    .max(100)
    .default([]),
  /** In any order. */
  readings: z
    .array(
      z.strictObject({
        at: moment('moment of a reading'),
        parameter: z.enum(DOSED_PARAMETERS),
        value: amountOfNamedKind('reading', 'parameter'),
        /** One standard deviation, in the canonical unit; a careful home test's when left out. */
        error: figure('error of a reading', 1e-6, 1000).optional(),
        bound: z.enum(['below', 'above']).optional(),
        /** Which instrument, where several read. */
        by: z.string().max(200).optional(),
      }),
    )
    .max(20_000),
  /** Everything that went in or out: what was dosed once, what was set to run, water changes, a reactor. In any order. */
  events: z
    .array(
      z.union([
        z.strictObject({ at: moment('moment of a dose'), solution: bottleInput, ml: amount(AMOUNTS.dose) }),
        z.strictObject({
          at: moment('moment of a dose'),
          /** A later word on the same name replaces it. */
          source: z.string().min(1).max(200),
          solution: bottleInput,
          mlPerDay: amount(AMOUNTS.standingDose),
        }),
        z.strictObject({
          at: moment('moment of a change'),
          changedL: amount(AMOUNTS.waterChange),
          water: z.strictObject({
            alkalinity: level('alkalinity'),
            calcium: level('calcium'),
            magnesium: level('magnesium'),
          }),
        }),
        z.strictObject({
          at: moment('moment of the reactor'),
          mlPerMin: amount(AMOUNTS.reactorFlow),
          effluentAlkalinity: amount(AMOUNTS.effluent),
        }),
        // Amounts as they are: mmol of alkalinity, mg of calcium and magnesium, in the whole tank.
        z.strictObject({
          at: moment('moment of an input'),
          amounts: z.partialRecord(z.enum(DOSED_PARAMETERS), figure('amount', -1e9, 1e9, 'mmol or mg')),
        }),
        z.strictObject({
          at: moment('moment of an input'),
          source: z.string().min(1).max(200),
          amountsPerDay: z.partialRecord(z.enum(DOSED_PARAMETERS), figure('amount a day', -1e9, 1e9, 'mmol or mg')),
        }),
      ]),
    )
    .max(50_000)
    .default([]),
  /** The rate as of then; the last reading when left out. */
  now: moment('now').optional(),
  /** Nitrate that tests show to be made, mg/L a day, for the causes of a mismatch. */
  nitratePerDay: figure('nitrate a day', -100, 100, 'mg/L a day').optional(),
});

export const consumption = defineCalculator({
  name: 'consumption',
  asks: 'What does the tank consume of alkalinity, calcium and magnesium, how sure is it, and what should be tested next?',
  input,
  example: {
    netVolumeL: '310 L',
    readings: [
      { at: 0, parameter: 'alkalinity', value: '8.6 dKH' },
      { at: 4 * 86_400_000, parameter: 'alkalinity', value: '7.8 dKH' },
    ],
    events: [
      {
        at: 0,
        source: 'carbonate',
        solution: { parts: [{ reagent: 'sodium-carbonate', gramsPerL: 80 }] },
        mlPerDay: '20 mL/day',
      },
    ],
  },
  run: (given) => {
    const readings = given.readings.map((each): Reading => {
      const { parameter, at, error, bound, by } = each;
      return {
        species: parameter,
        at,
        value: settled(each.value, { ...readingExpectation(parameter), field: `reading of ${parameter}`, low: 0 }),
        sd: error ?? usualErrorOf(parameter),
        bound,
        by,
      };
    });
    const events = given.events.map(eventOf).toSorted((a, b) => a.at - b.at);
    const found = estimateConsumption({
      volumeL: given.netVolumeL,
      earlierVolumes: given.earlierVolumes.map(({ until, netVolumeL }) => ({ until, volumeL: netVolumeL })),
      readings,
      events,
      ...(given.now !== undefined && { now: given.now }),
    });
    if (!found)
      throw new Refusal({
        field: 'readings',
        value: readings.length,
        allowed: 'two or more of one parameter, a day or more apart',
        hint: 'Consumption is what is missing from a later reading once doses and changes are accounted for.',
      });
    const read = DOSED_PARAMETERS.flatMap((parameter, i) => (found.of[parameter] ? [i] : []));
    const best = bestTest(testValues(found.end, read));
    const next = nextTestAnswer(found, best);
    const facts = { ...suppliedBy(events, given.netVolumeL), nitratePerDay: given.nitratePerDay };
    return {
      answer: consumptionAnswer(found),
      working: consumptionWorking(found),
      cautions: consumptionCautions(found, facts),
      values: {
        rates: Object.fromEntries(
          DOSED_PARAMETERS.flatMap((parameter) => {
            const own = found.of[parameter];
            if (!own) return [];
            const { perDay, perDaySd, level: now, levelSd, lastAt, from, driftPerDay, history } = own;
            const used = own.used.length;
            const leftOut = own.outliers.map(({ at, value }) => ({ at, value }));
            return [
              [parameter, { perDay, perDaySd, level: now, levelSd, lastAt, from, driftPerDay, used, leftOut, history }],
            ];
          }),
        ),
        mismatch: found.mismatch,
        pace: found.pace,
        growthPerMonth: found.growthPerMonth,
        magnesiumPerMeq: found.magnesiumPerMeq,
        nextTest: best && {
          parameter: found.end.layout.channels[best.channel]?.species,
          at: found.end.at + best.inDays * 86_400_000,
          says: next.says,
          because: next.because,
        },
      },
    };
  },
});

type GivenEvent = z.output<typeof input>['events'][number];

function eventOf(given: GivenEvent): TankEvent {
  const { at } = given;
  if ('changedL' in given)
    return { kind: 'exchange', at, volumeL: given.changedL, water: { ...FRESH_WATER, ...given.water } };
  if ('effluentAlkalinity' in given)
    return {
      kind: 'loop',
      at,
      source: 'reactor',
      litresPerDay: (given.mlPerMin * 1440) / 1000,
      returns: { alkalinity: given.effluentAlkalinity },
      perAlkalinity: { calcium: CALCIUM_MG_PER_MEQ },
    };
  if ('amounts' in given) return { kind: 'addition', at, amounts: defined(given.amounts) };
  if ('amountsPerDay' in given) return { kind: 'rate', at, source: given.source, perDay: defined(given.amountsPerDay) };
  const strength = strengthOfBottle(bottleOf(given.solution));
  if ('ml' in given) return { kind: 'addition', at, amounts: amountsOf(strength, given.ml / 1000) };
  return { kind: 'rate', at, source: given.source, perDay: amountsOf(strength, given.mlPerDay / 1000) };
}

function defined(amounts: Partial<Record<DosedParameter, number>>) {
  return {
    ...given({ alkalinity: amounts.alkalinity, calcium: amounts.calcium, magnesium: amounts.magnesium }),
  };
}

/** What runs at the end, and how much of the water is changed a day, for the causes of a mismatch. */
function suppliedBy(events: readonly TankEvent[], netVolumeL: number) {
  const running = new Map<string, { readonly alkalinity: number; readonly calcium: number }>();
  let changedL = 0;
  for (const event of events) {
    if (event.kind === 'rate')
      running.set(event.source, { alkalinity: event.perDay.alkalinity ?? 0, calcium: event.perDay.calcium ?? 0 });
    if (event.kind === 'exchange') changedL += event.volumeL;
  }
  const days = Math.max(1, ((events.at(-1)?.at ?? 0) - (events[0]?.at ?? 0)) / 86_400_000);
  const sum = (key: 'alkalinity' | 'calcium') => [...running.values()].reduce((total, each) => total + each[key], 0);
  return {
    dosedAlkalinity: sum('alkalinity') / netVolumeL,
    dosedCalcium: sum('calcium') / netVolumeL,
    changedShare: changedL / netVolumeL / days,
  };
}
