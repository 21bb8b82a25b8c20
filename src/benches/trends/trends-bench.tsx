'use client';

import { Bench } from '@/interface/answer/bench';
import { usePart } from '@/interface/workspace/here';
import { AllLevels } from './all-levels';
import { OneLevel } from './one-level';

/** Every level small, or one of them large. */
export function TrendsBench() {
  return <Bench>{usePart('trends') === 'one' ? <OneLevel /> : <AllLevels />}</Bench>;
}
