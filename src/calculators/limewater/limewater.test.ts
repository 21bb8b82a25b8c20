import { describe, expect, it } from 'vitest';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { plainSentence } from '../calculator/sentence';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import { limewater } from './limewater';
import { limewaterHours } from './limewater-hours';
import { limewaterStuck } from './limewater-stuck';

const NOW = Date.UTC(2026, 10, 26, 12);
const DAY = 86_400_000;
const base = { ...limewater.example, now: NOW };
const said = (outcome: { answer: { says: Parameters<typeof plainSentence>[0] } }) =>
  plainSentence(outcome.answer.says, DEFAULT_UNITS);
const cautionsOf = (outcome: { cautions: readonly { says: Parameters<typeof plainSentence>[0] }[] }) =>
  outcome.cautions.map(({ says }) => plainSentence(says, DEFAULT_UNITS)).join(' ');

describe('limewater in the worked tank: 250 L, 2 L a day evaporating, 1.2 L of saturated limewater', () => {
  const { values } = limewater.run(base);

  it('has a ceiling of 0.97 dKH a day and gives 60 % of it', () => {
    // Worked value: 2.0 × 43.2 ÷ 250 = 0.3456 mmol/L = 0.969 dKH.
    expect(values.ceiling / DKH).toBeCloseTo(0.97, 2);
    expect(values.shareOfCeiling).toBeCloseTo(0.6, 6);
    // By hand: evaporation 2 ÷ 1.7 and 2.3 ÷ 2, strength 5.9 %, their logarithms in quadrature.
    expect(values.ceilingLow / values.ceiling).toBeCloseTo(Math.exp(-Math.hypot(Math.log(2 / 1.7), 0.0588)), 6);
    expect(values.ceilingHigh / values.ceiling).toBeCloseTo(Math.exp(Math.hypot(Math.log(2.3 / 2), 0.0588)), 6);
  });

  it('25 g put into 10 L leave 9 g lying, told and not refused', () => {
    expect(values.lyingG).toBeCloseTo(9, 6);
  });

  it('10 L last 8.3 days, and what lies there serves the next filling', () => {
    expect(values.vessel.days).toBeCloseTo(8.33, 2);
    // 16 g dissolve in a full vessel and a quarter more is put in; 9 g lie there.
    expect(values.vessel.addG).toBeCloseTo(11, 6);
  });

  it('names no day while it is not known when the vessel was filled', () => {
    expect(said(limewater.run(base))).toMatch(/A full vessel lasts 8\.3 days\.$/);
    expect(said(limewater.run({ ...base, leftL: 4 }))).toMatch(/Refill the vessel by 2026-11-29, with/);
  });

  it('supports 83 % of 0.7 dKH a day and leaves the rest to the dosing plan', () => {
    expect(values.shareOfConsumption).toBeCloseTo(0.581 / 0.7, 2);
    expect((values.leaves ?? 0) / DKH).toBeCloseTo(0.7 - 0.581, 2);
  });

  it('is outgrown in the month that growth says', () => {
    // Room 1.53 L a day supports 0.741 dKH; by hand ln(0.741 ÷ 0.7) ÷ ln 1.03.
    expect(values.sufficesMonths).toBeCloseTo(Math.log(0.7412 / 0.7) / Math.log(1.03), 1);
    expect(limewater.run({ ...base, consumption: '0.9 dKH/day' }).values.sufficesMonths).toBe(0);
    expect(limewater.run({ ...base, growthPerMonth: 0 }).values.sufficesMonths).toBeUndefined();
  });
});

