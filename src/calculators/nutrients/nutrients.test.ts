import { describe, expect, it } from 'vitest';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import { attempt } from '../calculator/attempt';
import { plainSentence } from '../calculator/sentence';
import { algae } from './algae';
import { NUISANCES } from './algae-facts';
import { carbonSource } from './carbon-source';
import { nutrientBalance } from './nutrient-balance';
import { nutrientLevels } from './nutrient-levels';
import { nutrientLevers } from './nutrient-levers';
import { raiseNutrient } from './raise-nutrient';

const NOW = Date.UTC(2026, 10, 20);
const ago = (days: number) => NOW - days * DAY_MS;
const read = (values: readonly number[], every = 7, last = 1) =>
  values.map((value, i) => ({ at: ago(last + every * (values.length - 1 - i)), value }));
const says = ({ answer }: { readonly answer: { readonly says: Parameters<typeof plainSentence>[0] } }) =>
  plainSentence(answer.says, DEFAULT_UNITS);
const why = ({ answer }: { readonly answer: { readonly because: Parameters<typeof plainSentence>[0] } }) =>
  plainSentence(answer.because, DEFAULT_UNITS);

describe('nitrate and phosphate together', () => {
  // What is found in every school: common practice.
  it('zero and zero for weeks is a finding in every school, never in band', () => {
    for (const school of ['ultra-low', 'low', 'fed'] as const) {
      const { values, answer } = nutrientLevels.run({
        now: NOW,
        school,
        nitrate: { readings: read([0, 0, 0]), band: [0, 1] },
        phosphate: { readings: read([0, 0, 0]), band: [0, 0.02] },
      });
      expect(values.findings[0]).toBe('both zero');
      expect(answer.says.join(' ')).toMatch(/Feed more/);
    }
  });

  it('a high alkalinity with starved water comes before paling, and names the level to ease to', () => {
    const asked = {
      now: NOW,
      nitrate: { readings: read([0.5, 0.5]) },
      phosphate: { readings: read([0.01, 0.01]) },
      signs: [{ sign: 'paling' as const, at: ago(4) }],
    };
    // A little above 9 bleached, 8.3 brought colour back: common practice.
    const high = nutrientLevels.run({ ...asked, alkalinity: 9.2 * DKH });
    expect(high.values.findings.slice(0, 2)).toEqual(['lean at high alkalinity', 'paling while lean']);
    expect(says(high)).toContain('8.3 dKH');
    expect(nutrientLevels.run({ ...asked, alkalinity: 8.2 * DKH }).values.findings[0]).toBe('paling while lean');
  });

  it.each([
    [{ nitrate: 0, phosphate: 0.1 }, 'nitrate gone'],
    [{ nitrate: 9, phosphate: 0 }, 'phosphate gone'],
    [{ nitrate: 30, phosphate: 0.04 }, 'high'],
    [{ nitrate: 3, phosphate: 0.035 }, undefined],
  ] as const)('%o is told as %s', ({ nitrate, phosphate }, finding) => {
    const { values } = nutrientLevels.run({
      now: NOW,
      nitrate: { readings: read([nitrate, nitrate]) },
      phosphate: { readings: read([phosphate, phosphate]) },
    });
    expect(values.findings[0]).toBe(finding);
  });

  it('cyanobacteria after food asks for the broadcast food first, nitrate after fish and of a young tank for patience', () => {
    const levels = { nitrate: { readings: read([6, 6]) }, phosphate: { readings: read([0.04, 0.04]) } };
    const film = { signs: [{ sign: 'cyanobacteria' as const, at: ago(2) }] };
    expect(says(nutrientLevels.run({ now: NOW, ...levels, ...film, broadcast: true }))).toMatch(
      /^Leave the broadcast food out first/,
    );
    expect(says(nutrientLevels.run({ now: NOW, ...levels, ...film }))).toMatch(/^Siphon/);
    const moved = { moves: 'rising' as const, perDay: 0.3, half: 0.1, sinceEvent: false, small: false };
    const rising = { ...levels, nitrate: { ...levels.nitrate, moved } };
    expect(nutrientLevels.run({ now: NOW, ...rising, fishAddedDaysAgo: 20 }).values.findings).toContain(
      'nitrate after livestock',
    );
    expect(says(nutrientLevels.run({ now: NOW, ...rising, ageDays: 70 }))).toMatch(/^Buy nothing yet/);
  });

  it('tests of two months ago say nothing of now', () => {
    const { answer, values } = nutrientLevels.run({ now: NOW, nitrate: { readings: read([5, 5], 7, 60) } });
    expect(values.nutrients).toEqual([]);
    expect(answer.certainty).toBe('not enough yet');
  });
});

