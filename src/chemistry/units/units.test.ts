import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PARAMETERS, readingExpectation, type ParameterId } from '../parameters';
import { Refusal } from '../refusal';
import { KINDS, MG_CACO3_PER_MEQ, MMOL_PER_L_PER_DKH, NO3_PER_N, PO4_PER_P, unitsOf, type QuantityKind } from './kinds';
import { parseQuantity } from './parse-quantity';
import { DEFAULT_UNITS, quantity, show, showOther, showText } from './quantity';

const read = (id: ParameterId, text: string) => parseQuantity(text, readingExpectation(id), DEFAULT_UNITS).amount;
const refusal = (id: ParameterId, text: string) => {
  try {
    read(id, text);
  } catch (error) {
    if (error instanceof Refusal) return error.detail;
    throw error;
  }
  throw new Error(`${text} was accepted`);
};

describe('conversion factors', () => {
  it('follow from the definitions and CIAAW 2021 atomic weights', () => {
    expect(MMOL_PER_L_PER_DKH).toBeCloseTo(0.35665, 5);
    expect(1 / MMOL_PER_L_PER_DKH).toBeCloseTo(2.804, 3);
    expect(MG_CACO3_PER_MEQ).toBeCloseTo(50.04, 2);
    expect(NO3_PER_N).toBeCloseTo(4.4268, 3);
    expect(PO4_PER_P).toBeCloseTo(3.0662, 3);
  });
  it('go there and back to 1e-12 for every unit but salinity, which its equation holds to 1e-9', () => {
    for (const kind of Object.keys(KINDS) as QuantityKind[])
      for (const unit of unitsOf(kind)) {
        const [low, high] = unit.symbol.startsWith('sg') ? [1.001, 1.03] : [kind === 'temperature' ? 5 : 0.001, 5000];
        fc.assert(
          fc.property(fc.double({ min: low, max: high, noNaN: true }), (value) => {
            const back = unit.fromCanonical(unit.toCanonical(value));
            expect(Math.abs(back / value - 1)).toBeLessThan(unit.symbol.startsWith('sg') ? 1e-9 : 1e-12);
          }),
          { numRuns: 30 },
        );
      }
  });
});

describe('reading what a keeper types', () => {
  it.each([
    ['alkalinity', '8.3', 8.3 * MMOL_PER_L_PER_DKH],
    ['alkalinity', '8,3 dKH', 8.3 * MMOL_PER_L_PER_DKH],
    ['alkalinity', '2.96 meq/l', 2.96],
    ['alkalinity', '150 ppm', 150 / MG_CACO3_PER_MEQ],
    ['temperature', '77F', 25],
    ['temperature', '25.5 °C', 25.5],
    ['magnesium', '1,320', 1320],
    ['phosphate', '45ppb', 0.045],
    ['phosphate', '15 ppb P', 0.015 * PO4_PER_P],
    ['nitrate', '1 no3-n', NO3_PER_N],
    ['salinity', '35', 35],
    ['salinity', '1.02637 sg', 35],
    ['salinity', '1.02637 sg 25/25 °C', 35],
  ] as const)('%s "%s" is %d', (id, text, expected) => {
    expect(read(id, text)).toBeCloseTo(expected, id === 'salinity' ? 2 : 9);
  });

  it('tells the scales of specific gravity apart: one reading, three salinities', () => {
    // EOS-80 densities: on the 60/60 °F scale salinity 35 is 1.0269, so 1.0264 there is less salt than on 25/25 °C.
    const [common, old, laboratory] = ['1.0264 sg', '1.0264 sg 60/60', '1.0264 sg 20/4'].map((text) =>
      read('salinity', text),
    );
    expect(common).toBeCloseTo(35.0, 1);
    expect(old).toBeLessThan(34.6);
    expect(laboratory).toBeGreaterThan(36);
  });

  it.each([
    ['salinity', '1.026', /specific gravity/, '1.026 sg'],
    ['salinity', '35 sg', /ppt/, '35 ppt'],
    ['salinity', '1026 sg', /point/, '1.026 sg'],
    ['alkalinity', '830', /point/, '8.3 dKH'],
    ['alkalinity', '150', /ppm CaCO3/, '150 ppm CaCO3'],
    ['temperature', '77', /Fahrenheit/, '77 °F'],
    ['ph', '82', /point/, '8.2'],
    ['calcium', '4300', /point/, '430 mg/L'],
  ] as const)('%s "%s" is refused and what was meant is told', (id, text, hint, suggestion) => {
    const detail = refusal(id, text);
    expect(detail.hint).toMatch(hint);
    expect(detail.suggestion).toBe(suggestion);
    expect(() => read(id, suggestion)).not.toThrow();
  });

  it('refuses words, two points, wrong units and negative amounts', () => {
    for (const text of ['', 'high', '1.2.3', '8 lb', '-3', 'NaN', 'Infinity', '1e400'])
      expect(() => read('calcium', text)).toThrow(Refusal);
  });

  it('answers any text with a finite amount in range or a refusal', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...(Object.keys(PARAMETERS) as ParameterId[])),
        fc.oneof(fc.string(), fc.double().map(String)),
        (id, text) => {
          try {
            const amount = read(id, text);
            expect(amount >= PARAMETERS[id].low && amount <= PARAMETERS[id].high).toBe(true);
          } catch (error) {
            expect(error).toBeInstanceOf(Refusal);
          }
        },
      ),
    );
  });
});

describe('showing a quantity', () => {
  it('keeps three figures and the unit of preference', () => {
    expect(showText(quantity('doseRate', 34.6512), DEFAULT_UNITS)).toBe('34.7 mL/day');
    expect(showText(quantity('doseRate', 34.6512), DEFAULT_UNITS, 4)).toBe('34.65 mL/day');
    expect(showText(quantity('mass', 3800), DEFAULT_UNITS)).toBe('3.80 kg');
    expect(showText(quantity('salinity', 35), { ...DEFAULT_UNITS, salinity: 'sg' })).toBe('1.0264 sg');
    expect(showText(quantity('volume', 378.5411784), { ...DEFAULT_UNITS, volume: 'US gal' })).toBe('100 US gal');
    expect(
      ['0.4', '1', '1.5', '2.4', '6.05'].map((days) => showText(quantity('days', Number(days)), DEFAULT_UNITS)),
    ).toEqual(['9.6 hours', '1 day', '36 hours', '2.4 days', '6 days']);
    expect(show(quantity('ionRate', -0.00001), DEFAULT_UNITS).figure).toBe('0.00');
  });
  it('offers the other unit', () => {
    expect(showOther(quantity('temperature', 25), DEFAULT_UNITS)).toBe('77.0 °F');
    expect(showOther(quantity('salinity', 35), DEFAULT_UNITS)).toBe('1.0264 sg');
    expect(showOther(quantity('ph', 8.1), DEFAULT_UNITS)).toBeUndefined();
  });
});
