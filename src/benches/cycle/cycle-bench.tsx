'use client';

import { Bench } from '@/interface/bench';
import { ChoiceRow } from '@/interface/choice-row';
import { useChoice } from '@/interface/use-choice';
import { useNow, useTank, useTitle } from '@/interface/workspace';
import { cycleFollowed } from '@/reckoning/cycle';
import { AfterTheCycle } from './after-the-cycle';
import { EachDay } from './each-day';
import { FromATank } from './from-a-tank';
import { MeasureVolume } from './measure-volume';
import { SetUp } from './set-up';
import { ThePlan } from './the-plan';

const WAYS = [
  ['set-up', 'Set-up'],
  ['plan', 'The plan'],
  ['day', 'Each day'],
  ['after', 'After'],
  ['volume', 'Net volume'],
  ['from-tank', 'From a running tank'],
] as const;
type Way = (typeof WAYS)[number][0];

const SCREENS: Record<Way, () => React.ReactNode> = {
  'set-up': SetUp,
  plan: ThePlan,
  day: EachDay,
  after: AfterTheCycle,
  volume: MeasureVolume,
  'from-tank': FromATank,
};

/** A tank from an empty stand to its first corals: what is going on, what to do today, and what to leave alone. */
export function CycleBench() {
  const { tank } = useTank();
  const now = useNow();
  useTitle(`Cycle, ${tank.name}`);
  const usual: Way = !tank.cycle
    ? 'plan'
    : tank.cycle.doneAt === undefined && cycleFollowed(tank, now)
      ? 'day'
      : 'after';
  const [way, setWay] = useChoice<Way>(
    'as',
    WAYS.map(([value]) => value),
    usual,
  );
  const Screen = SCREENS[way];
  return (
    <Bench question="Is the new tank ready, and what does it need today?">
      <div className="mb-4">
        <ChoiceRow label="Part of the way" choices={WAYS} chosen={way} onChoose={setWay} />
      </div>
      <Screen key={tank.id} />
    </Bench>
  );
}
