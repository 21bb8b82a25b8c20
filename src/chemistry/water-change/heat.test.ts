import { expect, it } from 'vitest';
import { rawAttempt } from '@/testing/refusal-of';
import { heatNeededKWh } from './heat';

it('the heat of new water is what warms water: 1.16 Wh a litre and degree, a little less for brine', () => {
  // Specific heat of pure water 4.18 kJ/kg/K is 1.161 Wh; seawater of 35 holds 3.99 × 1.0234 = 4.084 kJ a litre (UNESCO 1983, from memory).
  expect(heatNeededKWh(100, 35, 10) * 3600).toBeCloseTo(100 * 4.084 * 10, -1);
  // Ten degrees take ten times what one takes, and none none.
  expect(heatNeededKWh(100, 35, 10)).toBeCloseTo(10 * heatNeededKWh(100, 35, 1), 12);
  expect(heatNeededKWh(100, 35, 0)).toBe(0);
  expect(rawAttempt(() => heatNeededKWh(100, 35, 41)).refusal).toMatchObject({
    field: 'rise of temperature',
    value: 41,
  });
});
