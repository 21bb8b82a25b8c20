import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { plainSentence } from '../calculator/sentence';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { answered, refusalOf, valuesOf } from '../testing/run-calculator';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import { netVolume } from './net-volume';
import { orderOfWork, type Choices, type WorkStep } from './order-of-work';

const START = Date.UTC(2026, 0, 1, 9);
describe('the set-up of a tank', () => {
  const asked = { lengthCm: 90, widthCm: 45, heightCm: 50, freeboardCm: 4, glassCm: '10 mm', startAt: START };
  const plan = (more: object = {}) => valuesOf('set-up', { ...asked, ...more });

  it('counts the water: 90 × 45 × 46 cm are 186.3 L', () => {
    expect(plan().displayL).toBeCloseTo(186.3, 9);
    expect(valuesOf('set-up', { ...asked, lengthCm: '35.433 in' }).displayL).toBeCloseTo(186.3, 1);
    // Outside, of 10 mm glass: 88 × 43 × (49 − 4) cm. By hand; 9 % less water than the same measures inside.
    const outside = valuesOf('set-up', { ...asked, measured: 'outside' }).displayL as number;
    expect(outside).toBeCloseTo((88 * 43 * 45) / 1000, 6);
    expect(1 - outside / 186.3).toBeCloseTo(0.09, 1);
    expect(refusalOf('set-up', { ...asked, lengthCm: 10, widthCm: 10, glassCm: 5, measured: 'outside' })?.field).toBe(
      'glass',
    );
  });
  it('buys a pound of rock and of sand for each US gallon, which displace 10 to 20 % (common practice)', () => {
    const { rockG = 0, sandG = 0, rockL = 0, sandL = 0, displayL = 1 } = plan();
    expect(rockG / 453.59237 / (displayL / 3.785411784)).toBeCloseTo(1, 9);
    expect(sandG).toBe(rockG);
    expect((rockL + sandL) / displayL).toBeGreaterThan(0.1);
    expect((rockL + sandL) / displayL).toBeLessThan(0.2);
  });
  it('weighs glass at 2.5 kg/L (EN 572-1, from memory), and all of it on its footprint', () => {
    const { massKg = 0, floorLoadKgPerM2 = 0, netL = 0 } = plan({ rockG: 0, sandG: 0, standG: 0 });
    // Bottom 4050 cm² and walls 13 500 cm², 1 cm thick: 43.9 kg; water at 1.02334 kg/L (EOS-80 at 35, 25 °C).
    expect(massKg).toBeCloseTo(netL * 1.02334 + 43.875, 1);
    expect(floorLoadKgPerM2).toBeCloseTo(massKg / 0.405, 6);
  });
  it('a room 8 degrees colder asks for about a watt a litre (common practice: 3 to 5 W a US gallon)', () => {
    const { heatLossW = 0, heaterW = 0, netL = 1 } = plan({ targetC: 25.5, roomC: 17.5 });
    // What is lost and a third more; the heaters themselves are the next size up.
    expect((heatLossW * 4) / 3 / netL).toBeGreaterThan(0.75);
    expect((heatLossW * 4) / 3 / netL).toBeLessThan(1.35);
    expect(heaterW).toBeGreaterThanOrEqual((heatLossW * 4) / 3);
    expect(plan().heaters).toBe(2);
  });
  it('tells salt, boxes, water and the hours of the line', () => {
    const {
      saltG = 0,
      boxes,
      waterL = 0,
      waterHours,
      netL = 0,
    } = plan({ gramsPerLAt35: 38, boxG: '20 kg', madePerDay: 200 });
    expect(saltG).toBeCloseTo(netL * 38, 6);
    expect(boxes).toBeCloseTo(saltG / 20_000, 9);
    expect(waterHours).toBeCloseTo((waterL / 200) * 24, 9);
    // Salt dissolves into less room than it is heavy: a little less water than saltwater.
    expect(waterL / netL).toBeGreaterThan(0.96);
    expect(waterL / netL).toBeLessThan(1);
  });
  it('asks a qualified person about the floor, more gravely for a heavy tank', () => {
    const said = (more: object) =>
      answered('set-up', { ...asked, ...more }).cautions.map(
        ({ severity, says }) => `${severity} ${plainSentence(says, DEFAULT_UNITS)}`,
      );
    expect(said({})[0]).toMatch(/^danger .*qualified person/);
    expect(said({ lengthCm: 40, widthCm: 25, heightCm: 30 })[0]).toMatch(/^caution .*qualified person/);
    expect(said({}).join()).toMatch(/licensed electrician.*local codes rule/);
  });
  it('refuses a rim above the height and rock that fills the tank, and asks after inches', () => {
    expect(refusalOf('set-up', { ...asked, freeboardCm: 40, heightCm: 30 })?.hint).toContain('changed places');
    expect(refusalOf('set-up', { ...asked, rockG: '900 kg' })?.field).toBe('rock and sand');
    // Four of what would be a tank's length? Forty centimetres, or four feet: what is offered is told with its unit.
    expect(refusalOf('set-up', { ...asked, lengthCm: 4 })?.suggestion).toMatch(/^[\d.]+ \S+$/);
  });
});

