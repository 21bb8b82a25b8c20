import { describe, expect, it } from 'vitest';
import { plainSentence } from '../calculator/sentence';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { refusalOf } from '../testing/run-calculator';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import { expectedEvaporationLPerDay, type Situation } from '@/chemistry/evaporation/surfaces';
import { topOff } from './top-off';

const say = (phrases: Parameters<typeof plainSentence>[0]) => plainSentence(phrases, DEFAULT_UNITS);
const now = Date.UTC(2026, 10, 25, 9);
const ago = (days: number) => now - days * DAY_MS;
const room = {
  places: [{ place: 'display' as const, areaM2: 1.1, cover: 'open' as const }],
  waterC: 25.5,
  airC: 21,
  humidity: 0.5,
};
const input = {
  now,
  netVolumeL: 378,
  salinity: 35,
  reservoirL: 40,
  refills: [25, 18, 11, 4].map((days) => ({ at: ago(days), litres: 24.5 })),
  surroundings: room,
};
type Input = Parameters<typeof topOff.run>[0];
const run = (change: Partial<Input> = {}) => topOff.run({ ...input, ...change });
const cautions = (change: Partial<Input>) =>
  run(change)
    .cautions.map(({ says }) => say(says))
    .join('\n');

describe('top-off', () => {
  it('tells litres a day, between what, and days left', () => {
    // Three weeks of 24.5 L are 3.5 L/day; the formula expects 3.3 for such a room, and hardly moves it.
    const { values, answer } = run();
    expect(values.litresPerDay).toBeCloseTo(3.5, 1);
    expect(values.leftL).toBeCloseTo(40 - 4 * values.drawnLPerDay, 9);
    expect(values.daysLeft).toBeCloseTo(values.leftL / values.drawnLPerDay, 12);
    expect(values.low).toBeLessThan(3.4);
    expect(values.high).toBeGreaterThan(3.6);
    expect(answer.certainty).toBe('estimated');
    expect(say(answer.says)).toMatch(/^Refill by 20\d\d-\d\d-\d\d: evaporation is 3\.\d L\/day\.$/);
  });
  it('tells the worst case: S·V/(V + R), and what spills where the rim is known', () => {
    expect(run().values.worstSalinity).toBeCloseTo((35 * 378) / 418, 9);
    expect(run({ spareL: 10 }).values.worstSpiltL).toBeCloseTo(30, 9);
    expect(cautions({ spareL: 10 })).toMatch(/with 30 L on the floor/);
  });
  it('falls back on the formula, and says it is rough', () => {
    const rough = run({ refills: [] });
    expect(rough.answer.certainty).toBe('rough');
    expect(rough.values.litresPerDay).toBeCloseTo(rough.values.formulaLPerDay, 12);
    expect(say(rough.answer.because)).toMatch(
      /^Nothing is measured yet, so this is the general formula\. Within [\d.]+–[\d.]+ L\/day \(95 % range\)/,
    );
  });
  it('says when it has run dry, and what to put back by hand', () => {
    expect(run({ now: now + 60 * DAY_MS }).values.leftL).toBe(0);
    expect(say(run({ now: now + 60 * DAY_MS }).answer.says)).toMatch(/^Refill the reservoir now/);
    expect(say(run({ reservoirL: 0 }).answer.says)).toMatch(/^Top off 3\.?\d* L a day/);
  });
  it('is overruled by a figure of one’s own', () => {
    const { values, answer } = run({ litresPerDay: 5 });
    expect([values.litresPerDay, values.low, values.high]).toEqual([5, 5, 5]);
    expect(say(answer.because)).toMatch(/^By your own figure\./);
  });
  it('takes the pump’s time for another witness', () => {
    // By hand: 3.5 hours in 14 days at 20 L/h is 5 L/day.
    const runs = { pumpRuns: [{ at: ago(1), ran: '210 min', over: '14 days' }], pumpGives: '20 L/h' };
    expect(run({ ...runs, refills: [] }).values.litresPerDay).toBeGreaterThan(4.6);
    expect(run(runs).values.litresPerDay).toBeLessThan(4.2);
    expect(cautions(runs)).toMatch(/The pump’s time says 5 L\/day/);
  });
  it('counts water that comes with doses as evaporated too, and not as drawn', () => {
    const { values } = run({ drips: [{ at: ago(200), litresPerDay: 1 }] });
    expect(values.litresPerDay).toBeCloseTo(4.5, 1);
    expect(values.drawnLPerDay).toBeCloseTo(3.5, 1);
    expect(cautions({ drips: [{ at: ago(2), litresPerDay: 4 }] })).toMatch(/the level may rise/);
  });
  it('does not call evaporation what left as saltwater', () => {
    // By hand: 0.1 ppt a day of 378 L at 35 is 1.08 L of saltwater a day; 3.5 − 1.08 evaporates, 3.5 is still drawn.
    const leak = { saltDrift: { fallsPerDay: 0.1, sd: 0.01 } };
    expect(Math.abs(run(leak).values.litresPerDay - 2.42)).toBeLessThan(0.1);
    expect(run(leak).values.drawnLPerDay).toBeCloseTo(3.5, 1);
    expect(cautions(leak)).toMatch(/about 1\.08 L\/day leaves as saltwater/);
    expect(cautions({ saltDrift: { fallsPerDay: -0.1, sd: 0.01 } })).toMatch(/evaporates and is not put back/);
  });
  it('points at what does not fit, and does not count it', () => {
    const refills = [46, 39, 32, 25, 18, 11, 4].map((days) => ({ at: ago(days), litres: days === 18 ? 39 : 21 }));
    expect(cautions({ refills, reservoirL: 60, now: now - 2 * DAY_MS })).toMatch(
      /39 L went where 21 L were to be expected: a leak/,
    );
    const large = { refills: [...input.refills, { at: ago(2), litres: 400 }] };
    expect(cautions(large)).toMatch(/400 L on 2026-11-23 is more than the reservoir’s 40 L/);
    expect(run(large).values.litresPerDay).toBeCloseTo(3.5, 1);
    expect(cautions({ ...large, reservoirL: 0 })).toMatch(/400 L on 2026-11-23 is more than a quarter of the tank/);
    expect(cautions({ surroundings: { ...room, places: [{ place: 'display', areaM2: 12, cover: 'open' }] } })).toMatch(
      /the water would be 3\.15 cm deep/,
    );
  });
  it('says what a lid would save', () => {
    const { alternatives, litresPerDay } = run().values;
    const lid = alternatives.find(({ what }) => what.endsWith('a lid with gaps'));
    // One surface, of which such a lid lets half by.
    expect(lid?.litresPerDay).toBeCloseTo(litresPerDay / 2, 9);
    expect(alternatives.map(({ what }) => what)).not.toContain('the display open');
    expect(alternatives.map(({ what }) => what)).not.toContain('no fan');
  });
});

