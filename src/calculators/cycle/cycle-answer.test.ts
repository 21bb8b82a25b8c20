import { describe, expect, it } from 'vitest';
import { plainSentence } from '../calculator/sentence';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { answered, refusalOf, valuesOf } from '../testing/run-calculator';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import type { Gate } from './stocking';

const START = Date.UTC(2026, 0, 1);
const at = (day: number) => START + day * DAY_MS;
const cautionsOf = (name: string, input: object) =>
  answered(name, input).cautions.map(({ severity, says }) => `${severity}: ${plainSentence(says, DEFAULT_UNITS)}`);

describe('the plan of a cycle', () => {
  const asked = { school: 'starter', netVolumeL: 46, startAt: START };
  it('in a cool room, where one tank in ten outlasts what is drawn, no latest day is made up', () => {
    const cool = answered('cycle-plan', { ...asked, temperatureC: 21 });
    expect(cool.sentence).toMatch(/it will hardly be through before .+; half of such tanks are by .+\.$/);
    expect(cool.sentence).not.toContain('Invalid');
    const { endsFrom = 0, ends = 0, endsBy } = cool.values as { endsFrom?: number; ends?: number; endsBy?: number };
    expect(endsFrom).toBeLessThan(ends);
    expect(endsBy).toBeUndefined();
  });

  it('2 mg/L of ammonia in 46 L are 0.289 g of ammonium chloride (CIAAW 2021)', () => {
    // 92 mg ÷ 17.031 × 53.489 g/mol.
    expect(valuesOf('cycle-plan', asked).doseG).toBeCloseTo((0.092 / 17.031) * 53.489, 6);
    expect(answered('cycle-plan', asked).sentence).toMatch(
      /^Dose 0\.289 g of ammonium chloride for 2 mg\/L, once; it will probably be through between 2026-01-\d\d and 2026-01-\d\d\.$/,
    );
  });
  it('from a bottle it is told in millilitres, by its salts or by its label', () => {
    const parts = [{ reagent: 'ammonium-chloride', gramsPerL: 20 }];
    const byParts = valuesOf('cycle-plan', { ...asked, from: { parts } }).doseMl;
    expect(byParts).toBeCloseTo((0.289 / 20) * 1000, 1);
    // One drop counter of 1 mL in 10 L raises ammonia by 1 mg/L: 46 L × 2 mg/L take 9.2 mL.
    const claim = { ml: 1, inLitres: 10, raises: { ammonia: 1 } };
    expect(valuesOf('cycle-plan', { ...asked, from: { claim } }).doseMl).toBeCloseTo(9.2, 6);
  });
  it('a bottle without ammonia is refused', () => {
    const parts = [{ reagent: 'sodium-carbonate', gramsPerL: 20 }];
    expect(refusalOf('cycle-plan', { ...asked, from: { parts } })?.hint).toContain('Pick the ammonia source');
  });
  it('doses nothing where rock or fish feed the cycle, and warns of what each may do', () => {
    expect(answered('cycle-plan', { ...asked, school: 'ocean-rock' }).sentence).toMatch(/^Rinse the rock/);
    expect(cautionsOf('cycle-plan', { ...asked, school: 'ocean-rock' }).join()).toContain('potent toxin');
    expect(cautionsOf('cycle-plan', { ...asked, school: 'hardy-fish' })[0]).toMatch(/^danger: These fish breathe/);
    expect(cautionsOf('cycle-plan', { ...asked, school: 'unaided' }).join()).toContain('A shrimp');
    expect(cautionsOf('cycle-plan', { ...asked, ammonia: 5 }).join()).toContain('less is faster');
    expect(cautionsOf('cycle-plan', asked)[0]).toContain('without animals only');
  });
  it('dates its days in order, from the first', () => {
    const { plan } = valuesOf<{ plan: { at: number }[] }>('cycle-plan', asked);
    expect(plan[0]?.at).toBe(START);
    expect(plan.map((each) => each.at)).toEqual(plan.map((each) => each.at).toSorted((a, b) => a - b));
  });
});

