import { describe, expect, it } from 'vitest';
import { plainSentence } from '../calculator/sentence';
import { answered, refusalOf, valuesOf } from '../testing/run-calculator';
import { DEFAULT_UNITS } from '@/quantities/quantity';

const cautionsOf = (name: string, input: object) =>
  answered(name, input).cautions.map(({ severity, says }) => `${severity}: ${plainSentence(says, DEFAULT_UNITS)}`);
const workingOf = (name: string, input: object) =>
  Object.fromEntries(answered(name, input).working.map(({ label, origin, from }) => [label, `${origin}: ${from}`]));

describe('a batch, told', () => {
  const asked = { litresWanted: '500 L', targetSalinity: '35 ppt', gramsPerLAt35: 40, gramsPerLFrom: 'label' };
  it('counts boxes where they tell something', () => {
    // 500 L × 40 g = 20 kg: a box and a quarter of 16 kg; a hundredth of a tonne sack is not counted.
    expect(answered('mix-batch', { ...asked, boxG: '16 kg' }).sentence).toMatch(
      /^Weigh 20 kg of salt \(1\.3 boxes\) into/,
    );
    expect(answered('mix-batch', { ...asked, boxG: '1000 kg' }).sentence).toMatch(/^Weigh 20 kg of salt into/);
    expect(valuesOf('mix-batch', { ...asked, boxG: '1000 kg' }).boxes).toBeCloseTo(0.02, 9);
  });
  it('says where its grams a litre come from, and how sure that makes it', () => {
    const from = (gramsPerLFrom: string) => workingOf('mix-batch', { ...asked, gramsPerLFrom })['Salt at 35 ppt'];
    expect(from('label')).toMatch(/^setting: the salt’s label/);
    expect(from('learnt')).toMatch(/^log: learnt from your measured batches/);
    expect(from('assumed')).toMatch(/^common practice: a general figure/);
    expect(answered('mix-batch', { ...asked, gramsPerLFrom: 'assumed' }).answer.certainty).toBe('rough');
    expect(cautionsOf('mix-batch', { ...asked, gramsPerLFrom: 'assumed' }).join()).toContain(
      'this salt’s own figure is learnt',
    );
  });
  it('says water first, a day’s wait, and what 20 L weigh', () => {
    const told = cautionsOf('mix-batch', asked).join('\n');
    for (const words of ['never water onto a heap of salt', 'Wait at least 24 hours', '20 L is 20 kg'])
      expect(told).toContain(words);
    expect(cautionsOf('mix-batch', { ...asked, litresWanted: '10 L' }).join()).not.toContain('20 kg');
  });
});

describe('a batch that reads off, told', () => {
  const asked = { holdsL: '60 L', target: '35 ppt', gramsPerLAt35: 38.5 };
  it('low: salt in two halves, measured between', () => {
    expect(answered('batch-correction', { ...asked, reads: '33.2 ppt' }).sentence).toMatch(
      /^Add 12\d g of salt, let it dissolve/,
    );
    expect(cautionsOf('batch-correction', { ...asked, reads: '33.2 ppt' }).join()).toContain('two halves');
  });
  it('low in a full vessel: what the salt lifts past the brim is taken out first', () => {
    expect(cautionsOf('batch-correction', { ...asked, reads: '25 ppt', fullL: '60 L' }).join()).toMatch(
      /take out \d+ mL first|take out 0\.\d+ L first/,
    );
  });
  it('high with room: water poured in; high and full: water swapped; part full: to the brim first', () => {
    const says = (fullL?: string) =>
      answered('batch-correction', { ...asked, reads: '37 ppt', ...(fullL && { fullL }) }).sentence;
    // By hand with EOS-80: 61.49 kg × 37 ÷ 35 less 61.49 is 3.51 kg, 3.52 L; full, 60 × (1 − 35 × 1.02334 ÷ (37 × 1.02486))
    // = 3.33 L go out, and 61.40 × 2 ÷ 37 = 3.32 kg come in; to a brim of 62 L, 1.44 L out and 3.44 L in.
    expect(says('80 L')).toBe('Pour in 3.52 L of RO/DI water.');
    expect(says()).toBe('Take out 3.33 L and pour in 3.33 L of RO/DI water.');
    expect(says('62 L')).toBe('Take out 1.44 L and pour in 3.44 L of RO/DI water.');
  });
  it('near enough: left alone, and measured again before use all the same', () => {
    expect(answered('batch-correction', { ...asked, reads: '34.9 ppt' }).sentence).toBe('Leave it as it is.');
    expect(cautionsOf('batch-correction', { ...asked, reads: '34.9 ppt' })).toEqual([
      'caution: Measure once more just before it is used.',
    ]);
  });
});

