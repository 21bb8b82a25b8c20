import { describe, expect, it } from 'vitest';
import { answered, refusalOf, valuesOf } from '../testing/run-calculator';

const order = (input: unknown) =>
  valuesOf<{ order: { concern: string }[] }>('today', input).order.map(({ concern }) => concern);

describe('today', () => {
  it('puts an empty reservoir before a dose that is off, and that before a level that drifts', () => {
    expect(
      order({
        levels: { certainty: 'estimated', moves: 'falling' },
        dose: { parts: [{ answerMlPerDay: 41, runsMlPerDay: 32 }] },
        'top-off': { daysLeft: 1.4 },
        'water change': { late: true },
      }),
    ).toEqual(['top-off', 'dose', 'levels', 'water change']);
  });

  it('leaves a dose that runs within a twentieth of its answer', () => {
    const at = (runsMlPerDay: number) =>
      order({
        dose: { parts: [{ answerMlPerDay: 40, runsMlPerDay }] },
        levels: { certainty: 'estimated', moves: 'steady' },
      })[0];
    expect([at(39), at(37)]).toEqual(['levels', 'dose']);
  });

  it('puts danger before everything, and a level that moves or is off before a sensor to wipe', () => {
    const upkeep = { 'top-off upkeep': {} };
    expect(order({ ...upkeep, danger: {}, 'top-off': { daysLeft: 0 }, cycle: {} })[0]).toBe('danger');
    const first = (levels: object) => order({ ...upkeep, levels: { certainty: 'estimated', ...levels } })[0];
    expect(first({ moves: 'falling' })).toBe('levels');
    expect(first({ moves: 'steady', outside: true })).toBe('levels');
    expect(first({ moves: 'steady' })).toBe('top-off upkeep');
  });

  it('says so where nothing presses, and where nothing is known', () => {
    expect(answered('today', { levels: { certainty: 'estimated', moves: 'steady' } }).sentence).toBe(
      'Nothing needs doing today.',
    );
    expect(answered('today', {}).sentence).toMatch(/^Log a first test/);
    expect(answered('today', { reactor: {}, nutrients: {} }).sentence).toBe(
      'See to nutrients and reactor, in this order.',
    );
  });

  it('refuses what it does not know', () => {
    expect(refusalOf('today', { 'top-off': { daysLeft: -1 } })?.field).toBe('days left');
  });
});
