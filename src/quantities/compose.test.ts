import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rawAttempt } from '@/testing/refusal-of';
import { BASES } from './base-units';
import { unitBySpelling, parseQuantity } from './parse-quantity';
import { DEFAULT_UNITS } from './quantity';
import type { QuantityKind } from './kinds';

/* Factors by hand from their definitions: 231 in³ a US gallon, 4.54609 L an imperial one, 453.59237 g a pound (NIST SP 811, App. B). */
describe('units by combination', () => {
  it.each<[QuantityKind, string, number]>([
    // mL/day
    ['doseRate', '250 ml/day', 250],
    ['doseRate', '0.5 L a day', 500],
    ['doseRate', '3 ml per hour', 72],
    ['doseRate', '3 ml/h', 72],
    ['doseRate', '1 drop/s', 0.05 * 86_400],
    ['doseRate', '20 drops per minute', 0.05 * 20 * 1440],
    ['doseRate', '1 drops of 0.06 ml/s', 0.06 * 86_400],
    ['doseRate', '2 tsp/day', (2 * 3785.411784) / 768],
    ['doseRate', '1 tbsp daily', 3785.411784 / 256],
    ['doseRate', '1 US cup a week', 3785.411784 / 16 / 7],
    ['doseRate', '1 us gal/month', 3785.411784 / (365.25 / 12)],
    // L/day
    ['waterRate', '1 us gal/week', 3.785411784 / 7],
    ['waterRate', '2 US pt per day', 3.785411784 / 4],
    ['waterRate', '250 ml/day', 0.25],
    ['waterRate', '1 m³/month', 1000 / (365.25 / 12)],
    // mL/min
    ['flow', '50 ml/min', 50],
    ['flow', '3 l/h', 50],
    ['flow', '72 l/day', 50],
    ['flow', '1 drop per second', 3],
    ['flow', '1 US gph', 3785.411784 / 60],
    // L/h
    ['pumpRate', '1 US gph', 3.785411784],
    ['pumpRate', '10 L/min', 600],
    // g/L
    ['strength', '1 oz/US gal', 453.59237 / 16 / 3.785411784],
    ['strength', '80 g per litre', 80],
    ['strength', '0.3 lb/us gal', (0.3 * 453.59237) / 3.785411784],
    // mg/L
    ['calcium', '0.42 g/l', 420],
    ['calcium', '420000 µg/L', 420],
    ['ionRate', '7 mg/L/week', 1],
    ['ionRate', '1 mg/L/h', 24],
    // dKH is 0.35665 mmol/L (CIAAW 2021)
    ['alkalinityRate', '7 dkh/week', 0.35665],
    ['alkalinityRate', '0.1 meq/L per hour', 2.4],
    ['alkalinityRate', '50.04 ppm CaCO3 a day', 1],
    ['alkalinity', '2300 µmol/kg', 2.3 * 1.023341],
    ['temperatureRate', '1.8 °F/h', 24],
    ['airSpeed', '100 ft/min', 0.508],
    ['power', '1000 BTU/h', 293.071],
    ['energy', '1000 BTU', 0.293071],
    ['timesPerDay', '14/week', 2],
    ['length', '2 ft', 60.96],
    ['mass', '7000 grains', 453.59237],
    ['volume', '2 US qt', 3.785411784 / 2],
    ['volume', '4 x 5 US gal', 20 * 3.785411784],
    ['volume', '3 buckets of 10 L', 30],
    ['dose', '1/2 tsp', 3785.411784 / 768 / 2],
  ])('%s "%s" is %d', (kind, text, expected) => {
    const { amount } = parseQuantity(text, { field: 'it', kind, low: 0, high: 1e9 }, DEFAULT_UNITS);
    expect(Math.abs(amount / expected - 1)).toBeLessThan(1e-4);
  });

  it('whatever volume over whatever time is read, and is the product of the two', () => {
    const volume = fc.constantFrom(...BASES.volume);
    const time = fc.constantFrom(...BASES.time);
    const kind = fc.constantFrom<QuantityKind>('doseRate', 'waterRate', 'flow', 'pumpRate');
    fc.assert(
      fc.property(kind, volume, time, fc.constantFrom('/', ' per ', ' a '), (of, each, per, how) => {
        const unit = unitBySpelling(of, `${each.symbol}${how}${per.symbol}`);
        const one = unitBySpelling(of, 'L/day');
        expect((unit?.toCanonical(1) ?? 0) / (one?.toCanonical(1) ?? 1)).toBeCloseTo(each.factor / per.factor, 9);
      }),
    );
  });

  it('a gallon in a product is asked about as it is alone, and is the keeper’s own where that is said', () => {
    const dose = { field: 'top-off', kind: 'waterRate', low: 0, high: 1000, usual: [0.1, 50] } as const;
    expect(rawAttempt(() => parseQuantity('2 gal/day', dose, DEFAULT_UNITS)).refusal).toMatchObject({
      suggestion: '2 US gal/day',
    });
    const own = { ...DEFAULT_UNITS, volume: 'US gal' } as const;
    expect(parseQuantity('2 gal/week', dose, own).amount).toBeCloseTo((2 * 3.785411784) / 7, 9);
    expect(parseQuantity('1 cup a day', dose, own).amount).toBeCloseTo(3.785411784 / 16, 9);
  });

  it('a product of the wrong bases is none', () => {
    for (const [kind, spelling] of [
      ['doseRate', 'g/day'],
      ['strength', 'L/g'],
      ['calcium', 'mg/day'],
    ] as const)
      expect(unitBySpelling(kind, spelling)).toBeUndefined();
  });
});
