'use client';

import type { ReactNode } from 'react';
import { Bench } from '@/interface/answer/bench';
import { usePart } from '@/interface/workspace/here';
import { useTank } from '@/interface/workspace/workspace';
import type { PartOf } from '@/registry/benches';
import { AfterTheCycle } from './after-the-cycle';
import { EachDay } from './each-day';
import { FromATank } from './from-a-tank';
import { MeasureVolume } from './measure-volume';
import { SetUp } from './set-up';
import { ThePlan } from './the-plan';

const SCREENS: Record<PartOf<'new-tank'>, () => ReactNode> = {
  'set-up': SetUp,
  plan: ThePlan,
  day: EachDay,
  after: AfterTheCycle,
  volume: MeasureVolume,
  'from-tank': FromATank,
};

/** A tank from an empty stand to its first corals: what is going on, what to do today, and what to leave alone. */
export function NewTankBench() {
  const { tank } = useTank();
  const Screen = SCREENS[usePart('new-tank')];
  return (
    <Bench>
      <Screen key={tank.id} />
    </Bench>
  );
}
