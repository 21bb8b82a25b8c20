import { describe } from 'vitest';
import { sweepDays } from './testing/sweep';

describe('the demo opened on each day of a year, every bench asked', () => sweepDays(0, 366));
