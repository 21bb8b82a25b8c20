import { describe, expect, it } from 'vitest';
import { levelAheadSd } from './level-ahead';
import { CONSUMES, levelAheadScore } from './testing/level-ahead-score';

describe('a dosed level carried on', () => {
  it('is as well known as level and rate are, and as the rate stays, by hand', () => {
    const known = { levelSd: 0.03, perDay: 0.2, perDaySd: 0.01 };
    expect(levelAheadSd(known, 0)).toBeCloseTo(0.03, 12);
    // √(0.03² + 0.14² + (0.0036² × 14³ / 3)) = √(0.0009 + 0.0196 + 0.011854).
    expect(levelAheadSd(known, 14)).toBeCloseTo(0.17987, 4);
  });
  it.each(Object.keys(CONSUMES))('a tank that consumes %s: its level is held at a week, two and four', (name) => {
    const { held } = levelAheadScore(name, 30, 900);
    // Of thirty tanks at three times, of which 95 in 100 are meant.
    expect(held.reduce((sum, each) => sum + each, 0) / held.length).toBeGreaterThan(86);
  });
});
