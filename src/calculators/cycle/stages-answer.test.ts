import { describe, expect, it } from 'vitest';
import { plainSentence } from '../calculator/sentence';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { answered } from '../testing/run-calculator';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import { cycleCourse } from '@/chemistry/cycle/cycle-course';
import { tried } from '@/testing/tier';
import { cycleReading } from './cycle-reading';
import { CYCLE_SCHOOLS, CYCLE_SCHOOL_IDS, type CycleSchoolId } from './cycle-schools';

const START = Date.UTC(2026, 2, 1, 8);
const at = (day: number) => START + day * DAY_MS;

/** A tank of a school as most of them go, tested each morning to a tenth. */
function testedDaily(school: CycleSchoolId, until: number) {
  const { prior: known, doseMgPerL } = CYCLE_SCHOOLS[school];
  const days = Array.from({ length: until }, (_, i) => i + 1);
  const course = cycleCourse(
    { startedAt: START, volumeL: 100, temperatureC: 25, events: [] },
    {
      seeds: known.seeds,
      speed: [1, 1],
      dieOff: known.dieOff,
      food: known.food,
      already: doseMgPerL,
    },
    days.map(at),
  );
  return days.map((day, i) => ({
    at: at(day),
    ammonia: Math.round((course.ammonia[i] ?? 0) * 10) / 10,
    nitrite: Math.round((course.nitrite[i] ?? 0) * 10) / 10,
    ph: 8,
    temperature: 25,
    salinity: 35,
  }));
}
const ask = (school: CycleSchoolId, day: number) => ({
  school,
  netVolumeL: 100,
  startedAt: START,
  now: at(day) + 3_600_000,
  readings: testedDaily(school, day),
  deeds:
    CYCLE_SCHOOLS[school].doseMgPerL > 0
      ? [{ did: 'dosed ammonia', at: START, ammonia: CYCLE_SCHOOLS[school].doseMgPerL }]
      : [],
});
interface Read {
  readonly stage: string;
  readonly confidence: number;
  readonly endsFrom?: number;
  readonly ends?: number;
  readonly endsBy?: number;
  readonly problems: readonly string[];
  readonly ammoniaNow: number;
  readonly nitriteNow: number;
  readonly capacityPerDay: number;
}
const ORDER = [
  'not started',
  'ammonia rising',
  'ammonia falling',
  'nitrite rising',
  'nitrite falling',
  'waiting to confirm',
  'cycled',
];

describe('a tank of each school, tested daily', () => {
  // From the sixth day: before it the little ammonia of the gentler schools stands at the kit's first step.
  it.each(CYCLE_SCHOOL_IDS)('%s goes through its stages in order, never back, to its end', (school) => {
    const last = Math.ceil(CYCLE_SCHOOLS[school].lasts[1] * 1.15) + 3;
    const every = tried(12, 3);
    const stages = Array.from({ length: Math.ceil((last - 3) / every) }, (_, i) => 6 + every * i).map((day) => {
      const { stage } = answered('cycle-reading', ask(school, day)).values as Read;
      return ORDER.indexOf(stage);
    });
    expect(stages).toEqual(stages.toSorted((a, b) => a - b));
    expect(ORDER[stages.at(-1) ?? 0]).toBe('cycled');
  });

  it.each(CYCLE_SCHOOL_IDS)(
    '%s: what it probably holds is what was tested, and its end lies within the range told',
    (school) => {
      const day = Math.max(3, Math.round(CYCLE_SCHOOLS[school].lasts[0] * 0.6));
      const read = answered('cycle-reading', ask(school, day)).values as Read;
      const tested = testedDaily(school, day).at(-1);
      expect(Math.abs(read.ammoniaNow - (tested?.ammonia ?? 9))).toBeLessThan(0.35);
      expect(Math.abs(read.nitriteNow - (tested?.nitrite ?? 9))).toBeLessThan(0.6);
      // The day on which both tests first show nothing, to the tenth they are told in.
      const through = testedDaily(school, 100).findLast(({ ammonia, nitrite }) => ammonia >= 0.25 || nitrite >= 0.25);
      const end = (through?.at ?? 0) + DAY_MS;
      expect(read.endsFrom ?? 0).toBeLessThanOrEqual(end + DAY_MS);
      expect(read.endsBy ?? Infinity).toBeGreaterThanOrEqual(end - DAY_MS);
      expect(read.endsFrom ?? 0).toBeLessThanOrEqual(read.ends ?? 0);
      expect(read.problems.filter((id) => id !== 'nitrate over-read')).toEqual([]);
    },
  );
});

describe('what each stage is told as', () => {
  it.each([
    [
      'starter',
      2,
      /^Ammonia is high, and the first bacteria are growing: leave it alone, and test both again tomorrow\. It will (probably be through|be through on .* at the soonest; how much later cannot be told yet)/,
    ],
    ['starter', 7, /^Ammonia is falling, and nitrite comes next: leave it alone, dose nothing, /],
    ['starter', 11, /^Nitrite is rising, and the second bacteria are growing: leave it alone/],
    [
      'starter',
      19,
      /^Nitrite is falling: test both again tomorrow; half a dose of ammonia keeps the first bacteria fed/,
    ],
    ['unaided', 50, /^Nitrite is falling: leave it alone, and test both again tomorrow\./],
    [
      'hardy-fish',
      30,
      /^The tank is cycled: bring nitrate down with a first change of water, and keep feeding little\.$/,
    ],
  ] as const)('%s, day %d', (school, day, words) => {
    expect(answered('cycle-reading', ask(school, day)).sentence).toMatch(words);
  });

  it('says how sure in figures, and calls it likely from eight in ten on', () => {
    const { answer, values } = cycleReading.run(ask('starter', 19) as Parameters<typeof cycleReading.run>[0]);
    expect(values.confidence).toBeGreaterThan(0.8);
    expect(answer.certainty).toBe('likely');
    expect(plainSentence(answer.because, DEFAULT_UNITS)).toMatch(
      /of the tanks that would have tested like yours on 19 days\.$/,
    );
  });

  it('gives chances that add up to one, and none to “cycled”, which takes tests', () => {
    const { chances } = cycleReading.run(ask('fishless', 12) as Parameters<typeof cycleReading.run>[0]).values;
    expect(Object.values(chances).reduce((sum, each) => sum + each, 0)).toBeCloseTo(1, 9);
    expect(chances.cycled).toBe(0);
  });

  it('tells what not to do, and to go slow once it is through', () => {
    const said = (day: number) =>
      answered('cycle-reading', ask('starter', day))
        .cautions.map(({ says }) => plainSentence(says, DEFAULT_UNITS))
        .join('\n');
    expect(said(7)).toContain('no additive that raises pH');
    expect(said(31)).toContain('Slow wins');
  });

  it('a day without a test asks for it today', () => {
    const later = { ...ask('starter', 7), now: at(8.5) };
    expect(answered('cycle-reading', later).sentence).toContain('dose nothing, and test both today');
  });

  it('can oxidise more the longer it was fed', () => {
    const capacity = (day: number) => (answered('cycle-reading', ask('starter', day)).values as Read).capacityPerDay;
    expect(capacity(9)).toBeGreaterThan(2 * capacity(4));
  });
});
