import { describe, expect, it } from 'vitest';
import { plainSentence } from '../calculator/sentence';
import { answered, refusalOf } from '../testing/run-calculator';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import { checklist } from './checklist';
import { shareOut } from './share-out';

const HOUR = 3_600_000;
const cautionsOf = (name: string, input: object) =>
  answered(name, input).cautions.map(({ severity, says }) => `${severity}: ${plainSentence(says, DEFAULT_UNITS)}`);

describe('one change, told', () => {
  const asked = {
    netVolumeL: 100,
    changeL: 10,
    tank: { alkalinity: '8 dKH', salinity: '35 ppt' },
    newWater: { alkalinity: '8.4 dKH', salinity: '35 ppt' },
  };
  it('of three quarters of the water, or far for nutrients, is never without a large step', () => {
    const large = answered('water-change', { ...asked, netVolumeL: 100, changeL: 75 });
    expect(large.sentence).toMatch(/^Change 75 L.*It is 75 % of the water: a large step .* Make it several of a third/);
    const far = answered('water-change', {
      ...asked,
      netVolumeL: 100,
      changeL: 35,
      tank: { ...asked.tank, nitrate: 80, phosphate: 0.02 },
      newWater: { ...asked.newWater, nitrate: 0, phosphate: 0 },
    });
    // 80 × 0.65 = 52. By hand.
    expect(far.sentence).toMatch(/Nitrate goes from 80 mg\/L to 52 mg\/L at once\./);
    expect(far.sentence).not.toMatch(/no step/);
  });

  it('says where new water that is out of range would end', () => {
    const { cautions } = answered('water-change', {
      ...asked,
      tank: { ...asked.tank, calcium: 430 },
      newWater: { ...asked.newWater, calcium: 540 },
    });
    expect(
      cautions.map(({ says }) => says.map((phrase) => (typeof phrase === 'string' ? phrase : '')).join(' ')).join(),
    ).toMatch(/new water’s calcium,.*is out of range.*a routine of it would end there/);
  });

  it('small and warm: no step it makes is large', () => {
    expect(answered('water-change', asked).sentence).toBe('Change 10 L: no step it makes is large.');
  });
  it('what is not known of both waters is not called small', () => {
    const { sentence, cautions } = answered('water-change', { ...asked, tank: { salinity: '35 ppt' } });
    expect(sentence).toBe('Change 10 L: no step that is known is large.');
    expect(cautions[0]?.says.join()).toContain('Alkalinity is not known of both waters');
  });
  it('water that is assumed is called so: in the working, in the certainty and as a caution', () => {
    const { changeL, ...waters } = asked;
    for (const [name, amounts] of [
      ['water-change', { changeL }],
      ['change-routine', { routine: { by: 'changes', changeL, everyDays: 7 } }],
    ] as const) {
      const by = (from: string) =>
        answered(name, { ...waters, ...amounts, newWaterFrom: { alkalinity: from, salinity: 'tested' } });
      const assumed = by('assumed');
      expect(assumed.answer.certainty).toBe('rough');
      expect(assumed.cautions.some(({ says }) => String(says[0]).includes('alkalinity is not known'))).toBe(true);
      const line = (outcome: typeof assumed) =>
        outcome.working.find(({ label }) => label === 'Alkalinity of the new water');
      expect(line(assumed)).toMatchObject({ origin: 'assumed' });
      expect(line(by('tested'))).toMatchObject({ origin: 'log', from: 'the batch’s own tests' });
      expect(line(by('label'))).toMatchObject({ origin: 'setting' });
      expect(by('label').answer.certainty).toBe('worked out');
    }
  });
  it('what must match is named with its step, and the heat with the heater’s hours', () => {
    const { sentence } = answered('water-change', {
      ...asked,
      changeL: 40,
      newWater: { alkalinity: '11 dKH', salinity: '35 ppt' },
      tankC: 25,
      newC: 15,
      heaterW: 200,
    });
    // 0.4 × (11 − 8) = 1.2 dKH; 40 L × 1.0233 × 3.99 kJ × 10 ÷ 3600 ÷ 0.2 kW = 2.3 h.
    expect(sentence).toBe(
      'Change 40 L, but match its alkalinity to the tank first, or the change moves it by 1.2 dKH; and bring it to 25 °C, which takes the heater 2.3 hours.',
    );
  });
  it('two that must match are both named', () => {
    const { sentence } = answered('water-change', {
      ...asked,
      changeL: 50,
      newWater: { alkalinity: '12 dKH', salinity: '31 ppt' },
    });
    expect(sentence).toMatch(/match its salinity .* by 2 ppt and its alkalinity .* by 2 dKH\./);
  });
  it('a change of more than 40 % with animals in is called a shock; a first clean-out without is not', () => {
    expect(cautionsOf('water-change', { ...asked, changeL: 45 }).join()).toContain('shock');
    expect(cautionsOf('water-change', { ...asked, changeL: 45, livestock: false }).join()).not.toContain('shock');
  });
  it('says to switch off first, that 20 L weigh 20 kg, and where used water may not go', () => {
    const told = cautionsOf('water-change', { ...asked, changeL: 25 });
    expect(told[0]).toMatch(/^danger: Heater, return, skimmer and top-off off/);
    expect(told.join()).toContain('20 L of water weigh 20 kg');
    expect(told.join()).toContain('never go to a storm drain');
    expect(cautionsOf('water-change', asked).join()).not.toContain('20 kg');
  });
  it('a half of a change is refused', () => {
    expect(refusalOf('water-change', { ...asked, changes: 2.5 })?.allowed).toMatch(/whole number/);
  });
});