describe('the daily reading, told', () => {
  const asked = {
    school: 'starter',
    netVolumeL: 46,
    startedAt: START,
    now: at(1),
    readings: [] as object[],
    deeds: [{ did: 'dosed ammonia', at: START, ammonia: 2 }],
  };
  it('without tests it says that it speaks of tanks begun this way', () => {
    const { sentence, says } = { ...answered('cycle-reading', asked), says: answered('cycle-reading', asked).because };
    expect(sentence).toMatch(
      /^Ammonia is high, and the first bacteria are growing: leave it alone, and test both today\./,
    );
    expect(JSON.stringify(says)).toContain('after two tests');
  });
  it('tested today it asks for tomorrow', () => {
    const readings = [{ at: at(0.9), ammonia: 2, nitrite: 0 }];
    expect(answered('cycle-reading', { ...asked, readings }).sentence).toContain('test both again tomorrow');
  });
  it('a school that is not dosed is told to wait for ammonia, one that is to dose it', () => {
    const none = { ...asked, deeds: [], readings: [{ at: at(0.5), ammonia: 0, nitrite: 0 }] };
    expect(answered('cycle-reading', { ...none, school: 'unaided' }).sentence).toContain(
      'test ammonia daily until it shows',
    );
  });
  it('settled, it says to put the tank to the test, and that slow wins', () => {
    const readings = [
      { at: at(1), ammonia: 2, nitrite: 0 },
      { at: at(5), ammonia: 1, nitrite: 2.5 },
      { at: at(10), ammonia: 0, nitrite: 5 },
      { at: at(18), ammonia: 0, nitrite: 0 },
      { at: at(19), ammonia: 0, nitrite: 0 },
      { at: at(20), ammonia: 0, nitrite: 0 },
    ];
    const { sentence } = answered('cycle-reading', { ...asked, readings, now: at(20.1) });
    expect(sentence).toMatch(/^The tank is cycled: put it to the test with a measured dose/);
  });
});

describe('put to the test with a dose', () => {
  const asked = { netVolumeL: 46, raised: 2, before: 0, after: 0, nitriteAfter: 0, hours: 24 };
  it('passes where both are gone within a day, at no less than what went down to the kit’s first step', () => {
    expect(answered('ammonia-challenge', asked).sentence).toMatch(/^Passed: the dose was gone within 1 day\.$/);
    // (2 − 0.25) mg/L in a day.
    expect(valuesOf('ammonia-challenge', asked).perDay).toBeCloseTo(1.75, 9);
  });
  it('says what is left, what is not tested and what was tested too late', () => {
    expect(answered('ammonia-challenge', { ...asked, after: 1 }).sentence).toContain('Not yet');
    expect(valuesOf('ammonia-challenge', { ...asked, after: 1 }).perDay).toBeCloseTo(1, 9);
    expect(answered('ammonia-challenge', { ...asked, after: 1, hours: 48 }).sentence).toContain('Not passed');
    expect(answered('ammonia-challenge', { ...asked, nitriteAfter: 1 }).sentence).toContain('Half passed');
    expect(answered('ammonia-challenge', { ...asked, nitriteAfter: undefined }).sentence).toContain('test nitrite too');
    expect(answered('ammonia-challenge', { ...asked, hours: 60 }).sentence).toContain('too late');
  });
  it('refuses a test that shows more than went in', () => {
    expect(refusalOf('ammonia-challenge', { ...asked, after: 4 })?.hint).toContain('more than went in');
  });
  it('warns that it is for a tank without animals, and that a result is no licence', () => {
    expect(cautionsOf('ammonia-challenge', asked).join()).toMatch(/without animals only.*one fish for each 100 L/s);
  });
});

describe('a packaged starter goes by its own days', () => {
  const asked = {
    netVolumeL: 150,
    startedAt: START,
    rock: 'dry',
    starter: true,
    ammonia: 0,
    nitrite: 0,
    nitrate: 10,
    now: at(0),
  };
  const open = (day: number, over: object = {}) =>
    valuesOf<{ gates: Gate[] }>('stocking', { ...asked, now: at(day), ...over })
      .gates.filter(({ state }) => state === 'open')
      .map(({ id }) => id);
  it('the crew near day 10, the first fish near day 14, though no cycle was called done (common practice)', () => {
    expect(open(9)).toEqual([]);
    expect(open(10)).toEqual(['clean-up crew']);
    expect(open(14)).toEqual(['clean-up crew', 'first fish']);
    expect(open(14, { nitrite: 2 })).toEqual(['clean-up crew']);
    const spoilt = valuesOf<{ gates: Gate[] }>('stocking', { ...asked, now: at(14), nitrite: 2 }).gates;
    expect(spoilt.find(({ id }) => id === 'first fish')?.why[0]).toBe('Ammonia and nitrite at zero first.');
    expect(open(14, { starter: false })).toEqual([]);
    // Two or three small ones for 100 L: a pace, not a ceiling.
    expect(valuesOf<{ fishToBeginWith: number }>('stocking', { ...asked, now: at(14) }).fishToBeginWith).toBe(3);
  });
});

