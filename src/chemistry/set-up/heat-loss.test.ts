import { describe, expect, it } from 'vitest';
import { heatLoss } from './heat-loss';

const box = {
  lengthCm: 100,
  widthCm: 50,
  waterHeightCm: 50,
  glassMm: 10,
  waterC: 25,
  airC: 20,
  humidity: 0.5,
  salinity: 35,
  open: 1,
};

describe('heat a tank loses', () => {
  it('through glass is air film and glass in series: 7.65 W/m²K at 10 mm (ASHRAE surface conductance 8.29, glass 1 W/mK; from memory)', () => {
    const perM2K = 1 / (1 / 8.29 + 0.01 / 1);
    expect(perM2K).toBeCloseTo(7.655, 3);
    // Walls 1.5 m², half of a floor of 0.5 m², 5 degrees.
    expect(heatLoss(box).throughGlassW).toBeCloseTo(perM2K * 1.75 * 5, 6);
  });
  it('with what evaporates is its litres times 2442 kJ/L at 25 °C (steam tables: 2441.7 kJ/kg)', () => {
    const { evaporatingW } = heatLoss(box);
    // 0.5 m² at 25 °C under air of 20 °C and 50 %: w = 0.5 × (3.169 × 0.9812 − 1.169) × 0.089 ÷ 2442 × 0.5 kg/s.
    const kgPerS = (0.5 * (3.169 * (1 - 0.000537 * 35) - 2.339 * 0.5) * 0.089 * 0.5) / 2442;
    expect(evaporatingW / (kgPerS * 2442e3)).toBeCloseTo(1, 2);
  });
  it('grows with the cold, and a cover keeps most of what evaporates', () => {
    expect(heatLoss({ ...box, airC: 15 }).allW).toBeGreaterThan(heatLoss(box).allW);
    expect(heatLoss({ ...box, open: 0.1 }).allW).toBeLessThan(heatLoss(box).allW * 0.8);
    expect(heatLoss({ ...box, airC: 30 }).throughGlassW).toBe(0);
  });
});
