'use client';

import type { ReactNode } from 'react';
import { Bench } from '@/interface/answer/bench';
import { usePart } from '@/interface/workspace/here';
import { useTank } from '@/interface/workspace/workspace';
import type { PartOf } from '@/registry/benches';
import { AtoSetUp } from './ato-set-up';
import { EvaporationAndReservoir } from './evaporation-and-reservoir';
import { IfItFails } from './if-it-fails';

const SCREENS: Record<PartOf<'top-off'>, () => ReactNode> = {
  evaporation: EvaporationAndReservoir,
  fails: IfItFails,
  'set-up': AtoSetUp,
};

/** Fresh water for what evaporates: how much, from what, and what if it fails. */
export function TopOffBench() {
  const { tank } = useTank();
  const Screen = SCREENS[usePart('top-off')];
  return (
    <Bench>
      <Screen key={tank.id} />
    </Bench>
  );
}
