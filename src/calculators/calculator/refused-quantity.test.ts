import { describe, expect, it } from 'vitest';
import { carbonateOfWater } from '@/chemistry/carbonate/reef-water';
import { solutionStrength } from '@/chemistry/reagents/solution';
import { salinityFromConductivity } from '@/chemistry/seawater/conductivity';
import { salinityFromRefractometer } from '@/chemistry/seawater/refractometer';
import { drivingPressureKPa } from '@/chemistry/source-water/membrane';
import { parseQuantity } from '@/quantities/parse-quantity';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import { FIELDS, type FieldName } from '@/quantities/testing/expectations';
import { attempt } from './attempt';

const read = (id: FieldName, text: string) => parseQuantity(text, FIELDS[id], DEFAULT_UNITS).amount;
const refusal = (id: FieldName, text: string) => {
  const refused = attempt(() => read(id, text)).refusal;
  if (!refused) throw new Error(`${text} was accepted`);
  return refused;
};

describe('a refused quantity in words', () => {
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
    // What is offered is taken, and as what a tank usually holds.
    const [low, high] = FIELDS[id].usual;
    expect(read(id, suggestion)).toBeGreaterThanOrEqual(low);
    expect(read(id, suggestion)).toBeLessThanOrEqual(high);
  });

  it.each([
    ['temperature', '77 degrees', /°C or °F/, '77 °F'],
    ['temperature', '25°', /which scale/, '25 °C'],
    ['alkalinity', '8 deg', /dKH/, '8 dKH'],
    ['alkalinity', '150 mg/L', /Milligrams of what/, '150 ppm CaCO3'],
    ['salinity', '35000 ppm', /guess from conductivity/, undefined],
    ['salinity', '3.5 %', /per thousand/, '35 ppt'],
    ['phosphate', '15 P', /µg\/L P/, '15 µg/L P'],
    ['phosphate', '45ppb', /ppb P or ppb PO4/, '45 µg/L P'],
    ['phosphate', '45 ug/L', /three times/, '45 µg/L P'],
    ['nitrate', '2 N', /NO3-N/, '2 mg/L NO3-N'],
  ] as const)('%s "%s" could mean two things, and is asked about', (id, text, hint, suggestion) => {
    expect(refusal(id, text)).toMatchObject({ hint: expect.stringMatching(hint) as string, suggestion });
  });

  it('is told with what it knows', () => {
    expect(refusal('alkalinity', '8.2 dKj').hint).toBe(
      '"dKj" is not a unit of alkalinity; known here: dKH, meq/L, ppm CaCO3, µmol/kg, µmol/L.',
    );
    expect(refusal('ph', '8.2 dKH').hint).toBe('pH takes no unit.');
    expect(refusal('alkalinity', '83')).toMatchObject({ allowed: '0 dKH to 25 dKH', value: '83' });
  });
});

describe('what equations refuse, in words', () => {
  it.each([
    [() => salinityFromConductivity(1, 25), 'what answers to salinity 2 to 42, over which', 'Meters also show µS/cm'],
    [
      () => salinityFromRefractometer({ shown: 35, scale: 'seawater', standard: { shown: 5, trueSalinity: 35 } }),
      'within 10 ppt of the standard',
      'needs setting with RO/DI water first.',
    ],
    [
      () => drivingPressureKPa({ pressureKPa: 120, temperatureC: 25, tdsMgPerL: 4000, wasteRatio: 3 }),
      'more than the water’s osmotic pressure, ',
      'booster pump needed?',
    ],
    [
      () => solutionStrength([{ reagent: 'sodium-carbonate', gramsPerL: 800 }]),
      '0 to 215 g/L',
      'No more than 215 g dissolves in a litre at 20 °C',
    ],
    [() => carbonateOfWater({ phNbs: 8.2 }, 35, 25), 'exactly two of alkalinity, DIC, pH and CO2', 'Two of them fix'],
  ])('%#', (calculation, allowed, hint) => {
    const { refusal: refused } = attempt<unknown>(calculation);
    expect(refused?.allowed).toContain(allowed);
    expect(refused?.hint).toContain(hint);
  });
});