describe('the order of work', () => {
  const given = {
    startAt: START,
    waterL: 160,
    waterHours: 30,
    saltG: 6000,
    rockG: 20_000,
    sandG: 20_000,
    heaterW: 200,
    targetC: 25,
  };
  const ids = (choices: Choices) => orderOfWork(choices, given).map(({ id }) => id);
  const usual: Choices = { first: 'rock', rock: 'dry', mixed: 'outside' };

  it('holds to what must come before what, whichever school', () => {
    for (const first of ['rock', 'sand'] as const)
      for (const rock of ['dry', 'live'] as const)
        for (const mixed of ['in the tank', 'outside'] as const) {
          const order = ids({ first, rock, mixed });
          const before = (a: string, b: string) => expect(order.indexOf(a)).toBeLessThan(order.indexOf(b));
          for (const [a, b] of [
            ['place', 'level'],
            ['level', 'leak-test'],
            ['leak-read', 'salt'],
            ['water', 'salt'],
            ['salt', 'check'],
            ['check', 'heat'],
            ['heat', 'begin'],
          ] as const)
            before(a, b);
          before(first, first === 'rock' ? 'sand' : 'rock');
          // Live rock goes into saltwater that was measured, never into a dry tank.
          if (rock === 'live') before('check', 'rock');
          if (rock === 'live' && mixed === 'outside') before('fill', 'rock');
          expect(order.includes('fill')).toBe(mixed === 'outside');
        }
  });
  it('is dated: two days for the leak test, as many for the water as the line runs, a day for mixing', () => {
    const steps = orderOfWork(usual, given);
    const dayOf = (id: string) => ((steps.find((step) => step.id === id)?.at ?? 0) - START) / DAY_MS;
    expect([dayOf('place'), dayOf('leak-read'), dayOf('salt'), dayOf('check'), dayOf('begin')]).toEqual([
      0, 2, 4, 5, 6,
    ]);
    expect(steps.every((step: WorkStep, i) => i === 0 || step.at >= (steps[i - 1]?.at ?? 0))).toBe(true);
  });
});

