import { describe, expect, it } from 'vitest';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import type { Caution, Phrase } from '../calculator/calculator';
import { plainSentence } from '../calculator/sentence';
import { reactorDialIn } from './reactor-dial-in';
import { reactorSize } from './reactor-size';
import { reactorUse } from './reactor-use';

const said = (phrases: readonly Phrase[]) => plainSentence(phrases, DEFAULT_UNITS);
const warned = (outcome: { cautions: readonly Caution[] }) => outcome.cautions.map(({ says }) => said(says)).join(' ');
const DAY = 86_400_000;

describe('what a reactor uses', () => {
  const base = reactorUse.example;
  const { values } = reactorUse.run(base);

  it('1 dKH a day in 400 L: 7.1 g of media, 3.1 g of CO2 at least and more as used', () => {
    // Worked values; 18.2 L a day.
    expect(values.mediaGPerDay).toBeCloseTo(7.1, 1);
    expect(values.co2LeastGPerDay).toBeCloseTo(3.1, 1);
    expect(values.co2GPerDay).toBeGreaterThan(values.co2LeastGPerDay);
    expect(values.litresPerDay).toBeCloseTo(18.2, 1);
  });

  it('3 kg of media and 2 kg of gas are filled as often as is common', () => {
    // Common practice: one or two cylinders a year; three to four refills of a chamber that fits, here of 1 kg.
    expect(values.cylinder?.perYear).toBeGreaterThan(0.7);
    expect(values.cylinder?.perYear).toBeLessThan(2);
    const small = reactorUse.run({ ...base, media: { grams: '1 kg' } }).values.media;
    expect(small?.perYear).toBeCloseTo((7.146 * 365.25) / 750, 1);
    expect(small?.days).toBeCloseTo(750 / 7.146, 0);
  });

  it('bubbles a minute follow from the bubble that was calibrated', () => {
    // By hand: a bubble of 5 ÷ 60 mL; 5.44 g of CO2 are 2.99 L at 22 °C; ÷ 0.0833 mL ÷ 1440.
    expect(values.bubblesNeeded).toBeCloseTo((values.co2GPerDay * 24.218 * 1000) / 44.009 / (5 / 60) / 1440, 1);
    expect(() => reactorUse.run({ ...base, bubbles: undefined, bubblesPerMin: 30 })).toThrow(
      /bubbles a minute.*calibrated.*cylinder of water/s,
    );
  });

  it('bubbles that bring far more, or less, than is used are asked about', () => {
    expect(warned(reactorUse.run({ ...base, bubblesPerMin: 60 }))).toMatch(/gas escapes/);
    expect(warned(reactorUse.run({ ...base, bubblesPerMin: 10 }))).toMatch(/count again/);
    expect(warned(reactorUse.run({ ...base, bubblesPerMin: 26 }))).not.toMatch(/gas escapes|count again/);
  });

  it('coral skeleton brings strontium and hardly any magnesium', () => {
    expect(values.strontiumMgPerDay).toBeCloseTo(7.146 * 7.9, 0);
    const outcome = reactorUse.run({ ...base, magnesiumMgPerDay: 286 });
    expect(warned(outcome)).toMatch(/about 3 % of the magnesium/);
  });

  it('rests the tank’s pH lower, and tells what wins it back', () => {
    const { ph } = reactorUse.run({ ...base, limewaterMmolPerDay: 85 }).values;
    expect(ph.without).toBeCloseTo(8.171, 2);
    expect(ph.reactor).toBeLessThan(ph.without - 0.1);
    for (const back of [ph.limewater, ph.secondChamber, ph.aeration]) expect(back).toBeGreaterThan(ph.reactor);
    // One that runs is in the pH seen already.
    const running = reactorUse.run({ ...base, runs: true, pco2Uatm: 852 }).values.ph;
    expect(running.reactor).toBeCloseTo(ph.reactor, 1);
    expect(running.without).toBeCloseTo(ph.without, 1);
  });

  it('warns of the feed’s pressure, at 5 psi and above 10', () => {
    expect(warned(reactorUse.run({ ...base, pressureKPa: '4 psi' }))).not.toMatch(/The feed stands/);
    expect(warned(reactorUse.run({ ...base, pressureKPa: '7 psi' }))).toMatch(/hold it at 5 psi or less/);
    expect(warned(reactorUse.run({ ...base, pressureKPa: '12 psi' }))).toMatch(/lid may fail\. Throttle/);
  });

  it('an effluent that no chamber at this pH gives is refused', () => {
    expect(() => reactorUse.run({ ...base, chamberPh: 6.9 })).toThrow(/effluent alkalinity.*probe/s);
  });
});

