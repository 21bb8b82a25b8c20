import { describe } from 'vitest';
import { SWEPT_DAYS, sweepDays } from './testing/sweep';

describe('the demo opened on each day of another year, every bench asked', () => sweepDays(366, SWEPT_DAYS));