describe('the season', () => {
  const months = [4, 5, 6, 7, 8, 9, 10].map((month) => Date.UTC(2026, month, 1));
  const situation: Situation = { ...room, moved: 'calm', airMPerS: 0, salinity: 35 };
  /** A tank that loses what the formula says of its room, at each moment's humidity. */
  const losing = (humidityAt: (at: number) => number, reservoirL = 60) => ({
    reservoirL,
    months,
    refills: Array.from({ length: 27 }, (_, week) => {
      const at = ago(3 + 7 * (26 - week));
      return { at, litres: 7 * expectedEvaporationLPerDay({ ...situation, humidity: humidityAt(at) }) };
    }),
  });
  const dried = losing((at) => (at > Date.UTC(2026, 8, 20) ? 0.35 : 0.6));

  it('tells how much more is lost than then, and that the room is drier', () => {
    const rooms = Array.from({ length: 26 }, (_, week) => {
      const at = ago(1 + 7 * (25 - week));
      return { at, airC: 21, humidity: at > Date.UTC(2026, 8, 20) ? 0.35 : 0.6 };
    });
    const { change } = run({ ...dried, rooms, surroundings: { ...room, humidity: 0.35 } }).values;
    expect(change?.because).toEqual({ what: 'humidity', rose: false });
    const by = (humidity: number) => expectedEvaporationLPerDay({ ...situation, humidity });
    expect(change?.more).toBeCloseTo(by(0.35) - by(0.6), 1);
    expect(say(run({ ...dried, rooms, surroundings: { ...room, humidity: 0.35 } }).answer.because)).toMatch(
      /; 1\.1 L\/day more than in 2026-07: the room is drier\./,
    );
  });
  it('works the humidity out where the room was never read', () => {
    const because = run({ ...dried, surroundings: { ...room, humidity: 0.35 } }).values.change?.because;
    expect(because?.what).toBe('room unread');
    if (because?.what === 'room unread') expect(because.humidityThen).toBeCloseTo(0.6, 1);
  });
  it('says when neither room nor water explains it', () => {
    const rooms = Array.from({ length: 26 }, (_, week) => ({ at: ago(1 + 7 * (25 - week)), airC: 21, humidity: 0.5 }));
    expect(run({ ...dried, rooms }).values.change?.because).toEqual({ what: 'neither room nor water' });
  });
  it('is quiet while nothing changed', () => {
    expect(run(losing(() => 0.5)).values.change).toBeUndefined();
    expect(run(losing(() => 0.5)).values.months.length).toBeGreaterThan(3);
  });
  it('expects of a room what the tank lost in earlier months, before a refill of this season', () => {
    // A tank that loses one and a half times what the formula says, and was not refilled for two months.
    const refills = Array.from({ length: 12 }, (_, week) => ({
      at: ago(64 + 7 * (11 - week)),
      litres: 7 * 1.5 * expectedEvaporationLPerDay(situation),
    }));
    const { values } = run({ refills, months, reservoirL: 60 });
    expect(values.litresPerDay / values.formulaLPerDay).toBeGreaterThan(1.3);
    expect(values.litresPerDay / values.formulaLPerDay).toBeLessThan(1.5);
    expect(say(run({ refills, months, reservoirL: 60 }).answer.because)).toMatch(/^Nothing is measured of late/);
  });
});

