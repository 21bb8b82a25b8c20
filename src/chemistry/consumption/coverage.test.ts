import { describe, expect, it } from 'vitest';
import { tried } from '@/testing/tier';
import { scoreOf } from './testing/coverage';

// The simulator shares none of the estimate's assumptions and no arithmetic: `testing/simulated-tank.ts` says what it does otherwise.
// Hundreds of them in the whole suite and in `npm run bench`.
describe('the 95 % range on tanks it has not seen', () => {
  it('holds the true consumption, without bias, and calls no steady tank changed', () => {
    const score = scoreOf(tried(40, 400), 5000);
    expect(score.alkalinity.held).toBeGreaterThan(0.91);
    expect(score.calcium.held).toBeGreaterThan(0.91);
    expect(score.magnesium.held).toBeGreaterThan(0.91);
    expect(Math.abs(score.alkalinity.bias)).toBeLessThan(0.03);
    expect(Math.abs(score.calcium.bias)).toBeLessThan(0.03);
    expect(score.calledChanged).toBeLessThan(0.05);
    expect(score.calledMismatch).toBeLessThan(0.05);
    // It is no vast range either.
    expect(score.alkalinity.halfWidth).toBeLessThan(0.25);
  });

  it('holds the dose that meets it where the net volume is a tenth wrong: the error cancels', () => {
    for (const volume of [0.9, 1.1]) expect(scoreOf(tried(25, 200), 7000, { volume }).doseHeld).toBeGreaterThan(0.89);
  });
});
