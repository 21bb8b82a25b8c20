import { expect, it } from 'vitest';
import { METRIC_UNITS, US_UNITS, usualHere } from './starting-units';

it('US units are offered first where the region of the language is the US, and nowhere else', () => {
  expect(usualHere('en-US')).toBe(US_UNITS);
  expect(usualHere('es-US')).toBe(US_UNITS);
  for (const language of ['en', 'en-GB', 'de-DE', 'pt', 'not a language'])
    expect(usualHere(language)).toBe(METRIC_UNITS);
});
