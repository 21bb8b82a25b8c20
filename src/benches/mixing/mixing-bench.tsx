'use client';

import type { ReactNode } from 'react';
import { Bench } from '@/interface/answer/bench';
import { usePart } from '@/interface/workspace/here';
import type { PartOf } from '@/registry/benches';
import { BatchesOnHand } from './batches-on-hand';
import { CorrectBatch } from './correct-batch';
import { InstrumentReading } from './instrument-reading';
import { LetDown } from './let-down';
import { MatchBatch } from './match-batch';
import { NewBatch } from './new-batch';
import { Vessels } from './vessels';

const SCREENS: Record<PartOf<'mixing'>, () => ReactNode> = {
  new: NewBatch,
  correct: CorrectBatch,
  stock: LetDown,
  match: MatchBatch,
  instrument: InstrumentReading,
};

/** Saltwater from salt and RO/DI water: mixing it, correcting it, and knowing when it may be used. */
export function MixingBench() {
  const Screen = SCREENS[usePart('mixing')];
  return (
    <Bench>
      <Screen />
      <BatchesOnHand />
      <Vessels />
    </Bench>
  );
}
