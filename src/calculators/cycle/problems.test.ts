import { describe, expect, it } from 'vitest';
import { plainSentence } from '../calculator/sentence';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { answered, refusalOf } from '../testing/run-calculator';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import { cycleCourse } from '@/chemistry/cycle/cycle-course';

const START = Date.UTC(2026, 0, 1);
const at = (day: number) => START + day * DAY_MS;
type Reading = Record<string, number>;

const asked = (more: object) => ({
  school: 'starter',
  netVolumeL: 100,
  startedAt: START,
  now: at(10),
  temperatureC: 25,
  readings: [] as Reading[],
  deeds: [{ did: 'dosed ammonia', at: START, ammonia: 2 }] as object[],
  ...more,
});
const day = (on: number, values: Reading): Reading => ({ at: at(on), ...values });

interface Read {
  readonly problems: readonly string[];
  readonly stage: string;
}
const read = (more: object) => answered('cycle-reading', asked(more)).values as Read;
const told = (more: object) => {
  const { sentence, cautions } = answered('cycle-reading', asked(more));
  return [sentence, ...cautions.map(({ says }) => plainSentence(says, DEFAULT_UNITS))].join('\n');
};

/** A sound cycle as it would test, day by day. */
const course = cycleCourse(
  { startedAt: START, volumeL: 100, temperatureC: 25, events: [] },
  { seeds: [0.035, 0.009], speed: [1, 1], dieOff: 0.1, food: 0, already: 2 },
  Array.from({ length: 40 }, (_, i) => at(i + 1)),
);
const sound = (until: number): Reading[] =>
  Array.from({ length: until }, (_, i) =>
    day(i + 1, {
      ammonia: Number((course.ammonia[i] ?? 0).toFixed(1)),
      nitrite: Number((course.nitrite[i] ?? 0).toFixed(1)),
      ph: 8.05,
      temperature: 25,
    }),
  );

describe('a sound cycle', () => {
  it.each([3, 8, 14, 20, 26])('on day %d problems over nothing', (until) => {
    expect(read({ readings: sound(until), now: at(until) + 1 }).problems).toEqual([]);
  });
});

