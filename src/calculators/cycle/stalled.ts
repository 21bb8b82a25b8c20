import type { Phrase } from '../calculator/calculator';
import { rateFactor } from '@/chemistry/tank-model/nitrification';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { quantity } from '@/quantities/quantity';
import type { FullReading } from './cycle-input';
import { expectedCourse, type BandPoint } from '@/chemistry/cycle/expected-course';
import { CYCLE_SCHOOLS } from './cycle-schools';
import { lastOf, type CycleRecord, type Rule } from './problem';
import { TOO_MUCH_AMMONIA } from './tank-problems';

/** Below it the bacteria are short of what they take with every ammonia. Common practice. */
const LOW_ALKALINITY = 4 * DKH;
const COLD_C = 22;
const SLOW_PH = 7.5;

/** Ammonia or nitrite that nine tanks in ten would be rid of by now, and why. */
export const stalled: Rule = (record) => {
  const { tank, school, doseLogged, steps, now, found, readings } = record;
  const rising = found.stage === 'ammonia rising' || found.stage === 'ammonia falling';
  if (!rising && found.stage !== 'nitrite rising' && found.stage !== 'nitrite falling') return undefined;
  const days = Math.round(CYCLE_SCHOOLS[school].lasts[1] * 1.3);
  // As tanks go at 25 °C: what the cold holds up is a problem, not the plan.
  const usual = expectedCourse({ ...tank, temperatureC: 25 }, CYCLE_SCHOOLS[school], doseLogged, days, steps);
  const by = rising ? goneBy(usual.lines.ammonia, steps.ammonia) : usual.ends?.high;
  if (by === undefined || now < by) return undefined;
  return {
    id: 'stalled',
    severity: 'caution',
    says: [
      rising ? 'Ammonia' : 'Nitrite',
      'is still there where nine in ten tanks have seen the last of it by',
      { moment: by, day: true },
      ':',
      ...holdsUp(record, readings),
    ],
  };
};

function goneBy(line: readonly BandPoint[], step: number): number | undefined {
  const last = line.findLastIndex(({ high }) => high >= step);
  return line[last + 1]?.at;
}

/** Why it is slow, from what was read; the surest first. */
function holdsUp({ chloramine, now, tank }: CycleRecord, readings: readonly FullReading[]): Phrase[] {
  const since = now - 14 * DAY_MS;
  const temperature = lastOf(readings, 'temperature', since)?.temperature ?? tank.temperatureC;
  const ph = lastOf(readings, 'ph', since)?.ph;
  const alkalinity = lastOf(readings, 'alkalinity', since)?.alkalinity;
  const ammonia = lastOf(readings, 'ammonia', since)?.ammonia;
  if (chloramine)
    return [
      'the supply lets chloramine past the carbon, which bleaches the bacteria with every top-off. See RO/DI water.',
    ];
  if (temperature < COLD_C)
    return [
      'at',
      quantity('temperature', temperature),
      'the bacteria work at',
      quantity('percent', rateFactor(temperature, undefined) * 100),
      'of what they do at',
      quantity('temperature', 25),
      '. Warm it.',
    ];
  if (ph !== undefined && ph < SLOW_PH)
    return ['pH', quantity('ph', ph), 'slows them. Change water, and air the room.'];
  if (alkalinity !== undefined && alkalinity < LOW_ALKALINITY)
    return [
      'alkalinity',
      quantity('alkalinity', alkalinity),
      'runs short: each milligram of ammonia takes some. A change of water brings it back.',
    ];
  if (ammonia !== undefined && ammonia >= TOO_MUCH_AMMONIA) return ['so much ammonia holds them back. Change water.'];
  return [
    'nothing read so far explains it. Check the kit against a known solution, and put in bottled bacteria or a handful of live rock.',
  ];
}
