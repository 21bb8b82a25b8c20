import { describe, it } from 'vitest';
import { daysOfTwoYears, nights, open, opened } from './testing/sweep';

// Beside the other sweep, so that two workers come to an end together.
describe('the demo opened on more days of two years', () => opened(daysOfTwoYears(1)));

describe('the demo opened on nights that trip clocks', () => {
  it.each(nights())('$what', ({ openings }) => openings.forEach(open));
});