const TANK = {
  nutrient: 'nitrate' as const,
  now: NOW,
  netVolumeL: 400,
  readings: read([4, 5, 6, 7.5, 8, 9.5, 10.5]),
  fed: [{ from: ago(300), meals: [{ timesPerDay: 1, portions: 2, measure: 'cubes' as const }] }],
  changes: [20, 6].map((day) => ({ at: ago(day), share: 0.1 })),
  routine: { share: 0.1, everyDays: 14 },
};

describe('the balance in words', () => {
  it('tells what is fed, changed and exported, and the parts add up', () => {
    const { values, answer } = nutrientBalance.run(TANK);
    const { fed, changes, net, rest } = values.split ?? {};
    // By hand: two cubes of 37.8 mg N, × 4.4268 ÷ 400 L.
    expect(fed?.value).toBeCloseTo((2 * 37.8 * 4.4268) / 400, 1);
    expect((rest?.value ?? 0) + (changes?.value ?? 0) + (net?.value ?? 0)).toBeCloseTo(fed?.value ?? 0, 9);
    expect(plainSentence(answer.says, DEFAULT_UNITS)).toMatch(
      /^Nitrate rises .*what is fed would bring about .*export\.$/,
    );
  });

  it('says so where the amount fed was never told, and where there are too few tests', () => {
    const untold = nutrientBalance.run({ ...TANK, fed: [{ from: ago(300), meals: [{ timesPerDay: 2 }] }] });
    expect(untold.values.split?.rest).toBeUndefined();
    expect(says(untold)).toContain('never told');
    expect(nutrientBalance.run({ ...TANK, readings: TANK.readings.slice(-2) }).answer.certainty).toBe('not enough yet');
  });

  it('asks about 45 as mg/L of phosphate, and takes nitrogen and phosphorus by their unit', () => {
    const phosphate = { ...TANK, nutrient: 'phosphate' as const };
    const of = (value: number | string) => read([1, 1, 1]).map(({ at }) => ({ at, value }));
    expect(attempt(() => nutrientBalance.run({ ...phosphate, readings: of(45) })).refusal?.allowed).toContain(
      '10 mg/L',
    );
    // 30 µg/L of P is 0.092 mg/L of PO4: × 3.0662 (CIAAW 2021).
    const level =
      nutrientBalance.run({ ...phosphate, readings: of('30 ppb P') }).values.course?.back.at(-1)?.value ?? 0;
    expect(Math.abs(level - 0.092)).toBeLessThan(0.03);
  });

  it('a feeding of 400 cubes is refused with its field', () => {
    const meals = [{ timesPerDay: 1, portions: 400, measure: 'cubes' as const }];
    expect(attempt(() => nutrientBalance.run({ ...TANK, fed: [{ from: ago(9), meals }] })).refusal?.field).toBe(
      'portions',
    );
  });
});

describe('levers backwards', () => {
  it('to come down: less food first, changes by their arithmetic, never less than half the food', () => {
    const { values, answer } = nutrientLevers.run({ ...TANK, goal: 5 });
    expect(values.way).toBe('down');
    const [feed, changes] = values.foretold;
    expect(feed?.to).toBeGreaterThanOrEqual(0.5);
    expect(feed?.to).toBeLessThan(1);
    expect(changes?.lever).toBe('changes');
    expect(plainSentence(answer.says, DEFAULT_UNITS)).toMatch(/^Feed /);
    // One change at once by C = C_s + (C_0 − C_s)(1 − f): what it takes to stand at 5 now, or three tenths at most.
    const once = values.foretold.find(({ lever }) => lever === 'one change');
    expect(once?.to).toBeCloseTo(Math.min(0.3, 1 - 5 / (values.now?.value ?? 0)), 6);
  });

  it('to come up: more food, then a salt by its pace; what leads to the goal leads there in the model', () => {
    const lean = { ...TANK, readings: read([3, 2, 1.5, 1, 1, 1, 1]) };
    const { values } = nutrientLevers.run({ ...lean, goal: 4, exporters: ['skimmer', 'mechanical filter'] });
    expect(values.way).toBe('up');
    for (const { reaches, leadsTo } of values.foretold) if (reaches) expect(leadsTo.value).toBeCloseTo(4, 6);
    expect(values.steps.map(({ lever }) => lever)).toEqual(['skimmer', 'mechanical filter']);
  });

  it('nobody’s wish is no reason to act: in its band it is left, out of it the band’s middle is aimed at', () => {
    const level = { ...TANK, readings: read([6, 6, 6, 6, 6, 6, 6]), goal: 4 };
    const left = nutrientLevers.run({ ...level, band: [1, 12] });
    expect(left.values).toMatchObject({ way: 'there', foretold: [], steps: [] });
    expect(says(left)).toMatch(/^Leave nitrate as it is: in its band it stays, at about \d+ mg\/L/);
    expect(nutrientLevers.run({ ...level, band: [1, 3] }).values.way).toBe('down');
    expect(nutrientLevers.run(level).values.way).toBe('down');
  });

  it('names the broadcast food first where one is fed, and no lever that is pulled already', () => {
    const meals = [
      { timesPerDay: 1, portions: 2, measure: 'cubes' as const },
      { timesPerDay: 0.5, portions: 1, measure: 'grams' as const, food: 'coral' as const },
    ];
    const asked = nutrientLevers.run({ ...TANK, fed: [{ from: ago(300), meals }], goal: 5 });
    expect(says(asked)).toMatch(/^Leave the broadcast food/);
    const up = nutrientLevers.run({
      ...TANK,
      readings: read([1, 1, 1, 1]),
      goal: 9,
      exporters: ['skimmer for 12 h a day'],
    });
    expect(up.values.steps).toEqual([]);
  });
});

