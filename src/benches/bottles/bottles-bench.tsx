'use client';

import type { ReactNode } from 'react';
import { Bench } from '@/interface/answer/bench';
import { usePart } from '@/interface/workspace/here';
import { useTank } from '@/interface/workspace/workspace';
import type { PartOf } from '@/registry/benches';
import { RefillsAndCost } from './refills-and-cost';
import { Solutions } from './solutions';

const SCREENS: Record<PartOf<'bottles'>, () => ReactNode> = {
  refills: RefillsAndCost,
  solutions: Solutions,
};

/** What is dosed from: how strong it is, how it is made, when it runs out and what it costs. */
export function BottlesBench() {
  const { tank } = useTank();
  const Screen = SCREENS[usePart('bottles')];
  return (
    <Bench>
      <Screen key={tank.id} />
    </Bench>
  );
}
