import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FIELDS, type FieldName } from './testing/expectations';
import { Refusal } from '@/chemistry/refusal';
import { rawAttempt } from '@/testing/refusal-of';
import { KINDS, unitsOf, type QuantityKind } from './kinds';
import { MG_CACO3_PER_MEQ, MMOL_PER_L_PER_DKH, NO3_PER_N, PO4_PER_P } from '@/chemistry/conversion';
import { acceptAmount, parseQuantity, unitBySpelling } from './parse-quantity';
import { DEFAULT_UNITS, preferredUnit, quantity, show, showOther, showText } from './quantity';

const read = (id: FieldName, text: string) => parseQuantity(text, FIELDS[id], DEFAULT_UNITS).amount;
const refusal = (id: FieldName, text: string) => {
  const refused = rawAttempt(() => read(id, text)).refusal;
  if (!refused) throw new Error(`${text} was accepted`);
  return refused;
};

describe('conversion factors', () => {
  it('follow from the definitions and CIAAW 2021 atomic weights', () => {
    expect(MMOL_PER_L_PER_DKH).toBeCloseTo(0.35665, 5);
    expect(1 / MMOL_PER_L_PER_DKH).toBeCloseTo(2.804, 3);
    expect(MG_CACO3_PER_MEQ).toBeCloseTo(50.04, 2);
    expect(NO3_PER_N).toBeCloseTo(4.4268, 3);
    expect(PO4_PER_P).toBeCloseTo(3.0662, 3);
  });
  it('hold for the units the trade and laboratories use', () => {
    // Definitions: 1 psi = 6.894757 kPa (NIST SP 811); US fluid ounce 29.5735 mL, imperial 28.4131 mL.
    const canonical = (kind: QuantityKind, spelling: string) => unitBySpelling(kind, spelling)?.toCanonical(1);
    expect(canonical('pressure', 'psi')).toBeCloseTo(6.894757, 6);
    expect(canonical('volume', 'US fl oz')).toBeCloseTo(0.0295735, 7);
    expect(canonical('volume', 'imp fl oz')).toBeCloseTo(0.0284131, 7);
    expect(canonical('flow', 'US gph')).toBeCloseTo(63.0902, 4);
    expect(canonical('co2', '%')).toBe(10_000);
    // mg/L against mg/kg is the density of seawater: 2.3 % at 35, 25 °C (EOS-80, 1023.341 kg/m³ at 25 °C of ITS-90).
    expect(canonical('calcium', 'mg/kg')).toBeCloseTo(1.023341, 6);
    // Practical salinity 35 at 25 °C (ITS-90) conducts 53.0710 mS/cm; at 15 °C 42.9175 (UNESCO 1983).
    expect(unitBySpelling('salinity', 'mS/cm')?.fromCanonical(35)).toBeCloseTo(53.071, 3);
    expect(unitBySpelling('salinity', 'µS/cm at 15 °C')?.fromCanonical(35)).toBeCloseTo(42_917.5, 0);
  });

  const RANGE: Partial<Record<QuantityKind, (symbol: string) => [number, number]>> = {
    temperature: () => [5, 5000],
    // 2 to 42 on each scale: where practical salinity is defined.
    salinity: (symbol) =>
      symbol.startsWith('sg')
        ? [1.0015, 1.028]
        : symbol === 'mS/cm'
          ? [4, 62]
          : symbol === 'µS/cm'
            ? [4000, 62_000]
            : [2, 42],
  };
  it('go there and back to 1e-12 for every unit of every kind', () => {
    for (const kind of Object.keys(KINDS) as QuantityKind[])
      for (const unit of unitsOf(kind)) {
        const [low, high] = RANGE[kind]?.(unit.symbol) ?? [0.001, 5000];
        fc.assert(
          fc.property(fc.double({ min: low, max: high, noNaN: true }), (value) => {
            const back = unit.fromCanonical(unit.toCanonical(value));
            expect(Math.abs(back / value - 1)).toBeLessThan(1e-12);
          }),
          { numRuns: 30 },
        );
      }
  });

  it('name no unit of a kind twice', () => {
    for (const kind of Object.keys(KINDS) as QuantityKind[]) {
      const spellings = unitsOf(kind).flatMap(({ symbol, aliases }) => [
        ...new Set([symbol.toLowerCase().replaceAll(/[\s°]/g, ''), ...aliases]),
      ]);
      expect(spellings).toEqual([...new Set(spellings)]);
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
    ['phosphate', '45ppb PO4', 0.045],
    ['salinity', 'sg 1.02637', 35],
    ['alkalinity', 'dKH 8.3', 8.3 * MMOL_PER_L_PER_DKH],
    ['phosphate', '15 ppb P', 0.015 * PO4_PER_P],
    ['nitrate', '1 no3-n', NO3_PER_N],
    ['salinity', '35', 35],
    ['salinity', '1.02637 sg', 35],
    ['salinity', '1.02637 sg 25/25 °C', 35],
    ['salinity', '53.07 mS/cm', 35],
    ['salinity', '53.07 mS/cm at 25 °C', 35],
    ['salinity', '42.92 mS/cm @ 59F', 35],
    ['salinity', '1.02637 sg 77/77F', 35],
    ['calcium', '420 mg/kg', 420 * 1.023341],
    ['calcium', '10.4796 mmol/l', 420],
    ['nitrate', '1 ppm N', NO3_PER_N],
    ['phosphate', '0.02 ppm P', 0.02 * PO4_PER_P],
  ] as const)('%s "%s" is %d', (id, text, expected) => {
    expect(read(id, text)).toBeCloseTo(expected, id === 'salinity' || id === 'calcium' ? 2 : 9);
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
    // Within what is taken, and unusual; usual in another unit of the same quantity. In both directions.
    ['alkalinity', '2.9', {}, '2.9 meq/L'],
    ['alkalinity', '8.3', { alkalinity: 'ppm CaCO3' }, '8.3 dKH'],
    ['alkalinity', '148', { alkalinity: 'dKH' }, '148 ppm CaCO3'],
    ['alkalinity', '8.3', { alkalinity: 'meq/L' }, '8.3 dKH'],
    ['salinity', '35', { salinity: 'mS/cm' }, '35 ppt'],
    ['salinity', '53', {}, '53 mS/cm'],
  ] as const)('%s "%s" in a record of %o fits another unit, and is asked about', (id, text, own, suggestion) => {
    const units = { ...DEFAULT_UNITS, ...own };
    const { refusal: asked } = rawAttempt(() => parseQuantity(text, FIELDS[id], units));
    expect(asked?.suggestion).toBe(suggestion);
    // Told with its unit, either is taken, each for what it says.
    const unit = preferredUnit(id, units);
    const [low, high] = FIELDS[id].usual;
    const offered = parseQuantity(suggestion, FIELDS[id], units).amount;
    expect(offered).toBeGreaterThanOrEqual(low);
    expect(offered).toBeLessThanOrEqual(high);
    if (text !== '148' && text !== '53')
      expect(parseQuantity(`${text} ${unit.symbol}`, FIELDS[id], units).amount).toBeCloseTo(
        unit.toCanonical(Number(text)),
        12,
      );
  });

  it('gallons are asked about, unless the keeper’s own are US gallons', () => {
    const volume = { field: 'water', kind: 'volume', low: 0, high: 1000, usual: [1, 500] } as const;
    const taken = (text: string, own: 'L' | 'US gal') =>
      rawAttempt(() => parseQuantity(text, volume, { ...DEFAULT_UNITS, volume: own }));
    expect(taken('10 gal', 'L').refusal).toMatchObject({ suggestion: '10 US gal' });
    expect(taken('10 gal', 'US gal').outcome?.amount).toBeCloseTo(37.85411784, 9);
    expect(taken('10 imp gal', 'L').outcome?.amount).toBeCloseTo(45.4609, 9);
    // Halves and quarters as they are said: 1/2 US gal is 1.8927 L.
    for (const text of ['1/2 US gal', '½ us gal']) expect(taken(text, 'L').outcome?.amount).toBeCloseTo(1.892705892, 9);
    expect(taken('1 1/2 US gal', 'L').outcome?.amount).toBeCloseTo(1.5 * 3.785411784, 9);
  });

  it('a share is taken where a whole is known, and only there', () => {
    const change = { field: 'water change', kind: 'volume', low: 0, high: 1000 } as const;
    expect(parseQuantity('15%', { ...change, whole: 620 }, DEFAULT_UNITS).amount).toBeCloseTo(93, 9);
    expect(() => parseQuantity('15%', change, DEFAULT_UNITS)).toThrow(Refusal);
  });

  it('a rate is understood told by its level’s unit, and a mass without a unit is asked about', () => {
    const rate = { field: 'consumption', kind: 'alkalinityRate', low: 0, high: 5 } as const;
    expect(parseQuantity('0.5 dkh', rate, DEFAULT_UNITS).amount).toBeCloseTo(0.5 * MMOL_PER_L_PER_DKH, 9);
    const rock = { field: 'rock', kind: 'mass', low: 0, high: 1e7, usual: [1000, 1e6] } as const;
    expect(rawAttempt(() => parseQuantity('80', rock, DEFAULT_UNITS)).refusal).toMatchObject({
      suggestion: '80 kg',
      hint: { code: 'usual in another unit', usualIn: ['kg', 'lb'] },
    });
    expect(parseQuantity('80 lb', rock, DEFAULT_UNITS).amount).toBeCloseTo(80 * 453.59237, 6);
  });

  it('a bound is recognised, and its own figure offered', () => {
    expect(refusal('nitrate', '<0.2')).toMatchObject({ suggestion: '0.2 mg/L' });
    expect(refusal('alkalinity', '<7.8 dKH')).toMatchObject({ suggestion: '7.8 dKH' });
    expect(refusal('nitrate', '<').suggestion).toBeUndefined();
  });

  it('answers an unknown unit with those it knows and the nearest', () => {
    expect(refusal('alkalinity', '8.2 dKj')).toMatchObject({
      hint: {
        code: 'unknown unit',
        spelling: 'dKj',
        known: ['dKH', 'meq/L', 'ppm CaCO3', 'µmol/kg', 'µmol/L'],
      },
      suggestion: '8.2 dKH',
    });
    expect(refusal('calcium', '430 mg')).toMatchObject({ suggestion: '430 mg/L' });
    expect(refusal('calcium', '430 furlongs').suggestion).toBeUndefined();
    expect(refusal('ph', '8.2 dKH').hint).toEqual({ code: 'takes no unit', field: 'pH' });
  });

  it('takes a plain number in the canonical unit, and says what a wrong one was', () => {
    const salinity = FIELDS.salinity;
    expect(acceptAmount(35, salinity, DEFAULT_UNITS)).toBe(35);
    const { refusal: slip } = rawAttempt(() => acceptAmount(1.026, salinity, DEFAULT_UNITS));
    expect(slip).toMatchObject({ field: 'salinity', suggestion: '1.026 sg' });
    for (const value of [Number.NaN, Infinity, -1])
      expect(() => acceptAmount(value, salinity, DEFAULT_UNITS)).toThrow(Refusal);
  });

  it('refuses words, two points, wrong units and negative amounts', () => {
    for (const text of ['', 'high', '1.2.3', '8 lb', '-3', 'NaN', 'Infinity', '1e400'])
      expect(() => read('calcium', text)).toThrow(Refusal);
  });

  it('answers any text with a finite amount in range or a refusal', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...(Object.keys(FIELDS) as FieldName[])),
        fc.oneof(fc.string(), fc.double().map(String)),
        (id, text) => {
          try {
            const amount = read(id, text);
            expect(amount >= FIELDS[id].low && amount <= FIELDS[id].high).toBe(true);
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
    expect(showText(quantity('doseRate', 34.6512), DEFAULT_UNITS)).toBe('35 mL/day');
    expect(showText(quantity('doseRate', 34.6512), DEFAULT_UNITS, 4)).toBe('34.65 mL/day');
    expect(showText(quantity('mass', 3800), DEFAULT_UNITS)).toBe('3.8 kg');
    expect(showText(quantity('salinity', 35), { ...DEFAULT_UNITS, salinity: 'sg' })).toBe('1.0264 sg');
    expect(showText(quantity('volume', 378.5411784), { ...DEFAULT_UNITS, volume: 'US gal' })).toBe('100 US gal');
    expect(
      ['0.4', '1', '1.5', '2.4', '6.05'].map((days) => showText(quantity('days', Number(days)), DEFAULT_UNITS)),
    ).toEqual(['9.6 hours', '1 day', '36 hours', '2.4 days', '6 days']);
    expect(show(quantity('ionRate', -0.00001), DEFAULT_UNITS).figure).toBe('0');
  });
  it('offers the other unit', () => {
    expect(showOther(quantity('temperature', 25), DEFAULT_UNITS)).toBe('77 °F');
    expect(showOther(quantity('salinity', 35), DEFAULT_UNITS)).toBe('1.0264 sg');
    expect(showOther(quantity('ph', 8.1), DEFAULT_UNITS)).toBeUndefined();
  });
});

describe('what a kit tells ammonia and nitrite as', () => {
  const ammonia = { field: 'ammonia', kind: 'ammonia', low: 0, high: 30 } as const;
  const nitrite = { field: 'nitrite', kind: 'nitrite', low: 0, high: 100 } as const;
  const nitrogen = { ...DEFAULT_UNITS, ammonia: 'mg/L NH3-N', nitrite: 'mg/L NO2-N' } as const;
  it.each([
    // 17.031 ÷ 14.007 and ÷ 18.039; 46.005 ÷ 14.007 (CIAAW 2021).
    ['0.5', DEFAULT_UNITS, 0.5],
    ['0.5', nitrogen, 0.5 * (17.031 / 14.007)],
    ['0.5 mg/l', nitrogen, 0.5 * (17.031 / 14.007)],
    ['0.5 ppm', nitrogen, 0.5 * (17.031 / 14.007)],
    ['0.5 NH4', nitrogen, 0.5 * (17.031 / 18.039)],
    ['0.5 mg/L NH4', DEFAULT_UNITS, 0.5 * (17.031 / 18.039)],
    ['0.5', { ...DEFAULT_UNITS, ammonia: 'mg/L NH4' } as const, 0.5 * (17.031 / 18.039)],
  ])('%s', (text, units, expected) => {
    expect(parseQuantity(text, ammonia, units).amount).toBeCloseTo(expected, 9);
  });
  it('is shown back the same way', () => {
    expect(parseQuantity('1', nitrite, nitrogen).amount).toBeCloseTo(46.005 / 14.007, 9);
    expect(showText({ kind: 'ammonia', amount: 17.031 / 14.007 }, nitrogen)).toBe('1 mg/L NH3-N');
  });
});

describe('lengths', () => {
  const length = { field: 'length', kind: 'length', low: 1, high: 1000 } as const;
  it.each([
    ['90', 90],
    ['36 in', 91.44],
    ['3 ft', 91.44],
    ['900mm', 90],
    ['0.9 m', 90],
  ])('%s is %f cm (inch exact by definition)', (text, cm) => {
    expect(parseQuantity(text, length, DEFAULT_UNITS).amount).toBeCloseTo(cm, 9);
  });
});
