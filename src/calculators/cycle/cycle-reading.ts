import * as z from 'zod';
import { AMOUNTS } from '../calculator/amounts';
import { amount, figure, moment } from '../calculator/calculator-input';
import { defineCalculator, type Caution } from '../calculator/calculator';
import { asNitrogen, freeAmmoniaShare } from '@/chemistry/nitrogen/free-ammonia';
import { readingExpectation } from '../parameters/parameters';
import { attempt } from '../calculator/attempt';
import { Refusal } from '@/chemistry/refusal';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import {
  AMMONIA_READ_AT,
  ANIMALS,
  cycleReadingInput,
  deedEvents,
  deedInput,
  school,
  stepsInput,
  type FullReading,
} from './cycle-input';
import { cycleAnswer, cycleWorking, leaveAlone, type Free } from './cycle-answer';
import { readCycle, type CycleReadOut } from '@/chemistry/cycle/read-cycle';
import { CYCLE_SCHOOLS } from './cycle-schools';
import { problemsOf } from './problems';

/** Days ahead the course is drawn. */
const AHEAD_DAYS = 30;
/** No cycle is read from further back: it was through long ago, or its start is a slip. Chosen: two years. */
const MOST_DAYS = 730;
const LATELY_DAYS = 3;
/** A test within it is today's. Chosen: a day, less what a morning moves. */
const LATELY_TESTED_MS = 0.7 * DAY_MS;
/** Taken where neither was tested. */
const USUAL = { ph: AMMONIA_READ_AT, salinity: 35 } as const;

/** More than a monitor that tests every hour writes in a season. */
const MOST_ENTRIES = 5000;

const input = z.strictObject({
  school,
  netVolumeL: amount(AMOUNTS.netVolume),
  startedAt: moment('start'),
  now: moment('now'),
  temperatureC: amount(readingExpectation('temperature')).default(25),
  readings: z.array(cycleReadingInput).max(MOST_ENTRIES),
  deeds: z.array(deedInput).max(MOST_ENTRIES).default([]),
  steps: stepsInput,
  doneAt: moment('end').optional(),
  chloramine: z.boolean().default(false),
  readsFree: z.boolean().default(false),
  newWaterAlkalinity: amount(readingExpectation('alkalinity')).default(8 * DKH),
  aheadDays: figure('days ahead', 1, 90, 'days').default(AHEAD_DAYS),
});
type Asked = z.output<typeof input>;

export const cycleReading = defineCalculator({
  name: 'cycle-reading',
  asks: 'Where is the cycle, when will it probably end, and what is there to do today?',
  input,
  example: {
    school: 'starter',
    netVolumeL: '46 L',
    startedAt: 1_794_000_000_000,
    now: 1_794_700_000_000,
    readings: [
      { at: 1_794_090_000_000, ammonia: 2, nitrite: 0, ph: 8.1, temperature: '25.2 °C', salinity: '35 ppt' },
      { at: 1_794_350_000_000, ammonia: 1.5, nitrite: 1 },
      { at: 1_794_610_000_000, ammonia: 0.3, nitrite: 4, nitrate: 5 },
    ],
    deeds: [{ did: 'dosed ammonia', at: 1_794_000_000_000, ammonia: 2 }],
  },
  run: (asked) => {
    const { netVolumeL, startedAt, now, temperatureC, steps } = asked;
    if (now < startedAt)
      throw new Refusal({
        field: 'start',
        value: 'later than now',
        allowed: 'a moment that has passed',
        hint: 'The cycle begins when the first ammonia or rock goes in.',
      });
    if (now - startedAt > MOST_DAYS * DAY_MS)
      throw new Refusal({
        field: 'start of the cycle',
        value: `${Math.round((now - startedAt) / DAY_MS)} days ago`,
        allowed: `the last ${MOST_DAYS} days`,
        hint: 'A cycle takes weeks: call it done, or correct when it began.',
      });
    const readings = asked.readings.filter(({ at }) => at <= now).toSorted((a, b) => a.at - b.at);
    const deeds = asked.deeds.filter(({ at }) => at <= now).toSorted((a, b) => a.at - b.at);
    const doseLogged = deeds.some((deed) => deed.did === 'dosed ammonia' && deed.ammonia > 0);
    const tank = { startedAt, volumeL: netVolumeL, temperatureC, events: deedEvents(deeds, netVolumeL, startedAt) };
    const found = readCycle({
      tank,
      begun: CYCLE_SCHOOLS[asked.school],
      doseLogged,
      readings,
      steps,
      now,
      aheadDays: Math.round(asked.aheadDays),
    });
    const animals = deeds.some((deed) => deed.did === 'put in' && ANIMALS.includes(deed.what));
    const free = freeNow(readings, asked, found);
    const problems = problemsOf({
      ...asked,
      doneAt: asked.doneAt,
      tank,
      doseLogged,
      readings,
      deeds,
      found,
    });
    const testedLately = readings.some(
      ({ at, ammonia, nitrite }) => at > now - LATELY_TESTED_MS && (ammonia !== undefined || nitrite !== undefined),
    );
    const tested = readings.filter(({ ammonia, nitrite }) => ammonia !== undefined || nitrite !== undefined).length;
    return {
      answer: cycleAnswer(asked, found, free, animals, tested, testedLately),
      working: cycleWorking(asked, found, free, tested),
      cautions: [
        ...problems.map(({ severity, says }): Caution => ({ severity, says })),
        ...leaveAlone(found.stage, animals),
      ],
      values: {
        stage: found.stage,
        confidence: found.confidence,
        chances: found.chances,
        ...(found.course.ends && {
          endsFrom: found.course.ends.low,
          ends: Math.min(found.course.ends.middle, now + 2 * AHEAD_DAYS * DAY_MS),
          endsBy: Math.min(found.course.ends.high, now + 2 * AHEAD_DAYS * DAY_MS),
        }),
        ammoniaNow: found.now.ammonia,
        nitriteNow: found.now.nitrite,
        capacityPerDay: found.now.capacity,
        freeNitrogenMgPerL: free.nitrogen,
        problems: problems.map(({ id }) => id),
        course: found.course.lines,
      },
    };
  },
});

/** What of the ammonia is un-ionised now: the last test where it is of today, else what the tank probably holds. */
function freeNow(readings: readonly FullReading[], { now, temperatureC }: Asked, found: CycleReadOut): Free {
  const since = now - LATELY_DAYS * DAY_MS;
  const lastPh = readings.findLast(({ ph, at }) => ph !== undefined && at >= since)?.ph;
  const ph = lastPh ?? USUAL.ph;
  const salinity = readings.findLast((reading) => reading.salinity !== undefined)?.salinity ?? USUAL.salinity;
  const temperature = readings.findLast((reading) => reading.temperature !== undefined)?.temperature ?? temperatureC;
  const today = readings.findLast(({ ammonia, at }) => ammonia !== undefined && at >= now - 1.5 * DAY_MS)?.ammonia;
  const ammonia = today ?? found.now.ammonia;
  const share = attempt(() => freeAmmoniaShare(ph, salinity, temperature)).outcome ?? 0.05;
  return { ammonia, share, nitrogen: asNitrogen(ammonia * share), ph, phTested: lastPh !== undefined };
}
