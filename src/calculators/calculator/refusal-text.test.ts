import { describe, expect, it } from 'vitest';
import { DEFAULT_UNITS, type UnitPreferences } from '@/quantities/quantity';
import { refusalIn, refusedText, takenFromWithHint } from './refusal-text';

const US: UnitPreferences = { volume: 'US gal', temperature: '°F', alkalinity: 'meq/L', salinity: 'sg' };

describe('a refusal in words', () => {
  const refusal = {
    field: 'limewater a day',
    value: '40 L',
    allowed: 'at most the 7.57 L a day that evaporate, 0 to 25 dKH, 35 ppt, 10 to 25 °C',
    hint: 'Type it with its unit: “3 L”, “8 dKH”. The pump gives 10.5 L in 30 cm of hose, at 5 mL/min.',
  };

  it('says what the field accepts, what it was given, and what was meant', () => {
    expect(refusedText(refusal)).toMatch(/^limewater a day accepts at most .*; this is 40 L\.$/);
    expect(takenFromWithHint(refusal)).toMatch(/ °C\. Type it with/);
  });

  it('is told in the keeper’s units, examples in quotation marks left alone', () => {
    // By definition: 1 US gal is 3.785411784 L, 1 in is 2.54 cm, 1 dKH is 0.3566 meq/L; 35 ppt is 1.0264 at 25/25 °C (EOS-80).
    const told = refusalIn(refusal, US);
    expect(told.value).toBe('10.6 US gal');
    expect(told.allowed).toBe('at most the 2 US gal a day that evaporate, 0 to 8.916 meq/L, 1.0264 sg, 10 to 77 °F');
    expect(told.hint).toBe(
      'Type it with its unit: “3 L”, “8 dKH”. The pump gives 2.77 US gal in 11.8 in of hose, at 5 mL/min.',
    );
    expect(refusalIn(refusal, DEFAULT_UNITS)).toEqual(refusal);
  });

  it('leaves a plain number and what is no figure as they are', () => {
    expect(refusalIn({ field: 'x', value: 83, allowed: 'an input' }, US)).toEqual({
      field: 'x',
      value: 83,
      allowed: 'an input',
    });
  });
});