describe('dialling a reactor in', () => {
  const now = Date.UTC(2026, 10, 26, 12);
  const day = (n: number) => now + n * DAY;
  const base = {
    now,
    netVolumeL: 400,
    tankAlkalinity: 8 * DKH,
    demandPerDay: DKH,
    settings: [{ at: day(-10), mlPerMin: 9, chamberPh: 6.6 }],
  };
  const tested = (at: number, dkh: number, more: object = {}) => ({
    at: day(at),
    effluentAlkalinity: dkh * DKH,
    chamberPh: 6.6,
    mlPerMin: 9,
    ...more,
  });
  const stage = (over: Partial<Parameters<typeof reactorDialIn.run>[0]>) => reactorDialIn.run({ ...base, ...over });

  it('asks for a setting, then for patience, then for a test', () => {
    expect(stage({ settings: [] }).values.stage).toBe('not set');
    expect(stage({ settings: [{ at: day(-0.3), mlPerMin: 9, chamberPh: 6.6 }] }).values.stage).toBe('wait');
    expect(stage({}).values.stage).toBe('test the effluent');
  });

  it('a large chamber takes longer to show a change', () => {
    // 20 L at 9 mL/min: four volumes are 6.2 days.
    const { values } = stage({ chamberL: 20 });
    expect(values.retestEffluentAt).toBeCloseTo(day(-10) + ((4 * 20) / (9 * 1.44)) * DAY, -3);
  });

  it('opens the flow by no more than a quarter at once', () => {
    // 9 mL/min at 30 dKH give 12.96 × 22 ÷ 400 = 0.713 dKH a day of 1: 12.6 would be asked, 11.25 is a quarter.
    const { values, answer } = stage({ tests: [tested(-2, 30)] });
    expect((values.suppliesPerDay ?? 0) / DKH).toBeCloseTo(0.713, 3);
    expect(values.toMlPerMin).toBeCloseTo(11.25, 6);
    expect(said(answer.says)).toMatch(/^Open the flow from 9 mL\/min to 11\.3 mL\/min, leave the gas/);
    expect(said(answer.because)).toMatch(/should fall by 0\.287 dKH\/day/);
  });

  it('leaves alone what agrees, and reads the tank’s own answer', () => {
    const tank = [0, 3, 6, 9].map((n) => ({ at: day(n - 9.5), alkalinity: (8 + 0.002 * n) * DKH, sd: 0.04 }));
    const { values, answer } = stage({ demandPerDay: 0.713 * DKH, tests: [tested(-2, 30)], tank });
    expect(values.stage).toBe('leave it');
    expect(said(answer.because)).toMatch(/should hold its alkalinity.*which agrees/);
    const falling = tank.map((each, i) => ({ ...each, alkalinity: (8 - 0.6 * i) * DKH }));
    expect(said(stage({ demandPerDay: 0.713 * DKH, tests: [tested(-2, 30)], tank: falling }).answer.because)).toMatch(
      /does not agree/,
    );
  });

  it('lowers the chamber’s pH where no flow is enough', () => {
    const { values } = stage({ demandPerDay: 1.5 * DKH, mostMlPerMin: 10, tests: [tested(-2, 18)] });
    expect(values.toChamberPh).toBeCloseTo(6.55, 6);
  });

  it('says when two things were changed together', () => {
    const settings = [
      { at: day(-10), mlPerMin: 9, chamberPh: 6.6 },
      { at: day(-0.2), mlPerMin: 12, chamberPh: 6.5 },
    ];
    expect(stage({ settings }).values.stage).toBe('two things changed');
    const apart = [...settings.slice(0, 1), { at: day(-0.2), mlPerMin: 12, chamberPh: 6.6 }];
    expect(stage({ settings: apart }).values.stage).toBe('wait');
  });

  const symptom = (tests: object[], over: object = {}) =>
    stage({ tests: tests as never, ...over }).values.symptoms.map(({ name }) => name);

  it.each([
    ['sludge', [tested(-2, 40, { chamberPh: 6.2 })]],
    ['flow low', [tested(-2, 30, { mlPerMin: 6 })]],
    ['flow high', [tested(-2, 22, { mlPerMin: 12 })]],
    ['gas out', [tested(-6, 30, { bubblesPerMin: 30 }), tested(-2, 12, { chamberPh: 7.2, bubblesPerMin: 0 })]],
    ['gas pocket', [tested(-6, 30, { bubblesPerMin: 20 }), tested(-2, 30, { bubblesPerMin: 35 })]],
    ['media spent', [tested(-9, 30), tested(-6, 30), tested(-2, 19)]],
    ['probe reads high', [tested(-2, 45)]],
    [
      'not told apart',
      [
        { at: day(-6), effluentAlkalinity: 30 * DKH },
        { at: day(-2), effluentAlkalinity: 18 * DKH },
      ],
    ],
  ])('%s is told by what was logged', (name, tests) => {
    const settings = name === 'not told apart' ? [{ at: day(-10), mlPerMin: 9 }] : base.settings;
    expect(symptom(tests, { settings })).toEqual([name]);
  });

  it('and is put right before anything is changed on purpose', () => {
    const { values, answer } = stage({ tests: [tested(-2, 40, { chamberPh: 6.2 })] });
    expect(values.stage).toBe('see to this first');
    expect(said(answer.says)).toMatch(/turn to sludge\. Less gas first/);
    // A second fault is told below the first.
    expect(warned(stage({ tests: [tested(-2, 40, { chamberPh: 6.2, mlPerMin: 6 })] }))).toMatch(/tubing/);
  });

  it('nothing is told of a reactor that does as it did', () => {
    expect(symptom([tested(-9, 30), tested(-6, 31), tested(-2, 29.5)])).toEqual([]);
  });
});