describe('whether a batch may be used, told', () => {
  const mixedAt = Date.UTC(2026, 10, 24, 9);
  const asked = { mixedAt, now: mixedAt + 5 * 3_600_000, target: '35 ppt' };
  it('lists what is missing in the order it is done', () => {
    expect(answered('batch-readiness', { ...asked, tankC: 25 }).sentence).toBe(
      'Not yet: first it is left until 2026-11-25 09:00 UTC, then it is measured, then its temperature is read.',
    );
  });
  it('an old batch is stirred and tested; a fresh one is not told so', () => {
    expect(cautionsOf('batch-readiness', { ...asked, now: mixedAt + 30 * 86_400_000 })[0]).toMatch(
      /^caution: It has stood for 30 days: stir it/,
    );
    expect(cautionsOf('batch-readiness', asked)).toEqual([]);
  });
  it('warm water cools, cold water is warmed', () => {
    const says = (temperatureC: number) =>
      answered('batch-readiness', {
        ...asked,
        now: mixedAt + 26 * 3_600_000,
        reads: '35 ppt',
        readAt: mixedAt + 25 * 3_600_000,
        temperatureC,
        tankC: 25,
      }).sentence;
    expect(says(20)).toBe('Not yet: first it is warmed to 25 °C.');
    expect(says(29)).toBe('Not yet: first it cools to 25 °C.');
    expect(says(25.5)).toBe('It may be used now.');
  });
});

describe('one water brought to another, told', () => {
  it('nothing to exchange says so once', () => {
    const { sentence, because } = answered('dilution', { of: 'nitrate', litres: 100, has: 10, adds: 0, target: 10 });
    expect(`${sentence} ${because}`).toBe('Exchange nothing: nitrate is on target. It is there already.');
  });
  it('a stock let down with a weaker batch names it so', () => {
    expect(
      answered('from-stock', { litresWanted: 10, target: 33, stockSalinity: 35, waterSalinity: 30 }).sentence,
    ).toMatch(/ of the weaker water\.$/);
  });
  it('a change of more than all is a share above 100 %, and is refused before it is worked out', () => {
    expect(
      refusalOf('change-routine', {
        netVolumeL: 100,
        routine: { by: 'changes', changeL: 120, everyDays: 7 },
        tank: {},
        newWater: { salinity: 35 },
      })?.hint,
    ).toMatch(/percentage/);
    expect(
      refusalOf('salts-compared', {
        netVolumeL: 10,
        changeL: 12,
        everyDays: 7,
        salinity: 35,
        now: { alkalinity: 3, calcium: 420, magnesium: 1300 },
        salts: [{ name: 'a', salinity: 35, alkalinity: 3, calcium: 420, magnesium: 1300 }],
      })?.field,
    ).toBe('water change');
  });
});

describe('RO/DI water, told', () => {
  const now = Date.UTC(2026, 10, 26, 12);
  const asked = {
    litres: '160 L',
    rate: { by: 'rating', litresPerDay: '284 L/day', pressureKPa: '50 psi' },
    temperatureC: 15,
    pressureKPa: '50 psi',
    now,
  };
  it('by a rating it is rough, by a jug and a clock worked out', () => {
    expect(answered('ro-di-water', asked).answer.certainty).toBe('rough');
    const jug = { by: 'measured', litresPerDay: 200, pressureKPa: '50 psi', temperatureC: 15 };
    expect(answered('ro-di-water', { ...asked, rate: jug }).answer.certainty).toBe('worked out');
    expect(answered('ro-di-water', { ...asked, rate: jug }).sentence).toBe(
      'Run the RO/DI unit for 19 hours to make 160 L.',
    );
  });
  it('for Saturday 09:00 it says when on Friday, or that it is too late', () => {
    // 284 × 0.7441 × 1.0023 = 211.8 L/day, less 15 % for the slow end: 160 L take 21 h 20 min, told to the earlier ten minutes.
    expect(answered('ro-di-water', { ...asked, readyBy: Date.UTC(2026, 10, 28, 9) }).sentence).toBe(
      'For 160 L by 2026-11-28 09:00 UTC, open the valve by 2026-11-27 11:40 UTC.',
    );
    expect(answered('ro-di-water', { ...asked, readyBy: now + 3_600_000 }).sentence).toMatch(
      /^It is too late for 2026-11-26 13:00 UTC: opened now, 160 L are ready by 2026-11-27 09:/,
    );
  });
  it('a long run is not left for a night, and hot water is not what membranes are for', () => {
    expect(cautionsOf('ro-di-water', asked).join()).toContain('do not leave it for a night');
    expect(cautionsOf('ro-di-water', { ...asked, temperatureC: 40 }).join()).toContain('not meant for water this warm');
    expect(cautionsOf('ro-di-water', { ...asked, litres: '5 L' }).join()).not.toContain('for a night');
  });
});