describe('a routine, told', () => {
  const asked = {
    netVolumeL: 100,
    routine: { by: 'changes', changeL: 10, everyDays: 7 },
    tank: { alkalinity: '8 dKH' },
    newWater: { alkalinity: '9 dKH', salinity: 35 },
    consumptionPerDay: { alkalinity: '0.05 dKH/day' },
    floor: { alkalinity: '7 dKH' },
  };
  it('says between what it holds the level, when it is there, and what it can support', () => {
    const { sentence, because } = answered('change-routine', asked);
    // C_s − k·d/f = 9 − 0.05 × 7 ÷ 0.1 = 5.5, and 0.35 higher after each; (9 − 7) × 0.1 ÷ 7 = 0.029 a day; 0.9^29 < 0.05.
    expect(sentence).toBe('Changing 10 L every 7 days holds alkalinity between 5.5 dKH and 5.85 dKH.');
    expect(because).toMatch(
      /It is there in about 6\.7 months\. It can support 0\.029 dKH\/day; the tank consumes 0\.05 dKH\/day\./,
    );
  });
  it('a level that hardly moves is told as one figure', () => {
    expect(answered('change-routine', { ...asked, consumptionPerDay: {} }).sentence).toBe(
      'Changing 10 L every 7 days settles alkalinity at 9 dKH.',
    );
  });
  it('what falls without end is told so', () => {
    expect(answered('change-routine', { ...asked, consumptionPerDay: { alkalinity: '0.5 dKH/day' } }).sentence).toMatch(
      /^Water changes alone do not hold this level/,
    );
  });
  it('without end, two pumps that drift apart are the harm', () => {
    const drip = { ...asked, routine: { by: 'flow', litresPerDay: 2 } };
    expect(answered('change-routine', drip).sentence).toMatch(
      /^Changing 2 L\/day continuously settles alkalinity at 6\.5 dKH/,
    );
    expect(cautionsOf('change-routine', drip)[0]).toMatch(/^danger: Two pumps that drift apart/);
  });
  it('speaks of the level it is asked about, of those it knows', () => {
    const about = {
      ...asked,
      newWater: { ...asked.newWater, nitrate: 0 },
      consumptionPerDay: { nitrate: -0.1 },
      about: 'nitrate',
    };
    // What is made settles above the new water: 0.1 × 7 ÷ 0.1 = 7, and 0.7 lower after each.
    expect(answered('change-routine', about).sentence).toMatch(/holds nitrate between 6\.3 mg\/L and 7 mg\/L/);
    expect(refusalOf('change-routine', { ...asked, about: 'iron' })?.field).toBe('about');
  });
  it('a step larger than keepers hold to is a caution', () => {
    const steep = {
      ...asked,
      routine: { by: 'changes', changeL: 60, everyDays: 28 },
      consumptionPerDay: { alkalinity: '0.1 dKH/day' },
    };
    expect(cautionsOf('change-routine', steep).join()).toContain('change less and more often');
  });
});

describe('salts, told', () => {
  const asked = {
    netVolumeL: 100,
    changeL: 50,
    everyDays: 7,
    salinity: 35,
    now: { alkalinity: '8 dKH', calcium: 420, magnesium: 1300 },
  };
  const salt = (name: string, dKH: number) => ({
    name,
    salinity: 35,
    alkalinity: `${dKH} dKH`,
    calcium: 420,
    magnesium: 1300,
  });
  const schoolOf = (dKH: number) =>
    (answered('salts-compared', { ...asked, salts: [salt('a', dKH)] }).values as { salts: { school: string }[] })
      .salts[0]?.school;
  it('the schools part at their edges', () => {
    expect([7, 8.4, 8.6, 9.4, 9.6, 13].map(schoolOf)).toEqual([
      'near-natural',
      'near-natural',
      'between',
      'between',
      'elevated',
      'elevated',
    ]);
  });
  it('one, two and three are read aloud as one sentence', () => {
    const says = (...names: string[]) =>
      answered('salts-compared', { ...asked, salts: names.map((name) => salt(name, 8)) }).sentence;
    expect(says('Shell')).toBe('Shell would hold alkalinity at 8 dKH before each change.');
    expect(says('Shell', 'Sand')).toBe(
      'Before each change alkalinity would be at 8 dKH with Shell and 8 dKH with Sand.',
    );
    expect(says('Shell', 'Sand', 'Spray')).toBe(
      'Before each change alkalinity would be at 8 dKH with Shell, 8 dKH with Sand and 8 dKH with Spray.',
    );
  });
  it('a first change that steps too far is told with its step', () => {
    // Half of the water from 8 to 12 dKH: 2 dKH at once.
    expect(cautionsOf('salts-compared', { ...asked, salts: [salt('Strong', 12)] }).join()).toMatch(
      /The first change to Strong moves alkalinity by 2 dKH/,
    );
  });
});