describe('figures that were meant otherwise', () => {
  const of = (change: Record<string, unknown>) =>
    refusalOf('top-off', { ...input, surroundings: { ...room, ...change } });
  it('takes humidity as a share or in percent, and asks about 45', () => {
    expect(of({ humidity: 0.45 })).toBeUndefined();
    expect(of({ humidity: '45 %' })).toBeUndefined();
    expect(of({ humidity: 45 })?.suggestion).toBe('45 %');
    expect(of({ humidity: '0.45 %' })?.suggestion).toBe('45 %');
  });
  it('takes areas in cm², in² and by their sides, and asks about 6000', () => {
    const area = (areaM2: unknown) => ({ places: [{ place: 'display', areaM2, cover: 'open' }] });
    const evaporationOf = (areaM2: string) =>
      topOff.run({ ...input, refills: [], surroundings: { ...room, places: [{ place: 'display', areaM2 }] } }).values
        .formulaLPerDay;
    expect(evaporationOf('7200 cm²')).toBeCloseTo(evaporationOf('0.72 m²'), 12);
    expect(evaporationOf('120 × 60 cm')).toBeCloseTo(evaporationOf('0.72 m²'), 12);
    expect(evaporationOf('48x24 in')).toBeCloseTo(evaporationOf('1152 in²'), 9);
    expect(of(area(6000))?.suggestion).toBe('6000 cm²');
    expect(of(area('120 x 60'))?.hint).toMatch(/centimetres or inches/);
    expect(of(area('120 x 60 cm'))).toBeUndefined();
  });
  it('asks for a surface where none is given', () => {
    expect(of({ places: undefined })?.field).toBe('open surface');
  });
});
