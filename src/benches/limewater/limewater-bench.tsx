'use client';

import type { ReactNode } from 'react';
import { Bench } from '@/interface/answer/bench';
import { usePart } from '@/interface/workspace/here';
import { useTank } from '@/interface/workspace/workspace';
import type { PartOf } from '@/registry/benches';
import { IfItSticks } from './if-it-sticks';
import { StrengthAndRoom } from './strength-and-room';
import { WhenToDrip } from './when-to-drip';

const SCREENS: Record<PartOf<'limewater'>, () => ReactNode> = {
  amount: StrengthAndRoom,
  hours: WhenToDrip,
  sticks: IfItSticks,
};

/** Limewater (kalkwasser) as a part of the top-off. */
export function LimewaterBench() {
  const { tank } = useTank();
  const Screen = SCREENS[usePart('limewater')];
  return (
    <Bench>
      <Screen key={tank.id} />
    </Bench>
  );
}