describe('problems, recognised from the record', () => {
  it('animals before the end, but for the crew of a starter programme from about day 10 (common practice)', () => {
    const stocked = (what: string, on: number, school = 'starter') =>
      read({
        school,
        readings: sound(13),
        now: at(13.1),
        deeds: [
          { did: 'dosed ammonia', at: START, ammonia: 2 },
          { did: 'put in', at: at(on), what, count: 2 },
        ],
      }).problems;
    expect(stocked('clean-up crew', 11)).not.toContain('stocked early');
    expect(stocked('clean-up crew', 8)).toContain('stocked early');
    expect(stocked('clean-up crew', 11, 'fishless')).toContain('stocked early');
    expect(stocked('fish', 11)).toContain('stocked early');
  });
  it('stalled by the cold: told with how fast the bacteria work there', () => {
    const cold = Array.from({ length: 30 }, (_, i) => day(i + 1, { ammonia: 1.9, nitrite: 0, temperature: 18, ph: 8 }));
    const more = { readings: cold, now: at(30.1), temperatureC: 18 };
    expect(read(more).problems).toContain('stalled');
    // 2.667^((18 − 25) ÷ 10) = 50 %: ASM1, from memory.
    expect(told(more)).toMatch(/at 18 °C the bacteria work at 50 % of what they do at 25 °C\. Warm it\./);
  });
  it('stalled by acid water, by alkalinity run short, by chloramine past the carbon', () => {
    const slow = (values: Reading) =>
      Array.from({ length: 30 }, (_, i) => day(i + 1, { ammonia: 1.9, nitrite: 0, temperature: 25, ...values }));
    expect(told({ readings: slow({ ph: 7.3 }), now: at(30.1) })).toContain('pH 7.3 slows them');
    expect(told({ readings: slow({ ph: 7.9, alkalinity: 2 * DKH }), now: at(30.1) })).toContain('runs short');
    expect(told({ readings: slow({ ph: 8 }), now: at(30.1), chloramine: true })).toContain('bleaches the bacteria');
    expect(told({ readings: slow({ ph: 8 }), now: at(30.1) })).toContain('nothing read so far explains it');
  });
  it('no source: nothing has shown for days', () => {
    const nothing = Array.from({ length: 6 }, (_, i) => day(i + 1, { ammonia: 0, nitrite: 0 }));
    expect(read({ readings: nothing, deeds: [], now: at(7) }).problems).toContain('no source');
    expect(told({ readings: nothing, deeds: [], now: at(7), school: 'ocean-rock' })).toContain(
      'may be through already',
    );
  });
  it('too much ammonia, with the change that brings it to 2 mg/L', () => {
    const more = { readings: [day(2, { ammonia: 8, nitrite: 0 })], now: at(2.1) };
    expect(read(more).problems).toContain('too much ammonia');
    // 1 − 2/8 = 75 %.
    expect(told(more)).toContain('A change of 75 % brings it to about 2 mg/L');
  });
  it('an uncontrolled source: ammonia rose by more than was dosed', () => {
    const more = { readings: [...sound(5), day(6, { ammonia: 4.5, nitrite: 0.5 })], now: at(6.1) };
    expect(read(more).problems).toContain('uncontrolled source');
    const dosed = [
      { did: 'dosed ammonia', at: START, ammonia: 2 },
      { did: 'dosed ammonia', at: at(5.5), ammonia: 3 },
    ];
    expect(read({ ...more, deeds: dosed }).problems).not.toContain('uncontrolled source');
  });
  it('pH sag, with what a change of 10 and of 15 % makes of it', () => {
    const sag = [...sound(4), day(5, { ph: 7.5, alkalinity: 6 * DKH, ammonia: 1.8, nitrite: 0.3 })];
    expect(read({ readings: sag, now: at(5.1) }).problems).toContain('pH sag');
    const text = told({ readings: sag, now: at(5.1) });
    const [, small = '9', large = '0'] = /10 % lifts it to (7\.\d\d) at once, of 15 % to (7\.\d\d)/.exec(text) ?? [];
    expect(Number(small)).toBeGreaterThan(7.5);
    expect(Number(large)).toBeGreaterThan(Number(small));
    expect(text).toContain('from alkalinity 6 dKH');
    expect(told({ readings: [day(5, { ph: 7.5 })], now: at(5.1) })).toContain('alkalinity not tested');
  });
  it('nitrate over-read while nitrite is there, with what the balance says instead', () => {
    const readings = [...sound(12), day(13, { nitrate: 60, nitrite: 5, ammonia: 0 })];
    expect(read({ readings, now: at(13.1) }).problems).toContain('nitrate over-read');
    const made = Number(
      /By balance the tank has made about (\d+\.\d) mg\/L/.exec(told({ readings, now: at(13.1) }))?.[1],
    );
    expect(made).toBeLessThan(3);
  });
  it('a kit set down as reading free ammonia whose figures only one for all of it shows', () => {
    const readings = [day(2, { ammonia: 25, ph: 8.1, nitrite: 0 })];
    expect(read({ readings, now: at(2.1), readsFree: true }).problems).toContain('kit reads free');
    expect(read({ readings, now: at(2.1) }).problems).not.toContain('kit reads free');
  });
  it('a mini-cycle after something new, and the same without a cause', () => {
    const later = {
      readings: [...sound(26), day(27, { ammonia: 0, nitrite: 0 }), day(40, { ammonia: 0.5, nitrite: 0.3 })],
      doneAt: at(28),
      now: at(40.1),
    };
    const fish = { did: 'put in', at: at(37), what: 'fish', count: 1 };
    const dose = { did: 'dosed ammonia', at: START, ammonia: 2 };
    expect(told({ ...later, deeds: [dose, fish] })).toContain('A mini-cycle: 0.5 mg/L of ammonia');
    expect(told({ ...later, deeds: [dose] })).toContain('nothing new went in');
    expect(read({ ...later, readings: sound(26), deeds: [dose, fish] }).problems).not.toContain('mini-cycle');
  });
  it('nitrite before any ammonia is asked about, not on rock that brings its bacteria', () => {
    const readings = [day(2, { ammonia: 0, nitrite: 1 })];
    expect(read({ readings, deeds: [], now: at(2.1) }).problems).toContain('nitrite first');
    expect(read({ readings, deeds: [], now: at(2.1), school: 'ocean-rock' }).problems).not.toContain('nitrite first');
  });
  it('nitrate that vanishes in a day is to be tested again, unless water was changed', () => {
    const readings = [day(8, { nitrate: 20, nitrite: 0.1 }), day(9, { nitrate: 0, nitrite: 0.1 })];
    expect(read({ readings, now: at(9.1) }).problems).toContain('nitrate vanished');
    const change = { did: 'changed', at: at(8.5), litres: 80 };
    expect(read({ readings, now: at(9.1), deeds: [change] }).problems).not.toContain('nitrate vanished');
  });
  it('a week without tests: what is told is what tanks like it do', () => {
    expect(told({ readings: sound(4), now: at(12) })).toContain('was tested for 8 days');
    expect(read({ readings: sound(4), now: at(10) }).problems).not.toContain('not tested');
  });
  it('a tank already stocked: no more ammonia, and with enough of it a change of water now', () => {
    const deeds = [
      { did: 'dosed ammonia', at: START, ammonia: 2 },
      { did: 'put in', at: at(3), what: 'fish', count: 2 },
    ];
    const text = told({ readings: sound(4), deeds, now: at(4.1) });
    expect(text).toContain('dose no more ammonia');
    expect(text).toMatch(/^Ammonia .*: change 50 % of the water now, for the animals’ sake/);
    expect(told({ readings: sound(4), deeds, now: at(4.1), school: 'hardy-fish' })).not.toContain('dose no more');
  });
});

describe('what is refused', () => {
  it('a start that is still to come, and a test in a unit no kit has', () => {
    expect(refusalOf('cycle-reading', asked({ now: START - DAY_MS }))?.field).toBe('start');
    expect(refusalOf('cycle-reading', asked({ readings: [{ at: at(1), ammonia: '2 dKH' }] }))?.field).toBe('ammonia');
    expect(refusalOf('cycle-reading', asked({ readings: [{ at: at(1), ammonia: 90 }] }))?.allowed).toContain('30 mg/L');
  });
});
