'use client';

import type { ReactNode } from 'react';
import { Bench } from '@/interface/answer/bench';
import { usePart } from '@/interface/workspace/here';
import { useTank } from '@/interface/workspace/workspace';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import type { PartOf } from '@/registry/benches';
import { AlgaeAndPests } from './algae-and-pests';
import { Balance } from './balance';
import { CarbonSource } from './carbon-source';
import { Levers } from './levers';
import { Together } from './together';

const SCREENS: Record<PartOf<'nutrients'>, () => ReactNode> = {
  together: Together,
  balance: Balance,
  levers: Levers,
  carbon: CarbonSource,
  algae: AlgaeAndPests,
};

/** Nitrate and phosphate: the two together, their balance, what moves them, and what grows on them. */
export const NutrientsBench = inOwnScope(function NutrientsBench() {
  const { tank } = useTank();
  const Screen = SCREENS[usePart('nutrients')];
  return (
    <Bench>
      <Screen key={tank.id} />
    </Bench>
  );
});
