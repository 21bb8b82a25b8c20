'use client';

import { Bench } from '@/interface/bench';
import { ChoiceRow } from '@/interface/choice-row';
import { useChoice } from '@/interface/use-choice';
import { useTank, useTitle } from '@/interface/workspace';
import { IfItSticks } from './if-it-sticks';
import { StrengthAndRoom } from './strength-and-room';
import { WhenToDrip } from './when-to-drip';

const WAYS = [
  ['amount', 'How much'],
  ['hours', 'When to drip'],
  ['sticks', 'If the pump sticks'],
] as const;
type Way = (typeof WAYS)[number][0];

const QUESTIONS: Record<Way, string> = {
  amount: 'How much limewater fits this tank, how strong is it, and when is it made anew?',
  hours: 'When is limewater dripped, and what does the day make of it?',
  sticks: 'What happens when the limewater pump sticks?',
};

const SCREENS: Record<Way, () => React.ReactNode> = {
  amount: StrengthAndRoom,
  hours: WhenToDrip,
  sticks: IfItSticks,
};

/** Limewater (kalkwasser) as a part of the top-off. */
export function LimewaterBench() {
  const { tank } = useTank();
  useTitle(`Limewater, ${tank.name}`);
  const [way, setWay] = useChoice<Way>(
    'as',
    WAYS.map(([value]) => value),
    'amount',
  );
  const Screen = SCREENS[way];
  return (
    <Bench question={QUESTIONS[way]}>
      <div className="mb-4">
        <ChoiceRow label="Part of limewater" choices={WAYS} chosen={way} onChoose={setWay} />
      </div>
      <Screen key={tank.id} />
    </Bench>
  );
}
