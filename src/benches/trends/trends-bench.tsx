'use client';

import { Bench } from '@/interface/bench';
import { usePart } from '@/interface/here';
import { AllLevels } from './all-levels';
import { OneLevel } from './one-level';

/** Every level small, or one of them large. */
export function TrendsBench() {
  return <Bench>{usePart('trends') === 'one' ? <OneLevel /> : <AllLevels />}</Bench>;
}
