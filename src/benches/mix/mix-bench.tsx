'use client';

import { Bench } from '@/interface/bench';
import { ChoiceRow } from '@/interface/choice-row';
import { useChoice } from '@/interface/use-choice';
import { useTank, useTitle } from '@/interface/workspace';
import { BatchesOnHand } from './batches-on-hand';
import { CorrectBatch } from './correct-batch';
import { InstrumentReading } from './instrument-reading';
import { LetDown } from './let-down';
import { MatchBatch } from './match-batch';
import { NewBatch } from './new-batch';
import { Vessels } from './vessels';

const WAYS = [
  ['new', 'New batch'],
  ['correct', 'It reads off'],
  ['stock', 'From a stock'],
  ['match', 'Match to the tank'],
  ['instrument', 'What a reading means'],
] as const;

/** Saltwater from salt and purified water: mixing it, mending it, and knowing when it may be used. */
export function MixBench() {
  const { tank } = useTank();
  useTitle(`Mix, ${tank.name}`);
  const [way, setWay] = useChoice(
    'for',
    WAYS.map(([value]) => value),
    'new',
  );
  return (
    <Bench question="How much salt for this batch?">
      <div className="mb-4">
        <ChoiceRow label="What is to be done" choices={WAYS} chosen={way} onChoose={setWay} />
      </div>
      {way === 'new' && <NewBatch />}
      {way === 'correct' && <CorrectBatch />}
      {way === 'stock' && <LetDown />}
      {way === 'match' && <MatchBatch />}
      {way === 'instrument' && <InstrumentReading />}
      <BatchesOnHand />
      <Vessels />
    </Bench>
  );
}