describe('strength', () => {
  it('warm water holds less', () => {
    expect(limewater.run({ ...base, temperatureC: '30 °C' }).values.gramsPerL).toBeCloseTo(1.53, 6);
  });

  it('a test overrules grams and table', () => {
    const byTest = limewater.run({ ...base, tested: { alkalinity: '100 dKH' } }).values;
    expect(byTest.strength / DKH).toBeCloseTo(100, 6);
    const byMeter = limewater.run({ ...base, tested: { conductivity: 4.28 } }).values;
    // CRC Handbook, from memory: 0.02 eq/L at 4.28 mS/cm.
    expect(byMeter.strength).toBeCloseTo(20, 3);
  });

  it('a test beyond what water holds is said to be of cloudy water', () => {
    const outcome = limewater.run({ ...base, tested: { alkalinity: '190 dKH' } });
    expect(cautionsOf(outcome)).toMatch(/powder was titrated/);
    expect(outcome.values.gramsPerL).toBeCloseTo(1.76, 6);
  });

  it('too little lime makes it weaker, and what air takes is an assumption that is shown', () => {
    expect(limewater.run({ ...base, limeG: '8 g' }).values.gramsPerL).toBeCloseTo(0.8, 6);
    const aired = limewater.run({ ...base, weakened: 0.1 });
    expect(aired.values.gramsPerL).toBeCloseTo(1.44, 6);
    expect(aired.working.find(({ label }) => label === 'Lost to air')?.origin).toBe('assumed');
  });
});

describe('a stirrer', () => {
  const stirrer = { ...base, vessel: 'stirrer' as const, vesselL: '3 L', limeG: '100 g' };

  it('is charged by the day its lime is used up', () => {
    const { values } = limewater.run(stirrer);
    expect(values.vessel.days).toBeCloseTo(100 / (1.2 * 1.6), 6);
    expect(values.vessel.turnsPerDay).toBeCloseTo(0.4, 6);
    expect(said(limewater.run(stirrer))).toMatch(
      /^Go on with 1\.2 L\/day of limewater: it supplies 0\.58 dKH\/day, 83\s% .*Charge the stirrer with 180 g/,
    );
  });

  it('whose charge is not known says no day', () => {
    const { limeG, ...unknown } = stirrer;
    expect(limeG).toBe('100 g');
    expect(limewater.run(unknown).values.vessel.at).toBeUndefined();
  });
});

describe('room', () => {
  it('more than surely evaporates is reduced', () => {
    const outcome = limewater.run({ ...base, litresPerDay: '1.8 L', consumption: '0.9 dKH/day' });
    expect(said(outcome)).toMatch(/^Reduce limewater from 1\.8 L\/day to 1\.53 L\/day/);
    expect(cautionsOf(outcome)).toMatch(/salinity falls/);
  });

  it('within what surely evaporates and into the reserve it goes on, with a note: 3.2 L of 3.5 (common practice)', () => {
    const outcome = limewater.run({
      ...base,
      netVolumeL: '378 L',
      evaporation: { low: '3.5 L', litresPerDay: '3.75 L', high: '4 L' },
      litresPerDay: '3.2 L',
      consumption: '1.1 dKH/day',
    });
    expect(said(outcome)).toMatch(/^Go on with 3\.2 L\/day of limewater: it supplies 1\.03 dKH\/day/);
    expect(outcome.cautions.filter(({ severity, usual }) => severity === 'danger' && !usual)).toEqual([]);
    expect(cautionsOf(outcome)).toMatch(/whether the top-off still comes on/);
  });

  it('supplying more than is consumed is the first word: 250 L, 0.4 dKH a day, 3 L a day', () => {
    // By hand: 3 × 43.19 ÷ 250 = 0.518 mmol/L = 1.453 dKH a day, 363 % of 0.4; 0.4 dKH asks for 0.826 L.
    const over = limewater.run({
      ...base,
      evaporation: { low: '3.5 L', litresPerDay: '3.75 L', high: '4 L' },
      consumption: '0.4 dKH/day',
      litresPerDay: '3 L',
    });
    expect(said(over)).toMatch(
      /^Too much limewater: 3 L\/day supplies 363\s% of the consumption, and alkalinity rises by 1\.05 dKH\/day\. Reduce it to 0\.826 L\/day\./,
    );
    expect(over.cautions[0]).toMatchObject({ severity: 'danger' });
    expect(over.values.neededL).toBeCloseTo((0.4 * DKH * 250) / 43.19, 2);
  });

  it('with no dose given says what is needed, then what fits', () => {
    const none = { ...base, litresPerDay: 0, runs: false };
    expect(said(limewater.run(none))).toMatch(
      /^Limewater: 1\.45 L\/day would supply all that is not supplied yet; up to 1\.53 L\/day fits/,
    );
    expect(said(limewater.run({ ...none, consumption: '1.4 dKH/day' }))).toMatch(
      /^Limewater: 2\.89 L\/day would be needed and 1\.53 L\/day fits/,
    );
  });

  it('says what a small amount supplies: 30 mL a day in 8 US gallons', () => {
    // By hand: 0.03 × 43.19 ÷ 30.28 = 0.0428 mmol/L = 0.12 dKH a day.
    const { consumption, ...nano } = { ...base, netVolumeL: '8 US gal', litresPerDay: '30 mL/day' };
    expect(consumption).toBeDefined();
    expect(said(limewater.run({ ...nano, evaporation: { low: 0.2, litresPerDay: 0.25, high: 0.3 } }))).toMatch(
      /^Go on with 30 mL\/day of limewater: it supplies 0\.12 dKH\/day/,
    );
  });

  it('more than evaporates at all is refused, with what to check', () => {
    expect(() => limewater.run({ ...base, litresPerDay: '2.5 L' })).toThrow(
      /limewater a day.*Evaporation and top-off/s,
    );
  });

  it('newly begun it asks for tests, and for none once it has run', () => {
    expect(cautionsOf(limewater.run({ ...base, startedAt: NOW - 20 * DAY }))).toMatch(/Test alkalinity every 3 days/);
    expect(cautionsOf(limewater.run({ ...base, startedAt: NOW - 200 * DAY }))).not.toMatch(/every 3 days/);
  });
});

