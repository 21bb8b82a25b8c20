'use client';

import type { ReactNode } from 'react';
import { Bench } from '@/interface/answer/bench';
import { usePart } from '@/interface/workspace/here';
import { useTank } from '@/interface/workspace/workspace';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import type { PartOf } from '@/registry/benches';
import { Aeration } from './aeration';
import { Measures } from './measures';
import { Probe } from './probe';
import { TheDay } from './the-day';

const SCREENS: Record<PartOf<'ph'>, () => ReactNode> = {
  day: TheDay,
  measures: Measures,
  aeration: Aeration,
  probe: Probe,
};

/** pH and the carbon dioxide behind it. */
export const PhBench = inOwnScope(function PhBench() {
  const { tank } = useTank();
  const Screen = SCREENS[usePart('ph')];
  return (
    <Bench>
      <Screen key={tank.id} />
    </Bench>
  );
});
