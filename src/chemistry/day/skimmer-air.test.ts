import { describe, expect, it } from 'vitest';
import { bufferPh, probeLine, truePh } from './buffers';
import { airThroughTube, exchangeWithSkimmer, pressureLost, scrubberHours } from './skimmer-air';

describe('air to a skimmer', () => {
  it('spends media by the CO2 it carries', () => {
    // Worked by hand: 500 g at 0.2 g/g bind 100 g; 300 L/h of 900 ppm carry 300 × 900e-6 × 44.01 / 24.465 = 0.486 g/h.
    expect(scrubberHours(500, 0.2, 300, 900)).toBeCloseTo(206, 0);
  });

  it('loses pressure in a tube as handbooks have it', () => {
    // By hand, laminar: 32 μ L v / d² with v = 2.947 m/s, Re 1132 (Hagen 1839, Poiseuille 1840).
    expect(pressureLost(300, 5, 6)).toBeCloseTo((32 * 1.85e-5 * 5 * 2.947) / 0.006 ** 2, 0);
    // By hand, turbulent: v = 9.824 m/s, Re 3772, f = 0.3164 / Re^¼ = 0.0404 (Blasius 1913).
    const v = 1000 / 3.6e6 / ((Math.PI * 0.006 ** 2) / 4);
    const f = 0.3164 / ((1.184 * v * 0.006) / 1.85e-5) ** 0.25;
    expect(pressureLost(1000, 5, 6)).toBeCloseTo((f * 5 * 1.184 * v ** 2) / (2 * 0.006), 6);
  });

  it('is throttled by a long thin tube and hardly by a short wide one', () => {
    expect(airThroughTube(300, 0, 6, 1000)).toBe(300);
    const [wide, thin] = [airThroughTube(300, 2, 12, 1000), airThroughTube(300, 10, 4, 1000)];
    expect(wide).toBeGreaterThan(290);
    expect(thin).toBeLessThan(150);
    expect(pressureLost(thin, 10, 4)).toBeCloseTo(1000 * (1 - thin / 300), 3);
  });

  it('draws the water towards each air by its share', () => {
    const { exchangePerDay, airUatm } = exchangeWithSkimmer(20, 1000, { share: 0.5, uatm: 400, drawn: 1 });
    expect(exchangePerDay).toBe(20);
    expect(airUatm).toBe(700);
    expect(exchangeWithSkimmer(20, 1000, { share: 0.5, uatm: 400, drawn: 0 })).toEqual({
      exchangePerDay: 10,
      airUatm: 1000,
    });
  });
});

describe('a probe in buffers', () => {
  it('knows its buffers by their temperature', () => {
    // DIN 19266, from memory: borax 9.225 at 20 °C, 9.180 at 25, 9.139 at 30; phosphate 6.881, 6.865, 6.853.
    expect(bufferPh('borax', 20)).toBe(9.225);
    expect(bufferPh('borax', 30)).toBeCloseTo(9.139, 6);
    expect(bufferPh('phosphate', 22.5)).toBeCloseTo(6.873, 6);
  });

  it('reads back what it reads', () => {
    const line = probeLine([7, 10.01], [7.06, 9.92]);
    expect(line.slope).toBeCloseTo(2.86 / 3.01, 6);
    expect(truePh(7.06, line)).toBeCloseTo(7, 9);
    expect(truePh(9.92, line)).toBeCloseTo(10.01, 9);
  });
});
