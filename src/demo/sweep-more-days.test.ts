import { describe } from 'vitest';
import { daysOfTwoYears, opened } from './testing/sweep';

// Beside the other half of them, so that two workers come to an end together.
describe('the demo opened on more days of two years', () => opened(daysOfTwoYears(1)));
