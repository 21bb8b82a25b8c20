import { describe, expect, it } from 'vitest';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import { convertText } from './convert';

describe('a question of units', () => {
  it.each([
    // 8 × 0.35665 (CIAAW 2021) and by definition of the gallon, the pound and the scales.
    ['8 dkh in meq', '8 dKH is 2.85 meq/L.'],
    ['dkh to meq', '1 dKH is 0.357 meq/L.'],
    ['8 dKH to ppm caco3', '8 dKH is 143 ppm CaCO3.'],
    ['30 gal in l', '30 US gal is 114 L.'],
    ['78 f in c', '78 °F is 25.6 °C.'],
    ['35 ppt in sg', '35 ppt is 1.0264 sg.'],
    ['ppb to ppm', '1 µg/L is 0.001 mg/L.'],
    ['40 ppb P', '40 µg/L P is 0.123 mg/L.'],
    ['2 lb in kg', '2 lb is 0.907 kg.'],
    ['convert 10 psi to bar', '10 psi is 0.689 bar.'],
    ['1 us gal/day in ml/min', '1 US gal/day is 2.63 mL/min.'],
  ])('“%s”: %s', (asked, says) => {
    expect(convertText(asked, DEFAULT_UNITS)?.says).toBe(says);
  });
  it('reads a float at its temperature', () => {
    // EOS-80: on the 60/60 °F scale salinity 35 is 1.0269; 1.025 is 35 × (25.0/26.9), near 32.6.
    const told = convertText('1.025 at 60F', DEFAULT_UNITS);
    expect(told?.says).toMatch(/^1\.025 at 60 °F is 32\.\d ppt/);
    expect(told?.working).toContain('EOS-80');
  });
  it.each(['alk 8.3', 'changed 40 l', 'added 2 fish to the tank', 'carb 25 to 30 ml/day', 'lights 10 to 8', 'note'])(
    '“%s” asks for none',
    (text) => {
      expect(convertText(text, DEFAULT_UNITS)).toBeUndefined();
    },
  );
});
