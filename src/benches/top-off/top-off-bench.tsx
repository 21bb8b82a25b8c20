'use client';

import { Bench } from '@/interface/bench';
import { ChoiceRow } from '@/interface/choice-row';
import { useChoice } from '@/interface/use-choice';
import { useTank, useTitle } from '@/interface/workspace';
import { AsItStands } from './as-it-stands';
import { IfItFails } from './if-it-fails';
import { Leaving } from './leaving';
import { EvaporationAndReservoir } from './evaporation-and-reservoir';
import { Upkeep } from './upkeep';

const WAYS = [
  ['loss', 'Loss and reservoir'],
  ['fails', 'If it fails'],
  ['upkeep', 'Upkeep'],
  ['leaving', 'Leaving'],
  ['stands', 'How it stands'],
] as const;

const QUESTIONS: Record<Way, string> = {
  loss: 'How much does the tank lose, and how long will the reservoir last?',
  fails: 'What happens when the top-off fails?',
  upkeep: 'What of the top-off needs seeing to?',
  leaving: 'What runs out while nobody is there?',
  stands: 'How do sump, reservoir, pump and sensors stand?',
};
type Way = (typeof WAYS)[number][0];

const SCREENS: Record<Way, () => React.ReactNode> = {
  loss: EvaporationAndReservoir,
  fails: IfItFails,
  upkeep: Upkeep,
  leaving: Leaving,
  stands: AsItStands,
};

/** Fresh water for what evaporates: how much, from what, what if it fails, and who sees to it. */
export function TopOffBench() {
  const { tank } = useTank();
  useTitle(`Top-off, ${tank.name}`);
  const [way, setWay] = useChoice<Way>(
    'as',
    WAYS.map(([value]) => value),
    'loss',
  );
  const Screen = SCREENS[way];
  return (
    <Bench question={QUESTIONS[way]}>
      <div className="mb-4">
        <ChoiceRow label="Part of the top-off" choices={WAYS} chosen={way} onChoose={setWay} />
      </div>
      <Screen key={tank.id} />
    </Bench>
  );
}