describe('salts', () => {
  it('10 mg/L of nitrate in 300 L is 4.11 g of sodium nitrate over ten days', () => {
    // 3 g of NO3 ÷ 62.004 × 84.994 (CIAAW 2021).
    const { values } = raiseNutrient.run({ nutrient: 'nitrate', now: NOW, netVolumeL: 300, level: 0, goal: 10 });
    expect(values.grams).toBeCloseTo(4.112, 2);
    expect(values.days).toBe(10);
  });

  it('0.1 mg/L of phosphate in 300 L is 43.0 mg of potassium dihydrogen phosphate', () => {
    // 30 mg of PO4 ÷ 94.971 × 136.085 (CIAAW 2021).
    const { values } = raiseNutrient.run({
      nutrient: 'phosphate',
      now: NOW,
      netVolumeL: 300,
      level: 0,
      goal: '0.1 mg/L',
    });
    expect(1000 * values.grams).toBeCloseTo(43, 0);
    expect(values.mlPerDay * values.days).toBeCloseTo(values.madeUpMl, 9);
  });

  it('a salt of the other nutrient is not taken, and a level that is there asks for none', () => {
    const asked = { nutrient: 'phosphate' as const, now: NOW, netVolumeL: 300, level: 0.2, goal: 0.1 };
    const { values, answer } = raiseNutrient.run({ ...asked, salt: 'sodium-nitrate' });
    expect(values.salt).toBe('potassium-dihydrogen-phosphate');
    expect(values.grams).toBe(0);
    expect(answer.says[0]).toContain('Dose none');
  });
});