describe('hours', () => {
  const hours = limewaterHours.example;
  const even = { ...hours, lights: undefined };
  const own = (input: Parameters<typeof limewaterHours.run>[0]) => limewaterHours.run(input).values.ways[2];

  it('1.2 L from 20:00 to 8:00: 100 mL an hour, 0.29 dKH of ripple with even uptake, 0.03 ppt of dip', () => {
    // Worked values: half of 0.581 dKH a day; 0.2 L beyond what evaporates meanwhile in 250 L at 35.
    const way = own(even);
    expect(way.litresPerHour * 1000).toBeCloseTo(100, 6);
    // The 0.2 L dilute it by 0.006 dKH besides.
    expect(Math.abs(way.alkalinityRipple / DKH - 0.29)).toBeLessThan(0.01);
    expect(way.salinityDip).toBeCloseTo(0.028, 2);
  });

  it('3.2 L in 14.5 hours dip 378 L by less than 0.2 ppt', () => {
    // Common practice; by the equation 0.10.
    const way = own({
      ...even,
      netVolumeL: 378,
      litresPerDay: 3.2,
      evaporationLPerDay: 3.5,
      hours: { fromMinute: 1200, forMinutes: 870 },
      consumption: 0.9 * DKH,
    });
    expect(way.salinityDip).toBeLessThan(0.2);
    expect(way.salinityDip).toBeCloseTo(0.1, 1);
  });

  it('overnight halves the swing of pH and makes alkalinity wander', () => {
    // Common practice: 0.2 instead of 0.3 to 0.4, and about half a dKH.
    const [clock, night] = limewaterHours.run({
      ...hours,
      netVolumeL: 378,
      litresPerDay: 3.2,
      evaporationLPerDay: 3.8,
      consumption: 1.02 * DKH,
      lights: { fromMinute: 600, forMinutes: 600 },
    }).values.ways;
    expect(night.phSwing).toBeLessThan(clock.phSwing * 0.75);
    expect(night.alkalinityRipple / DKH).toBeGreaterThan(0.3);
    expect(night.alkalinityRipple / DKH).toBeLessThan(1);
    expect(night.alkalinityRipple).toBeGreaterThan(clock.alkalinityRipple);
  });

  it('has ranges that hold what keepers see of a day at about 1 dKH, and says what they rest on', () => {
    // Common practice: pH moves by 0.3 to 0.4 round the clock and by 0.2 overnight, alkalinity by about 0.5 dKH.
    const outcome = limewaterHours.run({
      ...hours,
      netVolumeL: 378,
      litresPerDay: 3.2,
      evaporationLPerDay: 3.8,
      consumption: 1.02 * DKH,
      hours: { fromMinute: 1200, forMinutes: 870 },
      lights: { fromMinute: 600, forMinutes: 600 },
    });
    const [clock, , night] = outcome.values.ways;
    const holds = ({ low, high }: { low: number; high: number }, seen: number) => low <= seen && seen <= high;
    expect(holds(clock.swings.ph, 0.3) && holds(clock.swings.ph, 0.4)).toBe(true);
    expect(holds(night.swings.ph, 0.2)).toBe(true);
    expect(holds({ low: night.swings.alkalinity.low / DKH, high: night.swings.alkalinity.high / DKH }, 0.5)).toBe(true);
    expect(outcome.answer.certainty).toBe('rough');
    expect(outcome.working.find(({ label }) => label === 'pH moves by')).toMatchObject({ origin: 'assumed' });
    // Each way, the figure told lies in its own range.
    for (const { phSwing, swings } of outcome.values.ways) expect(holds(swings.ph, phSwing)).toBe(true);
  });

  it('supplying more than is consumed is the first word here too', () => {
    const over = limewaterHours.run({ ...even, litresPerDay: 1.9, consumption: 0.3 * DKH });
    expect(said(over)).toMatch(
      /^Too much limewater: it supplies 3\d\d\s% of the consumption, .* Reduce it first\. As it is: Drip/,
    );
  });

  it('a pulse lifts pH at once, a drip does not; the step is the worked one', () => {
    expect(own(even).phStep).toBe(0);
    // Worked value: 0.5 dKH of hydroxide at 8 dKH and 600 µatm lifts pH by 0.215.
    const one = own({ ...even, litresPerDay: (0.5 * DKH * 250) / 43.19, pulses: 1, consumption: 0.5 * DKH });
    expect(one.phStep).toBeGreaterThan(0.17);
    expect(one.phStep).toBeLessThan(0.25);
    expect(cautionsOf(limewaterHours.run({ ...even, pulses: 4 }))).toMatch(/more and smaller pulses/);
  });

  it('rate × hours that disagree with the day’s amount are questioned', () => {
    // Common practice: 3 mL an hour over 16 h is 48 mL and not the 30 that were believed.
    const outcome = limewaterHours.run({ ...even, dripLPerH: '150 mL/h' });
    expect(cautionsOf(outcome)).toMatch(/is 1\.8 L and not 1\.2 L/);
    expect(cautionsOf(limewaterHours.run({ ...even, dripLPerH: '102 mL/h' }))).not.toMatch(/which of the two/);
  });

  it('a pump too slow for its hours is refused, with what to check first', () => {
    expect(() => limewaterHours.run({ ...even, pumpLPerH: '80 mL/h' })).toThrow(
      /hours of the drip.*at least 15 hours.*cylinder/s,
    );
    expect(() => limewaterHours.run({ ...even, litresPerDay: 2.1 })).toThrow(/limewater a day.*evaporate/s);
  });
});