describe('a water day, told', () => {
  const now = Date.UTC(2026, 10, 24, 18);
  const asked = {
    now,
    changeAt: Date.UTC(2026, 10, 28, 10),
    waterLPerDay: 144,
    tanks: [{ name: 'Bay', litres: 60, salinity: 35 }],
    vessels: [{ name: 'Drum', litres: 80 }],
  };
  it('says when to open the valve, what to mix and by when', () => {
    // 59.2 L at 6 L an hour are 9.9 hours before Friday 10:00, told to the earlier ten minutes.
    expect(answered('water-day', asked).sentence).toBe(
      'Open the valve by 2026-11-27 00:00 UTC and mix 60 L by 2026-11-27 10:00 UTC.',
    );
  });
  it('without a source line it says when to mix', () => {
    expect(answered('water-day', { ...asked, waterLPerDay: undefined }).sentence).toBe(
      'Mix 60 L by 2026-11-27 10:00 UTC.',
    );
  });
  it('with enough on hand, nothing is mixed', () => {
    const batches = [{ name: 'Canister', litres: 70, salinity: 35.2 }];
    expect(answered('water-day', { ...asked, batches }).sentence).toMatch(
      /^Nothing is to be mixed: what is ready is enough/,
    );
  });
  it('tanks of different salinity: mark the vessels', () => {
    const tanks = [...asked.tanks, { name: 'Nook', litres: 10, salinity: 32 }];
    expect(
      cautionsOf('water-day', { ...asked, tanks, vessels: [...asked.vessels, { name: 'Pail', litres: 15 }] }).join(),
    ).toContain('mark the vessels');
  });

  it('its steps run from the valve to the last look, and each knows what it writes', () => {
    const tanks = [
      { id: 't1', name: 'Bay', litres: 60, salinity: 35, salt: 's' },
      { id: 't2', name: 'Nook', litres: 30, salinity: 35, salt: 's' },
    ];
    const { pours } = shareOut({
      tanks,
      vessels: [
        { id: 'v1', name: 'Drum', litres: 70 },
        { id: 'v2', name: 'Pail', litres: 25 },
      ],
      batches: [],
    });
    const mixes = pours.map((pour) => ({ ...pour, saltG: 38 * pour.litres, waterL: 0.98 * pour.litres }));
    const phases = checklist({ pours, mixes, openBy: now, mixBy: now + 10 * HOUR }, tanks);
    expect(phases.map(({ title }) => title)).toEqual(['Days before', 'Just before use', 'Bay', 'Nook', 'Afterwards']);
    const writes = phases.flatMap(({ steps }) => steps.flatMap(({ writes: what }) => (what ? [what.what] : [])));
    // 90 L go into two vessels, and Nook is filled from both: two mixed, two read, three changes.
    expect(writes).toEqual(['mix', 'mix', 'read', 'read', 'change', 'change', 'change']);
    const looked = checklist({ pours, mixes, mixBy: now }, [{ id: 't1', name: 'Bay', litres: 60, sensors: true }]);
    expect(looked.flatMap(({ steps }) => steps.flatMap(({ writes: what }) => what?.what ?? []))).toContain('look');
    for (const { steps } of [...phases, ...looked])
      for (const { says } of steps) expect(plainSentence(says, DEFAULT_UNITS)).toMatch(/^[A-Z].*\.$/);
  });
});

describe('a salt’s calcium beside its alkalinity', () => {
  const asked = {
    netVolumeL: 100,
    changeL: 10,
    everyDays: 7,
    salinity: 35,
    now: { alkalinity: '8 dKH', calcium: 420, magnesium: 1300 },
  };
  const says = (calcium: number) =>
    cautionsOf('salts-compared', {
      ...asked,
      salts: [{ name: 'Rich', salinity: 35, alkalinity: '12 dKH', calcium, magnesium: 1350 }],
    }).join(' ');
  it('is said where it does not go with it: 12 dKH go with about 460 mg/L', () => {
    // By hand: 422 mg/L and 6.6 dKH in the sea (mg/L at 25 °C), and 7.15 mg/L for each of 5.4 dKH more: 460.
    expect(says(405)).toMatch(
      /calcium of 405 mg\/L is low beside its alkalinity of 12 dKH, which goes with about 4[56]\d mg\/L/,
    );
    expect(says(455)).not.toMatch(/beside its alkalinity/);
  });
});
