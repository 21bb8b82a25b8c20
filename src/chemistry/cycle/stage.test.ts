import { describe, expect, it } from 'vitest';
import { DAY_MS } from '../tank-model/simulate';
import type { CycleTrajectory } from './cycle-course';
import { endOf, stagesAlong } from './stage';

/** The first steps of a common kit, mg/L. */
const KIT = { ammonia: 0.25, nitrite: 0.25 };

describe('the stage of a course', () => {
  const course = (ammonia: number[], nitrite: number[]): CycleTrajectory => ({
    at: ammonia.map((_, i) => i * DAY_MS),
    ammonia,
    nitrite,
    nitrate: ammonia.map(() => 0),
    capacity: ammonia.map(() => 0),
  });
  it('is named after what has to come next', () => {
    expect(
      stagesAlong(course([0, 0.5, 2, 1.9, 1.5, 0.4, 0.1, 0, 0, 0, 0], [0, 0, 0, 0.2, 0.8, 2, 4, 5, 4, 0.9, 0.1]), KIT),
    ).toEqual([
      'not started',
      'ammonia rising',
      'ammonia rising',
      'ammonia rising',
      'ammonia falling',
      'ammonia falling',
      'nitrite rising',
      'nitrite rising',
      'nitrite falling',
      'nitrite falling',
      'waiting to confirm',
    ]);
  });
  it('a later dose does not open the first stages again, while nitrite is there', () => {
    expect(stagesAlong(course([2, 1, 0, 1, 0], [0, 1, 3, 2, 1]), KIT).at(3)).toBe('nitrite falling');
    expect(stagesAlong(course([2, 1, 0, 1, 0], [0, 1, 0.1, 0.1, 0.1]), KIT).at(3)).toBe('ammonia falling');
  });
  it('ends when both stay below the first step, and never where one never does', () => {
    expect(endOf(course([2, 0, 0], [0, 1, 0]), KIT)).toBe(2 * DAY_MS);
    expect(endOf(course([2, 0, 0], [0, 1, 1]), KIT)).toBeUndefined();
    expect(endOf(course([0, 0, 0], [0, 0, 0]), KIT)).toBeUndefined();
  });
});
