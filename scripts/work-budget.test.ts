import { describe, expect, it } from 'vitest';
import { addedUp, withinBudget } from './work-budget.mjs';

describe('the budget of work', () => {
  const budget = { 'pages loaded': 10, openings: 4 };
  const judged = (snapshot: string, whole = false) => {
    const lines: string[] = [];
    const within = withinBudget(snapshot, whole, budget, (line) => lines.push(line.trim()));
    return { within, said: lines.join('\n') };
  };

  it('adds up what was booked by whichever process', () => {
    expect(addedUp('1 pages loaded\n3 openings\n2 pages loaded\n')).toEqual({ 'pages loaded': 3, openings: 3 });
    expect(() => addedUp('pages loaded\n')).toThrow('pages loaded');
  });

  it('fails above it, and at it does not', () => {
    expect(judged('10 pages loaded\n4 openings\n').within).toBe(true);
    expect(judged('11 pages loaded\n4 openings\n')).toEqual({
      within: false,
      said: expect.stringMatching(/^11 pages loaded, of 10: MORE THAN/) as unknown,
    });
  });

  it('fails where something is not counted any more, or was never planned', () => {
    expect(judged('1 pages loaded\n').said).toContain('0 openings, of 4: NOT COUNTED');
    expect(judged('1 pages loaded\n1 openings\n1 tanks\n')).toMatchObject({ within: false });
  });

  it('is for the quick suite alone', () => {
    expect(judged('500 pages loaded\n', true).within).toBe(true);
  });
});