describe('the net volume by dilution', () => {
  const asked = {
    readBy: 'alkalinity',
    added: { salt: { reagent: 'sodium-bicarbonate', grams: 11.98 } },
    before: '7 dKH',
    after: '8 dKH',
  } as const;
  it('11.98 g of bicarbonate that raise it by 1 dKH are in 400 L (142.66 meq)', () => {
    expect(valuesOf('net-volume', asked).volumeL).toBeCloseTo(400, 0);
  });
  it('tells its error, and how much more to add for a better one', () => {
    const rough = answered('net-volume', asked);
    expect(netVolume.run(asked).answer.certainty).toBe('rough');
    expect(rough.sentence).toMatch(/^It holds 400 L, between 29\d L and 6\d\d L\.$/);
    const better = valuesOf('net-volume', {
      ...asked,
      added: { salt: { reagent: 'sodium-bicarbonate', grams: 48 } },
      after: '11 dKH',
    });
    expect((better.highL ?? 0) - (better.lowL ?? 0)).toBeLessThan(90);
  });
  it('a rise within the test’s error is no volume', () => {
    const small = { ...asked, after: '7.2 dKH' };
    expect(netVolume.run(small).answer.certainty).toBe('within test error');
    expect(answered('net-volume', small).sentence).toContain('add more');
  });
  it('finds any volume back from the rise it would make', () => {
    fc.assert(
      fc.property(fc.double({ min: 20, max: 3000, noNaN: true }), (litres) => {
        const grams = litres * 0.1;
        const after = 7 * 0.35665 + (grams / 84.007) * (1000 / litres);
        const {
          volumeL = 0,
          lowL = 0,
          highL = 0,
        } = valuesOf('net-volume', {
          ...asked,
          added: { salt: { reagent: 'sodium-bicarbonate', grams } },
          before: 7 * 0.35665,
          after,
        });
        expect(volumeL / litres).toBeCloseTo(1, 3);
        expect(lowL).toBeLessThan(litres);
        expect(highL).toBeGreaterThan(litres);
      }),
    );
  });
  it('reads by sea salt and by a solution, and refuses what holds none of what is read', () => {
    const salt = { readBy: 'salinity', added: { seaSaltG: 200 }, before: '33 ppt', after: '35 ppt' };
    expect(valuesOf('net-volume', salt).volumeL).toBeGreaterThan(90);
    expect(valuesOf('net-volume', salt).volumeL).toBeLessThan(105);
    const bottle = { solution: { claim: { ml: 10, inLitres: 100, raises: { alkalinity: '0.5 dKH' } } }, ml: 40 };
    expect(valuesOf('net-volume', { ...asked, added: bottle, after: '8 dKH' }).volumeL).toBeCloseTo(200, 0);
    expect(refusalOf('net-volume', { ...asked, readBy: 'calcium', before: 400, after: 420 })?.hint).toContain(
      'holds no calcium',
    );
    expect(refusalOf('net-volume', { ...asked, after: '6 dKH' })?.hint).toContain('changed places');
    expect(refusalOf('net-volume', { ...asked, before: 0, after: 1e-9 })?.hint).toContain('a lake');
    const far = { ...asked, thoughtL: 100 };
    expect(
      answered('net-volume', far)
        .cautions.map(({ says }) => plainSentence(says, DEFAULT_UNITS))
        .join(),
    ).toContain('far from');
  });
});

describe('a tank filled from a running one', () => {
  const asked = {
    takenL: 62,
    netVolumeL: 620,
    salinity: 35,
    nitrate: 10,
    phosphate: 0.1,
    newSalinity: 35,
    filledL: 124,
  };
  it('a tenth left to the top-off takes a tenth of the salinity: S·(V − x)/V', () => {
    const values = valuesOf('fill-from-tank', asked);
    expect(values.salinityIfToppedOff).toBeCloseTo(31.5, 9);
    expect(values.salinityAfter).toBeCloseTo(35, 9);
    expect(values.oldShare).toBeCloseTo(0.5, 9);
  });
  it('says what old water does not bring', () => {
    const { sentence } = answered('fill-from-tank', asked);
    expect(sentence).toBe(
      'Switch top-off and skimmer off, take 62 L, and give the running tank as much saltwater back: left to its top-off it would fall to 31.5 ppt.',
    );
    expect(JSON.stringify(answered('fill-from-tank', asked).because)).toContain('next to no bacteria');
  });
  it('asks to match new water that would move the running tank, and refuses to take all of it', () => {
    const off = answered('fill-from-tank', { ...asked, takenL: 300, newSalinity: 30 });
    expect(plainSentence(off.cautions[0]?.says ?? [], DEFAULT_UNITS)).toContain('mix it to the tank first');
    expect(refusalOf('fill-from-tank', { ...asked, takenL: 700 })?.suggestion).toBe('124 L');
  });
});