describe('the size of a reactor', () => {
  const base = reactorSize.example;

  it('holds three to four refills a year', () => {
    // 7.146 g a day × 365.25 ÷ 3.5 ÷ 0.75 at a kilogram a litre: just under a litre.
    const { values } = reactorSize.run({ ...base, growthPerMonth: 0 });
    expect(values.chamberLNow).toBeCloseTo((7.146 * 365.25) / 3.5 / 750, 2);
    expect(values.chamberLLater).toBeCloseTo(values.chamberLNow, 10);
    expect(values.now.mlPerMin).toBeCloseTo(12.6, 1);
  });

  it('grows with the demand, two years ahead', () => {
    const { values } = reactorSize.run(base);
    expect(values.later.mlPerMin / values.now.mlPerMin).toBeCloseTo(1.02 ** 24, 6);
  });

  it.each([
    [0.5, 'too small'],
    [1, 'small in two years'],
    [2, 'fits'],
    [10, 'too large'],
  ])('a chamber of %d L is: %s', (chamberL, verdict) => {
    expect(reactorSize.run({ ...base, chamberL }).values.verdict).toBe(verdict);
  });

  it('breaks even in the month that the prices say', () => {
    // By hand: gear 285 against 150; two-part 0.0012 a meq, reactor (7.146 × 6 + 5.44 × 4) ÷ 1000 ÷ 142.7 = 0.000453.
    const { values, answer } = reactorSize.run({ ...base, growthPerMonth: 0 });
    const perMeq = (values.now.mediaGPerDay * 6 + values.now.co2GPerDay * 4) / 1000 / 142.66;
    expect(values.gear).toBeCloseTo(285, 6);
    expect(values.breakEvenMonths).toBeCloseTo(135 / ((0.0012 - perMeq) * 142.66 * 30.4375), 1);
    expect(said(answer.because)).toMatch(/nearly twice as dear.*pays in \d+\smonths/);
    expect(reactorSize.run({ ...base, prices: { ...base.prices, twoPartPerMeq: 0.0001 } }).values.breakEvenMonths).toBe(
      'never',
    );
    expect(reactorSize.run({ ...base, prices: {} }).values.breakEvenMonths).toBeUndefined();
  });

  it('where nothing is left for it, it says so', () => {
    expect(said(reactorSize.run({ ...base, demandPerDay: 0 }).answer.says)).toMatch(/^Nothing is left for a reactor/);
  });

  it('a feed pump that does not reach, or gives too much, is told', () => {
    expect(warned(reactorSize.run({ ...base, mostMlPerMin: 15 }))).toMatch(/at most, and in two years/);
    expect(warned(reactorSize.run({ ...base, leastMlPerMin: 20 }))).toMatch(/no less than/);
    expect(warned(reactorSize.run({ ...base, demandPerDay: '0.2 dKH/day' }))).toMatch(/clogs and drifts/);
  });
});
