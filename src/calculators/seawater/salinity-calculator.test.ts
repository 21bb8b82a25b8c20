import { describe, expect, it } from 'vitest';
import { refusalOf, valuesOf } from '../testing/run-calculator';

describe('salinity', () => {
  it.each([
    [{ by: 'figure', salinity: '1.02637 sg' }, 35, 2],
    [{ by: 'conductivity', conductivityMsPerCm: '53.071 mS/cm', sampleC: 25 }, 35, 3], // UNESCO 1983, ITS-90
    [{ by: 'density', densityKgPerM3: 1023.3412, sampleC: 25 }, 35, 3], // EOS-80 at 25 °C of ITS-90
    [{ by: 'refractometer', shown: 36.5, scale: 'brine' }, 35, 0], // from memory
  ])('%j is %d', (reading, expected, digits) => {
    expect(valuesOf('salinity', { reading }).salinity).toBeCloseTo(expected, digits);
  });

  it('catches a specific gravity that was read off a refractometer as ppt', () => {
    const refused = refusalOf('salinity', { reading: { by: 'refractometer', shown: 1.03, scale: 'seawater' } });
    expect(refused).toMatchObject({ field: 'refractometer reading', value: 1.03 });
    expect(refused?.hint).toMatch(/1\.03 looks like a specific gravity/);
    // Fresh water, at which it is set to zero, is read as what it is.
    expect(
      valuesOf('salinity', { reading: { by: 'refractometer', shown: 0, scale: 'seawater' } }).salinity,
    ).toBeCloseTo(0, 0);
  });
});