describe('what may go in next', () => {
  const asked = {
    netVolumeL: 250,
    startedAt: START,
    now: at(30),
    doneAt: at(22),
    rock: 'live',
    challenged: true,
    ammonia: 0,
    nitrite: 0,
    nitrate: 15,
  };
  const gate = (input: object, id: string) =>
    valuesOf<{ gates: Gate[] }>('stocking', input).gates.find((each) => each.id === id);
  const why = (input: object, id: string) => plainSentence(gate(input, id)?.why ?? [], DEFAULT_UNITS);

  it('nothing before the cycle is through', () => {
    const open = { ...asked, doneAt: undefined };
    expect(answered('stocking', open).sentence).toBe('Nothing goes in yet: the cycle is not through.');
    expect(valuesOf<{ gates: Gate[] }>('stocking', open).gates.every(({ state }) => state === 'shut')).toBe(true);
  });
  it('then the first change, the crew and the first fish; corals later', () => {
    expect(answered('stocking', asked).sentence).toMatch(
      /^Open now: first change of water, clean-up crew, first fish\. Soft corals from 2026-02-12\.$/,
    );
    expect(gate(asked, 'next fish')?.state).toBe('shut');
  });
  it('the first change brings nitrate to 20: from 40 it takes half the water', () => {
    expect(why({ ...asked, nitrate: 40 }, 'first change')).toContain('A change of 50 %');
    expect(why(asked, 'first change')).toContain('3 to 5 %');
  });
  it('no fish before a dose was gone in a day, and two weeks between fish (common practice)', () => {
    // On dry rock with nothing in it the dose is one proof among others; of living rock it is never asked.
    const dry = { ...asked, rock: 'dry', challenged: false };
    expect(why(dry, 'first fish')).toMatch(
      /zero for 3 days, with nitrate there; or a measured dose of ammonia gone within a day/,
    );
    expect(why({ ...asked, challenged: false }, 'first fish')).not.toMatch(/dose of ammonia/);
    expect(gate(dry, 'first fish')?.state).toBe('shut');
    for (const proof of [{ zeroForDays: 3 }, { thriving: true }, { challenged: true }, { starter: true }])
      expect(gate({ ...dry, ...proof }, 'first fish')?.state).toBe('open');
    // Zeros without nitrate may be a kit that reads nothing.
    expect(gate({ ...dry, zeroForDays: 5, nitrate: 0 }, 'first fish')?.state).toBe('shut');
    const stocked = { ...asked, fish: 1, lastFishAt: at(25) };
    expect(gate(stocked, 'next fish')).toMatchObject({ state: 'shut', opensAt: at(39) });
    expect(gate({ ...stocked, now: at(39.1) }, 'next fish')?.state).toBe('open');
  });
  it('about one fish for 100 L to begin with, a pace and no ceiling; two or three small ones in the end (common practice)', () => {
    const two = { ...asked, fish: 2, lastFishAt: at(10) };
    expect(gate(two, 'next fish')?.state).toBe('open');
    expect(why(two, 'next fish')).toContain('from here on the food decides');
    expect(why({ ...two, fish: 1 }, 'next fish')).not.toContain('the food decides');
    expect(valuesOf<{ fishToBeginWith: number; fishInAll: number }>('stocking', two)).toMatchObject({
      fishToBeginWith: 2,
      fishInAll: 7,
    });
    expect(cautionsOf('stocking', { ...two, fish: 7 }).join()).not.toContain('more than keepers count on');
    expect(cautionsOf('stocking', { ...two, fish: 8 }).join()).toContain('more than keepers count on');
  });
  it('the crew of a starter programme comes about day 10, before it has run out (common practice)', () => {
    const running = { ...asked, doneAt: undefined, starter: true, nitrite: 2, now: at(11) };
    expect(gate(running, 'clean-up crew')?.state).toBe('open');
    expect(answered('stocking', running).sentence).toMatch(/^Open now: the clean-up crew, and nothing else/);
    for (const shut of [{ now: at(9) }, { ammonia: 0.5 }, { ammonia: undefined }, { starter: false }])
      expect(gate({ ...running, ...shut }, 'clean-up crew')?.state).toBe('shut');
    expect(gate(running, 'first fish')?.state).toBe('shut');
  });
  it('ammonia that reads again shuts every gate for animals', () => {
    const again = { ...asked, ammonia: 0.5 };
    for (const id of ['clean-up crew', 'first fish', 'soft corals', 'stony corals'])
      expect(why(again, id)).toContain('reads again');
    expect(gate(again, 'first change')?.state).toBe('open');
  });
  it('stony corals wait for months on dry rock, and for steady alkalinity on any', () => {
    const later = { ...asked, now: at(120), alkalinityWandered: 0.3 * DKH };
    expect(gate(later, 'stony corals')?.state).toBe('open');
    expect(gate({ ...later, rock: 'dry' }, 'stony corals')).toMatchObject({ state: 'shut', opensAt: at(182) });
    expect(why({ ...later, alkalinityWandered: 1.5 * DKH }, 'stony corals')).toContain('steady it first');
    expect(why({ ...asked, now: at(120) }, 'stony corals')).toContain('has not been tested twice');
    expect(why({ ...later, nitrate: 0, phosphate: 0 }, 'soft corals')).toContain('would starve');
  });
  it('the ugly phases come in order, and the one of this age is marked', () => {
    const { phases } = valuesOf<{ phases: { name: string; fromDay: number; here: boolean }[] }>('stocking', asked);
    expect(phases.map(({ fromDay }) => fromDay)).toEqual(
      phases.map(({ fromDay }) => fromDay).toSorted((a, b) => a - b),
    );
    expect(phases.filter(({ here }) => here).map(({ name }) => name)).toContain('Brown film (diatoms)');
  });
});
