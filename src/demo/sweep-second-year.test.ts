import { describe } from 'vitest';
import { SWEPT_DAYS, sweepDays } from './testing/sweep';

// The nights that trip clocks are swept whole by themselves; of a second year's days a third tells what they tell.
describe('the demo opened on days of another year, every bench asked', () => sweepDays(366, SWEPT_DAYS, 3));
