import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { headLostCm, pumpGivesLPerH, siphonLPerH } from './delivery';

const hose = { boreCm: 0.6, lengthCm: 200 };

describe('a hose', () => {
  it('loses what Hagen–Poiseuille says while the flow is laminar', () => {
    // h = 128 ν L Q ÷ (π g D⁴), with the ends' 1.5 velocity heads besides. By hand for 10 L/h: 2.778e-6 m³/s, 0.0982 m/s,
    // Re 589; 1.78 cm by friction, 0.07 cm at the ends.
    const metres = (128 * 1e-6 * 2 * (10 / 3.6e6)) / (Math.PI * 9.81 * 0.006 ** 4);
    const speed = 10 / 3.6e6 / ((Math.PI * 0.006 ** 2) / 4);
    expect(headLostCm(10, hose)).toBeCloseTo((metres + (1.5 * speed ** 2) / (2 * 9.81)) * 100, 9);
    expect(headLostCm(10, hose)).toBeCloseTo(1.85, 1);
  });
  it('loses what Blasius says in turbulent flow', () => {
    // By hand, 19 mm bore, 10 m, 1000 L/h: 0.98 m/s, Re 18 615, f = 0.316 ÷ 18 615^0.25 = 0.02705; f L/D = 14.24, and 1.5
    // for the ends, of 4.892 cm: 77 cm.
    expect(headLostCm(1000, { boreCm: 1.9, lengthCm: 1000 })).toBeCloseTo(77, 0);
  });
  it('loses more the more flows, and nothing at rest', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 2000, noNaN: true }), (flow) => {
        expect(headLostCm(flow * 1.1, hose)).toBeGreaterThan(headLostCm(flow, hose));
      }),
    );
    expect(headLostCm(0, hose)).toBe(0);
  });
  it('as a siphon carries just what its head can push', () => {
    const flow = siphonLPerH(30, hose);
    expect(headLostCm(flow, hose)).toBeCloseTo(30, 6);
    expect(siphonLPerH(0, hose)).toBe(0);
  });
});

describe('a pump', () => {
  const pump = { litresPerHour: 300, greatestLiftCm: 150 };
  it('gives all of it at no lift, half of it halfway up, and nothing at its greatest lift', () => {
    expect(pumpGivesLPerH(pump, 0, undefined)).toBe(300);
    expect(pumpGivesLPerH(pump, 75, undefined)).toBeCloseTo(150, 9);
    expect(pumpGivesLPerH(pump, 150, undefined)).toBe(0);
    expect(pumpGivesLPerH(pump, 400, undefined)).toBe(0);
  });
  it('gives less through a narrow hose, where lift and friction meet its curve', () => {
    const flow = pumpGivesLPerH(pump, 60, hose);
    expect(flow).toBeLessThan(pumpGivesLPerH(pump, 60, undefined));
    expect(headLostCm(flow, hose) + 60).toBeCloseTo(150 * (1 - flow / 300), 6);
  });
  it('is not helped by an outlet below it', () => {
    expect(pumpGivesLPerH(pump, -40, undefined)).toBe(300);
  });
});