describe('carbon sources', () => {
  const OLD = {
    now: NOW,
    netVolumeL: 400,
    form: 'liquid' as const,
    ageDays: 700,
    skimmer: true,
    nitrate: 20,
    phosphate: 0.12,
  };
  const verdict = (over: object) => carbonSource.run({ ...OLD, ...over }).values.verdict;

  it('is asked about, never assumed: a tank of two weeks, of unknown age, without a skimmer, with nothing to take', () => {
    expect(verdict({ ageDays: 14 })).toBe('not yet');
    expect(verdict({ ageDays: undefined })).toBe('ask');
    expect(verdict({ skimmer: false })).toBe('not here');
    expect(verdict({ nitrate: 0.5 })).toBe('not here');
    expect(verdict({ exporters: ['skimmer', 'refugium', 'second refugium', 'filter blocks'] })).toBe('not yet');
    expect(verdict({})).toBe('start');
  });

  it('is raised by a step at a time, held where nitrate falls or is there, eased near zero and at a film', () => {
    const runs = { mlPerDay: 8, sinceDays: 10 };
    expect(verdict(runs)).toBe('raise');
    expect(verdict({ ...runs, sinceDays: 3 })).toBe('hold');
    expect(verdict({ ...runs, nitrateFalls: true })).toBe('hold');
    expect(verdict({ ...runs, nitrate: 4 })).toBe('hold');
    expect(verdict({ ...runs, nitrate: 0.5 })).toBe('ease');
    expect(verdict({ ...runs, signs: ['cloudy-water'] })).toBe('ease');
    expect(verdict({ ...runs, nitrate: undefined })).toBe('hold');
    const { values } = carbonSource.run({ ...OLD, ...runs });
    expect(values.dose).toBeLessThanOrEqual(values.most ?? 0);
    expect(values.dose).toBeCloseTo(8 + 3.2, 9);
  });

  it('is not begun while haze, film or pale corals are seen, nor beside another one', () => {
    expect(verdict({ signs: ['paling'] })).toBe('not here');
    expect(verdict({ signs: ['cyanobacteria'] })).toBe('not here');
    expect(verdict({ exporters: ['skimmer', 'a liquid carbon source'], form: 'pellets' })).toBe('not yet');
    // A liquid that runs is none of the pellets that are asked about.
    expect(verdict({ form: 'pellets', mlPerDay: 8, sinceDays: 40 })).toBe('start');
  });

  it('once eased waits a step out before it is eased again', () => {
    const low = { mlPerDay: 8, sinceDays: 1, nitrate: 0.5 };
    expect(verdict(low)).toBe('ease');
    expect(verdict({ ...low, easedDaysAgo: 1 })).toBe('hold');
    expect(verdict({ ...low, sinceDays: 8, easedDaysAgo: 8 })).toBe('ease');
  });

  it('a missed or a doubled dose has its own answer', () => {
    const runs = { ...OLD, mlPerDay: 8, sinceDays: 40 };
    expect(says(carbonSource.run({ ...runs, slip: 'missed' }))).toMatch(/never two days/);
    expect(says(carbonSource.run({ ...runs, slip: 'doubled' }))).toMatch(/Give air/);
  });

  it('pellets: a step of a quarter, 520 to 790 US gal/h for 600 mL, 800 above its range, too much and too large told', () => {
    // 450 + 150 mL after feeding rose, aimed 500 to 700; 520 to 790 US gal/h: common practice.
    const pellets = { ...OLD, netVolumeL: 620, form: 'pellets' as const, pelletsMl: 450, sinceDays: 30 };
    const { values } = carbonSource.run(pellets);
    expect(values.verdict).toBe('raise');
    expect(values.dose).toBeCloseTo(605, 0);
    expect(why(carbonSource.run({ ...pellets, flowLPerH: '790 US gal/h' }))).not.toContain('range');
    expect(why(carbonSource.run({ ...pellets, flowLPerH: '800 US gal/h' }))).toContain('above its range');
    expect(why(carbonSource.run({ ...pellets, flowLPerH: '300 US gal/h' }))).toContain('below its range');
    expect(why(carbonSource.run({ ...pellets, wantedMl: 2000 }))).toContain('too much for this tank');
    expect(why(carbonSource.run({ ...pellets, chamberL: 12 }))).toContain('too large');
    expect(why(carbonSource.run({ ...pellets, chamberL: 0.5 }))).toContain('too small');
  });

  it('tells the oxygen a day’s dose may take', () => {
    // 40 mL of vinegar of 5 %: 2 g of acetic acid, × 1.066 ÷ 400 L = 5.3 mg/L.
    const { working } = carbonSource.run({ ...OLD, mlPerDay: 40, sinceDays: 3 });
    expect(working.find(({ label }) => label.startsWith('Oxygen a day'))?.value.amount).toBeCloseTo(5.33, 1);
  });
});

describe('algae and pests', () => {
  it.each(NUISANCES)('%s has an order, what is left alone, an end and a worry', (sign) => {
    const { values } = algae.run({ now: NOW, sign, seen: [{ at: ago(5) }] });
    expect(values.acts.length).toBeGreaterThan(0);
    for (const words of [values.facts.leave, values.facts.ends, values.facts.worry])
      expect(words.length).toBeGreaterThan(5);
  });

  it('a remedy that cost an animal is shown as never again, and is not proposed', () => {
    const ruledOut = [{ remedy: 'flatworm-remedy' as const, at: ago(400), note: 'Two shrimps lost overnight.' }];
    const { values, cautions } = algae.run({ now: NOW, sign: 'flatworms', seen: [{ at: ago(3) }], ruledOut });
    expect(values.acts.some(({ remedy }) => remedy === 'flatworm-remedy')).toBe(false);
    expect(plainSentence(cautions[0]?.says ?? [], DEFAULT_UNITS)).toMatch(
      /^Never again here: a flatworm medicine.*Two shrimps/,
    );
    // Nothing proposed that was ruled out, whatever is asked about.
    expect(
      algae.run({ now: NOW, sign: 'diatoms', ruledOut }).cautions.filter(({ severity }) => severity === 'danger'),
    ).toEqual([]);
  });

  it('pests are told as the price of heavy feeding, a phase of a young tank is waited out, what went is left', () => {
    expect(
      why(
        algae.run({
          now: NOW,
          sign: 'snails-multiply',
          seen: [{ at: ago(3) }],
          feedingRaised: { daysAgo: 20, times: 3 },
        }),
      ),
    ).toContain('the price of heavy feeding');
    expect(says(algae.run({ now: NOW, sign: 'diatoms', seen: [{ at: ago(3) }], ageDays: 40 }))).toMatch(/^Wait/);
    const went = algae.run({ now: NOW, sign: 'cyanobacteria', seen: [{ at: ago(20) }, { at: ago(4), gone: true }] });
    expect(went.values.course).toMatchObject({ gone: true, days: 16 });
  });
});