describe('a stuck pump', () => {
  it('tells the whole vessel, its parts, and the largest that is survivable', () => {
    const { values } = limewaterStuck.run(limewaterStuck.example);
    expect(values.whole.phNbs).toBeCloseTo(9.37, 1);
    expect(values.steps.map(({ share }) => share)).toEqual([0.25, 0.5, 1]);
    // 2 L make 8.52 (independent evaluation): the bound of 8.6 lies a little above.
    expect(values.largestL).toBeGreaterThan(2);
    expect(values.largestL).toBeLessThan(3.5);
    expect(values.survivable).toBe(false);
    expect(values.hoursToDanger).toBeGreaterThan(values.largestL / 1.5 - 0.3);
  });

  it('by the top-off is this accident and the flood', () => {
    const outcome = limewaterStuck.run({ ...limewaterStuck.example, byTopOff: true, spareL: 4 });
    expect(cautionsOf(outcome)).toMatch(/accident and the flood together, with 6 L of it on the floor/);
  });

  it('a small vessel is survivable and is not warned of', () => {
    const outcome = limewaterStuck.run({ ...limewaterStuck.example, canRunL: '1 L' });
    expect(outcome.values.survivable).toBe(true);
    expect(outcome.cautions.some(({ severity }) => severity === 'danger')).toBe(false);
  });
});
